import { crewsOf } from "./crews";
import type { Standing } from "./dispatch";
import { headsOf } from "./heads";
import { lateMinorOf } from "./lateness";
import type { BenchProblem } from "./problem";
import { minutesWithin, unionOf } from "./shifts";
import { DAY_MIN, midnightOf } from "./wall";

/** So much of the hours there are is worked: the rest is idle before breaks. */
const SHARE = 0.995;
/** Among plans that have a job done on the same day the one counts less that has it done sooner: by this share of a day at the most. */
const SOONER = 0.3;
const MOST_DAYS = 120;

/**
 * By which day each job is done where the hours of those of whom the most is asked (people who alone can do some steps, or places of a
 * kind) are given to jobs in an order: each day to the first as much as it can take, the rest to the next. Steps are not looked at one
 * by one, so thousands of orders are gone through in the time of a few plans.
 */
export class Outlook {
  /** Days from today on which anybody works: the day, the minutes of those who count, and what one bike can take of them. */
  readonly days: readonly number[];
  /** Working minutes from now to the end of each of these days. */
  readonly byEnd: readonly number[];
  private readonly room: Float64Array;
  private readonly most: Float64Array;
  private readonly dueDay: Float64Array;
  private readonly perDay: Float64Array;
  /** The day on which the last parts of each job come, and what of it can be done on that day; the first on which it can be done. */
  private readonly fromDay: Int32Array;
  private readonly fromRoom: Float64Array;
  private readonly leastDay: Int32Array;
  /** How much more of each job is done in a time than its bike takes, which is in one pair of hands: wheels are laced beside it. */
  private readonly atOnce: Float64Array;
  private readonly asks: Float64Array;
  private readonly isEarly: Uint8Array;
  private readonly job: Int32Array;
  /** What is left of each job, and how much of it waits for no parts. */
  private readonly left: Float64Array;
  private readonly early: Float64Array;
  private readonly leftNow: Float64Array;
  private readonly earlyNow: Float64Array;
  /** By job: the index of the day on which it is done in the order that was looked at last. */
  readonly dayOf: Int32Array;

  /** @param lastMin a moment by which a known plan has all jobs done */
  constructor(
    private readonly problem: BenchProblem,
    lastMin: number,
  ) {
    const { jobs, steps, people, nowMin } = problem;
    const today = midnightOf(nowMin);
    const anybody = unionOf(people.map(({ shifts }) => shifts));
    const { head, done } = headsOf(problem);
    const loads = crewsOf(problem).map((crew) => {
      const asked = steps.reduce((sum, _, at) => sum + crew.asks(at), 0);
      return { crew, load: asked === 0 ? 0 : asked / Math.max(1, crew.minutesIn(nowMin, lastMin)) };
    });
    const crew = loads.reduce((most, one) => (one.load > most.load ? one : most), loads[0]!).crew;
    const all = [...Array(MOST_DAYS).keys()].map((day) => {
      const [from, to] = [Math.max(nowMin, today + day * DAY_MIN), today + (day + 1) * DAY_MIN];
      return { day, room: crew.minutesIn(from, to) * SHARE, most: minutesWithin(anybody, from, to) };
    });
    const worked = all.filter(({ room, most }) => room > 0 && most > 0);
    this.days = worked.map(({ day }) => day);
    this.room = Float64Array.from(worked, ({ room }) => room);
    this.most = Float64Array.from(worked, ({ most }) => most);
    this.byEnd = this.days.map((day) => minutesWithin(anybody, nowMin, today + (day + 1) * DAY_MIN));
    const cures = jobs.map(() => 0);
    for (const { job, curesMin } of steps) cures[job] = Math.max(cures[job]!, curesMin);
    // Work ends at noon as it were: what cures a night long is ready on the next day.
    this.dueDay = Float64Array.from(jobs, ({ dueMin }, job) =>
      dueMin === null ? Infinity : Math.round((dueMin - today) / DAY_MIN) - 1 - Math.floor(cures[job]! / DAY_MIN + 0.5),
    );
    this.perDay = Float64Array.from(jobs, ({ lateDayMinor }) => lateDayMinor);
    const indexOf = (moment: number) => {
      const day = Math.floor((moment - today) / DAY_MIN);
      const i = this.days.findIndex((one) => one >= day);
      return i < 0 ? this.days.length : i;
    };
    const from = jobs.map(() => nowMin);
    for (const { job, fromMin } of steps) from[job] = Math.max(from[job]!, fromMin);
    this.fromDay = Int32Array.from(from, indexOf);
    this.fromRoom = Float64Array.from(from, (moment, job) =>
      minutesWithin(anybody, moment, today + ((this.days[this.fromDay[job]!] ?? MOST_DAYS) + 1) * DAY_MIN),
    );
    this.leastDay = Int32Array.from(done, (moment) => (moment === Infinity ? -1 : indexOf(moment - 1)));
    this.asks = Float64Array.from(steps, (_, at) => crew.asks(at));
    const [whole, bike] = [jobs.map(() => 0), jobs.map(() => 0)];
    for (const [at, { job, onBike }] of steps.entries()) {
      whole[job]! += this.asks[at]!;
      if (onBike) bike[job]! += this.asks[at]!;
    }
    this.atOnce = Float64Array.from(jobs, (_, job) => (bike[job]! > 0 ? whole[job]! / bike[job]! : people.length));
    this.isEarly = Uint8Array.from(steps, ({ job }, at) => Number(head[at]! < from[job]!));
    this.job = Int32Array.from(steps, ({ job }) => job);
    this.left = new Float64Array(jobs.length);
    this.early = new Float64Array(jobs.length);
    this.leftNow = new Float64Array(jobs.length);
    this.earlyNow = new Float64Array(jobs.length);
    this.dayOf = new Int32Array(jobs.length);
  }

  /** Jobs that somebody can do; the others have no day. */
  get jobs(): number[] {
    return [...this.leastDay.keys()].filter((job) => this.leastDay[job]! >= 0);
  }

  /**
   * What is left where the work stands so.
   * @returns those of the jobs that are not done
   */
  from({ begun, left }: Pick<Standing, "begun" | "left">, jobs: readonly number[]): number[] {
    this.left.fill(0);
    this.early.fill(0);
    for (let at = 0; at < begun.length; at += 1) {
      if (begun[at]! >= 0) continue;
      this.left[this.job[at]!]! += this.asks[at]!;
      if (this.isEarly[at] === 1) this.early[this.job[at]!]! += this.asks[at]!;
    }
    const open = jobs.filter((job) => left[job]! > 0);
    // What only others have to do with takes its day all the same.
    for (const job of open) if (this.left[job]! <= 0) this.left[job] = 1;
    return open;
  }

  /**
   * What lateness costs where jobs are gone on with in this order.
   *
   * @param first the index of the first day
   * @param most it need not be known exactly above this
   */
  costOf(order: readonly number[], first: number, most = Infinity): number {
    const { days, room, leftNow, earlyNow, leastDay, fromDay, dueDay, perDay } = this;
    for (let k = 0; k < order.length; k += 1) {
      leftNow[order[k]!] = this.left[order[k]!]!;
      earlyNow[order[k]!] = this.early[order[k]!]!;
    }
    let open = order.length;
    let begins = 0;
    let cost = 0;
    for (let i = first; open > 0 && i < days.length; i += 1) {
      const all = room[i]!;
      let free = all;
      let isFirst = true;
      for (let k = begins; k < order.length && free > 1e-9; k += 1) {
        const job = order[k]!;
        const left = leftNow[job]!;
        if (left <= 0) {
          if (isFirst) begins = k + 1;
          continue;
        }
        isFirst = false;
        const early = earlyNow[job]!;
        let can = this.most[i]! * this.atOnce[job]!;
        if (fromDay[job]! > i) can = early;
        else if (fromDay[job] === i) can = Math.min(can, this.fromRoom[job]! * this.atOnce[job]! + early);
        // However little is left of it, before its first day it is not done.
        if (leastDay[job]! > i) can = Math.min(can, left - 1);
        const given = Math.min(left, free, can);
        if (given <= 0) continue;
        free -= given;
        earlyNow[job] = Math.max(0, early - given);
        leftNow[job] = left - given;
        if (left - given > 1e-9) continue;
        leftNow[job] = 0;
        this.dayOf[job] = i;
        open -= 1;
        const late = days[i]! - dueDay[job]!;
        if (late <= 0) continue;
        cost += perDay[job]! * (late - SOONER * (free / all));
        if (cost > most) return cost;
      }
    }
    // What is not done by the last day there is counts as done after it.
    if (open > 0)
      for (const job of order) {
        if (leftNow[job]! <= 0) continue;
        this.dayOf[job] = days.length - 1;
        if (dueDay[job]! < Infinity) cost += perDay[job]! * Math.max(0, MOST_DAYS - dueDay[job]!);
      }
    return cost;
  }

  /**
   * Moves jobs about in an order, and keeps what costs no more; the days are those of the order that comes out.
   * @returns what its lateness costs
   */
  improve(order: number[], first: number, turns: number, roll: () => number): number {
    let cost = this.costOf(order, first);
    const count = order.length;
    for (let turn = 0; turn < turns && count > 1; turn += 1) {
      const from = Math.floor(roll() * count);
      const to = roll() < 0.5 ? from + Math.floor((roll() - 0.5) * NEAR) : Math.floor(roll() * count);
      const swaps = roll() < 0.4;
      if (to < 0 || to >= count || to === from) continue;
      move(order, from, to, swaps);
      const then = this.costOf(order, first, cost);
      if (then <= cost) cost = then;
      else move(order, to, from, swaps);
    }
    return this.costOf(order, first);
  }

  /** What lateness of all that is done costs where the work stands so. */
  paidAt({ left, done }: Pick<Standing, "left" | "done">): number {
    return lateMinorOf(
      this.problem,
      Array.from(done, (moment, job) => (left[job] === 0 ? moment : Infinity)),
    );
  }
}

/** Half of all moves go no further than half of this. */
const NEAR = 12;

function move(order: number[], from: number, to: number, swaps: boolean): void {
  const moved = order[from]!;
  if (swaps) {
    order[from] = order[to]!;
    order[to] = moved;
    return;
  }
  const step = from < to ? 1 : -1;
  for (let k = from; k !== to; k += step) order[k] = order[k + step]!;
  order[to] = moved;
}
