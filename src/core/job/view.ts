import type { Sheet } from "../cost/sheet";
import type { AppliedRemedy, Accepted } from "../fit/engine";
import { isOpen, type Finding, type Override, type Remedy } from "../fit/finding";
import type { HouseRules } from "../house/houseRules";
import type { Catalogue } from "../parts/catalogue";
import type { Spec } from "../parts/specs";
import type { Promise } from "../promise/promises";
import type { Step } from "../work/steps";
import { assess, type Assessment } from "./assess";
import type { Job } from "./job";
import { layoutOf, type Layout } from "./layout";
import type { StageState } from "./stages";

/** What a remedy would change if it were accepted now, worked out by accepting it. */
export type Effects = {
  readonly priceMinor: number;
  readonly minutes: number;
  readonly settles: readonly string[];
  readonly opens: readonly string[];
  readonly missing: readonly string[];
};

export type RemedyView = Remedy & { readonly would: Effects };
export type FindingView = Omit<Finding, "remedies"> & { readonly remedies: readonly RemedyView[] };

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
};

/** All that a job's screens show; plain data, so that it crosses from server to browser. */
export type JobView = {
  readonly job: Job;
  readonly findings: readonly FindingView[];
  readonly applied: readonly AppliedRemedy[];
  readonly idle: readonly Accepted[];
  readonly unusedOverrides: readonly Override[];
  readonly steps: readonly (Omit<Step, "parts"> & {
    readonly parts: readonly (PartView & { readonly waits: string | null })[];
  })[];
  readonly sheet: Sheet;
  readonly promises: readonly Promise[];
  readonly stages: readonly StageState[];
  readonly parts: readonly PartView[];
  readonly battery: Spec<"battery"> | null;
  readonly layout: Layout;
  readonly history: readonly HistoryLine[];
};

export function viewOf(
  job: Job,
  catalogue: Catalogue,
  house: HouseRules,
  today: string,
  history: readonly HistoryLine[],
): JobView {
  const now = assess(job, catalogue, house, today);
  const parts = now.fit.build.supplied.map(({ part, quantity, origin }) => ({
    id: part.id,
    kind: part.kind,
    name: part.name,
    quantity,
    from: origin.type,
  }));
  return {
    job,
    findings: now.fit.findings.map((finding) => ({
      ...finding,
      remedies: finding.remedies.map((remedy) => ({
        ...remedy,
        would: wouldDo(finding, remedy, now, job, catalogue, house, today),
      })),
    })),
    applied: now.fit.applied,
    idle: now.fit.idle,
    unusedOverrides: now.fit.unusedOverrides,
    steps: now.steps.map((step) => ({
      ...step,
      parts: step.parts.map(({ part, quantity, origin }) => ({
        id: part.id,
        kind: part.kind,
        name: part.name,
        quantity,
        from: origin.type,
        waits: waitsFor(part.id, origin, job, now.sheet),
      })),
    })),
    sheet: now.sheet,
    promises: now.promises,
    stages: now.stages,
    parts,
    battery: now.fit.build.supplied.flatMap(({ part }) => (part.kind === "battery" ? [part.spec] : []))[0] ?? null,
    layout: layoutOf(job, now.fit.build),
    history,
  };
}

function wouldDo(
  finding: Finding,
  remedy: Remedy,
  now: Assessment,
  job: Job,
  catalogue: Catalogue,
  house: HouseRules,
  today: string,
): Effects {
  const then = assess(
    { ...job, accepted: [...job.accepted, { finding: finding.key, remedy: remedy.id, at: `${today}T00:00:00Z`, by: "" }] },
    catalogue,
    house,
    today,
  );
  const open = (all: readonly Finding[]) => new Map(all.filter(isOpen).map((f) => [f.key, f.title]));
  const [before, after] = [open(now.fit.findings), open(then.fit.findings)];
  return {
    priceMinor: then.sheet.allInMinor - now.sheet.allInMinor,
    minutes: then.sheet.labourMinutes - now.sheet.labourMinutes,
    settles: [...before].filter(([key]) => !after.has(key)).map(([, title]) => title),
    opens: [...after].filter(([key]) => !before.has(key)).map(([, title]) => title),
    missing: remedy.parts.filter((need) => need.partId === null).map((need) => need.says),
  };
}

/** Why a step cannot start yet for want of a part: not ordered, or ordered and not here. Null when it is here. */
function waitsFor(partId: string, origin: { type: string; kitId?: string }, job: Job, sheet: Sheet): string | null {
  const buyId = origin.type === "kit" ? origin.kitId! : partId;
  const line = sheet.lines.find((l) => l.partId === buyId && l.source !== "in the kit");
  if (line?.source === "stock" || line?.source === "customer") return null;
  const order = job.orders.find((o) => o.lines.some((l) => l.partId === buyId));
  if (!order) return "not ordered yet";
  return order.arrived ? null : `not here yet (${order.number})`;
}
