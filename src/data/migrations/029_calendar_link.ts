import type { Knex } from "knex";

/** Addresses under which calendars look at the bench, without anybody signing in. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable("calendar_link", (table) => {
    table.increments("id");
    table.text("token_hash").notNullable().unique();
    // Whose pieces of work; empty for everybody's.
    table.text("person").notNullable();
    table.text("made_at").notNullable();
    table.text("by").notNullable();
    table.text("revoked_at").nullable();
  });
}
