import { hub, mid, on, partOf, settled } from "../../../../../tests/bench.fixture";
import { brakeReach } from "./reach";

describe("brakes/reach", () => {
  const calliper = (from: number, to: number) => partOf("brake", { style: "rim calliper", reachMm: [from, to] });
  const bike = { frontBrake: "rim calliper", frontReachMm: 50 };
  const smaller = hub({ laced: { beadSeatMm: 590, rimInnerMm: 19 } });
  test("the bike's own calliper on the old size reaches as it did, measured or not", () => {
    expect(on(brakeReach, [mid()], bike).verdict).toBe("clear");
    expect(on(brakeReach, [mid()], { frontBrake: "rim calliper" }).verdict).toBe("clear");
  });
  test("16 mm further to a 590 rim: one in common sale is offered and settles it", () => {
    const p = { shelf: [calliper(55, 73)] };
    expect(on(brakeReach, [smaller], bike, p)).toMatchObject({ verdict: "adapt", safety: true });
    expect(settled(brakeReach, [smaller], bike, "buy-", p).verdict).toBe("clear");
    expect(on(brakeReach, [smaller], { ...bike, frontReachMm: 60 }, p).remedies[0]!.parts[0]!.partId).toBeNull();
  });
  test("a calliper that is put in is judged by its own range, at its own end", () => {
    expect(on(brakeReach, [mid(), calliper(39, 49)], bike)).toMatchObject({ verdict: "adapt", margin: { value: -1 } });
    expect(on(brakeReach, [mid(), calliper(47, 57)], bike)).toMatchObject({ verdict: "clear", margin: { value: 3 } });
  });
});
