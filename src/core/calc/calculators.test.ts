import { complex, cos, cross, distance, matrix, multiply, pi, sin, type MathType } from "mathjs";
import fc from "fast-check";
import { answerBatchLine } from "./batch";
import { calculate, CALCULATORS, calculatorSchema } from "./registry";

const out = (name: string, input: unknown) => {
  const answer = calculate(name, input);
  if (!answer.ok) throw new Error(JSON.stringify(answer.error));
  return answer.value as Record<string, number> & { rows: Record<string, number>[]; cogs: Record<string, number>[] };
};
const issues = (name: string, input: unknown) => {
  const answer = calculate(name, input);
  if (answer.ok) throw new Error(`expected a refusal, got ${JSON.stringify(answer.value)}`);
  return answer.error.issues.map((issue) => issue.path);
};

describe("spoke-length", () => {
  // Worked examples after Brandt, The Bicycle Wheel (1981), to four figures.
  test.each([
    [602, 45, 35, 36, 3, 2.6, 291.2],
    [538, 234, 22, 36, 1, 3.0, 164.0],
    [538, 125, 30, 36, 2, 3.0, 225.2],
    [605, 125, 28, 36, 1, 3.0, 244.8],
    [389, 125, 25, 36, 0, 3.0, 132.8],
  ])(
    "rim %d, flange %d, offset %d, %d spokes, %d crosses: %d hole gives %d mm",
    (erdMm, flangePcdMm, flangeOffsetMm, spokes, crosses, spokeHoleMm, mm) => {
      expect(out("spoke-length", { erdMm, flangePcdMm, flangeOffsetMm, spokes, crosses, spokeHoleMm }).lengthMm).toBeCloseTo(
        mm,
        1,
      );
    },
  );

  const wheel = fc.record({
    erdMm: fc.double({ min: 300, max: 640, noNaN: true }),
    flangePcdMm: fc.double({ min: 30, max: 250, noNaN: true }),
    flangeOffsetMm: fc.double({ min: 0, max: 60, noNaN: true }),
    spokeHoleMm: fc.double({ min: 2, max: 3, noNaN: true }),
    spokes: fc.integer({ min: 8, max: 24 }).map((n) => n * 2),
    crosses: fc.integer({ min: 0, max: 4 }),
  });

  test("agrees with the distance between two points of a general mathematics library", () => {
    fc.assert(
      fc.property(wheel, (p) => {
        const a = multiply(multiply(4, pi), p.crosses / p.spokes) as number;
        const hub = [(p.flangePcdMm / 2) * Number(cos(a)), (p.flangePcdMm / 2) * Number(sin(a)), p.flangeOffsetMm];
        const span = distance(hub, [p.erdMm / 2, 0, 0]) as number;
        expect(out("spoke-length", p).lengthMm).toBeCloseTo(span - p.spokeHoleMm / 2, 6);
      }),
    );
  });

  test("the nipple's angle agrees with the library's cross product", () => {
    const p = { erdMm: 389, flangePcdMm: 234, flangeOffsetMm: 25, spokeHoleMm: 3, spokes: 36, crosses: 1 };
    const hub = matrix([117 * Math.cos(Math.PI / 9), 117 * Math.sin(Math.PI / 9), 0]);
    const spoke = [Number(hub.get([0])) - 194.5, Number(hub.get([1])), 0];
    const turn = (cross(spoke, [-194.5, 0, 0]) as MathType as number[])[2]!;
    const sine = Math.abs(turn) / (Math.hypot(spoke[0]!, spoke[1]!) * 194.5);
    expect(out("spoke-length", p).nippleAngleDeg).toBeCloseTo((complex(Math.asin(sine), 0).re * 180) / Math.PI, 9);
    expect(out("spoke-length", p).nippleAngleDeg).toBeCloseTo(25.33, 2);
  });

  test("is the same for the left and the right of a mirrored wheel, and grows with the flange's offset", () => {
    fc.assert(
      fc.property(wheel, (p) => {
        const here = out("spoke-length", p).lengthMm!;
        expect(out("spoke-length", { ...p, flangeOffsetMm: p.flangeOffsetMm + 1 }).lengthMm).toBeGreaterThan(here);
      }),
    );
  });

  test("past the tangent", () => {
    const p = { erdMm: 389, flangePcdMm: 234, flangeOffsetMm: 25, spokeHoleMm: 3, spokes: 36 };
    expect(out("spoke-length", { ...p, crosses: 2 }).pastTangent).toBe(false);
    expect(out("spoke-length", { ...p, crosses: 3 }).pastTangent).toBe(true);
    expect(out("spoke-length", { ...p, spokes: 2, crosses: 4 }).pastTangent).toBe(true);
  });
});

test("wheel-size: ISO 5775 37-622 has a circumference of 2187 mm unloaded", () => {
  expect(out("wheel-size", { beadSeatMm: 622, tyreWidthMm: 37 })).toEqual({ diameterMm: 696, circumferenceMm: Math.PI * 696 });
});

test("gear-table and cadence-at-speed are each other's inverse", () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 20, max: 60 }),
      fc.integer({ min: 9, max: 50 }),
      fc.double({ min: 1000, max: 2500, noNaN: true }),
      fc.double({ min: 10, max: 130, noNaN: true }),
      (chainringTeeth, cog, circumferenceMm, cadenceRpm) => {
        const row = out("gear-table", { chainringTeeth, cogTeeth: [cog], circumferenceMm, cadenceRpm }).rows[0]!;
        const back = out("cadence-at-speed", { chainringTeeth, cogTeeth: cog, circumferenceMm, speedKmh: row.speedKmh });
        expect(back.cadenceRpm).toBeCloseTo(cadenceRpm, 8);
      },
    ),
  );
});

test("common practice: 44 on 11 with a 700 × 30 tyre spins out near 94 rpm at 30 mph", () => {
  const { circumferenceMm } = out("wheel-size", { beadSeatMm: 622, tyreWidthMm: 30 });
  expect(
    out("cadence-at-speed", { chainringTeeth: 44, cogTeeth: 11, circumferenceMm, speedKmh: 30 * 1.609344 }).cadenceRpm,
  ).toBeCloseTo(94, 0);
});

describe("chain-length", () => {
  // Half-inch pitch of ISO 606; lengths worked by hand to four figures.
  test.each([
    [42, 16, 440, false, 98.79, 100, 1],
    [46, 19, 465, false, 106.2, 108, 1],
    [44, 34, 440, true, 108.4, 112, 1],
    [42, 28, 1150, true, 216.2, 220, 2],
  ])("%d by %d over %d mm, derailleur %s", (ringTeeth, cogTeeth, centreMm, derailleur, exact, links, chains) => {
    const answer = out("chain-length", { ringTeeth, cogTeeth, centreMm, derailleur });
    expect(answer.exactLinks).toBeCloseTo(exact, 1);
    expect([answer.links, answer.chains]).toEqual([links, chains]);
  });

  test("a whole length is not rounded up: two equal sprockets a whole number of links apart", () => {
    expect(out("chain-length", { ringTeeth: 20, cogTeeth: 20, centreMm: 30 * 12.7, derailleur: false })).toMatchObject({
      links: 80,
    });
  });
});

test("chainline: worked table of cog positions and angles", () => {
  const answer = out("chainline", {
    shellWidthMm: 68,
    ringOffsetMm: 18,
    driveSpacerMm: 2.5,
    overLocknutMm: 135,
    locknutToSmallestMm: 6,
    cogPitchMm: 5,
    cogs: 7,
    chainstayMm: 440,
  });
  expect(answer.frontMm).toBeCloseTo(54.5, 9);
  expect(answer.cogs.map((cog) => cog.rearMm)).toEqual([61.5, 56.5, 51.5, 46.5, 41.5, 36.5, 31.5]);
  expect(answer.cogs[0]!.angleDeg).toBeCloseTo(0.9114, 4);
  expect(answer.worstAngleDeg).toBeCloseTo(2.992, 3);
});

describe("electricity", () => {
  test("packs: common practice, 13 in series are full at 54.6 V, 14 at 58.8 V; 13s5p has 65 cells", () => {
    const pack = { chemistry: "nmc", series: 13, parallel: 5, cellAh: 3.5, cellMaxA: 8, cellMilliohm: 28 };
    const answer = out("battery-pack", pack);
    expect(answer).toMatchObject({ cells: 65, capacityAh: 17.5, continuousA: 40 });
    expect(answer.nominalV).toBeCloseTo(46.8, 9);
    expect(answer.fullV).toBeCloseTo(54.6, 9);
    expect(answer.energyWh).toBeCloseTo(819, 9);
    expect(answer.internalOhm).toBeCloseTo(0.0728, 9);
    expect(out("battery-pack", { ...pack, series: 14 }).fullV).toBeCloseTo(58.8, 9);
  });

  test("charging: common practice, 15.4 Ah at 2 A and 80 % takes about 9.6 h; equal percents take none", () => {
    expect(out("charge-time", { capacityAh: 15.4, chargerA: 2 }).hours).toBeCloseTo(9.625, 9);
    expect(out("charge-time", { capacityAh: 15.4, chargerA: 2, fromPercent: 60, toPercent: 60 }).hours).toBe(0);
  });

  // ASTM B258: solid diameters of the gauge in mm.
  test.each([
    [0, 8.251],
    [-3, 11.684],
    [12, 2.053],
    [18, 1.024],
    [36, 0.127],
    [40, 0.0799],
  ])("gauge %d is %d mm thick", (awg, mm) => {
    expect(out("wire-drop", { awg, lengthM: 1, currentA: 1, voltageV: 36 }).diameterMm).toBeCloseTo(mm, 3);
  });

  test.each([
    [14, 20, 0.8, 20, 36, 0.2651, 0.7365, 5.303],
    [12, 50, 1.2, 30, 48, 0.4194, 0.8738, 12.58],
    [18, 20, 1.0, 3, 12, 0.1257, 1.047, 0.3771],
  ])("gauge %d at %d °C over %d m", (awg, temperatureC, lengthM, currentA, voltageV, dropV, dropPercent, lossW) => {
    const answer = out("wire-drop", { awg, temperatureC, lengthM, currentA, voltageV });
    expect(answer.dropV).toBeCloseTo(dropV, 3);
    expect(answer.dropPercent).toBeCloseTo(dropPercent, 3);
    expect(answer.lossW).toBeCloseTo(lossW, 1);
  });
});

describe("bad input is never a number out", () => {
  const spoke = { erdMm: 602, flangePcdMm: 45, flangeOffsetMm: 35, spokeHoleMm: 2.6, spokes: 36, crosses: 3 };
  test.each([
    ["spoke-length", { ...spoke, erdMm: undefined }, ["erdMm"]],
    ["spoke-length", { ...spoke, erdMm: null }, ["erdMm"]],
    ["spoke-length", { ...spoke, erdMm: "602" }, ["erdMm"]],
    ["spoke-length", { ...spoke, erdMm: Infinity }, ["erdMm"]],
    ["spoke-length", { ...spoke, flangePcdMm: 602 }, ["flangePcdMm"]],
    ["spoke-length", { ...spoke, spokes: 35 }, ["spokes"]],
    ["spoke-length", { ...spoke, crosses: 5 }, ["crosses"]],
    ["spoke-length", { ...spoke, crosses: 1.5 }, ["crosses"]],
    ["spoke-length", { ...spoke, colour: "red" }, ["colour"]],
    [
      "spoke-length",
      JSON.parse('{"erdMm":602,"flangePcdMm":45,"flangeOffsetMm":35,"spokeHoleMm":2.6,"spokes":36,"crosses":3,"__proto__":1}'),
      ["__proto__"],
    ],
    ["spoke-length", [], [""]],
    ["spoke-length", 7, [""]],
    ["spoke-length", undefined, [""]],
    ["gear-table", { chainringTeeth: 42, cogTeeth: [14, 2], circumferenceMm: 2100 }, ["cogTeeth.1"]],
    ["gear-table", { chainringTeeth: 42, cogTeeth: [], circumferenceMm: 2100 }, ["cogTeeth"]],
    ["gear-table", { chainringTeeth: 42, cogTeeth: [14], circumferenceMm: 2100, cadenceRpm: null }, ["cadenceRpm"]],
    ["chain-length", { ringTeeth: 60, cogTeeth: 11, centreMm: 50, derailleur: false }, ["centreMm"]],
    ["chain-length", { ringTeeth: 42, cogTeeth: 11, centreMm: 440, derailleur: "no" }, ["derailleur"]],
    ["charge-time", { capacityAh: 10, chargerA: 2, fromPercent: 80, toPercent: 20 }, ["toPercent"]],
    ["charge-time", { capacityAh: 10, chargerA: 2, efficiency: 0 }, ["efficiency"]],
    ["wire-drop", { lengthM: 1, currentA: 1, voltageV: 36 }, ["awg"]],
    ["wire-drop", { awg: 12, areaMm2: 3, lengthM: 1, currentA: 1, voltageV: 36 }, ["areaMm2"]],
    ["wire-drop", { awg: 12, lengthM: 1, currentA: 1, voltageV: 36, temperatureC: -234 }, ["temperatureC"]],
    ["wheel-size", { beadSeatMm: 1e308, tyreWidthMm: 1e308 }, ["beadSeatMm", "tyreWidthMm"]],
  ])("%s %j", (name, input, paths) => expect(issues(name, input)).toEqual(paths));

  test.each(["constructor", "toString", "__proto__", "", "spoke"])("there is no calculator %s", (name) =>
    expect(issues(name, {})).toEqual(["name"]),
  );

  test("an output is finite or refused, whatever figures come in", () => {
    fc.assert(
      fc.property(fc.double(), fc.double(), (beadSeatMm, tyreWidthMm) => {
        const answer = calculate("wheel-size", { beadSeatMm, tyreWidthMm });
        expect(!answer.ok || Object.values(answer.value as object).every(Number.isFinite)).toBe(true);
      }),
    );
  });
});

describe("batch and schema", () => {
  test("answers in place: outputs, errors, ids as they came, blanks skipped", () => {
    expect(answerBatchLine('{"id":{"a":1},"name":"wheel-size","input":{"beadSeatMm":622,"tyreWidthMm":0}}')).toMatchObject({
      id: { a: 1 },
      output: { diameterMm: 622 },
    });
    expect(answerBatchLine('{"id":null,"name":"wheel-size"}')).toMatchObject({
      id: null,
      error: { calculator: "wheel-size", issues: [{ path: "" }] },
    });
    expect(answerBatchLine('{"id":1,"name":"toString","input":{}}')).toMatchObject({
      id: 1,
      error: { issues: [{ path: "name" }] },
    });
    expect(answerBatchLine('{"name":"wheel-size","input":{}}')).toMatchObject({
      id: null,
      error: { calculator: null, issues: [{ path: "" }] },
    });
    expect(answerBatchLine("{")).toMatchObject({ id: null, error: { calculator: null } });
    expect(answerBatchLine("[1]")).toMatchObject({ id: null, error: { calculator: null } });
    expect(answerBatchLine("   ")).toBeUndefined();
  });

  test.each(CALCULATORS.map((c) => [c.name, c] as const))("%s describes every field", (_name, calculator) => {
    const schema = calculatorSchema(calculator) as {
      input: { properties: Record<string, { description?: string }> };
      output: { properties: Record<string, { description?: string }> };
    };
    const fields = [...Object.entries(schema.input.properties), ...Object.entries(schema.output.properties)];
    expect(fields.length).toBeGreaterThan(2);
    expect(fields.filter(([, field]) => !field.description).map(([key]) => key)).toEqual([]);
  });
});
