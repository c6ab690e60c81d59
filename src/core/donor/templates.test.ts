import { walk } from "./donor";
import { doubtsIn } from "./donor";
import { donorSchema } from "./donorSchema";
import type { DonorKey } from "./items";
import { asTold, BIKE_TEMPLATES, donorFrom, type TemplateId } from "./templates";

const TAKEN = { at: "2026-01-05T09:00:00Z", by: "Ida" };
const IDS = Object.keys(BIKE_TEMPLATES) as TemplateId[];

test.each(IDS)("%s: each figure reads, is usual, contradicts no other, is on its walk, and is told", (id) => {
  const donor = donorFrom(id, TAKEN);
  expect(donorSchema.parse(donor)).toEqual(donor);
  expect(doubtsIn(donor)).toEqual([]);
  const onWalk = new Set(walk(donor));
  for (const [key, reading] of Object.entries(donor)) {
    expect([key, onWalk.has(key as DonorKey)]).toEqual([key, true]);
    expect(reading).toMatchObject({ how: "told", taken: TAKEN, earlier: [] });
    if (typeof reading.value === "number" && key.endsWith("Mm")) expect([key, reading.plusMinus > 0]).toEqual([key, true]);
  }
});

test("another bike's readings are told here, however well they were taken there, and their history stays with it", () => {
  const measured = {
    topTubeMm: {
      value: 565,
      how: "tape" as const,
      plusMinus: 2,
      taken: TAKEN,
      earlier: [{ value: 560, how: "tape" as const, taken: TAKEN }],
    },
  };
  const copy = asTold(measured, { at: "2026-02-01T00:00:00Z", by: "Bram" });
  expect(copy.topTubeMm).toMatchObject({ value: 565, how: "told", taken: { by: "Bram" }, earlier: [] });
  expect(copy.topTubeMm!.plusMinus).toBeGreaterThan(2);
});
