import type { SupplierIn } from "./cheapest";
import { mostPacks, type OfferIn, type PartIn } from "./fills";

/** The packs of one offer of one part, as a variable's name. */
export const packsAt = (part: number, offer: number) => `x${part}_${offer}`;

/**
 * What `cheapest` solves, as an integer program in the CPLEX LP text format, for a general solver: packs `x`, whether a supplier is
 * bought from `y`, reaches a step of its carriage `f`, sends dangerous goods `d`, pays a step of mass `m`, whether an offer with a least number is taken `z`. That no pack is to spare cannot be said linearly; of
 * an offer only as many are allowed as hold the quantity alone, so its optimum may be cheaper by a pack bought to reach a step.
 *
 * @param least goods under which a supplier takes no order, in minor units; 0 where it takes any. It may have no solution then.
 */
export function programOf(
  parts: readonly PartIn[],
  suppliers: readonly SupplierIn[],
  least: readonly number[] = suppliers.map(() => 0),
): string {
  const all = parts.flatMap((part, i) =>
    part.offers.map((offer, j) => ({ x: packsAt(i, j), offer, most: mostPacks(offer, part.quantity), z: `z${i}_${j}` })),
  );
  const sum = (terms: readonly { readonly x: string; readonly offer: OfferIn }[], of: (offer: OfferIn) => number) =>
    terms.map(({ x, offer }) => `${of(offer)} ${x}`).join(" + ");
  const rows = parts.map(
    (part, i) => `${part.offers.map((offer, j) => `${offer.packSize} ${packsAt(i, j)}`).join(" + ")} >= ${part.quantity}`,
  );
  // Where fewer are not sold: none, or so many.
  const lots = all.filter(({ offer }) => offer.atLeast > 1);
  for (const { x, z, offer, most } of lots) rows.push(`${x} - ${offer.atLeast} ${z} >= 0`, `${x} - ${most} ${z} <= 0`);
  suppliers.forEach((supplier, s) => {
    const own = all.filter(({ offer }) => offer.supplier === s);
    for (const { x, offer, most } of own) {
      rows.push(`${x} - ${most} y${s} <= 0`);
      if (offer.dangerous) rows.push(`${x} - ${most} d${s} <= 0`);
    }
    if (least[s]! > 0 && own.length > 0) rows.push(`${sum(own, (offer) => offer.worth)} - ${least[s]} y${s} >= 0`);
    // So much may an order weigh; each step of mass that is paid lets it weigh as much more.
    if (supplier.masses.length > 0 && own.length > 0) {
      const most = own.reduce((grams, { offer, most: packs }) => grams + offer.grams * packs, 0);
      const caps = supplier.masses.map(({ over }, k) =>
        Math.max(0, (supplier.masses[k + 1]?.over ?? Math.max(most, over)) - over),
      );
      rows.push(
        `${sum(own, (offer) => offer.grams)} ${caps.map((cap, k) => `- ${cap} m${s}_${k + 1}`).join(" ")} <= ${supplier.masses[0]!.over}`,
        ...caps.slice(1).map((_, k) => `m${s}_${k + 2} - m${s}_${k + 1} <= 0`),
      );
    }
    const later = supplier.steps.slice(1).map((step, k) => ({ f: `f${s}_${k + 1}`, step }));
    if (later.length === 0) return;
    // One step at the most, and none where nothing is bought.
    rows.push(`${later.map(({ f }) => f).join(" + ")} - y${s} <= 0`);
    for (const { f, step } of later)
      rows.push(own.length === 0 ? `${f} = 0` : `${sum(own, (offer) => offer.worth)} - ${step.from} ${f} >= 0`);
  });
  const asked = suppliers.map(({ steps, surcharge, masses }, s) =>
    [
      `${steps[0]!.asks} y${s}`,
      ...steps.slice(1).map((step, k) => `- ${steps[0]!.asks - step.asks} f${s}_${k + 1}`),
      `+ ${surcharge} d${s}`,
      ...masses.map(({ more }, k) => `+ ${more - (masses[k - 1]?.more ?? 0)} m${s}_${k + 1}`),
    ].join(" "),
  );
  return [
    "Minimize",
    ` cost: ${[sum(all, (offer) => offer.each), ...asked].join(" + ")}`,
    "Subject To",
    ...rows.map((row, r) => ` r${r}: ${row}`),
    "Bounds",
    ...all.map(({ x, most }) => ` 0 <= ${x} <= ${most}`),
    "General",
    ` ${all.map(({ x }) => x).join(" ")}`,
    "Binary",
    ` ${suppliers.map(({ steps, masses }, s) => [`y${s}`, ...steps.slice(1).map((_, k) => `f${s}_${k + 1}`), `d${s}`, ...masses.map((_, k) => `m${s}_${k + 1}`)].join(" ")).join(" ")} ${lots.map(({ z }) => z).join(" ")}`,
    "End",
  ].join("\n");
}
