import type { Supplied } from "../fit/build";
import { idleOf } from "../fit/rules/brakes/levers";
import type { Fit } from "../fit/engine";
import type { HouseRules } from "../house/houseRules";
import { standing } from "../supply/standing";
import type { PlacedOrder } from "../supply/placedOrder";
import type { Wish } from "../wish/wish";
import type { HandLine } from "./handLine";
import type { Catalogue } from "../parts/catalogue";
import { calledPart } from "../parts/calledPart";
import type { Currency, Part } from "../parts/part";
import { pieceCost, supplyPlan, type SupplyPlan } from "../supply/supplyPlan";
import type { Step } from "../work/steps";
import { converted, percentOf, shared } from "../money/money";
import { costOfBought, stillToBuy, type Cost } from "./bought";
import { contingencyOf } from "./contingency";
import { labourOf } from "./labour";
import type { LabourShare } from "./labourShare";
import { taxGroups } from "./tax";
import type { TaxGroup } from "./taxGroup";
import { discountMinor, type Discount } from "./discount";
import { allocate, WHOLE_SHELF, type Shelf, type Source } from "./shelf";

/** What of a job its sheet is made of. */
export type Costed = {
  readonly choices: { readonly kit?: string | undefined };
  readonly sources: Readonly<Record<string, Exclude<Source, "in the kit">>>;
  readonly hand: readonly HandLine[];
  readonly orders: readonly PlacedOrder[];
  readonly wish: Pick<Wish, "budgetMinor">;
  readonly discount: Discount | null;
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
  /** By rate; empty on sheets kept before that was noted. */
  readonly labour: readonly LabourShare[];
  readonly carriageMinor: number;
  readonly consumablesMinor: number;
  readonly contingencyMinor: number;
  /** The share kept back, % (null on sheets signed before it was kept), and the state of the job that it is for. */
  readonly contingencyPercent: number | null;
  readonly contingencyWhy: string;
  /** What is taken off, and why; 0 where nothing is. */
  readonly discountMinor: number;
  readonly discountWhy: string;
  readonly beforeTaxMinor: number;
  /** The rate of the tax on goods, %; null on sheets kept before it was noted. */
  readonly taxPercent: number | null;
  /** By rate; empty on sheets kept before that was noted. */
  readonly taxes: readonly TaxGroup[];
  readonly taxMinor: number;
  readonly allInMinor: number;
  readonly depositMinor: number;
  /** What the shop keeps of the price before tax after parts and carriage, labour not deducted, %. */
  readonly partsMarginPercent: number | null;
  readonly budgetMinor: number | null;
  /** Lines and carriages without a price: the total is at least what is shown. */
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

/**
 * Costs a build: lines from kit, choices, remedies and by hand; labour from the steps; carriage from the supply plan.
 *
 * @param shelf what of the shop's shelf other jobs hold, and what this one took already
 */
export function buildSheet(
  job: Costed,
  fit: Fit,
  steps: readonly Step[],
  catalogue: Catalogue,
  house: HouseRules,
  shelf: Shelf = WHOLE_SHELF,
): Sheet {
  const drafts = allocate([...chosen(fit, job, catalogue), ...spoilt(fit, catalogue), ...missing(fit)], job.sources, shelf).map(
    (draft) => (draft.isThere ? { ...draft, why: "in the bike already" } : draft),
  );
  const wanted = wantedOf(drafts);
  const plan = supplyPlan(stillToBuy(wanted, standing(job.orders)), catalogue, house);
  const costs = costsOf(drafts, wanted, job, plan, catalogue, house);
  const lines = [...drafts.map((draft, i) => priced(draft, costs[i]!, house)), ...job.hand.map(handLine)];
  const sum = (group: SheetLine["group"]) =>
    lines.reduce((total, line) => total + (line.group === group ? (line.priceMinor ?? 0) : 0), 0);
  const [runningMinor, dressingMinor] = [sum("running"), sum("dressing")];
  const { minutes: labourMinutes, minor: labourMinor, shares: labour } = labourOf(steps, house);
  // What was sent back came with its carriage all the same.
  const carried = job.orders.filter((order) => order.off?.how !== "cancelled");
  const placed = carried.map((order) => converted(order.carriageMinor, order.currency, house.currency, house.rates));
  const carriageMinor =
    plan.orders.reduce((total, order) => total + order.carriageMinor, 0) +
    placed.reduce<number>((total, minor) => total + (minor ?? 0), 0);
  const work = runningMinor + dressingMinor + labourMinor;
  const consumablesMinor =
    house.consumablesBy === "step"
      ? steps.reduce((total, step) => total + step.uses.reduce((sum, one) => sum + one.minor, 0), 0)
      : percentOf(work, house.consumablesPercent);
  const contingency = contingencyOf(fit.build, fit.findings, house);
  const contingencyMinor = percentOf(work, contingency.percent);
  const fullMinor = work + carriageMinor + consumablesMinor + contingencyMinor;
  const lessMinor = discountMinor(job.discount, work, fullMinor);
  const beforeTaxMinor = fullMinor - lessMinor;
  const taxes = taxGroups({ labourMinor, partsMinor: runningMinor + dressingMinor, fullMinor, lessMinor }, job.discount, house);
  const taxMinor = taxes.reduce((total, tax) => total + tax.taxMinor, 0);
  const costMinor = lines.reduce((total, line) => total + (line.costMinor ?? 0), 0);
  const partsMinor = runningMinor + dressingMinor;
  return {
    currency: house.currency,
    lines,
    runningMinor,
    dressingMinor,
    labourMinutes,
    labourMinor,
    labour,
    carriageMinor,
    consumablesMinor,
    contingencyMinor,
    contingencyPercent: contingency.percent,
    contingencyWhy: contingency.why,
    discountMinor: lessMinor,
    discountWhy: job.discount?.why ?? "",
    beforeTaxMinor,
    taxPercent: taxes[0]!.percent,
    taxes,
    taxMinor,
    allInMinor: beforeTaxMinor + taxMinor,
    depositMinor:
      Math.ceil((costMinor + carriageMinor + percentOf(labourMinor, DEPOSIT_LABOUR_PERCENT)) / DEPOSIT_STEP_MINOR) *
      DEPOSIT_STEP_MINOR,
    partsMarginPercent: partsMinor > 0 ? ((partsMinor - costMinor) / partsMinor) * 100 : null,
    budgetMinor: job.wish.budgetMinor,
    unpriced: lines.filter((line) => line.priceMinor === null).length + placed.filter((minor) => minor === undefined).length,
    plan,
  };
}

function chosen(fit: Fit, job: Costed, catalogue: Catalogue): Draft[] {
  const kit = catalogue.parts.get(job.choices.kit ?? "");
  const kitLine: Draft[] = kit
    ? [
        {
          key: `kit ${kit.id}`,
          part: kit,
          says: kit.name,
          quantity: 1,
          source: "buy",
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
  const idle = idleOf(fit.build);
  const spare = [...inKit.filter((s) => idle.has(s)), ...(fit.build.spare ?? []).filter((s) => s.origin.type === "kit")].map(
    (s) => ({ ...draftOf(s, fit), why: "in the kit, not fitted: it stays in the box and goes to the customer" }),
  );
  return [
    ...kitLine,
    ...inKit.filter((s) => !idle.has(s)).map((s) => draftOf(s, fit)),
    ...spare,
    ...rest.map((s) => draftOf(s, fit)),
  ];
}

/** The slot of parts that somebody put in by hand: there may be many, each with its own source. */
const BY_HAND = "by hand";

function draftOf({ part, quantity, origin }: Supplied, fit: Fit): Draft {
  const key =
    origin.type === "kit"
      ? `kit ${origin.kitId} ${part.id}`
      : origin.type === "choice"
        ? `choice ${origin.slot}${origin.slot === BY_HAND ? ` ${part.id}` : ""}`
        : `remedy ${origin.finding} ${origin.remedy} ${part.id}`;
  const source: Source = origin.type === "kit" ? "in the kit" : "buy";
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
    says: calledPart(part),
    quantity,
    source,
    why,
    finding: origin.type === "remedy" ? origin.finding : null,
    missing: false,
  };
}

/** Pieces that are needed once more, because the first were spoilt. */
const spoilt = (fit: Fit, catalogue: Catalogue): Draft[] =>
  fit.applied.flatMap(({ finding, title, remedy }) =>
    (remedy.again ?? []).flatMap(({ partId, quantity }) => {
      const part = catalogue.parts.get(partId);
      if (!part) return [];
      const why = `${title}: one more`;
      const key = `again ${finding} ${remedy.id} ${partId}`;
      return [{ key, part, says: calledPart(part), quantity, source: "buy" as const, why, finding, missing: false }];
    }),
  );

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

/** Pieces of each part that are to be bought. */
function wantedOf(drafts: readonly Draft[]): Map<string, number> {
  const wanted = new Map<string, number>();
  for (const { part, source, quantity } of drafts)
    if (part && source === "buy") wanted.set(part.id, (wanted.get(part.id) ?? 0) + quantity);
  return wanted;
}

/** What each line costs: bought parts together by part, then shared among its lines; a piece from the shelf at what a piece costs. */
function costsOf(
  drafts: readonly Draft[],
  wanted: ReadonlyMap<string, number>,
  job: Costed,
  plan: SupplyPlan,
  catalogue: Catalogue,
  house: HouseRules,
): Cost[] {
  const bought = new Map(
    [...wanted].map(([id, quantity]) => [id, costOfBought(id, quantity, standing(job.orders), plan, house)]),
  );
  const shares = new Map<Draft, number>();
  for (const [id, { minor }] of bought) {
    if (minor === null) continue;
    const own = drafts.filter((draft) => draft.part?.id === id && draft.source === "buy");
    shared(
      minor,
      own.map((draft) => draft.quantity),
    ).forEach((share, i) => shares.set(own[i]!, share));
  }
  return drafts.map((draft): Cost => {
    const { part, source, quantity } = draft;
    if (source === "in the kit" || source === "customer") return { minor: 0, problem: null };
    if (!part) return { minor: null, problem: "not in the catalogue" };
    if (source === "stock") return pieceCost(part, quantity, catalogue, house);
    const share = shares.get(draft);
    return share === undefined ? { minor: null, problem: bought.get(part.id)!.problem } : { minor: share, problem: null };
  });
}

function priced(draft: Draft & { readonly short: number | null }, cost: Cost, house: HouseRules): SheetLine {
  const { part } = draft;
  const markUp = part?.kind === "battery" ? house.batteryMarkUpPercent : house.partsMarkUpPercent;
  return {
    key: draft.key,
    partId: part?.id ?? null,
    says: draft.says,
    quantity: draft.quantity,
    source: draft.source,
    group: part && DRESSING.has(part.kind) ? "dressing" : "running",
    costMinor: cost.minor,
    priceMinor: cost.minor === null ? null : cost.minor + percentOf(cost.minor, markUp),
    why: draft.short === null ? draft.why : `${draft.why}; bought, as the shelf has ${draft.short} of ${draft.quantity}`,
    finding: draft.finding,
    problem: cost.problem,
  };
}

/** A line by hand costs what somebody said; where nobody did, as much as is asked for it: no margin is claimed that is not known. */
function handLine(line: HandLine): SheetLine {
  return {
    key: `hand ${line.id}`,
    partId: null,
    says: line.says,
    quantity: line.quantity,
    source: "buy",
    group: line.group,
    costMinor: (line.costMinor ?? line.priceMinor) * line.quantity,
    priceMinor: line.priceMinor * line.quantity,
    why:
      line.awayDays === undefined
        ? "added by hand"
        : `work outside, away ${line.awayDays} ${line.awayDays === 1 ? "day" : "days"}`,
    finding: null,
    problem: null,
  };
}
