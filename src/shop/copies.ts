import { relative } from "node:path";
import { backupsBeside, copiesOf } from "@/data/backups";
import { databaseFile } from "@/data/connection";

/** As whoever started the bench would name it. */
const shownPath = (path: string): string => {
  const from = relative(/* turbopackIgnore: true */ process.cwd(), path);
  return from.startsWith("..") ? path : from;
};

/** The shop's copies of itself as a screen tells them. @param now ISO time */
export function shopCopies(now: string): { moments: string[]; ageHours: number | null; folder: string } {
  const shop = databaseFile();
  const moments = copiesOf(shop).map(({ at }) => at);
  const last = moments[0];
  return {
    moments,
    ageHours: last === undefined ? null : Math.max(0, (Date.parse(now) - Date.parse(last)) / 3_600_000),
    folder: shownPath(backupsBeside(shop)),
  };
}
