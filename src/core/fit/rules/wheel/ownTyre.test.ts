import { hub, on, type Case } from "../../../../../tests/bench.fixture";
import { buildOf } from "../../gallery.fixture";
import { ownTyreKey } from "./ownTyre";
import { tyreRim } from "./tyreOnRim";

// A rim of 19 mm takes a tyre of 37 by both tables, one of 75 by neither.
const fitted = (end: "front" | "rear", donor: Case["donor"] = {}) =>
  on(tyreRim, [hub({ end, laced: null })], { frontRimInnerMm: 19, rearRimInnerMm: 19, ...donor });

describe("the tyre that an end has now", () => {
  test("on wheels of one size the one width that was read serves both, until the front one is read for itself", () => {
    expect(fitted("front", { tyreWidthMm: 75 }).verdict).toBe("stop");
    expect(fitted("front", { tyreWidthMm: 75, frontTyreWidthMm: 37 }).verdict).toBe("clear");
    expect(fitted("front", { tyreWidthMm: 37, frontTyreWidthMm: 75 }).verdict).toBe("stop");
    expect(fitted("rear", { tyreWidthMm: 37, frontTyreWidthMm: 75 }).verdict).toBe("clear");
  });
  test("wheels of two sizes have two tyres: the front one is asked for", () => {
    expect(fitted("front", { frontBeadSeatMm: 406 })).toMatchObject({ verdict: "measure", settle: ["frontTyreWidthMm"] });
    expect(fitted("front", { frontBeadSeatMm: 406, frontTyreWidthMm: 37 }).verdict).toBe("clear");
    expect(fitted("rear", { frontBeadSeatMm: 406 }).verdict).toBe("clear");
  });
  test("a doubtful front tyre is looked at again: the rear's does not stand in for it", () =>
    expect(fitted("front", { frontTyreWidthMm: 370 })).toMatchObject({ verdict: "measure", settle: ["frontTyreWidthMm"] }));
  test("which reading it is", () => {
    const two = { frontBeadSeatMm: 406, rearBeadSeatMm: 622 };
    expect(ownTyreKey("rear", buildOf("two hubs", { donor: two }))).toBe("tyreWidthMm");
    expect(ownTyreKey("front", buildOf("two hubs", { donor: two }))).toBe("frontTyreWidthMm");
    expect(ownTyreKey("front", buildOf("two hubs"))).toBe("tyreWidthMm");
    expect(ownTyreKey("front", buildOf("two hubs", { donor: { frontTyreWidthMm: 40 } }))).toBe("frontTyreWidthMm");
  });
});
