import { PAUSE_OVER_MIN, type BenchProblem, type BenchStep } from "./problem";
import type { Fixed } from "./serial";

// These figures were found by trying: seeded shops of 40 jobs come out within a hundredth of each other with others near them.
/** Minutes before a break in which it is looked for what fills them: a stand that is idle before every break costs whole days. */
const FILL_MIN = 45;
/** So many of the most pressing steps are looked at for it, and so many of each job, one after the other. */
const MOST_OPEN = 4;
const MOST_RUN = 4;
/** A minute for the next job in line counts so much less than one for the job before it: what is begun too soon is in the way later. */
const RANK_LOSS = 0.2;

/**
 * Steps in the order in which they are begun where whoever is free takes what can wait the least (parallel generation: Kolisch, European
 * Journal of Operational Research 90, 1996), and shortly before a break what fills the time best. What is frozen stands first; that
 * its hours and places are taken, and when places are open, only the plan that is made of the order knows.
 */
export class Filling {
  private readonly next: { readonly step: number; readonly lagMin: number }[][];
  /** The step that whoever did this one goes on with at the same place; -1 for none. */
  private readonly follows: Int32Array;
  /** Where each step can be done and by whom, as an index of `kinds`; the rest as the steps have it: they are looked at very often. */
  private readonly kind: Int32Array;
  private readonly kinds: readonly Pick<BenchStep, "places" | "people">[];
  private readonly waits: Int32Array;
  private readonly from: Float64Array;
  private readonly onBike: Uint8Array;
  private readonly job: Int32Array;
  /** By minutes that are filled: what it costs to fill them, and the step that begins it. */
  private readonly sums = {
    loss: new Float64Array(FILL_MIN + 1),
    first: new Int32Array(FILL_MIN + 1),
    lossBefore: new Float64Array(FILL_MIN + 1),
    firstBefore: new Int32Array(FILL_MIN + 1),
  };
  private readonly minutes: Float64Array;

  constructor(private readonly problem: BenchProblem) {
    const { steps } = problem;
    this.next = steps.map(() => []);
    this.onBike = Uint8Array.from(steps, ({ onBike }) => Number(onBike));
    this.job = Int32Array.from(steps, ({ job }) => job);
    this.minutes = Float64Array.from(steps, ({ minutes }) => minutes);
    for (const [at, { after }] of steps.entries())
      for (const { step, lagMin } of after) this.next[step]!.push({ step: at, lagMin });
    this.waits = Int32Array.from(steps, ({ after }) => after.length);
    this.from = Float64Array.from(steps, ({ fromMin }) => Math.max(problem.nowMin, fromMin));
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
  }

  /** @param keys how long each step can wait; no step waits longer than what needs it */
  order(keys: readonly number[], fixed: Fixed): number[] {
    const { steps, people, places, jobs, nowMin } = this.problem;
    const waits = this.waits.slice();
    const ready = this.from.slice();
    // Whoever is free first is asked first: what is begun later stands behind what is begun before.
    const order = [...fixed.keys()];
    const stands = new Uint8Array(steps.length);
    const bikeFree = new Float64Array(jobs.length).fill(nowMin);
    const placeFree = new Float64Array(places.length).fill(nowMin);
    const personFree = new Float64Array(people.length).fill(nowMin);
    const shift = new Int32Array(people.length);
    const open: number[][] = this.kinds.map(() => []);
    let left = 0;
    const opens = (at: number) => {
      const own = open[this.kind[at]!]!;
      let i = own.push(at) - 1;
      for (; i > 0 && keys[own[i - 1]!]! > keys[at]!; i -= 1) own[i] = own[i - 1]!;
      own[i] = at;
      left += 1;
    };
    const ends = (at: number, end: number) => {
      for (const { step: one, lagMin } of this.next[at]!) {
        ready[one] = Math.max(ready[one]!, end + lagMin);
        waits[one]! -= 1;
        if (waits[one] === 0 && !fixed.has(one)) opens(one);
      }
    };
    for (const at of steps.keys()) if (waits[at] === 0 && !fixed.has(at)) opens(at);
    for (const [at, { end }] of fixed) {
      stands[at] = 1;
      ends(at, end);
    }
    const placeOf = (kind: number): number => {
      let first = -1;
      const own = this.kinds[kind]!.places;
      for (let i = 0; i < own.length; i += 1) if (first < 0 || placeFree[own[i]!]! < placeFree[first]!) first = own[i]!;
      return first;
    };
    while (left > 0) {
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
      if (who < 0) break;
      const room = people[who]!.shifts[shift[who]!]![1] - now;
      let soonest = Infinity;
      const able: number[] = [];
      for (let kind = 0; kind < open.length; kind += 1) {
        const own = open[kind]!;
        if (own.length === 0 || !this.kinds[kind]!.people.includes(who)) continue;
        const place = placeOf(kind);
        if (place >= 0 && placeFree[place]! > now) {
          soonest = Math.min(soonest, placeFree[place]!);
          continue;
        }
        const most = able.length + MOST_OPEN;
        for (let i = 0; i < own.length && able.length < most; i += 1) {
          const at = own[i]!;
          const from = this.onBike[at] === 1 ? Math.max(ready[at]!, bikeFree[this.job[at]!]!) : ready[at]!;
          if (from > now) soonest = Math.min(soonest, from);
          else if (this.minutes[at]! <= room || this.minutes[at]! > PAUSE_OVER_MIN) able.push(at);
        }
      }
      if (able.length === 0) {
        personFree[who] = Math.min(now + room, Math.max(soonest, now + 1));
        continue;
      }
      let at = able[0]!;
      if (room <= FILL_MIN) {
        able.sort((a, b) => keys[a]! - keys[b]!);
        at = this.filler(able, Math.floor(room), now, waits, ready);
      } else for (const one of able) if (keys[one]! < keys[at]!) at = one;
      const step = steps[at]!;
      const place = placeOf(this.kind[at]!);
      const end = this.endOf(who, shift[who]!, now, step.minutes);
      order.push(at);
      stands[at] = 1;
      personFree[who] = end;
      if (place >= 0) placeFree[place] = end + step.holdsMin;
      if (step.onBike) bikeFree[step.job] = end;
      const own = open[this.kind[at]!]!;
      own.splice(own.indexOf(at), 1);
      left -= 1;
      ends(at, end);
    }
    for (let at = 0; at < steps.length; at += 1) if (stands[at] === 0) order.push(at);
    return order;
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

  /** Of the steps that somebody can begin, the first of those that fill the time best: by runs of steps of a job each, all sums of them looked at. */
  private filler(able: readonly number[], room: number, now: number, waits: Int32Array, ready: Float64Array): number {
    const { steps } = this.problem;
    const { loss, first, lossBefore, firstBefore } = this.sums;
    first.fill(-1);
    loss.fill(Infinity);
    loss[0] = 0;
    const seen = new Set<number>();
    for (const at of able) {
      const { job } = steps[at]!;
      if (seen.has(job) || this.kind[at] !== this.kind[able[0]!]) continue;
      const rank = seen.size;
      seen.add(job);
      lossBefore.set(loss);
      firstBefore.set(first);
      let sum = 0;
      for (let one = at, run = 0; one >= 0 && run < MOST_RUN; run += 1) {
        sum += Math.ceil(steps[one]!.minutes);
        if (sum > room) break;
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
    }
    let best = able[0]!;
    let cost = Infinity;
    for (let used = room; used > 0; used -= 1) {
      const own = room - used + RANK_LOSS * loss[used]!;
      if (own >= cost || first[used]! < 0) continue;
      best = first[used]!;
      cost = own;
    }
    return best;
  }
}
