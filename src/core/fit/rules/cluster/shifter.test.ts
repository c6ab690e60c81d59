import { afterRemedy, findingOf, partOf } from "../../../../../tests/bench.fixture";
import { drivetrain, rearHub } from "../chain/line.fixture";
import { shifterMatch, shiftErrorMm } from "./shifter";

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
  // Common practice: a hub gear's twist does not index a derailleur, whatever its clicks; only a friction lever goes with any count.
  test.each([
    ["7-speed of the derailleur's family", { speeds: 7, family: "A", style: "trigger" }, "clear", true],
    ["7-speed of another family", { speeds: 7, family: "B", style: "trigger" }, "adapt", false],
    ["9-speed of the family", { speeds: 9, family: "A", style: "trigger" }, "adapt", false],
    ["3-speed twist of a hub gear", { speeds: 3, family: null, style: "twist" }, "adapt", false],
    ["7-speed twist of a hub gear", { speeds: 7, family: null, style: "twist" }, "adapt", false],
    ["friction thumb lever", { speeds: 1, family: null, style: "thumb" }, "clear", true],
  ] as const)("%s: fitted and offered alike", (_, spec, verdict, offered) => {
    const shifter = partOf("shifter", spec, { id: "this-one" });
    const p = { donor: drivetrain(), parts: [rearHub(), seven] };
    expect(findingOf(shifterMatch, { ...p, parts: [...p.parts, shifter] }).verdict).toBe(verdict);
    // What does not go is put right by what does.
    if (!offered) {
      const wrong = { ...p, parts: [...p.parts, shifter], shelf: [lever] };
      expect(afterRemedy(shifterMatch, wrong, "shifter").verdict).toBe("clear");
    }
    const ids = findingOf(shifterMatch, { ...p, shelf: [shifter] }).remedies.flatMap((r) => r.parts.map((one) => one.partId));
    expect(ids.includes("this-one")).toBe(offered);
  });
  test("clicks on a derailleur that was pulled by a friction lever are tried first", () => {
    const p = { donor: drivetrain({ shifterFamily: "friction", shifterSpeeds: 0 }), parts: [rearHub(), seven, lever] };
    expect(findingOf(shifterMatch, p)).toMatchObject({ verdict: "adapt", says: expect.stringContaining("is not known") });
  });
  test("a combined lever is told of: the new shifter needs its own place", () =>
    expect(
      findingOf(shifterMatch, { donor: drivetrain({ leverKind: "combined flat" }), parts: [rearHub(), seven], shelf: [lever] })
        .says,
    ).toMatch(/one piece with the brake lever/));
});
