import { tagNumber } from "@/core/units/tagNumber";
import { applyPatch, createPatch, createTests, type Operation } from "rfc6902";
import type { Knex } from "knex";
import { z } from "zod";
import { commandSchema, type Command, type Done, type Refusal } from "@/core/job/command";
import { jobSchema, type Job } from "@/core/job/job";
import type { Assessment } from "@/core/job/assess";
import { ALLOWED, may, notTheirs, type Deed, type Who } from "@/core/people/roles";
import { bad, good, type Result } from "@/core/result";
import type { HistoryLine, JobView } from "@/core/job/view";
import {
  appendEvent,
  editsToStep,
  findJob,
  history,
  jobOfRequest,
  markUndone,
  storeSummary,
  UnreadableJob,
  updateJob,
  type Change,
} from "@/data/jobs";
import { lastSerial } from "@/core/cost/orderOf";
import type { Wish } from "@/core/wish/wish";
import { carryOut } from "./commands";
import { WISH_NAMES } from "@/core/wish/names";
import { saveParts, takeFromShelf } from "@/data/catalogue";
import { because, type Because } from "@/data/shelfMoves";
import { NO_SUMMARY } from "@/core/job/summary";
import { RIDE_NAMES } from "@/core/prove/rideNames";
import type { RideLog } from "@/core/prove/rideLogSchema";
import { putOnShelf, takenBy, usedId } from "@/core/job/taken";
import { requestSchema } from "./request";
import { cameAsAnother, inAnotherBike } from "./serials";
import { benchOf, summaryOf, viewFrom } from "./jobView";
import { CHANGED_UNDER, withReopened } from "./reopen";
import { assessOn, type Bench } from "./useCase";

const sure = z.literal(true).optional();
const stepBackSchema = z.discriminatedUnion("do", [
  z.strictObject({ do: z.literal("undo"), sure }),
  z.strictObject({ do: z.literal("redo"), sure }),
]);

const isStepBack = (command: Command | StepBack): command is StepBack => command.do === "undo" || command.do === "redo";

/** Takes the last edit back, or does it again; `sure` answers what it asks first. */
export type StepBack = z.input<typeof stepBackSchema>;

export const envelopeSchema = z.strictObject({
  jobId: z.string().max(40),
  version: z.int(),
  by: z.string().trim().max(40),
  command: z.union([commandSchema, stepBackSchema]),
  /** Names one wish of somebody's: sent again, because no answer came, it is not done again. */
  request: requestSchema.optional(),
});
export type Envelope = z.input<typeof envelopeSchema>;

export type Answer =
  | { ok: true; view: JobView }
  | {
      ok: false;
      error: Refusal | { kind: "stale"; says: string; changes: HistoryLine[]; view: JobView } | { kind: "gone"; says: string };
    };

/**
 * Does one thing to a job, in one transaction with its event. A command made on an older version is refused with what changed since;
 * nothing is stored then, and what was typed stays with the caller.
 * @param now ISO time with zone
 * @param who signed in: it is done in their name, whatever the envelope says; null at a bench that is open to its own machine
 */
export async function perform(db: Knex, raw: unknown, now: string, who: Who = null): Promise<Answer> {
  const outcome = await carriedOut(db, raw, now, who);
  if (outcome.ok) {
    const { job, bench, assessed } = outcome.value;
    return { ok: true, view: await viewFrom(db, job, bench ?? (await benchOf(db, now, "", job.id)), assessed) };
  }
  const { error } = outcome;
  if (error.kind !== "stale") return { ok: false, error };
  const { job, ...stale } = error;
  return { ok: false, error: { ...stale, view: await viewFrom(db, job, await benchOf(db, now, "", job.id)) } };
}

type Failure = Refusal | { kind: "stale"; says: string; changes: HistoryLine[]; job: Job } | { kind: "gone"; says: string };

/**
 * The same without the view: what scripts and the demo use.
 * @param line "later" where more edits follow at once: the list's line is then made by who makes them, with `bringLine`
 */
export async function execute(db: Knex, raw: unknown, now: string, line: "now" | "later" = "now"): Promise<Result<Job, Failure>> {
  const outcome = await carriedOut(db, raw, now, null, line);
  return outcome.ok ? good(outcome.value.job) : outcome;
}

/** A stored job with the reckoning that its line in the list was made of; none where the edit moved the shelf under it. */
type Carried = { job: Job } & ({ bench: Bench; assessed: Assessment } | { bench?: undefined; assessed?: undefined });

/** Brings the list's line of a job up to date after edits that left it for later. */
export async function bringLine(db: Knex, jobId: string, now: string): Promise<void> {
  const job = await findJob(db, jobId);
  if (!job) return;
  const why = { says: "chosen for its build", at: now, by: "" };
  await storeSummary(db, job, summaryOf(job, await benchOf(db, now, "", jobId)), why);
}

async function carriedOut(
  db: Knex,
  raw: unknown,
  now: string,
  who: Who,
  line: "now" | "later" = "now",
): Promise<Result<Carried, Failure>> {
  const envelope = envelopeSchema.safeParse(raw);
  if (!envelope.success) return bad({ kind: "refused", says: sentence(envelope.error) });
  const { jobId, version, command, request } = envelope.data;
  if (who && !may(who, command.do)) return bad({ kind: "refused", says: notTheirs(who, command.do) });
  const by = who?.name ?? envelope.data.by;
  return db.transaction(async (trx): Promise<Result<Carried, Failure>> => {
    const job = await findJob(trx, jobId).catch((error: unknown) => {
      if (error instanceof UnreadableJob) return error;
      throw error;
    });
    if (job instanceof UnreadableJob) return bad({ kind: "refused", says: job.message });
    if (!job) return bad({ kind: "gone", says: "This job does not exist any more." });
    // Stored before, and only the answer was lost: this is the answer.
    if (request !== undefined && (await jobOfRequest(trx, request)) === jobId) return good({ job });
    const bench = await benchOf(trx, now, by, jobId);
    if (job.version !== version) {
      const changes = await history(trx, jobId, version);
      return bad({
        kind: "stale",
        says: `Changed meanwhile: ${changes.map((c) => c.says).join("; ")}. Nothing of yours was stored; look, then do it again.`,
        changes,
        job,
      });
    }
    const outcome = isStepBack(command)
      ? await stepBack(trx, job, command.do, command.sure === true, who)
      : carryOut(job, command, bench);
    if (!outcome.ok) return outcome;
    if (command.do === "note serial" && !command.confirmed) {
      const asks = await cameAsAnother(trx, command.partId, command.serial);
      if (asks) return bad(asks);
    }
    // A step back brings its ticks with it.
    const edit = isStepBack(command) ? outcome.value : withReopened(job, outcome.value, bench);
    return storeEdit(trx, job, edit, { kind: command.do, request }, bench, line);
  });
}

/**
 * The last steps of every edit: the job at its next version, its line in the list, what it moves on the shelf, and its event. In the
 * transaction of whoever calls.
 */
export async function storeEdit(
  trx: Knex,
  job: Job,
  edit: Done,
  { kind, request }: { readonly kind: string; readonly request?: string | undefined },
  bench: Bench,
  line: "now" | "later" = "now",
): Promise<Result<Carried, Refusal>> {
  const { at, by } = bench;
  const whole = jobSchema.safeParse({ ...job, ...edit.job, version: job.version + 1 });
  // What each command says is checked before; what is left is that there is too much of something.
  if (!whole.success)
    return bad({ kind: "refused", says: `Not stored: ${whole.error.issues.map((i) => i.message).join("; ")}.` });
  const made = whole.data;
  // Noted, undone or done again: whichever way a number comes in, the piece is in one bike alone.
  const elsewhere = edit.job.serials ? await inAnotherBike(trx, made) : null;
  if (elsewhere !== null) return bad({ kind: "refused", says: elsewhere });
  const orderSerial = Math.max(lastSerial(job), lastSerial(made));
  const event = { jobId: job.id, version: made.version, at, by, kind, says: edit.says, request };
  if (line === "later" && Object.keys(made.ticks).length === 0 && Object.keys(job.taken).length === 0) {
    const next = { ...made, orderSerial };
    if (!(await updateJob(trx, next, job.version, NO_SUMMARY, at))) throw new Error("the job changed inside its own transaction");
    await appendEvent(trx, { ...event, ...difference(job, next, edit.job) });
    return good({ job: next });
  }
  // A finished step took its pieces off the shelf; one that is opened again puts them back. Undo follows by itself.
  const assessed = assessOn(made, bench);
  const next = { ...made, taken: takenBy(made, assessed), orderSerial };
  const ids = new Set([...Object.keys(job.taken), ...Object.keys(next.taken)]);
  const moved = Object.fromEntries([...ids].map((id) => [id, (next.taken[id] ?? 0) - (job.taken[id] ?? 0)]));
  // What is on the shelf counts in the sums: without a move they are those of before.
  const put = putBetween(job, next);
  const moves = [...Object.values(moved), ...Object.values(put)].some((pieces) => pieces !== 0);
  const summary = moves ? summaryOf(next, bench) : summaryOf(next, bench, assessed);
  // What it puts by of the shelf, or lets go, is noted with what was done.
  const why = { says: edit.says, at, by };
  const stored = await because(trx, why, () => updateJob(trx, next, job.version, summary, at));
  if (!stored) throw new Error("the job changed inside its own transaction");
  const number = tagNumber(job.number);
  const shelfWhy = { ...why, says: `Job ${number}, ${made.wish.customer}: ${edit.says}` };
  await takeFromShelf(trx, moved, shelfWhy);
  await putUsed(trx, put, bench, shelfWhy);
  await appendEvent(trx, { ...event, ...difference(job, next, edit.job) });
  return good(moves ? { job: next } : { job: next, bench, assessed });
}

/** Pieces that this edit puts onto the shelf off a finished bike, or takes back from it, by the part that they were. */
function putBetween(job: Job, next: Job): Record<string, number> {
  const [was, is] = [putOnShelf(job), putOnShelf(next)];
  return Object.fromEntries(
    [...new Set([...Object.keys(was), ...Object.keys(is)])].map((id) => [id, (is[id] ?? 0) - (was[id] ?? 0)]),
  );
}

/** What ran before is a part of its own on the shelf: nobody takes it for a new one. */
async function putUsed(trx: Knex, put: Readonly<Record<string, number>>, bench: Bench, why: Because): Promise<void> {
  const moved = Object.entries(put).filter(([, pieces]) => pieces !== 0);
  const unknown = moved.flatMap(([id]) => {
    const part = bench.catalogue.parts.get(id);
    return part && !bench.catalogue.parts.has(usedId(id)) ? [part] : [];
  });
  if (unknown.length > 0)
    await saveParts(
      trx,
      unknown.map(({ keepAtLeast: _least, keepUpTo: _most, bin: _bin, onlyFor: _theirs, ...part }) => ({
        ...part,
        id: usedId(part.id),
        used: "came off a bike of ours, to be looked over",
        inStock: 0,
        offers: [],
        spec: { ...part.spec },
      })),
    );
  await takeFromShelf(trx, Object.fromEntries(moved.map(([id, pieces]) => [usedId(id), -pieces])), why);
}

/** What changed of the pieces that were changed, forth and back: what undo and the audit read. */
function difference(before: Job, after: Job, changed: Done["job"]): { before: Change; after: Change } {
  const keys = Object.keys(changed) as (keyof Job)[];
  // As they are stored: what is undefined is not there.
  const pick = (job: Job) => JSON.parse(JSON.stringify(Object.fromEntries(keys.map((key) => [key, job[key]])))) as object;
  const [was, is] = [pick(before), pick(after)];
  return { before: changeOf(is, was), after: changeOf(was, is) };
}

/** A longer list is put in the place of the other as a whole: to find what differs in it takes as long as it is long, squared. */
const LONGEST_COMPARED = 60;

/** What leads from one state to another, with tests that it is that one. */
function changeOf(from: object, to: object): Operation[] {
  const steps = createPatch(from, to, (a: unknown, b: unknown, at) =>
    Array.isArray(a) && Array.isArray(b) && Math.max(a.length, b.length) > LONGEST_COMPARED
      ? JSON.stringify(a) === JSON.stringify(b)
        ? []
        : [{ op: "replace", path: at.toString(), value: b as unknown }]
      : undefined,
  );
  // Places in a list move while the steps are made: a test of one would ask at the wrong place.
  const named = steps.filter(({ path }) => !/\/(\d+|-)(\/|$)/.test(path));
  return [...createTests(from, named), ...steps];
}

const isPatch = (change: Change): change is readonly Operation[] => Array.isArray(change);
const touchesOrders = (change: Change): boolean =>
  isPatch(change) ? change.some(({ path }) => path.startsWith("/orders")) : change.orders !== undefined;

/** The pieces of the job after an edit is stepped over; null where the job is no longer such as the edit left it. */
function steppedOver(job: Job, change: Change): Partial<Job> | null {
  if (!isPatch(change)) return jobSchema.safeParse({ ...job, ...change }).success ? change : null;
  const next = structuredClone(job);
  if (applyPatch(next, [...change]).some((error) => error !== null)) return null;
  const keys = [...new Set(change.map(({ path }) => path.split("/")[1] as keyof Job))];
  return jobSchema.safeParse(next).success ? (Object.fromEntries(keys.map((key) => [key, next[key]])) as Partial<Job>) : null;
}

/** What was done to several jobs at once is not taken back in one of them. */
const REFUSES: Readonly<Record<string, string>> = {
  "joint order": "It was ordered together with other jobs: it is called off under Buying.",
  [CHANGED_UNDER]:
    "Parts or rules became others: they are put back under Parts or House rules, and what is open again is done anew.",
  received: "It came with other jobs' parts: what came is put right under Buying.",
};

/** What others rely on already: taking it back, or doing it again, asks first. */
const ASKS: Readonly<Record<string, string>> = {
  "hand over": "The bike was given to its rider, by both names.",
  sign: "The signature stands for the finished bike.",
  "place order": "An order that was sent must be told to its supplier too.",
};

/** Takes the last edit back, or does the last one that was taken back again. */
async function stepBack(trx: Knex, job: Job, way: "undo" | "redo", sure: boolean, who: Who): Promise<Result<Done, Refusal>> {
  const edit = (await editsToStep(trx, job.id))[way];
  if (!edit) return bad({ kind: "refused", says: `There is nothing to ${way}.` });
  // A kind of edit from before the roles, or from a newer bench, is the owner's to step over.
  const deed = edit.kind in ALLOWED ? (edit.kind as Deed) : "keep people";
  if (who && !may(who, deed)) return bad({ kind: "refused", says: notTheirs(who, deed) });
  const never = REFUSES[edit.kind];
  if (never) return bad({ kind: "refused", says: `“${edit.says}” is not taken back here. ${never}` });
  const asks = ASKS[edit.kind];
  if (asks && !sure)
    return bad({ kind: "ask", says: `${way === "undo" ? "Undo" : "Do again"}: ${edit.says}? ${asks}`, perhaps: null, value: 0 });
  const change = way === "undo" ? edit.before : edit.after;
  const stepped = steppedOver(job, change);
  if (!stepped)
    return bad({
      kind: "refused",
      says: `“${edit.says}” cannot be ${way === "undo" ? "taken back" : "done again"}: what it changed is kept another way since an update. Change it by hand.`,
    });
  await markUndone(trx, edit.id, way === "undo");
  return good({
    job: stepped,
    says: `${way === "undo" ? "Undone" : "Done again"}: ${edit.says}${touchesOrders(change) ? " (if it was sent, tell the supplier)" : ""}`,
  });
}

function sentence(error: z.ZodError): string {
  return error.issues
    .map((issue) => {
      const [, of, ridden] = issue.path;
      if (of === "ride") return `${RIDE_NAMES[ridden as keyof RideLog] ?? "the recording"}: ${issue.message}`;
      const path = issue.path.filter((p) => p !== "command" && p !== "wish");
      const field = path.map((p) => (p in WISH_NAMES ? WISH_NAMES[p as keyof Wish] : String(p))).join(".");
      return field ? `${field}: ${issue.message}` : issue.message;
    })
    .join("; ");
}
