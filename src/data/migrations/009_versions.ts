import type { Knex } from "knex";

/** An edit knows the wish it came from, so that the same one sent twice is done once; parts and house rules have versions and a history. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable("event", (table) => {
    table.text("request").nullable();
    table.unique(["job_id", "request"]);
    table.index(["request"]);
  });
  await knex.schema.alterTable("part", (table) => {
    table.integer("version").notNullable().defaultTo(1);
  });
  await knex.schema.createTable("record_event", (table) => {
    table.increments("id");
    table.text("kind").notNullable();
    table.text("record_id").notNullable();
    table.integer("version").notNullable();
    table.text("at").notNullable();
    table.text("by").notNullable();
    table.text("says").notNullable();
    table.text("before").notNullable();
    table.text("after").notNullable();
    table.unique(["kind", "record_id", "version"]);
  });
}
