import { COMMUTE, SMALL_GEARED } from "../../../tests/ride.fixture";
import { calculate } from "./registry";

const out = (name: string, input: unknown) => {
  const answer = calculate(name, input);
  if (!answer.ok) throw new Error(JSON.stringify(answer.error));
  return answer.value as Record<string, number>;
};
const paths = (name: string, input: unknown) => {
  const answer = calculate(name, input);
  if (answer.ok) throw new Error(`expected a refusal, got ${JSON.stringify(answer.value)}`);
  return answer.error.issues.map((issue) => issue.path);
};

/** The temperature at which the standard atmosphere's sea-level air weighs 1.2 kg/m³. */
const T12 = 101325 / (287.05 * 1.2) - 273.15;

describe("road-load", () => {
  // Term by term against the equations of Martin, Milliken, Cobb, McFadden and Coggan, J. Appl. Biomech. 14 (1998), constants from memory.
  test.each([
    [115, 25, 0, 0.6, 0.008, 0, 0.977, 121.4, 62.68, 1.052, 0, 189.5],
    [115, 25, 0, 0.6, 0.008, 15, 0.977, 310.9, 62.68, 1.052, 0, 383.5],
    [115, 15, 6, 0.6, 0.008, 0, 0.977, 26.23, 37.54, 0.5302, 281.5, 354],
    [90, 40, 0, 0.3, 0.004, 0, 0.977, 250.5, 39.24, 2.085, 0, 298.7],
    [130, 10, 0, 0.65, 0.01, 0, 1, 8.416, 35.43, 0.3199, 0, 44.17],
  ])(
    "%d kg at %d km/h, %d %%",
    (massKg, speedKmh, gradePercent, cdaM2, crr, headwindKmh, drivetrainEfficiency, aero, roll, bear, climb, input) => {
      const load = out("road-load", {
        massKg,
        speedKmh,
        gradePercent,
        cdaM2,
        crr,
        headwindKmh,
        drivetrainEfficiency,
        temperatureC: T12,
      });
      const near = (value: number, figure: number) => expect(Math.abs(value - figure)).toBeLessThanOrEqual(0.001 * figure + 1e-9);
      near(load.aeroW!, aero);
      near(load.rollingW!, roll);
      near(load.bearingW!, bear);
      near(load.climbingW!, climb);
      near(load.inputW!, input);
      expect(load.totalW).toBeCloseTo(load.aeroW! + load.rollingW! + load.bearingW! + load.climbingW!, 9);
    },
  );
  // ISO 2533's standard atmosphere: 1.225 kg/m³ at the sea, 1.1116 at 1,000 m and 8.5 °C; the others derived.
  test.each([
    [0, 15, 1.225],
    [0, 30, 1.164],
    [1000, 8.5, 1.1116],
    [1000, 10, 1.106],
    [2000, 20, 0.9447],
  ])("air at %d m and %d °C", (altitudeM, temperatureC, density) =>
    expect(out("road-load", { speedKmh: 0, massKg: 1, cdaM2: 0, crr: 0, altitudeM, temperatureC }).airDensity).toBeCloseTo(
      density,
      3,
    ),
  );
  test("a tailwind faster than the bike pushes; what comes back loses on its way too", () => {
    const pushed = out("road-load", {
      speedKmh: 10,
      massKg: 80,
      cdaM2: 0.6,
      crr: 0,
      headwindKmh: -30,
      drivetrainEfficiency: 0.5,
    });
    expect(pushed.aeroW).toBeLessThan(0);
    expect(pushed.inputW).toBeCloseTo(pushed.totalW! / 2, 9);
  });
  test("bad input is named", () => {
    expect(
      paths("road-load", {
        speedKmh: -1,
        massKg: 0,
        cdaM2: 0.5,
        crr: 0.01,
        altitudeM: 44_000,
        temperatureC: -273.15,
        drivetrainEfficiency: 0,
      }),
    ).toEqual(expect.arrayContaining(["speedKmh", "massKg", "altitudeM", "temperatureC", "drivetrainEfficiency"]));
    expect(paths("road-load", { speedKmh: 25, massKg: 80, cdaM2: null, crr: 0.01, wind: 3 })).toEqual(["cdaM2", "wind"]);
    expect(paths("road-load", { speedKmh: 1e200, massKg: 80, cdaM2: 1e200, crr: 0 })).toEqual(["speedKmh", "cdaM2"]);
  });
});

const steady = {
  motor: SMALL_GEARED,
  controller: { batteryA: 15, phaseA: 30, efficiency: 0.97 },
  output: "wheel",
  battery: { openCircuitV: 37.5, internalOhm: 0.12 },
  circumferenceMm: 2155,
  load: { massKg: 115, cdaM2: 0.6, crr: 0.008 },
};

describe("drive-steady", () => {
  test("without wind and drag it is the root of a line: volts less the motor's own drive the rolling force", () => {
    const kv = 10;
    const motor = { kvRpmPerV: kv, windingOhm: 0.2 };
    const answer = out("drive-steady", {
      ...steady,
      motor,
      controller: { batteryA: 5_000, phaseA: 5_000 },
      load: { massKg: 100, cdaM2: 0, crr: 0.01, wheelDragAreaM2: 0 },
    });
    const [radius, kt] = [2.155 / (2 * Math.PI), 30 / Math.PI / kv];
    const perAmp = kt / radius;
    // perAmp·(Voc − perAmp·v)/(R + Rb) = Crr·m·g + 0.091 + 0.0087·v, as E = Kt·ω = perAmp·v
    const v = ((perAmp * 37.5) / 0.32 - (0.01 * 100 * 9.80665 + 0.091)) / (perAmp ** 2 / 0.32 + 0.0087);
    expect(answer.speedKmh).toBeCloseTo(3.6 * v, 9);
    expect(answer).toMatchObject({ limit: "voltage" });
    expect(answer.lossW).toBeCloseTo(answer.phaseA! ** 2 * 0.2, 6);
  });
  // v₀ = Kv·V·C ÷ 16,667 with no drag: worked rows of a workshop's table (derived).
  test.each([
    [7.83, 36, 2040, 34.5],
    [9, 48, 2155, 55.86],
  ])("%d rpm/V on %d V and %d mm turn free at %d km/h", (kvRpmPerV, openCircuitV, circumferenceMm, kmh) =>
    expect(
      out("drive-steady", {
        ...steady,
        motor: { kvRpmPerV, windingOhm: 0.1 },
        battery: { openCircuitV, internalOhm: 0 },
        circumferenceMm,
      }).noLoadKmh,
    ).toBeCloseTo(kmh, 2),
  );
  test("two geared hubs get nearer to their free speed than one (common practice)", () => {
    const share = (motors: number) => {
      const answer = out("drive-steady", { ...steady, motors, load: { ...steady.load, cdaM2: 0.7 } });
      return answer.speedKmh! / answer.noLoadKmh!;
    };
    expect(share(1)).toBeGreaterThan(0.75);
    expect(share(2)).toBeGreaterThan(share(1) + 0.02);
  });
  test("a mid-drive climbs in its lowest gear what it cannot in its highest", () => {
    const mid = { kvRpmPerV: 72, windingOhm: 0.06, gearRatio: 21.9, gearEfficiency: 0.9, dragNm: 0.05, dragNmPerRpm: 0.00025 };
    const at = (cogTeeth: number) =>
      out("drive-steady", {
        ...steady,
        motor: mid,
        controller: { batteryA: 20, phaseA: 50 },
        output: { chainringTeeth: 42, cogTeeth },
        load: { ...steady.load, gradePercent: 22 },
      });
    expect(at(11).speedKmh).toBe(0);
    expect(at(36).speedKmh).toBeGreaterThan(5);
    expect(at(36).shaftRpm).toBeGreaterThan(1000);
  });
  test("too steep: speed 0 and full throttle at standstill; a descent faster than the motor: nothing drawn", () => {
    const wall = out("drive-steady", { ...steady, load: { ...steady.load, gradePercent: 30 } });
    expect(wall).toMatchObject({ speedKmh: 0, limit: "phase-current", phaseA: 30, wheelW: 0, efficiency: 0, shaftRpm: 0 });
    expect(wall.electricalW).toBeCloseTo((30 ** 2 * 0.15) / 0.97, 6);
    const fall = out("drive-steady", { ...steady, load: { ...steady.load, gradePercent: -12 } });
    expect(fall).toMatchObject({
      limit: "voltage",
      phaseA: 0,
      batteryA: 0,
      electricalW: 0,
      lossW: 0,
      efficiency: 0,
      batteryV: 37.5,
    });
    expect(fall.speedKmh).toBeGreaterThan(fall.noLoadKmh!);
  });
  test("no motor gives less than its losses take: drag over the torque leaves it still", () =>
    expect(out("drive-steady", { ...steady, motor: { ...SMALL_GEARED, dragNm: 100 }, riderW: 100 })).toMatchObject({
      noLoadKmh: 0,
      electricalW: 0,
      phaseA: 0,
    }));
  test("bad input is named at its own path, inside the chainring too", () => {
    expect(paths("drive-steady", { ...steady, output: "crank" })).toEqual(["output"]);
    expect(paths("drive-steady", { ...steady, output: { chainringTeeth: 2, cogTeeth: 20 } })).toEqual(["output.chainringTeeth"]);
    expect(paths("drive-steady", { ...steady, output: { chainringTeeth: 42, cogTeeth: "20", ratio: 2 } })).toEqual(
      expect.arrayContaining(["output.cogTeeth", "output.ratio"]),
    );
    expect(paths("drive-steady", { ...steady, motors: 1.5, load: { ...steady.load, speedKmh: 3 } })).toEqual([
      "motors",
      "load.speedKmh",
    ]);
  });
});

describe("ride", () => {
  const input = JSON.parse(JSON.stringify(COMMUTE)) as Record<string, unknown>;
  test("answers with its defaults", () => {
    const short = { ...input, segments: [{ lengthM: 500, gradePercent: 0 }] };
    Reflect.deleteProperty(short, "ambientC");
    expect(out("ride", short)).toMatchObject({ ended: "route", overheats: false, distanceKm: 0.5 });
  });
  test("bad input is named", () => {
    expect(paths("ride", { ...input, segments: [] })).toEqual(["segments"]);
    expect(paths("ride", { ...input, segments: [{ lengthM: 0, gradePercent: 0 }] })).toEqual(["segments.0.lengthM"]);
    expect(paths("ride", { ...input, targetKmh: 0 })).toEqual(["targetKmh"]);
    expect(paths("ride", { ...input, load: { massKg: 80, cdaM2: 0.5, crr: 0.01, gradePercent: 3 } })).toEqual([
      "load.gradePercent",
    ]);
    expect(paths("ride", { ...input, thermal: { windingJPerK: 0 } })).toEqual(
      expect.arrayContaining([
        "thermal.windingJPerK",
        "thermal.shellJPerK",
        "thermal.windingToShellWPerK",
        "thermal.shellToAirWPerK",
      ]),
    );
  });
  test.each([
    ["a wall of 200 %", { segments: [{ lengthM: 10, gradePercent: 200 }] }],
    ["a wind of 300 km/h", { load: { ...COMMUTE.load, headwindKmh: 300 } }],
    ["a wheel of 3 mm", { circumferenceMm: 3 * Math.PI }],
    ["a target out of reach", { targetKmh: 300 }],
    ["a battery that is all resistance", { battery: { ...COMMUTE.battery, internalOhm: 50 } }],
    ["a winding without heat capacity", { thermal: { ...COMMUTE.thermal, windingJPerK: 1e-6, shellJPerK: 1e-6 } }],
    ["a motor without resistance", { motor: { ...SMALL_GEARED, windingOhm: 1e-9 } }],
    ["a feather", { load: { ...COMMUTE.load, massKg: 1e-6 } }],
    ["a train", { load: { ...COMMUTE.load, massKg: 2_000 } }],
    ["no push and no drag", { load: { ...COMMUTE.load, crr: 0, cdaM2: 0, wheelDragAreaM2: 0 }, riderW: 0 }],
  ])("%s ends, with figures or a refusal", (_, change) => {
    const answer = calculate("ride", {
      ...input,
      ...change,
      segments: (change as typeof COMMUTE).segments ?? [{ lengthM: 2000, gradePercent: 1 }],
    });
    if (answer.ok) expect(["route", "reserve", "stalled"]).toContain((answer.value as { ended: string }).ended);
    else expect(answer.error.issues[0]!.path).toBe("");
  });
  test("figures without bounds are refused, not run for ever", () =>
    expect(paths("ride", { ...input, riderW: 1e308, load: { ...COMMUTE.load, massKg: 1e-300 } })).toEqual(["riderW"]));
  test("a ride of more steps than its budget is refused by its way", () => {
    // Ten thousand walls up and down, and a charge that outlasts them.
    const answer = calculate("ride", {
      ...input,
      riderW: 1_000,
      battery: { ...COMMUTE.battery, capacityAh: 2_000 },
      segments: Array.from({ length: 10_000 }, (_, i) => ({ lengthM: 500, gradePercent: i % 2 === 0 ? 60 : -60 })),
    });
    expect(answer).toMatchObject({
      ok: false,
      error: { issues: [{ path: "segments", message: expect.stringContaining("too many steps") }] },
    });
  });
});
