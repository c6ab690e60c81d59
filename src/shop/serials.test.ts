import fc from "fast-check";
import type { Command } from "@/core/job/command";
import { plainSerial } from "@/core/supply/serials";
import { fittedOf } from "@/data/fitted";
import { findJob, listJobs } from "@/data/jobs";
import { NOW, openDemoShop } from "@/../tests/demoShop";
import { createJob } from "./createJob";
import { exportJob, importJob } from "./jobFiles";
import { openJob } from "./jobView";
import { openPart } from "./parts";
import { perform, type Envelope } from "./perform";
import { numbersToFit } from "./serials";

let shop: Awaited<ReturnType<typeof openDemoShop>>;
let [one, other, pack] = ["", "", ""];
beforeAll(async () => {
  shop = await openDemoShop();
  one = (await listJobs(shop.db, "Maud", 1)).rows[0]!.id;
  const made = await createJob(shop.db, { customer: "Its twin", bike: "", by: "", start: { copyOf: one } }, NOW);
  if (!made.ok) throw new Error(made.error);
  other = made.value;
  pack = (await openJob(shop.db, one, NOW))!.parts.find((part) => part.kind === "battery")!.id;
  // The demo's own bike has its numbers: they make room for these.
  const { serials } = (await findJob(shop.db, one))!;
  expect(serials).toHaveLength(3);
  for (const { partId, serial } of serials) expect(await drop(serial, one, partId)).toMatchObject({ ok: true });
});
afterAll(() => shop.close());

const act = async (command: Envelope["command"], jobId = one) => {
  const { version } = (await findJob(shop.db, jobId))!;
  return perform(shop.db, { jobId, version, by: "Tamsin", command }, NOW, null);
};
const noted = async (jobId: string, partId = pack) =>
  (await findJob(shop.db, jobId))!.serials.filter((piece) => piece.partId === partId).map(({ serial }) => serial);
const note = (serial: string, jobId = one, partId = pack) => act({ do: "note serial", partId, serial }, jobId);
const drop = (serial: string, jobId = one, partId = pack) => act({ do: "drop serial", partId, serial }, jobId);

test("a signed bike takes its pieces' numbers: nothing of signature, sheet and promise moves", async () => {
  const before = (await openJob(shop.db, one, NOW))!;
  expect(before.job.signed).not.toBeNull();
  expect(await note("Pack 01")).toMatchObject({ ok: true });
  const after = (await openJob(shop.db, one, NOW))!;
  for (const same of ["sheet", "promises", "work", "findings"] as const) expect(after[same]).toEqual(before[same]);
  expect(after.job.serials).toMatchObject([{ partId: pack, serial: "Pack 01", by: "Tamsin" }]);
  expect((await openPart(shop.db, pack))!.serials.find((piece) => piece.bike?.jobId === one)).toMatchObject({
    // As it was written, though it never came with an order.
    serial: "Pack 01",
    came: null,
    bike: { jobId: one },
  });
  expect(await drop("pack01")).toMatchObject({ ok: true });
  expect(await noted(one)).toEqual([]);
});

test("a piece is in one bike: whichever way its number comes into another", async () => {
  const refusal = { ok: false, error: { kind: "refused", says: expect.stringContaining("is in job") } };
  expect(await note("P-1")).toMatchObject({ ok: true });
  expect(await note(" p - 1 ", other)).toMatchObject(refusal);
  expect(await noted(other)).toEqual([]);
  // Taken out here, put in there: neither undo nor redo brings it into two bikes.
  expect(await drop("P-1")).toMatchObject({ ok: true });
  expect(await note("P-1", other)).toMatchObject({ ok: true });
  expect(await act({ do: "undo" })).toMatchObject(refusal);
  expect(await noted(one)).toEqual([]);
  expect(await act({ do: "undo" }, other)).toMatchObject({ ok: true });
  expect(await act({ do: "undo" })).toMatchObject({ ok: true });
  expect(await act({ do: "redo" }, other)).toMatchObject(refusal);
  // A job that is read from a file beside the bike itself has its other numbers, and says which not.
  const { file } = (await exportJob(shop.db, one, NOW))!;
  const twice = { ...file, serials: [...file.serials!, { ...file.serials![0]!, serial: "P-9" }] };
  const read = await importJob(shop.db, JSON.stringify(twice), "", NOW);
  if (!read.ok) throw new Error(JSON.stringify(read.error));
  expect(await noted(read.value)).toEqual(["P-9"]);
  expect((await openJob(shop.db, read.value, NOW))!.history[0]!.says).toMatch(/without the number P-1, which is in job/);
  const same = { ...file, serials: [...file.serials!, { ...file.serials![0]!, serial: "p-1" }] };
  expect(await importJob(shop.db, JSON.stringify(same), "", NOW)).toMatchObject({
    ok: false,
    error: [{ path: "serials", message: "one serial number is written twice for the same part" }],
  });
  await drop("P-1");
});

test.each<[string, string, string | null, string]>([
  ["a part that is not in the build", "X1", "chain-12", "not in this build"],
  ["a part whose pieces have no number", "X1", "?display", "no serial number"],
  ["our own label", "?pack", null, "names the part"],
  ["nothing", "   ", null, "must not be empty"],
])("is refused with its reason: %s", async (_, serial, partId, says) => {
  const of = async (kind: string) => (await openJob(shop.db, one, NOW))!.parts.find((part) => part.kind === kind)!.id;
  const id = partId === "?display" ? await of("display") : (partId ?? pack);
  const answer = await note(serial === "?pack" ? pack.toUpperCase() : serial, one, id);
  expect(answer).toMatchObject({ ok: false, error: { kind: "refused", says: expect.stringContaining(says) } });
});

test("more numbers than pieces are refused, and what is not noted is not taken out", async () => {
  expect(await note("P-2")).toMatchObject({ ok: true });
  expect(await note("P-2")).toMatchObject({ ok: false });
  expect(await note("P-3")).toMatchObject({ ok: false, error: { says: expect.stringContaining("one piece is in this build") } });
  expect(await drop("P-3")).toMatchObject({ ok: false });
  expect(await drop("P-2")).toMatchObject({ ok: true });
});

test("a number that is noted for another part of the bike is asked about: some makers number both alike", async () => {
  const motor = (await openJob(shop.db, one, NOW))!.parts.find((part) => part.kind.endsWith("motor"))!.id;
  expect(await note("K-77")).toMatchObject({ ok: true });
  expect(await note("k-77", one, motor)).toMatchObject({
    ok: false,
    error: { kind: "ask", says: expect.stringContaining("too?") },
  });
  expect(await act({ do: "note serial", partId: motor, serial: "k-77", confirmed: true })).toMatchObject({ ok: true });
  expect(await drop("K-77", one, motor)).toMatchObject({ ok: true });
  expect(await noted(one)).toEqual(["K-77"]);
  await drop("K-77");
});

test("a number that came on another part's label is asked about, and one that came is offered until it is in a bike", async () => {
  // The demo's delivery: two packs of one kind came with their numbers.
  const short = "bat-36-7-short";
  const offered = async () => (await numbersToFit(shop.db, short)).map(({ serial }) => serial);
  expect((await offered()).sort()).toEqual(["VP-26-004417", "VP-26-004421"]);
  const motor = (await openJob(shop.db, one, NOW))!.parts.find((part) => part.kind.endsWith("motor"))!.id;
  expect(await note("vp-26-004417", one, motor)).toMatchObject({
    ok: false,
    error: { kind: "ask", says: expect.stringContaining("came with B-") },
  });
  const sure = { do: "note serial", partId: motor, serial: "vp-26-004417", confirmed: true } satisfies Command;
  expect(await act(sure)).toMatchObject({ ok: true });
  expect(await offered()).toHaveLength(2);
  await drop("vp-26-004417", one, motor);
});

/** Law: whatever is noted, taken out, undone and done again over several jobs, a piece is in one bike, and the books say in which. */
test("law: a number stands in one job at most, and the books agree with the jobs", async () => {
  const jobs = [one, other];
  const deed = fc.record({
    job: fc.integer({ min: 0, max: 1 }),
    do: fc.constantFrom("note", "drop", "undo", "redo"),
    serial: fc.constantFrom("A1", "a 1", "B2", "C3"),
  });
  await fc.assert(
    fc.asyncProperty(fc.array(deed, { minLength: 4, maxLength: 10 }), async (deeds) => {
      for (const one of deeds) {
        const jobId = jobs[one.job]!;
        if (one.do === "note") await note(one.serial, jobId);
        else if (one.do === "drop") await drop(one.serial, jobId);
        // What was done before is signed for: undo asks, and goes no further.
        else await act({ do: one.do as "undo" | "redo" }, jobId);
      }
      const all = (
        await Promise.all(jobs.map(async (id) => (await noted(id)).map((serial) => `${plainSerial(serial)} ${id}`)))
      ).flat();
      const plain = all.map((piece) => piece.split(" ")[0]);
      expect(new Set(plain).size).toBe(plain.length);
      const books = (await fittedOf(shop.db, [pack])).filter(({ jobId }) => jobs.includes(jobId));
      expect(books.map((piece) => `${piece.plain} ${piece.jobId}`).sort()).toEqual(all.sort());
    }),
    { numRuns: 12, seed: 7 },
  );
});
