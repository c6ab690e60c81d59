import { ASKED, battery, controller, fitCase, hub, mid, partOf, SOUND, type Case } from "../../../tests/bench.fixture";
import { placesOf } from "./places";

const places = (parts: Case["parts"], donor: Case["donor"] = {}, more: Partial<Case> = {}) =>
  placesOf(fitCase({ ...more, parts, donor: { ...SOUND, ...donor }, asked: ASKED }).build);

describe("what the drawings are made from", () => {
  test("a mid-drive with a pack in the triangle", () => {
    const drawn = places([mid(), battery()]);
    expect(drawn.frame!.downMm).toBe(31.8);
    expect(drawn.bay).toMatchObject({ fits: true, slideMm: 40, bossesMm: [expect.any(Number), expect.any(Number)] });
    expect(drawn.bay!.bossesMm[1]! - drawn.bay!.bossesMm[0]!).toBeCloseTo(64, 6);
    expect(drawn.body!.centre.y).toBeLessThan(0);
    expect(drawn.axles).toEqual([]);
  });
  test("a hub motor's stack on both sides, in its order", () => {
    const arm = partOf("torque-arm", { axleDiameterMm: 12, axleFlatsMm: 10, plateMm: 6, clamps: "hose clamp", armMm: 110 });
    const [axle] = places([hub(), battery(), controller(), arm]).axles;
    expect(axle!.left.map((layer) => layer.says)).toEqual(["dropout", "keyed tab washer", "torque arm", "nut", "one thread"]);
    expect(axle!.right.map((layer) => layer.says)).toEqual(["dropout", "keyed tab washer", "nut", "one thread"]);
    expect(axle).toMatchObject({ end: "front", slotMm: 10.1, arm: { armMm: 110, fromMm: 80 } });
  });
  test("the bar's halves add up to what is straight", () => {
    const display = partOf("display", { plug: "x", clampMm: 22.2, showsSpeed: true, barMm: 28 });
    for (const half of places([mid(), battery(), display]).bar)
      expect(half.pieces.reduce((sum, piece) => sum + piece.mm, 0) + half.freeMm).toBeCloseTo(half.straightMm, 9);
  });
  test("what was not measured or stated is left out, never guessed", () => {
    const drawn = places([hub({ rotorFaceMm: null }), battery()], { triangleBy: "none" });
    expect(drawn.bay).toBeNull();
    expect(drawn.frame).toBeNull();
    expect(placesOf(fitCase({ parts: [hub(), battery()], donor: {} }).build)).toMatchObject({
      frame: null,
      bay: null,
      axles: [],
      bar: [],
      wheels: [],
    });
  });
  test("a wheel's lacing and a controller's plate", () => {
    const rim = partOf("rim", { beadSeatMm: 622, erdMm: 605, holes: 36, innerMm: 21 });
    const drawn = places([hub({ laced: null }), battery(), controller(), rim]);
    expect(drawn.wheels[0]).toMatchObject({ spokes: 36, crosses: 1 });
    expect(drawn.plate).toMatchObject({ lengthMm: 120, bossesMm: [210, 274] });
  });
});
