import type { Knex } from "knex";
import type { JobView } from "@/core/job/view";
import { DEFAULT_HOUSE_RULES } from "@/core/house/defaults";
import { takenBy } from "@/core/job/taken";
import type { Job } from "@/core/job/job";
import { readJobFile, writeJobFile } from "@/core/job/jobFile";
import { SLOTS, type Slot } from "@/core/job/slots";
import { SLOT_KINDS } from "@/core/job/supplied";
import { findJob, history, listJobs } from "@/data/jobs";
import { workPaper } from "@/print/workPaper";
import { NOW, openDemoShop } from "../../tests/demoShop";
import { carryOut } from "./commands";
import { benchOf, openJob } from "./jobView";
import { perform, type StepBack } from "./perform";
import type { Command } from "@/core/job/command";
import { withReopened } from "./reopen";
import { assessOn } from "./useCase";

let shop: Awaited<ReturnType<typeof openDemoShop>>;
let db: Knex;
beforeAll(async () => {
  shop = await openDemoShop();
  db = shop.db;
});
afterAll(() => shop.close());

const TICK = { at: NOW, by: "Ena", note: "", despite: "", tookMinutes: null };
const jobsOf = async () =>
  (await Promise.all((await listJobs(db, "", 40)).rows.map(({ id }) => findJob(db, id)))).filter(
    (job): job is Job => job !== undefined && job.aside === null && job.handed === null,
  );

test("no edit of a finished bike takes a piece off the shelf or leaves a tick on a step that puts in something else", async () => {
  let [changed, kept, opened, gone] = [0, 0, 0, 0];
  for (const plain of await jobsOf()) {
    const bench = await benchOf(db, NOW, "Ena", plain.id);
    const { catalogue } = bench;
    const steps = assessOn(plain, bench).steps;
    const job: Job = { ...plain, signed: null, ticks: Object.fromEntries(steps.map(({ id }) => [id, TICK])) };
    const before = assessOn(job, bench);
    const taken = takenBy(job, before);
    const pieces = (id: string, of: typeof before) =>
      of.steps
        .find((step) => step.id === id)!
        .parts.filter(({ part }) => part.kind !== "consumable")
        .map(({ part, quantity }) => `${quantity} ${part.id}`)
        .sort();
    const edits: Command[] = SLOTS.flatMap((slot: Slot): Command[] => [
      ...[...catalogue.parts.values()]
        .filter(({ kind, id, onlyFor }) => SLOT_KINDS[slot].includes(kind) && id !== job.choices[slot] && onlyFor === undefined)
        .slice(0, 5)
        .map(({ id }): Command => ({ do: "choose", slot, partId: id })),
      { do: "choose", slot, partId: null },
    ]);
    for (const { partId } of job.also) edits.push({ do: "take out", partId });
    for (const { finding, remedy } of job.accepted) edits.push({ do: "take back", finding, remedy });
    for (const edit of edits) {
      const answer = carryOut(job, edit, bench);
      if (!answer.ok) continue;
      const done = withReopened(job, answer.value, bench);
      const next = { ...job, ...done.job };
      const now = assessOn(next, bench);
      for (const [id, count] of Object.entries(takenBy(next, now)))
        expect([edit, id, count <= (taken[id] ?? 0)]).toEqual([edit, id, true]);
      for (const step of now.steps) {
        if (!next.ticks[step.id]) continue;
        expect([edit, step.id, pieces(step.id, now)]).toEqual([edit, step.id, pieces(step.id, before)]);
        for (const first of step.after)
          expect([edit, step.id, first, first in next.reopened]).toEqual([edit, step.id, first, false]);
        kept += 1;
      }
      // Open again is open, with a reason; what is gone comes back as something to do.
      const ids = new Set<string>(now.steps.map(({ id }) => id));
      for (const id of Object.keys(job.ticks)) {
        if (ids.has(id)) continue;
        expect([edit, id, next.ticks[id]]).toEqual([edit, id, undefined]);
        // Nobody is left to guess what is still in the bike.
        const { title } = before.steps.find((step) => step.id === id)!;
        const out = pieces(id, before).length > 0 ? ": take out " : "";
        expect(done.says).toContain(`${title} is not in the work any more${out}`);
        gone += 1;
      }
      for (const id of Object.keys(next.reopened)) expect(next.ticks[id]).toBeUndefined();
      if (Object.keys(next.reopened).length > 0) {
        expect(done.says).toContain("; no longer done: ");
        opened += 1;
      }
      changed += 1;
    }
  }
  expect([changed > 200, kept > 1_000, opened > 100, gone > 100]).toEqual([true, true, true, true]);
});

test("another motor under a step that is done: it is open again with its reason, on screen, paper and in the file; undo brings all back; done anew it is done", async () => {
  const found = (await jobsOf()).find(({ wish }) => wish.customer.startsWith("Perran"))!;
  const { id } = found;
  const act = async (command: Command | StepBack) => {
    const { version } = (await findJob(db, id))!;
    const answer = await perform(db, { jobId: id, version, by: "Ena", command }, NOW);
    if (!answer.ok) throw new Error(answer.error.says);
    return answer.view;
  };
  const view = (await openJob(db, id, NOW))!;
  const step = view.steps.find((one) => one.id === "fitMid")!;
  // As if it had been worked on: everything up to that step.
  const steps = view.steps.slice(0, view.steps.indexOf(step) + 1);
  const job = (await findJob(db, id))!;
  const marks = Object.fromEntries(step.marks.map(({ key }) => [key, { at: NOW, by: "Ena" }]));
  await db("job")
    .where({ id })
    .update({ body: JSON.stringify({ ...job, marks, ticks: Object.fromEntries(steps.map((one) => [one.id, TICK])) }) });
  const { catalogue } = await benchOf(db, NOW, "", id);
  const motorOf = (of: JobView) => {
    const { parts } = of.steps.find((one) => one.id === "fitMid")!;
    return parts.find((part) => catalogue.parts.get(part.id)!.kind === "mid-motor")!.name;
  };
  const was = motorOf(view);
  const changed = await act({ do: "choose", slot: "kit", partId: "kit-mid-500" });
  const other = motorOf(changed);
  expect(other).not.toBe(was);
  expect(changed.job.ticks[step.id]).toBeUndefined();
  expect(changed.job.reopened[step.id]).toMatchObject({ by: "Ena", why: expect.stringContaining(`take out ${was} (kit)`) });
  expect(changed.job.reopened[step.id]!.why).toContain(`Put in ${other} (kit)`);
  for (const { key } of step.marks) expect(changed.job.marks[key]).toBeUndefined();
  expect((await history(db, id))[0]!.says).toContain("no longer done: ");
  // The other motor is too strong for this bike, and a paper under a stop has no steps: on one without, it says what is to come out.
  const unstopped = { ...view, job: { ...view.job, reopened: changed.job.reopened } };
  expect(JSON.stringify(workPaper(unstopped).content)).toContain(`take out ${was} (kit)`);
  const read = readJobFile(
    JSON.parse(JSON.stringify(writeJobFile(changed.job, [...catalogue.parts.values()], DEFAULT_HOUSE_RULES))),
  );
  expect(read.ok && read.value.job.reopened).toEqual(changed.job.reopened);
  const back = await act({ do: "undo" });
  expect([back.job.ticks, back.job.marks, back.job.reopened]).toEqual([
    Object.fromEntries(steps.map((one) => [one.id, TICK])),
    marks,
    {},
  ]);
  await act({ do: "redo" });
  const again = (await findJob(db, id))!;
  const [first] = Object.keys(again.reopened).sort(
    (a, b) => steps.findIndex((one) => one.id === a) - steps.findIndex((one) => one.id === b),
  );
  const bench = await benchOf(db, NOW, "Ena", id);
  const named = Object.fromEntries(
    assessOn(again, bench)
      .steps.find((one) => one.id === first)!
      .marks.map(({ key }) => [key, { at: NOW, by: "Ena" }]),
  );
  const answer = carryOut(
    { ...again, marks: named },
    { do: "tick", step: first!, note: "", despite: "all of it looked at", confirmed: true },
    bench,
  );
  if (!answer.ok) expect(answer.error.says).toContain("stop");
  else expect([answer.value.job.ticks![first!] !== undefined, first! in answer.value.job.reopened!]).toEqual([true, false]);
});
