import { readPart, type Part } from "../parts/part";
import { Catalogue } from "../parts/catalogue";
import { battery, controller, donorOf, hub, mid, partOf, placedOrder, QUAY, shellRings } from "../../../tests/bench.fixture";
import { DEFAULT_HOUSE_RULES } from "../house/defaults";
import { assess } from "./assess";
import { newJob, jobSchema, type Job } from "./job";
import { layoutOf } from "./layout";
import { STAGE_NAMES } from "./stageNames";
import { chosenParts, slotOf } from "./supplied";
import { viewOf } from "./view";

const TODAY = "2026-01-05";
const house = DEFAULT_HOUSE_RULES;

const motor = hub();
const pack = battery();
const box = controller();
const arm = partOf("torque-arm", { axleDiameterMm: 12, axleFlatsMm: 10, plateMm: 6, clamps: "hose clamp", armMm: 100 });
const charger = partOf("charger", { outputV: 42, outputA: 2, plug: "x" });
const crank = mid();
const catalogue = new Catalogue([motor, pack, box, arm, charger, crank, ...shellRings], [QUAY]);

const FRONT = donorOf({
  frontOverLocknutMm: 100,
  frontDropout: "slot",
  frontDropoutMaterial: "steel",
  frontDropoutThicknessMm: 6,
  frontSlotWidthMm: 10.1,
  frontSlotDepthMm: 11,
  frontDropoutCondition: "sound",
  frontBeadSeatMm: 622,
  frontBrake: "rim linear",
  rearBrake: "rim linear",
  forkKind: "rigid",
  forkMaterial: "steel",
  leverKind: "separate mechanical",
  bikeMassKg: 15,
});

const job = (over: Partial<Job> = {}): Job => ({
  ...newJob({ id: "j", number: 7, customer: "Ida", bike: "Test bike" }),
  donor: FRONT,
  choices: { motor: motor.id, battery: pack.id, controller: box.id },
  ...over,
});
const view = (over: Partial<Job> = {}) => viewOf(job(over), catalogue, house, TODAY, []);
const accepted = (finding: string, remedy: string) => ({ finding, remedy, at: "2026-01-05T09:00:00Z", by: "Ida" });

describe("what a remedy would do", () => {
  test("is what accepting it does: price, minutes, findings", () => {
    const before = view();
    const finding = before.findings.find((f) => f.rule === "axle/torque-arms")!;
    const { would, id } = finding.remedies[0]!;
    const after = view({ accepted: [accepted(finding.key, id)] });
    expect(would.priceMinor).toBe(after.sheet.allInMinor - before.sheet.allInMinor);
    expect(would.minutes).toBe(after.sheet.labourMinutes - before.sheet.labourMinutes);
    expect(would.settles).toEqual(["Torque arms"]);
    // An arm in the build is at once asked what it clamps to.
    expect(would.opens).toEqual(["What the arm clamps to"]);
    expect(after.findings.find((f) => f.key === finding.key)).toMatchObject({ verdict: "clear", applied: [{ id }] });
  });

  test("what the catalogue does not have is named before it is accepted", () => {
    const finding = view().findings.find((f) => f.key === "kit/lacks front tyre")!;
    expect(finding.remedies.find((r) => r.id === "new-tyre")!.would.missing).toEqual(["tyre for 622 mm"]);
    const after = view({ accepted: [accepted("kit/lacks front tyre", "new-tyre")] });
    expect(after.sheet.lines.find((line) => line.partId === null)).toMatchObject({
      says: "tyre for 622 mm",
      priceMinor: null,
      problem: "not in the catalogue",
      finding: "kit/lacks front tyre",
    });
    expect(after.sheet.unpriced).toBe(1);
  });

  test("a spacer that runs the nut out of room says what it opens", () => {
    const stays = donorOf({
      shellWidthMm: 73,
      stayNearRadiusMm: 60,
      stayNearOutMm: [41.3, "caliper"],
      stayFarRadiusMm: 110,
      stayFarOutMm: [41.3, "caliper"],
      frameFlexes: "no",
      frameKind: "diamond",
      frameMaterial: "steel",
    });
    const finding = view({ donor: stays, choices: { motor: crank.id } }).findings.find((f) => f.rule === "shell/gear-case")!;
    expect(finding.remedies[0]!.would.opens).toEqual(["Shell width and lock nuts"]);
  });
});

describe("the thread", () => {
  const a = accepted("axle/torque-arms front", "arms-2");
  test("finding, part, order, step: each names the finding", () => {
    const low = view({ choices: { motor: motor.id }, accepted: [a] });
    expect(low.applied.map((x) => x.finding)).toEqual([a.finding]);
    expect(low.sheet.lines.find((line) => line.partId === arm.id)).toMatchObject({
      quantity: 2,
      finding: a.finding,
      why: "Torque arms: 2 torque arms",
    });
    expect(low.sheet.plan.orders.flatMap((o) => o.lines).find((line) => line.part.id === arm.id)!.quantity).toBe(2);
    expect(low.steps.find((step) => step.id === "fitHub")!.because).toEqual([
      expect.objectContaining({ finding: a.finding, title: "2 torque arms" }),
    ]);
  });

  test("a step says which of its parts is not ordered, not here, or here", () => {
    const waits = (over: Partial<Job>) =>
      view({ choices: { motor: motor.id }, ...over })
        .steps.find((step) => step.id === "fitHub")!
        .parts.find((part) => part.id === motor.id)!.waits;
    const order = placedOrder(motor.id);
    expect(waits({})).toBe("not ordered yet");
    expect(waits({ orders: [order] })).toBe("not here yet (0007-1)");
    expect(waits({ orders: [{ ...order, arrived: order.placed }] })).toBeNull();
    expect(waits({ sources: { "choice motor": "customer" } })).toBeNull();
    // A second one put in by hand, from another supplier: both must be here.
    const second = { ...order, id: "o2", number: "0007-2", supplierId: "inlet" };
    const two = (orders: Job["orders"]) => waits({ also: [{ partId: motor.id, quantity: 1 }], orders });
    expect(two([{ ...order, arrived: order.placed }])).toBe("not ordered yet");
    expect(two([{ ...order, arrived: order.placed }, second])).toBe("not here yet (0007-2)");
    expect(two([order, second])).toBe("not here yet (0007-1, 0007-2)");
    expect(two([order, second].map((one) => ({ ...one, arrived: one.placed })))).toBeNull();
  });
});

describe("the string", () => {
  const knots = (over: Partial<Job>) =>
    Object.fromEntries(assess(job(over), catalogue, house, TODAY).stages.map((s) => [s.name, [s.knot, s.undone]]));
  test("a new job has everything open but its name", () => {
    const empty = knots({ donor: {}, choices: {} });
    expect(Object.keys(empty)).toEqual([...STAGE_NAMES]);
    expect(empty.Ask).toEqual(["half", 4]);
    expect(empty.Survey![0]).toBe("open");
    expect(empty.Drive).toEqual(["open", 1]);
    expect([empty.Ride, empty.Prove, empty["Hand over"]].map((s) => s![0])).toEqual(["open", "open", "open"]);
  });
  test("the wish is tied when its figures are there; Fit counts what is open; Build what is not ticked", () => {
    const wish = { ...job().wish, where: "EU, public roads", riderKg: 80, budgetMinor: 100000, readyBy: "2026-02-01" };
    expect(knots({ wish }).Ask).toEqual(["tied", 0]);
    const { fit, steps } = assess(job(), catalogue, house, TODAY);
    expect(knots({}).Fit![1]).toBe(fit.findings.filter((f) => f.verdict !== "clear" && !f.choose).length);
    // The visit after 20 km comes after the signature: it holds no knot open.
    const before = steps.filter((step) => step.id !== "revisit").length;
    expect(before).toBe(steps.length - 1);
    expect(knots({}).Build).toEqual(["open", before]);
    expect(
      knots({ ticks: { survey: { at: "2026-01-05T09:00:00Z", by: "", note: "", despite: "", tookMinutes: null } } }).Build,
    ).toEqual(["half", before - 1]);
  });
});

describe("promises", () => {
  const promise = (id: string, over: Partial<Job> = {}) =>
    assess(job(over), catalogue, house, TODAY).promises.find((p) => p.id === id)!;
  const wish = (over: Partial<Job["wish"]>) => ({ wish: { ...job().wish, ...over } });
  test("price: broken at once, and not called kept while the build is not whole or a line has no price", () => {
    const { allInMinor } = assess(job(), catalogue, house, TODAY).sheet;
    expect(promise("price", wish({ budgetMinor: allInMinor }))).toMatchObject({ kept: null, predicted: allInMinor });
    expect(promise("price", wish({ budgetMinor: allInMinor - 1 })).kept).toBe(false);
    expect(
      promise("price", { ...wish({ budgetMinor: 10_000_000 }), accepted: [accepted("kit/lacks front tyre", "new-tyre")] }),
    ).toMatchObject({ kept: null, note: expect.stringContaining("no price") });
  });
  test("mass: the donor and the parts less the old wheel; unknown without a weighing", () => {
    expect(promise("mass", wish({ massKg: 17 }))).toMatchObject({ predicted: 16.5, kept: null });
    expect(promise("mass", wish({ massKg: 16 })).kept).toBe(false);
    expect(promise("mass", { donor: {} })).toMatchObject({ predicted: null, note: "weigh the bike first" });
  });
  test("date: the slowest part and the bench days", () => {
    expect(promise("ready", wish({ readyBy: "2026-01-09" }))).toMatchObject({ predicted: "2026-01-09", kept: null });
    expect(promise("ready", wish({ readyBy: "2026-01-08" })).kept).toBe(false);
  });
  test("assist: set half a km/h under what is asked, so that every reading is met; not promised where it cannot be set", () => {
    expect(promise("assist")).toMatchObject({ asked: 25, predicted: 24.5, kept: true });
    const fixed = controller({ speedSettable: false });
    const wider = new Catalogue([motor, pack, fixed], [QUAY]);
    expect(
      assess(job({ choices: { motor: motor.id, battery: pack.id, controller: fixed.id } }), wider, house, TODAY).promises.find(
        (p) => p.id === "assist",
      ),
    ).toMatchObject({ predicted: null, kept: false });
  });
});

describe("layout", () => {
  test("what was measured is so marked, the rest stands at a usual size", () => {
    const { fit } = assess(job({ donor: { ...FRONT, ...donorOf({ chainstayMm: 452 }) } }), catalogue, house, TODAY);
    const layout = layoutOf(job({ donor: { ...FRONT, ...donorOf({ chainstayMm: 452 }) } }), fit.build);
    expect(layout.chainstay).toEqual({ mm: 452, measured: true });
    expect(layout.shellWidth).toEqual({ mm: 68, measured: false });
    expect(layout.motors).toMatchObject([{ at: "front", hubPcdMm: 125 }]);
    expect(layout.battery).toMatchObject({ lengthMm: 360, heightMm: 90 });
  });
  test("a long load carrier and a tandem are drawn at their own usual length", () => {
    const at = (frameKind: string) => {
      const on = job({ donor: donorOf({ frameKind }) });
      return layoutOf(on, assess(on, catalogue, house, TODAY).fit.build).chainstay.mm;
    };
    expect([at("diamond"), at("long-wheelbase"), at("tandem")]).toEqual([445, 980, 1150]);
  });
});

describe("parts and jobs at the door", () => {
  test("a slot takes its own kinds", () => {
    expect([slotOf("mid-motor"), slotOf("kit"), slotOf("tyre")]).toEqual(["motor", "kit", undefined]);
    expect(chosenParts({ choices: { motor: "gone", battery: pack.id }, also: [] }, catalogue).map((s) => s.part.id)).toEqual([
      pack.id,
    ]);
  });
  test("a job reads back as it was written", () => {
    const whole = job({
      accepted: [accepted("a", "b")],
      ticks: { survey: { at: "2026-01-05T09:00:00Z", by: "x", note: "", despite: "", tookMinutes: null } },
    });
    expect(jobSchema.parse(JSON.parse(JSON.stringify(whole)))).toEqual(whole);
  });
  test.each([
    [{ id: "Ümlaut" }, "id"],
    [{ massKg: -1 }, "massKg"],
    [{ inStock: 1.5 }, "inStock"],
    [{ kind: "wings" }, "kind"],
    [{ name: "  " }, "name"],
    [{ spec: { ...(motor.spec as object), spokes: 7.5 } }, "spec.spokes"],
    [{ spec: { ...(motor.spec as object), laced: { beadSeatMm: 622 } } }, "spec.laced.rimInnerMm"],
    [{ spec: { ...(motor.spec as object), cluster: "glue" } }, "spec.cluster"],
    [{ surprise: true }, "surprise"],
  ])("a part with %j is refused at %s", (over, path) => {
    const read = readPart({ ...(motor as Part), ...over });
    expect(!read.ok && read.error.map((issue) => issue.path)).toContain(path);
  });
});

test("a step that was ticked and still cures holds the day it is ready, and less the next day", () => {
  const bike = { choices: { motor: crank.id, battery: pack.id } };
  const readyOn = (today: string, ticks: Job["ticks"]) =>
    viewOf(job({ ...bike, ticks }), catalogue, house, today, []).promises.find((promise) => promise.id === "ready")!;
  const { steps } = view(bike);
  const curing = steps.find((step) => step.waits.length > 0)!;
  const days = Math.max(...curing.waits.map((wait) => wait.days));
  const all = Object.fromEntries(
    steps.map((step) => [step.id, { at: "2026-01-05T09:00:00Z", by: "Ida", note: "", despite: "", tookMinutes: null }]),
  );
  expect(readyOn("2026-01-05", all).note).toContain(`cures for ${days} day`);
  expect(String(readyOn("2026-01-05", all).predicted) > "2026-01-05").toBe(true);
  expect(readyOn("2026-01-12", all).note).not.toContain("cures");
});

test("a line of work outside moves the day it is ready and says so, until nothing is left to do here", () => {
  const line = { id: "a", says: "Powder coat, frame", quantity: 1, priceMinor: 180_00, group: "dressing" as const };
  const readyOf = (over: Partial<Job>) => view(over).promises.find((promise) => promise.id === "ready")!;
  const [here, away] = [readyOf({ hand: [line] }), readyOf({ hand: [{ ...line, awayDays: 10 }] })];
  expect(String(away.predicted) > String(here.predicted)).toBe(true);
  expect(away.note).toContain("away 10 days (Powder coat, frame)");
  const sheet = view({ hand: [{ ...line, awayDays: 1 }] }).sheet;
  expect(sheet.lines.find((one) => one.says === line.says)!.why).toBe("work outside, away 1 day");
  const ticks = Object.fromEntries(
    view().steps.map((step) => [step.id, { at: "2026-01-05T09:00:00Z", by: "Ida", note: "", despite: [] }]),
  ) as unknown as Job["ticks"];
  expect(readyOf({ hand: [{ ...line, awayDays: 10 }], ticks }).note).not.toContain("away");
  for (const awayDays of [0, -1, 1.5, 91])
    expect([awayDays, jobSchema.safeParse(job({ hand: [{ ...line, awayDays }] })).success]).toEqual([awayDays, false]);
});
