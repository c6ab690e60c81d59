import type { Knex } from "knex";

/** Who works in the shop, who is signed in, who tried in vain, and what a customer may look at. Nothing secret is kept as it is. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable("person", (table) => {
    table.increments("id");
    table.specificType("name", "text collate nocase").notNullable().unique();
    table.text("role").notNullable().checkIn(["owner", "counter", "builder", "buyer"]);
    table.text("secret").notNullable();
    table.boolean("left").notNullable().defaultTo(false);
    table.text("since").notNullable();
  });
  await knex.schema.createTable("session", (table) => {
    table.text("token_hash").primary();
    table.integer("person_id").notNullable().references("person.id").onDelete("CASCADE").index();
    table.text("made_at").notNullable();
    table.text("seen_at").notNullable();
    table.text("machine").notNullable();
  });
  await knex.schema.createTable("sign_in_try", (table) => {
    table.text("name").primary();
    table.integer("wrong").notNullable();
    table.text("last_at").notNullable();
    table.text("locked_until").notNullable();
  });
  await knex.schema.createTable("customer_link", (table) => {
    table.increments("id");
    table.text("token_hash").notNullable().unique();
    table.text("job_id").notNullable().references("job.id").onDelete("CASCADE").index();
    table.text("made_at").notNullable();
    table.text("by").notNullable();
    table.text("until").notNullable();
    table.text("revoked_at").nullable();
  });
}
