import fc from "fast-check";
import {
  ASKED,
  battery,
  controller,
  fitCase,
  hub,
  mid,
  partOf,
  shellRings,
  SOUND,
  type Case,
} from "../../../tests/bench.fixture";
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

/** A whole sound bike that differs in what the eye finds, who rides it and how fast: the limits that are not of the axle. */
type Whole = {
  end: "front" | "rear";
  frameKind: string;
  frameMaterial: string;
  column: string;
  cracks: string;
  rust: string;
  dents: string;
  headset: string;
  bossKind: string;
  brake: string;
  assistKmh: number;
  inseamMm: number;
  standOverMm: number;
  loadLimitKg: number;
  riderKg: number;
  insideMm: number;
  bodyMm: number;
  ratedW: number;
  chargerV: number;
  chargerA: number;
  chain24Mm: number;
};

const wholes = fc.record<Whole>({
  end: fc.constantFrom("front", "rear"),
  frameKind: fc.constantFrom("diamond", "step-through", "folding", "trike"),
  frameMaterial: fc.constantFrom("steel", "aluminium", "carbon"),
  column: fc.constantFrom("steel", "aluminium", "carbon"),
  cracks: fc.constantFrom("none", "none", "none", "unsure", "crack", "cut", "heat"),
  rust: fc.constantFrom("none", "none", "surface", "deep"),
  dents: fc.constantFrom("none", "none", "shallow", "deep"),
  headset: fc.constantFrom("sound", "sound", "play", "notched"),
  bossKind: fc.constantFrom("brazed", "none"),
  brake: fc.constantFrom("disc", "rim linear", "drum", "coaster", "none"),
  assistKmh: fc.constantFrom(20, 25, 32, 45, 60),
  inseamMm: fc.integer({ min: 600, max: 950 }),
  standOverMm: fc.integer({ min: 500, max: 900 }),
  loadLimitKg: fc.integer({ min: 80, max: 200 }),
  riderKg: fc.integer({ min: 40, max: 140 }),
  insideMm: fc.integer({ min: 60, max: 140 }),
  bodyMm: fc.integer({ min: 60, max: 130 }),
  ratedW: fc.constantFrom(250, 500, 750, 1000),
  chargerV: fc.constantFrom(29.4, 42, 54.6),
  chargerA: fc.constantFrom(2, 4, 8),
  chain24Mm: fc.double({ min: 304.8, max: 309, noNaN: true }),
});

/** The same limits in plain words; each with the rule that must see it. What a remedy may lift is said of the bike as it came. */
function wholeStops(b: Whole): { always: string[]; asItCame: string[] } {
  const always: string[] = [];
  const asItCame: string[] = [];
  if (["crack", "cut", "heat"].includes(b.cracks)) always.push("condition/cracks");
  if (b.cracks === "unsure") asItCame.push("condition/cracks");
  if (b.rust === "deep") always.push("condition/rust");
  if (b.dents === "deep") always.push("condition/dents");
  if (b.headset !== "sound") asItCame.push("condition/headset");
  if (b.headset === "play" && b.assistKmh > 25) asItCame.push("whole/speed");
  if (b.frameKind === "trike" && b.end === "rear") always.push("whole/frame-kind");
  if (b.frameMaterial === "carbon" && b.bossKind === "none") always.push("whole/frame-kind");
  if (b.column === "carbon" && b.end === "front") always.push("axle/fork-column");
  if (b.inseamMm < b.standOverMm - 0.5) always.push("rider/stand-over");
  // Rider, the bike's 14 kg and 8 kg of load are on it before any part is.
  if (b.riderKg + 22 > b.loadLimitKg + 3) always.push("whole/load-limit");
  if (b.bodyMm > b.insideMm + 1) always.push("axle/motor-width");
  if (b.brake === "none") always.push("brakes/energy");
  // A brake in the hub that the motor replaces goes with it; one at the other end stays, and fades.
  const lost = b.brake === "drum" || (b.brake === "coaster" && b.end === "rear");
  if (lost) always.push("brakes/lost-with-hub");
  if (b.assistKmh > 25 && (b.brake === "drum" || (b.brake === "coaster" && !lost))) asItCame.push("brakes/energy");
  if (b.assistKmh > 32 && b.brake === "rim linear") asItCame.push("brakes/energy");
  // Public roads of the EU: 250 W is what is printed on the motor, and 25 km/h where the help ends.
  if (b.ratedW > 250) always.push("law/class");
  if (b.assistKmh > 25) asItCame.push("law/class");
  if (Math.abs(b.chargerV - 42) > 0.1) always.push("power/charger");
  if (b.chargerA > 5) always.push("power/charger-amps");
  if (b.chain24Mm > 304.8 * 1.0075 + 0.2) asItCame.push("chain/wear");
  return { always, asItCame };
}

const PACK = battery();
const CONTROLLER = controller();

function wholeCase(b: Whole): Case {
  return {
    donor: {
      ...SOUND,
      frameKind: b.frameKind,
      frameMaterial: b.frameMaterial,
      forkColumnMaterial: b.column,
      cracks: b.cracks,
      rust: b.rust,
      dents: b.dents,
      headset: b.headset,
      bossKind: b.bossKind,
      frontBrake: b.brake === "coaster" ? "disc" : b.brake,
      rearBrake: b.brake,
      frontRimWearMm: 0.1,
      rearRimWearMm: 0.1,
      frontReachMm: 60,
      rearReachMm: 60,
      inseamMm: b.inseamMm,
      standOverMm: b.standOverMm,
      loadLimitKg: b.loadLimitKg,
      frontInsideMm: b.insideMm,
      rearInsideMm: b.insideMm,
      chain24Mm: b.chain24Mm,
    },
    parts: [
      hub({
        end: b.end,
        overLocknutMm: b.end === "front" ? 100 : 135,
        ratedW: b.ratedW,
        coverWidthMm: b.bodyMm,
        ...(b.end === "front" ? {} : { cluster: "spline-8-10" as const, locknutToSmallestMm: 4.7, clusterRoomMm: 40 }),
      }),
      PACK,
      CONTROLLER,
      partOf("charger", { outputV: b.chargerV, outputA: b.chargerA, plug: "coax 5.5 × 2.1" }),
    ],
    asked: { ...ASKED, assistKmh: b.assistKmh, riderKg: b.riderKg },
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

  test("5,000 random whole bikes: the same for condition, rider, brakes, speed, law and charging", () => {
    const spoke = new Map<string, number>();
    fc.assert(
      fc.property(wholes, (bike) => {
        const p = wholeCase(bike);
        const first = fitCase(p).findings;
        const { always, asItCame } = wholeStops(bike);
        const never = (rule: string, findings: readonly Finding[], when: string) => {
          spoke.set(rule, (spoke.get(rule) ?? 0) + 1);
          const verdicts = findings.filter((finding) => finding.rule === rule).map((finding) => finding.verdict);
          // A rule of both ends speaks twice; one of them must see it.
          const allClear = verdicts.length === 0 || verdicts.every((verdict) => verdict === "clear");
          if (allClear) throw new Error(`${rule} is clear ${when}: ${JSON.stringify(bike)}`);
        };
        for (const rule of [...always, ...asItCame]) never(rule, first, "as it came");
        if (always.length === 0) return;
        const accept = first.flatMap((finding) =>
          finding.remedies.map((remedy) => ({ finding: finding.key, remedy: remedy.id })),
        );
        const after = fitCase({ ...p, accept }).findings;
        for (const rule of always) never(rule, after, "with every remedy accepted");
      }),
      { numRuns: 5000, seed: 20260109 },
    );
    expect(Math.min(...spoke.values())).toBeGreaterThan(400);
    expect(spoke.size).toBe(16);
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
        // A bore or a width that its standard never has is looked at again; it is clear neither before nor after.
        if (shell.frameMaterial === "carbon") expect(["stop", "measure"]).toContain(verdictOf(findings, "shell/bore"));
        if (shell.shellBoreMm < 33.5) expect(verdictOf(findings, "shell/bore")).not.toBe("clear");
        // 92 mm of axle, a 3 mm plate, a 10 mm nut and four fifths of a 5 mm ring leave 75 mm of shell.
        if (shell.shellWidthMm > 75.2) expect(["stop", "measure"]).toContain(verdictOf(findings, "shell/nut-engagement"));
      }),
      { numRuns: 1000, seed: 3 },
    );
  });
});
