import { hub, on, settled } from "../../../../../tests/bench.fixture";
import { cableExit } from "./cableExit";
import { arm, front } from "./stack.fixture";

describe("axle/cable-exit", () => {
  test("free on its side it is clear; under the second arm or beside a hanger it is told", () => {
    expect(on(cableExit, [front(), arm()]).verdict).toBe("clear");
    expect(on(cableExit, [front(), arm()], {}, { quantity: 2 }).verdict).toBe("adapt");
    expect(on(cableExit, [hub({ end: "rear" })], { rearDropout: "hanger" }).verdict).toBe("adapt");
    expect(settled(cableExit, [front(), arm()], {}, "acknowledge", { quantity: 2 }).settled).toBe(true);
  });
});
