import type { Knex } from "knex";

/** All that a list of jobs looks at, apart from the jobs themselves, which are thirty times as long: a list of thousands reads these alone. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable("job", (table) => {
    table.index(["updated_at", "number", "id", "customer", "bike", "summary"], "job_line");
  });
}
