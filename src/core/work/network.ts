import { BESIDE_THE_BIKE, type Place } from "../standards/stepPlaces";
import type { StepId } from "../standards/tasks";
import { cureDays } from "./cures";
import { AFTER_SIGNING } from "./signature";

type StepIn = {
  readonly id: StepId;
  readonly place: Place;
  readonly minutes: number;
  readonly spread: number;
  readonly after: readonly StepId[];
  readonly waits: readonly { readonly days: number }[];
};

/**
 * A step in the network, minutes from the beginning of what is left.
 * @property startMin the earliest it can begin
 * @property floatMin so much later it may begin without the end being later; 0 on the longest chain
 * @property atMin when it begins where two work at the bike
 */
export type Node = {
  readonly id: StepId;
  readonly place: Place;
  readonly minutes: number;
  readonly startMin: number;
  readonly floatMin: number;
  /** What it did cures so long, beside the work. */
  readonly curesMin: number;
  readonly isCritical: boolean;
  readonly atMin: number;
  /** It is done, and what it did still cures. */
  readonly isDone: boolean;
};

export type Network = {
  readonly nodes: readonly Node[];
  /** The longest chain of steps that wait for each other, what cures among it. */
  readonly chainMin: number;
  /** Its spread (root of the sum of squares), as if nothing else could become the longest. */
  readonly chainSpreadMin: number;
  /** From the first step to the last with so many people who work at it. */
  readonly oneMin: number;
  readonly twoMin: number;
  /** No order of work with two people is shorter. */
  readonly twoAtLeastMin: number;
  /** Steps of the longest chain, and by how much at the most it is shorter with what is saved on one of them; the most first. */
  readonly shortens: readonly { readonly id: StepId; readonly byMin: number }[];
};

/** Whether a second person gains a minute or more. */
export const isQuicker = ({ oneMin, twoMin }: Pick<Network, "oneMin" | "twoMin">): boolean => oneMin - twoMin >= 1;

type Arc = { readonly from: number; readonly to: number; readonly lag: number };

/**
 * What is left of a job's work as a network (critical path: Kelley and Walker, Proc. Eastern Joint Computer Conf., 1959): each step
 * with its expected minutes, after the steps that it needs; what cures holds back what may not be touched, and the hand-over.
 *
 * @param steps in an order in which nothing comes before what it needs
 * @param dayMinutes working minutes of a day: so long is a day's curing beside the work
 * @param curing days that what is done still cures
 */
export function networkOf(
  steps: readonly StepIn[],
  isDone: (id: StepId) => boolean,
  dayMinutes: number,
  curing: Partial<Record<StepId, number>> = {},
): Network {
  const left = steps.flatMap((step): StepIn[] => {
    if (AFTER_SIGNING.has(step.id)) return [];
    if (!isDone(step.id)) return [step];
    const days = curing[step.id] ?? 0;
    return days > 0 ? [{ ...step, minutes: 0, spread: 0, after: [], waits: [{ days }] }] : [];
  });
  const arcs = arcsOf(left, dayMinutes);
  const minutes = left.map((step) => step.minutes);
  const cures = left.map((step) => cureDays(step) * dayMinutes);
  const { start, end: chainMin } = forward(minutes, arcs, cures);
  const latest = backward(minutes, arcs, cures, chainMin);
  const float = start.map((from, i) => Math.max(0, latest[i]! - from));
  const isCritical = float.map((one) => one < 1e-6);
  const one = inTurn(left, arcs, cures, latest, 1);
  const both = inTurn(left, arcs, cures, latest, 2);
  // A second person who makes it longer stays away.
  const two = both.end < one.end ? both : one;
  const bikeMin = left.reduce((sum, step) => sum + (isBeside(step) ? 0 : step.minutes), 0);
  const total = minutes.reduce((sum, one) => sum + one, 0);
  return {
    nodes: left.map((step, i) => ({
      id: step.id,
      place: step.place,
      minutes: step.minutes,
      startMin: start[i]!,
      floatMin: float[i]!,
      curesMin: cures[i]!,
      isCritical: isCritical[i]!,
      atMin: two.start[i]!,
      isDone: isDone(step.id),
    })),
    chainMin,
    chainSpreadMin: Math.hypot(...left.map((step, i) => (isCritical[i] ? step.spread : 0))),
    oneMin: one.end,
    twoMin: two.end,
    twoAtLeastMin: Math.max(chainMin, bikeMin, total / 2),
    shortens: left
      .flatMap((step, i) => {
        if (!isCritical[i] || isDone(step.id)) return [];
        const without = forward(
          minutes.map((one, k) => (k === i ? 0 : one)),
          arcs,
          cures,
        );
        return [{ id: step.id, byMin: chainMin - without.end }];
      })
      .filter(({ byMin }) => byMin > 1e-6)
      .sort((a, b) => b.byMin - a.byMin),
  };
}

const isBeside = ({ place }: Pick<StepIn, "place">) => BESIDE_THE_BIKE.has(place);

/** Paint is not touched before it is hard; thread lock and glue hold back the hand-over alone, or the end where there is none. */
function arcsOf(left: readonly StepIn[], dayMinutes: number): Arc[] {
  const at = new Map(left.map((step, i) => [step.id, i]));
  const arcs = left.flatMap((step, to) =>
    step.after.flatMap((before): Arc[] => {
      const from = at.get(before);
      if (from === undefined) return [];
      return [{ from, to, lag: before === "paint" ? cureDays(left[from]!) * dayMinutes : 0 }];
    }),
  );
  const last = at.get("handOver");
  if (last === undefined) return arcs;
  return [
    ...arcs,
    ...left.flatMap((step, from) => (from === last ? [] : [{ from, to: last, lag: cureDays(step) * dayMinutes }])),
  ];
}

/** Earliest begins, and the end of it all. */
function forward(minutes: readonly number[], arcs: readonly Arc[], cures: readonly number[]): { start: number[]; end: number } {
  const start = minutes.map(() => 0);
  for (let to = 0; to < minutes.length; to += 1)
    for (const arc of arcs) if (arc.to === to) start[to] = Math.max(start[to]!, start[arc.from]! + minutes[arc.from]! + arc.lag);
  return { start, end: Math.max(0, ...start.map((from, i) => from + minutes[i]! + cures[i]!)) };
}

/** Latest begins with which the end is no later. */
function backward(minutes: readonly number[], arcs: readonly Arc[], cures: readonly number[], end: number): number[] {
  const latest = minutes.map((one, i) => end - one - cures[i]!);
  for (let from = minutes.length - 1; from >= 0; from -= 1)
    for (const arc of arcs)
      if (arc.from === from) latest[from] = Math.min(latest[from]!, latest[arc.to]! - arc.lag - minutes[from]!);
  return latest;
}

/**
 * The steps given out to so many people, the one that may wait least first; the bike is in one place, there is one truing stand. Each
 * begins as early as those who came before it in the list leave room (serial generation: Kolisch, EJOR 90, 1996).
 */
function inTurn(
  left: readonly StepIn[],
  arcs: readonly Arc[],
  cures: readonly number[],
  latest: readonly number[],
  people: number,
): { start: number[]; end: number } {
  const start: (number | undefined)[] = left.map(() => undefined);
  const endOf = (i: number) => start[i]! + left[i]!.minutes;
  const needs = (i: number) => (isBeside(left[i]!) ? left[i]!.place : "the bike");
  const order: number[] = [];
  while (order.length < left.length) {
    const ready = left.flatMap((_, i) =>
      start[i] === undefined && arcs.every((arc) => arc.to !== i || start[arc.from] !== undefined) ? [i] : [],
    );
    const next = ready.reduce((a, b) => (latest[b]! < latest[a]! ? b : a));
    const from = Math.max(0, ...arcs.flatMap((arc) => (arc.to === next ? [endOf(arc.from) + arc.lag] : [])));
    const overlaps = (at: number, i: number) => start[i]! < at + left[next]!.minutes - 1e-9 && endOf(i) > at + 1e-9;
    const isFree = (at: number) => {
      const beside = order.filter((i) => overlaps(at, i));
      const taken = beside.some((i) => needs(i) === needs(next) && needs(i) !== "bench");
      // At the moment when most of them work at once somebody must be left.
      const moments = [at, ...beside.map((i) => start[i]!)].filter((t) => t >= at - 1e-9);
      return !taken && moments.every((t) => beside.filter((i) => start[i]! <= t + 1e-9 && endOf(i) > t + 1e-9).length < people);
    };
    const candidates = [from, ...order.map(endOf).filter((t) => t > from)].sort((a, b) => a - b);
    start[next] = candidates.find(isFree)!;
    order.push(next);
  }
  return { start: start as number[], end: Math.max(0, ...left.map((_, i) => endOf(i) + cures[i]!)) };
}
