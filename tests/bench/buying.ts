import type { Knex } from "knex";
import { DEFAULT_HOUSE_RULES } from "@/core/house/defaults";
import { totalOf } from "@/core/supply/frontier";
import { supplyPlan } from "@/core/supply/supplyPlan";
import { loadCatalogue } from "@/data/catalogue";
import { previewPrices, takeListBack, takePrices } from "@/shop/priceLists";
import { provePlan } from "@/shop/provePlan";
import type { Bench } from "@/shop/useCase";
import { market } from "../market";

type Report = (what: string, ms: number, bound: number, yardstick: { name: string; ms: number }) => void;

/** How long the buying takes: the search and its proof, a whole price list. */
export async function buying(db: Knex, report: Report, sort: { name: string; ms: number }): Promise<void> {
  for (const { lines, suppliers, bound } of [
    { lines: 60, suppliers: 8, bound: 300 },
    { lines: 300, suppliers: 20, bound: 5_000 },
  ]) {
    let [quick, whole, proved, share] = [0, 0, 0, 0];
    const baskets = lines > 100 ? 2 : 5;
    for (let seed = 1; seed <= baskets; seed += 1) {
      const { catalogue, wants } = market(lines, suppliers, seed * 7919);
      const from = performance.now();
      const plan = supplyPlan(wants, catalogue, DEFAULT_HOUSE_RULES);
      quick = Math.max(quick, performance.now() - from);
      const bench: Bench = {
        catalogue,
        house: DEFAULT_HOUSE_RULES,
        at: "2026-01-05T09:00:00Z",
        by: "",
        heldElsewhere: {},
        asked: new Set(),
        stamp: "",
        stampButShelf: "",
        newId: () => "",
      };
      await provePlan(plan, bench, { deadlineMs: 5_000 });
      const best = supplyPlan(wants, catalogue, DEFAULT_HOUSE_RULES);
      whole = Math.max(whole, performance.now() - from);
      if (best.proved) proved += 1;
      share = Math.max(share, totalOf(plan) / totalOf(best) - 1);
    }
    report(`${lines} lines from ${suppliers} suppliers, the dearest of ${baskets}, with its proof`, whole, bound, sort);
    console.log(
      `  ${proved} of ${baskets} proved; the quick search alone ${quick.toFixed(0)} ms, at most ${(share * 100).toFixed(2)} % over the best known`,
    );
  }
  const { parts } = await loadCatalogue(db);
  const sold = [...parts.values()].flatMap((part) =>
    part.offers.filter((one) => one.supplierId === "lowtide").map((one) => ({ part, one })),
  );
  const rows = sold.slice(0, 20_000);
  const text = `Our part number,Price,Pack\n${rows.map(({ part, one }) => `${part.id},${((one.priceMinor + 10) / 100).toFixed(2)},${one.packSize}`).join("\n")}\n`;
  const from = performance.now();
  const looked = await previewPrices(db, { supplierId: "lowtide", text, mapping: null }, "2026-01-05T09:00:00Z");
  if (!looked.ok) throw new Error(looked.error);
  const { mapping, seen } = looked.value;
  const taken = await takePrices(db, { supplierId: "lowtide", text, mapping, seen }, "2026-01-05T09:00:00Z", "");
  if (!taken.ok) throw new Error(taken.error);
  report(
    `a price list of ${rows.length} rows looked at and taken in`,
    performance.now() - from,
    (5_000 * rows.length) / 20_000,
    sort,
  );
  await takeListBack(db, "lowtide", "2026-01-05T09:00:00Z", "");
}
