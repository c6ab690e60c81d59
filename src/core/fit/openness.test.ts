import type { Donor } from "../donor/donor";
import { donorItem, type DonorKey } from "../donor/items";
import type { Reading } from "../donor/readingSchema";
import { buildOf, NAMES, run } from "./gallery.fixture";

/** Readings that move a margin and whose uncertainty is not in it, each with why. */
const TAKEN_AS_TOLD: Readonly<Record<string, string>> = {
  "brakes/descent: bikeMassKg": "the steady rise is good to ± 40 %, which is told beside it",
};

/** How far a reading is moved to see what it moves, as a share of what its tool leaves open. */
const STEP = 0.1;

/** Every figure as somebody told it, not measured. */
const asTold = (donor: Donor): Donor =>
  Object.fromEntries(
    (Object.entries(donor) as [DonorKey, Reading][]).map(([key, reading]) => {
      const item = donorItem(key);
      return [key, item.kind === "choice" || item.kind === "count" ? reading : { ...reading, plusMinus: item.toldPlusMinus }];
    }),
  );

test("what a reading leaves open is in every margin that the reading moves", () => {
  const missing = new Set<string>();
  let moved = 0;
  for (const name of NAMES) {
    const build = buildOf(name);
    const donor = asTold(build.donor);
    const margins = (of: Donor) =>
      new Map(run(build, of).flatMap((f) => (f.margin ? [[f.key, { rule: f.rule, ...f.margin }]] : [])));
    const here = margins(donor);
    for (const [key, reading] of Object.entries(donor) as [DonorKey, Reading][]) {
      const open = reading.plusMinus;
      if (typeof reading.value !== "number" || open === 0 || donorItem(key).kind === "count") continue;
      const at = (by: number) => margins({ ...donor, [key]: { ...reading, value: (reading.value as number) + by } });
      const [up, down] = [at(STEP * open), at(-STEP * open)];
      for (const [finding, { rule, value, unit, plusMinus }] of here) {
        const [a, b] = [up.get(finding), down.get(finding)];
        if (!a || !b || a.unit !== unit || b.unit !== unit) continue;
        // The smaller of the two slopes: at a bend only one side of it is real.
        const slope = Math.min(Math.abs(a.value - value), Math.abs(b.value - value)) / (STEP * open);
        if (slope < 1e-6) continue;
        moved += 1;
        if (plusMinus < 0.9 * slope * open && !(`${rule}: ${key}` in TAKEN_AS_TOLD)) missing.add(`${rule}: ${key}`);
      }
    }
  }
  expect(moved).toBeGreaterThan(200);
  expect([...missing].sort()).toEqual([]);
});
