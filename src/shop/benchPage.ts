import type { Knex } from "knex";
import { barsOf, busyOf, jobsOnBoard, weeksOf } from "@/core/bench/board";
import { fixedIn } from "@/core/bench/benchPlan";
import { asTheyCame } from "@/core/bench/constructive";
import { headsOf } from "@/core/bench/heads";

import { lateMinorOf, worthOf } from "@/core/bench/lateness";
import { movesBetween } from "@/core/bench/moves";
import type { BenchPage } from "@/core/bench/page";
import { simulate } from "@/core/bench/simulate";
import { DAY_MIN } from "@/core/bench/wall";

import { good, type Result } from "@/core/result";
import { recordVersion } from "@/data/records";
import { houseRules } from "@/data/settings";
import { tagNumber } from "@/core/units/tagNumber";
import { benchAsItStands, doneIn, toldMoves, standing } from "./benchStands";
import { weeksFor, SEED } from "./benchWeeks";

/** The record that holds the versions of people and places. */
export const FLOOR = "bench";
/** Simulated weeks of a page. */
const PAGE_WEEKS = 300;

/** The bench as its screen shows it. */
export async function benchPage(db: Knex, now: string): Promise<Result<BenchPage>> {
  const at = await benchAsItStands(db, now);
  const { laid, plan, version, floor } = at;
  const { problem } = laid;
  const { kept, schedule } = standing(at);
  const house = await houseRules(db);
  const fixed = fixedIn(problem, kept, plan.frozen);
  const likely = simulate(problem, schedule, weeksFor(laid, PAGE_WEEKS), SEED);
  const until = problem.nowMin + 70 * DAY_MIN;
  const near = (spans: readonly (readonly [number, number])[]) => spans.filter(([from]) => from < until);
  const costOf = (minutes: number) => Math.round((minutes * house.hourCostMinor) / 60);
  const money = laid.jobs.map(({ number, name, line }) => {
    const left = line.steps.reduce((sum, step) => sum + step.minutes, 0);
    // Of what is sold, what the steps that are left are a share of.
    const share = line.soldMinutes > 0 ? Math.min(1, left / line.soldMinutes) : 0;
    return { says: `${tagNumber(number)} ${name}`, soldMinor: Math.round(line.soldMinor * share), costMinor: costOf(left) };
  });
  return good({
    nowMin: problem.nowMin,
    version,
    isKept: Object.keys(plan.slots).length > 0,
    floor,
    floorVersion: await recordVersion(db, "floor", FLOOR),
    people: problem.people.map(({ id, name, shifts }) => ({ id, name, shifts: near(shifts) })),
    places: floor.places.map(({ id, name, kind }, i) => ({ id, name, kind, open: near(problem.places[i]!.open) })),
    bars: barsOf(problem, schedule),
    drying: laid.drying.map((one) => ({ ...one, place: problem.places[one.place]!.id })),
    jobs: jobsOnBoard(laid, schedule, likely, plan.frozen, fixed),
    notPlanned: at.notPlanned,
    weeks: weeksOf(problem, schedule),
    busy: busyOf(problem, schedule),
    lateMinor: worthOf(problem, schedule).lateMinor,
    leastMinor: lateMinorOf(problem, headsOf(problem).done),
    plainLateMinor: asTheyCame(problem).worth.lateMinor,
    currency: house.currency,
    moved: toldMoves(laid, movesBetween(problem, kept, doneIn(laid, kept), schedule)),
    money: {
      soldMinor: money.reduce((sum, one) => sum + one.soldMinor, 0),
      costMinor: money.reduce((sum, one) => sum + one.costMinor, 0),
      losing: money.filter((one) => one.soldMinor < one.costMinor).map((one) => one.says),
    },
    behind: 0,
  });
}
