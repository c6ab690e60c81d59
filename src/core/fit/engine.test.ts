import fc from "fast-check";
import {
  ASKED,
  battery,
  controller,
  donorOf,
  fitCase,
  hub,
  mid,
  partOf,
  shellRings,
  SOUND,
  type Case,
} from "../../../tests/bench.fixture";
import { joinEffects } from "./effect";
import { countVerdicts, isOpen, type Outcome } from "./finding";
import { defineRule } from "./rule";
import { workSteps } from "../work/steps";
import { RULES } from "./rules";

const TANDEM: Case = {
  donor: {
    ...SOUND,
    frameKind: "tandem",
    shellWidthMm: 68.3,
    stayNearRadiusMm: 62,
    stayNearOutMm: 35.5,
    stayFarRadiusMm: 116,
    stayFarOutMm: 40,
    chainstayMm: [1150, "tape"],
    rearOverLocknutMm: 145,
    largestCogTeeth: 28,
    locknutToSmallestMm: 4.8,
    loadLimitKg: 240,
    frontRotorMm: 203,
    rearRotorMm: 203,
  },
  asked: { ...ASKED, where: "US, public roads" },
  parts: [
    mid({
      peakTorqueNm: 100,
      pedalSensor: "cadence",
      controllerBuiltIn: { batteryA: 22, leastBatteryA: 5, maxV: 56, cutV: 39, cutSettable: true, speedSettable: true },
    }),
    battery({ series: 13 }),
  ],
  shelf: [
    ...shellRings,
    partOf("chain", { speeds: 9, links: 116 }),
    partOf("consumable", { use: "joining link" }),
    partOf("chainring", { teeth: 42, mount: "test", offsetMm: -8, narrowWide: true }),
    partOf("brake-lever", { pull: "short", switched: true, levers: 2, barMm: 30 }),
    partOf("charger", { outputV: 54.6, outputA: 3, plug: "three charge pins, 5 A" }),
    partOf("fuse", { ratedA: 30, maxV: 80 }),
    partOf("fuse", { ratedA: 25, maxV: 80 }),
    partOf("display", { plug: "five-pin", clampMm: 22.2, showsSpeed: true, barMm: 28, leadMm: 400 }),
    partOf("gear-sensor", { cableMm: 1.2, plug: "three-pin" }),
    partOf("lead", { plug: "three-pin", lengthMm: 900, use: "sensor" }),
    partOf("chain-guide", { mount: "motor", teeth: [38, 46] }),
  ],
};

/** Accepts each open finding's first remedy until none is open or none has one. */
function settleAll(p: Case) {
  const accept: { finding: string; remedy: string }[] = [];
  for (let round = 0; round < 60; round += 1) {
    const open = fitCase({ ...p, accept }).findings.find(
      (f) => isOpen(f) && f.remedies.some((r) => !accept.some((a) => a.finding === f.key && a.remedy === r.id)),
    );
    if (!open) break;
    accept.push({
      finding: open.key,
      remedy: open.remedies.find((r) => !accept.some((a) => a.finding === open.key && a.remedy === r.id))!.id,
    });
  }
  return accept;
}

describe("the engine", () => {
  test("a tandem's findings can all be settled by their remedies, and the thread names each part's finding", () => {
    const accept = settleAll(TANDEM);
    const done = fitCase({ ...TANDEM, accept });
    expect(countVerdicts(done.findings)).toMatchObject({ stop: 0, adapt: 0, measure: 0 });
    const brought = done.build.supplied.filter((s) => s.origin.type === "remedy");
    expect(brought.length).toBeGreaterThanOrEqual(5);
    for (const { origin } of brought)
      expect(accept).toContainEqual({
        finding: (origin as { finding: string }).finding,
        remedy: (origin as { remedy: string }).remedy,
      });
  });

  test("every accepted remedy stands in a step of the work order, whether it brings a part or not", () => {
    const donor = {
      frontOverLocknutMm: 98,
      frontDropout: "slot",
      frontDropoutMaterial: "steel",
      frontDropoutThicknessMm: 6,
      frontSlotWidthMm: 9.4,
      frontSlotDepthMm: 7,
      frontDropoutCondition: "sound",
      frontBeadSeatMm: 559,
      frontBrake: "disc",
      rearBrake: "disc",
      forkKind: "rigid",
      forkMaterial: "steel",
      leverKind: "separate mechanical",
      gears: "single",
    };
    const cases: Case[] = [TANDEM, { donor, parts: [hub(), battery(), controller()], shelf: TANDEM.shelf! }];
    for (const p of cases) {
      const accept = settleAll(p);
      const done = fitCase({ ...p, accept });
      const told = workSteps(done.build, done.applied).flatMap((step) => step.because.map((b) => `${b.finding}: ${b.title}`));
      expect(done.applied.length).toBeGreaterThan(4);
      for (const { finding, remedy } of done.applied) expect(told).toContain(`${finding}: ${remedy.title}`);
    }
  });

  test("any order of accepting gives the same findings", () => {
    const accept = settleAll(TANDEM);
    const answer = (order: typeof accept) =>
      JSON.stringify(
        fitCase({ ...TANDEM, accept: order })
          .findings.map((f) => [f.key, f.verdict, f.says, f.applied.map((r) => r.id).sort()])
          .sort(),
      );
    const expected = answer(accept);
    fc.assert(
      fc.property(fc.shuffledSubarray(accept, { minLength: accept.length }), (order) => expect(answer(order)).toBe(expected)),
      { numRuns: 40, seed: 4127 },
    );
  });

  test("what was accepted and is not offered any more adds nothing, and is told", () => {
    const { applied, idle } = fitCase({ ...TANDEM, accept: [{ finding: "axle/slot front", remedy: "file-slot" }] });
    expect(applied).toEqual([]);
    expect(idle).toEqual([{ finding: "axle/slot front", remedy: "file-slot" }]);
  });

  const seesaw = (verdict: Outcome["verdict"], more: Partial<Outcome> = {}) =>
    defineRule<number>({
      id: "test/seesaw",
      title: "Seesaw",
      why: "",
      basis: [],
      subjects: () => [1],
      key: String,
      place: () => "kit",
      needs: () => [],
      check: () => ({ verdict, says: "", figures: [], ...more }),
    });

  test("a remedy that never settles its finding does not hang, and one that feeds itself ends", () => {
    const remedy = (id: string) => ({ id, title: id, says: "", parts: [], tasks: [], effect: { numbers: { driveSpacerMm: 1 } } });
    const rule = seesaw("adapt", { remedies: [remedy("a"), remedy("b")] });
    const { findings, applied } = fitCase(
      {
        parts: [],
        accept: [
          { finding: "test/seesaw 1", remedy: "b" },
          { finding: "test/seesaw 1", remedy: "a" },
        ],
      },
      [rule],
    );
    expect(applied.map((a) => a.remedy.id)).toEqual(["a", "b"]);
    expect(findings[0]).toMatchObject({ verdict: "adapt", settled: false });
  });

  test.each([
    [0.2, 0.1, "clear"],
    [0.1, 0.1, "clear"],
    [0.09, 0.1, "measure"],
    [-0.09, 0.1, "measure"],
    [0, 0, "clear"],
  ] as const)("a margin of %d ± %d is %s", (value, plusMinus, verdict) =>
    expect(fitCase({ parts: [] }, [seesaw("clear", { margin: { value, unit: "mm", plusMinus } })]).findings[0]!.verdict).toBe(
      verdict,
    ),
  );

  test("a rule of thumb may be overridden with a reason; a safety stop may not; an override with nothing to hold is told", () => {
    const override = { finding: "test/seesaw 1", reason: "measured twice", by: "Ida", at: "2026-01-05T09:00:00Z" };
    expect(fitCase({ parts: [], overrides: [override] }, [seesaw("adapt")]).findings[0]).toMatchObject({
      settled: true,
      overridden: override,
    });
    for (const held of [seesaw("adapt", { safety: true }), seesaw("stop"), seesaw("stop", { safety: false })]) {
      const safe = fitCase({ parts: [], overrides: [override] }, [held]);
      expect(safe.findings[0]).toMatchObject({ settled: false, safety: true });
      expect(safe.unusedOverrides).toEqual([override]);
    }
    const named = { ...seesaw("stop"), id: "chain/angle" };
    const told = { ...override, finding: "chain/angle 1" };
    expect(fitCase({ parts: [], overrides: [told] }, [named]).findings[0]).toMatchObject({ settled: true, safety: false });
    const anyway = fitCase({ parts: [], overrides: [told] }, [{ ...seesaw("stop", { safety: true }), id: "chain/angle" }]);
    expect(anyway.findings[0]).toMatchObject({ settled: false, safety: true });
  });

  test("joining effects is commutative and idempotent", () => {
    const effect = fc.record({
      numbers: fc.record({
        driveSpacerMm: fc.integer({ min: 0, max: 5 }),
        ringOffsetMm: fc.integer({ min: -9, max: 9 }),
        controllerBatteryA: fc.integer({ min: 5, max: 30 }),
      }),
      flags: fc.array(fc.constantFrom("a", "b", "c")),
    });
    fc.assert(
      fc.property(fc.array(effect, { maxLength: 5 }), (effects) => {
        const plain = (all: typeof effects) => ({ numbers: joinEffects(all).numbers, flags: [...joinEffects(all).flags].sort() });
        expect(plain([...effects].reverse())).toEqual(plain(effects));
        expect(plain([...effects, ...effects])).toEqual(plain(effects));
      }),
    );
  });
});

describe("every rule", () => {
  test("has an id of its own that names its place, a why and a basis", () => {
    expect(new Set(RULES.map((rule) => rule.id)).size).toBe(RULES.length);
    // The engine reads all of them alike: rules of many shapes took it twice as long.
    expect(new Set(RULES.map((rule) => Object.keys(rule).join())).size).toBe(1);
    for (const rule of RULES) {
      expect(rule.id).toMatch(/^[a-z]+\/[a-z-]+$/);
      expect(rule.why.length).toBeGreaterThan(20);
      expect(rule.basis.length).toBeGreaterThan(0);
    }
  });

  test("random bikes and kits never throw, adapts have a remedy, stops say what lifts them", () => {
    const keys = Object.keys(donorOf(TANDEM.donor!)) as (keyof NonNullable<Case["donor"]>)[];
    const motors = [
      hub(),
      hub({ end: "rear", cluster: "freewheel-iso", overLocknutMm: 135, clusterRoomMm: 36, locknutToSmallestMm: 6 }),
      hub({ laced: null }),
      mid(),
      ...TANDEM.parts,
    ];
    fc.assert(
      fc.property(
        fc.subarray(keys),
        fc.subarray(motors, { maxLength: 2 }),
        fc.boolean(),
        fc.double({ min: 0.5, max: 1.6, noNaN: true }),
        (known, parts, powered, stretch) => {
          const donor = Object.fromEntries(
            known.map((key) => [
              key,
              typeof TANDEM.donor![key] === "number" ? (TANDEM.donor![key] as number) * stretch : TANDEM.donor![key],
            ]),
          );
          const { findings } = fitCase({
            donor,
            parts: [...parts, ...(powered ? [battery(), controller()] : [])],
            shelf: TANDEM.shelf!,
          });
          for (const finding of findings) {
            if (finding.verdict === "adapt") expect(finding.remedies.length).toBeGreaterThan(0);
            if (finding.verdict === "stop") expect(finding.lifts ?? "").not.toBe("");
            if (finding.verdict === "measure")
              expect(finding.settle.length > 0 || Boolean(finding.choose ?? finding.sheetOf ?? finding.asks)).toBe(true);
          }
        },
      ),
      { numRuns: 400, seed: 11 },
    );
  });
});

test("two motors in one bike: a check of both ends says of which it speaks, a lone one does not", () => {
  const titles = (parts: Case["parts"]) =>
    fitCase({ donor: SOUND, asked: ASKED, parts: [...parts, battery(), controller()] })
      .findings.filter((finding) => finding.rule === "axle/slot")
      .map((finding) => finding.title)
      .sort();
  const rear = hub({ end: "rear", overLocknutMm: 135, cluster: "spline-8-10", locknutToSmallestMm: 4.7 });
  expect(titles([hub(), rear])).toEqual(["Axle flats in the slot, front", "Axle flats in the slot, rear"]);
  expect(titles([rear])).toEqual(["Axle flats in the slot"]);
});

describe("what was decided holds for what was said then", () => {
  const key = "test/turning bike";
  /** Wants a word in writing while the crank is heavy, and a stop or a measurement once something else is in force. */
  const turning = (then: Outcome) =>
    defineRule<"bike">({
      id: "test/turning",
      title: "Turning",
      why: "",
      basis: [],
      subjects: () => ["bike"],
      key: () => "bike",
      place: () => "frame",
      needs: () => [],
      check: (_bike, _survey, build): Outcome =>
        build.geometry.flags.has("turned")
          ? then
          : {
              verdict: "adapt",
              says: "heavy",
              figures: [],
              remedies: [
                { id: "acknowledge", title: "", says: "", parts: [], tasks: [], effect: { flags: [`acknowledged ${key}`] } },
                { id: "turn", title: "", says: "", parts: [], tasks: [], effect: { flags: ["turned"] } },
              ],
            },
    });
  const other: Outcome = { verdict: "adapt", says: "something else", figures: [], remedies: [] };
  const accept = (...ids: string[]) => ids.map((remedy) => ({ finding: key, remedy }));
  const said = (then: Outcome, p: Partial<Case>) => fitCase({ parts: [], ...p }, [turning(then)]).findings[0]!;
  test("an acknowledgement settles the finding that offers it, not what the finding says later", () => {
    expect(said(other, { accept: accept("acknowledge") })).toMatchObject({ says: "heavy", settled: true });
    expect(said(other, { accept: accept("acknowledge", "turn") })).toMatchObject({ says: "something else", settled: false });
  });
  test("an override stands in for no measurement", () => {
    const overrides = [{ finding: key, reason: "seen before", by: "Ida", at: "2026-01-01T08:00:00Z" }];
    expect(said(other, { overrides })).toMatchObject({ settled: true });
    const measure: Outcome = { verdict: "measure", says: "measure it", figures: [] };
    const fitted = fitCase({ parts: [], overrides, accept: accept("turn") }, [turning(measure)]);
    expect(fitted.findings[0]).toMatchObject({ verdict: "measure", settled: false });
    expect(fitted.unusedOverrides).toEqual(overrides);
  });
});
