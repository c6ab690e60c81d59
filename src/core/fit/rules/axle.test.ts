import fc from "fast-check";
import { armRow, armsByTable, torqueClass, type Seat } from "../../axle/armTable";
import { armStressMpa, axleReaction, flatChordMm, plasticTorqueNm, tineStressMpa, USUAL_AXLE } from "../../axle/axleReaction";
import { afterRemedy, battery, controller, findingOf, hub, partOf, type Case } from "../../../../tests/bench.fixture";
import { axleSlot } from "./axleSlot";
import { overLocknut } from "./overLocknut";
import { torqueArms } from "./torqueArms";
import { wheelSize } from "./wheelSize";

describe("axle reaction, worked examples", () => {
  test.each([
    [12, 10, 6.633],
    [14, 10, 9.798],
    [10, 8, 6.0],
  ])("flat of a %d axle across %d", (d, f, chord) => expect(flatChordMm(d, f)).toBeCloseTo(chord, 3));
  test.each([
    [300, 6, 12, 1, 19.8],
    [300, 6, 14, 1, 43.2],
    [240, 8, 12, 1, 21.12],
    [500, 6, 14, 1.5, 108],
    [500, 6, 12, 1.5, 49.5],
  ])("plastic torque at %d MPa, %d mm, M%d", (yieldMpa, thicknessMm, d, constraint, nm) =>
    expect(plasticTorqueNm({ yieldMpa, thicknessMm, chordMm: flatChordMm(d, 10), constraint })).toBeCloseTo(nm, 1),
  );
  const usual = {
    ...USUAL_AXLE,
    diameterMm: 12,
    flatsMm: 10,
    dropoutMm: 6,
    dropoutYieldMpa: 300,
    dropouts: 2,
    safety: 1.5,
    armMm: 6,
  };
  test.each([
    [12, 40, 2, 34.98],
    [12, 40, 4, 69.96],
    [14, 50, 4, 83.31],
  ])("clamp of M%d at %d N·m over %d faces", (diameterMm, nutTorqueNm, faces, nm) =>
    expect(axleReaction({ ...usual, torqueNm: 25, arms: 0, diameterMm, nutTorqueNm, faces }).clampNm).toBeCloseTo(nm, 1),
  );
  test("both checks", () => {
    const p = { ...usual, nutTorqueNm: 40 };
    expect(axleReaction({ ...p, torqueNm: 25, arms: 0 })).toMatchObject({ clampHolds: true, flatsHold: true });
    expect(axleReaction({ ...p, torqueNm: 40, arms: 0 })).toMatchObject({ clampHolds: true, flatsHold: false });
    expect(axleReaction({ ...p, torqueNm: 40, arms: 1 })).toMatchObject({ clampHolds: true, flatsHold: true });
  });
  test.each([
    [40, 6, 22, 82.64],
    [80, 6, 25, 128.0],
    [120, 8, 30, 100.0],
  ])("an arm under %d N·m bends by %d × %d mm", (torqueNm, thicknessMm, depthMm, mpa) =>
    expect(armStressMpa({ torqueNm, thicknessMm, depthMm })).toBeCloseTo(mpa, 1),
  );
  test.each([
    [10, 241.2],
    [14, 123.1],
  ])("a tine %d mm broad", (depthMm, mpa) =>
    expect(tineStressMpa({ forceN: 3015, armMm: 8, thicknessMm: 6, depthMm })).toBeCloseTo(mpa, 1),
  );
});

describe("arm table", () => {
  const seat: Seat = {
    end: "rear",
    dropout: "slot",
    material: "steel",
    thicknessMm: 6,
    suspension: false,
    forkMaterial: null,
    matchedThruAxle: false,
  };
  test.each([
    [25, 250, 600, "A"],
    [30, 250, 601, "B"],
    [31, 250, 500, "B"],
    [80, 750, 1500, "C"],
    [121, 250, 100, "E"],
    [25, 250, null, "B"],
  ] as const)("%d N·m, %d W, peak %p: class %s", (torqueNm, ratedW, peakW, is) =>
    expect(torqueClass({ torqueNm, ratedW, peakW })).toBe(is),
  );
  test.each([
    [{}, "rear, steel over 5 mm"],
    [{ thicknessMm: 5 }, "rear, steel of 5 mm or less, or titanium"],
    [{ material: "titanium" }, "rear, steel of 5 mm or less, or titanium"],
    [{ material: "aluminium", thicknessMm: 8 }, "rear, aluminium of 8 mm or more"],
    [{ material: "aluminium", thicknessMm: 8, dropout: "hanger" }, "rear, aluminium under 8 mm, or axle on the hanger"],
    [{ material: "carbon" }, "rear, carbon or closed ends"],
    [{ dropout: "thru" }, "rear, carbon or closed ends"],
    [{ dropout: "hub-motor" }, "rear, made for hub motors"],
    [{ end: "front" }, "front, rigid steel fork, tips over 5 mm"],
    [{ end: "front", suspension: true }, "front, suspension fork with steel lowers"],
    [{ end: "front", suspension: true, thicknessMm: 4 }, "front, steel tips of 5 mm or less"],
    [{ end: "front", forkMaterial: "carbon" }, "front, aluminium under 8 mm, magnesium, carbon or closed tips"],
    [{ end: "front", material: "aluminium", thicknessMm: 8 }, "front, aluminium tips of 8 mm or more"],
  ] as [Partial<Seat>, string][])("%j", (over, row) => expect(armRow({ ...seat, ...over })).toBe(row));
  test("regeneration, sliding seats and wide slots add arms, and never refuse steel by themselves", () => {
    const drive = { torqueClass: "A" as const, regenerates: false, slotHoldsFlats: true };
    expect(armsByTable(seat, drive)).toBe(0);
    expect(armsByTable({ ...seat, dropout: "track end" }, drive)).toBe(1);
    expect(armsByTable(seat, { ...drive, regenerates: true })).toBe(1);
    expect(armsByTable(seat, { ...drive, slotHoldsFlats: false })).toBe(2);
    expect(armsByTable({ ...seat, end: "front", material: "aluminium", thicknessMm: 9 }, { ...drive, regenerates: true })).toBe(
      "stop",
    );
  });
});

const rear = (over: object = {}) => ({
  rearOverLocknutMm: 135,
  rearDropout: "slot",
  rearDropoutMaterial: "steel",
  rearDropoutThicknessMm: 6.5,
  rearSlotWidthMm: 10.2,
  rearSlotDepthMm: 14,
  rearDropoutCondition: "sound",
  rearBeadSeatMm: 622,
  rearBrake: "rim linear",
  frameMaterial: "steel",
  ...over,
});
const front = (over: object = {}) => ({
  frontOverLocknutMm: 100,
  frontDropout: "slot",
  frontDropoutMaterial: "steel",
  frontDropoutThicknessMm: 6,
  frontSlotWidthMm: 10.1,
  frontSlotDepthMm: 10,
  frontDropoutCondition: "sound",
  frontBeadSeatMm: 622,
  frontBrake: "rim linear",
  forkKind: "rigid",
  forkMaterial: "steel",
  ...over,
});
const rearHub = (over: object = {}) => hub({ end: "rear", overLocknutMm: 135, cluster: "freewheel-iso", ...over });

describe("axle/torque-arms", () => {
  const drive = [battery(), controller()];
  const arm = partOf("torque-arm", { axleDiameterMm: 12, axleFlatsMm: 10, plateMm: 6, clamps: "hose clamp", armMm: 100 });
  test("class A on a sound steel rear end needs none", () =>
    expect(findingOf(torqueArms, { donor: rear(), parts: [rearHub(), ...drive] })).toMatchObject({
      verdict: "clear",
      margin: { value: 0 },
    }));
  test("the flats' check raises the table's none to one over about 26 N·m", () =>
    expect(
      findingOf(torqueArms, { donor: rear({ rearDropoutThicknessMm: 6 }), parts: [rearHub({ peakTorqueNm: 27 }), ...drive] }),
    ).toMatchObject({ verdict: "adapt", margin: { value: -1 } }));
  test("a loose slot counts one dropout", () =>
    expect(findingOf(torqueArms, { donor: rear({ rearSlotWidthMm: 10.6 }), parts: [rearHub(), ...drive] })).toMatchObject({
      verdict: "adapt",
    }));
  test("one arm on a front steel fork; the kit's own will do, a remedy brings it", () => {
    const p = { donor: front(), parts: [hub(), ...drive], shelf: [arm] };
    expect(findingOf(torqueArms, p)).toMatchObject({
      verdict: "adapt",
      safety: true,
      remedies: [{ id: "arms-1", parts: [{ partId: arm.id, quantity: 1 }] }],
    });
    expect(afterRemedy(torqueArms, p, "arms-1").verdict).toBe("clear");
    expect(findingOf(torqueArms, { ...p, parts: [...p.parts, arm] }).verdict).toBe("clear");
  });
  test.each([
    ["carbon fork", { forkMaterial: "carbon" }],
    ["magnesium tips", { frontDropoutMaterial: "magnesium" }],
    ["aluminium of 7 mm", { frontDropoutMaterial: "aluminium", frontDropoutThicknessMm: 7 }],
    ["filed before", { frontDropoutCondition: "filed" }],
    ["closed ends", { frontDropout: "thru" }],
  ])("a front motor is refused for safety: %s", (_name, over) =>
    expect(findingOf(torqueArms, { donor: front(over), parts: [hub(), ...drive], shelf: [arm] })).toMatchObject({
      verdict: "stop",
      safety: true,
      remedies: [],
    }),
  );
  test("a tenth of a millimetre that decides between going and not is measured again", () =>
    expect(
      findingOf(torqueArms, {
        donor: front({ frontDropoutMaterial: "aluminium", frontDropoutThicknessMm: 8 }),
        parts: [hub(), ...drive],
      }),
    ).toMatchObject({ verdict: "measure", settle: ["frontDropoutThicknessMm"] }));
  test("without a controller the class is one higher", () =>
    expect(findingOf(torqueArms, { donor: front(), parts: [hub()], shelf: [arm] }).margin).toMatchObject({ value: -2 }));
  test("aluminium with regeneration and 110 N·m: not even two arms", () =>
    expect(
      findingOf(torqueArms, {
        donor: rear({ rearDropoutMaterial: "aluminium", rearDropoutThicknessMm: 9 }),
        parts: [rearHub({ axleDiameterMm: 14, peakTorqueNm: 110, ratedW: 1000, regenerates: true })],
      }),
    ).toMatchObject({ verdict: "stop" }));
});

describe("axle/over-locknut", () => {
  const rings = [1, 1.5, 2, 3].map((thicknessMm) => partOf("washer", { use: "axle spacer", boreMm: 12.2, thicknessMm }));
  test.each([
    ["clear", 135],
    ["clear", 134.6],
    ["measure", 135.45],
    ["measure", 135.55],
    ["adapt", 141],
    ["adapt", 130],
    ["adapt", 126],
    ["stop", 124.8],
  ] as const)("%s for a 135 hub in a %d steel frame", (verdict, mm) =>
    expect(findingOf(overLocknut, { donor: rear({ rearOverLocknutMm: mm }), parts: [rearHub()], shelf: rings }).verdict).toBe(
      verdict,
    ),
  );
  test("worked gap: a 135 hub in a 141 frame takes 3 mm a side and is then clear", () => {
    const p = { donor: rear({ rearOverLocknutMm: 141 }), parts: [rearHub()], shelf: rings };
    expect(findingOf(overLocknut, p).remedies[0]).toMatchObject({ id: "rings-3-both", parts: [{ quantity: 2 }] });
    expect(afterRemedy(overLocknut, p, "rings").verdict).toBe("clear");
  });
  test("sprung by hand to 5, set beyond; aluminium by the house's school; carbon never", () => {
    const at = (frameMaterial: string, mm: number, house = {}) =>
      findingOf(overLocknut, { donor: rear({ rearOverLocknutMm: mm, frameMaterial }), parts: [rearHub()], house });
    expect(at("steel", 130).remedies[0]!.id).toBe("spring");
    expect(at("steel", 129).remedies[0]!.id).toBe("set");
    expect(at("aluminium", 133).verdict).toBe("stop");
    expect(at("aluminium", 133, { aluminiumSpreadMm: 3 }).verdict).toBe("adapt");
    expect(at("carbon", 134)).toMatchObject({ verdict: "stop", safety: true });
  });
  test("forks: rigid steel to 5 mm, others not at all", () => {
    expect(findingOf(overLocknut, { donor: front({ frontOverLocknutMm: 95 }), parts: [hub()] }).verdict).toBe("adapt");
    expect(findingOf(overLocknut, { donor: front({ frontOverLocknutMm: 91 }), parts: [hub()] }).verdict).toBe("stop");
    expect(
      findingOf(overLocknut, { donor: front({ frontOverLocknutMm: 99, forkKind: "suspension" }), parts: [hub()] }).verdict,
    ).toBe("stop");
  });
});

describe("axle/slot", () => {
  test.each([
    ["clear", { frontSlotWidthMm: 10.1 }],
    ["clear", { frontSlotWidthMm: 10.9 }],
    ["adapt", { frontSlotWidthMm: 11.3 }],
    ["adapt", { frontSlotWidthMm: 9.2 }],
    ["measure", { frontSlotWidthMm: 9.95 }],
    ["stop", { frontSlotWidthMm: 9.2, frontDropoutMaterial: "aluminium" }],
    ["stop", { frontDropoutMaterial: "carbon" }],
    ["stop", { frontSlotDepthMm: 5 }],
    ["adapt", { frontSlotDepthMm: 7 }],
    ["measure", { frontSlotDepthMm: 7.95 }],
    ["stop", { frontDropout: "thru" }],
  ] as const)("%s with %j", (verdict, over) =>
    expect(findingOf(axleSlot, { donor: front(over), parts: [hub()] }).verdict).toBe(verdict),
  );
  test("filing steel settles it, and is a step with a caution", () => {
    const p = { donor: front({ frontSlotWidthMm: 9.2 }), parts: [hub()] };
    expect(findingOf(axleSlot, p).remedies[0]).toMatchObject({ id: "file-slot", tasks: ["fileSlots"], caution: "tubeTurns" });
    expect(afterRemedy(axleSlot, p, "file").verdict).toBe("clear");
  });
  test("filing never makes a seat deeper: too shallow is said before anybody files, and after", () => {
    const p = { donor: front({ frontSlotWidthMm: 9.2, frontSlotDepthMm: 5 }), parts: [hub()] };
    const filed = [{ finding: findingOf(axleSlot, p).key, remedy: "file-slot" }];
    for (const accept of [[], filed])
      expect(findingOf(axleSlot, { ...p, accept })).toMatchObject({ verdict: "stop", safety: true, remedies: [] });
    const donor: NonNullable<Case["donor"]> = front({ frontSlotWidthMm: 9.2 });
    delete donor.frontSlotDepthMm;
    expect(findingOf(axleSlot, { ...p, donor }).verdict).toBe("measure");
  });
});

describe("wheel/size", () => {
  test("equal goes; another size under a rim brake is stopped, under a disc acknowledged", () => {
    expect(findingOf(wheelSize, { donor: front(), parts: [hub()] }).verdict).toBe("clear");
    expect(findingOf(wheelSize, { donor: front({ frontBeadSeatMm: 559 }), parts: [hub()] })).toMatchObject({
      verdict: "stop",
      safety: true,
    });
    const disc = { donor: front({ frontBeadSeatMm: 559, frontBrake: "disc" }), parts: [hub()] };
    expect(findingOf(wheelSize, disc).verdict).toBe("adapt");
    expect(afterRemedy(wheelSize, disc, "acknowledge")).toMatchObject({ verdict: "adapt", settled: true });
  });
  test("a size that was only told may be its neighbour: measure; taken with a tape it is not", () => {
    const at = (how: "told" | "tape") =>
      findingOf(wheelSize, { donor: { ...front(), frontBeadSeatMm: [622, how] }, parts: [hub()] });
    expect(at("told")).toMatchObject({ verdict: "measure", settle: ["frontBeadSeatMm"] });
    expect(at("tape").verdict).toBe("clear");
  });
  test("a bare motor is clear here: its lacing is a check of its own", () =>
    expect(findingOf(wheelSize, { donor: front(), parts: [hub({ laced: null })] })).toMatchObject({ verdict: "clear" }));
  test("a rim calliper that would reach is offered; out of every reach it is a stop", () => {
    const calliper = partOf("brake", { style: "rim calliper", reachMm: [55, 73] });
    const p = (frontReachMm: number) => ({
      donor: { ...front(), frontBrake: "rim calliper", frontReachMm },
      parts: [hub({ laced: { beadSeatMm: 590, rimInnerMm: 19 } })],
      shelf: [calliper],
    });
    // The bike's 622 rim against 590: 16 mm further to reach.
    expect(findingOf(wheelSize, p(50))).toMatchObject({ verdict: "adapt", safety: true });
    expect(afterRemedy(wheelSize, p(50), "buy-").verdict).toBe("clear");
    expect(findingOf(wheelSize, p(60)).verdict).toBe("stop");
  });
});

test("more torque never asks for fewer arms", () => {
  fc.assert(
    fc.property(
      fc.double({ min: 10, max: 60, noNaN: true }),
      fc.double({ min: 0, max: 60, noNaN: true }),
      fc.double({ min: 5.5, max: 9, noNaN: true }),
      (torque, more, thick) => {
        const wanted = (peakTorqueNm: number) => {
          const finding = findingOf(torqueArms, {
            donor: rear({ rearDropoutThicknessMm: thick }),
            parts: [rearHub({ peakTorqueNm }), battery(), controller()],
          });
          return finding.verdict === "stop" ? 3 : -(finding.margin?.value ?? 0);
        };
        expect(wanted(torque + more)).toBeGreaterThanOrEqual(wanted(torque));
      },
    ),
    { numRuns: 60 },
  );
});
