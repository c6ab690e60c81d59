import { constants, setPriority } from "node:os";

/**
 * Lets a worker's thread have the core only when nobody else wants it: what is worked out beforehand must not slow what is waited for.
 * On Linux it is the thread alone that steps back; elsewhere it would be the whole server, which is left as it is.
 */
export function stepBack(): void {
  if (process.platform !== "linux") return;
  try {
    setPriority(0, constants.priority.PRIORITY_LOW);
  } catch {
    // Not allowed here: it works as any other thread.
  }
}
