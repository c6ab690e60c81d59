import type { Supplied } from "../fit/build";
import type { Fit } from "../fit/engine";
import type { HouseRules } from "../house/houseRules";
import type { PlacedOrder } from "../supply/placedOrder";
import type { Wish } from "../wish/wish";
import type { HandLine } from "./handLine";
import type { Catalogue } from "../parts/catalogue";
import type { Currency, Part } from "../parts/part";
import { supplyPlan, type SupplyPlan, type Want } from "../supply/supplyPlan";
import { quoteMinutes, type Step } from "../work/steps";
import { percentOf } from "../money/money";

export type Source = "buy" | "stock" | "customer" | "in the kit";

/** What of a job its sheet is made of. */
export type Costed = {
  readonly choices: { readonly kit?: string | undefined };
  readonly sources: Readonly<Record<string, Exclude<Source, "in the kit">>>;
  readonly hand: readonly HandLine[];
  readonly orders: readonly PlacedOrder[];
  readonly wish: Pick<Wish, "budgetMinor">;
};

/** A line of the build sheet and why it is there. Amounts in the shop's currency, before tax. */
export type SheetLine = {
  readonly key: string;
  readonly partId: string | null;
  readonly says: string;
  readonly quantity: number;
  readonly source: Source;
  readonly group: "running" | "dressing";
  /** What the shop pays, carriage apart; null when nobody offers it. */
  readonly costMinor: number | null;
  readonly priceMinor: number | null;
  readonly why: string;
  readonly finding: string | null;
  readonly problem: string | null;
};

export type Sheet = {
  readonly currency: Currency;
  readonly lines: readonly SheetLine[];
  readonly runningMinor: number;
  readonly dressingMinor: number;
  readonly labourMinutes: number;
  readonly labourMinor: number;
  readonly carriageMinor: number;
  readonly consumablesMinor: number;
  readonly contingencyMinor: number;
  readonly beforeTaxMinor: number;
  readonly taxMinor: number;
  readonly allInMinor: number;
  readonly depositMinor: number;
  /** What the shop keeps of the price before tax after parts and carriage, labour not deducted, %. */
  readonly partsMarginPercent: number | null;
  readonly budgetMinor: number | null;
  /** Lines without a price: the total is at least what is shown. */
  readonly unpriced: number;
  readonly plan: SupplyPlan;
};

/** Parts that dress the bike and are not needed to run it. */
const DRESSING: ReadonlySet<string> = new Set(["gear-sensor", "throttle"]);

/** Share of the labour that the deposit covers beside the parts' landed cost, rounded up to ten (common practice). */
const DEPOSIT_LABOUR_PERCENT = 20;
const DEPOSIT_STEP_MINOR = 10_00;

type Draft = {
  key: string;
  part: Part | null;
  says: string;
  quantity: number;
  source: Source;
  why: string;
  finding: string | null;
  missing: boolean;
};

/** Costs a build: lines from kit, choices, remedies and by hand; labour from the steps; carriage from the supply plan. */
export function buildSheet(job: Costed, fit: Fit, steps: readonly Step[], catalogue: Catalogue, house: HouseRules): Sheet {
  const drafts = [...chosen(job, fit, catalogue), ...missing(fit)];
  const plan = supplyPlan(stillToBuy(job, drafts), catalogue, house);
  const lines = [...drafts.map((draft) => priced(draft, job, plan, catalogue, house)), ...job.hand.map(handLine)];
  const sum = (group: SheetLine["group"]) =>
    lines.reduce((total, line) => total + (line.group === group ? (line.priceMinor ?? 0) : 0), 0);
  const [runningMinor, dressingMinor] = [sum("running"), sum("dressing")];
  const labourMinutes = Math.round(quoteMinutes(steps));
  const labourMinor = Math.round((labourMinutes * house.labourMinorPerHour) / 60);
  const carriageMinor = [...plan.orders, ...job.orders].reduce((total, order) => total + order.carriageMinor, 0);
  const work = runningMinor + dressingMinor + labourMinor;
  const consumablesMinor = percentOf(work, house.consumablesPercent);
  const contingencyMinor = percentOf(work, house.contingencyPercent);
  const beforeTaxMinor = work + carriageMinor + consumablesMinor + contingencyMinor;
  const taxMinor = percentOf(beforeTaxMinor, house.taxPercent);
  const costMinor = lines.reduce((total, line) => total + (line.costMinor ?? 0), 0);
  const partsMinor = runningMinor + dressingMinor;
  return {
    currency: house.currency,
    lines,
    runningMinor,
    dressingMinor,
    labourMinutes,
    labourMinor,
    carriageMinor,
    consumablesMinor,
    contingencyMinor,
    beforeTaxMinor,
    taxMinor,
    allInMinor: beforeTaxMinor + taxMinor,
    depositMinor:
      Math.ceil((costMinor + carriageMinor + percentOf(labourMinor, DEPOSIT_LABOUR_PERCENT)) / DEPOSIT_STEP_MINOR) *
      DEPOSIT_STEP_MINOR,
    partsMarginPercent: partsMinor > 0 ? ((partsMinor - costMinor) / partsMinor) * 100 : null,
    budgetMinor: job.wish.budgetMinor,
    unpriced: lines.filter((line) => line.priceMinor === null).length,
    plan,
  };
}

function chosen(job: Costed, fit: Fit, catalogue: Catalogue): Draft[] {
  const kit = catalogue.parts.get(job.choices.kit ?? "");
  const kitLine: Draft[] = kit
    ? [
        {
          key: `kit ${kit.id}`,
          part: kit,
          says: kit.name,
          quantity: 1,
          source: sourceOf(job, `kit ${kit.id}`, kit, 1),
          why: "the kit chosen in Drive",
          finding: null,
          missing: false,
        },
      ]
    : [];
  // What is in the box stands right under the box.
  const [inKit, rest] = [
    fit.build.supplied.filter((s) => s.origin.type === "kit"),
    fit.build.supplied.filter((s) => s.origin.type !== "kit"),
  ];
  // What came in the box and is not fitted stands there too: it was paid for, and it is the customer's.
  const spare = (fit.build.spare ?? [])
    .filter((s) => s.origin.type === "kit")
    .map((s) => ({ ...draftOf(job, s, fit), why: "in the kit, not fitted: it stays in the box and goes to the customer" }));
  return [...kitLine, ...inKit.map((s) => draftOf(job, s, fit)), ...spare, ...rest.map((s) => draftOf(job, s, fit))];
}

/** The slot of parts that somebody put in by hand: there may be many, each with its own source. */
const BY_HAND = "by hand";

function draftOf(job: Costed, { part, quantity, origin }: Supplied, fit: Fit): Draft {
  const key =
    origin.type === "kit"
      ? `kit ${origin.kitId} ${part.id}`
      : origin.type === "choice"
        ? `choice ${origin.slot}${origin.slot === BY_HAND ? ` ${part.id}` : ""}`
        : `remedy ${origin.finding} ${origin.remedy} ${part.id}`;
  const source: Source = origin.type === "kit" ? "in the kit" : sourceOf(job, key, part, quantity);
  const remedy =
    origin.type === "remedy" ? fit.applied.find((a) => a.finding === origin.finding && a.remedy.id === origin.remedy) : undefined;
  const why =
    origin.type === "kit"
      ? "in the kit"
      : origin.type === "choice"
        ? origin.slot === BY_HAND
          ? "put in by hand"
          : `chosen as ${origin.slot} in Drive`
        : [remedy?.title, remedy?.remedy.title].filter((title, i, all) => title && all.indexOf(title) === i).join(": ");
  return {
    key,
    part,
    says: part.name,
    quantity,
    source,
    why,
    finding: origin.type === "remedy" ? origin.finding : null,
    missing: false,
  };
}

/** A stocked part comes from the shelf unless the job says otherwise. */
const sourceOf = (job: Costed, key: string, part: Part, quantity: number): Source =>
  job.sources[key] ?? (part.inStock >= quantity ? "stock" : "buy");

/** Parts that an accepted remedy wants and the catalogue does not have. */
function missing(fit: Fit): Draft[] {
  return fit.applied.flatMap(({ finding, title, remedy }) =>
    remedy.parts
      .filter((need) => need.partId === null)
      .map((need) => ({
        key: `missing ${finding} ${remedy.id} ${need.says}`,
        part: null,
        says: need.says,
        quantity: need.quantity,
        source: "buy" as const,
        why: `${title}: ${remedy.title}`,
        finding,
        missing: true,
      })),
  );
}

/** What is left to buy of each part after the orders already placed. */
function stillToBuy(job: Costed, drafts: readonly Draft[]): Want[] {
  const wants = new Map<string, number>();
  for (const draft of drafts)
    if (draft.part && draft.source === "buy") wants.set(draft.part.id, (wants.get(draft.part.id) ?? 0) + draft.quantity);
  for (const order of job.orders)
    for (const line of order.lines) wants.set(line.partId, (wants.get(line.partId) ?? 0) - line.quantity);
  return [...wants].map(([partId, quantity]) => ({ partId, quantity })).filter((want) => want.quantity > 0);
}

function priced(draft: Draft, job: Costed, plan: SupplyPlan, catalogue: Catalogue, house: HouseRules): SheetLine {
  const { part, source } = draft;
  const cost = costOf(draft, job, plan, catalogue, house);
  const markUp = part?.kind === "battery" ? house.batteryMarkUpPercent : house.partsMarkUpPercent;
  return {
    key: draft.key,
    partId: part?.id ?? null,
    says: draft.says,
    quantity: draft.quantity,
    source,
    group: part && DRESSING.has(part.kind) ? "dressing" : "running",
    costMinor: cost.minor,
    priceMinor: cost.minor === null ? null : cost.minor + percentOf(cost.minor, markUp),
    why: draft.why,
    finding: draft.finding,
    problem: cost.problem,
  };
}

/** Frozen prices of placed orders first, then the plan's, then (for stock) the cheapest offer. */
function costOf(
  draft: Draft,
  job: Costed,
  plan: SupplyPlan,
  catalogue: Catalogue,
  house: HouseRules,
): { minor: number | null; problem: string | null } {
  const { part, source, quantity } = draft;
  if (source === "in the kit" || source === "customer") return { minor: 0, problem: null };
  if (!part) return { minor: null, problem: "not in the catalogue" };
  const placed = job.orders.flatMap((order) => order.lines).find((line) => line.partId === part.id);
  if (source === "buy" && placed) return { minor: Math.round((placed.totalMinor / placed.quantity) * quantity), problem: null };
  const from = source === "buy" ? plan : supplyPlan([{ partId: part.id, quantity }], catalogue, house);
  const line = from.orders.flatMap((order) => order.lines).find((l) => l.part.id === part.id);
  if (line) return { minor: Math.round((line.totalMinor / line.quantity) * quantity), problem: null };
  return { minor: null, problem: from.unpriced.find((u) => u.part.id === part.id)?.why ?? "no price" };
}

const handLine = (line: HandLine): SheetLine => ({
  key: `hand ${line.id}`,
  partId: null,
  says: line.says,
  quantity: line.quantity,
  source: "buy",
  group: line.group,
  costMinor: 0,
  priceMinor: line.priceMinor * line.quantity,
  why: "added by hand",
  finding: null,
  problem: null,
});
