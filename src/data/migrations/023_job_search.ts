import type { Knex } from "knex";

const SUMMARY = "(case when json_valid(summary) then summary else '{}' end)";
const of = (path: string) => `json_extract(${SUMMARY}, '$.${path}')`;
const some = (verdict: string) => `${of(`verdicts.${verdict}`)} > 0`;
const ASIDE = `coalesce(${of("aside")}, 0)`;
const ONLY = {
  stop: some("stop"),
  measure: some("measure"),
  adapt: some("adapt"),
  clear: ["stop", "measure", "adapt"].map((verdict) => `not ${some(verdict)}`).join(" and "),
  over: `${of("budgetMinor")} is not null and ${of("allInMinor")} > ${of("budgetMinor")}`,
  late: of("late"),
  signed: `${of("signature")} = 'stands'`,
};
const ORDERS = {
  touched: "updated_at desc, number desc",
  number: "number desc",
  customer: "customer collate nocase, number desc",
  promised: `coalesce(${of("readyBy")}, '9999'), number desc`,
  price: `${of("allInMinor")} desc, number desc`,
};

/** The stages in the order in which a line tells them. */
const STAGES = ["ask", "survey", "drive", "fit", "ride", "sheet", "order", "build", "prove", "hand_over"];

/** What is looked for in a job, as one text; \`summary\` is the row's own. */
const words = (row: string) =>
  `${row}.customer || char(10) || ${row}.bike || char(10) || ${row}.number || char(10)
     || coalesce(json_extract(case when json_valid(${row}.summary) then ${row}.summary else '{}' end, '$.contact'), '')`;

/**
 * The list of jobs by every order and every narrowing without reading all lines, and its search by every three letters: ten thousand jobs
 * are listed and found as fast as hundreds. The database keeps all of it in step by itself.
 */
export async function up(knex: Knex): Promise<void> {
  for (const [name, order] of Object.entries(ORDERS)) await knex.raw(`create index job_by_${name} on job (${ASIDE}, ${order})`);
  for (const [name, only] of Object.entries(ONLY))
    await knex.raw(`create index job_only_${name} on job (${ASIDE}, (${only}), ${ORDERS.touched})`);
  for (const [i, stage] of STAGES.entries())
    await knex.raw(
      `create index job_at_${stage} on job (${ASIDE}, ${ORDERS.touched}) where ${of(`stages[${i}].knot`)} in ('open', 'half')`,
    );
  // A row is found by its job's number, which is one job's for ever; a row's own number may be another after a copy.
  await knex.raw("create virtual table job_find using fts5 (words, tokenize = 'trigram')");
  await knex.raw(`insert into job_find (rowid, words) select number, ${words("job")} from job`);
  const put = `insert into job_find (rowid, words) values (new.number, ${words("new")});`;
  const take = "delete from job_find where rowid = old.number;";
  await knex.raw(`create trigger job_found after insert on job begin ${put} end`);
  await knex.raw(
    `create trigger job_found_otherwise after update of customer, bike, number, summary on job when ${words("old")} <> ${words("new")}
       begin ${take} ${put} end`,
  );
  await knex.raw(`create trigger job_lost after delete on job begin ${take} end`);
}
