import type { Knex } from "knex";

/** JSON columns are held to JSON by the database itself. */
const json = (column: string) => `json_valid(${column})`;

export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable("supplier", (table) => {
    table.text("id").primary();
    table.text("name").notNullable().unique();
    table.text("currency").notNullable().checkIn(["EUR", "GBP", "USD", "CHF"]);
    table.integer("carriage_minor").notNullable().checkBetween([0, 100_000_000]);
    table.integer("free_from_minor");
    table.integer("dangerous_goods_minor").notNullable().checkBetween([0, 100_000_000]);
  });
  await knex.schema.createTable("part", (table) => {
    table.text("id").primary();
    table.text("kind").notNullable().index();
    table.text("name").notNullable();
    table.text("maker").notNullable();
    table.float("mass_kg");
    table.integer("in_stock").notNullable().defaultTo(0).checkBetween([0, 100_000_000]);
    table.text("spec").notNullable();
    table.check(json("spec"));
  });
  await knex.schema.createTable("offer", (table) => {
    table.increments("id");
    table.text("part_id").notNullable().references("part.id").onDelete("CASCADE").index();
    table.text("supplier_id").notNullable().references("supplier.id");
    table.integer("price_minor").notNullable().checkBetween([0, 100_000_000]);
    table.text("currency").notNullable().checkIn(["EUR", "GBP", "USD", "CHF"]);
    table.integer("pack_size").notNullable().checkPositive("pack_size");
    table.integer("lead_days").notNullable().checkBetween([0, 100_000_000]);
    table.text("carriage").notNullable().checkIn(["ordinary", "dangerous goods"]);
    table.unique(["part_id", "supplier_id", "pack_size"]);
  });
  await knex.schema.createTable("job", (table) => {
    table.text("id").primary();
    table.integer("number").notNullable().unique();
    table.integer("version").notNullable().checkPositive("version");
    table.text("customer").notNullable();
    table.text("bike").notNullable();
    table.text("body").notNullable();
    table.text("summary").notNullable();
    table.text("updated_at").notNullable().index();
    table.check(json("body"));
  });
  await knex.schema.createTable("purchase_order", (table) => {
    table.text("id").primary();
    table.text("job_id").notNullable().references("job.id").index();
    table.text("number").notNullable().unique();
    table.text("supplier_id").notNullable();
    table.text("placed_at").notNullable();
    table.text("currency").notNullable();
    table.integer("total_minor").notNullable().checkBetween([0, 100_000_000]);
    table.text("body").notNullable();
    table.check(json("body"));
  });
  await knex.schema.createTable("event", (table) => {
    table.increments("id");
    table.text("job_id").notNullable().references("job.id");
    table.integer("version").notNullable();
    table.text("at").notNullable();
    table.text("by").notNullable();
    table.text("kind").notNullable();
    table.text("says").notNullable();
    table.text("before").notNullable();
    table.text("after").notNullable();
    table.boolean("undone").notNullable().defaultTo(false);
    table.unique(["job_id", "version"]);
  });
  await knex.schema.createTable("setting", (table) => {
    table.text("key").primary();
    table.text("value").notNullable();
  });
}
