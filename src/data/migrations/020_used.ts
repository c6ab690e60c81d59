import type { Knex } from "knex";

/** A part that ran before: in what condition it is, in words. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable("part", (table) => {
    table.text("used").nullable();
  });
}
