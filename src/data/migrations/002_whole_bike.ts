import type { Knex } from "knex";

type Row = { id: string; body: string };
type Spec = Record<string, unknown>;

/** What a job holds since the whole bike is surveyed; a job stored before had none of it. */
const NEW_IN_WISH = { hillPercent: null, hillKm: null, coldestC: null, tows: "nothing" };

/** Fills stored jobs with the new fields of the wish, and gives a hub motor's sheet a flange offset for each side. */
export async function up(knex: Knex): Promise<void> {
  for (const { id, body } of (await knex("job").select("id", "body")) as Row[]) {
    const job = JSON.parse(body) as { wish: Spec };
    const whole = { also: [], refused: [], photos: [], ...job, wish: { ...NEW_IN_WISH, ...job.wish } };
    await knex("job")
      .where({ id })
      .update({ body: JSON.stringify(whole) });
  }
  for (const { id, spec } of (await knex("part").where({ kind: "hub-motor" }).select("id", "spec")) as {
    id: string;
    spec: string;
  }[]) {
    const { flangeOffsetMm, ...rest } = JSON.parse(spec) as Spec;
    if (flangeOffsetMm === undefined) continue;
    const sides = { flangeOffsetLeftMm: flangeOffsetMm, flangeOffsetRightMm: flangeOffsetMm };
    await knex("part")
      .where({ id })
      .update({ spec: JSON.stringify({ ...rest, ...sides }) });
  }
}
