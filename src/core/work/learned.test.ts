import fc from "@/../tests/seeded";
import { ENOUGH_TIMES, learnedMinutes, lessonOf } from "./learned";
import { askTook } from "./took";

const TABLE = { minutes: 50, spread: 10 };

test("four jobs of the shop weigh as much as the table: by hand", () => {
  // (4 · 50 + 4 · 70) / 8 = 60; spread² = (4 · 100 + 0 + (16/8) · 400) / 8 = 150.
  const learned = learnedMinutes(TABLE, [70, 70, 70, 70]);
  expect(learned.minutes).toBeCloseTo(60, 10);
  expect(learned.spread).toBeCloseTo(Math.sqrt(150), 10);
  expect(learnedMinutes(TABLE, [])).toEqual(TABLE);
});

const times = fc.array(fc.double({ min: 1, max: 600, noNaN: true }), { minLength: 1, maxLength: 40 });

test("it lies between the table and the mean, does not hang on the order, and one time at a time comes to the same", () =>
  fc.assert(
    fc.property(times, (took) => {
      const mean = took.reduce((sum, one) => sum + one, 0) / took.length;
      const learned = learnedMinutes(TABLE, took);
      expect(learned.minutes).toBeGreaterThanOrEqual(Math.min(50, mean) - 1e-9);
      expect(learned.minutes).toBeLessThanOrEqual(Math.max(50, mean) + 1e-9);
      const turned = learnedMinutes(TABLE, [...took].reverse());
      expect(turned.minutes).toBeCloseTo(learned.minutes, 8);
      expect(turned.spread).toBeCloseTo(learned.spread, 8);
      expect(learned.spread).toBeGreaterThanOrEqual(0);
    }),
  ));

test("many equal times bring the minutes to them and the spread down", () => {
  const learned = learnedMinutes(
    TABLE,
    Array.from({ length: 4000 }, () => 90),
  );
  expect(learned.minutes).toBeCloseTo(90, 0);
  expect(learned.spread).toBeLessThan(2);
});

test("too few times propose nothing, and what is quoted already is not proposed again", () => {
  const of = (took: number[], quoted = TABLE) =>
    lessonOf({
      task: "fitHub",
      title: "x",
      table: TABLE,
      quoted,
      bikesOf: () => ({ name: "", quoted }),
      took: took.map((minutes) => ({ minutes, bike: "", person: "" })),
    });
  expect(of([80, 80])).toMatchObject({ times: 2, meanMinutes: 80, proposed: null });
  const lesson = of([80, 90, 85]);
  expect(lesson.times).toBe(ENOUGH_TIMES);
  // By hand: (4 · 50 + 3 · 85) / 7; (4 · 100 + 50 + 12/7 · 35²) / 7 = 364.3.
  expect(lesson.proposed).toEqual({ minutes: 65, spread: 19 });
  // Taken over, the same times say the same: they do not count twice.
  expect(of([80, 90, 85], lesson.proposed!).proposed).toBeNull();
});

test("a kind of bike and a person stand beside all of them, drawn towards what the others say, the more so the fewer they are", () => {
  const time = (minutes: number, bike: string, person: string) => ({ minutes, bike, person });
  const { onBikes, byPeople, proposed } = lessonOf({
    task: "fitHub",
    title: "x",
    table: TABLE,
    quoted: TABLE,
    bikesOf: (kind) => ({ name: kind.toUpperCase(), quoted: TABLE }),
    took: [time(80, "Tandem", "Ena"), time(50, "Diamond", "Ena"), time(50, "Diamond", "Jago"), time(52, "", "")],
  });
  expect(onBikes.map(({ of, name, times, meanMinutes }) => [of, name, times, meanMinutes])).toEqual([
    ["Diamond", "DIAMOND", 2, 50],
    ["Tandem", "TANDEM", 1, 80],
  ]);
  expect(byPeople.map(({ of, times }) => [of, times])).toEqual([
    ["Ena", 2],
    ["Jago", 1],
  ]);
  // By hand: the others of the tandem say (4 · 50 + 152) / 7, those of the diamonds (4 · 50 + 132) / 6; then each with its own.
  expect(onBikes[1]!.learned.minutes).toBeCloseTo((4 * (352 / 7) + 80) / 5, 9);
  expect(onBikes[0]!.learned.minutes).toBeCloseTo((4 * (332 / 6) + 100) / 6, 9);
  expect(onBikes[1]!.learned.spread).toBeGreaterThan(onBikes[0]!.learned.spread);
  expect(proposed!.minutes).toBe(54);
});

test("minutes for one kind of bike are proposed from its own times, where there are enough of them and others beside; taken over they are not proposed again", () => {
  const kinds = fc.constantFrom("tandem", "diamond", "trike", "");
  const took = fc.array(fc.record({ minutes: fc.integer({ min: 5, max: 300 }), bike: kinds, person: fc.constant("") }), {
    minLength: 1,
    maxLength: 30,
  });
  const lesson = (all: { minutes: number; bike: string; person: string }[], quoted: (kind: string) => typeof TABLE) =>
    lessonOf({
      task: "fitHub",
      title: "x",
      table: TABLE,
      quoted: TABLE,
      bikesOf: (kind) => ({ name: kind, quoted: quoted(kind) }),
      took: all,
    });
  fc.assert(
    fc.property(took, (all) => {
      const first = lesson(all, () => TABLE);
      for (const { of, times, proposed, learned } of first.onBikes) {
        expect(times).toBe(all.filter(({ bike }) => bike === of).length);
        if (times < ENOUGH_TIMES || times === all.length) expect(proposed).toBeNull();
        else if (proposed) expect(Math.abs(proposed.minutes - learned.minutes)).toBeLessThanOrEqual(0.5);
        else expect([Math.round(learned.minutes), Math.round(learned.spread)]).toEqual([TABLE.minutes, TABLE.spread]);
      }
      const taken = new Map(first.onBikes.map(({ of, proposed }) => [of, proposed ?? TABLE]));
      const again = lesson(all, (kind) => taken.get(kind) ?? TABLE);
      expect(again.onBikes.map(({ proposed }) => proposed)).toEqual(again.onBikes.map(() => null));
    }),
  );
});

test("minutes far from the quoted ones are asked about", () => {
  expect(askTook(97, 50)).toBeNull();
  expect(askTook(201, 50)).toContain("201");
  expect(askTook(12, 50)).toContain("12 minutes");
  expect(askTook(0, 50)).not.toBeNull();
});
