import type { Knex } from "knex";
import { DEFAULT_HOUSE_RULES } from "@/core/house/defaults";
import { MOST_ROWS } from "@/core/supply/priceList";
import { supplyPlan, totalOf } from "@/core/supply/supplyPlan";
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
    let [quick, whole, proved, near, share] = [0, 0, 0, 0, 0];
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
        weeks: [],
      };
      await provePlan(plan, bench, { deadlineMs: 5_000 });
      const best = supplyPlan(wants, catalogue, DEFAULT_HOUSE_RULES);
      whole = Math.max(whole, performance.now() - from);
      if (best.proved) proved += 1;
      else if (best.withinPercent !== undefined) near += 1;
      share = Math.max(share, totalOf(plan) / totalOf(best) - 1);
    }
    report(`${lines} lines from ${suppliers} suppliers, the dearest of ${baskets}, with its proof`, whole, bound, sort);
    console.log(
      `  ${proved} of ${baskets} proved, ${near} within 1 %; the quick search alone ${quick.toFixed(0)} ms, at most ${(share * 100).toFixed(2)} % over the best known`,
    );
  }
  const { parts } = await loadCatalogue(db);
  // Four prices of each part, by how many packs are bought: as many rows as are read at once.
  const rows = [...parts.keys()].flatMap((id, i) =>
    [1, 5, 10, 25].map((from) => `${id},N${i},${10 + (i % 900)}.${99 - from},1,${from},5`),
  );
  const text = `Our part number,Item number,Price,Pack,From so many packs,Lead time\n${rows.slice(0, MOST_ROWS).join("\n")}\n`;
  const wish = { supplierId: "lowtide", text, mapping: null };
  const at = "2026-01-05T09:00:00Z";
  const from = performance.now();
  const looked = await previewPrices(db, wish, at);
  if (!looked.ok) throw new Error(looked.error);
  const { mapping, seen } = looked.value;
  const taken = await takePrices(db, { ...wish, mapping, seen, leapsAreRight: true }, at, "");
  if (!taken.ok) throw new Error(taken.error);
  const ms = performance.now() - from;
  report(`a price list of ${Math.min(rows.length, MOST_ROWS)} rows looked at and taken in`, ms, 5_000, sort);
  await takeListBack(db, "lowtide", at, "");
}
