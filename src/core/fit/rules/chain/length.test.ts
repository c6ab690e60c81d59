import { afterRemedy, findingOf, mid, partOf } from "../../../../../tests/bench.fixture";
import { chainLengthRule } from "./length";
import { drivetrain } from "./line.fixture";

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
