import { Catalogue } from "@/core/parts/catalogue";
import type { Part, Supplier } from "@/core/parts/part";
import type { Want } from "@/core/supply/supplyPlan";
import { offer, partOf } from "./bench.fixture";
import { dice } from "./dice";

/** A large shop's basket: each line sold by some of the suppliers, some in packs, carriage by steps, each offer with days of its own. */
export function market(lines: number, suppliers: number, seed: number): { catalogue: Catalogue; wants: Want[] } {
  const roll = dice(seed);
  const sellers = Array.from({ length: suppliers }, (_, s): Supplier => ({
    id: `seller-${s}`,
    name: `Seller ${s}`,
    currency: "EUR",
    carriageMinor: roll(4, 20) * 100,
    freeFromMinor: roll(0, 2) === 0 ? null : roll(60, 400) * 100,
    dangerousGoodsMinor: 25_00,
  }));
  const parts = Array.from({ length: lines }, (_, i) => {
    const base = roll(200, 15_000);
    const offers = sellers
      .filter(() => roll(1, 10) <= 4)
      .map(({ id }) =>
        offer(id, Math.round((base * roll(85, 120)) / 100), {
          packSize: roll(1, 4) === 1 ? roll(2, 5) : 1,
          leadDays: roll(2, 30),
        }),
      );
    const some = offers.length > 0 ? offers : [offer("seller-0", base)];
    return partOf("bell", { barMm: 22 }, { id: `bell-${i}`, name: `Bell ${i}`, offers: some.slice(0, 20) }) as Part;
  });
  return { catalogue: new Catalogue(parts, sellers), wants: parts.map(({ id }) => ({ partId: id, quantity: roll(1, 6) })) };
}
