import fc from "fast-check";
import { buildOf, NAMES } from "../fit/gallery.fixture";
import { passes } from "../fit/measures";
import { readMeasured } from "../fit/readMeasured";
import { motorsOf } from "../fit/build";
import { VISITS, VISIT_IDS } from "../standards/visits";
import { riderSheetOf } from "../prove/riderSheet";
import { chance, normal } from "../units/chance";
import { daysAfter, daysBetween } from "../units/days";
import { nextDue, paceKmPerDay } from "./due";
import { logbookOf, visitsByDay } from "./logbook";
import { visitMeasuresOf, type VisitMeasure } from "./visitMeasures";
import type { Fault, Visit } from "./visitSchema";
import { wearOf } from "./wear";

const BUILT = "2026-01-05";
const visit = (day: string, over: Partial<Visit> = {}): Visit => ({
  id: `visit-${day}`,
  kind: "other",
  day,
  km: null,
  readings: {},
  faults: [],
  did: "",
  minutes: null,
  at: `${day}T10:00:00Z`,
  by: "Ida",
  ...over,
});

describe("what is read at a visit", () => {
  test.each(NAMES)("%s: each measure has its own name, a limit, a unit that can be typed and a reading that passes", (name) => {
    const build = buildOf(name);
    const measures = visitMeasuresOf(build);
    expect(new Set(measures.map(({ key }) => key)).size).toBe(measures.length);
    for (const measure of measures) {
      const limit = measure.atLeast ?? measure.atMost;
      expect([measure.key, typeof limit]).toEqual([measure.key, "number"]);
      expect(readMeasured(`7 ${measure.unit}`, measure.unit)).toEqual({ ok: true, value: 7 });
      // What it is as new is no alarm, and a slip of the hand is none that passes.
      if (measure.asNew) expect([measure.key, passes(measure, { value: measure.asNew.value })]).toEqual([measure.key, "clear"]);
      expect(passes(measure, { value: measure.usualMost * 1.01 })).not.toBe("clear");
    }
    // Per wheel: every motor in a wheel has its mark and its spokes.
    for (const motor of motorsOf(build))
      if (motor.kind === "hub-motor")
        for (const id of ["axle mark", "loosest"]) expect(measures.map(({ key }) => key)).toContain(`${id} ${motor.spec.end}`);
  });
});

describe("when a bike is due", () => {
  test("the rider's sheet and the logbook say the same days", () => {
    const told = riderSheetOf(buildOf(NAMES[0]!), BUILT).visits.map(({ day }) => day);
    expect(told).toEqual(["2026-01-12", null, null, "2026-07-06"]);
    expect(nextDue(BUILT, [])).toMatchObject({ id: "first", day: "2026-01-12", byWay: false });
  });

  test("its counter brings a visit forward, and a later visit stands for those before it", () => {
    const first = visit("2026-01-10", { kind: "first", km: 40 });
    expect(paceKmPerDay(BUILT, [first])).toBe(8);
    // 100 km at 8 a day: the 13th day.
    expect(nextDue(BUILT, [first])).toMatchObject({ id: "hundred", day: daysAfter(BUILT, 13), byWay: true });
    const far = visit("2026-02-14", { kind: "five hundred", km: 400 });
    expect(nextDue(BUILT, [first, far])).toMatchObject({ id: "half year", day: "2026-07-06", byWay: false });
    const service = visit("2026-07-06", { kind: "half year", km: 1820 });
    // 10 km a day: 2,000 km are 200 days, the half year comes first.
    expect(nextDue(BUILT, [first, far, service])).toMatchObject({ id: "half year", day: daysAfter("2026-07-06", 182) });
  });

  test("whatever visits there are there is a next one, it is none of those done, and riding more never puts it off", () => {
    const visits = fc
      .array(
        fc.record({
          kind: fc.constantFrom(...VISIT_IDS),
          after: fc.integer({ min: 0, max: 900 }),
          km: fc.option(fc.integer({ min: 0, max: 9000 })),
        }),
        {
          maxLength: 8,
        },
      )
      .map((all) => visitsByDay(all.map(({ kind, after, km }) => visit(daysAfter(BUILT, after), { kind, km: km ?? null }))));
    fc.assert(
      fc.property(visits, (all) => {
        const due = nextDue(BUILT, all);
        const done = Math.max(-1, ...all.map(({ kind }) => VISITS.findIndex(({ id }) => id === kind)));
        const at = VISITS.findIndex(({ id }) => id === due.id);
        expect(at).toBeGreaterThanOrEqual(Math.min(done + 1, VISITS.length - 1));
        expect(due.day >= BUILT).toBe(true);
        const more = all.map((one) => ({ ...one, km: one.km === null ? null : one.km * 2 }));
        expect(nextDue(BUILT, more).day <= due.day).toBe(true);
      }),
      { seed: 7, numRuns: 400 },
    );
  });
});

describe("where a figure is heading", () => {
  const CAPACITY: VisitMeasure = {
    id: "capacity",
    key: "capacity",
    says: "Pack's charge",
    unit: "Ah",
    atLeast: 8,
    usualMost: 13,
    with: "charge counter",
    plusMinus: 0.2,
    hurts: false,
    helps: [],
    basis: { code: "P", source: "common practice" },
    asNew: { value: 10, says: "as sold" },
  };
  const read = (day: string, value: number) => visit(day, { readings: { capacity: { value } } });

  test("a straight loss comes to its limit on the day that arithmetic says; two readings say nothing, nor does a pack that keeps", () => {
    // 1 Ah in 365 days from 10: 8 after two years.
    const days = [120, 240, 360];
    const [wear] = wearOf(
      [CAPACITY],
      days.map((n) => read(daysAfter(BUILT, n), 10 - n / 365)),
      BUILT,
    );
    expect(wear!.trend!.perYear).toBeCloseTo(-1, 6);
    expect(Math.abs(daysBetween(daysAfter(BUILT, 730), wear!.trend!.atLimit))).toBeLessThanOrEqual(1);
    expect(wear!.trend!.soonest < wear!.trend!.atLimit).toBe(true);
    expect(wearOf([CAPACITY], [read(daysAfter(BUILT, 360), 9)], BUILT)[0]!.trend).toBeNull();
    expect(
      wearOf(
        [CAPACITY],
        days.map((n) => read(daysAfter(BUILT, n), 10)),
        BUILT,
      )[0]!.trend,
    ).toBeNull();
    // Better than new goes to no limit that it has.
    expect(
      wearOf(
        [CAPACITY],
        days.map((n) => read(daysAfter(BUILT, n), 10 + n / 365)),
        BUILT,
      )[0]!.trend,
    ).toBeNull();
  });

  test("read with an instrument's own scatter, its pace lies within what it says in 93 of 100 packs at the least", () => {
    const roll = normal(chance(11));
    let held = 0;
    const tries = 600;
    for (let i = 0; i < tries; i += 1) {
      const visits = [150, 300, 450, 600].map((n) => read(daysAfter(BUILT, n), 10 - 1.2 * (n / 365) + (0.2 / 1.96) * roll()));
      // What it was sold with is scattered as a reading is.
      const own = { ...CAPACITY, asNew: { value: 10 + (0.2 / 1.96) * roll(), says: "" } };
      const trend = wearOf([own], visits, BUILT)[0]!.trend;
      if (trend && Math.abs(trend.perYear + 1.2) <= trend.plusMinusPerYear) held += 1;
    }
    expect(held / tries).toBeGreaterThanOrEqual(0.93);
  });

  test("a figure that can hardly be, and nobody was asked about, is no alarm and leads nowhere", () => {
    const [wear] = wearOf([CAPACITY], [read(daysAfter(BUILT, 100), 9.8), read(daysAfter(BUILT, 200), 97)], BUILT);
    expect(wear!.points.at(-1)!.passes).toBe("unsure");
    expect(wear!.trend).toBeNull();
  });
});

describe("a bike that is not to be ridden", () => {
  const build = buildOf(NAMES.find((name) => motorsOf(buildOf(name)).some(({ kind }) => kind === "hub-motor"))!);
  const book = (visits: Visit[]) => logbookOf({ handed: { at: `${BUILT}T09:00:00Z`, customer: "Tegen" }, visits }, build)!;
  const fault = (over: boolean, hurts = true): Fault => ({ symptom: "Lever does not cut", cause: "", helped: "", over, hurts });

  test("is one whose last reading of what hurts is outside, and it may be again once that is read anew", () => {
    const worn = visit("2026-02-01", { readings: { pads: { value: 0.4 } } });
    expect(book([worn]).notRidden).toEqual([expect.stringContaining("Thinnest pad")]);
    expect(book([worn, visit("2026-02-02", { readings: { pads: { value: 3 } } })]).notRidden).toEqual([]);
    // Within the caliper's own ± of the limit nobody can say.
    const near = book([visit("2026-02-01", { readings: { pads: { value: 1.05 } } })]);
    expect([near.notRidden, near.readBetter]).toEqual([[], ["Thinnest pad's lining"]]);
    expect(book([worn]).readBetter).toEqual([]);
    // A loose spoke is no reason.
    const spoke = visitMeasuresOf(build).find(({ id }) => id === "loosest")!;
    expect(book([visit("2026-02-01", { readings: { [spoke.key]: { value: 100 } } })]).notRidden).toEqual([]);
  });

  test("or one with a fault that hurts, until a later visit says by the same words that it is put right", () => {
    expect(book([visit("2026-02-01", { faults: [fault(false)] })]).notRidden).toEqual(["Lever does not cut: not put right"]);
    const righted = { ...fault(true), symptom: "lever does not cut" };
    expect(book([visit("2026-02-01", { faults: [fault(false)] }), visit("2026-02-03", { faults: [righted] })]).notRidden).toEqual(
      [],
    );
    expect(book([visit("2026-02-01", { faults: [fault(false, false)] })]).notRidden).toEqual([]);
  });

  test("there is no logbook before the hand-over", () => expect(logbookOf({ handed: null, visits: [] }, build)).toBeNull());
});
