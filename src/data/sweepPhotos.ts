import { existsSync, readdirSync, rmSync, statSync } from "node:fs";
import { join } from "node:path";
import { connect } from "./connection";
import { photosBeside } from "./photos";
import { DAY_MS } from "@/core/units/days";

const NAME = /[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}/g;
const BATCH = 200;

/**
 * Takes pictures away that neither a job nor an order names and no undo could bring back: taken in, and the line of the job that was to name them never
 * came. What is younger than a day is left, it may be named yet.
 *
 * @returns how many went
 */
export async function sweepPhotos(database: string, now: string): Promise<number> {
  const folder = photosBeside(database);
  if (!existsSync(folder)) return 0;
  const old = readdirSync(folder).filter(
    (name) => Date.parse(now) - statSync(join(/* turbopackIgnore: true */ folder, name)).mtimeMs > DAY_MS,
  );
  if (old.length === 0) return 0;
  const named = await namedIn(database);
  const orphans = old.filter((name) => name.endsWith(".part") || (name.endsWith(".webp") && !named.has(name.slice(0, -5))));
  for (const name of orphans) rmSync(join(/* turbopackIgnore: true */ folder, name), { force: true });
  return orphans.length;
}

/** Every name of a picture in a job, in what was done to one, or of what came with an order. */
async function namedIn(database: string): Promise<ReadonlySet<string>> {
  const db = connect(database, true);
  const named = new Set<string>();
  const read = (text: string) => {
    for (const [id] of text.matchAll(NAME)) named.add(id);
  };
  try {
    for (let last = ""; ;) {
      const rows = (await db("job").where("id", ">", last).orderBy("id").limit(BATCH).select("id", "body")) as {
        id: string;
        body: string;
      }[];
      rows.forEach((row) => read(row.body));
      if (rows.length < BATCH) break;
      last = rows.at(-1)!.id;
    }
    for (const { body } of (await db("purchase").whereRaw("body like '%\"photos\":[{%'").select("body")) as { body: string }[])
      read(body);
    for (let last = 0; ;) {
      const rows = (await db("event").where("id", ">", last).orderBy("id").limit(BATCH).select("id", "before", "after")) as {
        id: number;
        before: string;
        after: string;
      }[];
      rows.forEach((row) => read(row.before + row.after));
      if (rows.length < BATCH) break;
      last = rows.at(-1)!.id;
    }
  } finally {
    await db.destroy();
  }
  return named;
}
