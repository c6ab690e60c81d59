import type { SettingsTalk } from "./settledSchema";
import type { ParameterSheet, Values } from "./sheetSchema";

/** What a controller holds as it was last read, of one family; null where nobody has read it, or the line broke while it was written. */
export function lastRead(talks: readonly SettingsTalk[], { family }: Pick<ParameterSheet, "family">): Values | null {
  const last = talks.findLast((talk) => talk.family === family);
  return last && last.state !== "unknown" ? (last.after ?? last.before) : null;
}
