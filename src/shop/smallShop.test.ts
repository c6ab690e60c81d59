import type { Knex } from "knex";
import type { Command } from "@/core/job/command";
import type { JobView } from "@/core/job/view";
import type { Part, Supplier } from "@/core/parts/part";
import { loadCatalogue, saveParts, saveSuppliers } from "@/data/catalogue";
import { openDatabase } from "@/data/connection";
import { history, listJobs } from "@/data/jobs";
import { houseRules } from "@/data/settings";
import { battery, controller, hub, mid, partOf, QUAY } from "../../tests/bench.fixture";
import { anyParts, brokenWords, candidates, partSummary, waysOut } from "./choices";
import { createJob } from "./createJob";
import { previewHouse } from "./houseRules";
import { saveHouse } from "../../tests/saveHouse";
import { jobList } from "./jobList";
import { openJob } from "./jobView";
import { listParts, openPart, savePart, suppliersOf } from "./parts";
import { perform, type StepBack } from "./perform";

/** A shop of a dozen parts, so that every answer can be said whole. */
const NOW = "2026-01-05T09:00:00.000Z";
const INLET: Supplier = { ...QUAY, id: "inlet", name: "Inlet Test Supply", freeFromMinor: null };
const own = (id: string, part: Part, more: Partial<Part> = {}): Part =>
  ({ ...part, id, name: `The ${id}`, maker: "Testmaker", ...more }) as Part;
const PARTS: Part[] = [
  own("hub-250", hub()),
  own("hub-strong", hub({ ratedW: 1000, peakTorqueNm: 80 })),
  own("mid-250", mid()),
  own("pack-36", battery()),
  own("box-14", controller()),
  own("display-22", partOf("display", { plug: "five-pin", clampMm: 22.2, showsSpeed: true, barMm: 28, leadMm: 900 })),
  own("charger-42", partOf("charger", { outputV: 42, outputA: 2, plug: "three charge pins, 5 A" })),
  own("tyre-622", partOf("tyre", { beadSeatMm: 622, widthMm: 37 }), {
    inStock: 3,
    offers: [
      { supplierId: "quay", priceMinor: 1800, currency: "EUR", packSize: 1, leadDays: 2, carriage: "ordinary" },
      { supplierId: "inlet", priceMinor: 3000, currency: "EUR", packSize: 2, leadDays: 2, carriage: "ordinary" },
    ],
  }),
  own("bell-22", partOf("bell", { barMm: 22 }), { offers: [] }),
];
const KIT = own(
  "kit-small",
  partOf("kit", {
    contents: [
      { partId: "hub-250", quantity: 1 },
      { partId: "box-14", quantity: 1 },
      { partId: "tyre-622", quantity: 2 },
    ],
  }),
);
const BROKEN = {
  id: "odd-hub",
  kind: "hub-motor",
  name: "The odd-hub",
  maker: "",
  massKg: null,
  inStock: 0,
  offers: [],
  spec: { end: "sideways" },
};

let db: Knex;
beforeEach(async () => {
  db = await openDatabase(":memory:");
  await saveSuppliers(db, [QUAY, INLET]);
  await saveParts(
    db,
    [...PARTS, KIT, BROKEN as never].map((part) => ({ ...part, spec: { ...part.spec } }) as never),
  );
});
afterEach(() => db.destroy());

async function fresh(): Promise<JobView> {
  const made = await createJob(db, { customer: "Ida Quill", bike: "a bike", by: "Tam" }, NOW);
  if (!made.ok) throw new Error(made.error);
  return (await openJob(db, made.value, NOW))!;
}
const act = (view: JobView, command: Command | StepBack) =>
  perform(db, { jobId: view.job.id, version: view.job.version, by: "Tam", command }, NOW);
async function must(view: JobView, ...commands: (Command | StepBack)[]): Promise<JobView> {
  for (const command of commands) {
    const answer = await act(view, command);
    if (!answer.ok) throw new Error(answer.error.says);
    view = answer.view;
  }
  return view;
}
const says = async (view: JobView, command: Command) => {
  const answer = await act(view, command);
  return answer.ok ? "done" : answer.error.says;
};

describe("what is listed", () => {
  test("candidates of a slot: those of its kinds whose name, maker or number holds the text, broken ones last and of its kinds alone", async () => {
    const of = async (slot: Parameters<typeof candidates>[1], find: string) =>
      (await candidates(db, slot, find, NOW)).candidates.map((c) => c.id);
    expect((await of("motor", "")).sort()).toEqual(["hub-250", "hub-strong", "mid-250", "odd-hub"]);
    expect((await of("motor", "")).at(-1)).toBe("odd-hub");
    expect(await of("motor", " STRONG ")).toEqual(["hub-strong"]);
    expect((await of("motor", "testmaker")).sort()).toEqual(["hub-250", "hub-strong", "mid-250"]);
    expect(await of("battery", "")).toEqual(["pack-36"]);
    expect(await of("battery", "odd")).toEqual([]);
    expect((await candidates(db, "motor", "odd", NOW)).candidates[0]).toEqual({
      id: "odd-hub",
      name: "The odd-hub",
      kind: "hub-motor",
      summary: "",
      priceMinor: null,
      currency: null,
      broken: expect.stringMatching(/^Wheel it goes in .*; and \d+ more$/) as string,
    });
    expect((await candidates(db, "battery", "", NOW)).candidates[0]).toMatchObject({
      priceMinor: 1000,
      currency: "EUR",
      broken: null,
      summary: "10 in series, 10 Ah, 20 A, down tube",
    });
  });
  test("a long list says how many more there are", async () => {
    const many = Array.from({ length: 63 }, (_, i) => own(`bell-${100 + i}`, partOf("bell", { barMm: 22 })));
    await saveParts(
      db,
      many.map((part) => ({ ...part, spec: { ...part.spec } }) as never),
    );
    const any = await anyParts(db, "bell-1", NOW);
    expect([any.candidates.length, any.more]).toEqual([20, 43]);
    const list = await listParts(db, "", "bell", NOW);
    expect([list.rows.length, list.total, list.kinds.bell]).toEqual([60, 64, 64]);
  });
  test("what may be put in by hand is any part but a kit", async () => {
    expect((await anyParts(db, "", NOW)).candidates.map((c) => c.id).sort()).toEqual(PARTS.map((part) => part.id).sort());
    expect((await anyParts(db, "tyre", NOW)).candidates[0]).toMatchObject({ id: "tyre-622", priceMinor: 1800, broken: null });
    expect((await anyParts(db, "bell", NOW)).candidates[0]).toMatchObject({ priceMinor: null, currency: null });
  });
  test("the books: broken first, the rest by name, each with its cheapest piece, the kinds counted", async () => {
    const { rows, total, kinds } = await listParts(db, "", "", NOW);
    expect(rows[0]).toMatchObject({ id: "odd-hub", offers: 0, inStock: 0, bestMinor: null });
    expect(rows.slice(1).map((row) => row.name)).toEqual([...PARTS, KIT].map((part) => part.name).sort());
    expect(total).toBe(11);
    expect(kinds).toMatchObject({ "hub-motor": 3, battery: 1, kit: 1, tyre: 1 });
    // A pack of two at 30.00 is 15.00 a piece, cheaper than one at 18.00.
    expect(rows.find((row) => row.id === "tyre-622")).toMatchObject({
      inStock: 3,
      offers: 2,
      bestMinor: 3000,
      currency: "EUR",
      maker: "Testmaker",
    });
    expect((await listParts(db, "", "tyre", NOW)).rows.map((row) => row.id)).toEqual(["tyre-622"]);
    expect((await listParts(db, "odd", "tyre", NOW)).total).toBe(0);
  });
  test("a part's page names a kit's contents and every supplier", async () => {
    expect(await openPart(db, "kit-small")).toMatchObject({
      issues: [],
      contents: {
        "hub-250": { kind: "hub-motor", name: "The hub-250" },
        "box-14": { kind: "controller", name: "The box-14" },
        "tyre-622": { kind: "tyre", name: "The tyre-622" },
      },
      suppliers: [QUAY, INLET],
    });
    expect((await openPart(db, "odd-hub"))!.issues.length).toBeGreaterThan(3);
    expect(await openPart(db, "nothing")).toBeUndefined();
    expect(await suppliersOf(db)).toEqual([QUAY, INLET]);
  });
  test.each([
    ["hub-250", "front, 250 W, 25 N·m, laced in 622, 100 mm"],
    ["mid-250", "crank, 250 W, 70 N·m, shell 66.5–74 mm"],
    ["pack-36", "10 in series, 10 Ah, 20 A, down tube"],
    ["box-14", "14 A, 31–43 V"],
    ["charger-42", "42 V, 2 A"],
    ["tyre-622", "bead seat 622 mm, width 37 mm"],
    ["display-22", "plug five-pin, clamp 22.2 mm, shows speed"],
    ["kit-small", "3 different parts"],
  ])("%s in a few words: %s", (id, words) => expect(partSummary([...PARTS, KIT].find((part) => part.id === id)!)).toBe(words));
  test("a bare motor, a pack without amps and a false answer are said so", () => {
    expect(partSummary(own("x", hub({ laced: null })))).toContain(", bare, ");
    expect(partSummary(own("x", battery({ continuousA: null })))).toContain("? A");
    expect(partSummary(own("x", partOf("chainring", { teeth: 42, mount: "m", offsetMm: 0, narrowWide: false })))).toBe(
      "teeth 42, mount m, offset 0 mm",
    );
    expect(partSummary(own("x", partOf("brake-lever", { pull: "long", switched: false, levers: 2 })))).toBe(
      "pull long, not switched, levers 2",
    );
  });
  test("three faults are named, of more it is said how many", () => {
    const issue = (path: string) => ({ path, message: "is missing" });
    expect(brokenWords({ kind: "bell", issues: [issue("spec.barMm"), issue("name")] })).toBe(
      "Bar it takes is missing; Name is missing",
    );
    expect(brokenWords({ kind: "", issues: ["a", "b", "c"].map(issue) })).toBe("a is missing; b is missing; c is missing");
    expect(brokenWords({ kind: "", issues: ["a", "b", "c", "d", "e"].map(issue) })).toBe(
      "a is missing; b is missing; c is missing; and 2 more",
    );
  });
});

describe("a part that is stored", () => {
  const tyre = {
    id: "tyre-new",
    kind: "tyre",
    name: "New",
    maker: "",
    massKg: 1,
    inStock: 0,
    spec: { beadSeatMm: 622, widthMm: 37 },
  };
  const offer = (supplierId: string, packSize: number) => ({
    supplierId,
    priceMinor: 100,
    currency: "EUR",
    packSize,
    leadDays: 1,
    carriage: "ordinary",
  });
  test("has one offer of a pack size from each supplier", async () => {
    expect(await savePart(db, { ...tyre, offers: [offer("quay", 1), offer("inlet", 1), offer("quay", 2)] })).toEqual({
      ok: true,
      value: "tyre-new",
    });
    expect(await savePart(db, { ...tyre, offers: [offer("quay", 1), offer("inlet", 1), offer("quay", 1)] })).toEqual({
      ok: false,
      error: [{ path: "offers.2.supplierId", message: "has an offer of this pack size for the same days already" }],
    });
    expect((await loadCatalogue(db)).parts.get("tyre-new")!.offers).toHaveLength(3);
  });
  test("a kit holds parts that are there, and no kit", async () => {
    const kit = (partId: string) =>
      savePart(db, {
        ...tyre,
        id: "kit-new",
        kind: "kit",
        offers: [],
        spec: {
          contents: [
            { partId: "bell-22", quantity: 1 },
            { partId, quantity: 1 },
          ],
        },
      });
    expect(await kit("pack-36")).toMatchObject({ ok: true });
    for (const bad of ["kit-small", "gone", "odd-hub"])
      expect(await kit(bad)).toEqual({ ok: false, error: [{ path: "spec.contents.1.partId", message: "no such part" }] });
  });
});

describe("what is done to a job", () => {
  test("counts its versions one by one, each with its event, and undo is one of them", async () => {
    const first = await fresh();
    expect(first.job.version).toBe(1);
    const view = await must(
      first,
      { do: "edit wish", wish: { riderKg: 80 } },
      { do: "choose", slot: "motor", partId: "hub-250" },
      { do: "undo" },
    );
    expect(view.job.version).toBe(4);
    expect((await history(db, view.job.id)).map((line) => [line.version, line.says, line.by, line.undone])).toEqual([
      [4, "Undone: motor: The hub-250", "Tam", false],
      [3, "motor: The hub-250", "Tam", true],
      [2, "Ask: the rider's mass", "Tam", false],
      [1, `Job ${view.job.number} taken in`, "Tam", false],
    ]);
  });
  test("lines by hand, overrides and sources stand beside what was there", async () => {
    const line = (id: string) => ({ id, says: id, quantity: 1, priceMinor: 100, group: "dressing" as const });
    let view = await must(await fresh(), { do: "add line", line: line("paint") }, { do: "add line", line: line("tape") });
    expect(view.job.hand.map((l) => l.id)).toEqual(["paint", "tape"]);
    view = await must(view, { do: "remove line", id: "paint" });
    expect(view.job.hand.map((l) => l.id)).toEqual(["tape"]);
    view = await must(
      view,
      { do: "choose", slot: "kit", partId: "kit-small" },
      { do: "source", line: "kit kit-small", source: "customer" },
    );
    view = await must(
      view,
      { do: "choose", slot: "charger", partId: "charger-42" },
      { do: "source", line: "choice charger", source: "customer" },
    );
    expect(view.job.sources).toEqual({ "kit kit-small": "customer", "choice charger": "customer" });
    expect(await says(view, { do: "source", line: "kit kit-small hub-250", source: "buy" })).toBe(
      "This line's source cannot be changed.",
    );
    expect(await says(view, { do: "source", line: "hand tape", source: "buy" })).toBe("This line's source cannot be changed.");
  });
  test("two overrides stand side by side, and the same finding is overridden anew by its last reason", async () => {
    let view = await must(await fresh(), { do: "choose", slot: "motor", partId: "hub-250" });
    const open = view.findings.filter((f) => f.verdict === "adapt" && !f.safety).slice(0, 2);
    expect(open).toHaveLength(2);
    for (const finding of open)
      view = await must(view, { do: "override", finding: finding.key, reason: `for ${finding.key} it is so` });
    expect(view.job.overrides.map((o) => o.finding)).toEqual(open.map((f) => f.key));
    view = await must(view, { do: "withdraw override", finding: open[0]!.key });
    expect(view.job.overrides.map((o) => o.finding)).toEqual([open[1]!.key]);
  });
  test("a remedy is accepted once and taken back once", async () => {
    let view = await must(
      await fresh(),
      { do: "measure", key: "frontBeadSeatMm", text: "622", system: "metric", how: "nominal", confirmed: false },
      { do: "choose", slot: "motor", partId: "hub-250" },
    );
    const tyre = { finding: "kit/lacks front tyre", remedy: "new-tyre" };
    view = await must(view, { do: "accept", ...tyre });
    expect(view.job.accepted.map(({ finding, remedy }) => ({ finding, remedy }))).toEqual([tyre]);
    expect(await says(view, { do: "accept", ...tyre })).toMatch(/already accepted|not offered any more/);
    expect(await says(view, { do: "take back", finding: tyre.finding, remedy: "move-tyre" })).toBe(
      "That remedy is not accepted.",
    );
    view = await must(view, { do: "take back", ...tyre });
    expect(view.job.accepted).toEqual([]);
  });
  test("a remedy refused once is offered again once", async () => {
    let view = await must(
      await fresh(),
      { do: "measure", key: "frontBeadSeatMm", text: "622", system: "metric", how: "nominal", confirmed: false },
      { do: "choose", slot: "motor", partId: "hub-250" },
    );
    const finding = view.findings.find((f) => f.key === "kit/lacks front tyre")!;
    const [first, second] = finding.remedies.map((r) => ({ finding: finding.key, remedy: r.id }));
    view = await must(view, { do: "refuse", ...first! });
    expect(await says(view, { do: "refuse", ...first! })).toBe("It is already refused.");
    expect(await says(view, { do: "offer again", ...second! })).toBe("That remedy was not refused.");
    view = await must(view, { do: "offer again", ...first! });
    expect(view.job.refused).toEqual([]);
    expect(await says(view, { do: "offer again", ...first! })).toBe("That remedy was not refused.");
  });
  test("a sheet with one line or two without a price says which, and is not given", async () => {
    let view = await must(await fresh(), { do: "put in", partId: "bell-22", quantity: 1 });
    expect(await says(view, { do: "give sheet" })).toBe("1 line has no price: The bell-22 (no supplier offers it).");
    await saveParts(db, [{ ...PARTS.find((part) => part.id === "display-22")!, offers: [] } as never]);
    view = await must(view, { do: "choose", slot: "display", partId: "display-22" });
    expect(await says(view, { do: "give sheet" })).toBe(
      "2 lines have no price: The display-22 (no supplier offers it); The bell-22 (no supplier offers it).",
    );
  });
});

describe("the list of jobs", () => {
  test("shows nothing for a job with nothing chosen, then its kit or motor and the price", async () => {
    const row = async () => (await listJobs(db, "", 1)).rows[0]!.summary;
    const view = await fresh();
    expect(await row()).toMatchObject({ allInMinor: 0, build: "", readyBy: null, budgetMinor: null, currency: "EUR" });
    const motor = await must(view, { do: "choose", slot: "motor", partId: "mid-250" });
    expect(await row()).toMatchObject({ allInMinor: motor.sheet.allInMinor, build: "The mid-250" });
    await must(motor, { do: "choose", slot: "kit", partId: "kit-small" });
    expect((await row()).build).toBe("The kit-small");
  });
});

describe("ways out of a stop", () => {
  test("are the kits and motors that go on this bike without one, the fewest open first", async () => {
    let view = await fresh();
    const measure = (key: "forkMaterial" | "frontDropoutMaterial" | "frontDropout", text: string) =>
      ({ do: "measure", key, text, system: "metric", how: "seen", confirmed: false }) as const;
    view = await must(
      view,
      measure("forkMaterial", "carbon"),
      measure("frontDropoutMaterial", "carbon"),
      measure("frontDropout", "slot"),
      { do: "choose", slot: "motor", partId: "hub-250" },
    );
    const ways = (await waysOut(db, view.job.id, NOW))!;
    expect([ways.tried, ways.all]).toEqual([4, 4]);
    expect(ways.ways.map((way) => [way.slot, way.id, way.verdicts.stop])).toEqual([["motor", "mid-250", 0]]);
    const open = await waysOut(db, (await fresh()).job.id, NOW);
    const left = open!.ways.map((way) => way.verdicts.measure * 2 + way.verdicts.adapt);
    expect(left).toEqual([...left].sort((a, b) => a - b));
    expect(open!.ways.length).toBeGreaterThan(2);
    expect(await waysOut(db, "none", NOW)).toBeUndefined();
  });
});

describe("house rules", () => {
  test("a preview says of each job what reads otherwise, by how much it costs more, and leaves what is the same", async () => {
    const idle = await fresh();
    const view = await must(
      await fresh(),
      { do: "choose", slot: "motor", partId: "hub-250" },
      { do: "choose", slot: "charger", partId: "charger-42" },
    );
    // What there is no time for is counted, and whoever has gone is not waited for.
    const { total } = await jobList(db, "", 40, NOW);
    expect(await previewHouse(db, { taxPercent: 30 }, NOW, { budgetMs: -1 })).toEqual({
      ok: true,
      value: { changed: [], unchanged: 0, signed: 0, left: total },
    });
    expect(await previewHouse(db, { taxPercent: 30 }, NOW, { isLeft: () => true })).toMatchObject({ ok: false });
    const same = await previewHouse(db, { spareSpokes: 4 }, NOW);
    expect(same).toEqual({ ok: true, value: { changed: [], unchanged: 2, signed: 0, left: 0 } });
    const dearer = await previewHouse(db, { taxPercent: 30 }, NOW);
    if (!dearer.ok) throw new Error(dearer.error);
    expect(dearer.value).toMatchObject({
      unchanged: 1,
      signed: 0,
      changed: [
        { id: view.job.id, number: view.job.number, customer: "Ida Quill", bike: "a bike", findings: [], currency: "EUR" },
      ],
    });
    // A tenth more of what is taxed.
    expect(dearer.value.changed[0]!.priceMinor).toBe(Math.round(view.sheet.beforeTaxMinor * 0.3) - view.sheet.taxMinor);
    expect((await houseRules(db)).taxPercent).toBe(20);
    const sealed = await previewHouse(db, { currency: "GBP" }, NOW);
    if (!sealed.ok) throw new Error(sealed.error);
    expect(sealed.value.changed.find((job) => job.id === view.job.id)!.currency).toBe("GBP");
    expect(sealed.value.changed.some((job) => job.id === idle.job.id)).toBe(false);
    expect(await previewHouse(db, { taxPercent: 41 }, NOW)).toMatchObject({
      ok: false,
      error: "Tax on sales must be 0 to 40 %",
    });
  });
  test("a part that costs more is dearer in the list as well, though its job was not touched", async () => {
    const view = await must(await fresh(), { do: "choose", slot: "motor", partId: "hub-250" });
    const line = async (now = NOW) => (await jobList(db, "", 1, now)).rows[0]!;
    const before = (await line()).summary;
    expect(before.allInMinor).toBe(view.sheet.allInMinor);
    const part = (await loadCatalogue(db)).parts.get("hub-250")!;
    const dearer = { ...part, inStock: 0, offers: [{ ...part.offers[0]!, priceMinor: 10 * part.offers[0]!.priceMinor }] };
    expect(await savePart(db, dearer)).toMatchObject({ ok: true });
    expect((await listJobs(db, "", 1)).rows[0]!.summary.allInMinor).toBe(before.allInMinor);
    const after = await line();
    expect(after.summary.allInMinor).toBe((await openJob(db, view.job.id, NOW))!.sheet.allInMinor);
    expect(after.summary.allInMinor).toBeGreaterThan(before.allInMinor);
    // Kept with its stamp: the next look works nothing out, another day does.
    expect((await listJobs(db, "", 1)).rows[0]!.summary).toEqual(after.summary);
    expect((await line("2026-01-06T09:00:00.000Z")).summary.stamp).not.toBe(after.summary.stamp);
    expect(await savePart(db, part)).toMatchObject({ ok: true });
  });
  test("kept, every open job's line in the list follows", async () => {
    const view = await must(await fresh(), { do: "choose", slot: "motor", partId: "hub-250" });
    await saveHouse(db, { taxPercent: 0 });
    const line = async () => (await jobList(db, "", 1, NOW)).rows[0]!;
    expect((await line()).summary.allInMinor).toBe(view.sheet.beforeTaxMinor);
    expect((await line()).id).toBe(view.job.id);
    expect((await houseRules(db)).taxPercent).toBe(0);
    expect(await saveHouse(db, { taxPercent: -1 })).toMatchObject({ ok: false });
    expect((await houseRules(db)).taxPercent).toBe(0);
  });
});
