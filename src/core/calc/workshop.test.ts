import fc from "fast-check";
import { spokeLoadN } from "../wheel/lacing";
import { calculate } from "./registry";

type Out = Record<string, number | boolean | null> & { options: Record<string, number | string | boolean>[] };
const out = (name: string, input: unknown) => {
  const answer = calculate(name, input);
  if (!answer.ok) throw new Error(JSON.stringify(answer.error));
  return answer.value as Out;
};
const paths = (name: string, input: unknown) => {
  const answer = calculate(name, input);
  if (answer.ok) throw new Error(`expected a refusal, got ${JSON.stringify(answer.value)}`);
  return answer.error.issues.map((issue) => issue.path);
};

describe("lacing", () => {
  const both = (flangePcdMm: number, flangeOffsetMm = 28) => ({
    left: { flangePcdMm, flangeOffsetMm },
    right: { flangePcdMm, flangeOffsetMm },
  });
  // Cross limits on large flanges, worked from the nipple angle (derived), verdicts at 8 and 15 degrees (common practice).
  test.each([
    [602, 45, 3, 3.847, "clear"],
    [605, 125, 2, 8.966, "adapt"],
    [605, 125, 1, 5.011, "clear"],
    [538, 234, 1, 14.12, "adapt"],
    [389, 125, 1, 8.948, "adapt"],
    [389, 234, 1, 25.33, "stop"],
    [389, 234, 0, 0, "clear"],
  ] as const)("rim %d, flange %d, crossed %d: %d° is %s", (erdMm, pcd, crosses, deg, verdict) => {
    const option = out("lacing", { erdMm, spokes: 36, spokeHoleMm: 3, ...both(pcd) }).options[crosses]!;
    expect(option.nippleAngleDeg).toBeCloseTo(deg, 2);
    expect(option.verdict).toBe(verdict);
  });
  test.each([
    [602, 45, 3],
    [605, 125, 1],
    [538, 234, 1],
    [389, 234, 0],
  ])("rim %d with flange %d is laced %d", (erdMm, pcd, crosses) =>
    expect(out("lacing", { erdMm, spokes: 36, spokeHoleMm: 3, ...both(pcd) }).recommended).toBe(crosses),
  );
  test("a dished wheel's tension ratio is the ratio of the sines of its bracing angles", () => {
    const ratio = out("lacing", {
      erdMm: 602,
      spokes: 36,
      spokeHoleMm: 0,
      left: { flangePcdMm: 45, flangeOffsetMm: 35 },
      right: { flangePcdMm: 45, flangeOffsetMm: 19 },
    }).tensionRatio as number;
    // 0.5457 by the worked example for rounded lengths of 291 and 289.5 mm.
    expect(ratio).toBeCloseTo(0.5457, 2);
  });
  test.each([
    [538, 234, 1, 25.39],
    [602, 45, 3, 82.52],
  ])("60 N·m adds to a spoke of rim %d, flange %d, crossed %d", (erdMm, flangePcdMm, crosses, n) =>
    expect(spokeLoadN({ torqueNm: 60, erdMm, flangePcdMm, spokes: 36, crosses })).toBeCloseTo(n, 1),
  );
  test("refuses a flange as large as the rim at its own path", () => {
    const p = { erdMm: 300, spokes: 36, spokeHoleMm: 3, left: { flangePcdMm: 300, flangeOffsetMm: 1 }, right: both(100).right };
    expect(paths("lacing", p)).toEqual(["left.flangePcdMm"]);
    expect(paths("lacing", { ...p, left: { ...p.left, flangePcdMm: 100, extra: 1 } })).toEqual(["left.extra"]);
  });
});

describe("axle-reaction", () => {
  // Flats in a slot: elastic peak, plastic torque, backlash and corner force (derived).
  test.each([
    [20, 6, 12, 10.2, 300, 1, 454.5, 19.8, 1.728, 3015],
    [40, 6, 14, 10.2, 300, 1, 416.7, 43.2, 1.17, 4082],
    [40, 8, 12, 10.3, 240, 1, 681.8, 21.12, 2.591, 6030],
    [60, 6, 14, 10.05, 500, 1.5, 625, 108, 0.2924, 6124],
  ])(
    "%d N·m on %d mm, M%d in a %d slot",
    (torqueNm, dropoutMm, diameterMm, slotMm, mpa, constraint, peak, plastic, deg, corner) => {
      const given = { torqueNm, dropoutMm, diameterMm, flatsMm: 10, slotMm, dropoutYieldMpa: mpa, dropoutConstraint: constraint };
      const p = out("axle-reaction", given);
      expect(p.peakPressureMpa).toBeCloseTo(peak, 0);
      expect(p.dropoutNm).toBeCloseTo(plastic, 1);
      expect(p.backlashDeg).toBeCloseTo(deg, 3);
      expect(p.cornerN).toBeCloseTo(corner, -0.5);
    },
  );
  test("refuses flats as wide as the axle, and a washer inside it", () => {
    const p = { torqueNm: 25, diameterMm: 12, flatsMm: 12, dropoutMm: 6, dropoutYieldMpa: 300 };
    expect(paths("axle-reaction", p)).toEqual(["flatsMm"]);
    expect(paths("axle-reaction", { ...p, flatsMm: 10, washerOuterMm: 5 })).toEqual(["washerOuterMm"]);
  });
});

describe("stopping", () => {
  test.each([
    [120, 25, 0, 3.444, 2930, 7.001],
    [130, 32, 1, 4, 5195, 18.77],
    [150, 45, 1, 4, 11840, 32.03],
  ])("%d kg from %d km/h", (massKg, speedKmh, reactionS, decelerationMs2, joule, metres) => {
    const p = out("stopping", { massKg, speedKmh, reactionS, decelerationMs2 });
    expect((p.energyJ as number) / joule).toBeCloseTo(1, 3);
    expect(p.distanceM).toBeCloseTo(metres, 1);
  });
  test("ISO 4210-2's 7 m from 25 km/h at 100 kg is 344 N (the figures from memory)", () =>
    expect(out("stopping", { massKg: 100, speedKmh: 25, decelerationMs2: 25 ** 2 / 3.6 ** 2 / 14 }).forceN).toBeCloseTo(
      344.5,
      0,
    ));
  test.each([
    [130, 32, 160, 57.56],
    [150, 45, 203, 75.95],
  ])("one stop of %d kg from %d km/h warms a %d rotor", (massKg, speedKmh, rotorMm, rise) =>
    expect(out("stopping", { massKg, speedKmh, rotorMm }).rotorRiseK).toBeCloseTo(rise, 0),
  );
  test.each([
    [130, 8, 30, 0.008, 0.6, 160, 554.4, 231.0],
    [150, 12, 20, 0.01, 0.65, 203, 826.0, 277.2],
  ])("%d kg down %d %% at %d km/h", (massKg, gradePercent, speedKmh, crr, cdaM2, rotorMm, watts, rise) => {
    const p = out("stopping", { massKg, speedKmh: 25, rotorMm, descent: { gradePercent, speedKmh, crr, cdaM2 } });
    expect((p.descentW as number) / watts).toBeCloseTo(1, 2);
    expect((p.descentRiseK as number) / rise).toBeCloseTo(1, 2);
  });
});

describe("battery-bay", () => {
  const corners = (...xy: [number, number][]) => xy.map(([x, y]) => ({ x, y }));
  const rail = (length: number) => ({ from: { x: 0, y: 0 }, to: { x: length, y: 0 } });
  const box = { bay: corners([0, 0], [400, 0], [400, 150], [0, 150]), rail: rail(400) };
  test("a pack in a box keeps 3 mm at both ends and stands nearest the start of the best room", () => {
    const p = out("battery-bay", { ...box, pack: { lengthMm: 300, heightMm: 100, cradleMm: 20 } });
    expect(p).toMatchObject({ fits: true, shortMm: 0, bossesUsable: 0 });
    expect(p.fromMm).toBeCloseTo(3, 6);
    expect(p.toMm).toBeCloseTo(97, 6);
    // The lid's 30 mm are the least from a start of 30 on; within a thousandth the nearest counts.
    expect(p.bestMm).toBeCloseTo(29.999, 3);
    expect(p.clearanceMm).toBeCloseTo(29.999, 3);
  });
  test("exactly as long as there is room for goes in; a tenth longer is a tenth short", () => {
    expect(out("battery-bay", { ...box, pack: { lengthMm: 394, heightMm: 100 } })).toMatchObject({ fits: true, shortMm: 0 });
    const p = out("battery-bay", { ...box, pack: { lengthMm: 394.1, heightMm: 100 } });
    expect(p).toMatchObject({ fits: false, fromMm: null, bestMm: null });
    expect(p.shortMm).toBeCloseTo(0.1, 6);
    expect(out("battery-bay", { ...box, pack: { lengthMm: 100, heightMm: 147.5 } }).shortMm).toBeNull();
  });
  test("bosses come before room, and the slide wants its own", () => {
    const p = out("battery-bay", {
      ...box,
      pack: { lengthMm: 200, heightMm: 100 },
      slideMm: 60,
      bossesMm: [100, 164],
      slotsMm: [
        [20, 90],
        [90, 150],
      ],
    });
    expect(p).toMatchObject({ fits: true, bossesUsable: 2 });
    expect(p.toMm).toBeCloseTo(137, 6);
    expect(p.bestMm).toBeGreaterThanOrEqual(14 - 1e-6);
  });
  test("refuses crossing and clockwise bays, rails without length and slots that end before they start", () => {
    const pack = { lengthMm: 10, heightMm: 10 };
    expect(paths("battery-bay", { ...box, bay: [...box.bay].reverse(), pack })).toEqual(["bay"]);
    expect(paths("battery-bay", { ...box, bay: corners([0, 0], [100, 100], [100, 0], [0, 120], [-50, 60]), pack })).toEqual([
      "bay",
    ]);
    expect(paths("battery-bay", { ...box, rail: rail(0), pack })).toEqual(["rail"]);
    expect(
      paths("battery-bay", {
        ...box,
        pack,
        slotsMm: [
          [1, 2],
          [5, 4],
        ],
      }),
    ).toEqual(["slotsMm.1"]);
  });

  // A star-shaped space round a point over the rail, cut off at the rail.
  const space = fc
    .record({
      radii: fc.array(fc.double({ min: 60, max: 420, noNaN: true }), { minLength: 3, maxLength: 8 }),
      lengthMm: fc.double({ min: 40, max: 320, noNaN: true }),
      heightMm: fc.double({ min: 20, max: 160, noNaN: true }),
      slideMm: fc.constantFrom(0, 0, 40),
      clearanceMm: fc.constantFrom(0, 3, 8),
    })
    .map(({ radii, ...p }) => ({
      ...p,
      bay: corners(
        [-230, 0],
        [230, 0],
        ...radii.map((r, i): [number, number] => {
          const a = ((i + 0.5) * Math.PI) / radii.length;
          return [r * Math.cos(a), 1 + r * Math.sin(a)];
        }),
      ),
    }));
  const clear = (p: { bay: { x: number; y: number }[]; lengthMm: number; heightMm: number; slideMm: number }, start: number) => {
    // Points round the rectangle against every side but the rail's, and one inside test.
    const [x0, x1] = [-230 + start, -230 + start + p.lengthMm + p.slideMm];
    let least = Infinity;
    p.bay.forEach((a, i) => {
      const b = p.bay[(i + 1) % p.bay.length]!;
      if (a.y === 0 && b.y === 0) return;
      for (let t = 0; t <= 1; t += 1 / 100) {
        const [x, y] = [a.x + t * (b.x - a.x), a.y + t * (b.y - a.y)];
        least = Math.min(least, Math.hypot(Math.max(x0 - x, 0, x - x1), Math.max(-y, 0, y - p.heightMm)));
      }
    });
    return least;
  };
  test("agrees with trying every fifth millimetre", () => {
    fc.assert(
      fc.property(space, (p) => {
        const answer = out("battery-bay", {
          bay: p.bay,
          rail: { from: { x: -230, y: 0 }, to: { x: 230, y: 0 } },
          pack: { lengthMm: p.lengthMm, heightMm: p.heightMm },
          slideMm: p.slideMm,
          clearanceMm: p.clearanceMm,
        });
        const starts = Array.from({ length: 93 }, (_, s) => s * 5).filter((s) => s <= 460 - p.lengthMm);
        const well = starts.filter((s) => clear(p, s) > p.clearanceMm + 4);
        if (well.length > 0) {
          expect(answer.fits).toBe(true);
          expect(answer.fromMm as number).toBeLessThanOrEqual(well[0]! + 1e-6);
          expect(answer.toMm as number).toBeGreaterThanOrEqual(well.at(-1)! - 1e-6);
        }
        if (answer.fits) {
          expect(clear(p, answer.fromMm as number)).toBeGreaterThanOrEqual(p.clearanceMm - 1e-6);
          expect(clear(p, answer.bestMm as number)).toBeGreaterThanOrEqual(p.clearanceMm - 1e-6);
        }
      }),
      { numRuns: 60 },
    );
  });
});
