import { battery, controller, findingOf, fitCase, hub, partOf } from "../../../../../tests/bench.fixture";
import { kitComplete } from "./lacks";

describe("kit/lacks", () => {
  test("without a motor there is one thing to say", () =>
    expect(findingOf(kitComplete, { parts: [battery()] })).toMatchObject({ verdict: "measure", choose: "motor" }));
  test("a bare front hub lacks battery, controller, tyre, tube, control and display, each by its name", () => {
    const { findings } = fitCase({ donor: { frontBeadSeatMm: 622, frontBrake: "rim linear" }, parts: [hub()] }, [kitComplete]);
    expect(findings.map((f) => [f.title, f.verdict]).sort()).toEqual([
      ["Battery", "measure"],
      ["Control", "adapt"],
      ["Controller", "measure"],
      ["Display", "adapt"],
      ["Front tube", "adapt"],
      ["Front tyre", "adapt"],
    ]);
  });
  test("the main fuse is three quarters loaded at most and rated for the full pack", () => {
    const fuse = partOf("fuse", { ratedA: 20, maxV: 58 });
    const { findings } = fitCase(
      { parts: [hub(), battery(), controller()], shelf: [fuse, partOf("fuse", { ratedA: 20, maxV: 32 })] },
      [kitComplete],
    );
    expect(findings.find((f) => f.title === "Main fuse")!.remedies[0]!.parts[0]!.partId).toBe(fuse.id);
  });
  test("an old tyre moves over only when the wheel is as large; a throttle is wanted when it was wished for", () => {
    const ids = (beadSeat: number) =>
      fitCase({ donor: { frontBeadSeatMm: beadSeat, frontBrake: "disc" }, parts: [hub()], throttle: true }, [kitComplete])
        .findings;
    expect(
      ids(622)
        .find((f) => f.title === "Front tyre")!
        .remedies.map((r) => r.id),
    ).toEqual(["move-tyre", "new-tyre"]);
    expect(
      ids(559)
        .find((f) => f.title === "Front tyre")!
        .remedies.map((r) => r.id),
    ).toEqual(["new-tyre"]);
    expect(ids(622).map((f) => f.title)).toEqual(expect.arrayContaining(["Throttle", "Front rotor"]));
  });
});
