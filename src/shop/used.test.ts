import { readJobFile, writeJobFile } from "@/core/job/jobFile";
import { PART_KINDS } from "@/core/parts/kinds";
import { readPart, type Part } from "@/core/parts/part";
import { usedChecks } from "@/core/work/usedChecks";
import { findRawPart, loadCatalogue, saveParts } from "@/data/catalogue";
import { findJob } from "@/data/jobs";
import { NOW, openDemoShop } from "../../tests/demoShop";
import { candidates } from "./choices";
import { jobList } from "./jobList";
import { benchOf } from "./jobView";
import { storePart } from "./parts";
import { perform } from "./perform";
import { assessOn } from "./useCase";

/** Parts that ran before: a person may choose one, no rule does; and wherever it goes on it is named as that and looked at first. */
let shop: Awaited<ReturnType<typeof openDemoShop>>;
beforeEach(async () => {
  shop = await openDemoShop();
});
afterEach(() => shop.close());

const all = async () =>
  Promise.all(
    (await jobList(shop.db, "", 40, NOW)).rows.map(async ({ id }) => {
      const job = (await findJob(shop.db, id))!;
      const { fit, sheet } = assessOn(job, await benchOf(shop.db, NOW, "", id));
      return { id, findings: fit.findings, allInMinor: sheet.allInMinor };
    }),
  );

test("a shelf full of used parts for a cent changes no job: no rule buys one, no remedy names one", async () => {
  const before = await all();
  const { parts } = await loadCatalogue(shop.db);
  const used = [...parts.values()]
    .filter((part) => part.kind !== "kit" && part.onlyFor === undefined && part.offers.length > 0)
    .map((part) => ({
      ...part,
      id: `used-${part.id}`.slice(0, 60),
      used: "700 km",
      inStock: 40,
      offers: part.offers.slice(0, 1).map((offer) => ({ ...offer, number: undefined, priceMinor: 1 })),
    }));
  expect(used.length).toBeGreaterThan(150);
  await saveParts(shop.db, used as Part[]);
  expect((await loadCatalogue(shop.db)).parts.get(used[0]!.id)!.used).toBe("700 km");
  expect(await all()).toEqual(before);
});

test("one that somebody chooses is named as used in Drive, on the sheet and in the first step, with what it is looked at for, and travels with the job", async () => {
  const { parts } = await loadCatalogue(shop.db);
  const pack = parts.get("bat-36-10-dt")!;
  const raw = { ...pack, id: "bat-used", name: "Pack 36 V, down tube", used: "180 charges, one year", inStock: 1 };
  expect(await storePart(shop.db, raw, { at: NOW, by: "Tam" })).toMatchObject({ ok: true });
  expect((await findRawPart(shop.db, "bat-used"))!.raw.used).toBe("180 charges, one year");
  const listed = (await candidates(shop.db, "battery", "down tube", NOW)).candidates.find((one) => one.id === "bat-used")!;
  expect(listed.summary).toContain("used, 180 charges");
  const [perran] = (await jobList(shop.db, "Perran", 1, NOW)).rows;
  const job = (await findJob(shop.db, perran!.id))!;
  const wish = { jobId: job.id, version: job.version, by: "Tam", command: { do: "choose", slot: "battery", partId: "bat-used" } };
  expect(await perform(shop.db, wish, NOW)).toMatchObject({ ok: true });
  const now = (await findJob(shop.db, job.id))!;
  const bench = await benchOf(shop.db, NOW, "", job.id);
  const { sheet, steps } = assessOn(now, bench);
  expect(sheet.lines.map((line) => line.says)).toContain("Pack 36 V, down tube, used: 180 charges, one year");
  const first = steps.find((step) => step.id === "survey")!;
  expect(first.does.join(" ")).toContain("capacity counted and written down");
  expect(first.cautions).toContain("packFire");
  const file = readJobFile(JSON.parse(JSON.stringify(writeJobFile(now, [bench.catalogue.parts.get("bat-used")!], bench.house))));
  if (!file.ok) throw new Error(JSON.stringify(file.error));
  expect(file.value.parts.map((part) => part.used)).toEqual(["180 charges, one year"]);
});

test("a condition that says nothing, or too much, is asked for in words", () => {
  const raw = { id: "x", kind: "tube", name: "X", maker: "", massKg: null, inStock: 0, offers: [], spec: {} };
  for (const [used, says] of [
    ["", "in what condition"],
    ["ok", "in what condition"],
    ["x".repeat(121), "at most 120"],
  ]) {
    const read = readPart({ ...raw, used });
    expect(read.ok ? "" : read.error.find((issue) => issue.path === "used")?.message).toContain(says);
  }
});

test("every kind has something that it is looked at for", () => {
  for (const kind of PART_KINDS) {
    const checks = usedChecks(kind);
    expect([kind, checks.length > 0 && checks.every((check) => check.length > 10)]).toEqual([kind, true]);
  }
});
