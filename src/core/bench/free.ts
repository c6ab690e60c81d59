import type { Spans } from "./shifts";

/** The parts of one piece of work, where it is left for a break. */
export type Parts = readonly (readonly [from: number, to: number])[];

const known = new WeakMap<Spans, ReadonlyMap<number, number>>();

/** Ends of spans, and where the next one begins. The same hours are asked for with every plan that is tried. */
function breaksOf(spans: Spans): ReadonlyMap<number, number> {
  const before = known.get(spans);
  if (before) return before;
  const breaks = new Map(spans.slice(1).map(([from], i) => [spans[i]![1], from]));
  known.set(spans, breaks);
  return breaks;
}

/** When somebody or something is free. Times are taken from it one by one. */
export class Free {
  private readonly from: number[];
  private readonly to: number[];
  /** Where a break, and nothing else, ends a free time: work may be left there, and taken up at the next such begin. */
  private readonly breaksAt: ReadonlyMap<number, number>;

  private last = 0;

  /** @param spans in order, apart from each other */
  constructor(spans: Spans) {
    this.from = spans.map(([from]) => from);
    this.to = spans.map(([, to]) => to);
    this.breaksAt = breaksOf(spans);
  }

  /** The first free time that is not over at a moment. */
  private at(moment: number): number {
    // Mostly it is asked about nearly the same time as before.
    const { last } = this;
    if (last < this.to.length && this.to[last]! > moment && (last === 0 || this.to[last - 1]! <= moment)) return last;
    let low = 0;
    let high = this.to.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.to[middle]! > moment) high = middle;
      else low = middle + 1;
    }
    this.last = low;
    return low;
  }

  /**
   * The earliest time for so many minutes of work.
   * @param mayPause whether it may be left for breaks and nights
   * @returns null where there is none
   */
  fit(moment: number, minutes: number, mayPause: boolean): Parts | null {
    if (!mayPause) {
      const begins = this.next(moment, minutes);
      return begins === Infinity ? null : [[begins, begins + minutes]];
    }
    for (let i = this.at(moment); i < this.from.length; i += 1) {
      const begins = Math.max(moment, this.from[i]!);
      if (this.to[i]! - begins >= minutes) return [[begins, begins + minutes]];
      const parts = this.over(i, begins, minutes);
      if (parts) return parts;
    }
    return null;
  }

  private over(first: number, begins: number, minutes: number): Parts | null {
    const parts: [number, number][] = [];
    let left = minutes;
    for (let i = first; i < this.from.length; i += 1) {
      const from = i === first ? begins : this.from[i]!;
      const to = Math.min(this.to[i]!, from + left);
      parts.push([from, to]);
      left -= to - from;
      if (left <= 0) return parts;
      if (this.breaksAt.get(this.to[i]!) !== this.from[i + 1]) return null;
    }
    return null;
  }

  /** The first moment from which so many minutes are free in one piece; Infinity where there are none. */
  next(moment: number, minutes: number): number {
    for (let i = this.at(moment); i < this.from.length; i += 1) {
      const begins = Math.max(moment, this.from[i]!);
      if (this.to[i]! - begins >= minutes) return begins;
    }
    return Infinity;
  }

  /** Whether all of a time is free; else the next moment from which it might be. */
  clear(from: number, to: number): number | null {
    const i = this.at(from);
    if (i >= this.from.length) return Infinity;
    if (this.from[i]! > from) return this.from[i]!;
    return to <= this.to[i]! ? null : (this.from[i + 1] ?? Infinity);
  }

  /** Takes a time that is free. */
  take(from: number, to: number): void {
    if (to <= from) return;
    const i = this.at(from);
    const [was, until] = [this.from[i]!, this.to[i]!];
    // Mostly a time is taken from its one end: then nothing of the lists moves.
    if (was < from) {
      this.to[i] = from;
      if (to >= until) return;
      this.from.splice(i + 1, 0, to);
      this.to.splice(i + 1, 0, until);
    } else if (to < until) this.from[i] = to;
    else {
      this.from.splice(i, 1);
      this.to.splice(i, 1);
    }
  }
}
