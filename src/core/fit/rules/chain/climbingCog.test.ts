import { afterRemedy, findingOf, fitCase, mid } from "../../../../../tests/bench.fixture";
import { climbingCog } from "./climbingCog";
import { drivetrain, ring } from "./line.fixture";

test("chain/climbing-cog: a strong motor's ring belongs within 4 mm of the fourth largest cog", () => {
  const strong = { donor: drivetrain(), parts: [mid({ peakTorqueNm: 100 })], shelf: [ring(-8)] };
  expect(findingOf(climbingCog, strong).verdict).toBe("adapt");
  expect(afterRemedy(climbingCog, strong, "ring").verdict).toBe("clear");
  expect(fitCase({ ...strong, parts: [mid({ peakTorqueNm: 79 })] }, [climbingCog]).findings).toEqual([]);
});
