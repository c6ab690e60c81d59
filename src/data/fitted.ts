import type { Knex } from "knex";
import type { Job } from "@/core/job/job";
import { plainSerial } from "@/core/supply/serials";

type Row = { part_id: string; plain: string; job_id: string };

/**
 * Keeps which pieces are in a job's bike, so that others can ask. Whoever notes a number sees to it before that no other bike has it; where
 * two have it all the same, as after a mend by hand, the first keeps it and the other can still be worked on.
 */
export async function saveFitted(db: Knex, { id, serials }: Pick<Job, "id" | "serials">): Promise<void> {
  await db<Row>("fitted_piece").where({ job_id: id }).delete();
  if (serials.length > 0)
    await db<Row>("fitted_piece")
      .insert(serials.map(({ partId, serial }) => ({ part_id: partId, plain: plainSerial(serial), job_id: id })))
      .onConflict(["part_id", "plain"])
      .ignore();
}

export type Fitted = {
  readonly partId: string;
  /** As it is compared. */
  readonly plain: string;
  readonly jobId: string;
  readonly jobNumber: number;
  readonly customer: string;
};

/** Pieces of these parts that are in bikes, and in whose. */
export async function fittedOf(db: Knex, partIds: readonly string[]): Promise<Fitted[]> {
  return (await db("fitted_piece as f")
    .join("job as j", "j.id", "f.job_id")
    .whereIn("f.part_id", [...partIds])
    .orderBy("j.number")
    .select(
      "f.part_id as partId",
      "f.plain as plain",
      "f.job_id as jobId",
      "j.number as jobNumber",
      "j.customer as customer",
    )) as Fitted[];
}
