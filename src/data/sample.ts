import type { Knex } from "knex";
import { bumpCatalogue, readSetting, writeSetting } from "./settings";

const KEY = "sample job";

/** The id of the job that came with the sample; undefined when there is no sample. */
export const sampleJob = async (db: Knex): Promise<string | undefined> => {
  const id = await readSetting(db, KEY);
  return typeof id === "string" ? id : undefined;
};
export const keepSampleJob = (db: Knex, id: string) => writeSetting(db, KEY, id);

/** Nothing was entered yet: no job, no part. */
export const isEmptyShop = async (db: Knex): Promise<boolean> => !(await db("job").first()) && !(await db("part").first());

/** Takes the sample job out with all that was done to it; @returns how many jobs are left */
export async function dropSampleJob(db: Knex, id: string): Promise<number> {
  await db("event").where({ job_id: id }).delete();
  await db("purchase_order").where({ job_id: id }).delete();
  await db("job").where({ id }).delete();
  await db("setting").where({ key: KEY }).delete();
  const [left] = await db("job").count<{ n: number }[]>({ n: "*" });
  return Number(left?.n ?? 0);
}

/** Takes parts out by their numbers, then the suppliers named that nobody's offer is of any more. */
export async function dropParts(db: Knex, partIds: readonly string[], supplierIds: readonly string[]): Promise<void> {
  await db("part").whereIn("id", partIds).delete();
  await db("supplier").whereIn("id", supplierIds).whereNotIn("id", db("offer").select("supplier_id")).delete();
  await bumpCatalogue(db);
}
