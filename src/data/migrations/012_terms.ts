import type { Knex } from "knex";

/** What a supplier asks and how the shop orders there, beside prices and plain carriage. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable("supplier", (table) => {
    table.text("terms").nullable();
  });
}
