import { mid, on, partOf, settled } from "../../../../../tests/bench.fixture";
import { chainKept } from "./keptOn";
import { motor, ring } from "./rings.fixture";

describe("chain/kept-on", () => {
  const guide = partOf("chain-guide", { mount: "motor", teeth: [38, 48] });
  test("under 100 N·m the derailleur's pull does", () =>
    expect(on(chainKept, [mid({ peakTorqueNm: 80 })]).verdict).toBe("clear"));
  test("over it a narrow-wide ring or a guide, by the house's school", () => {
    const shelf = [guide, ring(42, 0, true)];
    expect(on(chainKept, motor, {}, { shelf }).remedies.map((r) => r.id)[0]).toMatch(/^ring-/);
    expect(on(chainKept, motor, {}, { shelf, house: { ringSchool: "guard" } }).remedies.map((r) => r.id)[0]).toMatch(/^buy-/);
    expect(settled(chainKept, motor, {}, "ring-", { shelf }).verdict).toBe("clear");
    expect(settled(chainKept, motor, {}, "buy-", { shelf }).verdict).toBe("clear");
    expect(settled(chainKept, motor, {}, "ring-", { shelf, house: { ringSchool: "both" } }).verdict).toBe("adapt");
  });
  test("a narrow-wide ring of an odd count cannot be", () =>
    expect(on(chainKept, [...motor, ring(43, 0, true)]).verdict).toBe("stop"));
});
