import type { Knex } from "knex";

/** Narrows jobs to those whose number, customer, bike, telephone or mail holds the text. */
export function narrowTo(jobs: Knex.QueryBuilder, find: string): void {
  if (find === "") return;
  const like = `%${find.replace(/[\\%_]/g, (c) => `\\${c}`)}%`;
  // Three letters or more are looked up; of what is found so, and of all where fewer are typed, the words themselves are looked at.
  const looked = [...find].length >= 3 && !find.includes("\0");
  const match = looked ? "job_find match ? and " : "";
  void jobs.whereRaw(`number in (select rowid from job_find where ${match}words like ? escape '\\')`, [
    ...(looked ? [`"${find.replaceAll('"', '""')}"`] : []),
    like,
  ]);
}
