import type { Knex } from "knex";

const LOG = "(case when json_valid(log) then log else '{}' end)";
/** A symptom, its cause and what helped are found by their words and by what these come from; a row's own number ties both tables. */
const WORDS = "symptom, cause, helped";

/** What the logbook knows of finished bikes, the parts that are in every bike, and what was ever wrong with one. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable("job", (table) => {
    table.text("log").notNullable().defaultTo("");
  });
  await knex.raw(`create index job_by_due on job (json_extract(${LOG}, '$.due.day'), number) where log <> ''`);
  await knex.raw(`create index job_renewing on job (json_extract(${LOG}, '$.renews')) where log <> ''`);
  await knex.schema.createTable("built_in", (table) => {
    table.text("part_id").notNullable();
    table.text("job_id").notNullable().references("job.id").onDelete("CASCADE").index();
    table.primary(["part_id", "job_id"]);
  });
  await knex.schema.createTable("fault", (table) => {
    table.increments("id");
    table.text("job_id").notNullable().references("job.id").onDelete("CASCADE").index();
    table.text("day").notNullable();
    table.text("symptom").notNullable();
    table.text("cause").notNullable();
    table.text("helped").notNullable();
    table.boolean("over").notNullable();
  });
  await knex.raw(`create virtual table fault_find using fts5 (${WORDS}, tokenize = 'porter unicode61')`);
  await knex.raw(
    `create trigger fault_found after insert on fault begin
       insert into fault_find (rowid, ${WORDS}) values (new.id, new.symptom, new.cause, new.helped); end`,
  );
  await knex.raw("create trigger fault_lost after delete on fault begin delete from fault_find where rowid = old.id; end");
  // Lines of before are worked out again, so that all of this comes to be there.
  await knex.raw("update job set summary = json_set(summary, '$.stamp', '') where json_valid(summary)");
}
