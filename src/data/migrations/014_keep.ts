import type { Knex } from "knex";

/** How many pieces of a part the shop keeps on its shelf: what is under it is bought with the jobs' needs. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable("part", (table) => {
    table.integer("keep_at_least").nullable();
  });
}
