import { afterRemedy, battery, controller, findingOf, mid } from "../../../../../tests/bench.fixture";
import { voltsWindow } from "./voltsWindow";

describe("power/volts-window", () => {
  test("common practice: a full 14-series pack gives 58.8 V, which a controller for 54.6 does not take", () =>
    expect(findingOf(voltsWindow, { parts: [battery({ series: 14 }), controller({ maxV: 54.6, cutV: 42 })] })).toMatchObject({
      verdict: "stop",
      safety: true,
      margin: { value: expect.closeTo(-4.2, 6) },
    }));
  test("the limit itself goes", () =>
    expect(findingOf(voltsWindow, { parts: [battery(), controller({ maxV: 42, cutV: 30 })] })).toMatchObject({
      verdict: "clear",
    }));
  test("a cut under the pack's empty is set, or stops", () => {
    const p = { parts: [battery(), controller({ cutV: 28, cutSettable: true })] };
    expect(findingOf(voltsWindow, p).verdict).toBe("adapt");
    expect(afterRemedy(voltsWindow, p, "set-cut").verdict).toBe("clear");
    expect(findingOf(voltsWindow, { parts: [battery(), controller({ cutV: 28 })] }).verdict).toBe("stop");
  });
  test("a controller whose cut is over the full pack never runs", () =>
    expect(findingOf(voltsWindow, { parts: [battery({ series: 7 }), controller({ cutV: 39, maxV: 60 })] }).says).toMatch(
      /never runs/,
    ));
  test("a cut at the pack's nominal volts or over leaves half of its charge in it", () => {
    const at = (cutV: number) => findingOf(voltsWindow, { parts: [battery(), controller({ cutV, maxV: 60 })] });
    expect(at(37)).toMatchObject({ verdict: "stop", margin: { value: expect.closeTo(-1, 6) } });
    expect(at(36).verdict).toBe("stop");
    expect(at(35.9).verdict).toBe("clear");
  });
  test("a mid-drive's own controller is checked alike", () =>
    expect(
      findingOf(voltsWindow, {
        parts: [
          battery({ series: 16 }),
          mid({
            controllerBuiltIn: { batteryA: 15, leastBatteryA: 5, maxV: 56, cutV: 39, cutSettable: true, speedSettable: true },
          }),
        ],
      }).verdict,
    ).toBe("stop"));
});
