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
import { previewHouse, storeHouse } from "./houseRules";
import { openPart, storePart } from "./parts";
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
const jobsIn = async (of: Knex) =>
  (await Promise.all((await listJobs(of, "", 40)).rows.map(({ id }) => findJob(of, id)))).filter(
    (job): job is Job => job !== undefined && job.aside === null && job.handed === null,
  );
const jobsOf = () => jobsIn(db);
const countOf = (all: readonly { readonly part: { readonly id: string }; readonly quantity: number }[]) => {
  const counts = new Map<string, number>();
  for (const { part, quantity } of all) counts.set(part.id, (counts.get(part.id) ?? 0) + quantity);
  return counts;
};

test("no edit of a finished bike takes a piece off the shelf or leaves a tick on a step that puts in something else", async () => {
  let [changed, kept, opened, gone, strays] = [0, 0, 0, 0, 0];
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
      // Every piece that was in the bike stands for a finished step, or is told as left in; what has no step any more comes out in one.
      const inSteps = (of: typeof before, is: (id: string) => boolean) =>
        countOf(
          of.steps.filter(({ id }) => is(id)).flatMap(({ parts }) => parts.filter(({ part }) => part.kind !== "consumable")),
        );
      const left = countOf(next.leftIn.map(({ partId, quantity }) => ({ part: { id: partId }, quantity })));
      const there = inSteps(now, (id) => next.ticks[id] !== undefined);
      for (const [id, quantity] of inSteps(before, () => true))
        expect([edit, id, (there.get(id) ?? 0) + (left.get(id) ?? 0)]).toEqual([edit, id, quantity]);
      const strayed = next.leftIn.filter(({ step, quantity, again }) => !ids.has(step) && quantity > again);
      const taking = now.steps.find(({ id }) => id === "takeOut");
      // Without a motor there is no work at all: it is told once there is one again.
      expect([edit, taking !== undefined]).toEqual([edit, strayed.length > 0 && now.steps.length > 0]);
      for (const { says } of taking ? strayed : [])
        expect(taking!.does.some((line) => line.includes(`${says}: put in at “`))).toBe(true);
      if (taking) {
        expect(taking.minutes).toBeGreaterThanOrEqual(5);
        expect(now.steps.find(({ id }) => id === "survey" || id === "takeOut")!.id).toBe("survey");
        strays += 1;
      }
      for (const id of Object.keys(next.reopened)) expect(next.ticks[id]).toBeUndefined();
      if (Object.keys(next.reopened).length > 0) {
        expect(done.says).toContain("; no longer done: ");
        opened += 1;
      }
      changed += 1;
    }
  }
  expect([changed > 200, kept > 1_000, opened > 100, gone > 100, strays > 50]).toEqual([true, true, true, true, true]);
});

test("a part or a rule that becomes another under bikes in work leaves no tick on a step that puts in something else, and takes nothing off the shelf", async () => {
  const own = await openDemoShop();
  try {
    const all = await jobsIn(own.db);
    const bench = await benchOf(own.db, NOW, "Ena", null);
    for (const job of all) {
      const ticks = Object.fromEntries(assessOn(job, bench).steps.map(({ id }) => [id, TICK]));
      const body = JSON.stringify({ ...job, signed: null, handed: null, ticks });
      await own.db("job").where({ id: job.id }).update({ body, log: "" });
    }
    const inAll = async () => {
      const now = await benchOf(own.db, NOW, "Ena", null);
      return new Map(
        (await jobsIn(own.db)).map((job) => {
          const assessed = assessOn(job, now);
          const pieces = (id: string) =>
            assessed.steps
              .find((step) => step.id === id)!
              .parts.filter(({ part }) => part.kind !== "consumable")
              .map(({ part, quantity, origin }) => `${quantity} ${part.id} ${origin.type}`)
              .sort();
          return [job.id, { job, steps: assessed.steps, pieces, taken: takenBy(job, assessed) }];
        }),
      );
    };
    const kits = [...bench.catalogue.parts.values()].filter((part) => part.kind === "kit");
    let [opened, left] = [0, 0];
    const asRule = (rules: object) => ({
      rules,
      change: async () => storeHouse(own.db, rules, { at: NOW, by: "Tam", version: null }),
    });
    const asKit = (kit: (typeof kits)[number]) => ({
      rules: null,
      change: async () => {
        const { raw, version } = (await openPart(own.db, kit.id))!;
        const spec = { ...kit.spec, contents: kit.spec.contents.slice(1) };
        return storePart(own.db, { ...raw, spec }, { at: NOW, by: "Tam", version });
      },
    });
    const changes: { rules: object | null; change: () => Promise<{ ok: boolean }> }[] = [
      ...kits.slice(0, 6).map(asKit),
      ...["guard", "both", "narrow-wide"].map((ringSchool) => asRule({ ringSchool })),
      asRule({ tyres: "sealant", powerLeads: "solder" }),
    ];
    for (const { rules, change } of changes) {
      const before = await inAll();
      const preview = rules ? await previewHouse(own.db, rules, NOW) : null;
      const foreseen = preview?.ok
        ? preview.value.changed.filter(({ work }) => work.some((line) => line.startsWith("No longer done: "))).map(({ id }) => id)
        : [];
      const came: string[] = [];
      expect(await change()).toMatchObject({ ok: true });
      for (const [id, now] of await inAll()) {
        const was = before.get(id)!;
        for (const [part, count] of Object.entries(now.taken))
          expect([part, count <= (was.taken[part] ?? 0)]).toEqual([part, true]);
        const standing = now.steps.filter((step) => now.job.ticks[step.id]);
        for (const step of standing) expect([step.id, now.pieces(step.id)]).toEqual([step.id, was.pieces(step.id)]);
        const ids = new Set<string>(now.steps.map((step) => step.id));
        for (const ticked of Object.keys(now.job.ticks)) expect([ticked, ids.has(ticked)]).toEqual([ticked, true]);
        if (Object.keys(now.job.ticks).length === Object.keys(was.job.ticks).length) {
          left += 1;
          // What is as it was is not touched.
          expect(now.job.version).toBe(was.job.version);
          continue;
        }
        opened += 1;
        came.push(id);
        const [last] = await history(own.db, id);
        expect(last!.says).toContain("no longer done: ");
        expect(last!.by).toBe("Tam");
        const undo: StepBack = { do: "undo" };
        expect(await perform(own.db, { jobId: id, version: now.job.version, by: "Ena", command: undo }, NOW)).toMatchObject({
          ok: false,
          error: { says: expect.stringContaining("is not taken back here") },
        });
      }
      if (rules) expect([rules, foreseen.sort()]).toEqual([rules, came.sort()]);
    }
    expect([opened > 5, left > 20]).toEqual([true, true]);
    // What a part costs, and where it lies, is no other bike.
    const before = await inAll();
    const { raw, version } = (await openPart(own.db, kits[0]!.id))!;
    expect(await storePart(own.db, { ...raw, bin: "A 1" }, { at: NOW, by: "Tam", version })).toMatchObject({ ok: true });
    for (const [id, now] of await inAll()) expect([id, now.job.version]).toEqual([id, before.get(id)!.job.version]);
  } finally {
    await own.close();
  }
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

test("another kind of motor in the middle of the work: the first comes out in a step of its own, before the next goes in", async () => {
  let tried = 0;
  for (const plain of await jobsOf()) {
    const bench = await benchOf(db, NOW, "Ena", plain.id);
    const steps = assessOn(plain, bench).steps;
    const hub = steps.find(({ id }) => id === "fitHub")?.parts.find(({ part }) => part.kind === "hub-motor")?.part;
    if (!hub) continue;
    const before = steps.slice(0, steps.findIndex(({ id }) => id === "fitHub") + 1).map(({ id }) => [id, TICK] as const);
    const ticked: Job = { ...plain, signed: null, ticks: Object.fromEntries(before) };
    const apply = (job: Job, edit: Partial<Job>): Job => ({ ...job, ...withReopened(job, { job: edit, says: "" }, bench).job });
    const chose = apply(ticked, { choices: { kit: "kit-mid-500" }, accepted: [], also: [] });
    const now = assessOn(chose, bench);
    const [out, fit] = ["takeOut", "fitMid"].map((id) => now.steps.findIndex((step) => step.id === id));
    expect([plain.id, out! > 0, out! < fit!]).toEqual([plain.id, true, true]);
    const step = now.steps[out!]!;
    expect(step.does.join("\n")).toContain(`${hub.name}: put in at “`);
    expect(step.marks.map(({ says }) => says).join()).toContain("no volts left on the leads");
    // Half of what it took to put it in, at the least.
    expect(step.minutes).toBeGreaterThanOrEqual(Math.round(steps.find(({ id }) => id === "fitHub")!.minutes / 2));
    const waitsFor = (id: string): string[] =>
      now.steps.find((step) => step.id === id)!.after.flatMap((first) => [first, ...waitsFor(first)]);
    expect(waitsFor("fitMid")).toContain("takeOut");
    // The hub again, before anything came out: nothing is to come out, and nothing is done twice unless it is looked at.
    const back = apply(chose, { choices: plain.choices, accepted: plain.accepted, also: plain.also });
    expect(assessOn(back, bench).steps.some(({ id }) => id === "takeOut")).toBe(false);
    const done = apply(chose, { ticks: { ...chose.ticks, takeOut: TICK } });
    expect(done.leftIn.filter((one) => one.partId === hub.id).map((one) => one.out)).toEqual([true]);
    expect(assessOn(done, bench).steps.some(({ id }) => id === "takeOut")).toBe(true);
    const file = readJobFile(
      JSON.parse(JSON.stringify(writeJobFile(done, [...bench.catalogue.parts.values()], DEFAULT_HOUSE_RULES))),
    );
    expect(file.ok && file.value.job.leftIn).toEqual(done.leftIn);
    tried += 1;
  }
  expect(tried).toBeGreaterThan(2);
});
