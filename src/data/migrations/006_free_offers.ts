import type { Knex } from "knex";

/** An offer at 0.00 counts as a price only where somebody said that it is meant; none of before was asked. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable("offer", (table) => {
    table.integer("free").notNullable().defaultTo(0);
  });
}
