import { afterRemedy, findingOf, hub, partOf } from "../../../../../tests/bench.fixture";
import { front } from "../axle/ends.fixture";
import { wheelSize } from "./size";

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
  test("a rim put in for a bare motor counts as the motor's own", () => {
    const rim = partOf("rim", { beadSeatMm: 584, erdMm: 560, holes: 36, innerMm: 25 });
    expect(findingOf(wheelSize, { donor: front(), parts: [hub({ laced: null }), rim] })).toMatchObject({ verdict: "stop" });
    const disc = { donor: front({ frontBrake: "disc" }), parts: [hub({ laced: null }), rim] };
    expect(findingOf(wheelSize, disc)).toMatchObject({ verdict: "adapt", says: expect.stringContaining("584") });
  });
});
