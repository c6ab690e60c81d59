import type { Operation } from "rfc6902";
import { STAGE_NAMES, type StageName } from "@/core/job/stageNames";
import type { Knex } from "knex";
import { NO_SUMMARY, summarySchema, type JobList, type JobTicket, type Listing, type Summary } from "@/core/job/summary";
import { benchLineSchema, type BenchLine } from "@/core/bench/benchLine";
import { jobSchema, type Job } from "@/core/job/job";
import { placedOrderSchema, type PlacedOrder } from "@/core/supply/placedOrder";
import { narrowTo } from "./jobFind";
import { readOnce } from "./readOnce";
import { saveInBooks } from "./logbook";
import { saveFitted } from "./fitted";
import { because, type Because } from "./shelfMoves";
import { readSetting, writeSetting } from "./settings";
import type { HistoryLine } from "@/core/job/view";

type Row = {
  id: string;
  number: number;
  version: number;
  customer: string;
  bike: string;
  body: string;
  summary: string;
  bench: string;
  log: string;
  updated_at: string;
};
type EventRow = {
  id: number;
  job_id: string;
  version: number;
  at: string;
  by: string;
  kind: string;
  says: string;
  before: string;
  after: string;
  undone: number;
  request: string | null;
};

/** A stored job that no longer reads: its document was altered from outside. */
export class UnreadableJob extends Error {}

/** So many jobs are kept as they were read: the checking takes longer than the reading. */
const MOST_READ = 256;
const readJob = readOnce<Job>(MOST_READ);

export async function findJob(db: Knex, id: string): Promise<Job | undefined> {
  const row = await db<Row>("job").where({ id }).first();
  if (!row) return undefined;
  const orders = await db<{ job_id: string; body: string }>("purchase_order").where({ job_id: id }).orderBy("placed_at");
  const bodies = orders.map((order) => order.body);
  const text = [row.number, row.version, row.customer, row.body, ...bodies].join("\n");
  return readJob(row.id, text, () => {
    const body = parsed(row.body);
    const job = jobSchema.safeParse({
      ...(typeof body === "object" ? body : { body: "no JSON" }),
      id: row.id,
      number: row.number,
      version: row.version,
      orders: bodies.map(parsed),
    });
    if (job.success) return job.data;
    const where = job.error.issues.map((i) => (i.path.length > 0 ? i.path.join(" ") : i.message)).join(", ");
    throw new UnreadableJob(
      `Job ${row.number} of ${row.customer} does not read in the database: ${where}. The others are not touched by it; restore a backup, or mend it there.`,
    );
  });
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return null;
  }
}

/** One line that somebody altered from outside is stepped around: it says nothing, and the others are listed. */
const SUMMARY = "(case when json_valid(summary) then summary else '{}' end)";
const inSummary = (path: string) => `json_extract(${SUMMARY}, '$.${path}')`;
const verdicts = (verdict: string) => `${inSummary(`verdicts.${verdict}`)} > 0`;
// Each of these stands in an index, word for word: put otherwise, a list of thousands is read whole.
const ASIDE = `coalesce(${inSummary("aside")}, 0)`;
const OVER = `${inSummary("budgetMinor")} is not null and ${inSummary("allInMinor")} > ${inSummary("budgetMinor")}`;

/** A line tells its stages in their order; a stage that there is not is done by none. */
const notDone = (stage: string): string => {
  const at = STAGE_NAMES.indexOf(stage as StageName);
  return at < 0 ? "0" : `${inSummary(`stages[${at}].knot`)} in ('open', 'half')`;
};

const ONLY_WHERE: Readonly<Record<Listing["only"], string | null>> = {
  all: null,
  stop: verdicts("stop"),
  measure: verdicts("measure"),
  adapt: verdicts("adapt"),
  clear: ["stop", "measure", "adapt"].map((verdict) => `not ${verdicts(verdict)}`).join(" and "),
  over: OVER,
  late: inSummary("late"),
  signed: `${inSummary("signature")} = 'stands'`,
};

const SORT_BY: Readonly<Record<Listing["sort"], string>> = {
  touched: "updated_at desc, number desc",
  number: "number desc",
  customer: "customer collate nocase, number desc",
  // Those without a day come last.
  promised: `coalesce(${inSummary("readyBy")}, '9999'), number desc`,
  price: `${inSummary("allInMinor")} desc, number desc`,
};

/** Jobs whose number, customer, bike, telephone or mail holds the text: the open ones or those put aside, narrowed and sorted as asked. */
export async function listJobs(db: Knex, find: string, limit: number, listing: Partial<Listing> = {}): Promise<JobList> {
  const only = ONLY_WHERE[listing.only ?? "all"];
  const matching = () => {
    const jobs = db<Row>("job").whereRaw(`${ASIDE} = ${listing.aside ? 1 : 0}`);
    if (only !== null) void jobs.whereRaw(`(${only}) = 1`);
    if (listing.at) void jobs.whereRaw(notDone(listing.at));
    narrowTo(jobs, find);
    return jobs;
  };
  const rows = await matching()
    .select(...LINE)
    .orderByRaw(SORT_BY[listing.sort ?? "touched"])
    .limit(limit);
  const counted = await matching().count<{ n: number }[]>({ n: "*" });
  return { rows: rows.map(ticketOf), total: Number(counted[0]?.n ?? 0), behind: 0 };
}

const LINE = ["id", "number", "customer", "bike", "summary"] as const;
const ticketOf = (row: Pick<Row, (typeof LINE)[number]>): JobTicket => ({
  id: row.id,
  number: row.number,
  customer: row.customer,
  bike: row.bike,
  summary: summarySchema.safeParse(parsed(row.summary)).data ?? NO_SUMMARY,
  broken: null,
});

/** All jobs there are, open or put aside, the lowest number first. */
export const allJobIds = (db: Knex): Promise<string[]> => db<Row>("job").orderBy("number").pluck("id");

/** Lines of some jobs, be they open or put aside. The lowest number first. */
export async function linesOf(db: Knex, ids: readonly string[]): Promise<JobTicket[]> {
  const rows: Row[] = [];
  // A question holds so many values and no more.
  for (let i = 0; i < ids.length; i += 500)
    rows.push(
      ...((await db<Row>("job")
        .select(...LINE)
        .whereIn("id", ids.slice(i, i + 500))) as Row[]),
    );
  return rows.map(ticketOf).sort((a, b) => a.number - b.number);
}

const LAST_NUMBER = "last job number";

/** A number that no job had before, be it gone since; taken with this. */
export async function takeNumber(db: Knex): Promise<number> {
  const row = await db("job").max<{ top: number | null }[]>({ top: "number" });
  const number = Math.max(row[0]?.top ?? 100, Number((await readSetting(db, LAST_NUMBER)) ?? 0)) + 1;
  await writeSetting(db, LAST_NUMBER, number);
  return number;
}

/** A job's line, what the bench and the logbook know of it apart: a list of hundreds does not read their steps. */
const lineRow = ({ bench, log, parts: _parts, faults: _faults, ...line }: Summary) => ({
  summary: JSON.stringify(line),
  bench: bench ? JSON.stringify(bench) : "",
  log: log ? JSON.stringify(log) : "",
});

/** What the bench has to know of every job with work left, the lowest number first. */
export async function benchLines(db: Knex): Promise<BenchTicket[]> {
  const rows = (await db<Row>("job")
    .whereNot({ bench: "" })
    .orderBy("number")
    .select("id", "number", "customer", "bike", "bench", db.raw(`${inSummary("readyBy")} as due`))) as (Pick<
    Row,
    "id" | "number" | "customer" | "bike" | "bench"
  > & { due: string | null })[];
  return rows.flatMap(({ bench, ...row }) => {
    const line = benchLineSchema.safeParse(parsed(bench));
    // Altered from outside, or of an older program: worked out again with the job's line.
    return line.success ? [{ ...row, line: line.data }] : [];
  });
}

/** @property due the ISO day for which it is promised */
export type BenchTicket = Pick<Row, "id" | "number" | "customer" | "bike"> & {
  readonly due: string | null;
  readonly line: BenchLine;
};

const bodyOf = (job: Job) => JSON.stringify({ ...job, orders: [] });

export async function insertJob(db: Knex, job: Job, summary: Summary, at: string): Promise<void> {
  await db("job").insert({
    id: job.id,
    number: job.number,
    version: job.version,
    customer: job.wish.customer,
    bike: job.wish.bike,
    body: bodyOf(job),
    ...lineRow(summary),
    updated_at: at,
  });
  await saveOrders(db, job);
  await saveFitted(db, job);
  await saveInBooks(db, job.id, summary);
}

/** Stores a job over the version it was made from. @returns false when somebody else was first: nothing is stored */
export async function updateJob(db: Knex, job: Job, from: number, summary: Summary, at: string): Promise<boolean> {
  const changed = await db("job")
    .where({ id: job.id, version: from })
    .update({
      version: job.version,
      customer: job.wish.customer,
      bike: job.wish.bike,
      body: bodyOf(job),
      ...lineRow(summary),
      updated_at: at,
    });
  if (changed === 0) return false;
  await saveOrders(db, job);
  await saveFitted(db, job);
  await saveInBooks(db, job.id, summary);
  return true;
}

/** Pieces of the shelf that all other jobs hold, by part. */
export async function heldByOthers(db: Knex, jobId: string): Promise<Record<string, number>> {
  const rows = (await db("held").whereNot({ job_id: jobId }).groupBy("part_id").select("part_id").sum({ pieces: "pieces" })) as {
    part_id: string;
    pieces: number;
  }[];
  return Object.fromEntries(rows.map(({ part_id, pieces }) => [part_id, pieces]));
}

/** What the others hold, from what all hold: a list of many need not ask the database for each. */
export const lessOwn = (all: Readonly<Record<string, number>>, own: Readonly<Record<string, number>>): Record<string, number> =>
  Object.fromEntries(
    Object.entries(all).flatMap(([part, pieces]) => {
      const rest = pieces - (own[part] ?? 0);
      return rest > 0 ? [[part, rest]] : [];
    }),
  );

/** Bikes that are worked on: something of them is done, and they are not handed over. @param partId only those with this part in them */
export async function inWork(db: Knex, partId?: string): Promise<string[]> {
  const ids = db("job").where({ log: "" }).whereRaw(`instr(body, '"ticks":{}') = 0`).orderBy("number");
  if (partId !== undefined) void ids.whereIn("id", db("built_in").where({ part_id: partId }).select("job_id"));
  return ids.pluck<string[]>("id");
}

/** Jobs whose lessons are read at most, the latest first. */
const MOST_LESSONS = 1_000;

/** Noted minutes of each job that has any, and how its money came out. */
export async function lessonsIn(
  db: Knex,
): Promise<(Pick<Summary, "took" | "tookBy" | "frameKind" | "outcome"> & { readonly number: number })[]> {
  const rows = (await db("job")
    .whereRaw(`json_extract(${SUMMARY}, '$.took') <> '{}'`)
    .orderBy("updated_at", "desc")
    .limit(MOST_LESSONS)
    .select("number", "summary")) as { number: number; summary: string }[];
  return rows.flatMap((row) => {
    const read = summarySchema.safeParse(parsed(row.summary));
    if (!read.success) return [];
    const { took, tookBy, frameKind, outcome } = read.data;
    return [{ number: row.number, took, tookBy, frameKind, outcome }];
  });
}

/** Open jobs that still buy pieces of a part, the lowest number first. */
export async function wantedBy(
  db: Knex,
  partId: string,
): Promise<{ jobId: string; number: number; customer: string; pieces: number }[]> {
  const pieces = `json_extract(${SUMMARY}, ?)`;
  // A part's number has neither quotes nor dots.
  const path = `$.buys."${partId}"`;
  return (await db("job")
    .whereRaw(`${pieces} > 0`, [path])
    .orderBy("number")
    .select("id as jobId", "number", "customer", db.raw(`${pieces} as pieces`, [path]))) as {
    jobId: string;
    number: number;
    customer: string;
    pieces: number;
  }[];
}

/**
 * Brings the list's line of a job up to date; the job itself is as it was, and one that was changed since keeps its newer line.
 * @param version of the job that the line was worked out of
 * @param why it puts by other pieces of the shelf than before
 */
export const storeSummary = (db: Knex, { id, version }: Pick<Job, "id" | "version">, summary: Summary, why: Because) =>
  db.transaction(async (trx) => {
    const changed = await because(trx, why, () => trx("job").where({ id, version }).update(lineRow(summary)));
    if (changed > 0) await saveInBooks(trx, id, summary);
    return changed;
  });

async function saveOrders(db: Knex, job: Job): Promise<void> {
  await db("purchase_order")
    .where({ job_id: job.id })
    .whereNotIn(
      "id",
      job.orders.map((order) => order.id),
    )
    .delete();
  for (const order of job.orders)
    await db("purchase_order")
      .insert(orderRow(job.id, placedOrderSchema.parse(order)))
      .onConflict("id")
      .merge();
}

const orderRow = (jobId: string, order: PlacedOrder) => ({
  id: order.id,
  job_id: jobId,
  number: order.number,
  supplier_id: order.supplierId,
  placed_at: order.placed.at,
  currency: order.currency,
  total_minor: order.goodsMinor + order.carriageMinor,
  body: JSON.stringify(order),
});

/** From one state of a job to another: what changed, as JSON patch (RFC 6902); edits of before that kept the changed pieces whole. */
export type Change = readonly Operation[] | Partial<Job>;

export type JobEvent = {
  jobId: string;
  version: number;
  at: string;
  by: string;
  kind: string;
  says: string;
  /** Back to what was, and forth again. */
  before: Change;
  after: Change;
  /** Names the wish that this edit came from, so that it is done once however often it is sent. */
  request?: string | undefined;
};

export async function appendEvent(db: Knex, event: JobEvent): Promise<void> {
  const { jobId, before, after, request, ...rest } = event;
  await db("event").insert({
    ...rest,
    job_id: jobId,
    before: JSON.stringify(before),
    after: JSON.stringify(after),
    request: request ?? null,
  });
}

/** The job that an edit of this request was stored for; undefined when none was. */
export async function jobOfRequest(db: Knex, request: string): Promise<string | undefined> {
  return (await db<EventRow>("event").where({ request }).first("job_id"))?.job_id;
}

type Edit = { id: number; kind: string; says: string; before: Change; after: Change };

/** The edit that undo takes back, and the one that redo does again: a new edit leaves nothing to do again. */
export async function editsToStep(db: Knex, jobId: string): Promise<{ undo: Edit | undefined; redo: Edit | undefined }> {
  const events = await db<EventRow>("event").where({ job_id: jobId }).orderBy("version").select("id", "kind");
  const done: number[] = [];
  let undone: number[] = [];
  for (const { id, kind } of events) {
    if (kind === "create") continue;
    if (kind === "undo") undone.push(...done.splice(-1));
    else if (kind === "redo") done.push(...undone.splice(-1));
    else {
      done.push(id);
      undone = [];
    }
  }
  const read = async (id: number | undefined): Promise<Edit | undefined> => {
    const row = id === undefined ? undefined : await db<EventRow>("event").where({ id }).first();
    return (
      row && {
        id: row.id,
        kind: row.kind,
        says: row.says,
        before: JSON.parse(row.before) as Change,
        after: JSON.parse(row.after) as Change,
      }
    );
  };
  return { undo: await read(done.at(-1)), redo: await read(undone.at(-1)) };
}

export const markUndone = (db: Knex, eventId: number, undone: boolean) =>
  db("event")
    .where({ id: eventId })
    .update({ undone: undone ? 1 : 0 });

export async function history(db: Knex, jobId: string, since = 0, limit = 30): Promise<HistoryLine[]> {
  const rows = await db<EventRow>("event")
    .where({ job_id: jobId })
    .andWhere("version", ">", since)
    .orderBy("version", "desc")
    .limit(limit);
  return rows.map((row) => ({ version: row.version, at: row.at, by: row.by, says: row.says, undone: row.undone === 1 }));
}
