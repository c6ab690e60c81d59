import type { Knex } from "knex";

/** Orders that hold parts for several jobs: what was ordered, for whom, and what came of it. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable("purchase", (table) => {
    table.text("id").primary();
    table.text("number").notNullable().unique();
    table.text("supplier_id").notNullable();
    table.text("placed_at").notNullable();
    table.integer("version").notNullable();
    table.boolean("closed").notNullable();
    table.text("body").notNullable();
    table.text("request").nullable().unique();
    table.index(["closed", "placed_at"]);
    table.check("json_valid(body)");
  });
}
