/** Runs once as the server starts. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== "nodejs") return;
  const { copyEveryDay } = await import("./server/copies");
  copyEveryDay();
  const { tellOwnerKey } = await import("./server/ownerKey");
  await tellOwnerKey();
}
