import type { PromiseId } from "../wish/promiseIds";
import { daysBetween } from "../units/days";
import { mean, sum } from "../units/sum";
import type { LogLine, ProvedPromise, Taught } from "./logLine";
import { pooled, type Pooled } from "./pooled";
import { FIGURE_SAYS, HANGS_ON, taughtKey } from "../house/taught";

/** How a promise came out over finished bikes: kept or not, and proved against predicted. */
export type PromiseRecord = {
  readonly promise: PromiseId;
  /** All of them, a kind of bike, or a motor. */
  readonly of: string;
  readonly bikes: number;
  readonly kept: number;
  readonly notKept: number;
  /** Of these so many were asked for. */
  readonly asked: number;
  /** Proved less predicted, price and date less asked, in the promise's unit (days for the date): mean and spread; null where there is none. */
  readonly bias: number | null;
  readonly spread: number | null;
  /** The same as a share of what was predicted; null for dates. */
  readonly biasPercent: number | null;
};

/** A figure that several bikes of a kind taught. */
export type PooledLesson = Pooled & {
  readonly priorSd: number;
  readonly key: string;
  readonly says: string;
  readonly of: string;
  readonly each: readonly { readonly number: number; readonly times: number; readonly sd: number }[];
};

/** What was overridden, on which bikes, and what was wrong with them later. */
export type OverrideRecord = {
  readonly rule: string;
  readonly bikes: readonly { readonly number: number; readonly reason: string; readonly faults: readonly string[] }[];
};

export type Bike = { readonly number: number; readonly line: LogLine; readonly faults: readonly string[] };

/** What work and money came to over finished bikes: as quoted against as it took. */
export type WorkRecord = {
  /** All of them, a kind of bike, or a motor. */
  readonly of: string;
  readonly bikes: number;
  /** Of the steps that were timed, in the mean, min. */
  readonly quotedMinutes: number;
  readonly tookMinutes: number;
  /** Took less quoted, % of what was quoted: over all, and how far single bikes lie from that; null for one bike. */
  readonly minutesPercent: number;
  readonly minutesSpread: number | null;
  /** Of so many all is timed and billed; what they cost over what was quoted, %; null where none is. */
  readonly billed: number;
  readonly costPercent: number | null;
  readonly leftMinor: number | null;
  readonly lost: number;
};

/** Minutes and cost over finished bikes whose work was timed: all, and by kind of bike and motor. @param nameOf a kind of bike in words */
export function workOver(bikes: readonly Bike[], nameOf: (frameKind: string) => string): WorkRecord[] {
  return groupsOf(bikes, nameOf).flatMap(([of, group]): WorkRecord[] => {
    const work = group.flatMap(({ line }) => line.work ?? []);
    const cost = group.flatMap(({ line }) => line.cost ?? []);
    if (work.length === 0 || (of !== "all" && work.length < 2)) return [];
    const [quoted, took] = [sum(work.map((one) => one.quotedMinutes)), sum(work.map((one) => one.tookMinutes))];
    const shares = work.map((one) => 100 * (one.tookMinutes / Math.max(1, one.quotedMinutes) - 1));
    const costQuoted = sum(cost.map((one) => one.quotedMinor));
    return [
      {
        of,
        bikes: work.length,
        quotedMinutes: quoted / work.length,
        tookMinutes: took / work.length,
        minutesPercent: 100 * (took / Math.max(1, quoted) - 1),
        minutesSpread: spreadOf(shares),
        billed: cost.length,
        costPercent: costQuoted > 0 ? 100 * (sum(cost.map((one) => one.realMinor)) / costQuoted - 1) : null,
        leftMinor: cost.length > 0 ? Math.round(sum(cost.map((one) => one.leftMinor)) / cost.length) : null,
        lost: cost.filter(({ leftMinor }) => leftMinor < 0).length,
      },
    ];
  });
}

/** All bikes, and those of each kind and with each motor. */
function groupsOf(bikes: readonly Bike[], nameOf: (frameKind: string) => string): [of: string, group: Bike[]][] {
  const groups = new Map<string, Bike[]>([["all", [...bikes]]]);
  const put = (name: string, bike: Bike) => name !== "" && groups.set(name, [...(groups.get(name) ?? []), bike]);
  for (const bike of bikes) {
    put(nameOf(bike.line.frameKind), bike);
    put(bike.line.motor?.name ?? "", bike);
  }
  return [...groups];
}

/** Standard deviation of what was seen; null for fewer than two. */
const spreadOf = (all: readonly number[]): number | null =>
  all.length > 1 ? Math.sqrt(sum(all.map((one) => (one - mean(all)) ** 2)) / (all.length - 1)) : null;

/** @param nameOf a kind of bike in words */
export function promisesOver(bikes: readonly Bike[], nameOf: (frameKind: string) => string): PromiseRecord[] {
  const groups = groupsOf(bikes, nameOf);
  return ORDER.flatMap((promise) =>
    groups.flatMap(([of, group]): PromiseRecord[] => {
      const all = group.flatMap(({ line }) => line.proved.filter((one) => one.promise === promise && one.proved !== null));
      if (all.length === 0 || (of !== "all" && all.length < 2)) return [];
      const off = all.flatMap(offOf);
      const shares = all.flatMap(shareOf);
      return [
        {
          promise,
          of,
          bikes: all.length,
          asked: all.filter(({ asked }) => asked !== null).length,
          kept: all.filter(({ stands }) => stands === "kept").length,
          notKept: all.filter(({ stands }) => stands === "not kept").length,
          bias: off.length > 0 ? mean(off) : null,
          spread: spreadOf(off),
          biasPercent: shares.length > 0 ? 100 * mean(shares) : null,
        },
      ];
    }),
  );
}

const ORDER: readonly PromiseId[] = ["price", "mass", "ready", "assist", "range", "hill"];

/** A signed sheet is its own forecast: price and date are held against what was asked. */
const against = ({ promise, asked, predicted }: ProvedPromise) =>
  promise === "price" || promise === "ready" ? asked : predicted;

function offOf(one: ProvedPromise): number[] {
  const [was, proved] = [against(one), one.proved];
  if (typeof was === "number" && typeof proved === "number") return [proved - was];
  return typeof was === "string" && typeof proved === "string" ? [daysBetween(was, proved)] : [];
}

function shareOf(one: ProvedPromise): number[] {
  const [was, proved] = [against(one), one.proved];
  return typeof was === "number" && typeof proved === "number" && was > 0 ? [proved / was - 1] : [];
}

/** Figures of the ride that bikes of one kind, motor or pack taught, the most bikes first. */
export function lessonsPooled(bikes: readonly Bike[], nameOf: (frameKind: string) => string): PooledLesson[] {
  const groups = new Map<string, { id: Taught["id"]; of: string; each: { number: number; taught: Taught }[] }>();
  for (const { number, line } of bikes)
    for (const taught of line.taught) {
      const [of, name] = {
        bike: [line.frameKind, nameOf(line.frameKind)] as const,
        motor: [line.motor?.id ?? "", line.motor?.name ?? ""] as const,
        battery: [line.battery?.id ?? "", line.battery?.name ?? ""] as const,
      }[HANGS_ON[taught.id]];
      if (of === "") continue;
      const key = taughtKey(taught.id, of);
      const group = groups.get(key) ?? { id: taught.id, of: name, each: [] };
      group.each.push({ number, taught });
      groups.set(key, group);
    }
  return [...groups]
    .flatMap(([key, { id, of, each }]): PooledLesson[] => {
      const one = pooled(each.map(({ taught }) => taught));
      return one
        ? [
            {
              ...one,
              priorSd: Math.max(...each.map(({ taught }) => taught.priorSd)),
              key,
              says: FIGURE_SAYS[id],
              of,
              each: each.map(({ number, taught }) => ({ number, times: taught.times, sd: taught.sd })),
            },
          ]
        : [];
    })
    .sort((a, b) => b.bikes - a.bikes);
}

/** Which rules were overridden on bikes that went out, and what was wrong with these afterwards. */
export function overridesOver(bikes: readonly Bike[]): OverrideRecord[] {
  const rules = new Map<string, OverrideRecord["bikes"][number][]>();
  for (const { number, line, faults } of bikes)
    for (const { rule, reason } of line.overrides) rules.set(rule, [...(rules.get(rule) ?? []), { number, reason, faults }]);
  return [...rules].map(([rule, all]) => ({ rule, bikes: all })).sort((a, b) => b.bikes.length - a.bikes.length);
}
