import Big from "big.js";
import type { HouseRules } from "../house/houseRules";
import { converted } from "../money/money";
import type { PartKind } from "../parts/kinds";
import type { Supplier } from "../parts/part";
import { carriageSteps, type CarriageStep, type MassStep, type SupplierIn } from "./cheapest";
import { NO_TERMS } from "../parts/noTerms";
import type { DutyHeading } from "../parts/terms";

/**
 * What an order costs until it lies in the shop, in whole cents of the shop's currency; the parts add up to it to the cent.
 * Customs value V is goods and carriage (as in the EU, the UK and Japan), duty = d · V, import tax = t · (V + duty + broker) where the
 * shop does not get it back. The rate decides by heading and origin: to be checked before it is quoted.
 */
export type Landed = {
  readonly goodsMinor: number;
  readonly carriageMinor: number;
  /** For movement of the rate over the lead time. */
  readonly bufferMinor: number;
  readonly feeMinor: number;
  readonly dutyMinor: number;
  readonly importTaxMinor: number;
  readonly brokerMinor: number;
};

const MOTORS: ReadonlySet<PartKind> = new Set(["hub-motor", "mid-motor", "frame-motor", "controller", "kit"]);

export const headingOf = (kind: PartKind): DutyHeading =>
  kind === "battery" ? "batteries" : MOTORS.has(kind) ? "motors and kits" : "bicycle parts";

const cents = (amount: Big): number => amount.round(0, Big.roundHalfUp).toNumber();

/** What a cent of a supplier's price becomes in the shop, share by share; undefined while the shop has no rate for its currency. */
type Shares = {
  readonly rate: Big;
  readonly buffer: Big;
  readonly fee: Big;
  readonly dutyOf: (heading: DutyHeading) => Big;
  readonly tax: Big;
};

function sharesOf(currency: string, supplier: Supplier, house: HouseRules): Shares | undefined {
  const foreign = currency !== house.currency;
  const rate = foreign ? house.rates[currency as keyof typeof house.rates] : 1;
  if (rate === undefined) return undefined;
  const { customs, paymentPercent } = supplier.terms ?? NO_TERMS;
  const percent = (share: number) => new Big(share).div(100);
  return {
    rate: new Big(rate),
    buffer: percent(foreign ? house.rateBufferPercent : 0),
    fee: percent(paymentPercent),
    dutyOf: (heading) =>
      percent(
        !customs
          ? 0
          : heading === "batteries"
            ? customs.dutyBatteriesPercent
            : heading === "motors and kits"
              ? customs.dutyMotorsPercent
              : customs.dutyPartsPercent,
      ),
    tax: percent(customs?.importTaxPercent ?? 0),
  };
}

/** Goods, or carriage, in the shop: as asked, and with all that hangs on it. */
function factorOf(shares: Shares, heading: DutyHeading): Big {
  const duty = shares.dutyOf(heading);
  const one = new Big(1);
  return shares.rate.times(one.plus(shares.buffer)).times(
    one
      .plus(shares.fee)
      .plus(duty)
      .plus(shares.tax.times(one.plus(duty))),
  );
}

/** Price of packs, as it is asked and as it is landed; both rounded once. undefined without a rate. */
export function landedGoods(
  offer: { readonly priceMinor: number; readonly currency: string },
  kind: PartKind,
  supplier: Supplier,
  house: HouseRules,
):
  | {
      readonly each: number;
      readonly costOf: (packs: number) => number;
      readonly worth: number;
      readonly worthOf: (packs: number) => number;
    }
  | undefined {
  const shares = sharesOf(offer.currency, supplier, house);
  if (!shares) return undefined;
  const worth = shares.rate.times(offer.priceMinor);
  const each = factorOf(shares, headingOf(kind)).times(offer.priceMinor);
  const known = (amount: Big) => {
    const counts: number[] = [0];
    return (packs: number) => (counts[packs] ??= cents(amount.times(packs)));
  };
  return { each: each.toNumber(), costOf: known(each), worth: worth.toNumber(), worthOf: known(worth) };
}

/** The steps of a supplier's own carriage and fees, in cents of its currency. */
export function stepsAsked({ carriageMinor, freeFromMinor, terms = NO_TERMS }: Supplier): CarriageStep[] {
  const plain = [
    { from: 0, asks: carriageMinor },
    ...terms.carriageSteps.map((step) => ({ from: step.fromMinor, asks: step.carriageMinor })),
    ...(freeFromMinor === null ? [] : carriageSteps(carriageMinor, freeFromMinor).slice(1)),
  ];
  const under = terms.smallOrderUnderMinor;
  if (under === null || terms.smallOrderFeeMinor === 0) return plain;
  const at = (goods: number) => plain.findLast((step) => goods >= step.from)!.asks;
  const bounds = [...new Set([...plain.map((step) => step.from), under])].sort((a, b) => a - b);
  return bounds.map((from) => ({ from, asks: at(from) + (from < under ? terms.smallOrderFeeMinor : 0) }));
}

/** What the mass of an order asks on top, in grams and cents of the supplier's currency. */
export const massSteps = ({ terms = NO_TERMS }: Supplier): MassStep[] =>
  terms.massSteps.map(({ overKg, moreMinor }) => ({ over: Math.round(overKg * 1000), more: moreMinor }));

/** What a supplier asks beside its goods, landed, in cents of the shop's currency; undefined without a rate. */
export function landedCarriage(supplier: Supplier, house: HouseRules): SupplierIn | undefined {
  const shares = sharesOf(supplier.currency, supplier, house);
  if (!shares) return undefined;
  // Carriage belongs to the customs value; it is taken at the rate of bicycle parts, whatever travels.
  const factor = factorOf(shares, "bicycle parts");
  const broker = new Big(supplier.terms?.customs?.brokerMinor ?? 0).times(shares.tax.plus(1));
  return {
    steps: stepsAsked(supplier).map(({ from, asks }) => ({
      from: cents(shares.rate.times(from)),
      asks: cents(factor.times(asks).plus(broker)),
    })),
    surcharge: cents(factor.times(supplier.dangerousGoodsMinor)),
    masses: massSteps(supplier).map(({ over, more }) => ({ over, more: cents(factor.times(more)) })),
  };
}

/** Goods under which a supplier takes no order, in cents of the shop's currency; 0 where it takes any. */
export const leastIn = (supplier: Supplier, house: HouseRules): number =>
  converted(supplier.terms?.leastOrderMinor ?? 0, supplier.currency, house.currency, house.rates) ?? 0;

/**
 * Why an order costs so much: its parts, which add up to the total that was planned.
 * @param asked carriage, fees and surcharge in cents of the supplier's currency
 */
export function landedOf(
  lines: readonly { readonly priceMinor: number; readonly currency: string; readonly packs: number; readonly kind: PartKind }[],
  asked: number,
  totalMinor: number,
  supplier: Supplier,
  house: HouseRules,
): Landed {
  const zero = new Big(0);
  let [goods, buffer, fee, duty, tax] = [0, zero, zero, zero, zero];
  const add = (amount: Big, heading: DutyHeading, shares: Shares) => {
    const value = amount.times(shares.buffer.plus(1));
    buffer = buffer.plus(amount.times(shares.buffer));
    fee = fee.plus(value.times(shares.fee));
    const owed = value.times(shares.dutyOf(heading));
    duty = duty.plus(owed);
    tax = tax.plus(value.plus(owed).times(shares.tax));
  };
  for (const { priceMinor, currency, packs, kind } of lines) {
    const shares = sharesOf(currency, supplier, house);
    if (!shares) continue;
    const amount = shares.rate.times(priceMinor).times(packs);
    goods += cents(amount);
    add(amount, headingOf(kind), shares);
  }
  const shares = sharesOf(supplier.currency, supplier, house);
  const carriage = shares ? shares.rate.times(asked) : zero;
  if (shares) add(carriage, "bicycle parts", shares);
  const broker = new Big(supplier.terms?.customs?.brokerMinor ?? 0);
  if (shares) tax = tax.plus(broker.times(shares.tax));
  const carriageMinor = cents(carriage);
  // What comes on top is rounded as it adds up, so that no cent is shown twice or lost.
  const extra = [buffer, fee, duty, tax, broker];
  const left = totalMinor - goods - carriageMinor;
  let [sum, given] = [zero, 0];
  const last = extra.findLastIndex((one) => one.gt(0));
  const [bufferMinor, feeMinor, dutyMinor, importTaxMinor, brokerMinor] = extra.map((one, i) => {
    sum = sum.plus(one);
    const upTo = i >= last ? left : Math.min(left, cents(sum));
    const minor = i > last ? 0 : upTo - given;
    given = upTo;
    return minor;
  }) as [number, number, number, number, number];
  // Nothing comes on top: what roundings leave is the goods'.
  return {
    goodsMinor: last < 0 ? goods + left : goods,
    carriageMinor,
    bufferMinor: last < 0 ? 0 : bufferMinor,
    feeMinor: last < 0 ? 0 : feeMinor,
    dutyMinor: last < 0 ? 0 : dutyMinor,
    importTaxMinor: last < 0 ? 0 : importTaxMinor,
    brokerMinor: last < 0 ? 0 : brokerMinor,
  };
}
