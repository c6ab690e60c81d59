/** Runs once as the server starts. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== "nodejs") return;
  const { goOnUnread } = await import("./server/goOnUnread");
  goOnUnread(process.stdout, process.stderr);
  const { copyEveryDay } = await import("./server/copies");
  const { endWithParent } = await import("./server/endWithParent");
  endWithParent(process.env.GULL_STARTED_BY);
  const { openOrEnd } = await import("./server/opening");
  await openOrEnd();
  copyEveryDay();
  const { readyViews } = await import("./server/jobForPage");
  readyViews();
  const { keepLines } = await import("./server/linesPool");
  keepLines();
}
