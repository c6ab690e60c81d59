import { hub, mid, on, partOf, settled, without } from "../../../../../tests/bench.fixture";
import { torqueArms } from "../axle/torqueArms";
import { forkLength } from "./fork";
import { otherForkColumn } from "./forkColumn";
import { forkEnds } from "./forkEnds";

const fork = (over: object = {}) => partOf("fork", { axleToCrownMm: 395, columnMm: 28.6, material: "steel", ...over });
const LENGTH = { forkAxleToCrownMm: [395, "tape"] as [number, "tape"] };

describe("whole/fork-column", () => {
  // Columns in common use: 25.4, 28.6 and 38.1 mm (common practice).
  test.each([
    [28.6, "clear"],
    [28.8, "clear"],
    [25.4, "adapt"],
    [38.1, "adapt"],
  ] as const)("a column of %d mm in a frame for 28.6: %s", (columnMm, verdict) => {
    const finding = on(otherForkColumn, [mid(), fork({ columnMm })]);
    expect([finding.verdict, finding.safety]).toEqual([verdict, verdict === "adapt"]);
  });
  test("one at the limit is measured better, and what was not measured is asked for", () => {
    expect(on(otherForkColumn, [mid(), fork({ columnMm: 28.88 })]).verdict).toBe("measure");
    expect(without(otherForkColumn, [mid(), fork()], "forkColumnMm")).toMatchObject({
      verdict: "measure",
      settle: ["forkColumnMm"],
    });
  });
  test("what is offered suits column and length both, and settles it", () => {
    const [thin, short, right] = [fork({ columnMm: 25.4 }), fork({ axleToCrownMm: 340 }), fork()];
    const shelf = { shelf: [thin, short, right] };
    for (const rule of [otherForkColumn, forkLength]) {
      const wrong = fork({ columnMm: 25.4, axleToCrownMm: 440 });
      const finding = on(rule, [mid(), wrong], LENGTH, shelf);
      expect(finding.remedies.flatMap(({ parts }) => parts.map(({ partId }) => partId))).toEqual([right.id]);
      expect(settled(rule, [mid(), wrong], LENGTH, `buy-${right.id}`, shelf).verdict).toBe("clear");
    }
  });
});

describe("whole/fork-ends", () => {
  test("the survey of the fork that comes off is none of the one that goes in", () => {
    const steel = on(forkEnds, [mid(), fork()]);
    expect(steel).toMatchObject({ verdict: "adapt", safety: true, settled: false });
    expect(settled(forkEnds, [mid(), fork()], {}, "acknowledge").settled).toBe(true);
    const other = on(forkEnds, [mid(), fork({ material: "carbon" })]);
    expect(other).toMatchObject({ verdict: "measure", settle: ["forkMaterial"], remedies: [] });
  });
  test("a front motor's arms are judged by the fork that goes in, whatever came", () => {
    const arms = (material: string, parts = [hub()]) => on(torqueArms, [...parts, fork({ material })]).verdict;
    expect([arms("steel"), arms("carbon"), arms("magnesium")]).toEqual([
      on(torqueArms, [hub()]).verdict,
      on(torqueArms, [hub()], { forkMaterial: "carbon" }).verdict,
      on(torqueArms, [hub()], { forkMaterial: "magnesium" }).verdict,
    ]);
    expect(arms("carbon")).toBe("stop");
  });
});
