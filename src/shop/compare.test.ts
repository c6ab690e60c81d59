import type { Knex } from "knex";
import { argue } from "@/core/job/argument";
import { assess, fitOf } from "@/core/job/assess";
import { besideSet, compareSet, nearestParts, schoolSets, SCHOOLS, withPart, type Bench } from "@/core/job/compare";
import { countVerdicts } from "@/core/fit/finding";
import type { Job } from "@/core/job/job";
import { massOf, rideOf } from "@/core/job/rideOf";
import { ridePromises } from "@/core/promise/ridePromises";
import { forecast } from "@/core/ride/forecast";
import { roadSegments } from "@/core/route/roadSegments";
import { NOW, openDemoShop } from "../../tests/demoShop";
import { DEMO_JOBS } from "@/data/demo/jobs";
import { loadCatalogue } from "@/data/catalogue";
import { findJob, listJobs } from "@/data/jobs";
import { houseRules } from "@/data/settings";

const TODAY = NOW.slice(0, 10);
let db: Knex;
let close: () => Promise<void>;
let bench: Bench;

beforeAll(async () => {
  ({ db, close } = await openDemoShop());
  bench = { catalogue: await loadCatalogue(db), house: await houseRules(db), today: TODAY };
});
afterAll(() => close());

const jobOf = async (customer: string): Promise<Job> => (await findJob(db, (await listJobs(db, customer, 1)).rows[0]!.id))!;
const inputOf = (job: Job) => {
  const made = assess(job, bench.catalogue, bench.house, TODAY);
  return rideOf(made.fit.build, job.wish, massOf(made.promises));
};

describe("every demo job's ride", () => {
  test.each(DEMO_JOBS.map((job) => job.customer).filter((name) => !name.startsWith("Wenna")))(
    "of %s is predicted on its own road, every figure finite",
    async (customer) => {
      const job = await jobOf(customer);
      const { input, wants } = inputOf(job);
      expect(wants).toBeNull();
      expect(input!.assumptions.join()).toMatch(/stops? of 10 s/);
      const made = forecast(input!, roadSegments(job.wish.route!));
      const promised = ridePromises(made, input!.asked);
      expect(promised.map((p) => p.id)).toEqual(["range", "hill"]);
      for (const { predicted } of promised) expect(Number.isFinite(predicted)).toBe(true);
      expect(made.route.trace.filter((point) => point.kmh === 0).length).toBeGreaterThanOrEqual(
        made.route.ended === "route" ? job.wish.route!.stops : 1,
      );
    },
  );
  test("what the rider's force bounds, and what a level does", async () => {
    expect(inputOf(await jobOf("Perran")).input!.assist).toEqual({ kind: "torque", topRatio: 4 });
    expect(inputOf(await jobOf("Maud")).input!.assist).toEqual({ kind: "cadence" });
    expect(inputOf(await jobOf("Perran")).input!.controller.cutV).toBeGreaterThan(25);
  });
});

describe("sets side by side", () => {
  test("one for each school, the job's own among them, each as it would be worked out by choosing it", async () => {
    const job = await jobOf("Silas");
    const sets = schoolSets(job, bench).map((choices) => compareSet(job, choices, bench));
    expect(sets.map((set) => set.school)).toEqual([...SCHOOLS]);
    expect(sets.at(-1)!.choices).toEqual(job.choices);
    for (const set of sets) {
      expect(set.ride).not.toBeNull();
      // A pack that the volts of the kit suit: none is cut off or stopped over it.
      const { findings } = fitOf({ ...job, choices: set.choices }, bench.catalogue, bench.house);
      expect(findings.filter((f) => f.rule === "power/volts-window").map((f) => f.verdict)).not.toContain("stop");
    }
    expect(sets[0]!.ride!.hill!.starts).toBe(false);
    expect(sets[1]!.ride!.chargedWh).toBeGreaterThan(10);
    expect(sets[3]!.ride!.hill!.kmh.likely).toBeGreaterThan(sets[2]!.ride!.hill!.kmh.likely);
  });
  test("the first remedy of everything to adapt is in the price, and the findings are as chosen", async () => {
    const job = await jobOf("Silas");
    const own = compareSet(job, job.choices, bench);
    const plain = assess(job, bench.catalogue, bench.house, TODAY);
    expect(own.verdicts).toEqual(countVerdicts(plain.fit.findings));
    expect(own.allInMinor).toBeGreaterThan(plain.sheet.allInMinor);
    const refused = {
      ...job,
      refused: plain.fit.findings.flatMap((f) => f.remedies.map((r) => ({ finding: f.key, remedy: r.id, at: NOW, by: "Ida" }))),
    };
    expect(compareSet(refused, job.choices, bench).allInMinor).toBeLessThan(own.allInMinor);
  });
  test("a kit set beside takes out what it fills and brings a pack of the right volts", async () => {
    const job = await jobOf("Perran");
    const choices = besideSet(job, { slot: "kit", partId: "kit-rear-622" }, bench);
    expect(choices.kit).toBe("kit-rear-622");
    const pack = bench.catalogue.parts.get(choices.battery!)!;
    expect(pack.kind === "battery" && pack.spec.series).toBe(13);
    expect(besideSet(job, "as it is", bench)).toBe(job.choices);
    expect(withPart({ motor: "x", battery: "b" }, "kit", "kit-rear-622", bench.catalogue)).toEqual({
      battery: "b",
      kit: "kit-rear-622",
    });
    expect(withPart({ motor: "x" }, "battery", "b", bench.catalogue)).toEqual({ motor: "x", battery: "b" });
  });
  test("a job without a bike is compared by price and findings, and says what the ride wants", async () => {
    const job = await jobOf("Wenna");
    const sets = schoolSets(job, bench).map((choices) => compareSet(job, choices, bench));
    expect(sets).toHaveLength(4);
    for (const set of sets) {
      expect(set.ride).toBeNull();
      expect(set.wants).toContain("the bike's mass, in Survey");
    }
  });
});

describe("the schools' argument", () => {
  const sets = async (customer: string) => {
    const job = await jobOf(customer);
    return schoolSets(job, bench).map((choices) => compareSet(job, choices, bench));
  };
  test("falls by what the road asks, with the figures that decide it", async () => {
    const [drive, place, count] = argue(await sets("Silas"));
    expect(drive).toMatchObject({ answer: "the direct drive", decides: "the geared hub does not get to the end of the road" });
    expect(place!.answer).toBe("the motor at the crank");
    // Both keep the hill; the direct drive's controller cannot be set to the end that is asked.
    expect(place!.decides).toBe("the direct drive does not keep the assist's end");
    expect(count!.decides).toMatch(/^as many promises kept, and [\d.]+\s€ less all in$/);
    expect(drive!.sides.map((side) => side.school)).toEqual(["geared hub", "direct hub"]);
    expect(drive!.sides[1]!.figures).toMatch(/winding \d+ °C of 140.*Wh charged downhill/);
  });
  test("is first of all what goes on the bike", async () => {
    const [drive] = argue(await sets("Maud"));
    expect(drive).toMatchObject({
      answer: "the geared hub",
      decides: "the direct drive meets 4 stops on this bike, the geared hub none",
    });
  });
  test("holds what is asked firmly over what the customer would let go", async () => {
    const made = await sets("Perran");
    const withGives = (gives: Job["wish"]["gives"]) =>
      argue(made.map((set) => ({ ...set, gives }))).find((a) => a.question === "Hub or crank?")!;
    expect(withGives([])).toMatchObject({ answer: "the geared hub", decides: "the motor at the crank does not keep the price" });
    expect(withGives(["price"]).decides).toBe(
      "what is asked firmly is kept alike; the motor at the crank does not keep the price",
    );
  });
  test("is the same whichever side stands first, and silent where a side is missing", async () => {
    const made = await sets("Jory");
    const answers = (list: typeof made) => argue(list).map((a) => [a.question, a.answer]);
    expect(answers([...made].reverse())).toEqual(answers(made));
    expect(argue(made.slice(0, 1))).toEqual([]);
    expect(argue([])).toEqual([]);
  });
});

describe("the nearest part", () => {
  test("is the cheapest that keeps the broken promise and opens no stop", async () => {
    const job = await jobOf("Perran");
    const [part, ...others] = nearestParts(job, bench);
    expect(others).toEqual([]);
    expect(part).toMatchObject({ promise: "range", choices: { ...job.choices, battery: "bat-36-12-dt" } });
    const chosen = { ...job, choices: part!.choices };
    const { input } = inputOf(chosen);
    expect(forecast(input!, roadSegments(job.wish.route!)).rangeKm!.likely).toBeGreaterThanOrEqual(50);
    expect(part!.predicted).toBeGreaterThanOrEqual(50);
    expect(nearestParts(chosen, bench)).toEqual([]);
  });
  test("is a kit with the pack that it wants where the hill asks for another drive", async () => {
    const job = await jobOf("Silas");
    const weak = { ...job, choices: { kit: "kit-front-559", battery: "bat-36-13-box" } };
    const hill = nearestParts(weak, bench).find((part) => part.promise === "hill")!;
    expect(hill.name).toMatch(/ with Pack 48 V|52 V/);
    expect(hill.predicted).toBeGreaterThanOrEqual(12);
    expect(
      fitOf({ ...job, choices: hill.choices }, bench.catalogue, bench.house).findings.filter((f) => f.verdict === "stop"),
    ).toEqual([]);
  });
  test("is none where none in the catalogue does it", async () => {
    const job = await jobOf("Perran");
    expect(nearestParts({ ...job, wish: { ...job.wish, rangeKm: 400 } }, bench)).toEqual([]);
  });
});
