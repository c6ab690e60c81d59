import { on, partOf, settled } from "../../../../../tests/bench.fixture";
import { lips } from "./lips";
import { front } from "./stack.fixture";

describe("axle/lips", () => {
  test("flat faces are clear; a lip wants washers behind it", () => {
    const washer = partOf("washer", { use: "recess washer", boreMm: 12, thicknessMm: 2 });
    expect(on(lips, [front()]).verdict).toBe("clear");
    expect(on(lips, [front()], { frontLips: "lips" }, { shelf: [washer] }).remedies[0]!.parts[0]).toMatchObject({
      partId: washer.id,
      quantity: 2,
    });
    expect(settled(lips, [front()], { frontLips: "lips" }, "recess", { shelf: [washer] }).verdict).toBe("clear");
  });
  test.each([
    [24, "clear"],
    [22.2, "clear"],
    [21, "adapt"],
  ] as const)("a recess %d mm across takes a 22 mm washer: %s", (frontRecessDiameterMm, verdict) =>
    expect(on(lips, [front()], { frontLips: "recess", frontRecessMm: 2, frontRecessDiameterMm }).verdict).toBe(verdict),
  );
});
