import { donorOf, on, partOf, settled, SOUND } from "../../../../../tests/bench.fixture";
import { surveyOf } from "../../rule";
import { batteryBosses } from "./bosses";
import { bossesMm } from "./frameRoom";
import { with_ } from "./pack.fixture";

describe("battery/bosses", () => {
  test("bosses along the tube from the lowest on", () => {
    expect(bossesMm(surveyOf(donorOf(SOUND!)))).toEqual([210, 274]);
    expect(bossesMm(surveyOf(donorOf({ ...SOUND, bossKind: "none" })))).toEqual([]);
  });
  test("two that meet the slots are enough to 3 kg, over it they are reinforced", () => {
    expect(on(batteryBosses, with_({}, 2.9)).verdict).toBe("clear");
    expect(on(batteryBosses, with_({}, 3.1)).verdict).toBe("adapt");
    expect(settled(batteryBosses, with_({}, 3.1), {}, "reinforce").verdict).toBe("clear");
  });
  test("none: bands round the tube, or rivet nuts in metal; carbon stops", () => {
    const band = partOf("battery-mount", { style: "clamp band", bosses: 0 });
    const p = { shelf: [band] };
    expect(on(batteryBosses, with_(), { bossKind: "none" }, p).remedies.map((r) => r.id)).toEqual([
      `buy-${band.id}`,
      "rivet-nuts",
    ]);
    expect(settled(batteryBosses, with_(), { bossKind: "none" }, "buy-", p).verdict).toBe("clear");
    expect(settled(batteryBosses, with_(), { bossKind: "none" }, "rivet", p).verdict).toBe("clear");
    expect(on(batteryBosses, with_(), { bossKind: "none", frameMaterial: "thin steel" }, p).remedies.map((r) => r.id)).toEqual([
      `buy-${band.id}`,
    ]);
    expect(on(batteryBosses, with_(), { bossKind: "none", frameMaterial: "carbon" }, p)).toMatchObject({
      verdict: "stop",
      safety: true,
    });
  });
});
