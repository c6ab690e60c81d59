import fc from "fast-check";
import type { Knex } from "knex";
import type { Command } from "@/core/job/command";
import type { JobView } from "@/core/job/view";
import { loadCatalogue, saveParts, saveSuppliers } from "@/data/catalogue";
import { openDatabase } from "@/data/connection";
import { because } from "@/data/shelfMoves";
import { battery, mid, offer, partOf, QUAY } from "../../tests/bench.fixture";
import { refusal } from "../../tests/refusal";
import { createJob } from "./createJob";
import { jobList } from "./jobList";
import { openJob } from "./jobView";
import { openPart } from "./parts";
import { perform, type StepBack } from "./perform";

/** One shelf under several jobs: every piece is on it, held by one job, or in a bike. */
const NOW = "2026-01-05T09:00:00.000Z";
const MOTOR = { ...mid(), id: "mid-a", name: "The motor", inStock: 1, offers: [offer("quay", 300_00)] };
const PACK = { ...battery(), id: "pack-a", name: "The pack", inStock: 3, offers: [offer("quay", 250_00)] };
const BELL = partOf("bell", { barMm: 22 }, { id: "bell-a", name: "The bell", inStock: 4, offers: [offer("quay", 9_00)] });
const DESPITE = "nothing is measured: a rehearsal";

let db: Knex;
beforeEach(async () => {
  db = await openDatabase(":memory:");
  await saveSuppliers(db, [QUAY]);
  const parts = [MOTOR, PACK, BELL].map((part) => ({ ...part, spec: { ...part.spec } as Record<string, unknown> }));
  const why = { says: "unpacked", at: "2026-01-02T09:00:00.000Z", by: "Ida" };
  await db.transaction((trx) => because(trx, why, () => saveParts(trx, parts)));
});
afterEach(() => db.destroy());

const make = async (customer: string): Promise<string> => {
  const made = await createJob(db, { customer, bike: "a bike", by: "Ida" }, NOW);
  if (!made.ok) throw new Error(made.error);
  return made.value;
};
const open = async (id: string): Promise<JobView> => (await openJob(db, id, NOW))!;
const act = async (id: string, command: Command | StepBack) =>
  perform(db, { jobId: id, version: (await open(id)).job.version, by: "Ida", command }, NOW);
async function must(id: string, command: Command | StepBack): Promise<JobView> {
  const answer = await act(id, command);
  if (!answer.ok) throw new Error(answer.error.says);
  return answer.view;
}
const sourceOf = async (id: string, partId: string) =>
  (await open(id)).sheet.lines.find((line) => line.partId === partId)?.source ?? "none";
const onShelf = async (partId: string) => (await loadCatalogue(db)).parts.get(partId)!.inStock;
const tick = (step: string): Command => ({ do: "tick", step, note: "", despite: DESPITE });

test("what is put by and let go stands in the part's ledger with who did it, and undo notes its opposite", async () => {
  const [first, second] = [await make("First"), await make("Second")];
  const ledger = async () =>
    (await openPart(db, "mid-a"))!.shelf!.ledger.map(
      (line) => `${line.job?.customer ?? "shelf"} ${line.held} ${line.there}/${line.heldThen} ${line.by}: ${line.says}`,
    );
  const [begun] = await ledger();
  await must(first, { do: "choose", slot: "motor", partId: "mid-a" });
  await must(second, { do: "choose", slot: "motor", partId: "mid-a" });
  const put = "First 1 1/1 Ida: motor: The motor";
  expect(await ledger()).toEqual([put, begun]);
  await must(first, { do: "undo" });
  const back = "First -1 1/0 Ida: Undone: motor: The motor";
  expect(await ledger()).toEqual([back, put, begun]);
  await jobList(db, "", 9, NOW);
  expect(await ledger()).toEqual(["Second 1 1/1 : what there is for it changed", back, put, begun]);
  for (const wrong of [db("held_move").update({ pieces: 9 }), db("held_move").delete()])
    expect(await refusal(wrong)).toContain("stands");
});

test("the first job that takes a piece holds it, the second buys, and gets it when the first lets go", async () => {
  const [first, second] = [await make("First"), await make("Second")];
  await must(first, { do: "choose", slot: "motor", partId: "mid-a" });
  await must(second, { do: "choose", slot: "motor", partId: "mid-a" });
  expect([await sourceOf(first, "mid-a"), await sourceOf(second, "mid-a")]).toEqual(["stock", "buy"]);
  expect(await act(second, { do: "source", line: "choice motor", source: "stock" })).toMatchObject({
    ok: false,
    error: { says: "1 wanted, 0 to be had from the shelf: 1 there, 1 held for other jobs." },
  });
  await must(first, { do: "source", line: "choice motor", source: "buy" });
  expect(await sourceOf(second, "mid-a")).toBe("stock");
  await must(second, { do: "choose", slot: "motor", partId: null });
  await must(first, { do: "source", line: "choice motor", source: "stock" });
  expect(await sourceOf(first, "mid-a")).toBe("stock");
});

test("a finished step takes its piece off the shelf, once; opened again, or undone, it is back", async () => {
  const id = await make("First");
  await must(id, { do: "choose", slot: "motor", partId: "mid-a" });
  expect(await onShelf("mid-a")).toBe(1);
  await must(id, tick("fitMid"));
  expect([await onShelf("mid-a"), await sourceOf(id, "mid-a")]).toEqual([0, "stock"]);
  // Another job finds an empty shelf; this one keeps what it has.
  const other = await make("Other");
  await must(other, { do: "choose", slot: "motor", partId: "mid-a" });
  expect(await sourceOf(other, "mid-a")).toBe("buy");
  await must(id, { do: "edit wish", wish: { riderKg: 80 } });
  expect(await onShelf("mid-a")).toBe(0);
  await must(id, { do: "untick", step: "fitMid" });
  expect(await onShelf("mid-a")).toBe(1);
  await must(id, tick("fitMid"));
  await must(id, { do: "undo" });
  expect([await onShelf("mid-a"), (await open(id)).job.taken]).toEqual([1, {}]);
});

test("a job that is put aside gives back what it held, is not among the open ones, and waits as it was until it is taken up", async () => {
  const [first, second] = [await make("First"), await make("Second")];
  await must(first, { do: "choose", slot: "motor", partId: "mid-a" });
  await must(second, { do: "choose", slot: "motor", partId: "mid-a" });
  await must(first, { do: "put in", partId: "pack-a", quantity: 1 });
  await must(first, tick("cradle"));
  expect(await act(first, { do: "take up" })).toMatchObject({ ok: false, error: { says: "It is not put aside." } });
  await must(first, { do: "put aside", why: "the customer is abroad" });
  expect([await sourceOf(second, "mid-a"), await onShelf("pack-a")]).toEqual(["stock", 2]);
  const listed = async (aside: boolean) => (await jobList(db, "", 9, NOW, { aside })).rows.map((row) => row.customer);
  expect([await listed(false), await listed(true)]).toEqual([["Second"], ["First"]]);
  for (const command of [{ do: "choose", slot: "motor", partId: null }, tick("fitMid"), { do: "give sheet" }] as const)
    expect(await act(first, command)).toMatchObject({
      ok: false,
      error: { says: "This job is put aside: take it up again first." },
    });
  expect(await act(first, { do: "put aside", why: "once more, the same" })).toMatchObject({ ok: false });
  expect((await open(first)).job.choices.motor).toBe("mid-a");
  // Taken up again it stands behind the one that holds the piece now.
  await must(first, { do: "take up" });
  expect([await sourceOf(first, "mid-a"), await sourceOf(second, "mid-a")]).toEqual(["buy", "stock"]);
  expect((await listed(false)).sort()).toEqual(["First", "Second"]);
  await must(first, { do: "put aside", why: "the customer is abroad" });
  await must(first, { do: "undo" });
  expect((await open(first)).job.aside).toBeNull();
});

test("the list's line of a job follows when another job takes from the shelf", async () => {
  const [first, second] = [await make("First"), await make("Second")];
  await must(second, { do: "put in", partId: "bell-a", quantity: 4 });
  const priceOf = async (id: string) => (await jobList(db, "", 9, NOW)).rows.find((row) => row.id === id)!.summary.allInMinor;
  expect(await priceOf(second)).toBe((await open(second)).sheet.allInMinor);
  await must(second, { do: "source", line: "choice by hand bell-a", source: "buy" });
  await must(first, { do: "put in", partId: "bell-a", quantity: 1 });
  expect(await priceOf(second)).toBe((await open(second)).sheet.allInMinor);
  expect(await priceOf(first)).toBe((await open(first)).sheet.allInMinor);
});

test("whatever jobs do, no piece is counted twice: on the shelf and in bikes is what there was", async () => {
  const parts = { "mid-a": 1, "pack-a": 3, "bell-a": 4 } as const;
  const step = fc.tuple(
    fc.integer({ min: 0, max: 2 }),
    fc.oneof(
      fc.constantFrom("mid-a", null).map((partId): Command => ({ do: "choose", slot: "motor", partId })),
      fc.constantFrom("pack-a", null).map((partId): Command => ({ do: "choose", slot: "battery", partId })),
      fc.integer({ min: 1, max: 3 }).map((quantity): Command => ({ do: "put in", partId: "bell-a", quantity })),
      fc.constant<Command>({ do: "take out", partId: "bell-a" }),
      fc
        .tuple(
          fc.constantFrom("choice motor", "choice battery", "choice by hand bell-a"),
          fc.constantFrom("buy" as const, "stock" as const, "customer" as const),
        )
        .map(([line, source]): Command => ({ do: "source", line, source })),
      fc.constantFrom("fitMid", "cradle", "harness", "lights").map(tick),
      fc.constantFrom("fitMid", "cradle", "harness", "lights").map((id): Command => ({ do: "untick", step: id })),
      fc.constant<Command>({ do: "put aside", why: "for the rehearsal" }),
      fc.constant<Command>({ do: "take up" }),
      fc.constant({ do: "undo" } as const),
    ),
  );
  const jobs = [await make("First"), await make("Second"), await make("Third")];
  let done = 0;
  await fc.assert(
    fc.asyncProperty(fc.array(step, { minLength: 4, maxLength: 10 }), async (steps) => {
      for (const [who, command] of steps) {
        const before = await open(jobs[who]!);
        const says = command.do === "tick" ? before.steps.find((s) => s.id === command.step) : null;
        const asked =
          command.do === "tick" && says?.held.why.length === 0 ? { do: "tick", step: command.step, note: "" } : command;
        if ((await act(jobs[who]!, asked as Command)).ok) done += 1;
      }
      const views = await Promise.all(jobs.map(open));
      for (const [partId, all] of Object.entries(parts)) {
        const shelf = await onShelf(partId);
        const taken = views.reduce((sum, view) => sum + (view.job.taken[partId] ?? 0), 0);
        expect([partId, shelf + taken]).toEqual([partId, all]);
        // What sheets take from the shelf is there or in their bikes already.
        const counted = views.reduce(
          (sum, view) =>
            sum +
            (view.job.aside ? [] : view.sheet.lines).reduce(
              (own, line) => own + (line.partId === partId && line.source === "stock" ? line.quantity : 0),
              0,
            ),
          0,
        );
        expect(counted).toBeLessThanOrEqual(all);
      }
    }),
    { seed: 9, numRuns: 12 },
  );
  expect(done).toBeGreaterThan(30);
});
