import { existsSync, mkdirSync, readdirSync, rmSync, statSync } from "node:fs";
import { dirname, join } from "node:path";
import { DAY_MS } from "@/core/units/days";

/** The copies that a shop makes of itself lie beside it, named by their moment, so that they sort by it. */
export const backupsBeside = (database: string): string => join(/* turbopackIgnore: true */ dirname(database), "backups");
const NAME = /^gull-(\d{4}-\d\d-\d\dT\d\d-\d\d-\d\d)\.backup$/;
const MOST_KEPT = 14;

export type Copy = { readonly name: string; readonly at: string; readonly bytes: number };

/** A shop's own copies, the latest first. */
export function copiesOf(database: string): Copy[] {
  const folder = backupsBeside(database);
  if (!existsSync(folder)) return [];
  return readdirSync(folder)
    .flatMap((name) => {
      const moment = NAME.exec(name)?.[1];
      if (moment === undefined) return [];
      const [day, time] = moment.split("T");
      return [
        {
          name,
          at: `${day}T${time!.replaceAll("-", ":")}Z`,
          bytes: statSync(join(/* turbopackIgnore: true */ folder, name)).size,
        },
      ];
    })
    .sort((a, b) => b.at.localeCompare(a.at));
}

/** Where a copy of this moment goes. @param now ISO time */
export function copyFileAt(database: string, now: string): string {
  const folder = backupsBeside(database);
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  return join(folder, `gull-${now.slice(0, 19).replaceAll(":", "-")}.backup`);
}

/** Whether a day has gone since the last copy, or there is none. A clock that was put back makes one too. */
export function isCopyDue(database: string, now: string): boolean {
  const last = copiesOf(database)[0];
  return last === undefined || Math.abs(Date.parse(now) - Date.parse(last.at)) >= DAY_MS;
}

/** Leaves the last copies and takes the older ones away. */
export function dropOldCopies(database: string): void {
  for (const { name } of copiesOf(database).slice(MOST_KEPT)) rmSync(join(backupsBeside(database), name), { force: true });
}
