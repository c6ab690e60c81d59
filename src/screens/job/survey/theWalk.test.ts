import fc from "fast-check";
import { donorOf, SOUND } from "../../../../tests/bench.fixture";
import { DONOR_KEYS, type DonorKey } from "@/core/donor/items";
import { itemsToWalk, nextInWalk } from "./theWalk";

const some = fc.subarray([...DONOR_KEYS]);
const keysOfSound = Object.keys(SOUND) as DonorKey[];
const answered = fc
  .subarray(keysOfSound)
  .map((keys) => donorOf(Object.fromEntries(keys.map((key) => [key, SOUND[key as keyof typeof SOUND]]))));

test("while anything is missing the walk goes to what is missing, and never back to what has a figure", () => {
  fc.assert(
    fc.property(some, answered, fc.boolean(), fc.nat(), (needed, donor, whole, at) => {
      const seen = { job: { donor }, needed };
      const items = itemsToWalk(seen, whole);
      fc.pre(items.length > 0);
      const here = items[at % items.length]!;
      const next = nextInWalk(seen, whole, here);
      expect(items).toContain(next);
      const missing = items.filter((key) => key !== here && donor[key] === undefined);
      if (missing.length > 0) expect(missing).toContain(next);
      else if (items.length > 1) expect(next).toBe(items[(items.indexOf(here) + 1) % items.length]);
    }),
  );
});

test("an item that the answer has just opened is walked to, not past", () => {
  const donor = donorOf({ bossKind: "brazed" });
  const after = { job: { donor }, needed: ["bossKind", "bossFirstMm"] as const };
  expect(nextInWalk(after, false, "bossKind")).toBe("bossFirstMm");
});

test("the short walk keeps what was measured though no check asks it; the whole walk has all that the bike can be asked", () => {
  const donor = donorOf({ bossKind: "none", gripMm: 130 });
  const seen = { job: { donor }, needed: ["shellWidthMm"] as const };
  expect(itemsToWalk(seen, false).toSorted()).toEqual(["bossKind", "gripMm", "shellWidthMm"].toSorted());
  expect(itemsToWalk(seen, true).length).toBeGreaterThan(40);
  expect(itemsToWalk(seen, true)).not.toContain("bossFirstMm");
});
