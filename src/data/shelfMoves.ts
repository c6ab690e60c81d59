import type { Knex } from "knex";
import type { HeldMove, ShelfMove } from "@/core/supply/shelfMoves";

/** Why pieces move, when and by whom. */
export type Because = { readonly says: string; readonly at: string; readonly by: string };

type Row = {
  id: number;
  part_id: string;
  pieces: number;
  there: number;
  says: string;
  at: string;
  by: string;
  cost_minor: number | null;
};

/**
 * Does something that changes what is on the shelf, or what is held of it, and notes why with every line that it makes. In the
 * transaction of whoever calls: nobody else writes meanwhile.
 * @param costMinor of all pieces of each part that moves, in cents of the shop's currency; null where it is not known
 */
export async function because<T>(
  trx: Knex,
  { says, at, by }: Because,
  work: () => Promise<T>,
  costMinor: number | null = null,
): Promise<T> {
  await trx("shelf_reason").update({ says: says.slice(0, 300), at, by, cost_minor: costMinor });
  const done = await work();
  await trx("shelf_reason").update({ says: null, at: null, by: null, cost_minor: null });
  return done;
}

/** What moved of a part, the first first. */
export async function movesOf(db: Knex, partId: string): Promise<ShelfMove[]> {
  const rows = await db<Row>("shelf_move").where({ part_id: partId }).orderBy("id");
  return rows.map(({ pieces, there, says, at, by, cost_minor }) => ({ pieces, there, says, at, by, costMinor: cost_minor }));
}

/** What jobs put by of a part, and let go, the first first. */
export async function heldMovesOf(db: Knex, partId: string): Promise<HeldMove[]> {
  const rows = (await db("held_move as m")
    .leftJoin("job as j", "j.id", "m.job_id")
    .where("m.part_id", partId)
    .orderBy("m.id")
    .select("m.pieces", "m.says", "m.at", "m.by", "m.job_id as jobId", "j.number", "j.customer")) as HeldMove[];
  return rows.map((row) => ({ ...row, customer: row.customer ?? "" }));
}

/** Jobs that hold pieces of a part on the shelf, and how many. */
export async function holdersOf(
  db: Knex,
  partId: string,
): Promise<{ jobId: string; number: number; customer: string; pieces: number }[]> {
  return (await db("held as h")
    .join("job as j", "j.id", "h.job_id")
    .where("h.part_id", partId)
    .orderBy("j.number")
    .select("h.job_id as jobId", "j.number as number", "j.customer as customer", "h.pieces as pieces")) as {
    jobId: string;
    number: number;
    customer: string;
    pieces: number;
  }[];
}
