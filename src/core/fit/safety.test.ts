import fc from "fast-check";
import { battery, controller, fitCase, hub, mid, partOf, shellRings, type Case } from "../../../tests/bench.fixture";
import type { Finding } from "./finding";

/**
 * The limits said a second time, plainly and apart from the rules: bikes that must not be built. The rules may be stricter;
 * they must never call clear what this calls a stop.
 */
type Bike = {
  end: "front" | "rear";
  material: string;
  forkMaterial: string;
  seat: string;
  thicknessMm: number;
  slotMm: number;
  depthMm: number;
  condition: string;
  overLocknutMm: number;
  frameMaterial: string;
  beadSeat: number;
  brake: string;
  torqueNm: number;
  ratedW: number;
  packA: number;
  controllerA: number;
  series: number;
  maxV: number;
};

const bikes = fc.record<Bike>({
  end: fc.constantFrom("front", "rear"),
  material: fc.constantFrom("steel", "stamped steel", "aluminium", "titanium", "magnesium", "carbon"),
  forkMaterial: fc.constantFrom("steel", "aluminium", "magnesium", "carbon"),
  seat: fc.constantFrom("slot", "track end", "thru", "hanger", "hub-motor"),
  thicknessMm: fc.double({ min: 3, max: 10, noNaN: true }),
  slotMm: fc.double({ min: 8, max: 14, noNaN: true }),
  depthMm: fc.double({ min: 4, max: 20, noNaN: true }),
  condition: fc.constantFrom("sound", "sound", "sound", "filed", "damaged"),
  overLocknutMm: fc.double({ min: 90, max: 150, noNaN: true }),
  frameMaterial: fc.constantFrom("steel", "thin steel", "aluminium", "titanium", "carbon"),
  beadSeat: fc.constantFrom(622, 559),
  brake: fc.constantFrom("rim linear", "disc", "none"),
  torqueNm: fc.double({ min: 15, max: 150, noNaN: true }),
  ratedW: fc.constantFrom(250, 500, 1000, 2000),
  packA: fc.double({ min: 8, max: 40, noNaN: true }),
  controllerA: fc.double({ min: 8, max: 40, noNaN: true }),
  series: fc.integer({ min: 7, max: 20 }),
  maxV: fc.constantFrom(43, 56, 60),
});

/** Which of the restated limits a bike breaks, by the topic of the rule that must see it. */
function restatedStops(b: Bike): string[] {
  const stops: string[] = [];
  const front = b.end === "front";
  const soft = b.material === "carbon" || b.material === "magnesium";
  if (soft || b.seat === "thru" || (front && (b.forkMaterial === "carbon" || b.forkMaterial === "magnesium")))
    stops.push("axle/torque-arms");
  if (front && b.material === "aluminium" && b.thicknessMm < 7.9) stops.push("axle/torque-arms");
  if (b.condition !== "sound") stops.push("axle/torque-arms");
  if (b.seat !== "hub-motor" && (b.torqueNm > 120 || b.ratedW > 1500)) stops.push("axle/torque-arms");
  if (front && (b.torqueNm > 80 || b.ratedW > 750)) stops.push("axle/torque-arms");
  if (soft || b.seat === "thru") stops.push("axle/slot");
  if (!soft && b.seat !== "thru" && b.slotMm < 9.8 && b.material !== "steel" && b.material !== "stamped steel")
    stops.push("axle/slot");
  if (b.depthMm < 5.2) stops.push("axle/slot");
  const hubMm = front ? 100 : 135;
  const spreadMm = hubMm - b.overLocknutMm;
  if (spreadMm > 10.2) stops.push("axle/over-locknut");
  if (!front && b.frameMaterial === "carbon" && spreadMm > 0.7) stops.push("axle/over-locknut");
  if (front && b.forkMaterial !== "steel" && spreadMm > 0.7) stops.push("axle/over-locknut");
  if (b.beadSeat !== 622 && b.brake === "rim linear") stops.push("wheel/size");
  if (b.brake === "none") stops.push("brakes/cut-off");
  if (b.series * 4.2 > b.maxV + 0.01) stops.push("power/volts-window");
  return stops;
}

function caseOf(b: Bike): Case {
  const front = b.end === "front";
  const e = front ? "front" : "rear";
  return {
    donor: {
      [`${e}Dropout`]: b.seat,
      [`${e}DropoutMaterial`]: b.material,
      [`${e}DropoutThicknessMm`]: b.thicknessMm,
      [`${e}SlotWidthMm`]: b.slotMm,
      [`${e}SlotDepthMm`]: b.depthMm,
      [`${e}DropoutCondition`]: b.condition,
      [`${e}OverLocknutMm`]: b.overLocknutMm,
      [`${e}BeadSeatMm`]: b.beadSeat,
      frontBrake: b.brake,
      rearBrake: b.brake,
      forkKind: "rigid",
      forkMaterial: b.forkMaterial,
      frameMaterial: b.frameMaterial,
      leverKind: "separate mechanical",
      gears: "single",
      clusterInterface: "freewheel-iso",
      chainstayMm: 440,
      rearOverLocknutMm: front ? 135 : b.overLocknutMm,
      frontChainlineMm: 45,
      locknutToSmallestMm: 22,
    },
    parts: [
      hub({
        end: b.end,
        overLocknutMm: front ? 100 : 135,
        peakTorqueNm: b.torqueNm,
        ratedW: b.ratedW,
        ...(front ? {} : { cluster: "freewheel-iso" as const, locknutToSmallestMm: 22 }),
      }),
      battery({ series: b.series, continuousA: b.packA }),
      controller({ batteryA: b.controllerA, maxV: b.maxV }),
      partOf("torque-arm", { axleDiameterMm: 12, axleFlatsMm: 10, plateMm: 6, clamps: "hose clamp", armMm: 100 }),
      partOf("brake-lever", { pull: "long", switched: true, levers: 2 }),
    ],
    quantity: 2,
  };
}

const verdictOf = (findings: readonly Finding[], rule: string) => findings.find((finding) => finding.rule === rule)?.verdict;

describe("the limits said a second time", () => {
  test("5,000 random hub bikes: no rule calls clear what the restatement stops, accepted remedies or not", () => {
    let stopped = 0;
    fc.assert(
      fc.property(bikes, (bike) => {
        const p = caseOf(bike);
        const first = fitCase(p).findings;
        const accept = first.flatMap((finding) =>
          finding.remedies.map((remedy) => ({ finding: finding.key, remedy: remedy.id })),
        );
        const after = fitCase({ ...p, accept }).findings;
        for (const rule of restatedStops(bike)) {
          stopped += 1;
          expect([rule, verdictOf(first, rule), JSON.stringify(bike)]).not.toEqual([rule, "clear", JSON.stringify(bike)]);
          expect([rule, verdictOf(after, rule), JSON.stringify(bike)]).not.toEqual([rule, "clear", JSON.stringify(bike)]);
        }
      }),
      { numRuns: 5000, seed: 20260105 },
    );
    // A guard against a restatement that never speaks.
    expect(stopped).toBeGreaterThan(5000);
  });

  test("current: asking more than the pack gives is never clear, and never overridden", () => {
    fc.assert(
      fc.property(bikes, (bike) => {
        const override = {
          finding: "power/pack-current pack",
          reason: "the customer insists",
          by: "x",
          at: "2026-01-05T09:00:00Z",
        };
        const finding = fitCase({ ...caseOf(bike), overrides: [override] }).findings.find(
          (f) => f.rule === "power/pack-current",
        )!;
        if (bike.controllerA > bike.packA) expect([finding.verdict === "clear", finding.settled]).toEqual([false, false]);
        if (bike.controllerA <= 0.8 * bike.packA) expect(finding.verdict).toBe("clear");
      }),
      { numRuns: 500, seed: 7 },
    );
  });

  test("shells: bare carbon, too tight, or nuts without thread are never clear for a mid-drive", () => {
    const shells = fc.record({
      frameMaterial: fc.constantFrom("steel", "aluminium", "carbon"),
      shellBoreMm: fc.double({ min: 32.5, max: 36, noNaN: true }),
      shellWidthMm: fc.double({ min: 60, max: 100, noNaN: true }),
    });
    fc.assert(
      fc.property(shells, (shell) => {
        const { findings } = fitCase({
          donor: { ...shell, shellStandard: "iso", shellLining: "bare", shellBoreMm: [shell.shellBoreMm, "gauge"] },
          parts: [mid()],
          shelf: shellRings,
        });
        if (shell.frameMaterial === "carbon") expect(verdictOf(findings, "shell/bore")).toBe("stop");
        if (shell.shellBoreMm < 33.5) expect(verdictOf(findings, "shell/bore")).not.toBe("clear");
        // 92 mm of axle, a 3 mm plate, a 10 mm nut and four fifths of a 5 mm ring leave 75 mm of shell.
        if (shell.shellWidthMm > 75.2) expect(verdictOf(findings, "shell/nut-engagement")).toBe("stop");
      }),
      { numRuns: 1000, seed: 3 },
    );
  });
});
