import type { BenchPerson } from "../bench/shopFloor";
import type { Afterwards } from "../cost/afterwards";
import type { Invoice } from "../cost/invoice";
import type { Sheet } from "../cost/sheet";
import { NO_PIECES, type Pieces } from "../cost/shelf";
import { donorItem, type DonorKey } from "../donor/items";
import type { AppliedRemedy, Accepted } from "../fit/engine";
import { isOpen, type Finding, type Override, type Remedy } from "../fit/finding";
import type { Known } from "../fit/known";
import { shopHeadOf, type ShopHead } from "../house/addresses";
import type { HouseRules } from "../house/houseRules";
import type { Catalogue } from "../parts/catalogue";
import { calledPart } from "../parts/calledPart";
import type { Part } from "../parts/part";
import type { Spec } from "../parts/specs";
import { lacks, type Promise } from "../promise/promises";
import { hasOwnNumber } from "../supply/serials";
import { limitText, passes, type Measure, type Passes } from "../fit/measures";
import { curesLeft } from "../work/cures";
import type { CheckState } from "../prove/checks";
import type { Held } from "../work/held";
import type { Step } from "../work/steps";
import { assess, knownOf, priced, type Assessment, type Priced } from "./assess";
import type { Job } from "./job";
import { motorsOf, type Build, type Supplied } from "../fit/build";
import { guardHeld } from "../settings/guard";
import { lastRead } from "../settings/lastRead";
import type { ParameterSheet, Values } from "../settings/sheetSchema";
import { familyOf, wantedValues } from "../settings/wanted";
import { logbookOf, type Logbook } from "../logbook/logbook";
import { handOverOf, type HandOver } from "./handOver";
import { cameOutOf } from "./cameOut";
import { layoutOf, type Layout } from "./layout";
import { removable, type Removable } from "./upgrade";
import { massOf, rideOf, type RideOf } from "./rideOf";
import type { StageState } from "./stages";
import { surveyOf, withSurvey } from "./surveyOf";
import { workOrderOf, type WorkOrder } from "./workOrder";

/** What a remedy would change if it were accepted now, worked out by accepting it. */
export type Effects = {
  readonly priceMinor: number;
  readonly minutes: number;
  readonly settles: readonly string[];
  readonly opens: readonly string[];
  readonly missing: readonly string[];
  /** Remedies in force that it would undo: their findings open again. */
  readonly against: readonly string[];
};

export type RemedyView = Remedy & { readonly would: Effects; readonly refused: boolean };
export type FindingView = Omit<Finding, "remedies"> & {
  readonly remedies: readonly RemedyView[];
  /** What to measure next for a finding that waits for it, named here so that a screen needs no list of all items. */
  readonly measureNext: { readonly key: DonorKey; readonly label: string } | null;
};

/** What is read at a step, with what was read. */
export type MeasureView = Measure & {
  readonly limit: string;
  readonly taken: { readonly value: number; readonly by: string; readonly at: string; readonly passes: Passes } | null;
};

/** One line of what was done, for the history and undo. */
export type HistoryLine = {
  readonly version: number;
  readonly at: string;
  readonly by: string;
  readonly says: string;
  readonly undone: boolean;
};

/** A part in the build, as screens and drawings want it. */
export type PartView = {
  readonly id: string;
  readonly kind: string;
  readonly name: string;
  readonly quantity: number;
  readonly from: string;
  /** Brought by the customer, and whether it is here. */
  readonly theirs: "here" | "awaited" | null;
  /** Each piece of it is known by the number on its label. */
  readonly numbered: boolean;
};

/** All that a job's screens show; plain data, so that it crosses from server to browser. */
export type JobView = {
  readonly job: Job;
  readonly findings: readonly FindingView[];
  readonly applied: readonly AppliedRemedy[];
  readonly idle: readonly Accepted[];
  readonly unusedOverrides: readonly Override[];
  readonly steps: readonly (Omit<Step, "parts" | "measures"> & {
    readonly measures: readonly MeasureView[];
    /** `bin`: where it lies. */
    readonly parts: readonly (PartView & { readonly bin: string; readonly waits: string | null })[];
    readonly held: Held;
  })[];
  /** What holds the signature back, what changed since it was given, and what the build leaves over. */
  /** `dayMinutes`: working minutes of a day; `curing`: days that what is done still cures. */
  readonly work: Omit<WorkOrder, "steps" | "checks"> & {
    readonly dayMinutes: number;
    readonly curing: ReturnType<typeof curesLeft>;
  };
  /** Commissioning, in its safe order. */
  readonly checks: readonly (Omit<CheckState, "measures"> & { readonly measures: readonly MeasureView[] })[];
  /** The controller's own sheet, and what this build wants of it, with why. */
  readonly settings: {
    readonly sheet: ParameterSheet;
    readonly wanted: Values;
    readonly why: Readonly<Record<string, string>>;
    /** What speaks against what the controller holds, as it was last read. */
    readonly heldWrong: readonly string[];
  };
  /** What the rider is given, and why the bike cannot go yet. */
  readonly handOver: HandOver;
  /** The finished bike since then; null before it is handed over. */
  readonly logbook: (Logbook & { readonly removable: readonly Removable[] }) | null;
  readonly sheet: Sheet;
  readonly promises: readonly Promise[];
  /** What the build still lacks, empty when it is whole; and what all in would be with the first remedy of everything open. */
  readonly lacks: string;
  readonly withFirstMinor: number | null;
  readonly stages: readonly StageState[];
  readonly arrivals: Assessment["arrivals"];
  readonly agreed: Assessment["agreed"];
  /** How the money came out; null before it is signed. For the shop alone. */
  readonly cameOut: Afterwards | null;
  readonly parts: readonly PartView[];
  readonly battery: Spec<"battery"> | null;
  readonly layout: Layout;
  /** Items of the walk that this build's checks look at. */
  readonly needed: readonly DonorKey[];
  /** What the ride on the customer's road is reckoned from, or what is still wanted; the reckoning itself is done where it is shown. */
  readonly ride: RideOf;
  readonly history: readonly HistoryLine[];
  /** Invoices and credit notes as they were issued, the first first. */
  readonly invoices: readonly Invoice[];
  /** Who works here and when, for timers. */
  readonly weeks: readonly Pick<BenchPerson, "name" | "week">[];
  /** Whose papers these are. */
  readonly shop: ShopHead;
};

/** @param known the job as it was just assessed with all of these, where it was */
export function viewOf(
  job: Job,
  catalogue: Catalogue,
  house: HouseRules,
  today: string,
  history: readonly HistoryLine[],
  heldElsewhere: Pieces = NO_PIECES,
  known?: Assessment,
): JobView {
  const now = known ?? assess(job, catalogue, house, today, heldElsewhere);
  // Each remedy is tried by accepting it: most of the rules answer as they do without it.
  let answered: Known | undefined;
  const withMore = (more: Job["accepted"]) => {
    answered ??= knownOf(job, now.fit, catalogue, house);
    return priced({ ...job, accepted: [...job.accepted, ...more] }, catalogue, house, heldElsewhere, answered);
  };
  const work = workOrderOf(job, now, today);
  const parts = now.fit.build.supplied.map((supplied) => partView(supplied, job));
  const findings = now.fit.findings.map((finding) => ({
    ...finding,
    measureNext: measureNext(finding),
    remedies: ranked(
      finding.remedies.map((remedy) => ({
        ...remedy,
        would: wouldDo(finding, remedy, now, withMore),
        refused: job.refused.some((r) => r.finding === finding.key && r.remedy === remedy.id),
      })),
    ),
  }));
  const withFirst = pricedFirst(findings, withMore);
  const survey = surveyOf(job, now.fit, catalogue, house);
  return {
    job,
    findings,
    applied: now.fit.applied,
    idle: now.fit.idle,
    unusedOverrides: now.fit.unusedOverrides,
    steps: work.steps.map(({ step, waits, held }) => ({
      ...step,
      measures: step.measures.map((measure) => measureView(measure, job)),
      parts: together(
        step.parts.map((supplied, i) => ({
          ...partView(supplied, job),
          bin: liesIn(supplied.part, supplied.origin, now.sheet),
          waits: waits[i]!,
        })),
      ),
      held,
    })),
    work: {
      signHeld: work.signHeld,
      changed: work.changed,
      staysInBox: work.staysInBox,
      goesBack: work.goesBack,
      dayMinutes: house.hoursPerDay * 60,
      curing: curesLeft(now.steps, job.ticks, today),
    },
    checks: work.checks.map((state) => ({ ...state, measures: state.measures.map((measure) => measureView(measure, job)) })),
    settings: settingsView(now.fit.build, job),
    handOver: handOverOf(job, now, work, today),
    logbook: logbookView(job, now),
    sheet: now.sheet,
    promises: now.promises,
    lacks: now.sheet.lines.length > 0 ? lacks(now.fit) : "",
    withFirstMinor: withFirst?.sheet.allInMinor ?? null,
    stages: withSurvey(now.stages, job, survey),
    arrivals: now.arrivals,
    agreed: now.agreed,
    cameOut: cameOutOf(job, now, catalogue, house, heldElsewhere),
    parts,
    battery: now.fit.build.supplied.flatMap(({ part }) => (part.kind === "battery" ? [part.spec] : []))[0] ?? null,
    layout: layoutOf(job, now.fit.build),
    needed: survey.needed,
    ride: rideOf(now.fit.build, job.wish, massOf(now.promises)),
    history,
    invoices: [],
    weeks: [],
    shop: shopHeadOf(house),
  };
}

function settingsView(build: Build, { talks }: Pick<Job, "talks">): JobView["settings"] {
  const sheet = familyOf(build);
  // Without a motor nothing is wanted of a controller.
  const { values, why } = motorsOf(build).length > 0 ? wantedValues(sheet, build) : { values: {}, why: {} };
  const held = lastRead(talks, sheet);
  return { sheet, wanted: values, why, heldWrong: held ? guardHeld(sheet, held, build).map(({ says }) => says) : [] };
}

function measureView(measure: Measure, { readings }: Pick<Job, "readings">): MeasureView {
  const reading = readings[measure.key];
  return {
    ...measure,
    limit: limitText(measure),
    taken: reading ? { value: reading.value, by: reading.by, at: reading.at, passes: passes(measure, reading) } : null,
  };
}

/** What was bought or brought for a job lies in its box, what comes from the shelf in its bin. */
function liesIn(part: Part, origin: { readonly type: string; readonly kitId?: string }, { lines }: Sheet): string {
  const buyId = origin.type === "kit" ? origin.kitId! : part.id;
  const mine = lines.filter((line) => line.partId === buyId && line.source !== "in the kit");
  return mine.length > 0 && mine.every((line) => line.source !== "stock") ? "this job's box" : (part.bin ?? "");
}

const partView = ({ part, quantity, origin }: Supplied, job: Job): PartView => ({
  id: part.id,
  kind: part.kind,
  name: calledPart(part),
  quantity,
  from: origin.type,
  theirs: theirsOf(part, job),
  numbered: hasOwnNumber(part.kind),
});

/** A part that came in by several doors is one line of its step, with all its pieces. */
function together<P extends { id: string; quantity: number; bin: string; waits: string | null }>(parts: readonly P[]): P[] {
  const lines = new Map<string, P>();
  for (const part of parts) {
    const key = JSON.stringify([part.id, part.bin, part.waits]);
    lines.set(key, { ...part, quantity: (lines.get(key)?.quantity ?? 0) + part.quantity });
  }
  return [...lines.values()];
}

const theirsOf = (part: Part, job: Job): PartView["theirs"] =>
  part.onlyFor === undefined ? null : job.brought[part.id] ? "here" : "awaited";

/** The job with the first remedy of every open finding taken that was not refused; null when there is none. */
function pricedFirst(findings: readonly FindingView[], withMore: (more: Job["accepted"]) => Priced): Priced | null {
  const first = findings.filter(isOpen).flatMap((finding) => {
    const remedy = finding.remedies.find((r) => !r.refused);
    return remedy ? [tried(finding.key, remedy.id)] : [];
  });
  return first.length > 0 ? withMore(first) : null;
}

function measureNext({ verdict, settle }: Finding): FindingView["measureNext"] {
  const [key] = settle;
  return verdict === "measure" && key !== undefined ? { key, label: donorItem(key).label } : null;
}

/** What can be had first, then what is worked or bought before what is only acknowledged, then by price and minutes; refused ones last. */
const ranked = (remedies: readonly RemedyView[]): RemedyView[] =>
  [...remedies].sort(
    (a, b) =>
      Number(a.refused) - Number(b.refused) ||
      Number(a.would.missing.length > 0) - Number(b.would.missing.length > 0) ||
      Number(a.id === "acknowledge") - Number(b.id === "acknowledge") ||
      a.would.priceMinor - b.would.priceMinor ||
      a.would.minutes - b.would.minutes,
  );

/** An acceptance that is only tried, never stored. */
const tried = (finding: string, remedy: string) => ({ finding, remedy, at: "1970-01-01T00:00:00Z", by: "" });

function wouldDo(finding: Finding, remedy: Remedy, now: Priced, withMore: (more: Job["accepted"]) => Priced): Effects {
  const then = withMore([tried(finding.key, remedy.id)]);
  const open = (all: readonly Finding[]) => new Map(all.filter(isOpen).map((f) => [f.key, f.title]));
  const [before, after] = [open(now.fit.findings), open(then.fit.findings)];
  return {
    priceMinor: then.sheet.allInMinor - now.sheet.allInMinor,
    minutes: then.sheet.labourMinutes - now.sheet.labourMinutes,
    settles: [...before].filter(([key]) => !after.has(key)).map(([, title]) => title),
    opens: [...after].filter(([key]) => !before.has(key)).map(([, title]) => title),
    missing: remedy.parts.filter((need) => need.partId === null).map((need) => need.says),
    against: now.fit.applied
      .filter((a) => !before.has(a.finding) && after.has(a.finding))
      .map((a) => `${a.title}: ${a.remedy.title}`),
  };
}

function logbookView(job: Job, { fit, steps }: Assessment): JobView["logbook"] {
  const book = logbookOf(job, fit.build);
  return book && { ...book, removable: removable(fit.build, steps) };
}
