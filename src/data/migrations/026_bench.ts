import type { Knex } from "knex";

/** What the bench has to know of a job, beside its line; lines of before are worked out again, so that it comes to be there. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable("job", (table) => {
    table.text("bench").notNullable().defaultTo("");
  });
  await knex.raw("create index job_on_bench on job (number) where bench <> ''");
  await knex.raw("update job set summary = json_set(summary, '$.stamp', '') where json_valid(summary)");
}
