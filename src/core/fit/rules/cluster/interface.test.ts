import { afterRemedy, findingOf, partOf } from "../../../../../tests/bench.fixture";
import { drivetrain, rearHub } from "../chain/line.fixture";
import { clusterInterface } from "./interface";

describe("cluster/interface", () => {
  const seven = partOf("cluster", { interface: "freewheel-iso", teeth: [14, 16, 18, 20, 22, 24, 28], family: "A" });
  test("a cassette does not go on a freewheel thread: a freewheel is offered, accepted and clears it", () => {
    const p = { donor: drivetrain(), parts: [rearHub()], shelf: [seven] };
    expect(findingOf(clusterInterface, p)).toMatchObject({ verdict: "adapt", remedies: [{ parts: [{ partId: seven.id }] }] });
    expect(afterRemedy(clusterInterface, p, "cluster").verdict).toBe("clear");
  });
  test("the same thread takes the old cluster over; too many cogs for the room do not", () => {
    expect(
      findingOf(clusterInterface, { donor: drivetrain({ clusterInterface: "freewheel-iso", cogCount: 7 }), parts: [rearHub()] })
        .remedies[0]!.id,
    ).toBe("move-cluster");
    expect(
      findingOf(clusterInterface, {
        donor: drivetrain({ clusterInterface: "freewheel-iso", cogCount: 9 }),
        parts: [rearHub()],
        shelf: [seven],
      }).remedies.map((r) => r.parts[0]?.partId),
    ).toEqual([undefined, seven.id]);
  });
  test("an 11-speed road cassette does not go on an 8 to 10 body; the other way a spacer does", () => {
    const eleven = partOf("cluster", {
      interface: "spline-11-road",
      teeth: [11, 12, 13, 14, 15, 17, 19, 21, 23, 25, 28],
      family: null,
    });
    const nine = partOf("cluster", { interface: "spline-8-10", teeth: [11, 13, 15, 17, 20, 23, 26, 30, 34], family: "A" });
    expect(
      findingOf(clusterInterface, {
        donor: drivetrain(),
        parts: [rearHub({ cluster: "spline-8-10", clusterRoomMm: null }), eleven],
      }).verdict,
    ).toBe("stop");
    expect(
      findingOf(clusterInterface, {
        donor: drivetrain(),
        parts: [rearHub({ cluster: "spline-11-road", clusterRoomMm: null }), nine],
      }),
    ).toMatchObject({ verdict: "clear", says: expect.stringContaining("1.85 mm spacer") });
  });
  test.each(["hub gear", "belt"])("a %s is lost to a rear hub motor: stop, with the way out", (gears) =>
    expect(findingOf(clusterInterface, { donor: drivetrain({ gears }), parts: [rearHub()] }).lifts).toMatch(/front hub/),
  );
});
