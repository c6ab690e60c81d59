import { Free } from "./free";
import { PAUSE_OVER_MIN, type BenchProblem, type BenchStep, type Slot } from "./problem";

/** Another person, or another stand, must be so much sooner done before a bike changes hands. */
const STAY_MIN = 15;

/** @property stayMin how much later the one who had the bike last may be done with the next step, and still keeps it */
export type Choice = {
  readonly person?: number | undefined;
  readonly place?: number | undefined;
  readonly stayMin?: number | undefined;
};

/** People, places and bikes as far as they are not taken yet. Steps are put on it one by one, each where nothing else is. */
export class Floor {
  private readonly people: Free[];
  private readonly places: Free[];
  private readonly bikes: Free[];

  constructor(private readonly problem: BenchProblem) {
    this.people = problem.people.map(({ shifts }) => new Free(shifts));
    this.places = problem.places.map(({ open }) => new Free(open));
    this.bikes = problem.jobs.map(() => new Free([[-Infinity, Infinity]]));
  }

  /** The earliest slot of a step with somebody at one of these places, the first of them that is free; null where there is none. */
  slotWith(at: number, moment: number, person: number, places: readonly number[]): Slot | null {
    const step = this.problem.steps[at]!;
    const who = this.people[person]!;
    const bike = step.onBike ? this.bikes[step.job]! : null;
    if (step.minutes <= PAUSE_OVER_MIN) return this.inOnePiece(step, moment, person, places);
    for (let from = moment; from < Infinity;) {
      const parts = who.fit(from, step.minutes, true);
      if (!parts) return null;
      const [start, end] = [parts[0]![0], parts.at(-1)![1]];
      const bikeNext = bike?.clear(start, end) ?? null;
      let next = bikeNext ?? Infinity;
      if (bikeNext === null) {
        if (places.length === 0) return { person, place: -1, start, end, parts };
        for (const place of places) {
          const free = this.places[place]!.clear(start, end + step.holdsMin);
          if (free === null) return { person, place, start, end, parts };
          next = Math.min(next, free);
        }
      }
      from = next;
    }
    return null;
  }

  /** The same for what is not left for a break: whoever and whatever it needs pass the moment on, until it suits all of them. */
  private inOnePiece(step: BenchStep, moment: number, person: number, places: readonly number[]): Slot | null {
    const { minutes, holdsMin } = step;
    const who = this.people[person]!;
    const bike = step.onBike ? this.bikes[step.job]! : null;
    for (let start = moment; start < Infinity;) {
      const before = start;
      start = who.next(start, minutes);
      if (bike) start = bike.next(start, minutes);
      if (start === Infinity) return null;
      let place = -1;
      if (places.length > 0) {
        let first = Infinity;
        for (const one of places) {
          const from = this.places[one]!.next(start, minutes + holdsMin);
          if (from < first) [first, place] = [from, one];
        }
        start = first;
      }
      if (start === before) return { person, place, start, end: start + minutes, parts: [[start, start + minutes]] };
    }
    return null;
  }

  /** The slot in which a step is done first; the one who is preferred keeps it where that is hardly later. */
  bestSlot(at: number, moment: number, prefer: Choice = {}): Slot | null {
    const { people, places, minutes } = this.problem.steps[at]!;
    const stay = prefer.stayMin ?? STAY_MIN;
    const { place } = prefer;
    // Where it stood last is looked at first.
    const inTurn = place !== undefined && places.includes(place) ? [place, ...places.filter((one) => one !== place)] : places;
    let best: Slot | null = null;
    let cost = Infinity;
    for (const person of people) {
      const own = person === prefer.person ? 0 : stay;
      // Where even this person alone is too late, nobody asks about the stands.
      if (this.people[person]!.next(moment, 0) + minutes + own >= cost) continue;
      const slot = this.slotWith(at, moment, person, inTurn);
      if (!slot) continue;
      const end = slot.end + own;
      if (end >= cost) continue;
      best = slot;
      cost = end;
    }
    return best;
  }

  take(at: number, { person, place, start, end, parts }: Slot): void {
    const step = this.problem.steps[at]!;
    for (const [from, to] of parts) this.people[person]!.take(from, to);
    if (place >= 0) this.places[place]!.take(start, end + step.holdsMin);
    if (step.onBike) this.bikes[step.job]!.take(start, end);
  }
}
