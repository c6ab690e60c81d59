import type { Knex } from "knex";
import { stepOfCheck } from "@/core/prove/checks";
import { makeChecks } from "./makeChecks";
import { accountOf } from "@/core/cost/account";
import type { Command } from "@/core/job/command";
import { customerView } from "@/core/job/customerView";
import type { JobView } from "@/core/job/view";
import { loadCatalogue, saveParts } from "@/data/catalogue";
import { openDatabase } from "@/data/connection";
import { DEMO_JOBS } from "@/data/demo/jobs";
import { listJobs } from "@/data/jobs";
import { candidates, preview, waysOut } from "./choices";
import { createJob } from "./createJob";
import { exportJob } from "./jobFiles";
import { openJob } from "./jobView";
import { loadDemo } from "./loadDemo";
import { DEMO_PARTS } from "@/data/demo/parts";
import { listParts, openPart, savePart } from "./parts";
import { perform, type StepBack } from "./perform";

const NOW = "2026-11-25T09:00:00.000Z";
let db: Knex;

beforeAll(async () => {
  db = await openDatabase(":memory:");
  await loadDemo(db, NOW);
});
afterAll(() => db.destroy());

const idOf = async (customer: string) => (await listJobs(db, customer, 1)).rows[0]!.id;
const viewOf = async (customer: string) => (await openJob(db, await idOf(customer), NOW))!;
const act = (view: JobView, command: Command | StepBack, version = view.job.version) =>
  perform(db, { jobId: view.job.id, version, by: "Ida", command }, NOW);
async function must(view: JobView, command: Command | StepBack): Promise<JobView> {
  const answer = await act(view, command);
  if (!answer.ok) throw new Error(answer.error.says);
  return answer.view;
}
async function fresh(customer: string): Promise<JobView> {
  const made = await createJob(db, { customer, bike: "a bike", by: "Ida" }, NOW);
  if (!made.ok) throw new Error(made.error);
  return (await openJob(db, made.value, NOW))!;
}

describe("the demo", () => {
  test("loads once, by the same use cases as clicks", async () => {
    const { total } = await listJobs(db, "", 100);
    expect(await loadDemo(db, NOW)).toBe(false);
    expect((await listJobs(db, "", 100)).total).toBe(total);
    for (const { customer } of DEMO_JOBS) expect([customer, (await listJobs(db, customer, 5)).total]).toEqual([customer, 1]);
  });
  test("the step-through is built and signed, the tandem has two chains on its orders", async () => {
    const maud = await viewOf("Maud");
    expect(maud.job.signed?.by).toBe("Tamsin");
    expect(maud.stages.find((s) => s.name === "Build")!.knot).toBe("tied");
    const tandem = await viewOf("Odo");
    expect(tandem.sheet.plan.orders.flatMap((o) => o.lines).find((l) => l.part.kind === "chain")).toMatchObject({ quantity: 2 });
  });
  test("the carbon fork is refused, nothing may be ordered or built, and the ways out are found by trying", async () => {
    const ivo = await viewOf("Ivo");
    expect(
      ivo.findings
        .filter((f) => f.verdict === "stop")
        .filter((f) => f.safety)
        .map((f) => f.rule),
    ).toEqual(["axle/slot", "axle/torque-arms", "axle/fork-column"]);
    const order = ivo.sheet.plan.orders[0]!;
    expect(
      await act(ivo, { do: "place order", supplierId: order.supplier.id, expectMinor: order.goodsMinor + order.carriageMinor }),
    ).toMatchObject({ ok: false, error: { says: expect.stringContaining("fit says stop") } });
    expect(await act(ivo, { do: "tick", step: "survey", note: "" })).toMatchObject({ ok: false });
    expect(
      await act(ivo, { do: "override", finding: "axle/torque-arms front", reason: "the customer insists on it" }),
    ).toMatchObject({ ok: false, error: { says: expect.stringContaining("nobody may override") } });
    const ways = (await waysOut(db, ivo.job.id, NOW))!;
    expect(ways.ways.length).toBeGreaterThan(0);
    expect(ways.ways.every((way) => way.verdicts.stop === 0)).toBe(true);
  });
});

describe("one thing done to a job", () => {
  test("typing is kept, the unlikely is asked about, the impossible refused, nothing lost", async () => {
    let view = await fresh("Wilma Rusk");
    const measure = { do: "measure", key: "shellWidthMm", system: "metric", how: "caliper" } as const;
    expect(await act(view, { ...measure, text: "681", confirmed: false })).toMatchObject({
      ok: false,
      error: { kind: "ask", perhaps: 68.1 },
    });
    expect(await act(view, { ...measure, text: "99999", confirmed: true })).toMatchObject({
      ok: false,
      error: { kind: "refused" },
    });
    view = await must(view, { ...measure, text: "68,1", confirmed: false });
    expect(await act(view, { ...measure, text: "681", confirmed: true })).toMatchObject({
      ok: false,
      error: { kind: "refused" },
    });
    view = await must(view, { ...measure, text: "150", confirmed: true });
    expect(view.job.donor.shellWidthMm).toMatchObject({
      value: 150,
      confirmed: true,
      plusMinus: 0.1,
      taken: { by: "Ida" },
      earlier: [{ value: 68.1 }],
    });
  });

  test("what a customer brings is for that job alone: theirs on the sheet, awaited by its step, offered to nobody else", async () => {
    let view = await fresh("Brings Battery");
    const other = await fresh("Brings Nothing");
    const pack = (await loadCatalogue(db)).parts.get("bat-36-10-dt")!;
    const own = {
      ...pack,
      id: "own-pack",
      name: "Customer's own battery",
      offers: [],
      inStock: 0,
      spec: { ...pack.spec, capacityAh: 9.7 },
    };
    expect(await savePart(db, { ...own, onlyFor: "j0-nobody" })).toMatchObject({ ok: false, error: [{ path: "onlyFor" }] });
    expect(await savePart(db, { ...own, onlyFor: view.job.id })).toEqual({ ok: true, value: "own-pack" });
    const listed = async (jobId: string) => (await candidates(db, "battery", "own-pack", NOW, jobId)).candidates.map((c) => c.id);
    expect([await listed(view.job.id), await listed(other.job.id)]).toEqual([["own-pack"], []]);
    expect((await loadCatalogue(db)).distinct("battery").map((part) => part.id)).not.toContain("own-pack");
    const choose = { do: "choose", slot: "battery", partId: "own-pack" } as const;
    expect(await act(other, choose)).toMatchObject({ ok: false, error: { says: "That part is another customer's own." } });
    expect(await act(other, { do: "put in", partId: "own-pack", quantity: 1 })).toMatchObject({ ok: false });
    view = await must(view, { do: "choose", slot: "kit", partId: "kit-front-622" });
    view = await must(view, choose);
    expect(view.sheet.lines.find((line) => line.partId === "own-pack")).toMatchObject({
      source: "customer",
      costMinor: 0,
      priceMinor: 0,
    });
    expect(view.sheet.plan.orders.flatMap((order) => order.lines).map((line) => line.part.id)).not.toContain("own-pack");
    const inCradle = () => view.steps.find((step) => step.id === "cradle")!.parts.find((part) => part.id === "own-pack");
    expect(inCradle()).toMatchObject({ waits: "not brought by the customer yet", theirs: "awaited" });
    const survey = view.steps.find((step) => step.id === "survey")!;
    expect(survey.does.join()).toMatch(/no dent, swelling, water or smell/);
    expect(survey.cautions).toContain("packFire");
    expect(await act(view, { do: "brought", partId: pack.id })).toMatchObject({ ok: false });
    view = await must(view, { do: "brought", partId: "own-pack" });
    expect(inCradle()).toMatchObject({ waits: null, theirs: "here" });
    expect(await act(view, { do: "brought", partId: "own-pack" })).toMatchObject({
      ok: false,
      error: { says: "That part is here already." },
    });
    // Taken to another shop as a file, it is that job's customer's there.
    const file = (await exportJob(db, view.job.id, NOW))!.file;
    expect(file.parts!.find((part) => part.id === "own-pack")).toMatchObject({ onlyFor: view.job.id });
  });

  test("a job begins from a usual bike, or from another job: what is not measured here is told", async () => {
    const from = async (start: object) => {
      const made = await createJob(db, { customer: "Second Bike", bike: "the same", by: "Ida", start }, NOW);
      return made.ok ? (await openJob(db, made.value, NOW))! : made.error;
    };
    const city = (await from({ template: "city" })) as JobView;
    expect(city.job.donor.rearBrake).toMatchObject({ value: "coaster", how: "told", taken: { by: "Ida" } });
    const odo = (await openJob(db, await idOf("Odo"), NOW))!;
    const copy = (await from({ copyOf: odo.job.id })) as JobView;
    expect(copy.job.wish).toEqual({ ...odo.job.wish, customer: "Second Bike", bike: "the same" });
    expect(copy.job.choices).toEqual(odo.job.choices);
    expect(Object.keys(copy.job.donor).sort()).toEqual(Object.keys(odo.job.donor).sort());
    expect(new Set(Object.values(copy.job.donor).map((reading) => reading.how))).toEqual(new Set(["told"]));
    // What was bought, done and signed is the other bike's.
    expect([copy.job.orders, copy.job.ticks, copy.job.signed, copy.job.given, copy.job.photos]).toEqual([[], {}, null, [], []]);
    expect(await from({ copyOf: "nope" })).toBe("The job to copy does not exist any more.");
    expect(typeof (await from({ template: "flying" }))).toBe("string");
  });

  test("undo takes edits back one by one, and says when there is nothing", async () => {
    let view = await fresh("Undo Person");
    view = await must(view, { do: "edit wish", wish: { riderKg: 80 } });
    view = await must(view, { do: "choose", slot: "kit", partId: "kit-front-622" });
    view = await must(view, { do: "undo" });
    expect([view.job.choices, view.job.wish.riderKg]).toEqual([{}, 80]);
    view = await must(view, { do: "undo" });
    expect(view.job.wish.riderKg).toBeNull();
    expect(await act(view, { do: "undo" })).toMatchObject({ ok: false, error: { says: "There is nothing to undo." } });
    expect(view.history.filter((line) => line.undone)).toHaveLength(2);
  });

  test("what was undone is done again in its order, until something new is done", async () => {
    let view = await fresh("Redo Person");
    view = await must(view, { do: "edit wish", wish: { riderKg: 80 } });
    view = await must(view, { do: "choose", slot: "kit", partId: "kit-front-622" });
    for (const _ of [1, 2]) view = await must(view, { do: "undo" });
    view = await must(view, { do: "redo" });
    expect([view.job.wish.riderKg, view.job.choices]).toEqual([80, {}]);
    view = await must(view, { do: "redo" });
    expect([view.job.choices.kit, view.history[0]!.says]).toEqual(["kit-front-622", expect.stringMatching(/^Done again: kit/)]);
    expect(await act(view, { do: "redo" })).toMatchObject({ ok: false, error: { says: "There is nothing to redo." } });
    view = await must(view, { do: "undo" });
    view = await must(view, { do: "edit wish", wish: { riderKg: 81 } });
    expect(await act(view, { do: "redo" })).toMatchObject({ ok: false, error: { says: "There is nothing to redo." } });
    expect(view.history.filter((line) => line.undone)).toHaveLength(1);
  });

  test("a command on an older version is refused with what changed; nothing is stored", async () => {
    const view = await fresh("Two Tabs");
    const other = await must(view, { do: "edit wish", wish: { riderKg: 70 } });
    const stale = await act(view, { do: "edit wish", wish: { riderKg: 90 } }, view.job.version);
    expect(stale).toMatchObject({
      ok: false,
      error: {
        kind: "stale",
        says: expect.stringContaining("rider's mass"),
        view: { job: { wish: { riderKg: 70 }, version: other.job.version } },
      },
    });
  });

  test("an order keeps its own prices, cannot be placed twice, and undo says what it does not do", async () => {
    let view = await fresh("Order Person");
    view = await must(view, { do: "choose", slot: "battery", partId: "bat-36-10-dt" });
    const order = view.sheet.plan.orders[0]!;
    const place = {
      do: "place order",
      supplierId: order.supplier.id,
      expectMinor: order.goodsMinor + order.carriageMinor,
    } as const;
    expect(await act(view, { ...place, expectMinor: 1 })).toMatchObject({
      ok: false,
      error: { says: expect.stringContaining("has changed since") },
    });
    const before = view;
    view = await must(view, place);
    expect(await act(before, place)).toMatchObject({ ok: false, error: { kind: "stale" } });
    expect(await act(view, place)).toMatchObject({
      ok: false,
      error: { says: expect.stringContaining("nothing left to order") },
    });
    const part = (await loadCatalogue(db)).parts.get("bat-36-10-dt")!;
    await saveParts(db, [
      {
        ...part,
        spec: part.spec as Record<string, unknown>,
        offers: part.offers.map((o) => ({ ...o, priceMinor: o.priceMinor * 2 })),
      },
    ]);
    view = (await openJob(db, view.job.id, NOW))!;
    expect(view.sheet.lines[0]!.costMinor).toBe(order.goodsMinor);
    await saveParts(db, [{ ...part, spec: part.spec as Record<string, unknown> }]);
    // What others rely on is asked about first; nothing is stored until then.
    expect(await act(view, { do: "undo" })).toMatchObject({
      ok: false,
      error: { kind: "ask", says: expect.stringMatching(/^Undo: .*told to its supplier too/) },
    });
    expect((await openJob(db, view.job.id, NOW))!.job.orders).toHaveLength(1);
    view = await must(view, { do: "undo", sure: true });
    expect([view.job.orders.length, view.history[0]!.says]).toEqual([0, expect.stringContaining("tell the supplier")]);
    expect(await db("purchase_order").where({ job_id: view.job.id })).toEqual([]);
  });

  test("a work order is signed only when every step is ticked, by a name", async () => {
    let view = await fresh("Sign Person");
    view = await must(view, { do: "choose", slot: "motor", partId: "mm250-68" });
    expect(await act(view, { do: "sign" })).toMatchObject({ ok: false, error: { says: expect.stringContaining("not ticked") } });
    const despite = "nothing is measured: a rehearsal";
    for (const step of view.steps) {
      const mine = () => view.checks.filter(({ check }) => stepOfCheck(check) === step.id);
      // Nobody ticks checks that nobody made, whatever they say.
      if (mine().length > 0)
        expect(await act(view, { do: "tick", step: step.id, note: "", despite })).toMatchObject({
          ok: false,
          error: { says: expect.stringContaining("checks are still to be made in Prove") },
        });
      for (const command of makeChecks(mine())) view = await must(view, command);
      for (const { key } of step.marks) view = await must(view, { do: "mark", mark: key });
      const held = view.steps.find(({ id }) => id === step.id)!.held.why.length > 0;
      view = await must(view, { do: "tick", step: step.id, note: "ok", ...(held && { despite }) });
    }
    expect(
      await perform(db, { jobId: view.job.id, version: view.job.version, by: " ", command: { do: "sign" } }, NOW),
    ).toMatchObject({ ok: false, error: { says: expect.stringContaining("who signs") } });
    view = await must(view, { do: "sign", despite });
    expect(view.job.signed).toMatchObject({
      by: "Ida",
      steps: expect.arrayContaining([expect.objectContaining({ note: "ok" })]),
    });
    expect(await act(view, { do: "untick", step: "survey" })).toMatchObject({ ok: false });
  });

  test.each([
    [{ do: "choose", slot: "motor", partId: "hf250-mystery" }, /Axle thread diameter must be 8 to 24 mm/],
    [{ do: "choose", slot: "motor", partId: "bat-36-10-dt" }, /does not go in the place of the motor/],
    [{ do: "choose", slot: "motor", partId: "nothing" }, /not in the catalogue/],
    [{ do: "choose", slot: "wings", partId: null }, /./],
    [{ do: "edit wish", wish: { riderKg: 5000 } }, /must be 20 to 250 kg/],
    [{ do: "edit wish", wish: { customer: "  " } }, /customer's name/],
    [{ do: "edit wish", wish: { readyBy: "tomorrow" } }, /must be a date/],
    [{ do: "accept", finding: "axle/slot front", remedy: "file-slot" }, /not offered any more/],
    [{ do: "add line", line: { id: "x", says: "Bell", quantity: -1, priceMinor: 5, group: "dressing" } }, /must be 1 or more/],
    [{ do: "give sheet" }, /nothing on the sheet/],
    [{ do: "sign" }, /no work order yet/],
    [{ do: "explode" }, /./],
  ])("refused in words: %j", async (command, says) => {
    const view = await viewOf("Wenna");
    const answer = await act(view, command as Command);
    expect(!answer.ok && answer.error.says).toMatch(says);
    expect((await viewOf("Wenna")).job).toEqual(view.job);
  });

  test("an unknown job is gone, in words", async () =>
    expect(await perform(db, { jobId: "nope", version: 1, by: "", command: { do: "undo" } }, NOW)).toMatchObject({
      ok: false,
      error: { kind: "gone" },
    }));

  test("a customer's name is text, however it looks", async () => {
    const view = await fresh(`<img src=x onerror=alert(1)>'; drop table job; --`);
    expect((await listJobs(db, "drop table", 5)).rows[0]!.customer).toBe(view.job.wish.customer);
    expect((await listJobs(db, "100%_", 5)).total).toBe(0);
  });
});

describe("the database holds without the application", () => {
  test.each([
    [
      "a negative price",
      () =>
        db("offer").insert({
          part_id: "tyre-622-37",
          supplier_id: "lowtide",
          price_minor: -1,
          currency: "EUR",
          pack_size: 7,
          lead_days: 1,
          carriage: "ordinary",
        }),
    ],
    [
      "a currency nobody has",
      () =>
        db("offer").insert({
          part_id: "tyre-622-37",
          supplier_id: "lowtide",
          price_minor: 1,
          currency: "XXX",
          pack_size: 8,
          lead_days: 1,
          carriage: "ordinary",
        }),
    ],
    [
      "an offer of no supplier",
      () =>
        db("offer").insert({
          part_id: "tyre-622-37",
          supplier_id: "nobody",
          price_minor: 1,
          currency: "EUR",
          pack_size: 9,
          lead_days: 1,
          carriage: "ordinary",
        }),
    ],
    ["a spec that is no JSON", () => db("part").insert({ id: "x", kind: "tyre", name: "x", maker: "", in_stock: 0, spec: "{" })],
    ["a second job of one number", async () => db("job").insert({ ...(await db("job").first()), id: "copy" })],
    [
      "an event of no job",
      () => db("event").insert({ job_id: "nope", version: 1, at: NOW, by: "", kind: "x", says: "", before: "{}", after: "{}" }),
    ],
  ])("refuses %s", async (_name, insert) =>
    expect(Promise.resolve(insert())).rejects.toMatchObject({ code: expect.stringMatching(/^SQLITE_CONSTRAINT/) as string }),
  );
});

describe("parts", () => {
  test("a broken one is listed first, says which field, and cannot be chosen", async () => {
    const { rows } = await listParts(db, "second hand", "", NOW);
    expect(rows[0]).toMatchObject({
      id: "hf250-mystery",
      broken: expect.stringContaining("Axle thread diameter must be 8 to 24 mm"),
    });
    expect((await candidates(db, "motor", "second hand", NOW)).candidates[0]!.broken).toMatch(/Axle thread diameter/);
    expect((await openPart(db, "hf250-mystery"))!.issues.map((i) => i.path)).toContain("spec.overLocknutMm");
  });
  test.each([
    [{ massKg: "heavy" }, "massKg"],
    [{ spec: { beadSeatMm: 6220, widthMm: 37 } }, "spec.beadSeatMm"],
    [{ spec: { beadSeatMm: 622, widthMm: 37, colour: "red" } }, "spec.colour"],
    [
      { offers: [{ supplierId: "nobody", priceMinor: 1, currency: "EUR", packSize: 1, leadDays: 1, carriage: "ordinary" }] },
      "offers.0.supplierId",
    ],
    [
      { offers: [{ supplierId: "lowtide", priceMinor: 1.5, currency: "EUR", packSize: 1, leadDays: 1, carriage: "ordinary" }] },
      "offers.0.priceMinor",
    ],
    [{ id: "../../etc" }, "id"],
    [{ kind: "kit", spec: { contents: [{ partId: "nothing", quantity: 1 }] } }, "spec.contents.0.partId"],
  ])("%j is refused at %s and not stored", async (over, path) => {
    const raw = {
      id: "tyre-new",
      kind: "tyre",
      name: "New",
      maker: "",
      massKg: 1,
      inStock: 0,
      offers: [],
      spec: { beadSeatMm: 622, widthMm: 37 },
      ...over,
    };
    expect(await savePart(db, raw)).toMatchObject({
      ok: false,
      error: expect.arrayContaining([expect.objectContaining({ path })]),
    });
    expect(await openPart(db, "tyre-new")).toBeUndefined();
  });
  test("a price of 0.00 is asked about, and kept with the answer", async () => {
    const part = { ...DEMO_PARTS.find((one) => one.offers.length === 1)!, id: "gift-new" };
    const at = (more: object) => ({ ...part, offers: [{ ...part.offers[0]!, priceMinor: 0, ...more }] });
    expect(await savePart(db, at({}))).toEqual({
      ok: false,
      error: [{ path: "offers.0.priceMinor", message: "is 0.00: say below that it costs nothing, or give the price" }],
    });
    expect(await savePart(db, at({ free: true }))).toEqual({ ok: true, value: "gift-new" });
    expect((await openPart(db, "gift-new"))!.raw).toMatchObject({ offers: [{ priceMinor: 0, free: true }] });
  });
  test("everything that is wrong is told at once, of its head, its offers and its figures", async () => {
    const hub = DEMO_PARTS.find((one) => one.id === "hf250-622")!;
    const wrong = await savePart(db, {
      ...hub,
      name: "",
      offers: [{ ...hub.offers[0]!, priceMinor: "0.999" }],
      spec: { ...hub.spec, laced: { beadSeatMm: 6222, rimInnerMm: 19 } },
    });
    expect(!wrong.ok && wrong.error.map(({ path }) => path).sort()).toEqual([
      "name",
      "offers.0.priceMinor",
      "spec.laced.beadSeatMm",
    ]);
  });
  test("a sound one is stored and can be chosen at once", async () => {
    expect(
      await savePart(db, {
        id: "dsp-new",
        kind: "display",
        name: "Čapka display ≤ 60 V",
        maker: "",
        massKg: null,
        inStock: 0,
        offers: [],
        spec: { plug: "x", clampMm: 22.2, showsSpeed: true },
      }),
    ).toEqual({ ok: true, value: "dsp-new" });
    expect((await candidates(db, "display", "čapka", NOW)).candidates.map((c) => c.id)).toEqual(["dsp-new"]);
  });
});

test("a preview chooses without storing", async () => {
  const view = await viewOf("Perran");
  const [tried] = (await preview(db, view.job.id, "battery", ["bat-48-14-dt", "no-such"], NOW))!;
  const chosen = await must(view, { do: "choose", slot: "battery", partId: "bat-48-14-dt" });
  expect(tried).toMatchObject({
    allInMinor: chosen.sheet.allInMinor,
    deltaMinor: chosen.sheet.allInMinor - view.sheet.allInMinor,
  });
  expect(await preview(db, "nope", "battery", [], NOW)).toBeUndefined();
});

describe("a customer's account", () => {
  test("takes a deposit and the rest, asks before more than is owed, and gives back no more than was paid", async () => {
    const view = await viewOf("Perran");
    const { allInMinor, depositMinor } = view.sheet;
    expect(depositMinor).toBeGreaterThan(0);
    const pay = (minor: number, over: object = {}): Command => ({
      do: "take payment",
      minor,
      back: false,
      how: "card",
      says: "",
      ...over,
    });
    const deposit = await must(view, pay(depositMinor, { says: "deposit" }));
    expect(deposit.job.payments).toMatchObject([{ minor: depositMinor, by: "Ida", currency: "EUR", says: "deposit" }]);
    expect(deposit.sheet).toEqual(view.sheet);
    const tooMuch = pay(allInMinor - depositMinor + 1);
    expect(await act(deposit, tooMuch)).toMatchObject({ ok: false, error: { says: expect.stringContaining("is owed") } });
    expect(await act(deposit, pay(depositMinor + 1, { back: true }))).toMatchObject({
      ok: false,
      error: { says: expect.stringContaining("no more than that is given back") },
    });
    for (const minor of [0, -1, 1.5, 1e9]) expect([minor, (await act(deposit, pay(minor))).ok]).toEqual([minor, false]);
    const over = await must(deposit, { ...tooMuch, over: true } as Command);
    const back = await must(over, pay(1, { back: true, says: "a cent too much" }));
    expect(accountOf(back.job.payments, back.sheet)).toMatchObject({ owedMinor: 0, paidMinor: allInMinor });
    // What came in goes out with the job, and stands before its customer.
    expect(JSON.stringify(await exportJob(db, back.job.id, NOW))).toContain("a cent too much");
    const given = await must(back, { do: "give sheet", overBudget: true });
    expect(customerView(given).sheet).toMatchObject({ paidMinor: allInMinor });
    // Taken back step by step it is as it was.
    let undone = given;
    for (let i = 0; i < 4; i += 1) undone = await must(undone, { do: "undo", sure: true });
    expect(undone.job.payments).toEqual([]);
  });
});
