import type { Knex } from "knex";
import sharp from "sharp";
import { countVerdicts, isOpen } from "@/core/fit/finding";
import type { Command } from "@/core/job/command";
import type { JobView } from "@/core/job/view";
import { openDatabase } from "@/data/connection";
import { NOW, openDemoShop } from "../../tests/demoShop";
import { DEMO_JOBS } from "@/data/demo/jobs";
import { listJobs } from "@/data/jobs";
import { tryParts } from "@/core/job/tryPart";
import { benchIn, type Books } from "@/core/job/books";
import { bumpCatalogue } from "@/data/settings";
import { anyParts, books, candidates, clears, preview } from "./choices";
import { houseRules, previewHouse } from "./houseRules";
import { saveHouse } from "../../tests/saveHouse";
import { exportJob, importJob } from "./jobFiles";
import { jobList } from "./jobList";
import { openJob } from "./jobView";
import { perform, type StepBack } from "./perform";
import { photoFile, takePhoto } from "./photos";

let db: Knex;
let close: () => Promise<void>;

beforeAll(async () => {
  const shop = await openDemoShop();
  ({ db, close } = shop);
  process.env.GULL_DB = shop.file;
});
afterAll(() => close());

const viewOf = async (customer: string) => (await openJob(db, (await listJobs(db, customer, 1)).rows[0]!.id, NOW))!;
async function must(view: JobView, command: Command | StepBack): Promise<JobView> {
  const answer = await perform(db, { jobId: view.job.id, version: view.job.version, by: "Ida", command }, NOW);
  if (!answer.ok) throw new Error(answer.error.says);
  return answer.view;
}

describe("the twelve jobs", () => {
  // What such a shop usually finds out too late, and the check that says it in time.
  test.each([
    ["Maud", "axle/over-locknut front", "clear"],
    ["Odo", "chain/length mm500-68", "clear"],
    ["Perran", "shell/gear-case mm250-68", "measure"],
    ["Ivo", "axle/torque-arms front", "stop"],
    ["Tegen", "wheel/lacing front", "adapt"],
    ["Bryher", "shell/torque-reaction mm750-68", "adapt"],
    ["Bryher", "wiring/lead sensor", "adapt"],
    ["Jory", "battery/slide pack", "adapt"],
    ["Keziah", "controls/lights bike", "adapt"],
    ["Silas", "power/two-motors motors", "clear"],
    ["Silas", "cluster/interface hr500-559", "adapt"],
    ["Corentin", "controls/lights bike", "adapt"],
    ["Hester", "chain/wear bike", "adapt"],
    ["Hester", "condition/cracks bike", "adapt"],
    ["Wenna", "kit/lacks motor", "measure"],
  ] as const)("%s: %s is %s", async (customer, key, verdict) =>
    expect((await viewOf(customer)).findings.find((f) => f.key === key)).toMatchObject({ verdict }),
  );
  test("every job says what is found out too late, and what is open has a remedy, a measurement or a way out", async () => {
    for (const demo of DEMO_JOBS) {
      expect(demo.late.length).toBeGreaterThan(20);
      for (const finding of (await viewOf(demo.customer)).findings.filter(isOpen)) {
        if (finding.verdict === "adapt") expect(finding.remedies.length).toBeGreaterThan(0);
        if (finding.verdict === "stop") expect(finding.lifts).toBeTruthy();
        if (finding.verdict === "measure")
          expect(finding.settle.length > 0 || finding.choose || finding.sheetOf || finding.asks).toBeTruthy();
      }
    }
  });
  test("every adapt is buildable from this catalogue, or says what it lacks", async () => {
    for (const demo of DEMO_JOBS)
      for (const finding of (await viewOf(demo.customer)).findings.filter((f) => isOpen(f) && f.verdict === "adapt"))
        for (const remedy of finding.remedies)
          expect(remedy.parts.filter((part) => part.partId === null).map((part) => part.says)).toEqual(remedy.would.missing);
  });
});

describe("remedies and hands", () => {
  test("what must be had stands before what is acknowledged, the cheapest first, refused ones last", async () => {
    let view = await viewOf("Jory");
    const chain = () => view.findings.find((f) => f.key === "chain/angle mm500-68")!;
    const ids = chain().remedies.map((r) => r.id);
    expect(ids.at(-1)).toBe("acknowledge");
    const bought = chain().remedies.slice(0, -1);
    expect(bought.map((r) => r.would.priceMinor)).toEqual([...bought].map((r) => r.would.priceMinor).sort((a, b) => a - b));
    view = await must(view, { do: "refuse", finding: chain().key, remedy: ids[0]! });
    expect(chain().remedies.at(-1)).toMatchObject({ id: ids[0], refused: true });
    const twice = await perform(
      db,
      { jobId: view.job.id, version: view.job.version, by: "", command: { do: "refuse", finding: chain().key, remedy: ids[0]! } },
      NOW,
    );
    expect(twice).toMatchObject({ ok: false });
    view = await must(view, { do: "offer again", finding: chain().key, remedy: ids[0]! });
    expect(chain().remedies.map((r) => r.id)).toEqual(ids);
  });
  test("a remedy that opens another finding says which before it is accepted, and undo takes both back", async () => {
    let view = await viewOf("Bryher");
    const before = countVerdicts(view.findings);
    const lead = view.findings.find((f) => f.key === "chain/length mm750-68")!;
    const opening = view.findings
      .flatMap((f) => f.remedies.map((r) => ({ f, r })))
      .find(({ r }) => r.would.opens.length > 0 || r.would.settles.length > 0)!;
    view = await must(view, { do: "accept", finding: opening.f.key, remedy: opening.r.id });
    const open = new Set(view.findings.filter(isOpen).map((f) => f.title));
    for (const title of opening.r.would.opens) expect(open).toContain(title);
    view = await must(view, { do: "undo" });
    expect(countVerdicts(view.findings)).toEqual(before);
    expect(lead.remedies.length).toBeGreaterThan(0);
  });
  test("a part is put in by hand and taken out; a kit is not, nor what is not there", async () => {
    let view = await viewOf("Tegen");
    const arms = () => view.findings.find((f) => f.key === "axle/torque-arms front")!;
    expect(arms().verdict).toBe("adapt");
    view = await must(view, { do: "put in", partId: "arm-12", quantity: 2 });
    expect(arms().verdict).toBe("clear");
    expect(view.sheet.lines.some((line) => line.partId === "arm-12")).toBe(true);
    view = await must(view, { do: "take out", partId: "arm-12" });
    expect(arms().verdict).toBe("adapt");
    for (const partId of ["kit-mid-500", "no-such-part"])
      expect(
        await perform(
          db,
          { jobId: view.job.id, version: view.job.version, by: "", command: { do: "put in", partId, quantity: 1 } },
          NOW,
        ),
      ).toMatchObject({ ok: false });
    expect((await anyParts(db, "torque arm", NOW)).candidates.length).toBeGreaterThan(2);
  });
  test("what would make it clear is solved for a finding of a real job", async () => {
    const view = await viewOf("Jory");
    const ways = (await clears(db, view.job.id, "battery/slide pack", NOW))!;
    expect(ways.map((way) => way.label).join(" ")).toMatch(/Shock's upper end|slides/i);
    expect(await clears(db, "no-such-job", "x", NOW)).toBeUndefined();
  });
});

describe("books for the browser", () => {
  test("as plain data they give the same previews as the whole catalogue, for every job, kits and packs alike", async () => {
    for (const { id } of (await listJobs(db, "", 20)).rows)
      for (const slot of ["kit", "battery"] as const) {
        const ids = (await candidates(db, slot, "", NOW)).candidates.filter((c) => !c.broken).map((c) => c.id);
        const sent = JSON.parse(JSON.stringify(await books(db, id, NOW))) as Books;
        const { job } = (await openJob(db, id, NOW))!;
        const { catalogue, house, today, heldElsewhere } = benchIn(sent);
        const there = [...tryParts(job, slot, ids, catalogue, house, today, heldElsewhere)];
        const held = new Set(there.map((p) => p.id));
        // A dearer part of the same spec stays at home: the server answers for it.
        expect(held.size).toBeGreaterThan(ids.length / 2);
        expect(there).toEqual((await preview(db, id, slot, ids, NOW))!.filter((p) => held.has(p.id)));
      }
  });
  test("their stamp changes with the house rules and with a part, and is the one that candidates name", async () => {
    const id = (await viewOf("Wenna")).job.id;
    const stamp = async () => (await books(db, id, NOW))!.stamp;
    const first = await stamp();
    expect((await candidates(db, "kit", "", NOW)).stamp).toBe(first);
    const before = await houseRules(db);
    await saveHouse(db, { ...before, spareSpokes: 6 });
    expect(await stamp()).not.toBe(first);
    await saveHouse(db, before);
    expect(await stamp()).toBe(first);
    await bumpCatalogue(db);
    expect(await stamp()).not.toBe(first);
    expect(await books(db, "no-such-job", NOW)).toBeUndefined();
  });
});

describe("house rules", () => {
  test("a change is listed for every open job before it is kept, and signed jobs are left alone", async () => {
    const tried = await previewHouse(db, { powerLeads: "solder" }, NOW);
    if (!tried.ok) throw new Error(tried.error);
    expect(tried.value.signed).toBeGreaterThanOrEqual(1);
    expect(tried.value.changed.length + tried.value.unchanged + tried.value.signed).toBe((await listJobs(db, "", 100)).total);
    expect((await houseRules(db)).powerLeads).toBe("plugs");
    const stricter = await previewHouse(db, { ringSchool: "both", cadenceCutOffs: 2 }, NOW);
    if (!stricter.ok) throw new Error(stricter.error);
    const odo = stricter.value.changed.find((job) => job.customer.startsWith("Odo"))!;
    expect(odo.findings).toContainEqual(
      expect.objectContaining({ title: "What keeps the chain on", from: "clear", to: "adapt" }),
    );
  });
  test("kept, the list of jobs follows; taken back, it is as before", async () => {
    const of = async () => (await jobList(db, "Odo", 1, NOW)).rows[0]!.summary.verdicts;
    const before = await of();
    expect(await saveHouse(db, { ringSchool: "both" })).toMatchObject({ ok: true });
    expect((await of()).adapt).toBe(before.adapt + 1);
    expect(await saveHouse(db, { ringSchool: "narrow-wide" })).toMatchObject({ ok: true });
    expect(await of()).toEqual(before);
  });
  test.each([{ throttleCutOffs: 3 }, { spareSpokes: -1 }, { spareSpokes: 2.5 }, { chainAngleWarnDeg: 40 }, { unknown: 1 }])(
    "%j is refused in words and nothing is kept",
    async (rules) => {
      const before = await houseRules(db);
      expect(await saveHouse(db, rules)).toMatchObject({ ok: false });
      expect(await houseRules(db)).toEqual(before);
    },
  );
});

describe("a job as a file", () => {
  test("every job goes out and comes back with the same findings", async () => {
    for (const demo of DEMO_JOBS) {
      const view = await viewOf(demo.customer);
      const out = (await exportJob(db, view.job.id, NOW))!;
      const taken = await importJob(db, JSON.stringify(out.file), "Ida", NOW);
      if (!taken.ok) throw new Error(JSON.stringify(taken.error));
      const again = (await openJob(db, taken.value, NOW))!;
      const told = (v: JobView) => v.findings.map((f) => [f.key, f.verdict, f.settled, f.says]);
      expect(told(again)).toEqual(told(view));
      expect(again.job.number).not.toBe(view.job.number);
    }
  });
  test("in another shop the parts come with it, without offers of suppliers it does not know", async () => {
    const view = await viewOf("Odo");
    const out = (await exportJob(db, view.job.id, NOW))!;
    const other = await openDatabase(":memory:");
    const taken = await importJob(other, JSON.stringify(out.file), "Ida", NOW);
    if (!taken.ok) throw new Error(JSON.stringify(taken.error));
    const again = (await openJob(other, taken.value, NOW))!;
    expect(countVerdicts(again.findings).stop).toBe(0);
    expect(again.parts.map((part) => part.id).sort()).toEqual(view.parts.map((part) => part.id).sort());
    await other.destroy();
  });
  test.each([
    ["", "not JSON"],
    ["{", "not JSON"],
    ["[]", "expected object"],
    [JSON.stringify({ format: "gull-bench job 1", donor: { shellWidthMm: "x" } }), "number"],
    [`"${"x".repeat(4_100_000)}"`, "larger than 4 MB"],
  ])("%.40s is refused and nothing is stored", async (text, says) => {
    const before = (await listJobs(db, "", 1)).total;
    const taken = await importJob(db, text, "Ida", NOW);
    expect(taken.ok).toBe(false);
    if (!taken.ok) expect(JSON.stringify(taken.error)).toContain(says);
    expect((await listJobs(db, "", 1)).total).toBe(before);
  });
  test("an unknown job has no file", async () => expect(await exportJob(db, "nobody", NOW)).toBeUndefined());
});

describe("photographs", () => {
  const picture = (width: number, height: number, format: "jpeg" | "png" | "webp" | "gif") =>
    sharp({ create: { width, height, channels: 3, background: "#14525F" } })
      .toFormat(format)
      .toBuffer();
  test.each(["jpeg", "png", "webp"] as const)("a %s is turned into one format and size", async (format) => {
    const kept = await takePhoto(new Uint8Array(await picture(2400, 1200, format)));
    if (!kept.ok) throw new Error(kept.error);
    expect(kept.value).toMatchObject({ widthPx: 1600, heightPx: 800 });
    const stored = (await photoFile(kept.value.id))!;
    expect((await sharp(stored).metadata()).format).toBe("webp");
  });
  test("what the camera wrote into it is taken out", async () => {
    const told = await sharp(await picture(64, 64, "jpeg"))
      .withExif({ IFD0: { Copyright: "somebody" } })
      .jpeg()
      .toBuffer();
    const kept = await takePhoto(new Uint8Array(told));
    if (!kept.ok) throw new Error(kept.error);
    expect((await sharp((await photoFile(kept.value.id))!).metadata()).exif).toBeUndefined();
  });
  test.each([
    ["nothing", new Uint8Array(), "The file is empty."],
    [
      "text",
      new TextEncoder().encode("<svg xmlns='http://www.w3.org/2000/svg'/>"),
      expect.stringContaining("does not read as a picture"),
    ],
    ["half a picture", new Uint8Array([0xff, 0xd8, 0xff, 0xe0, 0, 16]), expect.stringContaining("does not read as a picture")],
    ["too many bytes", new Uint8Array(15_000_001), "The picture is larger than 15 MB."],
  ])("%s is refused in words", async (_what, bytes, error) =>
    expect(await takePhoto(bytes)).toEqual({ ok: false, error: error as string }),
  );
  test("another format is refused", async () =>
    expect(await takePhoto(new Uint8Array(await picture(10, 10, "gif")))).toEqual({
      ok: false,
      error: "Only JPEG, PNG and WebP pictures are kept.",
    }));
  test("a name from outside reaches no file", async () => {
    for (const name of ["../shop.sqlite", "..%2f", "", "a".repeat(60)]) expect(await photoFile(name)).toBeUndefined();
  });
  test("it is kept on the job, for a measurement or the bike, dropped and brought back", async () => {
    const kept = await takePhoto(new Uint8Array(await picture(40, 30, "png")));
    if (!kept.ok) throw new Error(kept.error);
    let view = await viewOf("Hester");
    view = await must(view, {
      do: "keep photo",
      photo: { ...kept.value, item: "cracks", step: null, says: "the line at the head" },
    });
    expect(view.job.photos).toMatchObject([{ item: "cracks", by: "Ida", widthPx: 40 }]);
    view = await must(view, { do: "drop photo", id: kept.value.id });
    expect(view.job.photos).toEqual([]);
    view = await must(view, { do: "undo" });
    expect(view.job.photos.length).toBe(1);
    expect(await photoFile(kept.value.id)).toBeDefined();
  });
});
