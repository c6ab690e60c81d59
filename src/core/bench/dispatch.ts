import { Latest } from "./byLatest";
import { PAUSE_OVER_MIN, type BenchProblem, type BenchStep } from "./problem";
import type { Fixed } from "./serial";
import { minutesWithin, unionOf } from "./shifts";
import { DAY_MIN } from "./wall";

/**
 * How whoever is free chooses. Shortly before a break it is looked for what fills the time: a stand that is idle before every break
 * costs whole days.
 *
 * @property fillMin so long before a break it is looked for
 * @property mostOpen so many of the most pressing steps of a kind are looked at
 * @property rankLoss a minute for the next job in line counts so much less than one for the job before it
 */
export type Manner = { readonly fillMin: number; readonly mostOpen: number; readonly rankLoss: number };

/** What cures for so long takes as many of the hours as there are in so much of a week. */
const WEEK_MIN = 7 * DAY_MIN;

/** No manner looks further before a break. */
export const MOST_FILL_MIN = 110;
/** So many steps of a job are looked at, one after the other, for what fills the time. */
const MOST_RUN = 4;

/** How far the work is at a moment, and when whoever and whatever it needs is free again. Moments are wall minutes. */
export type Standing = {
  /** By step: how much of what comes before it is not done, since when it is ready, and when it was begun; -1 for not yet. */
  readonly waits: Int32Array;
  readonly ready: Float64Array;
  readonly begun: Float64Array;
  readonly bikeFree: Float64Array;
  readonly placeFree: Float64Array;
  readonly personFree: Float64Array;
  /** By person: the first of their shifts that is not over. */
  readonly shift: Int32Array;
  /** By job: when all that is begun is done, and how many steps are not begun. */
  readonly done: Float64Array;
  readonly left: Int32Array;
  /** The steps that are begun, the first first. */
  readonly order: number[];
};

export const copyOf = (standing: Standing): Standing => ({
  waits: standing.waits.slice(),
  ready: standing.ready.slice(),
  begun: standing.begun.slice(),
  bikeFree: standing.bikeFree.slice(),
  placeFree: standing.placeFree.slice(),
  personFree: standing.personFree.slice(),
  shift: standing.shift.slice(),
  done: standing.done.slice(),
  left: standing.left.slice(),
  order: standing.order.slice(),
});

/**
 * Work as it is begun where whoever is free takes what can wait the least (parallel generation: Kolisch, European Journal of Operational
 * Research 90, 1996), and shortly before a break what fills the time best; as far as a moment, and on from there. When places are open,
 * and what frozen slots take of hours and places, only the plan that is made of the order knows.
 */
export class Dispatch {
  private readonly next: { readonly step: number; readonly lagMin: number }[][];
  private readonly before: readonly (readonly number[])[];
  /** The step that whoever did this one goes on with at the same place; -1 for none. */
  private readonly follows: Int32Array;
  /** Where each step can be done and by whom, as an index of `kinds`; the rest as the steps have it: they are looked at very often. */
  private readonly kind: Int32Array;
  private readonly kinds: readonly Pick<BenchStep, "places" | "people">[];
  private readonly onBike: Uint8Array;
  private readonly job: Int32Array;
  private readonly minutes: Float64Array;
  /** Working minutes from its begin to the end of the job, at the least. */
  private readonly least: Float64Array;
  /** How long each step can wait, and the steps of a kind that can be begun, those first that can wait the least. */
  private readonly keys: Float64Array;
  private readonly open: readonly Int32Array[];
  private readonly opens: Int32Array;
  private readonly able: Int32Array;
  private readonly seen: Int32Array;
  private look = 0;
  /** By minutes that are filled: what it costs to fill them, and the step that begins it. */
  private readonly sums = {
    loss: new Float64Array(MOST_FILL_MIN + 1),
    first: new Int32Array(MOST_FILL_MIN + 1),
    lossBefore: new Float64Array(MOST_FILL_MIN + 1),
    firstBefore: new Int32Array(MOST_FILL_MIN + 1),
  };

  constructor(private readonly problem: BenchProblem) {
    const { steps, jobs, people } = problem;
    this.next = steps.map(() => []);
    this.before = steps.map(({ after }) => after.map(({ step }) => step));
    this.onBike = Uint8Array.from(steps, ({ onBike }) => Number(onBike));
    this.job = Int32Array.from(steps, ({ job }) => job);
    this.minutes = Float64Array.from(steps, ({ minutes }) => minutes);
    const anybody = unionOf(people.map(({ shifts }) => shifts));
    const worked = minutesWithin(anybody, problem.nowMin, problem.nowMin + WEEK_MIN) / WEEK_MIN;
    const { left } = new Latest(problem);
    this.least = Float64Array.from(steps, ({ curesMin }, at) => left[at]! + curesMin * worked);
    for (const [at, { after }] of steps.entries())
      for (const { step, lagMin } of after) this.next[step]!.push({ step: at, lagMin });
    const kinds = new Map<string, { readonly index: number; readonly step: BenchStep }>();
    this.kind = Int32Array.from(steps, (step) => {
      const name = `${step.places.join(" ")}, ${step.people.join(" ")}`;
      if (!kinds.has(name)) kinds.set(name, { index: kinds.size, step });
      return kinds.get(name)!.index;
    });
    this.kinds = [...kinds.values()].map(({ step }) => step);
    this.follows = Int32Array.from(steps.keys(), (at) => {
      const goesOn = (one: number) =>
        this.kind[one] === this.kind[at] &&
        steps[one]!.onBike === steps[at]!.onBike &&
        steps[one]!.after.every(({ lagMin }) => lagMin === 0) &&
        steps[one]!.fromMin <= problem.nowMin;
      return this.next[at]!.find(({ step }) => goesOn(step))?.step ?? -1;
    });
    this.keys = new Float64Array(steps.length);
    this.open = this.kinds.map(() => new Int32Array(steps.length));
    this.opens = new Int32Array(this.kinds.length);
    this.able = new Int32Array(steps.length);
    this.seen = new Int32Array(jobs.length);
  }

  /** Nothing is begun but what is frozen. */
  begin(fixed: Fixed): Standing {
    const { steps, people, places, jobs, nowMin } = this.problem;
    const left = new Int32Array(jobs.length);
    for (const job of this.job) left[job]! += 1;
    const standing: Standing = {
      waits: Int32Array.from(this.before, (before) => before.length),
      ready: Float64Array.from(steps, ({ fromMin }) => Math.max(nowMin, fromMin)),
      begun: new Float64Array(steps.length).fill(-1),
      bikeFree: new Float64Array(jobs.length).fill(nowMin),
      placeFree: new Float64Array(places.length).fill(nowMin),
      personFree: new Float64Array(people.length).fill(nowMin),
      shift: new Int32Array(people.length),
      done: new Float64Array(jobs.length).fill(nowMin),
      left,
      order: [],
    };
    for (const [at, { start, end }] of fixed) this.take(standing, at, start, end);
    return standing;
  }

  private take(standing: Standing, at: number, start: number, end: number): void {
    const job = this.job[at]!;
    standing.begun[at] = start;
    standing.order.push(at);
    standing.left[job]! -= 1;
    standing.done[job] = Math.max(standing.done[job]!, end + this.problem.steps[at]!.curesMin);
    for (const { step, lagMin } of this.next[at]!) {
      standing.ready[step] = Math.max(standing.ready[step]!, end + lagMin);
      standing.waits[step]! -= 1;
    }
  }

  /** @param byMin by job: working minutes from now by which it is to be done */
  private setKeys(byMin: Float64Array): void {
    const { keys, least, job, before } = this;
    for (let at = 0; at < keys.length; at += 1) keys[at] = byMin[job[at]!]! - least[at]!;
    // A step that comes before another never waits longer than it.
    for (let at = keys.length - 1; at >= 0; at -= 1) {
      const own = before[at]!;
      for (let i = 0; i < own.length; i += 1) if (keys[own[i]!]! > keys[at]!) keys[own[i]!] = keys[at]!;
    }
  }

  /** What can wait the least comes first; of two that can wait as long, always the same one. */
  private isBefore(one: number, other: number): boolean {
    const more = this.keys[one]! - this.keys[other]!;
    return more < 0 || (more === 0 && one < other);
  }

  private put(at: number): void {
    const kind = this.kind[at]!;
    const own = this.open[kind]!;
    let i = this.opens[kind]!;
    this.opens[kind] = i + 1;
    for (; i > 0 && this.isBefore(at, own[i - 1]!); i -= 1) own[i] = own[i - 1]!;
    own[i] = at;
  }

  private drop(at: number): void {
    const kind = this.kind[at]!;
    const own = this.open[kind]!;
    this.opens[kind]! -= 1;
    for (let i = own.indexOf(at); i < this.opens[kind]!; i += 1) own[i] = own[i + 1]!;
  }

  private placeOf(kind: number, placeFree: Float64Array): number {
    let first = -1;
    const own = this.kinds[kind]!.places;
    for (let i = 0; i < own.length; i += 1) if (first < 0 || placeFree[own[i]!]! < placeFree[first]!) first = own[i]!;
    return first;
  }

  /**
   * Goes on from where the work stands, and changes it.
   *
   * @param byMin by job: working minutes from now by which it is to be done; what has the most work after it, for that, comes first
   * @param untilMin nothing is begun at this moment or later
   */
  run(standing: Standing, byMin: Float64Array, { fillMin, mostOpen, rankLoss }: Manner, untilMin = Infinity): void {
    const { people } = this.problem;
    const { keys, kinds, minutes, opens, able } = this;
    const { waits, ready, begun, bikeFree, placeFree, personFree, shift } = standing;
    this.setKeys(byMin);
    opens.fill(0);
    for (let at = 0; at < begun.length; at += 1) if (waits[at] === 0 && begun[at]! < 0) this.put(at);
    while (opens.some((count) => count > 0)) {
      // Whoever is free first.
      let who = -1;
      let now = Infinity;
      for (let person = 0; person < people.length; person += 1) {
        const { shifts } = people[person]!;
        const free = personFree[person]!;
        let i = shift[person]!;
        while (i < shifts.length && shifts[i]![1] <= free) i += 1;
        shift[person] = i;
        const from = i < shifts.length ? Math.max(free, shifts[i]![0]) : Infinity;
        if (from < now) {
          who = person;
          now = from;
        }
      }
      if (who < 0 || now >= untilMin) return;
      const room = people[who]!.shifts[shift[who]!]![1] - now;
      let soonest = Infinity;
      let count = 0;
      for (let kind = 0; kind < kinds.length; kind += 1) {
        if (opens[kind] === 0 || !kinds[kind]!.people.includes(who)) continue;
        const place = this.placeOf(kind, placeFree);
        if (place >= 0 && placeFree[place]! > now) {
          soonest = Math.min(soonest, placeFree[place]!);
          continue;
        }
        const own = this.open[kind]!;
        const most = count + mostOpen;
        for (let i = 0; i < opens[kind]! && count < most; i += 1) {
          const at = own[i]!;
          const from = this.onBike[at] === 1 ? Math.max(ready[at]!, bikeFree[this.job[at]!]!) : ready[at]!;
          if (from > now) soonest = Math.min(soonest, from);
          else if (minutes[at]! <= room || minutes[at]! > PAUSE_OVER_MIN) {
            able[count] = at;
            count += 1;
          }
        }
      }
      if (count === 0) {
        personFree[who] = Math.min(now + room, Math.max(soonest, now + 1));
        continue;
      }
      let at = able[0]!;
      for (let i = 1; i < count; i += 1) if (this.isBefore(able[i]!, at)) at = able[i]!;
      if (room <= fillMin) {
        able.subarray(0, count).sort((a, b) => keys[a]! - keys[b]! || a - b);
        at = this.filler(count, Math.floor(room), now, rankLoss, standing);
      }
      const place = this.placeOf(this.kind[at]!, placeFree);
      const end = this.endOf(who, shift[who]!, now, minutes[at]!);
      personFree[who] = end;
      if (place >= 0) placeFree[place] = end + this.problem.steps[at]!.holdsMin;
      if (this.onBike[at] === 1) bikeFree[this.job[at]!] = end;
      this.drop(at);
      this.take(standing, at, now, end);
      for (const { step } of this.next[at]!) if (waits[step] === 0 && begun[step]! < 0) this.put(step);
    }
  }

  /** The steps as they were begun, and what never was at the end. */
  orderOf({ order, begun }: Standing): number[] {
    return [...order, ...this.problem.steps.keys()].filter((at, i) => i < order.length || begun[at]! < 0);
  }

  private endOf(person: number, shift: number, from: number, minutes: number): number {
    const { shifts } = this.problem.people[person]!;
    let left = minutes - (shifts[shift]![1] - from);
    if (left <= 0) return from + minutes;
    for (let i = shift + 1; i < shifts.length; i += 1) {
      const [begins, ends] = shifts[i]!;
      if (ends - begins >= left) return begins + left;
      left -= ends - begins;
    }
    return Infinity;
  }

  /** Up to the break, with work that is left for it. @param run minutes of its job that are done before it */
  private fillUp(at: number, room: number, run: number, rank: number): void {
    const { loss, first, lossBefore, firstBefore } = this.sums;
    for (let used = 0; used + run < room; used += 1) {
      const then = lossBefore[used]! + rank * (room - used);
      if (then >= loss[room]!) continue;
      loss[room] = then;
      const was = firstBefore[used]!;
      first[room] = was < 0 ? at : was;
    }
  }

  /** Of the steps that somebody can begin, the first of those that fill the time best: by runs of steps of a job each, all sums of them looked at. */
  private filler(count: number, room: number, now: number, rankLoss: number, { waits, ready }: Standing): number {
    const { able, kind, seen, minutes } = this;
    const { loss, first, lossBefore, firstBefore } = this.sums;
    first.fill(-1);
    loss.fill(Infinity);
    loss[0] = 0;
    this.look += 1;
    let rank = 0;
    for (let i = 0; i < count; i += 1) {
      const at = able[i]!;
      const job = this.job[at]!;
      if (seen[job] === this.look || kind[at] !== kind[able[0]!]) continue;
      seen[job] = this.look;
      lossBefore.set(loss);
      firstBefore.set(first);
      let sum = 0;
      for (let one = at, run = 0; one >= 0 && run < MOST_RUN; run += 1) {
        const before = sum;
        sum += Math.ceil(minutes[one]!);
        if (sum > room) {
          // What is left for the break fills all that is there.
          if (minutes[one]! > PAUSE_OVER_MIN) this.fillUp(at, room, before, rank);
          break;
        }
        for (let used = 0; used + sum <= room; used += 1) {
          const then = lossBefore[used]! + rank * sum;
          if (then >= loss[used + sum]!) continue;
          loss[used + sum] = then;
          const was = firstBefore[used]!;
          first[used + sum] = was < 0 ? at : was;
        }
        const follow = this.follows[one]!;
        one = follow >= 0 && waits[follow] === 1 && ready[follow]! <= now ? follow : -1;
      }
      rank += 1;
    }
    let best = able[0]!;
    let cost = Infinity;
    for (let used = room; used > 0; used -= 1) {
      const own = room - used + rankLoss * loss[used]!;
      if (own >= cost || first[used]! < 0) continue;
      best = first[used]!;
      cost = own;
    }
    return best;
  }
}
