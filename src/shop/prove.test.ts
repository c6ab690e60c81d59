import type { Knex } from "knex";
import type { Command } from "@/core/job/command";
import type { Job } from "@/core/job/job";
import { readJobFile, writeJobFile } from "@/core/job/jobFile";
import { CHECKS } from "@/core/standards/commissioning";
import { customerView } from "@/core/job/customerView";
import { checksOfJob } from "@/core/job/proof";
import { findJob, listJobs } from "@/data/jobs";
import { handOverPaper } from "@/print/handOverPaper";
import { NOW, openDemoShop } from "../../tests/demoShop";
import { carryOut } from "./commands";
import { benchOf, openJob, viewFrom } from "./jobView";
import { perform } from "./perform";
import { assessOn, type Bench } from "./useCase";

/** The finished bike: its checks in their order, what fails, the scales, rides, agreements and the hand-over. */
let shop: Awaited<ReturnType<typeof openDemoShop>>;
let db: Knex;
let maud: Job;
let bench: Bench;
beforeAll(async () => {
  shop = await openDemoShop();
  db = shop.db;
  maud = (await findJob(db, (await listJobs(db, "Maud", 1)).rows[0]!.id))!;
  bench = await benchOf(db, NOW, "Ena", maud.id);
});
afterAll(() => shop.close());

const says = (job: Job, command: Command, by = "Ena"): string => {
  const answer = carryOut(job, command, { ...bench, by });
  return answer.ok ? `done: ${answer.value.says}` : answer.error.says;
};
const does = (job: Job, command: Command): Job => {
  const answer = carryOut(job, command, bench);
  if (!answer.ok) throw new Error(answer.error.says);
  return { ...job, ...answer.value.job };
};
const open = (): Job => ({ ...maud, signed: null });
const passed = (job: Job) =>
  checksOfJob(job, assessOn(job, bench))
    .filter(({ stands }) => stands === "passed")
    .map(({ check }) => check.id);

test("under a signature no check is made or taken back, and nobody without a name makes one", () => {
  expect(passed(maud)).toHaveLength(CHECKS.length);
  for (const command of [
    { do: "open check", check: "brakes" },
    { do: "fail check", check: "brakes", says: "a pad rubs", task: null },
  ] satisfies Command[])
    expect(says(maud, command)).toContain("signed");
  expect(says({ ...open(), passed: {} }, { do: "pass check", check: "brakes", says: "" }, " ")).toContain("Say who it is");
});

test("every check passes only in its order: each by itself on a bike of which none has passed", () => {
  const none: Job = { ...open(), passed: {} };
  for (const { id, after } of CHECKS) {
    const told = says(none, { do: "pass check", check: id, says: "" });
    expect([id, told.startsWith("done")]).toEqual([id, after.length === 0]);
    if (after.length > 0) expect(told).toMatch(/is not made yet\. .*Not passed before it/);
  }
  const all = CHECKS.reduce((job, { id }) => does(job, { do: "pass check", check: id, says: "" }), none);
  expect(passed(all)).toHaveLength(CHECKS.length);
  expect(says(all, { do: "pass check", check: "brakes", says: "" })).toContain("has passed already");
});

test("each check that fails opens its work, stops all else by a finding, and takes with it all that waited for it", () => {
  for (const check of CHECKS) {
    const task = assessOn(open(), bench).steps.find(({ id }) => (check.helps as readonly string[]).includes(id))?.id ?? null;
    const failed = does(open(), { do: "fail check", check: check.id, says: "it was seen to fail", task });
    if (task !== null) expect(failed.ticks[task]).toBeUndefined();
    expect(failed.ticks.roadTest).toBeUndefined();
    const now = assessOn(failed, bench);
    const finding = now.fit.findings.find(({ key }) => key === `bench/found ${failed.found.at(-1)!.id}`)!;
    expect(finding).toMatchObject({ verdict: "stop" });
    expect(finding.says).toContain(`${check.title} fails`);
    expect(passed(failed)).toEqual([]);
    expect(says(failed, { do: "sign", despite: "a reason of words" })).not.toMatch(/^done/);
    for (const other of CHECKS) if (other.after.includes(check.id)) expect(failed.passed[other.id]).toBeUndefined();
  }
});

test("what is put right is ticked again, and every check is made again after it", () => {
  const failed = does(open(), { do: "fail check", check: "direction", says: "it turns backwards", task: "harness" });
  const key = `bench/found ${failed.found.at(-1)!.id}`;
  const remedy = assessOn(failed, bench).fit.findings.find((one) => one.key === key)!.remedies[0]!;
  const decided = does(failed, { do: "accept", finding: key, remedy: remedy.id });
  const later = { ...bench, at: new Date(Date.parse(NOW) + 3_600_000).toISOString() };
  // What was signed of the harness stands no more.
  expect(decided.marks["harness polarity"]).toBeUndefined();
  const signed = does(decided, { do: "mark", mark: "harness polarity" });
  const answer = carryOut(signed, { do: "tick", step: "harness", note: "", minutes: 20, confirmed: true }, later);
  if (!answer.ok) throw new Error(answer.error.says);
  const mended = { ...signed, ...answer.value.job };
  const states = checksOfJob(mended, assessOn(mended, later));
  expect(states.some(({ stands }) => stands === "again")).toBe(true);
  expect(states.some(({ stands }) => stands === "passed")).toBe(false);
});

test("scales: both units, what can hardly be is asked about, nothing under nothing", () => {
  const weigh = (front: string, rear: string, more: object = {}): Command => ({
    do: "weigh",
    front,
    rear,
    system: "metric",
    ...more,
  });
  expect(does(maud, weigh("24.25 lb", "14.3 kg")).weighed!.frontKg).toBeCloseTo(11, 2);
  expect(says(maud, weigh("0", "14"))).toContain("Both ends");
  expect(says(maud, weigh("-3", "14"))).toContain("Both ends");
  expect(says(maud, weigh("heavy", "14"))).toMatch(/^Under the front wheel: expected a mass/);
  expect(says(maud, weigh("300", "14"))).toContain("At most 200 kg");
  expect(says(maud, weigh("110", "14"))).toContain("is that right?");
  expect(says(maud, weigh("110", "14", { confirmed: true }))).toMatch(/^done: Weighed: 124 kg/);
});

test("what can hardly be, and came in unasked, proves nothing", () => {
  const proved = (job: Job, id: string) => assessOn(job, bench).promises.find((one) => one.id === id)!.proved;
  const weighed = { ...maud.weighed!, frontKg: 150, rearKg: 160 };
  expect([proved(maud, "mass"), proved({ ...maud, weighed }, "mass")]).toEqual([expect.closeTo(25.7, 6), null]);
  expect(proved({ ...maud, weighed: { ...weighed, confirmed: true } }, "mass")).toBe(310);
  const key = "roadTest assist ends";
  const read = (more: object) => ({
    ...maud,
    readings: { ...maud.readings, [key]: { ...maud.readings[key]!, value: 300, ...more } },
  });
  expect([proved(read({}), "assist"), proved(read({ confirmed: true }), "assist")]).toEqual([null, 300]);
});

test("a ride is taken in once, none before the checks on the stand without being asked, at most six, and dropped", async () => {
  const { id: _id, at: _at, by: _by, ...ride } = maud.rides[0]!;
  const take = (over: object = {}, confirmed?: true): Command =>
    ({ do: "take in ride", ride: { ...ride, ...over }, ...(confirmed && { confirmed }) }) as Command;
  expect(says(maud, take())).toContain("among those of the job already");
  const windy = does(maud, take({ windKmh: 15, windFromDeg: 180 }));
  expect(windy.rides.map(({ name, windKmh }) => [name, windKmh])).toEqual(
    maud.rides.map(({ name }, i) => [name, i === 0 ? 15 : 0]),
  );
  // What is reckoned of a ride is known by its number.
  expect(windy.rides[0]!.id).not.toBe(maud.rides[0]!.id);
  expect(says(windy, take({ windKmh: 15, windFromDeg: 180 }))).toContain("among those of the job already");
  expect(says(maud, take({ windKmh: 15, windFromDeg: 400 }))).toContain("must be 0 to 360°");
  // What is typed and cannot be is told by what it is called, at the door too.
  for (const [over, expected] of [
    [{ windKmh: 75 }, "the wind: must be 0 to 60 km/h"],
    [{ windFromDeg: -1 }, "where the wind came from: must be 0 to 360°"],
    [{ airC: 90 }, "the air: must be −40 to 50 °C"],
    [{ riderKg: 5 }, "the rider's mass: must be 20 to 250 kg"],
    [{ loadKg: 900 }, "the load: must be 0 to 300 kg"],
    [{ windowS: -3 }, "the recording: "],
  ] as const) {
    const answer = await perform(db, { jobId: maud.id, version: maud.version, by: "Ena", command: take(over) }, NOW);
    expect(!answer.ok && answer.error.says).toContain(expected);
    expect(!answer.ok && answer.error.says).not.toMatch(/Kmh|Deg|windowS|ride\./);
  }
  const early: Job = { ...open(), passed: {}, rides: [] };
  expect(says(early, take())).toMatch(/^12 checks on the stand have not passed\. Was this bike ridden all the same\?/);
  expect(says(early, take({}, true))).toMatch(/^done: Ride taken in/);
  expect(says(early, take({ wayM: ride.wayM.slice(1) }, true))).toContain("columns must be of one length");
  let many = { ...maud, rides: [] as Job["rides"] };
  for (let i = 0; i < 6; i += 1) many = does(many, take({ wayM: ride.wayM.map((m) => m + i / 10) })) as typeof many;
  expect(says(many, take({ wayM: ride.wayM.map((m) => m + 0.7) }))).toContain("at most 6 rides");
  expect(does(maud, { do: "drop ride", id: maud.rides[0]!.id }).rides).toHaveLength(maud.rides.length - 1);
  expect(says(maud, { do: "drop ride", id: "nothing" })).toContain("no such ride");
});

test("a bike is handed over once: signed, checked, and with the customer's word where less is proved; undo asks first", async () => {
  const hand: Command = { do: "hand over", customer: "Maud Tolliver", strokes: null };
  expect(says(maud, hand)).toMatch(/^It is not handed over yet\. Price, all in is not kept/);
  expect(says(open(), hand)).toContain("not signed");
  expect(says({ ...maud, passed: {} }, hand)).toContain("15 checks have not passed");
  const agreed = does(maud, { do: "agree to less", promise: "price", customer: "Maud Tolliver", says: "dearer by 123.67" });
  const gone = does(agreed, hand);
  expect(gone.handed).toMatchObject({ customer: "Maud Tolliver", by: "Ena" });
  expect(says(gone, hand)).toContain("already");

  // Through the shop: the paper and the customer's page have it, and undo asks.
  const act = async (command: Command | { do: "undo" }) => {
    const { version } = (await findJob(db, maud.id))!;
    return perform(db, { jobId: maud.id, version, by: "Ena", command }, NOW);
  };
  const before = handOverPaper((await openJob(db, maud.id, NOW))!);
  expect(JSON.stringify(before.content)).toContain("Not to be handed over yet");
  await act({ do: "agree to less", promise: "price", customer: "Maud Tolliver", says: "dearer by 123.67" });
  expect(await act(hand)).toMatchObject({ ok: true });
  const view = (await openJob(db, maud.id, NOW))!;
  expect(view.stages.filter(({ knot }) => knot !== "tied")).toEqual([]);
  const paper = JSON.stringify(handOverPaper(view).content);
  for (const words of [
    "PW26-118402",
    "Leads to metal",
    "Stop",
    "confirm with the authority",
    "Maud Tolliver takes less",
    "first week",
  ])
    expect([words, paper.includes(words)]).toEqual([words, true]);
  const theirs = customerView(view);
  expect(theirs.way.at(-1)).toEqual({ says: "Handed over to you", done: true });
  expect(theirs.promises.find(({ title }) => title === "Mass of the bike")!.proved).toBe("25.7 kg");
  expect(theirs.visits).toHaveLength(4);
  expect(await act({ do: "undo" })).toMatchObject({ ok: false, error: { kind: "ask" } });
});

describe("the controller's settings", () => {
  const write = (
    values: Record<string, number>,
    line: Extract<Command, { do: "write settings" }>["line"] = "as it should be",
    more: object = {},
  ): Command => ({ do: "write settings", values, line, ...more }) as Command;
  const wantedOf = async () => (await openJob(db, maud.id, NOW))!.settings.wanted;

  test("are read as delivered, written as wanted and read back; what it held before is kept", async () => {
    const wanted = await wantedOf();
    const read = does(maud, { do: "read settings", line: "as it should be" });
    expect(read.talks.at(-1)).toMatchObject({ state: "read", family: "Hub board", after: { "assist-limit": 32 } });
    const written = does(read, write(wanted));
    expect(written.talks.at(-1)).toMatchObject({ state: "verified", before: { "assist-limit": 32 }, after: wanted });
    expect(says(written, { do: "read settings", line: "as it should be" })).toMatch(/^done: Settings read/);
    expect(does(written, { do: "read settings", line: "as it should be" }).talks.at(-1)!.after).toMatchObject(wanted);
    expect(JSON.stringify(handOverPaper({ ...(await openJob(db, maud.id, NOW))!, job: written }).content)).toContain(
      "Settings as read back, Hub board",
    );
  });
  test("a speed in the wrong unit or over the limit stops the write; one level too high is asked about; nothing is stored then", async () => {
    const wanted = await wantedOf();
    expect(says(maud, write({ ...wanted, "assist-limit": 40 }))).toMatch(/^Not written\. .*is over the 24\.5 km\/h/);
    expect(says(maud, write({ ...wanted, "assist-limit": 15 }))).toContain("wrong unit?");
    expect(says(maud, write({ ...wanted, "first-level": 3 }))).toContain("Write it all the same?");
    expect(says(maud, write({ ...wanted, "first-level": 3 }, "as it should be", { confirmed: true }))).toMatch(
      /^done: Settings written/,
    );
    expect(says(maud, write({ ...wanted, "assist-limit": 40 }, "as it should be", { confirmed: true }))).toContain("Not written");
    expect(says(maud, write({}))).toBe("Nothing is to be written.");
    expect(says(maud, write({ "warp-drive": 1 }))).toContain("is no parameter of this family");
  });
  test("what it holds and keeps is looked at before a write: unread it is asked about, read and wrong it is named, here and on the screen", async () => {
    const wanted = await wantedOf();
    const { "assist-limit": limit, ...others } = wanted;
    expect(says(maud, write(others))).toMatch(/Nobody has read what it holds of .*Read it first.* Write it all the same\?/);
    const read = does(maud, { do: "read settings", line: "as it should be" });
    expect(says(read, write(others))).toMatch(/It holds, and would keep: .*32 km\/h is over the 24\.5 km\/h/);
    const kept = does(read, write(others, "as it should be", { confirmed: true }));
    const shown = async (job: Job) => (await viewFrom(db, job, bench)).settings.heldWrong.join(" ");
    expect(await shown(kept)).toContain("32 km/h is over");
    expect(await shown(does(kept, write({ "assist-limit": limit! })))).toBe("");
  });
  test("a lead pulled half way, a turning wheel and another version leave it as it was, and say so", async () => {
    const wanted = await wantedOf();
    for (const [line, word] of [
      ["pulled half way", "was not taken"],
      ["wheel turning", "its wheel turns"],
      ["another version", "of version 4"],
    ] as const) {
      const tried = does(maud, write(wanted, line));
      expect(tried.talks.at(-1)).toMatchObject({ state: "nothing written", says: expect.stringContaining(word) as string });
      expect(tried.talks.at(-1)!.standIn).toMatchObject({ "assist-limit": 32 });
    }
    const noisy = does(maud, write(wanted, "noisy"));
    expect(["verified", "nothing written"]).toContain(noisy.talks.at(-1)!.state);
  });
});

test("a job file carries all of it, out and in", () => {
  const talked = does(maud, { do: "read settings", line: "as it should be" });
  const gone = does(does(talked, { do: "agree to less", promise: "price", customer: "M T", says: "dearer" }), {
    do: "hand over",
    customer: "M T",
    strokes: [
      [
        [1, 2],
        [3, 4],
      ],
    ],
  });
  const read = readJobFile(JSON.parse(JSON.stringify(writeJobFile(gone, [], bench.house))));
  if (!read.ok) throw new Error(JSON.stringify(read.error));
  for (const key of ["passed", "weighed", "rides", "less", "handed", "talks"] as const)
    expect(read.value.job[key]).toEqual(gone[key]);
});
