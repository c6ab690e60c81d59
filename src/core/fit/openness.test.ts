import type { Donor } from "../donor/donor";
import { donorItem, type DonorKey } from "../donor/items";
import type { Reading } from "../donor/readingSchema";
import { readsOf, runRules } from "./engine";
import { borders, buildOf, NAMES, rulesOf, run } from "./gallery.fixture";
import { surveyOf } from "./rule";

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

/** Figures at whose border a finding turns to clear at once, each with why nothing has to be measured better first. */
const TURNS_AT_ONCE: Readonly<Record<string, string>> = {
  "axle/arm-seat: frontArmFromMm": "an arm must reach the furthest that the reading leaves open",
  "axle/arm-seat: rearArmFromMm": "an arm must reach the furthest that the reading leaves open",
  "axle/arm-seat: frontLegMm": "a clamp must go round all that the reading leaves open",
  "axle/arm-seat: rearLegMm": "a clamp must go round all that the reading leaves open",
  "axle/lips: frontRecessDiameterMm": "the washer must go into the smallest that the reading leaves open",
  "axle/torque-arms: frontDropoutThicknessMm": "the stricter row of the table governs",
  "axle/torque-arms: frontSlotWidthMm": "the loosest slot that the reading leaves open is taken",
  "brakes/descent: bikeMassKg": "the steady rise is good to ± 40 %, which is told beside it",
  "brakes/descent: frontRotorMm": "the steady rise is good to ± 40 %, which is told beside it",
  "brakes/descent: rearRotorMm": "the steady rise is good to ± 40 %, which is told beside it",
  "brakes/energy: rearRotorMm":
    "a rotor that is bought stands against what the mount takes; the one before it only says that it changes",
  "chain/length: chainstayMm": "the chain is as long as the longest that the tape leaves open",
  "shell/guide-bolt: guideBoltMm": "whatever stands into the bore is cut off",
  "wiring/controller-room: controllerHeightMm": "two go together only in the least that the reading leaves open",
  "wiring/controller-room: controllerLengthMm": "two go together only in the least that the reading leaves open",
  "wiring/controller-room: controllerWidthMm": "two go together only in the least that the reading leaves open",
};

test("a figure that was told clears nothing at its border: within what it leaves open it is measured better", () => {
  const atOnce = new Set<string>();
  const known = new Set<string>();
  for (const name of NAMES) {
    const bike = buildOf(name);
    const build = { ...bike, donor: asTold(bike.donor), memo: {} };
    for (const { rule } of rulesOf(build, known))
      for (const item of readsOf(build, [rule])) {
        const it = donorItem(item);
        const reading = build.donor[item];
        if (it.kind === "choice" || it.kind === "count" || typeof reading?.value !== "number" || reading.plusMinus === 0)
          continue;
        const at = (value: number): string => {
          const donor = { ...build.donor, [item]: { ...reading, value } };
          const verdict = runRules([rule], surveyOf(donor), { ...build, donor, memo: {} })[0]?.verdict ?? "–";
          return verdict === "adapt" || verdict === "stop" ? "short" : verdict;
        };
        const line = borders(it.plausible[0], it.plausible[1], at);
        const decides = /clear <[^>]+> short|short <[^>]+> clear/.test(line);
        if (decides && !(`${rule.id}: ${item}` in TURNS_AT_ONCE)) atOnce.add(`${rule.id}: ${item}`);
      }
  }
  expect([...atOnce].sort()).toEqual([]);
});
