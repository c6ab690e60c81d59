import type { Knex } from "knex";
import { z } from "zod";
import { fixedIn, planOf, type BenchPlan } from "@/core/bench/benchPlan";

import { doneAt } from "@/core/bench/lateness";
import { moveBars, type Moved } from "@/core/bench/moveBars";
import { movesBetween } from "@/core/bench/moves";
import type { Told } from "@/core/bench/page";
import { dayAt } from "@/core/bench/wall";
import type { Schedule } from "@/core/bench/problem";
import { bad, good, type Result } from "@/core/result";
import { formatDay } from "@/core/units/date";
import { benchPlan, writeBenchPlan } from "@/data/bench";
import { appendRecord, recordHistory, recordVersion } from "@/data/records";
import type { Storing } from "./parts";
import { tagNumber } from "@/core/units/tagNumber";
import { benchAsItStands, standing, toldMoves, type Standing, NOT_THERE, PLAN } from "./benchStands";

const CHANGED = "The plan was changed meanwhile: look at it as it is now, then try again. Nothing was stored.";

/** Stores a plan over the version it was made from. */
async function storePlan(db: Knex, plan: BenchPlan, says: string, { at, by, version }: Storing): Promise<Result<string>> {
  return db.transaction(async (trx): Promise<Result<string>> => {
    const now = await recordVersion(trx, "plan", PLAN);
    if (version !== now) return bad(CHANGED);
    const before = await benchPlan(trx);
    await writeBenchPlan(trx, plan);
    await appendRecord(trx, { kind: "plan", recordId: PLAN, version: now + 1, at, by, says, before, after: null });
    return good(says);
  });
}

/** Keeps a plan that was found, or what stands now where none is given. */
export async function keepBench(db: Knex, proposed: BenchPlan | null, storing: Storing): Promise<Result<string>> {
  if (proposed) return storePlan(db, proposed, "Kept the plan that was found", storing);
  const at = await benchAsItStands(db, storing.at);
  return storePlan(db, planOf(at.laid.problem, standing(at).schedule, at.plan.frozen), "Kept the plan as it stands", storing);
}

/** Back to the plan that stood before the last change. */
export async function benchBefore(db: Knex, storing: Storing): Promise<Result<string>> {
  const [last] = await recordHistory(db, "plan", PLAN, 0, 1);
  if (!last) return bad("There is no plan before this one.");
  return storePlan(db, last.before as BenchPlan, `Took back: ${last.says}`.slice(0, 200), storing);
}

const freezeSchema = z.object({ jobId: z.string().max(60), frozen: z.boolean() });

/** A job stays where it stands, whatever else moves; or moves again. */
export async function freezeJob(db: Knex, raw: unknown, storing: Storing): Promise<Result<string>> {
  const asked = freezeSchema.safeParse(raw);
  if (!asked.success) return bad(NOT_THERE);
  const { jobId, frozen } = asked.data;
  const at = await benchAsItStands(db, storing.at);
  const job = at.laid.problem.jobs.find(({ id }) => id === jobId);
  if (!job) return bad(NOT_THERE);
  const others = at.plan.frozen.filter((one) => one !== jobId);
  const plan = planOf(at.laid.problem, standing(at).schedule, frozen ? [...others, jobId] : others);
  return storePlan(
    db,
    plan,
    `${tagNumber(job.number)} ${job.name}: ${frozen ? "stays where it stands" : "moves again"}`,
    storing,
  );
}

const moveSchema = z.object({
  jobId: z.string().max(60),
  steps: z.array(z.string().max(60)).min(1).max(100),
  personId: z.string().max(60),
  startMin: z.int().min(0).max(1e9),
});
export type MoveShown = { readonly startMin: number; readonly says: string; readonly moved: readonly Told[] };

/** Steps of a job given to somebody from a moment on: what that would move, or why it cannot be. Nothing is stored. */
export async function tryMove(db: Knex, raw: unknown, now: string): Promise<Result<MoveShown>> {
  const tried = movedBy(raw, await benchAsItStands(db, now));
  return tried.ok ? good(tried.value.shown) : tried;
}

/** The same, stored. */
export async function makeMove(db: Knex, raw: unknown, storing: Storing): Promise<Result<string>> {
  const at = await benchAsItStands(db, storing.at);
  const tried = movedBy(raw, at);
  if (!tried.ok) return tried;
  return storePlan(db, planOf(at.laid.problem, tried.value.schedule, at.plan.frozen), tried.value.shown.says, storing);
}

function movedBy(raw: unknown, at: Standing): Result<{ shown: MoveShown; schedule: Schedule }> {
  const asked = moveSchema.safeParse(raw);
  if (!asked.success) return bad("This cannot be moved: it is no longer on the bench.");
  const { laid, plan } = at;
  const { problem } = laid;
  const { kept, schedule } = standing(at);
  const job = problem.jobs.findIndex(({ id }) => id === asked.data.jobId);
  const steps = problem.steps.flatMap((step, i) => (step.job === job && asked.data.steps.includes(step.id) ? [i] : []));
  const person = problem.people.findIndex(({ id }) => id === asked.data.personId);
  if (job < 0 || steps.length === 0 || person < 0) return bad("This cannot be moved: it is no longer on the bench.");
  const moved: Result<Moved> = moveBars(
    problem,
    schedule,
    fixedIn(problem, kept, plan.frozen),
    steps,
    person,
    asked.data.startMin,
  );
  if (!moved.ok) return moved;
  const { start } = moved.value;
  const { number, name } = problem.jobs[job]!;
  const when = `${formatDay(dayAt(start))}, ${new Date(start * 60_000).toISOString().slice(11, 16)}`;
  return good({
    schedule: moved.value.schedule,
    shown: {
      startMin: start,
      says: `${tagNumber(number)} ${name}: ${problem.people[person]!.name} takes it on ${when}`,
      moved: toldMoves(laid, movesBetween(problem, schedule, doneAt(problem, schedule), moved.value.schedule)),
    },
  });
}
