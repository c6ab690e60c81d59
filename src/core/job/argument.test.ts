import fc from "fast-check";
import type { PromiseId } from "../wish/promiseIds";
import { argue } from "./argument";
import type { Compared, RideFigures, School } from "./compare";

const RIDE: RideFigures = {
  rangeKm: { low: 30, likely: 40, high: 50 },
  hill: { gradePercent: 8, lengthM: 500, kmh: { low: 12, likely: 15, high: 17 }, windingC: 70, starts: true },
  averageKmh: 23,
  whPerKm: 8,
  windingC: 70,
  limitC: 110,
  chargedWh: 0,
  ended: "route",
};

type Change = Partial<Omit<Compared, "ride">> & { ride?: Partial<RideFigures> | null; broken?: PromiseId[] };

/** A set that keeps everything, with something changed. */
function set(school: School, { ride, broken = [], ...change }: Change = {}): Compared {
  const promises = (["price", "mass", "ready", "assist", "range", "hill"] as const).map((id) => ({
    id,
    title: id,
    asked: id === "hill" ? 12 : 35,
    predicted: id === "mass" ? 21.4 : 30,
    proved: null,
    kept: !broken.includes(id),
    note: "",
  }));
  return {
    choices: {},
    name: `The ${school}`,
    batteryName: null,
    school,
    verdicts: { clear: 60, adapt: 2, measure: 0, stop: 0 },
    allInMinor: 150_000,
    currency: "EUR",
    unpriced: 0,
    minutes: 300,
    promises,
    gives: [],
    ride: ride === null ? null : { ...RIDE, ...ride },
    wants: ride === null ? ["a battery, in Drive"] : [],
    ...change,
  };
}

const STOPS = { clear: 50, adapt: 0, measure: 0, stop: 3 };
const first = (geared: Change, direct: Change) => argue([set("geared hub", geared), set("direct hub", direct)])[0]!;

describe("what decides between two sides", () => {
  test.each<[string, Change, Change, string, RegExp]>([
    [
      "a stop",
      { verdicts: STOPS },
      { allInMinor: 300_000, broken: ["hill"] },
      "the direct drive",
      /^the geared hub meets 3 stops on this bike, the direct drive none$/,
    ],
    ["a ride that cannot be reckoned", { ride: null }, {}, "the direct drive", /wants a battery, in Drive$/],
    [
      "a road that is not ridden to its end",
      { ride: { ended: "stalled" } },
      { broken: ["range"] },
      "the direct drive",
      /^the geared hub does not get to the end/,
    ],
    ["the low-voltage cut is such an end too", { ride: { ended: "cut" } }, {}, "the direct drive", /does not get to the end/],
    [
      "the hill",
      {},
      { broken: ["hill"], ride: { hill: { ...RIDE.hill!, kmh: { low: 5, likely: 7.25, high: 9 } } } },
      "the geared hub",
      /^up the hill: the direct drive 7\.3 km\/h, the geared hub 15 km\/h; 12 km\/h asked$/,
    ],
    [
      "a hill that it stalls on",
      {},
      { broken: ["hill"], ride: { hill: { ...RIDE.hill!, starts: false } } },
      "the geared hub",
      /the direct drive stalls/,
    ],
    [
      "heat",
      { ride: { windingC: 131 } },
      {},
      "the direct drive",
      /^the winding of the geared hub gets to 131 °C of 110, of the direct drive to 70 °C of 110$/,
    ],
    [
      "the range",
      { broken: ["range"], ride: { rangeKm: { low: 20, likely: 28, high: 33 } } },
      {},
      "the direct drive",
      /^the geared hub goes 28 km, the direct drive 40 km; 35 km asked$/,
    ],
    ["a range without an end", { broken: ["range"] }, { ride: { rangeKm: null } }, "the direct drive", /the direct drive no end/],
    [
      "price, mass and date",
      { broken: ["mass", "ready"] },
      { broken: ["price"] },
      "the direct drive",
      /^the geared hub does not keep the mass and the date, the direct drive not the price$/,
    ],
    [
      "money, where all else is alike",
      { allInMinor: 171_050 },
      { allInMinor: 150_000 },
      "the direct drive",
      /^as many promises kept, and 210\.50\s€ less all in$/,
    ],
  ])("%s", (_, geared, direct, answer, decides) => {
    expect(first(geared, direct)).toMatchObject({
      question: "Geared hub or direct drive?",
      answer,
      decides: expect.stringMatching(decides),
    });
  });
  test("nothing, where nothing differs", () =>
    expect(first({}, {})).toMatchObject({ answer: "either", decides: "nothing that is reckoned differs" }));
  test("what the customer would let go only after what is asked firmly", () => {
    const gives: PromiseId[] = ["price"];
    const line = first({ broken: ["price"], gives }, { broken: ["mass"], gives });
    expect(line).toMatchObject({ answer: "the geared hub", decides: "the direct drive does not keep the mass" });
    expect(first({ broken: ["price"], gives }, { gives, allInMinor: 500_000 }).decides).toBe(
      "what is asked firmly is kept alike; the geared hub does not keep the price",
    );
  });
});

describe("the questions", () => {
  const all = [
    set("geared hub"),
    set("direct hub", { broken: ["mass"] }),
    set("mid-drive", { broken: ["range"] }),
    set("two motors", { verdicts: STOPS }),
  ];
  test("are three, each with the better of the sides that came before", () => {
    expect(argue(all).map((line) => [line.question, line.answer])).toEqual([
      ["Geared hub or direct drive?", "the geared hub"],
      ["Hub or crank?", "the geared hub"],
      ["One motor or two?", "the geared hub"],
    ]);
    expect(argue(all)[2]!.sides.map((side) => side.school)).toEqual(["geared hub", "two motors"]);
  });
  test("are left out where a side is missing, and a set without a motor is none", () => {
    expect(argue([set("geared hub"), set("mid-drive")]).map((line) => line.question)).toEqual(["Hub or crank?"]);
    expect(argue([{ ...set("geared hub"), school: null }, set("mid-drive")])).toEqual([]);
  });
  test("of two sets of one school the better stands for it", () => {
    const [line] = argue([
      set("geared hub", { verdicts: STOPS, name: "worse" }),
      set("geared hub", { name: "better" }),
      set("mid-drive"),
    ]);
    expect(line!.sides[0]!.name).toBe("better");
  });
  test("have the figures of both sides, with what is charged downhill where there is any", () => {
    const [line] = argue([set("geared hub"), set("direct hub", { ride: { chargedWh: 31.4 } })]);
    expect(line!.sides[0]!.figures).toBe("no stops, hill 15 km/h, winding 70 °C of 110, range 40 km, 8 Wh/km, 21.4 kg");
    expect(line!.sides[1]!.figures).toMatch(/31 Wh charged downhill/);
  });
  test("are answered alike in whatever order the sets stand", () => {
    const order = fc.shuffledSubarray(all, { minLength: 4, maxLength: 4 });
    const answers = (sets: readonly Compared[]) =>
      argue(sets).map(({ question, answer, decides }) => [question, answer, decides]);
    fc.assert(
      fc.property(order, (sets) => expect(answers(sets)).toEqual(answers(all))),
      { numRuns: 24, seed: 11 },
    );
  });
});
