import { armRow, armsByTable, type Seat, torqueClass } from "./armTable";

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
