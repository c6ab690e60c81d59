import fc from "fast-check";
import { fitCase, findingOf, partOf } from "../../../../../tests/bench.fixture";
import type { Part } from "../../../parts/part";
import { overLocknut } from "../axle/overLocknut";
import { drivetrain, rearHub } from "../chain/line.fixture";
import { clusterRoom } from "./room";

describe("cluster/room", () => {
  const seven = partOf("cluster", { interface: "freewheel-iso", teeth: [14, 16, 18, 20, 22, 24, 28], family: "A" });
  const ring = (thicknessMm: number) => partOf("washer", { use: "axle spacer", boreMm: 12.2, thicknessMm });
  const rings = [1, 2, 4].map(ring);
  const nine = {
    donor: drivetrain({ clusterInterface: "freewheel-iso", frameMaterial: "steel" }),
    parts: [rearHub()],
    shelf: [seven, ...rings],
  };
  test("nine cogs on 36 mm of thread: a ring on the drive side or fewer cogs, and each settles it", () => {
    const before = findingOf(clusterRoom, nine);
    expect(before.margin!.value).toBeCloseTo(-3.55, 6);
    expect(before.remedies.map((r) => r.id)).toEqual(["drive-ring-4", `cluster-${seven.id}`]);
    for (const { id } of before.remedies)
      expect(findingOf(clusterRoom, { ...nine, accept: [{ finding: before.key, remedy: id }] }).verdict).toBe("clear");
  });
  test("the ring is felt in the frame's width: what it takes there is said by that rule", () => {
    const before = fitCase(nine, [clusterRoom, overLocknut]);
    const after = fitCase({ ...nine, accept: [{ finding: before.findings[0]!.key, remedy: "drive-ring-4" }] }, [
      clusterRoom,
      overLocknut,
    ]);
    const width = (fit: typeof after) => fit.findings.find((f) => f.rule === "axle/over-locknut")!;
    expect([width(before).verdict, width(after).verdict]).toEqual(["clear", "adapt"]);
  });
  test("each millimetre of ring on the drive side is one of room, whatever the cluster", () =>
    fc.assert(
      fc.property(fc.constantFrom(1, 2, 4), fc.integer({ min: 30, max: 50 }), (mm, clusterRoomMm) => {
        const donor = drivetrain({ clusterInterface: "freewheel-iso", rearOverLocknutMm: 135 + mm });
        const room = (more: Part[]) =>
          findingOf(clusterRoom, { donor, parts: [rearHub({ clusterRoomMm }), ...more] }).margin!.value;
        expect(room([ring(mm)]) - room([])).toBeCloseTo(mm, 9);
      }),
      { seed: 11 },
    ));
});
