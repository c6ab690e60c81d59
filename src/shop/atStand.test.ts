import type { Knex } from "knex";
import { DEFAULT_FLOOR } from "@/core/bench/shopFloor";
import { piecesFromShelf } from "@/core/cost/shelf";
import { isOpen } from "@/core/fit/finding";
import type { Command } from "@/core/job/command";
import type { Job } from "@/core/job/job";
import { readJobFile, writeJobFile } from "@/core/job/jobFile";
import { toTell } from "@/core/job/given";
import { faultsOf } from "@/core/job/logLine";
import { workOrderOf } from "@/core/job/workOrder";
import { writeFloor } from "@/data/bench";
import { findJob, history, listJobs } from "@/data/jobs";
import { NOW, openDemoShop } from "../../tests/demoShop";
import { carryOut } from "./commands";
import { benchOf } from "./jobView";
import { perform, type StepBack } from "./perform";
import { assessOn, type Bench } from "./useCase";

/** What is done at the stand: timers, readings, what is found, two people at one bike. */
let shop: Awaited<ReturnType<typeof openDemoShop>>;
let db: Knex;
let jobs: Job[];
beforeAll(async () => {
  shop = await openDemoShop();
  db = shop.db;
  jobs = await Promise.all((await listJobs(db, "", 40)).rows.map(async ({ id }) => (await findJob(db, id))!));
});
afterAll(() => shop.close());

const benchFor = async (job: Job, by = "Ena", at = NOW): Promise<Bench> => benchOf(db, at, by, job.id);
function does(job: Job, command: Command, bench: Bench): Job {
  const answer = carryOut(job, command, bench);
  if (!answer.ok) throw new Error(answer.error.says);
  return { ...job, ...answer.value.job };
}
const says = (job: Job, command: Command, bench: Bench): string => {
  const answer = carryOut(job, command, bench);
  return answer.ok ? `done: ${answer.value.says}` : answer.error.says;
};
const found = (over: Partial<Extract<Command, { do: "report problem" }>> = {}): Command => ({
  do: "report problem",
  step: "survey",
  what: "bike",
  partId: null,
  task: null,
  says: "A dent under the tape",
  hurts: false,
  ...over,
});

test("every part of every step of every job that is spoilt is one more piece on the sheet, bought or off the shelf, and its step waits", async () => {
  let met = 0;
  let waited = 0;
  for (const job of jobs.filter((one) => one.aside === null && one.signed === null)) {
    const bench = await benchFor(job);
    const before = assessOn(job, bench);
    for (const step of before.steps.filter(({ id }) => !job.ticks[id]))
      for (const { part } of step.parts.slice(0, 4)) {
        const told = does(
          job,
          found({ step: step.id, what: "part", partId: part.id, says: "Cracked as it was tightened" }),
          bench,
        );
        const key = `bench/found ${told.found.at(-1)!.id}`;
        const held = assessOn(told, bench);
        expect(held.fit.findings.find((one) => one.key === key)).toMatchObject({ verdict: "adapt", settled: false });
        const decided = does(told, { do: "accept", finding: key, remedy: "again" }, bench);
        const after = assessOn(decided, bench);
        expect(after.fit.findings.filter((one) => one.key === key && isOpen(one))).toEqual([]);
        const more = after.sheet.lines.filter((line) => line.finding === key);
        expect(more).toMatchObject([{ partId: part.id, quantity: 1 }]);
        // As many pieces as before and one, whatever shelf or kit the others come from; nothing else has moved.
        const pieces = (sheet: typeof after.sheet) =>
          sheet.lines.reduce((sum, line) => sum + (line.partId === part.id ? line.quantity : 0), 0);
        expect(pieces(after.sheet) - pieces(before.sheet)).toBe(1);
        expect(after.sheet.lines.length).toBe(before.sheet.lines.length + 1);
        expect(after.steps.map(({ id }) => id)).toEqual(before.steps.map(({ id }) => id));
        const shelf = (piecesFromShelf(after.sheet.lines)[part.id] ?? 0) - (piecesFromShelf(before.sheet.lines)[part.id] ?? 0);
        const state = workOrderOf(decided, after, NOW.slice(0, 10)).steps.find((one) => one.step.id === step.id)!;
        if (more[0]!.source === "buy") {
          const wants = (sheet: typeof after.sheet) => sheet.plan.wants.find(({ partId }) => partId === part.id)?.quantity ?? 0;
          expect(wants(after.sheet)).toBeGreaterThan(wants(before.sheet));
          expect(state.waits.some((wait) => wait !== null)).toBe(true);
          waited += 1;
        } else if (more[0]!.source === "stock") expect(shelf).toBeGreaterThanOrEqual(1);
        // Said to be right again, the piece that was bought for it stays on the sheet.
        const over = does(decided, { do: "settle problem", id: told.found.at(-1)!.id, how: "a new one is in", cause: "" }, bench);
        const right = assessOn(over, bench);
        expect(right.sheet.lines.filter((line) => line.finding === key)).toHaveLength(1);
        expect(right.fit.findings.find((one) => one.key === key)!.verdict).toBe("clear");
        met += 1;
      }
  }
  expect(met).toBeGreaterThan(40);
  expect(waited).toBeGreaterThan(20);
});

test("more work is a step, its minutes and its price; the customer is told of both; what hurts holds all work until it is decided", async () => {
  const job = jobs.find((one) => one.wish.customer.startsWith("Odo"))!;
  const bench = await benchFor(job);
  const before = assessOn(job, bench);
  expect(toTell(before.agreed!)).toBeNull();
  const told = does(job, found({ what: "work", task: "service", says: "The rear bearings grind", hurts: true }), bench);
  const key = `bench/found ${told.found[0]!.id}`;
  const held = assessOn(told, bench);
  expect(held.fit.findings[0]).toMatchObject({ key, verdict: "stop", safety: true });
  expect(says(told, { do: "tick", step: "survey", note: "" }, bench)).toContain("Nothing is built until that is settled");
  expect(says(told, { do: "override", finding: key, reason: "it will hold, surely" }, bench)).not.toContain("done");
  expect(held.fit.findings[0]!.remedies.map(({ id }) => id)).toEqual(["do-service"]);
  const decided = does(told, { do: "accept", finding: key, remedy: "do-service" }, bench);
  const after = assessOn(decided, bench);
  expect(after.steps.find(({ id }) => id === "service")!.because).toMatchObject([{ finding: key }]);
  expect(after.sheet.labourMinutes).toBeGreaterThan(before.sheet.labourMinutes);
  expect(toTell(after.agreed!)!.says).toContain("more");
  expect(says(decided, { do: "tick", step: "survey", note: "" }, bench)).toContain("done");
});

test("a reading outside its limit holds the work, a better one lets it go on, a slip of the hand is asked about, and undo takes it back", async () => {
  const job = jobs.find((one) => one.wish.customer.startsWith("Odo"))!;
  const bench = await benchFor(job);
  const read = (text: string, confirmed = false): Command => ({
    do: "note reading",
    measure: "brakesFirst pads",
    text,
    ...(confirmed && { confirmed: true as const }),
  });
  expect(says(job, read("0.6"), bench)).toBe("done: Read: Thinnest pad's lining, 0.6 mm, outside: at least 1 mm");
  const red = does(job, read("0.6"), bench);
  expect(assessOn(red, bench).fit.findings[0]).toMatchObject({ key: "bench/measured brakesFirst pads", verdict: "stop" });
  const better = does(red, read("3"), bench);
  expect(better.readings["brakesFirst pads"]).toMatchObject({ value: 3, by: "Ena", was: [0.6] });
  expect(assessOn(better, bench).fit.findings.filter(isOpen)).toEqual(assessOn(job, bench).fit.findings.filter(isOpen));
  expect(says(job, read("600"), bench)).toContain("600 mm for thinnest pad's lining: is that right?");
  expect(says(job, read("600", true), bench)).toContain("done");
  expect(says(job, read("thin"), bench)).toContain("Thinnest pad's lining: expected a length");
  expect(says(job, { ...read("1"), measure: "brakesFirst horns" } as Command, bench)).toContain("not measured on this build");
  expect(says(better, { do: "drop reading", measure: "brakesFirst pads" }, bench)).toContain("taken back");
  expect(says(job, { do: "drop reading", measure: "brakesFirst pads" }, bench)).toBe("There is no such reading.");
  // A file is another door: a figure that can hardly be decides nothing there, and what can be is as it was.
  const file = readJobFile(
    JSON.parse(
      JSON.stringify(
        writeJobFile(
          { ...better, marks: { "harness polarity": { at: NOW, by: "Ena" } }, found: does(job, found(), bench).found },
          [],
          bench.house,
        ),
      ),
    ),
  );
  if (!file.ok) throw new Error(JSON.stringify(file.error));
  expect(file.value.job.readings).toEqual(better.readings);
  expect(file.value.job.marks).toEqual({ "harness polarity": { at: NOW, by: "Ena" } });
  expect(file.value.job.found).toHaveLength(1);
  const far = { ...job, readings: { "brakesFirst pads": { value: 600, at: NOW, by: "", was: [] } } };
  expect(assessOn(far, bench).fit.findings.find(({ key }) => key.startsWith("bench/measured"))!.verdict).toBe("measure");
});

test("what is reported without a part, a work or words is asked for, and by nobody is not taken", async () => {
  const job = jobs.find((one) => one.wish.customer.startsWith("Odo"))!;
  const bench = await benchFor(job);
  for (const [command, expected] of [
    [found({ what: "part" }), "Say which part it is."],
    [found({ what: "work" }), "Say which work is to be done."],
    [found({ step: "fly" }), "not in the work order any more"],
    [found({ what: "part", partId: "no-such" }), "not in the catalogue any more"],
    [found({ task: "fly" }), "not in the tables"],
    [{ do: "settle problem", id: "no-such-one", how: "it was nothing", cause: "" }, "There is no such thing found."],
  ] as const)
    expect(says(job, command, bench)).toContain(expected);
  for (const command of [found(), { do: "begin step", step: "survey" }] as Command[])
    expect(says(job, command, { ...bench, by: "" })).toContain("Say who it is");
  const once = does(job, found(), bench);
  const over = does(once, { do: "settle problem", id: once.found[0]!.id, how: "only paint", cause: "a stone" }, bench);
  expect(says(over, { do: "settle problem", id: once.found[0]!.id, how: "only paint", cause: "a stone" }, bench)).toContain(
    "already, by Ena",
  );
  // Found again by what it came from, as what was wrong at a visit is.
  expect(faultsOf(over)).toMatchObject([{ symptom: once.found[0]!.says, cause: "a stone", helped: "only paint", over: true }]);
});

test("what was painted is not touched before it is hard, unless somebody says why", async () => {
  const job = jobs.find((one) => one.wish.customer.startsWith("Corentin"))!;
  const onDay = async (days: number) => benchFor(job, "Ena", new Date(Date.parse(NOW) + days * 86_400_000).toISOString());
  const tick: Command = { do: "tick", step: "assembleFrame", note: "", minutes: 280 };
  expect(says(job, tick, await onDay(0))).toContain("The paint is hard in a day");
  expect(says(job, { ...tick, despite: "warm room, nail test done" }, await onDay(0))).toContain("done");
  expect(says(job, tick, await onDay(1))).not.toContain("The paint");
});

test("every step of every job that has something to mark or sign is held until each has a name, or somebody says why; opened again it is asked anew", async () => {
  let met = 0;
  for (const job of jobs.filter((one) => one.aside === null && one.signed === null)) {
    const bench = await benchFor(job);
    const { steps } = assessOn(job, bench);
    for (const step of steps.filter(({ id, marks }) => marks.length > 0 && !job.ticks[id])) {
      const tick: Command = { do: "tick", step: step.id, note: "", minutes: Math.round(step.minutes) };
      const bare = { ...job, marks: {} };
      const told = says(bare, tick, bench);
      // A stop is told first, whatever is marked.
      if (!told.startsWith("Nothing is built")) for (const { says: one } of step.marks) expect(told).toContain(one);
      const before = says(
        { ...job, marks: Object.fromEntries(step.marks.map(({ key }) => [key, { at: NOW, by: "Ena" }])) },
        tick,
        bench,
      );
      const marked = step.marks.reduce((now, { key }) => does(now, { do: "mark", mark: key }, bench), bare as Job);
      expect(says(marked, tick, bench)).toBe(before);
      expect(before).not.toContain("Open at this step");
      expect(says(marked, { do: "mark", mark: step.marks[0]!.key }, bench)).toContain("has a name already: Ena");
      if (told.startsWith("Nothing is built")) continue;
      const done = does(marked, { ...tick, despite: "a reason of words" }, bench);
      expect(says(done, { do: "unmark", mark: step.marks[0]!.key }, bench)).toContain("open it again first");
      const again = does(done, { do: "untick", step: step.id }, bench);
      expect(Object.keys(again.marks).filter((key) => key.startsWith(`${step.id} `))).toEqual([]);
      met += 1;
    }
    expect(says(job, { do: "mark", mark: "fitHub nothing" }, bench)).toBe("That is not asked of this build any more.");
    expect(says(job, { do: "mark", mark: "fitHub seated" }, { ...bench, by: " " })).toContain("Say who it is");
  }
  expect(met).toBeGreaterThan(20);
});

describe("timers", () => {
  const at = (time: string) => new Date(`2026-11-25T${time}:00`).toISOString();
  const plain = () => jobs.find((one) => one.wish.customer.startsWith("Odo"))!;

  test("the step after the one that is done begins by itself; what it took is noted, and typed minutes go before it", async () => {
    await writeFloor(db, DEFAULT_FLOOR);
    const job = plain();
    const [first, second] = assessOn(job, await benchFor(job)).steps;
    const begun = does(job, { do: "begin step", step: first!.id }, await benchFor(job, "Ena", at("09:00")));
    const done = does(
      begun,
      { do: "tick", step: first!.id, note: "", next: second!.id },
      await benchFor(job, "Ena", at("09:30")),
    );
    expect(done.ticks[first!.id]!.tookMinutes).toBe(30);
    expect(done.timers[first!.id]![0]!.to).toBe(at("09:30"));
    expect(done.timers[second!.id]).toEqual([{ from: at("09:30"), to: null, by: "Ena" }]);
    const typed = does(begun, { do: "tick", step: first!.id, note: "", minutes: 25 }, await benchFor(job, "Ena", at("09:30")));
    expect(typed.ticks[first!.id]!.tookMinutes).toBe(25);
    expect(typed.timers[second!.id]).toBeUndefined();
    // A timer left on over night is not believed where it says what nobody would; nothing is noted then.
    const late = await benchFor(job, "Ena", new Date("2026-11-26T15:30:00").toISOString());
    expect(does(begun, { do: "tick", step: first!.id, note: "" }, late).ticks[first!.id]!.tookMinutes).toBeNull();
    // Left on at closing and gone on with in the morning: the night is not counted.
    const evening = does(job, { do: "begin step", step: first!.id }, await benchFor(job, "Ena", at("15:45")));
    const morning = await benchFor(job, "Ena", new Date("2026-11-26T08:40:00").toISOString());
    expect(does(evening, { do: "tick", step: first!.id, note: "" }, morning).ticks[first!.id]!.tookMinutes).toBe(25);
  });

  test("one that runs is not begun twice, somebody is at one step at a time, and a pause is no end", async () => {
    const job = plain();
    const [first, second] = assessOn(job, await benchFor(job)).steps;
    const bench = await benchFor(job, "Ena", at("09:00"));
    const begun = does(job, { do: "begin step", step: first!.id }, bench);
    expect(says(begun, { do: "begin step", step: first!.id }, bench)).toContain("runs already, for Ena");
    const other = does(begun, { do: "begin step", step: second!.id }, await benchFor(job, "Ena", at("09:10")));
    expect(other.timers[first!.id]![0]!.to).toBe(at("09:10"));
    // Another pair of hands leaves hers running.
    const two = does(begun, { do: "begin step", step: second!.id }, await benchFor(job, "Jago", at("09:10")));
    expect(two.timers[first!.id]![0]!.to).toBeNull();
    const paused = does(begun, { do: "pause step", step: first!.id }, await benchFor(job, "Ena", at("09:20")));
    expect(says(paused, { do: "pause step", step: first!.id }, bench)).toBe("Its timer does not run.");
    const on = does(paused, { do: "begin step", step: first!.id }, await benchFor(job, "Ena", at("10:00")));
    const done = does(on, { do: "tick", step: first!.id, note: "" }, await benchFor(job, "Ena", at("10:05")));
    expect(done.ticks[first!.id]!.tookMinutes).toBe(25);
  });
});

test("two people tick one step: the second is told by whom it is, nothing of the first is lost, and undo is the first's own", async () => {
  const { id } = jobs.find((one) => one.wish.customer.startsWith("Odo"))!;
  const job = (await findJob(db, id))!;
  const send = (by: string, version: number, command: Command | StepBack) =>
    perform(db, { jobId: id, version, by, command }, NOW);
  const tick = (note: string): Command => ({ do: "tick", step: "survey", note, minutes: 22 });
  const [one, two] = await Promise.all([send("Ena", job.version, tick("all there")), send("Jago", job.version, tick("mine"))]);
  const answers = [one, two];
  expect(answers.filter((answer) => answer.ok)).toHaveLength(1);
  const late = answers.find((answer) => !answer.ok)!;
  expect(late).toMatchObject({ error: { kind: "stale", says: expect.stringContaining("Done: Take in, survey") } });
  const kept = (await findJob(db, id))!;
  const again = await send("Jago", kept.version, tick("mine"));
  expect(again).toMatchObject({
    ok: false,
    error: { says: expect.stringMatching(/ticked already, by (Ena|Jago), .*What you typed is kept/) },
  });
  expect((await findJob(db, id))!.ticks).toEqual(kept.ticks);
  expect((await history(db, id)).filter(({ says: line }) => line.startsWith("Done: Take in, survey"))).toHaveLength(1);
});
