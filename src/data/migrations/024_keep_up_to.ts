import type { Knex } from "knex";

/** Up to how many pieces a part is filled, once fewer than the least are there: else each piece that goes makes an order. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable("part", (table) => {
    table.integer("keep_up_to").nullable();
  });
}
