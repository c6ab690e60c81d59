const LOOK_MS = 1_000;

/**
 * Ends this process when the one that started it is gone, whatever became of that: else it would go on with the port, unseen.
 * @param started GULL_STARTED_BY, the number of the process that started this one; nothing is done without it
 */
export function endWithParent(started: string | undefined): void {
  if (started === undefined || Number(started) !== process.ppid) return;
  setInterval(() => {
    if (process.ppid !== Number(started)) process.exit(0);
  }, LOOK_MS).unref();
}
