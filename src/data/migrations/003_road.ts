import type { Knex } from "knex";

/** What a wish holds since rides are reckoned; a job stored before had none of it. */
const NEW_IN_WISH = { route: null, rangeKm: null, hillKmh: null };

export async function up(knex: Knex): Promise<void> {
  for (const { id, body } of (await knex("job").select("id", "body")) as { id: string; body: string }[]) {
    const job = JSON.parse(body) as { wish: Record<string, unknown> };
    await knex("job")
      .where({ id })
      .update({ body: JSON.stringify({ ...job, wish: { ...NEW_IN_WISH, ...job.wish } }) });
  }
}
