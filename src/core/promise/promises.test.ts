import { battery, controller, hub, mid, partOf } from "../../../tests/bench.fixture";
import type { Sheet } from "../cost/sheet";
import type { Fit } from "../fit/engine";
import type { Finding } from "../fit/finding";
import { EMPTY_WISH, type Wish } from "../wish/wish";
import { lacks, promises, type Bench, type Lead } from "./promises";

/** A build with a motor, a pack and a controller, and what is open on it. */
const open = (verdict: Finding["verdict"], more: Partial<Finding> = {}) =>
  ({ verdict, settled: false, applied: [], ...more }) as unknown as Finding;
const fitOf = (
  findings: readonly Finding[] = [],
  parts: readonly object[] = [hub(), battery(), controller()],
  asked: object = {},
  limit?: number,
): Fit =>
  ({
    findings,
    build: {
      donor: {},
      supplied: parts.map((part) => ({ part, quantity: 1, origin: { type: "choice", slot: "motor" } })),
      geometry: { numbers: limit === undefined ? {} : { speedLimitKmh: limit }, flags: new Set() },
      asked: { assistKmh: null, where: "", throttle: false, ...asked },
    },
  }) as unknown as Fit;
const sheetOf = (over: Partial<Sheet> = {}) => ({ lines: [{}], allInMinor: 1000_00, unpriced: 0, ...over }) as unknown as Sheet;
const lead = (over: Partial<Lead> = {}): Lead => ({ days: 4, what: "", undated: [], late: [], ...over });
const made = (p: {
  wish?: Partial<Wish>;
  fit?: Fit;
  sheet?: Sheet;
  lead?: Lead;
  bench?: Partial<Bench>;
  signedOn?: string;
  closedDays?: string[];
}) => {
  const all = promises({
    wish: { ...EMPTY_WISH, ...p.wish },
    fit: p.fit ?? fitOf(),
    sheet: p.sheet ?? sheetOf(),
    donorMassKg: 15,
    today: "2026-01-05",
    lead: p.lead ?? lead(),
    closedDays: p.closedDays ?? [],
    bench: { days: 1, waitDays: 0, ...p.bench },
    signedOn: p.signedOn ?? null,
  });
  return Object.fromEntries(all.map((promise) => [promise.id, promise])) as Record<
    "price" | "mass" | "ready" | "assist",
    (typeof all)[0]
  >;
};
const ASKED: Partial<Wish> = { budgetMinor: 1000_00, massKg: 60, readyBy: "2026-02-01" };

test("what a build lacks is said in words, each kind by its count", () => {
  expect(lacks(fitOf([open("clear"), open("adapt", { settled: true })]))).toBe("");
  expect(lacks(fitOf([], [battery()]))).toBe("no motor is chosen");
  expect(lacks(fitOf([open("stop", { choose: "battery" }), open("adapt"), open("stop"), open("measure")]))).toBe(
    "1 part to choose, 2 findings without their remedies, 1 check to measure",
  );
});

test("nothing is called kept while something is missing; what is broken already is said at once", () => {
  const whole = made({ wish: ASKED });
  expect([whole.price.kept, whole.mass.kept, whole.ready.kept]).toEqual([true, true, true]);
  for (const finding of [open("stop", { choose: "battery" }), open("adapt"), open("measure")]) {
    const half = made({ wish: ASKED, fit: fitOf([finding]) });
    expect([half.price.kept, half.mass.kept, half.ready.kept]).toEqual([null, null, null]);
    expect(half.price.note).toMatch(/^at least: 1 /);
  }
  const dear = made({ wish: { ...ASKED, budgetMinor: 999_99, massKg: 10, readyBy: "2026-01-06" }, fit: fitOf([open("adapt")]) });
  expect([dear.price.kept, dear.mass.kept, dear.ready.kept]).toEqual([false, false, false]);
  expect(made({ wish: ASKED, sheet: sheetOf({ unpriced: 2 }) }).price).toMatchObject({
    kept: null,
    note: "at least: 2 lines have no price",
  });
});

test("a line that nobody is known to send has no date, and so has the bike", () => {
  const { ready } = made({ wish: ASKED, lead: lead({ undated: ["A bell", "A tyre"] }) });
  expect(ready).toMatchObject({ predicted: null, kept: null, note: "no date: nobody is known to send A bell, A tyre" });
});

test("a late order is said and moves the date", () => {
  expect(made({ wish: ASKED, lead: lead({ days: 0 }) }).ready.predicted).toBe("2026-01-06");
  const { ready } = made({ wish: ASKED, lead: lead({ days: 1, late: ["order 0001-1 is 3 days late"] }) });
  expect(ready).toMatchObject({ predicted: "2026-01-07", note: "parts 1 day, bench 1 day; order 0001-1 is 3 days late" });
});

test("the part that comes last is named, and nobody works on a day off", () => {
  const one = lead({ days: 1, what: "Front hub kit from Quay" });
  const { ready } = made({ wish: ASKED, lead: one, bench: { days: 2 } });
  const off = made({ wish: ASKED, lead: one, bench: { days: 2 }, closedDays: ["2026-01-07", ready.predicted as string] }).ready;
  expect(ready.note).toContain("parts 1 day (the last is Front hub kit from Quay)");
  expect([ready.predicted, off.predicted]).toEqual(["2026-01-08", "2026-01-12"]);
});

test("what cures moves the date and is said", () => {
  const { ready } = made({ wish: ASKED, lead: lead({ days: 1 }), bench: { days: 2, waitDays: 3 } });
  // Parts on Tuesday 6, work on Wednesday and Thursday, cured on Sunday 11: handed over on Monday.
  expect(ready).toMatchObject({ predicted: "2026-01-12", note: "parts 1 day, bench 2 days, curing 3 days" });
});

test("what is done already cures beside the work that is left; nothing goes onto paint that is not hard", () => {
  // Today is Monday 5, the parts are here.
  const ready = (bench: Partial<Bench>) => made({ wish: ASKED, lead: lead({ days: 0 }), bench }).ready;
  expect(ready({ days: 1, curedIn: 1 })).toMatchObject({
    predicted: "2026-01-06",
    note: "parts 0 days, bench 1 day, what was done cures for 1 day more",
  });
  expect(ready({ days: 0, curedIn: 1 }).predicted).toBe("2026-01-06");
  // Cured on Saturday 10: handed over on Monday.
  expect(ready({ days: 1, curedIn: 5 }).predicted).toBe("2026-01-12");
  // Hard on Thursday 8, a day's work on Friday 9.
  expect(ready({ days: 1, hardIn: 3 })).toMatchObject({
    predicted: "2026-01-09",
    note: "parts 0 days, bench 1 day, paint hardens for 3 days more",
  });
  expect(ready({ days: 1, hardIn: 0, curedIn: 0 }).note).toBe("parts 0 days, bench 1 day");
});

test("work that another shop does moves the date by its days, Sundays too, and is named", () => {
  const away = { days: 5, what: ["Powder coat, frame"] };
  const { ready } = made({ wish: ASKED, lead: lead({ days: 1 }), bench: { days: 2, away } });
  // Parts on Tuesday 6, work on Wednesday and Thursday, away until Tuesday 13.
  expect(ready).toMatchObject({ predicted: "2026-01-13", note: "parts 1 day, bench 2 days, away 5 days (Powder coat, frame)" });
});

test("a bike that is signed off was ready on that day, whatever day it is now", () => {
  const signed = (signedOn: string) => made({ wish: ASKED, signedOn, lead: lead({ days: 30 }) }).ready;
  expect(signed("2026-01-04")).toMatchObject({ predicted: "2026-01-04", kept: true, note: "signed off on that day" });
  expect(signed("2026-02-02").kept).toBe(false);
});

test("what comes off is taken off the mass, each with what it typically weighs", () => {
  const tyre = partOf("tyre", { beadSeatMm: 622, widthMm: 37 }, { massKg: 0.7 });
  const crank = { ...mid(), massKg: 4 };
  const massOf = (parts: readonly object[]) => made({ fit: fitOf([], parts) }).mass;
  // Cranks, rings and bracket 1.4; a tyre 0.6; both from memory.
  expect(massOf([crank, { ...battery(), massKg: 3 }, tyre])).toMatchObject({ predicted: 20.7 });
  expect(massOf([{ ...hub(), massKg: 3.4 }])).toMatchObject({
    predicted: 16.9,
    note: expect.stringContaining("less what comes off (1.5 kg"),
  });
});

test("the assist ends where the settings step says that it is set", () => {
  const at = (wish: Partial<Wish>, accepted?: number) => {
    const asked = { assistKmh: wish.assistKmh ?? null, where: wish.where ?? "" };
    return made({ wish, fit: fitOf([], undefined, asked, accepted) }).assist.predicted;
  };
  expect(at({ assistKmh: 32 })).toBe(31.5);
  expect(at({ assistKmh: 32, where: "Private land" })).toBe(32);
  expect(at({ assistKmh: 25, where: "EU, public roads" })).toBe(24.5);
  expect(at({ assistKmh: 20, where: "EU, public roads" })).toBe(20);
  // Somebody wished for more than the class has, and took the setting that the fit offered.
  expect(at({ assistKmh: 32, where: "EU, public roads" }, 24.5)).toBe(24.5);
});
