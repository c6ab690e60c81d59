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
