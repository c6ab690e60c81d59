/** What stands in the way of storing, in words; null for what is a fault of the program. */
export function troubleOf(error: unknown): string | null {
  const code = String((error as { code?: unknown } | null)?.code ?? "");
  if (code === "SQLITE_FULL" || code === "ENOSPC")
    return "The disk is full: nothing was stored. Make room on it, then try again; what you typed is still here.";
  if (code.startsWith("SQLITE_BUSY") || code.startsWith("SQLITE_LOCKED"))
    return "Another program holds the shop's database: nothing was stored. Try again in a moment; what you typed is still here.";
  if (code.startsWith("SQLITE_READONLY") || code === "EROFS" || code === "EACCES" || code === "EPERM")
    return "The shop's database cannot be written to: nothing was stored. Whoever runs this bench must give it the right to.";
  if (code.startsWith("SQLITE_IOERR") || code.startsWith("SQLITE_CORRUPT") || code === "EIO")
    return "The disk does not do what it should: nothing was stored. Stop the bench and look at the disk before anything else.";
  return null;
}
