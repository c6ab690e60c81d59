import type { SupplierIn } from "./cheapest";
import type { OfferIn, PartIn } from "./fills";

/** The packs of one offer of one part, as a variable's name. */
export const packsAt = (part: number, offer: number) => `x${part}_${offer}`;

/**
 * What `cheapest` solves, as an integer program in the CPLEX LP text format, for a general solver: packs `x`, whether a supplier is
 * bought from `y`, sends free `f`, sends dangerous goods `d`. That no pack is to spare cannot be said linearly; of an offer only as
 * many are allowed as hold the quantity alone, so its optimum may be cheaper by a pack bought to reach a free carriage.
 */
export function programOf(parts: readonly PartIn[], suppliers: readonly SupplierIn[]): string {
  const all = parts.flatMap((part, i) =>
    part.offers.map((offer, j) => ({ x: packsAt(i, j), offer, most: Math.ceil(part.quantity / offer.packSize) })),
  );
  const sum = (terms: readonly { readonly x: string; readonly offer: OfferIn }[], of: (offer: OfferIn) => number) =>
    terms.map(({ x, offer }) => `${of(offer)} ${x}`).join(" + ");
  const rows = parts.map(
    (part, i) => `${part.offers.map((offer, j) => `${offer.packSize} ${packsAt(i, j)}`).join(" + ")} >= ${part.quantity}`,
  );
  suppliers.forEach((supplier, s) => {
    const own = all.filter(({ offer }) => offer.supplier === s);
    for (const { x, offer, most } of own) {
      rows.push(`${x} - ${most} y${s} <= 0`);
      if (offer.dangerous) rows.push(`${x} - ${most} d${s} <= 0`);
    }
    rows.push(`f${s} - y${s} <= 0`);
    if (supplier.freeFrom === null || own.length === 0) rows.push(`f${s} = 0`);
    else rows.push(`${sum(own, (offer) => offer.each)} - ${supplier.freeFrom} f${s} >= 0`);
  });
  const asked = suppliers.map((one, s) => `${one.carriage} y${s} - ${one.carriage} f${s} + ${one.surcharge} d${s}`);
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
    ` ${suppliers.map((_, s) => `y${s} f${s} d${s}`).join(" ")}`,
    "End",
  ].join("\n");
}
