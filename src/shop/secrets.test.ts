import { COST, hashSecret, isSecret } from "./secrets";

test("a secret is kept at a cost of 32 MB and three rounds, and tells only itself", async () => {
  const kept = await hashSecret("258013");
  expect(kept.split("$").slice(0, 4)).toEqual(["scrypt", "32768", "8", "3"]);
  expect(128 * COST.N * COST.r).toBe(32 * 2 ** 20);
  expect(kept).not.toContain("258013");
  expect(await hashSecret("258013")).not.toBe(kept);
  expect([await isSecret("258013", kept), await isSecret("258014", kept), await isSecret("258013", undefined)]).toEqual([
    true,
    false,
    false,
  ]);
});

test("one that was kept at another cost is read by its own; what is no hash opens nothing", async () => {
  const replaced = jest.replaceProperty(COST, "N", 2 ** 10);
  const cheap = await hashSecret("a longer pass phrase");
  replaced.restore();
  expect(await isSecret("a longer pass phrase", cheap)).toBe(true);
  expect(await isSecret("a longer pass phrase", cheap.slice(0, -2))).toBe(false);
});
