import type { Offer, PartHead } from "@/core/parts/part";

/** What is sold twice: by somebody near and dear, by a cable works that takes its time, and by a turner abroad. */
const OVERNIGHT = new Set(["tyre", "tube", "torque-arm", "washer", "fuse", "lead", "charger", "display", "throttle", "pedal-sensor", "chainring", "chain", "cluster", "consumable", "rotor", "brake", "brake-lever", "converter", "wire"]);
const CABLES = new Set(["lead", "fuse", "wire", "converter", "charger"]);
const TURNED = new Set(["torque-arm", "chainring", "washer", "rotor"]);

/** Francs for a euro in the demo's house rules, the other way round. */
const FRANC = 1.06;
const round = (minor: number) => Math.max(10, Math.round(minor / 5) * 5);

/** A demo part with what its other sellers ask; their prices hang on the first offer's, which is in euros. */
export function withSecondOffers(part: PartHead): PartHead {
  const first = part.offers.find((offer) => offer.currency === "EUR");
  if (!first || part.kind === "battery") return part;
  const more = (supplierId: string, factor: number, leadDays: number, over: Partial<Offer> = {}): Offer => ({
    ...first,
    supplierId,
    leadDays,
    ...over,
    priceMinor: round(first.priceMinor * factor),
  });
  return {
    ...part,
    offers: [...part.offers, ...(OVERNIGHT.has(part.kind) ? [more("tidemill", 1.16, 1)] : []), ...(CABLES.has(part.kind) ? [more("kelpline", 0.95, 9)] : []), ...(TURNED.has(part.kind) ? [more("nordmole", 0.97 / FRANC, 6, { currency: "CHF" })] : [])],
  };
}
