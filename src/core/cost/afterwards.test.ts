import fc from "@/../tests/seeded";
import { afterwards, overrunPercent } from "./afterwards";
import type { FrozenSheet } from "./frozenSheet";

const line = (key: string, costMinor: number | null): FrozenSheet["lines"][number] => ({
  key,
  partId: key,
  says: `The ${key}`,
  quantity: 1,
  source: "buy",
  group: "running",
  costMinor,
  priceMinor: null,
  why: "",
  finding: null,
  problem: null,
});
const QUOTED = {
  lines: [line("hub", 500_00), line("pack", 400_00)],
  carriageMinor: 40_00,
  beforeTaxMinor: 1_500_00,
  consumablesMinor: 20_00,
} as FrozenSheet;
const STEPS = [
  { id: "lace", title: "Lace", quotedMinutes: 90, tookMinutes: 210 },
  { id: "wire", title: "Wire", quotedMinutes: 60, tookMinutes: null },
];

test("quoted, ordered, real: by hand", () => {
  const ordered = { lines: [line("hub", 510_00), line("pack", 400_00)], carriageMinor: 40_00 };
  const real = { lines: [line("hub", 510_00), line("pack", 489_50)], carriageMinor: 52_00 };
  const out = afterwards({ quoted: QUOTED, ordered, real, steps: STEPS, hourCostMinor: 30_00, unbilled: 1 });
  // 1500 − 900 − 40 − 20 − 2.5 h · 30 = 465; ordered 10 less; real: 1500 − 999.50 − 52 − 20 − 4.5 h · 30 = 293.50.
  expect([out.quoted.leftMinor, out.ordered.leftMinor, out.real.leftMinor]).toEqual([465_00, 455_00, 293_50]);
  expect(out).toMatchObject({ untimed: 1, unbilled: 1 });
  expect(out.because).toEqual([
    { says: "The pack", minor: -89_50 },
    { says: "Lace", minor: -60_00 },
    { says: "Carriage", minor: -12_00 },
    { says: "The hub", minor: -10_00 },
  ]);
  // (999.50 + 52 + 135) / (900 + 40 + 75) − 1.
  expect(overrunPercent(out)).toBeCloseTo((1186.5 / 1015 - 1) * 100, 9);
});

const cents = fc.nat(90_000);
test("what made the difference is all that parts what is left from what was quoted, to the cent", () =>
  fc.assert(
    fc.property(
      fc.array(fc.tuple(cents, cents, cents), { maxLength: 9 }),
      fc.array(fc.tuple(fc.double({ min: 1, max: 400, noNaN: true }), fc.option(fc.double({ min: 0, max: 900, noNaN: true }))), {
        maxLength: 9,
      }),
      fc.tuple(cents, cents),
      fc.nat(9_000),
      (costs, times, [before, after], hourCostMinor) => {
        const at = (i: 0 | 1 | 2, carriageMinor: number) => ({
          ...QUOTED,
          lines: costs.map((cost, at) => line(`p${at}`, cost[i])),
          carriageMinor,
        });
        const steps = times.map(([quotedMinutes, tookMinutes], i) => ({
          id: `s${i}`,
          title: `Step ${i}`,
          quotedMinutes,
          tookMinutes,
        }));
        const [quoted, ordered, real] = [at(0, before), at(1, before), at(2, after)];
        const out = afterwards({ quoted, ordered, real, steps, hourCostMinor, unbilled: 0 });
        expect(out.because.reduce((sum, one) => sum + one.minor, 0)).toBe(out.real.leftMinor - out.quoted.leftMinor);
        for (const one of [out.quoted, out.ordered, out.real])
          expect(one.leftMinor).toBe(out.priceMinor - one.partsMinor - one.carriageMinor - one.hoursMinor - out.consumablesMinor);
      },
    ),
  ));
