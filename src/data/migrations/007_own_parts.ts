import type { Knex } from "knex";

/** A part that a customer brings is for one job: nobody else is offered it. None of before was. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable("part", (table) => {
    table.text("only_for").nullable();
  });
}
