import { armStressMpa, axleReaction, flatChordMm, plasticTorqueNm, tineStressMpa, USUAL_AXLE } from "./axleReaction";

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
