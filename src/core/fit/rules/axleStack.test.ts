import { hub, on, partOf, settled, without } from "../../../../tests/bench.fixture";
import { armSeat, axleProtrusion, cableExit, dish, lips, motorWidth, rotorLine, rotorRoom, trackEnd } from "./axleStack";
import { forkColumn } from "./forkColumn";
import { overLocknut } from "./overLocknut";

const arm = (over: object = {}) =>
  partOf("torque-arm", {
    axleDiameterMm: 12,
    axleFlatsMm: 10,
    plateMm: 6,
    clamps: "hose clamp",
    armMm: 110,
    tubeMm: [14, 30],
    ...over,
  });
const front = (over: Parameters<typeof hub>[0] = {}) => hub({ end: "front", ...over });

describe("axle/protrusion", () => {
  // Worked example: dropout 6, tab 3, arm 6, nut 10, thread 1.25 want 26.25; an axle of 185 on 135 gives 25 and fails.
  const rear = hub({ end: "rear", overLocknutMm: 135, axleLengthMm: 185, cableSide: "right" });
  test("the worked example fails with an arm and passes without", () => {
    const finding = on(axleProtrusion, [rear, arm()], { rearDropoutThicknessMm: 6 });
    expect(finding.figures.find((f) => f.label === "wanted")!.value).toBeCloseTo(26.25, 6);
    expect(finding.figures.find((f) => f.label === "beyond each shoulder")!.value).toBe(25);
    expect(finding).toMatchObject({ verdict: "adapt", safety: true });
    expect(on(axleProtrusion, [rear], { rearDropoutThicknessMm: 6 }).verdict).toBe("clear");
  });
  test("the arm in place of the tab washer, or a thinner nut, makes it go", () => {
    const nut = partOf("axle-nut", { diameterMm: 12, heightMm: 8 });
    const p = { shelf: [nut] };
    expect(settled(axleProtrusion, [rear, arm()], { rearDropoutThicknessMm: 6 }, "arm-for-tab", p).verdict).toBe("clear");
    expect(settled(axleProtrusion, [rear, arm()], { rearDropoutThicknessMm: 6 }, "nut-", p).verdict).toBe("clear");
  });
  test("a nut thinner than half the axle is not offered, and far too short stops", () => {
    const nut = partOf("axle-nut", { diameterMm: 12, heightMm: 5 });
    expect(on(axleProtrusion, [rear, arm()], { rearDropoutThicknessMm: 9 }, { shelf: [nut] })).toMatchObject({
      verdict: "stop",
      lifts: expect.stringContaining("0.8 of its height"),
    });
  });
  test("rings inside stand on the axle too, each side by itself", () => {
    const ring = partOf("washer", { use: "axle spacer", boreMm: 12.2, thicknessMm: 3 });
    const p = { shelf: [ring] };
    const parts = [hub({ end: "rear", overLocknutMm: 135, axleLengthMm: 200 })];
    const gap = on(overLocknut, parts, { rearOverLocknutMm: 141 }, p);
    expect(gap.remedies[0]!.effect.numbers).toMatchObject({ rearLeftSpacerMm: 3, rearRightSpacerMm: 3 });
  });
  test("an axle whose length nobody states is asked about", () =>
    expect(on(axleProtrusion, [front({ axleLengthMm: null })])).toMatchObject({
      verdict: "measure",
      sheetOf: expect.any(String),
    }));
});

describe("axle/dish", () => {
  test("rings alike leave the rim in the middle", () => expect(on(dish, [front()]).verdict).toBe("clear"));
});

describe("axle/lips", () => {
  test("flat faces are clear; a lip wants washers behind it", () => {
    const washer = partOf("washer", { use: "recess washer", boreMm: 12, thicknessMm: 2 });
    expect(on(lips, [front()]).verdict).toBe("clear");
    expect(on(lips, [front()], { frontLips: "lips" }, { shelf: [washer] }).remedies[0]!.parts[0]).toMatchObject({
      partId: washer.id,
      quantity: 2,
    });
    expect(settled(lips, [front()], { frontLips: "lips" }, "recess", { shelf: [washer] }).verdict).toBe("clear");
  });
  test.each([
    [24, "clear"],
    [22.2, "clear"],
    [21, "adapt"],
  ] as const)("a recess %d mm across takes a 22 mm washer: %s", (frontRecessDiameterMm, verdict) =>
    expect(on(lips, [front()], { frontLips: "recess", frontRecessMm: 2, frontRecessDiameterMm }).verdict).toBe(verdict),
  );
});

describe("axle/track-end", () => {
  test("a track end wants stops", () => {
    const stops = partOf("consumable", { use: "axle stops" });
    const rear = [hub({ end: "rear" })];
    expect(on(trackEnd, rear).verdict).toBe("clear");
    expect(on(trackEnd, rear, { rearDropout: "track end" }, { shelf: [stops] })).toMatchObject({
      verdict: "adapt",
      safety: true,
    });
    expect(settled(trackEnd, rear, { rearDropout: "track end" }, "axle-stops", { shelf: [stops] }).verdict).toBe("clear");
  });
});

describe("axle/arm-seat", () => {
  test.each([
    ["round", 80, "clear"],
    ["round", 109, "clear"],
    ["round", 111, "stop"],
    ["boss", 80, "stop"],
    ["flat", 80, "stop"],
    ["thin", 80, "stop"],
    ["none", 80, "stop"],
  ] as const)("a %s seat %d mm from the axle: %s", (frontArmSeat, frontArmFromMm, verdict) =>
    expect(on(armSeat, [front(), arm()], { frontArmSeat, frontArmFromMm }).verdict).toBe(verdict),
  );
  test("another arm that reaches is offered and settles it", () => {
    const saddle = arm({ clamps: "bolted saddle", armMm: 150 });
    const p = { shelf: [saddle] };
    expect(on(armSeat, [front(), arm()], { frontArmSeat: "boss", frontArmFromMm: 130 }, p)).toMatchObject({
      verdict: "adapt",
      safety: true,
    });
    expect(settled(armSeat, [front(), arm()], { frontArmSeat: "boss", frontArmFromMm: 130 }, "arm-", p).verdict).toBe("clear");
  });
  test("a tube outside the clamp's range has nothing to hold", () =>
    expect(on(armSeat, [front(), arm()], { frontLegMm: 36 }).verdict).toBe("stop"));
  test("over 500 N one hose clamp is not enough", () => {
    const strong = front({ peakTorqueNm: 60 });
    const p = { shelf: [partOf("consumable", { use: "hose clamp" })] };
    expect(on(armSeat, [strong, arm()], {}, p).says).toMatch(/545 N/);
    expect(settled(armSeat, [strong, arm()], {}, "second-clamp", p).verdict).toBe("clear");
  });
  test("where the clamp would sit is measured first", () =>
    expect(without(armSeat, [front(), arm()], "frontArmFromMm").settle).toEqual(["frontArmFromMm"]));
});

describe("axle/cable-exit", () => {
  test("free on its side it is clear; under the second arm or beside a hanger it is told", () => {
    expect(on(cableExit, [front(), arm()]).verdict).toBe("clear");
    expect(on(cableExit, [front(), arm()], {}, { quantity: 2 }).verdict).toBe("adapt");
    expect(on(cableExit, [hub({ end: "rear" })], { rearDropout: "hanger" }).verdict).toBe("adapt");
    expect(settled(cableExit, [front(), arm()], {}, "acknowledge", { quantity: 2 }).settled).toBe(true);
  });
});

describe("axle/motor-width and axle/fork-column", () => {
  test.each([
    [96, "clear"],
    [82.1, "clear"],
    [82, "measure"],
    [81, "stop"],
  ] as const)("a body of 78 between legs %d apart: %s", (frontInsideMm, verdict) =>
    expect(on(motorWidth, [front()], { frontInsideMm }).verdict).toBe(verdict),
  );
  test.each([
    ["steel", 25.4, "clear"],
    ["aluminium", 28.6, "clear"],
    ["aluminium", 25.4, "adapt"],
    ["carbon", 28.6, "stop"],
  ] as const)("a %s column of %d: %s", (forkColumnMaterial, forkColumnMm, verdict) =>
    expect(on(forkColumn, [front()], { forkColumnMaterial, forkColumnMm }).verdict).toBe(verdict),
  );
});

describe("brakes/rotor-line", () => {
  const shims = [
    partOf("washer", { use: "rotor shim", boreMm: 44, thicknessMm: 1 }),
    partOf("washer", { use: "calliper shim", boreMm: 6, thicknessMm: 0.5 }),
  ];
  // Worked examples: face + ring left − the bike's line: 15 + 1 − 15.3 = 0.7; 14 + 1 − 15.3 = −0.3; 10 − 10.5 = −0.5.
  test.each([
    [10.0, 10.5, "post", "clear"],
    [12.0, 10.5, "post", "measure"],
    [12.3, 10.5, "post", "adapt"],
    [10.85, 10.5, "tabs", "measure"],
    [11.2, 10.5, "tabs", "adapt"],
    [18, 10.5, "post", "stop"],
    [12, 10.5, "flat", "adapt"],
  ] as const)("face %d, line %d, %s mount: %s", (rotorFaceMm, frontRotorLineMm, frontBrakeMount, verdict) =>
    expect(on(rotorLine, [front({ rotorFaceMm })], { frontRotorLineMm, frontBrakeMount }, { shelf: shims }).verdict).toBe(
      verdict,
    ),
  );
  test("shims under the rotor or the calliper settle it", () => {
    const parts = [front({ rotorFaceMm: 12.3 })];
    expect(settled(rotorLine, parts, {}, "rotor-shim", { shelf: shims }).verdict).toBe("clear");
    expect(settled(rotorLine, parts, {}, "calliper-shim", { shelf: shims }).verdict).toBe("clear");
  });
  test("a line that was not gauged against the old wheel is measured, never taken from a table", () =>
    expect(without(rotorLine, [front()], "frontRotorLineMm").settle).toEqual(["frontRotorLineMm"]));
});

describe("brakes/rotor-room", () => {
  test.each([
    [138, 160, "clear"],
    [170, 160, "clear"],
    [171, 160, "adapt"],
    [232, 180, "adapt"],
    [232, 203, "clear"],
  ] as const)("a motor of %d with a %d rotor: %s", (coverDiameterMm, frontRotorMm, verdict) =>
    expect(on(rotorRoom, [front({ coverDiameterMm })], { frontRotorMm }).verdict).toBe(verdict),
  );
  test("a larger rotor settles it", () =>
    expect(
      settled(rotorRoom, [front({ coverDiameterMm: 200 })], {}, "buy-", {
        shelf: [partOf("rotor", { diameterMm: 180, mount: "six-bolt", thicknessMm: 1.8 })],
      }).verdict,
    ).toBe("clear"));
});
