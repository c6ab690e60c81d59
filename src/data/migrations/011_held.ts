import type { Knex } from "knex";

/** The pieces that a job holds, taken from its line in the list; a line that does not read holds nothing. */
const pieces = (job: string, from = "") =>
  `select held.key, ${job}.id, held.value
     from ${from} json_each(case when json_valid(${job}.summary) and json_type(${job}.summary, '$.holds') = 'object' then ${job}.summary else '{"holds":{}}' end, '$.holds') as held
    where held.type in ('integer', 'real') and held.value > 0`;

/**
 * What the jobs hold of the shelf, by part: every page asks for it, and taking thousands of lines apart for each took longer than
 * reading the job. The database keeps it in step by itself, whichever way a line is written.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(
    "create table held (part_id text not null, job_id text not null, pieces integer not null, primary key (part_id, job_id)) without rowid",
  );
  await knex.raw("create index held_by on held (job_id)");
  await knex.raw(
    `create trigger job_holds after insert on job begin insert or replace into held (part_id, job_id, pieces) ${pieces("new")}; end`,
  );
  await knex.raw(
    `create trigger job_holds_otherwise after update of summary on job begin
       delete from held where job_id = old.id;
       insert or replace into held (part_id, job_id, pieces) ${pieces("new")};
     end`,
  );
  await knex.raw("create trigger job_gone after delete on job begin delete from held where job_id = old.id; end");
  await knex.raw(`insert into held (part_id, job_id, pieces) ${pieces("job", "job,")}`);
}
