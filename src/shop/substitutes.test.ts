import { substitutes, withInstead, type Substitute } from "@/core/job/substitutes";
import { benchIn, booksOf } from "@/core/job/books";
import { rideMade } from "@/core/job/rideMade";
import { massOf, rideOf } from "@/core/job/rideOf";
import { isOpen } from "@/core/fit/finding";
import { readPart, type Part } from "@/core/parts/part";
import { specDiffs } from "@/core/parts/specDiffs";
import { notTaken, totalOf } from "@/core/supply/supplyPlan";
import { NO_TERMS } from "@/core/parts/noTerms";
import { loadCatalogue, saveParts, saveSuppliers } from "@/data/catalogue";
import { findJob } from "@/data/jobs";
import { NOW, openDemoShop } from "../../tests/demoShop";
import { dice } from "../../tests/dice";
import { jobList } from "./jobList";
import { benchOf } from "./jobView";
import { perform } from "./perform";
import { insteadFor, type TrySubstitutes } from "./substitutes";
import { assessOn } from "./useCase";

let shop: Awaited<ReturnType<typeof openDemoShop>>;
beforeEach(async () => {
  shop = await openDemoShop();
});
afterEach(() => shop.close());

const here: TrySubstitutes = async ({ only, books, jobs }) =>
  jobs.map(({ job, heldElsewhere }) => [...substitutes(job, benchIn({ ...books, heldElsewhere }), only)]);
const ids = async () => (await jobList(shop.db, "", 40, NOW)).rows.map((row) => row.id);

async function found(id: string): Promise<Substitute[]> {
  const job = (await findJob(shop.db, id))!;
  const bench = await benchOf(shop.db, NOW, "", id);
  const books = booksOf(job, bench.catalogue, bench.house, NOW.slice(0, 10), "", { ...bench.heldElsewhere });
  return [...substitutes(job, benchIn(books))];
}

/** Twins of what jobs buy: other figures or none, cheaper, dearer, sooner or later; some of them worse where it counts. */
async function withTwins(seed: number): Promise<void> {
  const roll = dice(seed);
  const { parts } = await loadCatalogue(shop.db);
  const twins = [...parts.values()]
    .filter((part) => part.kind !== "kit" && part.onlyFor === undefined && part.offers.length > 0 && roll(1, 2) === 1)
    .flatMap((part): Part[] => {
      const spec: Record<string, unknown> = { ...part.spec };
      const numbers = Object.keys(spec).filter((key) => typeof spec[key] === "number");
      // One figure is another in most of them, by as much as half.
      if (numbers.length > 0 && roll(1, 4) > 1) {
        const key = numbers[roll(0, numbers.length - 1)]!;
        spec[key] = Math.round(((spec[key] as number) * roll(50, 150)) / 10) / 10;
      }
      const twin = readPart({
        ...part,
        id: `twin-${part.id}`.slice(0, 60),
        name: `Twin of ${part.name}`.slice(0, 80),
        inStock: 0,
        spec,
        offers: part.offers.slice(0, 1).map((offer) => ({
          ...offer,
          number: undefined,
          priceMinor: Math.max(1, Math.round((offer.priceMinor * roll(40, 130)) / 100)),
          leadDays: Math.max(0, offer.leadDays + roll(-4, 6)),
        })),
      });
      return twin.ok ? [twin.value] : [];
    });
  await saveParts(shop.db, twins);
}

/** Every second supplier takes no order under so much as most jobs want of it. */
async function withLeast(): Promise<void> {
  const { suppliers } = await loadCatalogue(shop.db);
  const some = [...suppliers.values()].filter((_, i) => i % 2 === 0);
  await saveSuppliers(
    shop.db,
    some.map((one) => ({ ...one, terms: { ...NO_TERMS, ...one.terms, leastOrderMinor: 60_00 } })),
  );
}

test.each([3, 19])(
  "whatever stands in the books, what is proposed fits as well and is worth it once it is taken, seed %i",
  async (seed) => {
    await withTwins(seed);
    if (seed === 19) await withLeast();
    let taken = 0;
    for (const id of await ids())
      for (const one of await found(id)) {
        const bench = await benchOf(shop.db, NOW, "", id);
        const job = (await findJob(shop.db, id))!;
        const before = assessOn(job, bench);
        const wish = {
          jobId: id,
          version: job.version,
          by: "Tam",
          command: { do: "put in instead", partId: one.partId, insteadOf: one.insteadId },
        };
        expect(await perform(shop.db, wish, NOW)).toMatchObject({ ok: true });
        const after = assessOn((await findJob(shop.db, id))!, await benchOf(shop.db, NOW, "", id));
        const open = (of: typeof before) => of.fit.findings.filter(isOpen).map((finding) => `${finding.key} ${finding.verdict}`);
        const was = new Set(open(before));
        expect([one.partId, open(after).filter((finding) => !was.has(finding))]).toEqual([one.partId, []]);
        for (const promise of after.promises)
          if (promise.kept === false)
            expect([promise.id, before.promises.find((other) => other.id === promise.id)?.kept]).toEqual([promise.id, false]);
        const ride = (of: typeof before) =>
          rideMade(rideOf(of.fit.build, job.wish, massOf(of.promises)), job.wish)?.promises ?? [];
        const ridden = ride(before);
        for (const promise of ride(after))
          if (promise.kept === false)
            expect([promise.id, ridden.find((other) => other.id === promise.id)?.kept]).toEqual([promise.id, false]);
        expect(after.fit.build.supplied.map((supplied) => supplied.part.id)).toContain(one.partId);
        const work = Math.round((one.minutes * bench.house.hourCostMinor) / 60);
        expect([one.partId, totalOf(before.sheet.plan) - totalOf(after.sheet.plan) - work]).toEqual([one.partId, one.savesMinor]);
        expect([one.partId, notTaken(after.sheet.plan) <= notTaken(before.sheet.plan)]).toEqual([one.partId, true]);
        expect(one.savesMinor >= 100 || one.daysSooner > 0).toBe(true);
        expect(
          await perform(shop.db, { jobId: id, version: job.version + 1, by: "Tam", command: { do: "undo" } }, NOW),
        ).toMatchObject({ ok: true });
        taken += 1;
      }
    expect(taken).toBeGreaterThan(0);
  },
);

test("what is signed, a drive, and what comes in a kit are left alone", async () => {
  await withTwins(7);
  const [maud] = (await jobList(shop.db, "Maud", 1, NOW)).rows;
  expect(await found(maud!.id)).toEqual([]);
  const { parts } = await loadCatalogue(shop.db);
  for (const id of await ids())
    for (const one of await found(id))
      expect(["kit", "hub-motor", "mid-motor", "frame-motor"]).not.toContain(parts.get(one.insteadId)!.kind);
  // Worn things that are renewed: no check knows what they are for, so cheap grease is never bearings.
  const job = (await findJob(shop.db, maud!.id))!;
  for (const id of await ids()) {
    const byHand = (await findJob(shop.db, id))!.also.map((one) => one.partId);
    expect((await found(id)).map((one) => one.insteadId).filter((insteadId) => byHand.includes(insteadId))).toEqual([]);
  }
  const part = parts.get("bat-36-10-dt")!;
  expect(withInstead(job, "x", { type: "kit", kitId: "k" }, part, 1)).toBeNull();
  expect(withInstead(job, "x", { type: "choice", slot: "charger" }, part, 1)).toBeNull();
  expect(withInstead(job, "x", { type: "choice", slot: "by hand" }, part, 51)).toBeNull();
});

test("the same through the door of Buying and of a part, bounded and in words", async () => {
  await withTwins(3);
  const all = await insteadFor(shop.db, { jobs: await ids() }, NOW, here);
  if (!all.ok) throw new Error(all.error);
  const one = all.value.jobs.find((job) => job.substitutes.length > 0)!;
  const { insteadId } = one.substitutes[0]!;
  const ofPart = await insteadFor(shop.db, { partId: insteadId }, NOW, here);
  if (!ofPart.ok) throw new Error(ofPart.error);
  expect(ofPart.value.jobs.find((job) => job.jobId === one.jobId)!.substitutes).toEqual(
    one.substitutes.filter((other) => other.insteadId === insteadId),
  );
  expect(await insteadFor(shop.db, { jobs: Array.from({ length: 30 }, () => "no-such-job") }, NOW, here)).toMatchObject({
    ok: true,
    value: { jobs: [] },
  });
  for (const nonsense of [null, {}, { jobs: "x" }, { partId: 5 }, { jobs: [7] }])
    expect((await insteadFor(shop.db, nonsense, NOW, here)).ok).toBe(false);
  expect(await insteadFor(shop.db, { jobs: await ids() }, NOW, async () => null)).toMatchObject({
    ok: false,
    error: expect.stringContaining("too long"),
  });
});

test("a part that cannot stand there is refused in words", async () => {
  const [odo] = (await jobList(shop.db, "Odo", 1, NOW)).rows;
  const put = async (partId: string, insteadOf: string) => {
    const job = (await findJob(shop.db, odo!.id))!;
    const answer = await perform(
      shop.db,
      { jobId: job.id, version: job.version, by: "Tam", command: { do: "put in instead", partId, insteadOf } },
      NOW,
    );
    return answer.ok ? "" : answer.error.says;
  };
  expect(await put("nothing", "chain-9")).toContain("not in the catalogue");
  expect(await put("chain-8", "nothing")).toContain("not in the build");
  expect(await put("bat-36-10-dt", "chain-9")).toContain("does not go in the place");
});

test("differing figures are told by label and unit", async () => {
  const { parts } = await loadCatalogue(shop.db);
  const [was, is] = [parts.get("bat-36-10-dt")!, parts.get("bat-36-12-dt")!];
  expect(specDiffs(was, was)).toEqual([]);
  expect(specDiffs(was, is)).toEqual([expect.stringMatching(/10\.4 → 12\.8 Ah$/)]);
  for (const line of specDiffs(was, parts.get("bat-48-20-lfp")!)) expect(line).not.toMatch(/[a-z][A-Z]|undefined|\[object/);
});
