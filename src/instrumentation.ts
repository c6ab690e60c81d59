/** Runs once as the server starts. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== "nodejs") return;
  const { copyEveryDay } = await import("./server/copies");
  const { openOrEnd } = await import("./server/opening");
  await openOrEnd();
  copyEveryDay();
}
