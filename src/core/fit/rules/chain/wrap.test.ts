import { fitCase, hub, on, partOf, settled, SOUND } from "../../../../../tests/bench.fixture";
import { motor } from "./rings.fixture";
import { wrapCapacity } from "./wrap";

describe("chain/wrap", () => {
  test.each([
    [21, "clear"],
    [20, "adapt"],
  ] as const)("11 to 32 on a derailleur that takes up %d: %s", (wrapTeeth, verdict) =>
    expect(on(wrapCapacity, motor, { wrapTeeth }).verdict).toBe(verdict),
  );
  test("rings count behind a hub motor, where they stay", () => {
    const rear = [hub({ end: "rear", cluster: "spline-8-10" })];
    expect(on(wrapCapacity, rear, { ringCount: 3, ringLargeTeeth: 48, ringSmallTeeth: 28, wrapTeeth: 41 }).verdict).toBe("clear");
    expect(on(wrapCapacity, rear, { ringCount: 3, ringLargeTeeth: 48, ringSmallTeeth: 28, wrapTeeth: 40 }).verdict).toBe("adapt");
  });
  test("a front motor beside the old cogs and rings asks nothing of the derailleur; one with another cluster does", () => {
    expect(fitCase({ donor: { ...SOUND, wrapTeeth: 1 }, parts: [hub()] }, [wrapCapacity]).findings).toEqual([]);
    const wide = partOf("cluster", { interface: "spline-8-10", teeth: [11, 46], family: "A" });
    expect(on(wrapCapacity, [hub(), wide], { wrapTeeth: 20, ringCount: 1 }).verdict).toBe("adapt");
  });
  test("a narrower cluster or the rider's word settles it", () => {
    const narrow = partOf("cluster", { interface: "spline-8-10", teeth: [13, 14, 15, 17, 19, 21, 23, 25, 28], family: "A" });
    expect(settled(wrapCapacity, motor, { wrapTeeth: 18 }, "cluster-", { shelf: [narrow] }).verdict).toBe("clear");
    expect(settled(wrapCapacity, motor, { wrapTeeth: 18 }, "acknowledge").settled).toBe(true);
  });
});
