import { afterRemedy, findingOf, fitCase, hub, mid, partOf } from "../../../../tests/bench.fixture";
import { chainAngle, climbingCog } from "./chainAngle";
import { chainLengthRule } from "./chainLengthRule";
import { clusterInterface } from "./clusterInterface";
import { shifterMatch, shiftErrorMm } from "./shifterMatch";

const drivetrain = (over: object = {}) => ({
  gears: "derailleur",
  rearOverLocknutMm: 135,
  chainstayMm: [440, "caliper"] as [number, "caliper"],
  shellWidthMm: 68,
  cogCount: 9,
  locknutToSmallestMm: 4.6,
  largestCogTeeth: 34,
  clusterInterface: "spline-8-10",
  shifterSpeeds: 9,
  shifterFamily: "A",
  leverKind: "separate mechanical",
  frontChainlineMm: [47.5, "caliper"] as [number, "caliper"],
  ...over,
});
const ring = (offsetMm: number, teeth = 42) => partOf("chainring", { teeth, mount: "test", offsetMm, narrowWide: false });
const rearHub = (over: object = {}) =>
  hub({ end: "rear", overLocknutMm: 135, cluster: "freewheel-iso", locknutToSmallestMm: 6, clusterRoomMm: 36, ...over });

describe("chain/angle", () => {
  test("worked angles: ring 47.5 on nine cogs is within the house limit", () => {
    const finding = findingOf(chainAngle, {
      donor: drivetrain({ chainstayMm: [435, "caliper"] }),
      parts: [mid({ ringPlaneMm: 13.5 })],
    });
    expect(finding).toMatchObject({ verdict: "clear" });
    expect(finding.figures.find((f) => f.label === "worst angle")!.value).toBeCloseTo(2.554, 3);
  });
  test("warned over 3°, refused over 4.5°, and a made offset ring that brings it under makes it an adapt", () => {
    const at = (ringPlaneMm: number, shelf = [ring(-6)]) =>
      findingOf(chainAngle, { donor: drivetrain(), parts: [mid({ ringPlaneMm })], shelf });
    expect(at(17).verdict).toBe("clear");
    expect(at(18)).toMatchObject({
      verdict: "adapt",
      remedies: [{ effect: { numbers: { ringOffsetMm: -6 } } }, { id: "acknowledge" }],
    });
    expect(at(29.5)).toMatchObject({ verdict: "adapt", remedies: [{}] });
    expect(at(29.5, [])).toMatchObject({ verdict: "stop", remedies: [] });
  });
  test("the accepted ring is in force: its offset and teeth, and the chain follows", () => {
    expect(afterRemedy(chainAngle, { donor: drivetrain(), parts: [mid()], shelf: [ring(-6)] }, "ring").verdict).toBe("clear");
  });
  test("a single cog is judged by 1.0° and 1.5°", () => {
    const single = (e: number) =>
      findingOf(chainAngle, {
        donor: drivetrain({ gears: "single", locknutToSmallestMm: e }),
        parts: [mid({ ringPlaneMm: 10 })],
      });
    expect(single(23.5).verdict).toBe("clear");
    expect(single(32.5).verdict).toBe("adapt");
    expect(single(36).verdict).toBe("stop");
  });
  test("a rear hub motor's cluster stands where its sheet says", () => {
    expect(
      findingOf(chainAngle, {
        donor: drivetrain(),
        parts: [rearHub(), partOf("cluster", { interface: "freewheel-iso", teeth: [14, 16, 18, 20, 22, 24, 28], family: "A" })],
      }).figures[1]!.value,
    ).toBeCloseTo(31.5, 9);
  });
});

test("chain/climbing-cog: a strong motor's ring belongs within 4 mm of the fourth largest cog", () => {
  const strong = { donor: drivetrain(), parts: [mid({ peakTorqueNm: 100 })], shelf: [ring(-8)] };
  expect(findingOf(climbingCog, strong).verdict).toBe("adapt");
  expect(afterRemedy(climbingCog, strong, "ring").verdict).toBe("clear");
  expect(fitCase({ ...strong, parts: [mid({ peakTorqueNm: 79 })] }, [climbingCog]).findings).toEqual([]);
});

describe("chain/length", () => {
  const chain = partOf("chain", { speeds: 9, links: 116 });
  test("common practice: a tandem's 42 by 28 over 1150 mm wants two chains and their joining links", () => {
    const link = partOf("consumable", { use: "joining link" });
    const p = {
      donor: drivetrain({ chainstayMm: [1150, "caliper"], largestCogTeeth: 28 }),
      parts: [mid()],
      shelf: [chain, link],
    };
    expect(findingOf(chainLengthRule, p).remedies[0]).toMatchObject({
      id: "new-chain-2",
      parts: [{ partId: chain.id, quantity: 2 }, { partId: link.id }],
      tasks: ["joinChains"],
    });
    expect(afterRemedy(chainLengthRule, p, "new-chain").verdict).toBe("clear");
  });
  test("the old chain may stay when it was counted and is long enough", () => {
    const p = { donor: drivetrain({ chainLinks: 114 }), parts: [mid()], shelf: [chain] };
    expect(afterRemedy(chainLengthRule, p, "keep").verdict).toBe("clear");
    expect(findingOf(chainLengthRule, { ...p, donor: drivetrain({ chainLinks: 100 }) }).remedies.map((r) => r.id)).toEqual([
      "new-chain-1",
    ]);
  });
  test("a taped stay counts at its longest, and a belt is no chain", () => {
    const figure = (how: "tape" | "caliper") =>
      findingOf(chainLengthRule, {
        donor: drivetrain({ chainstayMm: [445, how], largestCogTeeth: 28 }),
        parts: [mid()],
        shelf: [chain],
      }).figures.find((f) => f.label === "to fit")!.value;
    expect(figure("tape")).toBeGreaterThanOrEqual(Number(figure("caliper")));
    expect(findingOf(chainLengthRule, { donor: drivetrain({ gears: "belt" }), parts: [mid()] }).verdict).toBe("stop");
  });
});

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
    ).toEqual([seven.id]);
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

describe("cluster/shifter", () => {
  test.each([
    [9, 7, -4.5],
    [9, 9, -0.8],
    [7, 7, -0.42],
  ])("family A, %d clicks on %d cogs: %d mm off at the end", (shifterSpeeds, cogs, error) =>
    expect(shiftErrorMm({ family: "A", shifterSpeeds, cogs })).toBeCloseTo(error, 2),
  );
  const seven = partOf("cluster", { interface: "freewheel-iso", teeth: [14, 16, 18, 20, 22, 24, 28], family: "A" });
  const lever = partOf("shifter", { speeds: 7, family: "A", style: "trigger" });
  test("nine clicks on seven cogs: a new shifter of the same family", () => {
    const p = { donor: drivetrain(), parts: [rearHub(), seven], shelf: [lever] };
    expect(findingOf(shifterMatch, p)).toMatchObject({ verdict: "adapt", remedies: [{ parts: [{ partId: lever.id }] }] });
    expect(afterRemedy(shifterMatch, p, "shifter").verdict).toBe("clear");
    expect(findingOf(shifterMatch, { ...p, shelf: [] }).remedies[0]!.parts[0]).toMatchObject({ partId: null });
  });
  test("one family and one count belong together; friction goes with all", () => {
    expect(
      findingOf(shifterMatch, {
        donor: drivetrain({ shifterFamily: "A-mountain-10", shifterSpeeds: 10, cogCount: 10 }),
        parts: [rearHub()],
      }).verdict,
    ).toBe("clear");
    expect(
      findingOf(shifterMatch, { donor: drivetrain({ shifterFamily: "friction", shifterSpeeds: 0 }), parts: [rearHub(), seven] })
        .verdict,
    ).toBe("clear");
  });
  test("a combined lever is told of: the new shifter needs its own place", () =>
    expect(
      findingOf(shifterMatch, { donor: drivetrain({ leverKind: "combined flat" }), parts: [rearHub(), seven], shelf: [lever] })
        .says,
    ).toMatch(/one piece with the brake lever/));
});
