import type { Knex } from "knex";

/** What used to be one choice is an order now. */
const GIVES: Record<string, string[]> = { price: ["price"], date: ["ready"], weight: ["mass"], nothing: [] };

export async function up(knex: Knex): Promise<void> {
  for (const { id, body } of (await knex("job").select("id", "body")) as { id: string; body: string }[]) {
    const job = JSON.parse(body) as { wish: Record<string, unknown> };
    const { givesFirst, ...wish } = job.wish;
    await knex("job")
      .where({ id })
      .update({ body: JSON.stringify({ ...job, wish: { gives: GIVES[String(givesFirst)] ?? [], ...wish } }) });
  }
}
