import fc from "fast-check";
import { ASKED, type Case, fitCase, mid, partOf, SOUND } from "../../../../../tests/bench.fixture";
import { adapterLift } from "./adapter";
import { end } from "./end.fixture";
import { brakeBand, brakeEnergy } from "./energy";

/** What a hanging scale may be off by, kg. */
const SCALE_KG = 0.1;
/** What turning wheels add to a stop, as mass, kg. */
const WHEELS_KG = 1.5;

describe("the band of a kinetic energy", () => {
  // Common practice: to 3 kJ anything sound, to 6 kJ 160/160, to 10 kJ 180/160, over it 203/203; a hill is one step up.
  test.each([
    [2000, false, 160, 160],
    [3000, false, 160, 160],
    [6000, false, 160, 160],
    [6001, false, 180, 160],
    [10000, false, 180, 160],
    [10001, false, 203, 203],
    [4000, true, 180, 160],
    [11000, true, 203, 203],
  ])("%d J, hilly %p: %d and %d mm", (joule, hilly, frontMm, rearMm) =>
    expect(brakeBand(joule, hilly)).toMatchObject({ frontMm, rearMm }),
  );
});

/** Law: beside a border, of a rotor's size or of bicycle brakes at all, a bike that weighs its own ± more never turns the answer. */
test("whatever is carried however fast: the scale's own uncertainty turns no answer into its opposite", () => {
  let borders = 0;
  const ride = fc.record({
    riderKg: fc.integer({ min: 400, max: 1400 }).map((n) => n / 10),
    loadKg: fc.integer({ min: 0, max: 600 }).map((n) => n / 10),
    massKg: fc.integer({ min: 120, max: 400 }).map((n) => n / 10),
    at: fc.constantFrom("front" as const, "rear" as const),
    band: fc.constantFrom(3000, 6000, 10_000, 12_000),
    off: fc.double({ min: -1, max: 1, noNaN: true }),
  });
  fc.assert(
    fc.property(ride, ({ riderKg, loadKg, massKg, at, band, off }) => {
      // At a speed that brings it beside the border, on either side of it.
      const answers = (assistKmh: number) =>
        [0, SCALE_KG].map((by) => end(brakeEnergy, at, { bikeMassKg: massKg + by }, { asked: { riderKg, loadKg, assistKmh } }));
      const laden = Number(answers(25)[0]!.figures.find(({ label }) => label === "laden")!.value);
      const [now, more] = answers(3.6 * Math.sqrt((2 * band) / (laden + WHEELS_KG + off * SCALE_KG)));
      if (now!.verdict === "measure") borders += 1;
      else if (more!.verdict !== "measure") expect(more!.verdict).toBe(now!.verdict);
    }),
    { numRuns: 400, seed: 5 },
  );
  expect(borders).toBeGreaterThan(50);
});

describe("brakes/energy", () => {
  test("160 mm are enough at 25 km/h", () => expect(end(brakeEnergy, "front").verdict).toBe("clear"));
  test("45 km/h asks for more than the rear allows", () => {
    const fast = { asked: { assistKmh: 45, riderKg: 95, loadKg: 15 } };
    expect(end(brakeEnergy, "rear", {}, fast)).toMatchObject({ verdict: "clear" });
    const faster = { asked: { assistKmh: 45, riderKg: 110, loadKg: 20 } };
    expect(end(brakeEnergy, "rear", {}, faster)).toMatchObject({ verdict: "stop", safety: true });
  });
  test("without the maker's limit no more than 20 mm up: it is asked for; on carbon it is refused", () => {
    const heavy = { asked: { assistKmh: 45, riderKg: 110, loadKg: 20 } };
    const noLimit = { ...SOUND, frontRotorLimitMm: undefined };
    const finding = fitCase({ parts: [mid()], donor: noLimit, asked: { ...ASKED, ...heavy.asked } }, [brakeEnergy]).findings.find(
      (f) => f.key === "brakes/energy front",
    )!;
    expect(finding).toMatchObject({ verdict: "measure", settle: ["frontRotorLimitMm"] });
    expect(end(brakeEnergy, "front", { forkMaterial: "carbon", frontRotorLimitMm: 160 }, heavy).verdict).toBe("stop");
  });
  test("a larger rotor comes with its adapter, and then both checks are clear", () => {
    const rotor = partOf("rotor", { diameterMm: 180, mount: "six-bolt", thicknessMm: 1.8 });
    const adapter = partOf("calliper-adapter", { mount: "post", baseMm: 160, newMm: 180 });
    const p: Case = { parts: [mid()], shelf: [rotor, adapter], donor: SOUND!, asked: { ...ASKED, assistKmh: 40, riderKg: 95 } };
    const before = fitCase(p, [brakeEnergy, adapterLift]).findings.find((f) => f.key === "brakes/energy front")!;
    expect(before).toMatchObject({ verdict: "adapt", remedies: [{ parts: [{ partId: rotor.id }, { partId: adapter.id }] }] });
    const after = fitCase({ ...p, accept: [{ finding: before.key, remedy: before.remedies[0]!.id }] }, [
      brakeEnergy,
      adapterLift,
    ]);
    expect(after.findings.filter((f) => f.key.endsWith("front")).map((f) => f.verdict)).toEqual(["clear", "clear"]);
  });
  test.each([
    [25, "clear"],
    [32, "clear"],
    [32.1, "stop"],
  ] as const)("rim brakes with an assist to %d km/h: %s", (assistKmh, verdict) =>
    expect(
      end(
        brakeEnergy,
        "front",
        { frontBrake: "rim linear", rearBrake: "rim linear" },
        { asked: { assistKmh, riderKg: 65, loadKg: 0 } },
      ),
    ).toMatchObject({ verdict, ...(verdict === "stop" && { lifts: expect.stringContaining("19.8 mph") }) }),
  );
  test("the other school takes two good rim brakes past 32", () =>
    expect(
      end(
        brakeEnergy,
        "front",
        { frontBrake: "rim linear", rearBrake: "rim linear" },
        { asked: { assistKmh: 35, riderKg: 65, loadKg: 0 }, house: { rimBrakesOver32: "two good brakes" } },
      ).verdict,
    ).toBe("clear"));
  test("worn pads at 3 to 6 kJ are renewed", () => {
    const p = { asked: { assistKmh: 30, riderKg: 85 }, shelf: [partOf("consumable", { use: "rim pads" })] };
    expect(
      end(brakeEnergy, "front", { frontBrake: "rim linear", rearBrake: "rim linear", pads: "worn" }, p).remedies[0]!.id,
    ).toBe("new-pads");
  });
  test.each([
    ["coaster", 25, "clear"],
    ["drum", 30, "stop"],
    ["none", 25, "stop"],
  ] as const)("a rear %s at %d km/h: %s", (rearBrake, assistKmh, verdict) =>
    expect(end(brakeEnergy, "rear", { rearBrake }, { asked: { assistKmh } }).verdict).toBe(verdict),
  );
  test("over 12 kJ no bicycle brake is taken", () =>
    expect(end(brakeEnergy, "front", {}, { asked: { assistKmh: 60, riderKg: 150, loadKg: 40 } })).toMatchObject({
      verdict: "stop",
      says: expect.stringMatching(/12 at most/),
    }));
});
