import { joinEffects, type EffectNumber } from "./effect";

/**
 * When two remedies touch the same figure, the one in force is the one that nobody is hurt by: less current, an earlier end of the
 * assist, a later cut; of spacers, rotors and leads the larger, as the smaller would not do for the other finding.
 */
const SAFE_SIDE: Record<EffectNumber, "smaller" | "larger"> = {
  driveSpacerMm: "larger",
  nonDriveSpacerMm: "larger",
  ringOffsetMm: "smaller",
  ringTeeth: "larger",
  frontLeftSpacerMm: "larger",
  frontRightSpacerMm: "larger",
  rearLeftSpacerMm: "larger",
  rearRightSpacerMm: "larger",
  clusterSpeeds: "smaller",
  shifterSpeeds: "larger",
  controllerBatteryA: "smaller",
  controllerCutV: "larger",
  oldLeverSwitches: "larger",
  speedLimitKmh: "smaller",
  regenMaxV: "smaller",
  frontRotorMm: "larger",
  rearRotorMm: "larger",
  frontRotorShimMm: "larger",
  rearRotorShimMm: "larger",
  cableGuideMm: "smaller",
  displayLeadMm: "larger",
  frontMotorLeadMm: "larger",
  rearMotorLeadMm: "larger",
  sensorLeadMm: "larger",
};

test.each(Object.entries(SAFE_SIDE) as [EffectNumber, "smaller" | "larger"][])(
  "of two of %s the %s is in force",
  (name, side) => {
    const one = { numbers: { [name]: 10 } };
    const other = { numbers: { [name]: 12.5 } };
    const safe = side === "smaller" ? 10 : 12.5;
    expect(joinEffects([one, other]).numbers).toEqual({ [name]: safe });
    expect(joinEffects([other, one]).numbers).toEqual({ [name]: safe });
    expect(joinEffects([one]).numbers).toEqual({ [name]: 10 });
  },
);

test("facts add up, figures of different names stand side by side, and nothing comes of nothing", () => {
  const joined = joinEffects([
    { flags: ["a"] },
    { flags: ["b", "a"], numbers: { ringTeeth: 42 } },
    { numbers: { regenMaxV: 42 } },
    {},
  ]);
  expect([...joined.flags]).toEqual(["a", "b"]);
  expect(joined.numbers).toEqual({ ringTeeth: 42, regenMaxV: 42 });
  expect(joinEffects([])).toEqual({ numbers: {}, flags: new Set() });
});
