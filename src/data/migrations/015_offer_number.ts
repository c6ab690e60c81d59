import type { Knex } from "knex";

/** What a supplier calls a part: by it the rows of their price list are known, and it stands on their orders. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable("offer", (table) => {
    table.text("number").nullable();
  });
}
