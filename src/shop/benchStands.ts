import type { Knex } from "knex";
import { followed, type BenchPlan } from "@/core/bench/benchPlan";
import { constructive } from "@/core/bench/constructive";
import type { Schedule } from "@/core/bench/problem";
import type { Kept } from "@/core/bench/keepPlan";
import type { Move } from "@/core/bench/moves";
import type { BenchPage, Told } from "@/core/bench/page";
import { problemOf, type Laid, type OnBench } from "@/core/bench/problemOf";
import type { ShopFloor } from "@/core/bench/shopFloor";
import { dayAt, midnightOf, wallMin } from "@/core/bench/wall";
import { formatDay } from "@/core/units/date";
import { benchPlan, shopFloor } from "@/data/bench";
import { benchLines } from "@/data/jobs";
import { recordVersion } from "@/data/records";
import { houseRules } from "@/data/settings";
import { tagNumber } from "@/core/units/tagNumber";
import { wallClock } from "./wallClock";

/** The record that holds the plan's versions. */
export const PLAN = "bench";
/** So many jobs are planned, those that are promised first: what comes after them is a guess of a guess. */
const MOST_PLANNED = 120;
/** What begins now begins at the next five minutes. */
const STEP_MIN = 5;

export type Standing = {
  readonly laid: Laid;
  readonly plan: BenchPlan;
  readonly version: number;
  readonly floor: ShopFloor;
  readonly notPlanned: BenchPage["notPlanned"];
};

/** The bench as it stands: every job with work left, on the people and places there are. */
export async function benchAsItStands(db: Knex, now: string): Promise<Standing> {
  const [lines, floor, plan, version, house] = await Promise.all([
    benchLines(db),
    shopFloor(db),
    benchPlan(db),
    recordVersion(db, "plan", PLAN),
    houseRules(db),
  ]);
  const nowMin = Math.ceil(wallMin(wallClock(now)) / STEP_MIN) * STEP_MIN;
  const open = lines.filter(({ line }) => line.steps.length > 0);
  const named = ({ id, number, customer, bike }: (typeof lines)[number]) => ({ id, number, name: customer || bike });
  // What is held by a stop, or comes after too many, dries all the same.
  const there = lines.map((row) => ({ ...named(row), line: row.line }));
  const all = open.filter(({ line }) => !line.stopped).map((row): OnBench => ({ ...named(row), due: row.due, line: row.line }));
  const first = new Set(
    [...all]
      .sort((a, b) => Number(plan.frozen.includes(b.id)) - Number(plan.frozen.includes(a.id)) || byDay(a, b))
      .slice(0, MOST_PLANNED),
  );
  const [jobs, beyond] = [all.filter((one) => first.has(one)), all.filter((one) => !first.has(one))];
  return {
    laid: problemOf(jobs, floor, house.closedDays, nowMin, there),
    plan,
    version,
    floor,
    notPlanned: [
      ...open.filter(({ line }) => line.stopped).map((row) => ({ ...named(row), why: "the fit says stop" })),
      ...beyond.map(({ id, number, name }) => ({ id, number, name, why: `${MOST_PLANNED} jobs are promised before it` })),
    ],
  };
}

/** The first promised first, then the lowest number. */
const byDay = (a: OnBench, b: OnBench): number =>
  (a.due ?? "9999") < (b.due ?? "9999") ? -1 : (a.due ?? "9999") > (b.due ?? "9999") ? 1 : a.number - b.number;

/** How the bench is followed from now on: as its plan says, or as found at once where nobody kept one. */
export function standing({ laid, plan }: Pick<Standing, "laid" | "plan">): {
  readonly kept: readonly (Kept | null)[];
  readonly schedule: Schedule;
} {
  if (Object.keys(plan.slots).length > 0) return followed(laid.problem, plan);
  const { schedule } = constructive(laid.problem);
  return { kept: schedule, schedule };
}

/** When each job was to be done by a plan; Infinity where it says nothing of one. */
export function doneIn({ problem }: Laid, kept: readonly (Kept | null)[]): number[] {
  const done = problem.jobs.map(() => problem.nowMin);
  for (const [at, { job, minutes, curesMin }] of problem.steps.entries()) {
    const slot = kept[at];
    const end = slot ? ("end" in slot ? (slot as { end: number }).end : slot.start + minutes) : Infinity;
    done[job] = Math.max(done[job]!, end + curesMin);
  }
  return done;
}

const dayOf = (done: number): string => (done === Infinity ? "no day" : formatDay(dayAt(done - 1)));

/** Moves in words, where a day is another than before: what moves within its day is not told. */
export function toldMoves({ problem }: Laid, moves: readonly Move[]): Told[] {
  return moves.flatMap((move): Told[] => {
    const { id, number, name } = problem.jobs[move.job]!;
    const [was, is] = [dayOf(move.doneBefore), dayOf(move.doneNow)];
    const who = `${tagNumber(number)} ${name}`;
    if (was === is && move.lateBefore === move.lateNow) {
      const shifted = move.from !== null && move.to !== null && midnightOf(move.from) !== midnightOf(move.to);
      return shifted
        ? [{ job: id, says: `${who}: begins ${formatDay(dayAt(move.to!))}, ready ${is} as before`, hit: false }]
        : [];
    }
    const late =
      move.lateNow > 0 ? `, ${move.lateNow} day${move.lateNow === 1 ? "" : "s"} late` : move.lateBefore > 0 ? ", in time" : "";
    const before = move.doneBefore === Infinity ? "new here" : `was ${was}`;
    return [{ job: id, says: `${who}: ready ${is} (${before})${late}`, hit: move.lateNow > move.lateBefore }];
  });
}

/** Why nothing is known of a job that is asked for. */
export const NOT_THERE = "There is no such job on the bench.";
