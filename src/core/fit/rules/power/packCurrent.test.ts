import { afterRemedy, battery, controller, findingOf } from "../../../../../tests/bench.fixture";
import { packCurrent } from "./packCurrent";

describe("power/pack-current", () => {
  test.each([
    ["clear", 16],
    ["adapt", 16.1],
    ["adapt", 30],
  ] as const)("%s: a controller of %d A on a pack of 20", (verdict, batteryA) =>
    expect(findingOf(packCurrent, { parts: [battery(), controller({ batteryA })] }).verdict).toBe(verdict),
  );
  test("set lower it is clear; fixed it is a stop, for safety when it asks more than the pack gives", () => {
    const p = { parts: [battery(), controller({ batteryA: 30 })] };
    expect(findingOf(packCurrent, p).remedies[0]).toMatchObject({ id: "set-16-amps", tasks: ["setCurrent"] });
    expect(afterRemedy(packCurrent, p, "set-16")).toMatchObject({ verdict: "clear", margin: { value: 0 } });
    expect(findingOf(packCurrent, { parts: [battery(), controller({ batteryA: 18, leastBatteryA: null })] })).toMatchObject({
      verdict: "stop",
      safety: false,
    });
    expect(findingOf(packCurrent, { parts: [battery(), controller({ batteryA: 30, leastBatteryA: null })] })).toMatchObject({
      verdict: "stop",
      safety: true,
    });
  });
  test("a pack whose current nobody knows is asked about, not guessed", () =>
    expect(findingOf(packCurrent, { parts: [battery({ continuousA: null }), controller()] })).toMatchObject({
      verdict: "measure",
      choose: "battery",
    }));
  test("common practice: a 25 A controller on a 48 V pack", () =>
    expect(
      findingOf(packCurrent, { parts: [battery({ series: 13, continuousA: 25 }), controller({ batteryA: 25, maxV: 60 })] })
        .verdict,
    ).toBe("adapt"));
});
