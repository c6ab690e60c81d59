import { on, partOf, settled } from "../../../../../tests/bench.fixture";
import { motor } from "./rings.fixture";
import { chainWear } from "./wear";

describe("chain/wear", () => {
  // 24 pitches of 12.7 mm are 304.8; 306.3 is 0.49 % and 307.8 is 0.98 % (worked examples).
  test.each([
    [305, "clear"],
    [306.3, "clear"],
    [307.1, "measure"],
    [307.6, "measure"],
    [309, "adapt"],
  ] as const)("24 pitches of %d mm on nine cogs: %s", (chain24Mm, verdict) =>
    expect(on(chainWear, motor, { chain24Mm: [chain24Mm, "rule"] }).verdict).toBe(verdict),
  );
  test("eleven cogs ask for it sooner", () =>
    expect(on(chainWear, motor, { chain24Mm: [306.9, "caliper"], cogCount: 11 }).verdict).toBe("adapt"));
  const chain = partOf("chain", { speeds: 9, links: 116 });
  const cogs = partOf("cluster", { interface: "spline-8-10", teeth: [11, 12, 14, 16, 18, 21, 24, 28, 32], family: "A" });
  test("past one per cent the cogs go with it; hooked teeth always", () => {
    const shelf = [chain, cogs];
    expect(on(chainWear, motor, { chain24Mm: 309 }, { shelf }).remedies[0]).toMatchObject({
      id: "chain-and-cogs",
      parts: [{ partId: chain.id }, { partId: cogs.id }],
    });
    expect(on(chainWear, motor, { cogTeeth: "hooked" }, { shelf }).remedies.map((r) => r.id)).toEqual(["chain-and-cogs"]);
    expect(settled(chainWear, motor, { chain24Mm: 309 }, "chain-and", { shelf }).verdict).toBe("clear");
    expect(settled(chainWear, motor, { chain24Mm: 309 }, "try-cogs", { shelf }).verdict).toBe("clear");
  });
  test("the house that always renews both says so at the first wear", () =>
    expect(
      on(chainWear, motor, { chain24Mm: 307.7 }, { shelf: [chain, cogs], house: { chainWith: "cluster" } }).remedies[0]!.id,
    ).toBe("chain-and-cogs"));
  test("a belt has no chain to gauge", () => expect(() => on(chainWear, motor, { gears: "belt" })).toThrow(/got 0/));
});
