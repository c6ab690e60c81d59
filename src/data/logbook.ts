import type { Knex } from "knex";
import { narrowTo } from "./jobFind";
import { logLineSchema, type FaultLine } from "@/core/logbook/logLine";
import type { BikeName, FaultFound, LogTicket } from "@/core/logbook/pages";
import type { Summary } from "@/core/job/summary";

type FaultRow = FaultLine & { id: number; job_id: string };

/** Keeps which parts are in a job's bike and what was ever wrong with it, so that others can ask; what is as it was is left alone. */
export async function saveInBooks(db: Knex, jobId: string, { parts, faults }: Pick<Summary, "parts" | "faults">): Promise<void> {
  const were = await db("built_in").where({ job_id: jobId }).pluck<string[]>("part_id");
  const wanted = [...parts].sort();
  if (wanted.join("\n") !== [...were].sort().join("\n")) {
    await db("built_in").where({ job_id: jobId }).delete();
    if (wanted.length > 0) await db("built_in").insert(wanted.map((part_id) => ({ part_id, job_id: jobId })));
  }
  const known = await db<FaultRow>("fault").where({ job_id: jobId }).orderBy("id");
  const plain = (all: readonly FaultLine[]) =>
    JSON.stringify(all.map(({ day, symptom, cause, helped, over }) => [day, symptom, cause, helped, Boolean(over)]));
  if (plain(known) === plain(faults)) return;
  await db("fault").where({ job_id: jobId }).delete();
  if (faults.length > 0) await db("fault").insert(faults.map((fault) => ({ ...fault, job_id: jobId })));
}

const read = (rows: readonly (BikeName & { log: string })[]): LogTicket[] =>
  rows.flatMap(({ log, ...bike }) => {
    const line = logLineSchema.safeParse(parsed(log));
    // Altered from outside, or of an older program: worked out again with the job's line.
    return line.success ? [{ ...bike, line: line.data }] : [];
  });

function parsed(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return null;
  }
}

// Both stand in an index, word for word.
const LOG = "(case when json_valid(log) then log else '{}' end)";
const DUE = `json_extract(${LOG}, '$.due.day')`;
const RENEWS = `json_extract(${LOG}, '$.renews')`;

/** The handed-over job in which a finished bike goes on; undefined where it is as it left. */
export const goesOnIn = (db: Knex, jobId: string): Promise<Pick<BikeName, "id" | "number"> | undefined> =>
  db("job").whereRaw(`log <> '' and ${RENEWS} = ?`, [jobId]).orderBy("number", "desc").first("id", "number");

/** Finished bikes whose number, customer or bike holds the text, those that are due first. */
export async function finishedBikes(db: Knex, find: string, limit: number): Promise<{ rows: LogTicket[]; total: number }> {
  const matching = () => {
    // One that was renewed goes on in the job that renewed it.
    const bikes = db("job").whereRaw(
      `log <> '' and not exists (select 1 from job as later where later.log <> '' and ${RENEWS.replaceAll("log", "later.log")} = job.id)`,
    );
    narrowTo(bikes, find);
    return bikes;
  };
  // What no name can hold would end the pattern.
  if (find.includes("\0")) return { rows: [], total: 0 };
  const rows = (await matching()
    .orderByRaw(`${DUE}, number`)
    .limit(limit)
    .select("id", "number", "customer", "bike", "log")) as (BikeName & { log: string })[];
  const counted = await matching().count<{ n: number }[]>({ n: "*" });
  return { rows: read(rows), total: Number(counted[0]?.n ?? 0) };
}

/** Bikes of which the lessons are read at most, those handed over last first. */
const MOST_LESSONS = 1_000;

export async function linesOfFinished(db: Knex): Promise<LogTicket[]> {
  const rows = (await db("job")
    .whereRaw("log <> ''")
    .orderBy("number", "desc")
    .limit(MOST_LESSONS)
    .select("id", "number", "customer", "bike", "log")) as (BikeName & { log: string })[];
  return read(rows);
}

/** Bikes with one of these parts in them, finished or not, the lowest number first. */
export async function bikesWith(
  db: Knex,
  partIds: readonly string[],
): Promise<(BikeName & { contact: string; handedAt: string | null; goesOnIn: number | null })[]> {
  const rows = (await db("built_in as b")
    .join("job as j", "j.id", "b.job_id")
    .whereIn("b.part_id", [...partIds])
    .distinct()
    .orderBy("j.number")
    .select(
      "j.id as id",
      "j.number as number",
      "j.customer as customer",
      "j.bike as bike",
      "j.log as log",
      db.raw("coalesce(json_extract(case when json_valid(j.summary) then j.summary else '{}' end, '$.contact'), '') as contact"),
      db.raw(
        `(select later.number from job as later where later.log <> '' and ${RENEWS.replaceAll("log", "later.log")} = j.id) as goesOnIn`,
      ),
    )) as (BikeName & { log: string; contact: string; goesOnIn: number | null })[];
  return rows.map(({ log, ...bike }) => {
    const line = logLineSchema.safeParse(parsed(log));
    return { ...bike, handedAt: line.success ? line.data.handedAt : null };
  });
}

/** What was ever wrong, by any of these words and what they come from, the likeliest first; the latest where no word is given. */
export async function faultsLike(db: Knex, words: string, limit: number): Promise<FaultFound[]> {
  const tokens = words.match(/[\p{L}\p{N}]+/gu)?.slice(0, 12) ?? [];
  const faults = db("fault as f").join("job as j", "j.id", "f.job_id");
  if (tokens.length === 0) void faults.orderByRaw("f.day desc, f.id desc");
  else
    void faults
      .join("fault_find as w", "w.rowid", "f.id")
      // A symptom weighs most; the last word may be half typed.
      .whereRaw("fault_find match ?", [tokens.map((word, i) => `"${word}"${i === tokens.length - 1 ? "*" : ""}`).join(" OR ")])
      .orderByRaw("bm25(fault_find, 4, 2, 1), f.day desc");
  const rows = (await faults
    .limit(limit)
    .select(
      "j.id as id",
      "j.number as number",
      "j.customer as customer",
      "j.bike as bike",
      "f.day as day",
      "f.symptom as symptom",
      "f.cause as cause",
      "f.helped as helped",
      "f.over as over",
    )) as (FaultFound & { over: unknown })[];
  return rows.map((row) => ({ ...row, over: Boolean(row.over) }));
}
