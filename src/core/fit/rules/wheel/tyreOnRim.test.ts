import { hub, on, partOf, settled } from "../../../../../tests/bench.fixture";
import { tyreOnRim } from "./tyreGoes";
import { tyreRim } from "./tyreOnRim";

const motor = [hub()];

describe("a tyre on a rim", () => {
  // The older table for 19 mm is 28 to 62 (from memory), the ratio 1.4 to 2.2 is common practice.
  test.each([
    [50, 19, { guide: true, ratio: false }, -8.2 / 19],
    [37, 19, { guide: true, ratio: true }, 4.8 / 19],
    [26, 19, { guide: false, ratio: false }, -2 / 19],
    [27, 19, { guide: false, ratio: true }, -1 / 19],
    [125, 40, { guide: true, ratio: false }, -37 / 40],
    [42, 19, { guide: true, ratio: false }, -0.2 / 19],
  ])("%d mm on %d mm", (tyre, inner, goes, room) =>
    expect(tyreOnRim(tyre, inner)).toEqual({ ...goes, room: expect.closeTo(room, 4) }),
  );
  test.each([33, 35, 37, 39])("a rim of %d mm has no row of its own: the ratio alone judges it", (inner) => {
    expect(tyreOnRim(1.5 * inner, inner)).toMatchObject({ guide: true, ratio: true });
    expect(tyreOnRim(2.3 * inner, inner)).toMatchObject({ guide: false, ratio: false });
  });
  test("a tyre within its own tolerance of the limit is measured better", () => {
    // 2.2 times 19 is 41.8: a width taken with a caliper (± 0.1) decides there, one by rule (± 0.5) does not.
    expect(
      on(tyreRim, [hub({ laced: null })], { frontRimInnerMm: [19, "caliper"], tyreWidthMm: [41.5, "caliper"] }).verdict,
    ).toBe("clear");
    const near = on(tyreRim, [hub({ laced: null })], { frontRimInnerMm: [19, "caliper"], tyreWidthMm: [41.5, "rule"] });
    expect(near).toMatchObject({ verdict: "measure", settle: ["tyreWidthMm", "frontRimInnerMm"] });
  });
  test.each([
    [37, "clear"],
    [50, "adapt"],
    [75, "stop"],
  ] as const)("wheel/tyre-on-rim with %d mm: %s", (tyreWidthMm, verdict) =>
    expect(on(tyreRim, motor, { tyreWidthMm }).verdict).toBe(verdict),
  );
  test("a tyre that goes by both tables settles it", () => {
    const tyre = partOf("tyre", { beadSeatMm: 622, widthMm: 37 });
    expect(settled(tyreRim, motor, { tyreWidthMm: 50 }, `tyre-${tyre.id}`, { shelf: [tyre] }).verdict).toBe("clear");
  });
});
