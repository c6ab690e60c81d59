import { asListed } from "@/core/job/summary";
import { linesOfFinished } from "@/data/logbook";
import { setImmediate } from "node:timers/promises";
import fc from "fast-check";
import { heldOf, watched } from "@/core/cost/shelf";
import { viewOf, type JobView } from "@/core/job/view";
import { DEMO_PARTS } from "@/data/demo/parts";
import { saveParts } from "@/data/catalogue";
import { benchLines, findJob, heldByOthers, history, lessOwn, listJobs, storeSummary } from "@/data/jobs";
import { sheetPaper } from "@/print/sheetPaper";
import { walkPaper } from "@/print/walkPaper";
import { workPaper } from "@/print/workPaper";
import { sheetCsv } from "@/print/csv";
import { NOW, openDemoShop } from "../../tests/demoShop";
import { dice } from "../../tests/dice";
import { saveHouse } from "../../tests/saveHouse";
import { jobList } from "./jobList";
import { benchOf, jobAsJson, lineStamp, openJob, reckonedView, summaryOf, type Reckon } from "./jobView";
import { countPart, openPart } from "./parts";
import { perform } from "./perform";

let shop: Awaited<ReturnType<typeof openDemoShop>>;
beforeAll(async () => {
  shop = await openDemoShop();
});
afterAll(() => shop.close());

/** Worked out anew, nothing kept looked at. */
async function anew(id: string, at: string): Promise<JobView> {
  const job = (await findJob(shop.db, id))!;
  const bench = await benchOf(shop.db, at, "", id);
  const view = viewOf(job, bench.catalogue, bench.house, at.slice(0, 10), await history(shop.db, id), bench.heldElsewhere);
  return { ...view, weeks: bench.weeks };
}
const frozen = (value: unknown): void => {
  if (typeof value !== "object" || value === null || Object.isFrozen(value)) return;
  Object.freeze(value);
  Object.values(value).forEach(frozen);
};

/** Places of a value that JSON would change: what is no number, date, list, text or plain thing. */
const lostInJson = (value: unknown, at: string): string[] => {
  if (typeof value === "number") return Number.isFinite(value) ? [] : [at];
  if (value === null || ["string", "boolean", "undefined"].includes(typeof value)) return [];
  const plain = ["[object Object]", "[object Array]"].includes(Object.prototype.toString.call(value));
  return plain ? Object.entries(value as object).flatMap(([key, one]) => lostInJson(one, `${at} ${key}`)) : [at];
};

test("what is kept of a job is what would be worked out anew, whatever changed: the job, a part, the house, the day, another job", async () => {
  const { db } = shop;
  const idOf = async (customer: string) => (await listJobs(db, customer, 1)).rows[0]!.id;
  const [perran, hester] = [await idOf("Perran"), await idOf("Hester")];
  const same = async (at = NOW) => {
    const [first, second] = [await openJob(db, perran, at), await openJob(db, perran, at)];
    const fresh = await anew(perran, at);
    expect(first).toEqual(fresh);
    expect(second).toEqual(fresh);
    expect(JSON.parse((await jobAsJson(db, perran, at))!)).toEqual(JSON.parse(JSON.stringify(fresh)));
    return fresh;
  };
  const act = async (id: string, command: object) => {
    const job = (await findJob(db, id))!;
    const done = await perform(db, { jobId: id, version: job.version, by: "Tam", command }, NOW);
    expect(done).toMatchObject({ ok: true });
  };
  const before = await same();
  await act(perran, { do: "edit wish", wish: { riderKg: 95 } });
  expect((await same()).job.wish.riderKg).toBe(95);
  await act(perran, { do: "undo" });
  expect((await same()).job.wish.riderKg).toBe(before.job.wish.riderKg);

  const line = before.sheet.lines.find((one) => one.partId !== null && one.source === "buy")!;
  const part = DEMO_PARTS.find((one) => one.id === line.partId)!;
  await saveParts(db, [{ ...part, offers: part.offers.map((offer) => ({ ...offer, priceMinor: offer.priceMinor + 5_000 })) }]);
  expect((await same()).sheet.allInMinor).toBeGreaterThan(before.sheet.allInMinor);
  await saveHouse(db, { taxPercent: 3 });
  const taxed = await same();
  await saveHouse(db, { taxPercent: 19 });
  expect((await same()).sheet.allInMinor).toBeGreaterThan(taxed.sheet.allInMinor);
  await same("2026-12-24T09:00:00.000Z");
  // Another job puts its hand on what this one would take from the shelf.
  const shelf = DEMO_PARTS.find((one) => one.inStock > 0 && one.kind === "consumable")!;
  await act(hester, { do: "put in", partId: shelf.id, quantity: shelf.inStock });
  await same();
});

test("what others hold of a part that a job did not ask for changes nothing of it, and its line in the list is not worked out again", async () => {
  const { db } = shop;
  const day = NOW.slice(0, 10);
  for (const { id } of (await jobList(db, "", 20, NOW)).rows) {
    const job = (await findJob(db, id))!;
    const bench = await benchOf(db, NOW, "", id);
    const inStock = (part: string) => bench.catalogue.parts.get(part)?.inStock ?? 0;
    const under = (held: Record<string, number>) => {
      const { pieces, asked } = watched(held);
      return { view: viewOf(job, bench.catalogue, bench.house, day, [], pieces), asked };
    };
    fc.assert(
      fc.property(
        fc.dictionary(fc.constantFrom(...DEMO_PARTS.map((part) => part.id)), fc.integer({ min: 1, max: 12 }), { maxKeys: 60 }),
        (held) => {
          const { view, asked } = under(held);
          expect(under(heldOf(held, asked, inStock)).view).toEqual(view);
        },
      ),
      { numRuns: 6, seed: 13 },
    );
  }
  const rows = async () => (await jobList(db, "", 20, NOW)).rows;
  const [first, ...others] = await rows();
  const asks = new Set(others.flatMap((row) => row.summary.asks));
  const nobodys = DEMO_PARTS.find((part) => !asks.has(part.id) && !first!.summary.asks.includes(part.id))!;
  const wanted = others.find((row) => row.summary.asks.length > 0)!;
  const hold = async (part: string) => {
    const { summary } = first!;
    await db("job")
      .where({ id: first!.id })
      .update({ summary: JSON.stringify({ ...summary, holds: { ...summary.holds, [part]: 400 } }) });
    // A line that is marked shows whether it was worked out again.
    await db("job")
      .where({ id: wanted.id })
      .update({ summary: JSON.stringify({ ...wanted.summary, build: "as it was" }) });
    return (await listJobs(db, "", 20)).rows;
  };
  const builds = async () => (await rows()).find((row) => row.id === wanted.id)!.summary.build;
  await hold(nobodys.id);
  expect(await builds()).toBe("as it was");
  // Of what is not there it makes no difference who holds it.
  const there = new Set(DEMO_PARTS.filter((part) => part.inStock > 0).map((part) => part.id));
  await hold(wanted.summary.asks.find((part) => !there.has(part))!);
  expect(await builds()).toBe("as it was");
  await hold(wanted.summary.asks.find((part) => there.has(part))!);
  expect(await builds()).toBe(wanted.summary.build);
});

test("worked out by another thread a job is what it is here, and is not taken where something changed meanwhile", async () => {
  const { db } = shop;
  let [asked, day] = [0, 1];
  const aside: Reckon = (id, at) => ((asked += 1), reckonedView(db, id, at));
  // No view is known of a day that nobody looked at.
  const unknown = () => `2027-02-${String(day++).padStart(2, "0")}T09:00:00.000Z`;
  const ids = (await listJobs(db, "", 20)).rows.map(({ id }) => id);
  const someday = unknown();
  for (const id of ids) {
    expect(await openJob(db, id, someday, aside)).toEqual(JSON.parse(JSON.stringify(await anew(id, someday))));
    expect(JSON.parse((await jobAsJson(db, id, someday, aside))!)).toEqual(await openJob(db, id, someday));
  }
  expect(asked).toBe(ids.length);

  const [id, other] = ids as [string, string];
  const [part] = DEMO_PARTS;
  const wish = { do: "edit wish", wish: { notes: "changed meanwhile" } };
  const changes: Record<string, (asks: readonly string[]) => Promise<unknown>> = {
    "the job": async () => {
      const { version } = (await findJob(db, id))!;
      expect(await perform(db, { jobId: id, version, by: "Tam", command: wish }, NOW)).toMatchObject({ ok: true });
    },
    "a part": () => saveParts(db, [{ ...part!, name: `${part!.name} of late` }]),
    "the house": () => saveHouse(db, { taxPercent: 7 }),
    "what others hold": async (asks) => {
      const part_id = asks.find((part) => DEMO_PARTS.some(({ id: one, inStock }) => one === part && inStock > 0));
      await db("held").where({ job_id: other, part_id }).delete();
      await db("held").insert({ job_id: other, part_id, pieces: 400 });
    },
  };
  for (const [what, change] of Object.entries(changes)) {
    const at = unknown();
    const old = (await reckonedView(db, id, at))!;
    await change(old.asked);
    // Worked out before the change: it is not kept for what stands now.
    await openJob(db, id, at, async () => old);
    expect([what, await openJob(db, id, at, aside)]).toEqual([what, JSON.parse(JSON.stringify(await anew(id, at)))]);
    // Worked out after it, while who asked had seen what was before.
    const late: Reckon = async (of, on) => {
      await change(old.asked);
      return reckonedView(db, of, on);
    };
    const then = unknown();
    expect([what, await openJob(db, id, then, late)]).toEqual([what, JSON.parse(JSON.stringify(await anew(id, then)))]);
  }
  const given = unknown();
  expect(await openJob(db, id, given, async () => null)).toEqual(await anew(id, given));
  expect(await reckonedView(db, "nobody's", NOW)).toBeNull();
});

test("nobody changes a kept view in place: the papers are made of it, and it is answered again", async () => {
  const { db } = shop;
  for (const { id } of (await listJobs(db, "", 20)).rows) {
    const view = (await openJob(db, id, NOW))!;
    frozen(view);
    for (const paper of [sheetPaper, walkPaper, workPaper]) expect(paper(view).content).not.toHaveLength(0);
    expect(sheetCsv(view)).not.toBe("");
    expect(JSON.stringify(await openJob(db, id, NOW))).toBe(JSON.stringify(view));
    // It goes to the screens as JSON: nothing of it is lost so.
    expect(lostInJson(view, "")).toEqual([]);
  }
});

test("pieces that come and go make only the lines stale that asked for them, and no line is ever another than one worked out anew", async () => {
  const { db } = shop;
  const roll = dice(29);
  const rows = async () => (await jobList(db, "", 20, NOW)).rows;
  // Nothing is left of lines that were marked before.
  await db("job").update({ summary: "{}" });
  const asked = [...new Set((await rows()).flatMap((row) => row.summary.asks))];
  let [stale, spared] = [0, 0];
  for (let turn = 0; turn < 14; turn += 1) {
    const of = turn % 3 === 0 ? DEMO_PARTS.map((part) => part.id) : asked;
    const partId = of[roll(0, of.length - 1)]!;
    const before = await rows();
    const counted = { partId, counted: roll(0, 6), why: "", version: (await openPart(db, partId))!.version };
    expect(await countPart(db, counted, NOW, "Tam")).toMatchObject({ ok: true });
    const bench = await benchOf(db, NOW, "", null);
    const held = await heldByOthers(db, "");
    for (const { summary } of before) {
      const goes = lineStamp(bench, lessOwn(held, summary.holds), summary.asks) === summary.stamp;
      if (goes) spared += 1;
      else stale += 1;
      expect([partId, goes || summary.asks.includes(partId)]).toEqual([partId, true]);
    }
    // What one lets go another takes: the list settles in a few looks.
    for (let look = 0; look < 3; look += 1) await rows();
    const [lines, finished] = [await benchLines(db), await linesOfFinished(db)];
    for (const row of await rows()) {
      const fresh = summaryOf((await findJob(db, row.id))!, await benchOf(db, NOW, "", row.id));
      // What the bench and the logbook have to know is kept beside the line.
      expect(row.summary).toEqual(asListed(fresh));
      expect(lines.find(({ id }) => id === row.id)?.line ?? null).toEqual(fresh.bench);
      expect(finished.find(({ id }) => id === row.id)?.line ?? null).toEqual(fresh.log);
      expect((await db("built_in").where({ job_id: row.id }).pluck("part_id")).sort()).toEqual([...fresh.parts].sort());
      expect(await db("fault").where({ job_id: row.id }).pluck("symptom")).toEqual(fresh.faults.map(({ symptom }) => symptom));
    }
  }
  expect([stale > 5, spared > 50]).toEqual([true, true]);
});

test("a line that was worked out of an older job is not stored over a newer one", async () => {
  const { db } = shop;
  const [row] = (await jobList(db, "", 20, NOW)).rows;
  const job = (await findJob(db, row!.id))!;
  const old = summaryOf(job, await benchOf(db, NOW, "", job.id));
  const command = { do: "edit wish", wish: { budgetMinor: (job.wish.budgetMinor ?? 0) + 100 } };
  expect(await perform(db, { jobId: job.id, version: job.version, by: "Tam", command }, NOW)).toMatchObject({ ok: true });
  await storeSummary(db, job, { ...old, build: "of before" }, { says: "", at: NOW, by: "" });
  expect((await listJobs(db, "", 20)).rows.find((one) => one.id === job.id)!.summary).toMatchObject({
    build: old.build,
    budgetMinor: (job.wish.budgetMinor ?? 0) + 100,
  });
});

test("what many others were looked at after is still known, and is what it was; what changed since is not taken for it", async () => {
  const { db } = shop;
  let asked = 0;
  const aside: Reckon = (id, at) => ((asked += 1), reckonedView(db, id, at));
  // A piece is in one bike: the copies have none of the numbers.
  const row = await db("job")
    .where({ id: (await listJobs(db, "Tegen", 1)).rows[0]!.id })
    .first();
  const body = JSON.stringify({ ...JSON.parse(row.body), serials: [] });
  const copies = Array.from({ length: 80 }, (_, i) => ({ ...row, body, id: `copy-${i}`, number: 5_000 + i, summary: "{}" }));
  await db.batchInsert("job", copies, 20);
  const looks = async () => {
    const texts: string[] = [];
    for (const { id } of copies) {
      texts.push((await jobAsJson(db, id, NOW, aside))!);
      // As between two requests.
      await setImmediate();
    }
    return texts;
  };
  const first = await looks();
  expect(new Set(first).size).toBe(copies.length);
  expect(asked).toBe(copies.length);
  // Each is packed by the time that so many others were worked out.
  expect(await looks()).toEqual(first);
  expect(asked).toBe(copies.length);
  const id = copies[0]!.id;
  const { version } = (await findJob(db, id))!;
  const command = { do: "edit wish", wish: { notes: "changed after all" } };
  expect(await perform(db, { jobId: id, version, by: "Tam", command }, NOW)).toMatchObject({ ok: true });
  expect(JSON.parse((await jobAsJson(db, id, NOW, aside))!)).toEqual(JSON.parse(JSON.stringify(await anew(id, NOW))));
});
