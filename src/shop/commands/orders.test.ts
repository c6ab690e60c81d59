import type { Command } from "@/core/job/command";
import { newJob, type Job } from "@/core/job/job";
import { DEFAULT_HOUSE_RULES } from "@/core/house/defaults";
import { Catalogue } from "@/core/parts/catalogue";
import { formatMoney } from "@/core/money/money";
import { NO_TERMS } from "@/core/parts/noTerms";
import type { Part, Supplier } from "@/core/parts/part";
import { battery, hub, offer, partOf, QUAY } from "../../../tests/bench.fixture";
import { checksOfJob } from "@/core/job/proof";
import { stepOfCheck } from "@/core/prove/checks";
import { makeChecks } from "../makeChecks";
import { assessOn, type Bench } from "../useCase";
import { assess } from "@/core/job/assess";
import { workOrderOf } from "@/core/job/workOrder";
import { carryOut } from "./index";

const INLET: Supplier = {
  ...QUAY,
  id: "inlet",
  name: "Inlet Test Supply",
  currency: "GBP",
  carriageMinor: 900,
  freeFromMinor: null,
};
const tyre = partOf(
  "tyre",
  { beadSeatMm: 622, widthMm: 37 },
  { id: "tyre-a", name: "A tyre", offers: [offer("quay", 18_00, { packSize: 2, leadDays: 5 })] },
);
const pack = {
  ...battery(),
  id: "pack-a",
  name: "A pack",
  offers: [offer("inlet", 250_00, { currency: "GBP", carriage: "dangerous goods", leadDays: 8 })],
} as Part;
const motor = { ...hub(), id: "hub-a", name: "A hub", inStock: 1, offers: [] } as Part;
const bench: Bench = {
  catalogue: new Catalogue([tyre, pack, motor], [QUAY, INLET]),
  house: { ...DEFAULT_HOUSE_RULES, rates: { GBP: 1.17 } },
  at: "2026-01-05T09:00:00Z",
  by: "Ida",
  heldElsewhere: {},
  asked: new Set(),
  stamp: "",
  stampButShelf: "",
  newId: () => "order-id",
  weeks: [],
};
const job = (over: Partial<Job> = {}): Job => ({
  ...newJob({ id: "j", number: 12, customer: "Ida", bike: "" }),
  choices: { battery: pack.id },
  also: [{ partId: tyre.id, quantity: 3 }],
  ...over,
});
const answer = (on: Job, command: Command) => carryOut(on, command, bench);
const says = (on: Job, command: Command) => {
  const told = answer(on, command);
  return told.ok ? `done: ${told.value.says}` : told.error.says;
};
const placed = (on: Job, command: Command): Job => {
  const told = answer(on, command);
  if (!told.ok) throw new Error(told.error.says);
  return { ...on, ...told.value.job };
};

// 250.00 £ at 1.17 is 292.50; carriage 9.00 £ is 10.53 and the pack's surcharge 25.00 £ is 29.25: 332.28.
const PACK = { do: "place order", supplierId: "inlet", expectMinor: 332_28 } as const;
// Three tyres are two packs of two at 18.00, and 5.00 of carriage: 41.00.
const TYRES = { do: "place order", supplierId: "quay", expectMinor: 41_00 } as const;

describe("a placed order", () => {
  test("keeps every figure of the day, to the cent, in both currencies", () => {
    expect(placed(job(), PACK).orders).toEqual([
      {
        id: "order-id",
        number: "0012-1",
        supplierId: "inlet",
        supplierName: "Inlet Test Supply",
        placed: { at: "2026-01-05T09:00:00Z", by: "Ida" },
        currency: "EUR",
        lines: [
          {
            partId: "pack-a",
            name: "A pack",
            kind: "battery",
            quantity: 1,
            packs: 1,
            packSize: 1,
            packPriceMinor: 250_00,
            offerCurrency: "GBP",
            totalMinor: 292_50,
            because: ["chosen as battery in Drive"],
          },
        ],
        goodsMinor: 292_50,
        carriageMinor: 39_78,
        landed: {
          goodsMinor: 292_50,
          carriageMinor: 39_78,
          bufferMinor: 0,
          feeMinor: 0,
          dutyMinor: 0,
          importTaxMinor: 0,
          brokerMinor: 0,
        },
        dangerousGoods: true,
        purchase: null,
        leadDays: 8,
        arrived: null,
        billed: null,
        off: null,
      },
    ]);
    expect(says(job(), PACK)).toBe("done: Order 0012-1 placed with Inlet Test Supply: 332.28\u00a0€");
    expect(placed(job(), TYRES).orders[0]).toMatchObject({
      lines: [{ quantity: 3, packs: 2, packSize: 2, packPriceMinor: 18_00, totalMinor: 36_00 }],
      goodsMinor: 36_00,
      carriageMinor: 5_00,
      dangerousGoods: false,
      // Five days from that Monday is a Saturday.
      leadDays: 7,
    });
  });
  test("is refused by one cent more or less than was shown, and says what it is now", () => {
    for (const by of [-1, 1])
      expect(says(job(), { ...PACK, expectMinor: PACK.expectMinor + by })).toBe(
        "The order has changed since it was shown: it is 332.28\u00a0€ now. Look again, then place it.",
      );
  });
  test("is numbered one on from the highest that stands", () => {
    const first = placed(job(), PACK);
    const second = placed(first, TYRES);
    expect(second.orders.map((order) => order.number)).toEqual(["0012-1", "0012-2"]);
    const third = placed({ ...second, orders: second.orders.slice(1), also: [{ partId: tyre.id, quantity: 5 }] }, { ...PACK });
    expect(third.orders.at(-1)!.number).toBe("0012-3");
  });
  test("is not placed twice, nor with a supplier that nothing is wanted from", () => {
    expect(says(placed(job(), PACK), PACK)).toBe("There is nothing left to order there.");
    expect(says(job(), { ...PACK, supplierId: "nobody" })).toBe("There is nothing left to order there.");
  });
  test("is not placed with a supplier that takes none so small, told with what is missing; at just so much it is", () => {
    const under = (leastOrderMinor: number) => {
      const inlet = { ...INLET, terms: { ...NO_TERMS, leastOrderMinor } };
      const told = carryOut(job(), PACK, { ...bench, catalogue: new Catalogue([tyre, pack, motor], [QUAY, inlet]) });
      return told.ok ? "done" : told.error.says;
    };
    expect(under(250_01)).toBe(
      `Inlet Test Supply takes no order under ${formatMoney(250_01, "GBP")}: goods for ${formatMoney(1, "GBP")} are missing. Order it together with other jobs under Buying, or take what it is for from elsewhere; if they made an exception, put it into their books.`,
    );
    expect(under(250_00)).toBe("done");
  });
  test("is refused by exactly one stop, and by none is placed", () => {
    const carbon = job({
      choices: { battery: pack.id, motor: motor.id },
      donor: {
        frontDropoutMaterial: { value: "carbon", how: "seen", plusMinus: 0, taken: { at: bench.at, by: "" }, earlier: [] },
        frontDropout: { value: "slot", how: "seen", plusMinus: 0, taken: { at: bench.at, by: "" }, earlier: [] },
      },
    });
    expect(says(carbon, PACK)).toBe("Nothing is ordered while the fit says stop (1): settle it in Fit first.");
    expect(says(job({ choices: { battery: pack.id, motor: motor.id } }), PACK)).toMatch(/^done/);
    expect(says(carbon, { do: "tick", step: "survey", note: "" })).toBe(
      "Nothing is built until that is settled. The fit says stop: Axle flats in the slot.",
    );
    // A stop is passed with no reason.
    expect(says(carbon, { do: "tick", step: "survey", note: "", despite: "the customer wants it so" })).toMatch(
      /^Nothing is built/,
    );
  });
});

describe("arrival", () => {
  test("is said of one order alone, once", () => {
    const both = placed(placed(job(), PACK), TYRES);
    const named = { ...both, orders: both.orders.map((order, i) => ({ ...order, id: `o${i}` })) };
    const here = placed(named, { do: "arrived", orderId: "o1" });
    expect(here.orders.map((order) => order.arrived)).toEqual([null, { at: bench.at, by: "Ida" }]);
    expect(says(here, { do: "arrived", orderId: "o1" })).toBe("That order is marked as arrived already.");
    expect(says(named, { do: "arrived", orderId: "o0" })).toBe("done: Order 0012-1 arrived");
  });
});

describe("an order that is called off", () => {
  const plannedOf = (on: Job) => assess(on, bench.catalogue, bench.house, "2026-01-05").sheet;
  const on = () => {
    const start = job({ choices: { motor: motor.id, battery: pack.id }, also: [] });
    const order = plannedOf(start).plan.orders[0]!;
    return placed(start, {
      do: "place order",
      supplierId: order.supplier.id,
      expectMinor: order.goodsMinor + order.carriageMinor,
      overBudget: true,
    });
  };
  const why = "the wrong axle was sent";
  test("before it came is cancelled: its parts are to be bought again, its carriage is not paid, its number stays taken", () => {
    const one = on();
    const orderId = one.orders[0]!.id;
    const before = plannedOf(one);
    expect(before.plan.orders).toEqual([]);
    const off = placed(one, { do: "call off", orderId, why });
    expect(off.orders[0]!.off).toEqual({ at: bench.at, by: "Ida", how: "cancelled", why });
    expect(says(one, { do: "call off", orderId, why })).toBe(`done: Order ${one.orders[0]!.number} cancelled: ${why}`);
    const after = plannedOf(off);
    expect(after.plan.orders[0]!.lines.map((line) => line.part.id)).toEqual([pack.id]);
    expect(after.carriageMinor).toBe(before.carriageMinor);
    expect(after.allInMinor).toBe(before.allInMinor);
    const { plan } = after;
    const again = placed(off, {
      do: "place order",
      supplierId: plan.orders[0]!.supplier.id,
      expectMinor: plan.orders[0]!.goodsMinor + plan.orders[0]!.carriageMinor,
      overBudget: true,
    });
    expect(again.orders.map((order) => order.number)).toEqual([one.orders[0]!.number, one.orders[0]!.number.replace("-1", "-2")]);
    expect(says(off, { do: "arrived", orderId })).toBe("That order was cancelled.");
    expect(says(off, { do: "call off", orderId, why })).toBe("That order was cancelled already.");
    expect(says(off, { do: "call off", orderId: "nope", why })).toBe("There is no such order.");
  });
  test("after it came goes back: its carriage was paid all the same, and the step waits for its part again", () => {
    const here = placed(on(), { do: "arrived", orderId: on().orders[0]!.id });
    const one = { ...here, orders: here.orders.map((order) => ({ ...order, arrived: order.placed })) };
    const before = plannedOf(one);
    const off = placed(one, { do: "call off", orderId: one.orders[0]!.id, why });
    expect(off.orders[0]!.off!.how).toBe("returned");
    const after = plannedOf(off);
    expect(after.carriageMinor).toBe(before.carriageMinor + after.plan.orders[0]!.carriageMinor);
    const waits = (on: Job) => {
      const now = assess(on, bench.catalogue, bench.house, "2026-01-05");
      return workOrderOf(on, now, "2026-01-05").steps.find(({ step }) => step.id === "cradle")!.waits[0];
    };
    expect([waits(one), waits(off)]).toEqual([null, "not ordered yet"]);
  });
});

describe("the shelf", () => {
  test("with exactly as many as are wanted is taken from, with one fewer it is refused", () => {
    const on = (quantity: number) => job({ also: [{ partId: motor.id, quantity }] });
    expect(says(on(1), { do: "source", line: `choice by hand ${motor.id}`, source: "stock" })).toBe("done: A hub: stock");
    expect(says(on(2), { do: "source", line: `choice by hand ${motor.id}`, source: "stock" })).toBe(
      "2 wanted, 1 to be had from the shelf: 1 there.",
    );
  });
});

const DESPITE = "agreed with the customer";

describe("signing", () => {
  const on = (over: Partial<Job> = {}) => job({ choices: { motor: motor.id }, also: [], ...over });
  const stepsOf = (one: Job) => {
    const told = answer({ ...one, ticks: {} }, { do: "sign" });
    return told.ok ? 0 : Number(/^(\d+) step/.exec(told.error.says)![1]);
  };
  const ticked = () => {
    let now = on();
    for (const step of [
      "survey",
      "brakesFirst",
      "removeWheel",
      "fitHub",
      "seatWashers",
      "checkWheel",
      "cradle",
      "harness",
      "settings",
      "checks",
      "roadTest",
      "handOver",
    ] as const) {
      const checks = checksOfJob(now, assessOn(now, bench)).filter(({ check }) => stepOfCheck(check) === step);
      for (const command of makeChecks(checks)) now = placed(now, command);
      now = placed(now, { do: "tick", step, note: `note ${step}`, despite: DESPITE });
    }
    return now;
  };
  test("is refused with one step open, named, and takes a copy of every step when none is", () => {
    const all = ticked();
    expect(Object.keys(all.ticks)).toHaveLength(stepsOf(on()));
    const open = placed(all, { do: "untick", step: "roadTest" });
    expect(says(open, { do: "sign" })).toMatch(/^1 step is not ticked: [^;]*\.$/);
    const two = placed(open, { do: "untick", step: "checks" });
    expect(says(two, { do: "sign" })).toMatch(/^2 steps are not ticked: [^;]*; [^;]*\.$/);
    expect(says(all, { do: "sign" })).toMatch(/^\d+ checks are still open in Fit: .* Give a reason/);
    const signed = placed(all, { do: "sign", despite: DESPITE }).signed!;
    expect(signed).toMatchObject({ at: bench.at, by: "Ida" });
    expect(signed.steps).toHaveLength(stepsOf(on()) + 1);
    expect(signed.steps[0]).toEqual({
      id: "survey",
      title: "Take in, survey, photograph, sign the checklist",
      is: [],
      minutes: expect.closeTo(25.83, 2),
      by: "Ida",
      at: bench.at,
      note: "note survey",
      despite: "",
    });
    expect(signed.despite).toBe(DESPITE);
    expect(signed.steps.find((step) => step.id === "fitHub")).toMatchObject({
      despite: DESPITE,
      is: expect.arrayContaining([`1 × ${motor.name}`]),
    });
    // The visit comes after: it is neither ticked nor waited for.
    expect(signed.steps.find((step) => step.id === "revisit")).toMatchObject({ by: "", at: "" });
  });
  test("holds what was signed: no step is opened or ticked, and nobody signs twice", () => {
    const signed = placed(ticked(), { do: "sign", despite: DESPITE });
    const first = "The work order is signed: undo the signature first.";
    expect(says(signed, { do: "untick", step: "survey" })).toBe(first);
    expect(says({ ...signed, ticks: {} }, { do: "tick", step: "survey", note: "" })).toBe(first);
    expect(says(signed, { do: "sign" })).toBe("The work order is signed already.");
    // The visit after 20 km is ticked under the signature.
    expect(says(signed, { do: "tick", step: "revisit", note: "", despite: DESPITE })).toMatch(/^done: Done: Re-torque visit/);
  });
  test("stands for a state: a change names itself, opens the work and asks for a new signature", () => {
    const signed = placed(ticked(), { do: "sign", despite: DESPITE });
    const look = (on: Job) => assess(on, bench.catalogue, bench.house, "2026-01-05");
    const build = (on: Job) => look(on).stages.find((stage) => stage.name === "Build")!;
    expect(build(signed)).toMatchObject({ knot: "tied", undone: 0 });
    const changed = placed(signed, { do: "put in", partId: tyre.id, quantity: 1 });
    expect(build(changed)).toMatchObject({ knot: "half", undone: 1 });
    // With a tyre the wheel's turn is known, which the controller is told.
    expect(workOrderOf(changed, look(changed), "2026-01-05").changed).toEqual([
      "New: Fit tape, tube and tyre",
      expect.stringMatching(/^Set the controller: wheel size, limits, class: now Wheel \d+ mm a turn: bead seat and tyre/),
      expect.stringMatching(/^Set the controller: wheel size, limits, class: no longer Wheel: rolled out on the floor/),
    ]);
    expect(says(changed, { do: "sign" })).toMatch(/^1 step is not ticked: Fit tape, tube and tyre/);
    const again = placed(placed(changed, { do: "tick", step: "moveTyre", note: "", despite: DESPITE }), {
      do: "sign",
      despite: DESPITE,
    });
    expect(workOrderOf(again, look(again), "2026-01-05").changed).toEqual([]);
    expect(build(again).knot).toBe("tied");
    // Two of it is another state as well, told as what goes in now and what did before.
    const two = placed(again, { do: "put in", partId: tyre.id, quantity: 2 });
    expect(workOrderOf(two, look(two), "2026-01-05").changed).toEqual([
      "Fit tape, tube and tyre: now 2 × A tyre",
      "Fit tape, tube and tyre: no longer 1 × A tyre",
    ]);
  });
  test("keeps its prices: nothing is priced anew while the signature holds, and is when it does not", () => {
    const signed = placed(ticked(), { do: "sign", despite: DESPITE });
    const dearer = { ...bench.house, labourMinorPerHour: 2 * bench.house.labourMinorPerHour, taxPercent: 25 };
    const allIn = (on: Job, house = bench.house) => assess(on, bench.catalogue, house, "2026-01-05").sheet.allInMinor;
    expect(allIn(signed, dearer)).toBe(allIn(signed));
    expect(allIn({ ...signed, signed: null }, dearer)).toBeGreaterThan(allIn(signed));
    const changed = placed(signed, { do: "put in", partId: tyre.id, quantity: 1 });
    expect(allIn(changed, dearer)).toBeGreaterThan(allIn(changed));
  });
  test("a step is done by a name, after what it follows, with its parts there; a reason lets it through and is kept", () => {
    const nobody = carryOut(on(), { do: "tick", step: "survey", note: "" }, { ...bench, by: " " });
    expect(!nobody.ok && nobody.error.says).toBe("Say who it is: put your name at the top right.");
    const told = says(on(), { do: "tick", step: "harness", note: "" });
    expect(told).toMatch(/checks are still open in Fit/);
    expect(told).toMatch(/Not done before it: Fit the battery cradle/);
    const bought = placed(on({ sources: { "choice motor": "buy" } }), { do: "tick", step: "survey", note: "" });
    expect(says(bought, { do: "tick", step: "fitHub", note: "" })).toMatch(/1 part is not there: A hub, not ordered yet/);
    const kept = placed(bought, { do: "tick", step: "fitHub", note: "", despite: DESPITE }).ticks.fitHub!;
    expect(kept).toMatchObject({ by: "Ida", despite: DESPITE });
    // Where nothing holds it back no reason is kept.
    expect(placed(on(), { do: "tick", step: "survey", note: "", despite: DESPITE }).ticks.survey!.despite).toBe("");
  });
});

describe("photographs", () => {
  const photo = (id: string) => ({ id, item: null, step: null, widthPx: 10, heightPx: 10, says: "" });
  const kept = (n: number) =>
    job({
      photos: Array.from({ length: n }, (_, i) => ({ ...photo(`photo-${String(i).padStart(3, "0")}`), at: bench.at, by: "" })),
    });
  test("119 take one more, 120 take none; one kept is not kept twice", () => {
    expect(says(kept(119), { do: "keep photo", photo: photo("photo-new") })).toBe("done: Photograph of the bike");
    expect(says(kept(120), { do: "keep photo", photo: photo("photo-new") })).toBe("A job keeps 120 photographs: drop one first.");
    expect(says(kept(2), { do: "keep photo", photo: photo("photo-001") })).toBe("That photograph is already kept.");
    expect(says(kept(2), { do: "keep photo", photo: { ...photo("photo-new"), step: "fitHub" } })).toBe(
      "done: Photograph of a step",
    );
    expect(says(kept(2), { do: "keep photo", photo: { ...photo("photo-new"), item: "topTubeMm" } })).toBe(
      "done: Photograph of a measurement",
    );
    expect(placed(kept(1), { do: "keep photo", photo: photo("photo-new") }).photos[1]).toEqual({
      ...photo("photo-new"),
      at: bench.at,
      by: "Ida",
    });
  });
  test("one is dropped, and only one that is kept", () => {
    expect(placed(kept(2), { do: "drop photo", id: "photo-000" }).photos.map((p) => p.id)).toEqual(["photo-001"]);
    expect(says(kept(2), { do: "drop photo", id: "photo-9" })).toBe("That photograph is not kept.");
  });
});

describe("parts by hand, and what is refused", () => {
  const kit = partOf("kit", { contents: [{ partId: "tyre-a", quantity: 1 }] }, { id: "kit-a" });
  const wider: Bench = {
    ...bench,
    catalogue: new Catalogue([tyre, pack, motor, kit], [QUAY, INLET], [{ id: "odd", name: "Odd", kind: "tyre", issues: [] }]),
  };
  const told = (command: Command, on = job()) => {
    const made = carryOut(on, command, wider);
    return made.ok ? made.value : made.error.says;
  };
  test("a part is put in with its count, again with another, and taken out", () => {
    expect(told({ do: "put in", partId: "tyre-a", quantity: 2 })).toEqual({
      job: { also: [{ partId: "tyre-a", quantity: 2 }] },
      says: "Put in: 2 × A tyre",
    });
    expect(told({ do: "put in", partId: "pack-a", quantity: 1 })).toEqual({
      job: {
        also: [
          { partId: "tyre-a", quantity: 3 },
          { partId: "pack-a", quantity: 1 },
        ],
      },
      says: "Put in: A pack",
    });
    expect(told({ do: "take out", partId: "tyre-a" })).toEqual({ job: { also: [] }, says: "Taken out of the build" });
    expect(told({ do: "take out", partId: "pack-a" })).toBe("That part was not put in by hand.");
  });
  test("a kit, a part that does not read and one that is not there are not put in", () => {
    expect(told({ do: "put in", partId: "kit-a", quantity: 1 })).toBe("A kit goes in its own place, above.");
    expect(told({ do: "put in", partId: "odd", quantity: 1 })).toBe("That part's sheet does not read: mend it in Parts.");
    expect(told({ do: "put in", partId: "gone", quantity: 1 })).toBe("That part is not in the catalogue any more.");
  });
});
