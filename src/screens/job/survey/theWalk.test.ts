import fc from "fast-check";
import { donorOf, SOUND } from "../../../../tests/bench.fixture";
import { DONOR_KEYS, type DonorKey } from "@/core/donor/items";
import { firstInWalk, itemsToWalk, nextInWalk } from "./theWalk";

const some = fc.subarray([...DONOR_KEYS]);
const keysOfSound = Object.keys(SOUND) as DonorKey[];
const answered = fc
  .subarray(keysOfSound)
  .map((keys) => donorOf(Object.fromEntries(keys.map((key) => [key, SOUND[key as keyof typeof SOUND]]))));

test("the walk goes to what is missing and was not skipped, never back to what has a figure, and then it ends", () => {
  fc.assert(
    fc.property(some, answered, fc.boolean(), fc.nat(), some, (needed, donor, whole, at, skip) => {
      const seen = { job: { donor }, needed, findings: [] };
      const items = itemsToWalk(seen, whole);
      fc.pre(items.length > 0);
      const here = items[at % items.length]!;
      const skipped = new Set(skip);
      const next = nextInWalk(seen, whole, here, skipped);
      const missing = items.filter((key) => key !== here && donor[key] === undefined && !skipped.has(key));
      if (missing.length === 0) expect(next).toBeNull();
      else expect(missing).toContain(next);
      // In the order of the bike: nothing missing is walked past on the way there.
      const onwards = missing.filter((key) => items.indexOf(key) > items.indexOf(here));
      expect(next).toBe(onwards[0] ?? missing[0] ?? null);
    }),
    { seed: 12 },
  );
});

test("answered or skipped one by one, a walk ends, and meets each item once", () => {
  fc.assert(
    fc.property(some, answered, fc.boolean(), fc.infiniteStream(fc.boolean()), (needed, before, whole, answers) => {
      let donor = before;
      const skipped = new Set<DonorKey>();
      const met: DonorKey[] = [];
      const seen = () => ({ job: { donor }, needed, findings: [] });
      let here = firstInWalk(seen(), itemsToWalk(seen(), whole), new Set());
      while (here !== null && met.length < 300) {
        met.push(here);
        const known = SOUND[here as keyof typeof SOUND];
        if (known !== undefined && answers.next().value) donor = { ...donor, ...donorOf({ [here]: known }) };
        else skipped.add(here);
        here = nextInWalk(seen(), whole, here, skipped);
      }
      expect(here).toBeNull();
      expect(new Set(met).size).toBe(met.length);
      const left = itemsToWalk(seen(), whole).filter((key) => donor[key] === undefined);
      for (const key of left) expect(skipped).toContain(key);
    }),
    { seed: 13 },
  );
});

test("it begins at what is missing first, with nothing missing at what is doubtful, else at its end", () => {
  const donor = donorOf({ bossKind: "none", gripMm: 130 });
  const seen = { job: { donor }, needed: ["gripMm", "bossKind"] as const, findings: [] };
  expect(firstInWalk(seen, ["gripMm", "shellWidthMm", "bossKind"], new Set())).toBe("shellWidthMm");
  expect(firstInWalk(seen, ["gripMm", "bossKind"], new Set(["bossKind"]))).toBe("bossKind");
  expect(firstInWalk(seen, ["gripMm", "bossKind"], new Set())).toBeNull();
});

test("an item that the answer has just opened is walked to, not past", () => {
  const donor = donorOf({ bossKind: "brazed" });
  const after = { job: { donor }, needed: ["bossKind", "bossFirstMm"] as const, findings: [] };
  expect(nextInWalk(after, false, "bossKind", new Set())).toBe("bossFirstMm");
});

test("the short walk keeps what was measured though no check asks it; the whole walk has all that the bike can be asked", () => {
  const donor = donorOf({ bossKind: "none", gripMm: 130 });
  const seen = { job: { donor }, needed: ["shellWidthMm"] as const, findings: [] };
  expect(itemsToWalk(seen, false).toSorted()).toEqual(["bossKind", "gripMm", "shellWidthMm"].toSorted());
  expect(itemsToWalk(seen, true).length).toBeGreaterThan(40);
  expect(itemsToWalk(seen, true)).not.toContain("bossFirstMm");
});

test("what an open finding asks for is on the walk, be it something that only the build brings to this bike", () => {
  const donor = donorOf({ frontBrake: "disc", bossKind: "none", gripMm: 130 });
  const asks = { verdict: "measure", settled: false, settle: ["frontReachMm"] } as const;
  const seen = { job: { donor }, needed: ["gripMm"] as const, findings: [asks] };
  expect(itemsToWalk({ ...seen, findings: [] }, true)).not.toContain("frontReachMm");
  for (const whole of [false, true]) expect(itemsToWalk(seen, whole)).toContain("frontReachMm");
  expect(firstInWalk(seen, itemsToWalk(seen, false), new Set())).toBe("frontReachMm");
  expect(itemsToWalk({ ...seen, findings: [{ ...asks, settled: true }] }, true)).not.toContain("frontReachMm");
});
