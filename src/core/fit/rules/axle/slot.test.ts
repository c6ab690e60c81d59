import { afterRemedy, type Case, findingOf, hub } from "../../../../../tests/bench.fixture";
import { front } from "./ends.fixture";
import { axleSlot } from "./slot";

describe("axle/slot", () => {
  test.each([
    ["clear", { frontSlotWidthMm: 10.1 }],
    ["clear", { frontSlotWidthMm: 10.9 }],
    ["adapt", { frontSlotWidthMm: 11.3 }],
    ["adapt", { frontSlotWidthMm: 9.2, frontSlotMetalMm: 6 }],
    ["measure", { frontSlotWidthMm: 9.2 }],
    ["stop", { frontSlotWidthMm: 9.2, frontSlotMetalMm: 5.2 }],
    ["measure", { frontSlotWidthMm: 9.95 }],
    ["stop", { frontSlotWidthMm: 9.2, frontDropoutMaterial: "aluminium" }],
    ["stop", { frontDropoutMaterial: "carbon" }],
    ["stop", { frontSlotDepthMm: 5 }],
    ["adapt", { frontSlotDepthMm: 7 }],
    ["measure", { frontSlotDepthMm: 7.95 }],
    ["stop", { frontDropout: "thru" }],
  ] as const)("%s with %j", (verdict, over) =>
    expect(findingOf(axleSlot, { donor: front(over), parts: [hub()] }).verdict).toBe(verdict),
  );
  test("filing steel settles it, and is a step with a caution", () => {
    const p = { donor: front({ frontSlotWidthMm: 9.2, frontSlotMetalMm: 6 }), parts: [hub()] };
    expect(findingOf(axleSlot, p).remedies[0]).toMatchObject({ id: "file-slot", tasks: ["fileSlots"], caution: "tubeTurns" });
    expect(afterRemedy(axleSlot, p, "file").verdict).toBe("clear");
  });
  test("filing never makes a seat deeper: too shallow is said before anybody files, and after", () => {
    const p = { donor: front({ frontSlotWidthMm: 9.2, frontSlotMetalMm: 6, frontSlotDepthMm: 5 }), parts: [hub()] };
    const filed = [{ finding: findingOf(axleSlot, p).key, remedy: "file-slot" }];
    for (const accept of [[], filed])
      expect(findingOf(axleSlot, { ...p, accept })).toMatchObject({ verdict: "stop", safety: true, remedies: [] });
    const donor: NonNullable<Case["donor"]> = front({ frontSlotWidthMm: 9.2, frontSlotMetalMm: 6 });
    delete donor.frontSlotDepthMm;
    expect(findingOf(axleSlot, { ...p, donor }).verdict).toBe("measure");
  });
});
