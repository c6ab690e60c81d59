import { Catalogue } from "@/core/parts/catalogue";
import type { Command } from "@/core/job/command";
import { battery, controller, donorOf, hub, partOf, QUAY } from "../../../tests/bench.fixture";
import { DEFAULT_HOUSE_RULES } from "@/core/house/defaults";
import { givenLines } from "@/core/job/letters";
import { newJob, type Job } from "@/core/job/job";
import { carryOut } from ".";
import type { Bench } from "../useCase";

const motor = hub();
const pack = battery();
const box = controller({ batteryA: 18, leastBatteryA: null });
const arm = partOf("torque-arm", { axleDiameterMm: 12, axleFlatsMm: 10, plateMm: 6, clamps: "hose clamp", armMm: 100 });
const stocked = partOf("display", { plug: "x", clampMm: 22, showsSpeed: true }, { inStock: 1 });

let ids = 0;
const bench: Bench = {
  catalogue: new Catalogue([motor, pack, box, arm, stocked], [QUAY]),
  house: DEFAULT_HOUSE_RULES,
  at: "2026-01-05T09:00:00Z",
  by: "Ida",
  heldElsewhere: {},
  asked: new Set(),
  stamp: "",
  stampButShelf: "",
  newId: () => `id-${(ids += 1)}`,
  weeks: [],
};

const DONOR = donorOf({
  frontDropout: "slot",
  frontDropoutMaterial: "steel",
  frontDropoutThicknessMm: 6,
  frontSlotWidthMm: 10.1,
  frontSlotDepthMm: 11,
  frontDropoutCondition: "sound",
  forkKind: "rigid",
  forkMaterial: "steel",
  frontOverLocknutMm: 100,
});
const job = (over: Partial<Job> = {}): Job => ({
  ...newJob({ id: "j", number: 12, customer: "Ida", bike: "" }),
  donor: DONOR,
  choices: { motor: motor.id },
  ...over,
});

function done(on: Job, command: Command): Job {
  const answer = carryOut(on, command, bench);
  if (!answer.ok) throw new Error(answer.error.says);
  return { ...on, ...answer.value.job };
}
const says = (on: Job, command: Command) => {
  const answer = carryOut(on, command, bench);
  return answer.ok ? `done: ${answer.value.says}` : answer.error.says;
};

const ARMS = { finding: "axle/torque-arms front", remedy: "arms-2" } as const;

describe("findings", () => {
  test("a remedy is accepted by name and time, taken back, and not accepted twice", () => {
    const with_ = done(job(), { do: "accept", ...ARMS });
    expect(with_.accepted).toEqual([{ ...ARMS, at: bench.at, by: "Ida" }]);
    expect(says(with_, { do: "accept", ...ARMS })).toMatch(/not offered any more/);
    expect(done(with_, { do: "take back", ...ARMS }).accepted).toEqual([]);
    expect(says(job(), { do: "take back", ...ARMS })).toBe("That remedy is not accepted.");
  });
  test("a rule of thumb is overridden with its reason, once, and the override withdrawn", () => {
    const on = job({ choices: { motor: motor.id, battery: pack.id, controller: box.id } });
    const finding = "power/pack-current pack";
    const first = done(on, { do: "override", finding, reason: "pack maker says 18 A is well" });
    expect(first.overrides).toMatchObject([{ finding, reason: "pack maker says 18 A is well", by: "Ida" }]);
    expect(says(first, { do: "override", finding, reason: "and measured on the road" })).toBe("There is nothing to override.");
    expect(done(first, { do: "withdraw override", finding }).overrides).toEqual([]);
    expect(says(on, { do: "withdraw override", finding })).toBe("There is no such override.");
  });
  test("safety, measurements and clear findings are not overridden", () => {
    const carbon = job({ donor: { ...DONOR, ...donorOf({ forkMaterial: "carbon" }) } });
    expect(says(carbon, { do: "override", finding: "axle/torque-arms front", reason: "the customer insists" })).toMatch(
      /nobody may override.*What lifts it: a steel fork/,
    );
    expect(says(job(), { do: "override", finding: "wheel/size front", reason: "looks about right" })).toMatch(
      /wants a measurement/,
    );
    expect(says(job(), { do: "override", finding: "axle/over-locknut front", reason: "looks about right" })).toBe(
      "There is nothing to override.",
    );
    expect(says(job(), { do: "override", finding: "gone", reason: "looks about right" })).toMatch(/gone/);
  });
});

describe("choices and readings", () => {
  test("a slot is filled, changed and emptied; an empty one says so", () => {
    const filled = done(job(), { do: "choose", slot: "battery", partId: pack.id });
    expect(filled.choices.battery).toBe(pack.id);
    expect(done(filled, { do: "choose", slot: "battery", partId: null }).choices).toEqual({ motor: motor.id });
    expect(says(job(), { do: "choose", slot: "charger", partId: null })).toBe("No charger was chosen.");
  });
  test("a reading is cleared, and a clear one says so", () => {
    expect(done(job(), { do: "forget reading", key: "forkKind" }).donor.forkKind).toBeUndefined();
    expect(says(job(), { do: "forget reading", key: "shellWidthMm" })).toBe("That item holds no reading.");
  });
  test("a length that cannot be is refused at once; a slip that can be guessed is asked about", () => {
    const typed = (text: string, confirmed = false) =>
      carryOut(job(), { do: "measure", key: "topTubeMm", text, system: "metric", how: "tape", confirmed }, bench);
    expect(typed("-40")).toMatchObject({ ok: false, error: { kind: "refused", says: "Top tube: −40 cannot be." } });
    expect(typed("-40", true)).toMatchObject({ ok: false, error: { kind: "refused" } });
    expect(typed("5650")).toMatchObject({ ok: false, error: { kind: "ask", perhaps: 565 } });
  });
  test("the history of a reading keeps the earlier ones, the newest first", () => {
    const measure = (on: Job, text: string) =>
      done(on, { do: "measure", key: "frontSlotDepthMm", text, system: "metric", how: "rule", confirmed: false });
    const last = measure(measure(job(), "10"), "10.5").donor.frontSlotDepthMm!;
    expect(last).toMatchObject({ value: 10.5, plusMinus: 0.5 });
    expect(last.earlier.map((e) => e.value)).toEqual([10, 11]);
  });
});

describe("the sheet", () => {
  const on = job({ choices: { motor: motor.id, display: stocked.id } });
  test("a line's source is changed, but not to a shelf that is empty, nor for a line that is gone", () => {
    expect(done(on, { do: "source", line: "choice display", source: "buy" }).sources).toEqual({ "choice display": "buy" });
    expect(says(on, { do: "source", line: "choice motor", source: "stock" })).toBe(
      "1 wanted, 0 to be had from the shelf: 0 there.",
    );
    expect(says(on, { do: "source", line: "choice wings", source: "buy" })).toMatch(/not on the sheet any more/);
  });
  test("lines by hand come, are not doubled, and go", () => {
    const line = { id: "bell", says: "Bell", quantity: 1, priceMinor: 900, group: "dressing" as const };
    const with_ = done(on, { do: "add line", line });
    expect(with_.hand).toEqual([line]);
    expect(says(with_, { do: "add line", line })).toBe("That line is already there.");
    expect(done(with_, { do: "remove line", id: "bell" }).hand).toEqual([]);
    expect(says(on, { do: "remove line", id: "bell" })).toMatch(/not there any more/);
  });
  test("what was given before is kept as it was, the latest last", () => {
    const first = done(on, { do: "give sheet" });
    const dearer = done(first, {
      do: "add line",
      line: { id: "line-1", says: "Basket", quantity: 1, priceMinor: 2500, group: "running" },
    });
    const both = done(dearer, { do: "give sheet" }).given;
    expect(both).toHaveLength(2);
    expect(both[0]).toEqual(first.given[0]);
    expect(both[1]!.allInMinor).toBeGreaterThan(both[0]!.allInMinor);
  });
  test("what is given to the customer is a copy with its total", () => {
    const given = done(on, { do: "give sheet" }).given[0]!;
    expect(givenLines(given).map((l) => l.says)).toEqual(["A hub-motor", "A display"]);
    expect(given.allInMinor).toBeGreaterThan(0);
    expect(
      says(job({ ...on, accepted: [{ finding: "kit/lacks front tyre", remedy: "new-tyre", at: bench.at, by: "" }] }), {
        do: "give sheet",
      }),
    ).toMatch(/1 line has no price: tyre for \? mm \(not in the catalogue\)|no price/);
  });
});

describe("orders and steps", () => {
  const order = (on: Job) => {
    const probe = carryOut(on, { do: "place order", supplierId: "quay", expectMinor: -1 }, bench);
    const amount = !probe.ok && /it is ([\d\u2009.]+)/.exec(probe.error.says)?.[1];
    return done(on, {
      do: "place order",
      supplierId: "quay",
      expectMinor: Math.round(Number(String(amount).replace("\u2009", "")) * 100),
    });
  };
  test("numbers run on within the job, arrival is said once", () => {
    const first = order(job());
    expect(first.orders.map((o) => o.number)).toEqual(["0012-1"]);
    const second = order({ ...first, choices: { ...first.choices, battery: pack.id } });
    expect(second.orders.map((o) => [o.number, o.lines.map((l) => l.partId)])).toEqual([
      ["0012-1", [motor.id]],
      ["0012-2", [pack.id]],
    ]);
    const here = done(second, { do: "arrived", orderId: second.orders[0]!.id });
    expect(here.orders[0]!.arrived).toEqual({ at: bench.at, by: "Ida" });
    expect(says(here, { do: "arrived", orderId: second.orders[0]!.id })).toMatch(/arrived already/);
    expect(says(here, { do: "arrived", orderId: "nope" })).toBe("There is no such order.");
  });
  test("a step is ticked once, opened again, and only while it is in the work order", () => {
    const ticked = done(job(), { do: "tick", step: "survey", note: "all there" });
    expect(ticked.ticks.survey).toEqual({ at: bench.at, by: "Ida", note: "all there", despite: "", tookMinutes: null });
    expect(says(ticked, { do: "tick", step: "survey", note: "" })).toBe(
      "That step is ticked already, by Ida, Mon 5 Jan 2026, 09:00. What you typed is kept.",
    );
    expect(done(ticked, { do: "untick", step: "survey" }).ticks).toEqual({});
    expect(says(job(), { do: "untick", step: "survey" })).toBe("That step is not ticked.");
    expect(says(job(), { do: "tick", step: "fitMid", note: "" })).toMatch(/not in the work order/);
  });
});

describe("calls", () => {
  test("what was said is kept with name and time, empty words are refused, and a limit is told", () => {
    const one = done(job(), { do: "note call", says: "wants it green" });
    expect(one.calls).toEqual([{ at: bench.at, by: "Ida", says: "wants it green" }]);
    expect(done(one, { do: "note call", says: "or blue" }).calls.map((call) => call.says)).toEqual(["wants it green", "or blue"]);
    const full = job({ calls: Array.from({ length: 200 }, () => one.calls[0]!) });
    expect(says(full, { do: "note call", says: "once more" })).toBe("A job keeps 200 calls: write it into the notes.");
  });
});

describe("the wish", () => {
  test("an unusual figure or day is asked about with a guess, and taken when it is confirmed; nothing else is asked", () => {
    const ask = carryOut(job(), { do: "edit wish", wish: { hillPercent: 32 } }, bench);
    expect(ask).toMatchObject({ ok: false, error: { kind: "ask", perhaps: 3.2, value: 32 } });
    expect(done(job(), { do: "edit wish", wish: { hillPercent: 32 }, confirmed: true }).wish.hillPercent).toBe(32);
    expect(carryOut(job(), { do: "edit wish", wish: { readyBy: "2025-12-18" } }, bench)).toMatchObject({
      ok: false,
      error: { kind: "ask", says: expect.stringMatching(/is past\. Fri 18 Dec 2026\?/) },
    });
    // What stood there before is not asked about again.
    const old = job({ wish: { ...job().wish, hillPercent: 32, readyBy: "2025-12-18" } });
    expect(done(old, { do: "edit wish", wish: { riderKg: 80 } }).wish.riderKg).toBe(80);
  });
  test("changes only what was edited, and says what that was", () => {
    const edited = done(job(), { do: "edit wish", wish: { riderKg: 80, throttle: true } });
    expect(edited.wish).toEqual({ ...job().wish, riderKg: 80, throttle: true });
    expect(says(job(), { do: "edit wish", wish: { riderKg: 80 } })).toBe("done: Ask: the rider's mass");
  });
});
