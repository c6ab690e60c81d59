import { countVerdicts } from "@/core/fit/finding";
import type { Knex } from "knex";
import type { Candidate, Candidates, Preview, WayOut, WaysOut } from "@/core/job/candidates";
import { fitOf } from "@/core/job/assess";
import { SLOTS, type Slot } from "@/core/job/slots";
import { type Job } from "@/core/job/job";
import { whatWouldClear, type WouldClear } from "@/core/fit/limits";
import { tryParts } from "@/core/job/tryPart";
import { booksOf, type Books } from "@/core/job/books";
import { SLOT_KINDS } from "@/core/job/supplied";
import type { BrokenPart } from "@/core/parts/catalogue";
import type { Part } from "@/core/parts/part";
import { tellIssue } from "@/core/parts/tellIssue";
import { findJob } from "@/data/jobs";
import { benchOf } from "./jobView";

const LISTED = 60;

export const isSlot = (text: string): text is Slot => (SLOTS as readonly string[]).includes(text);

/** Parts for a slot whose name, maker or number holds the text; broken ones are listed last and say so. */
export async function candidates(
  db: Knex,
  slot: Slot,
  find: string,
  now: string,
  jobId: string | null = null,
): Promise<Candidates> {
  const { catalogue, stamp } = await benchOf(db, now, "", null);
  const needle = find.trim().toLowerCase();
  const holds = (part: { id: string; name: string; maker?: string }) =>
    `${part.id} ${part.name} ${part.maker ?? ""}`.toLowerCase().includes(needle);
  const theirs = jobId === null ? [] : SLOT_KINDS[slot].flatMap((kind) => catalogue.broughtFor(jobId, kind));
  const sound = [...theirs, ...SLOT_KINDS[slot].flatMap((kind) => catalogue.ofKind(kind) as readonly Part[])].filter(holds);
  const broken = [...catalogue.broken.values()].filter(
    (part) => (SLOT_KINDS[slot] as readonly string[]).includes(part.kind) && holds(part),
  );
  const all: Candidate[] = [
    ...sound.map((part) => ({
      id: part.id,
      name: part.name,
      kind: part.kind,
      summary: `${part.onlyFor === undefined ? "" : "the customer's own; "}${part.used === undefined ? "" : `used, ${part.used}; `}${partSummary(part)}`,
      priceMinor: catalogue.offersOf(part)[0]?.priceMinor ?? null,
      currency: catalogue.offersOf(part)[0]?.currency ?? null,
      broken: null,
    })),
    ...broken.map((part) => ({
      id: part.id,
      name: part.name,
      kind: part.kind,
      summary: "",
      priceMinor: null,
      currency: null,
      broken: brokenWords(part),
    })),
  ];
  return {
    candidates: all.slice(0, LISTED),
    more: Math.max(0, all.length - LISTED),
    stamp,
  };
}

/** What is wrong with a part, its first fields by their labels. */
export function brokenWords({ issues, kind }: Pick<BrokenPart, "issues" | "kind">): string {
  const words = issues.slice(0, 3).map((issue) => tellIssue(issue, kind));
  return `${words.join("; ")}${issues.length > 3 ? `; and ${issues.length - 3} more` : ""}`;
}

/** A part's main figures in a few words. */
export function partSummary(part: Part): string {
  switch (part.kind) {
    case "hub-motor":
      return `${part.spec.end}, ${part.spec.ratedW} W, ${part.spec.peakTorqueNm} N·m, ${part.spec.laced ? `laced in ${part.spec.laced.beadSeatMm}` : "bare"}, ${part.spec.overLocknutMm} mm`;
    case "mid-motor":
      return `crank, ${part.spec.ratedW} W, ${part.spec.peakTorqueNm} N·m, shell ${part.spec.gripMm.join("–")} mm`;
    case "frame-motor":
      return `${part.spec.ratedW} W, ${part.spec.peakTorqueNm} N·m`;
    case "battery":
      return `${part.spec.series} in series, ${part.spec.capacityAh} Ah, ${part.spec.continuousA ?? "?"} A, ${part.spec.mount}`;
    case "controller":
      return `${part.spec.batteryA} A, ${part.spec.cutV}–${part.spec.maxV} V`;
    case "kit":
      return `${part.spec.contents.length} different parts`;
    case "charger":
      return `${part.spec.outputV} V, ${part.spec.outputA} A`;
    default:
      return Object.entries(part.spec)
        .filter(([, value]) => typeof value !== "object" && value !== "x")
        .slice(0, 3)
        .map(([key, value]) => specWords(key, value as string | number | boolean))
        .join(", ");
  }
}

/** A field and its value in words: `diameterMm: 160` gives `diameter 160 mm`. */
function specWords(key: string, value: string | number | boolean): string {
  const unit = /(Mm|Ah|A|V|W|Nm)$/.exec(key)?.[1];
  const name = (unit ? key.slice(0, -unit.length) : key).replace(/([A-Z])/g, " $1").toLowerCase();
  if (typeof value === "boolean") return value ? name : `not ${name}`;
  return `${name} ${value}${unit ? ` ${unit === "Mm" ? "mm" : unit === "Nm" ? "N·m" : unit}` : ""}`;
}

/** Tries parts in a slot without storing anything. Unknown ids are left out. */
export async function preview(
  db: Knex,
  jobId: string,
  slot: Slot,
  partIds: readonly string[],
  now: string,
): Promise<Preview[] | undefined> {
  const job = await findJob(db, jobId);
  if (!job) return undefined;
  const { catalogue, house, heldElsewhere } = await benchOf(db, now, "", jobId);
  return [...tryParts(job, slot, partIds, catalogue, house, now.slice(0, 10), heldElsewhere)];
}

/** What the engine needs to try parts on a job in the browser. */
export async function books(db: Knex, jobId: string, now: string): Promise<Books | undefined> {
  const job = await findJob(db, jobId);
  if (!job) return undefined;
  const { catalogue, house, heldElsewhere, stamp } = await benchOf(db, now, "", jobId);
  return booksOf(job, catalogue, house, now.slice(0, 10), stamp, { ...heldElsewhere });
}

/** Kits and motors that would go on this bike without a stop, the fewest open findings first. At most this many are tried. */
const TRIED = 400;
const SHOWN = 6;

export async function waysOut(db: Knex, jobId: string, now: string): Promise<WaysOut | undefined> {
  const job = await findJob(db, jobId);
  if (!job) return undefined;
  const bench = await benchOf(db, now, "", jobId);
  const options = (["kit", "motor"] as const).flatMap((slot) =>
    SLOT_KINDS[slot].flatMap((kind) => (bench.catalogue.ofKind(kind) as readonly Part[]).map((part) => ({ slot, part }))),
  );
  const ways: (WayOut & { left: number })[] = [];
  for (const { slot, part } of options.slice(0, TRIED)) {
    const choices = slot === "kit" ? { kit: part.id } : { ...job.choices, kit: undefined, motor: part.id };
    const kept = Object.fromEntries(Object.entries(choices).filter(([, value]) => value !== undefined)) as Job["choices"];
    const verdicts = countVerdicts(fitOf({ ...job, choices: kept }, bench.catalogue, bench.house).findings);
    if (verdicts.stop === 0)
      ways.push({
        slot,
        id: part.id,
        name: part.name,
        summary: partSummary(part),
        verdicts,
        left: verdicts.measure * 2 + verdicts.adapt,
      });
  }
  ways.sort((a, b) => a.left - b.left);
  return {
    ways: ways.slice(0, SHOWN).map(({ left: _left, ...way }) => way),
    tried: Math.min(TRIED, options.length),
    all: options.length,
  };
}

/** What single figure would make a finding clear; undefined for an unknown job. */
export async function clears(db: Knex, jobId: string, finding: string, now: string): Promise<WouldClear[] | undefined> {
  const job = await findJob(db, jobId);
  if (!job) return undefined;
  const bench = await benchOf(db, now, "", jobId);
  return whatWouldClear(fitOf(job, bench.catalogue, bench.house).build, finding);
}

const FOUND = 20;

/** Parts of any kind but kits whose name, maker or number holds the text: what may be put in by hand. */
export async function anyParts(db: Knex, find: string, now: string): Promise<Candidates> {
  const { catalogue } = await benchOf(db, now, "", null);
  const needle = find.trim().toLowerCase();
  const all = [...catalogue.parts.values()].filter(
    (part) => part.kind !== "kit" && `${part.id} ${part.name} ${part.maker}`.toLowerCase().includes(needle),
  );
  return {
    candidates: all.slice(0, FOUND).map((part) => ({
      id: part.id,
      name: part.name,
      kind: part.kind,
      summary: `${part.onlyFor === undefined ? "" : "the customer's own; "}${part.used === undefined ? "" : `used, ${part.used}; `}${partSummary(part)}`,
      priceMinor: catalogue.offersOf(part)[0]?.priceMinor ?? null,
      currency: catalogue.offersOf(part)[0]?.currency ?? null,
      broken: null,
    })),
    more: Math.max(0, all.length - FOUND),
  };
}
