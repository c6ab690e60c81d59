import { on, partOf, settled } from "../../../../../tests/bench.fixture";
import { chainPitch } from "./pitch";
import { motor } from "./rings.fixture";

describe("chain/pitch", () => {
  test.each([
    [9, 9, "clear"],
    [9, 8, "adapt"],
    [7, 8, "clear"],
    [8, 7, "clear"],
    [10, 9, "adapt"],
  ] as const)("%d cogs with a chain for %d: %s", (cogCount, speeds, verdict) =>
    expect(on(chainPitch, [...motor, partOf("chain", { speeds, links: 116 })], { cogCount }).verdict).toBe(verdict),
  );
  test("the right chain settles it", () =>
    expect(
      settled(chainPitch, [...motor, partOf("chain", { speeds: 8, links: 116 })], {}, "buy-", {
        shelf: [partOf("chain", { speeds: 9, links: 116 })],
      }).verdict,
    ).toBe("clear"));
});
