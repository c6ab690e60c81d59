import type { Knex } from "knex";

/** How many packs a supplier sells in one order at the most. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable("offer", (table) => {
    table.integer("at_most").nullable();
  });
}
