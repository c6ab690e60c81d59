import { hub, mid, on, partOf, settled, shellRings, without } from "../../../../tests/bench.fixture";
import {
  chainKept,
  chainPitch,
  chainWear,
  gearSensor,
  hubGearTorqueNm,
  ringOnMotor,
  ringToStay,
  wrapCapacity,
} from "./chainRules";
import { hubGearTorque } from "./hubGear";

const motor = [mid({ peakTorqueNm: 100 })];
const ring = (teeth: number, offsetMm: number, narrowWide = false, mount = "test") =>
  partOf("chainring", { teeth, mount, offsetMm, narrowWide });

describe("chain/ring-stay", () => {
  // 34.05 of shell, 18 to the ring's plane, 3.35 of half a nine-speed chain: the stay may come out to 46.7 with 2 mm left.
  test.each([
    [36, "clear"],
    [46.1, "clear"],
    [47, "measure"],
    [51, "adapt"],
  ] as const)("a stay %d mm out at the ring: %s", (stayFarOutMm, verdict) =>
    expect(on(ringToStay, motor, { stayNearOutMm: stayFarOutMm, stayFarOutMm }, { shelf: shellRings }).verdict).toBe(verdict),
  );
  test("a flexing frame wants 3 mm", () =>
    expect(
      Number(
        on(ringToStay, motor, { frameFlexes: "yes" }).margin!.value - on(ringToStay, motor, { frameFlexes: "no" }).margin!.value,
      ),
    ).toBeCloseTo(-1, 6));
  test("the spacer covers the measurement too, so that it is clear when it is on", () =>
    expect(
      settled(ringToStay, motor, { stayNearOutMm: 49, stayFarOutMm: 49 }, "drive-spacer", { shelf: shellRings }).verdict,
    ).toBe("clear"));
  test("past the most spacer and without another ring it is a stop; a stay is never filed", () =>
    expect(on(ringToStay, motor, { stayNearOutMm: 56, stayFarOutMm: 56 }, { shelf: shellRings })).toMatchObject({
      verdict: "stop",
      lifts: expect.stringContaining("never filed"),
    }));
  test("a ring that reaches past the points measured is not guessed at", () =>
    expect(on(ringToStay, [...motor, ring(60, 0)], { stayFarRadiusMm: 100 })).toMatchObject({
      verdict: "measure",
      settle: ["stayFarRadiusMm", "stayFarOutMm"],
    }));
});

describe("chain/ring-on-motor", () => {
  test.each([
    [44, 0, "clear"],
    [38, 0, "clear"],
    [40, -6, "clear"],
    [39, -6, "stop"],
  ] as const)("%d teeth, %d mm offset: %s", (teeth, offsetMm, verdict) =>
    expect(on(ringOnMotor, [...motor, ring(teeth, offsetMm)]).verdict).toBe(verdict),
  );
  test("another bolt circle is settled by a ring of the motor's own", () => {
    const own = ring(42, 0);
    const p = { shelf: [own] };
    const parts = [...motor, ring(42, 0, false, "another")];
    expect(on(ringOnMotor, parts, {}, p).verdict).toBe("adapt");
    expect(settled(ringOnMotor, parts, {}, `ring-${own.id}`, p).verdict).toBe("clear");
  });
});

describe("chain/kept-on", () => {
  const guide = partOf("chain-guide", { mount: "motor", teeth: [38, 48] });
  test("under 100 N·m the derailleur's pull does", () =>
    expect(on(chainKept, [mid({ peakTorqueNm: 80 })]).verdict).toBe("clear"));
  test("over it a narrow-wide ring or a guide, by the house's school", () => {
    const shelf = [guide, ring(42, 0, true)];
    expect(on(chainKept, motor, {}, { shelf }).remedies.map((r) => r.id)[0]).toMatch(/^ring-/);
    expect(on(chainKept, motor, {}, { shelf, house: { ringSchool: "guard" } }).remedies.map((r) => r.id)[0]).toMatch(/^buy-/);
    expect(settled(chainKept, motor, {}, "ring-", { shelf }).verdict).toBe("clear");
    expect(settled(chainKept, motor, {}, "buy-", { shelf }).verdict).toBe("clear");
    expect(settled(chainKept, motor, {}, "ring-", { shelf, house: { ringSchool: "both" } }).verdict).toBe("adapt");
  });
  test("a narrow-wide ring of an odd count cannot be", () =>
    expect(on(chainKept, [...motor, ring(43, 0, true)]).verdict).toBe("stop"));
});

describe("chain/wear", () => {
  // 24 pitches of 12.7 mm are 304.8; 306.3 is 0.49 % and 307.8 is 0.98 % (worked examples).
  test.each([
    [305, "clear"],
    [306.3, "clear"],
    [307.1, "measure"],
    [307.6, "measure"],
    [309, "adapt"],
  ] as const)("24 pitches of %d mm on nine cogs: %s", (chain24Mm, verdict) =>
    expect(on(chainWear, motor, { chain24Mm: [chain24Mm, "rule"] }).verdict).toBe(verdict),
  );
  test("eleven cogs ask for it sooner", () =>
    expect(on(chainWear, motor, { chain24Mm: [306.9, "caliper"], cogCount: 11 }).verdict).toBe("adapt"));
  const chain = partOf("chain", { speeds: 9, links: 116 });
  const cogs = partOf("cluster", { interface: "spline-8-10", teeth: [11, 12, 14, 16, 18, 21, 24, 28, 32], family: "A" });
  test("past one per cent the cogs go with it; hooked teeth always", () => {
    const shelf = [chain, cogs];
    expect(on(chainWear, motor, { chain24Mm: 309 }, { shelf }).remedies[0]).toMatchObject({
      id: "chain-and-cogs",
      parts: [{ partId: chain.id }, { partId: cogs.id }],
    });
    expect(on(chainWear, motor, { cogTeeth: "hooked" }, { shelf }).remedies.map((r) => r.id)).toEqual(["chain-and-cogs"]);
    expect(settled(chainWear, motor, { chain24Mm: 309 }, "chain-and", { shelf }).verdict).toBe("clear");
    expect(settled(chainWear, motor, { chain24Mm: 309 }, "try-cogs", { shelf }).verdict).toBe("clear");
  });
  test("the house that always renews both says so at the first wear", () =>
    expect(
      on(chainWear, motor, { chain24Mm: 307.7 }, { shelf: [chain, cogs], house: { chainWith: "cluster" } }).remedies[0]!.id,
    ).toBe("chain-and-cogs"));
  test("a belt has no chain to gauge", () => expect(() => on(chainWear, motor, { gears: "belt" })).toThrow(/got 0/));
});

describe("chain/pitch", () => {
  test.each([
    [9, 9, "clear"],
    [9, 8, "adapt"],
    [7, 8, "clear"],
    [8, 7, "clear"],
    [10, 9, "adapt"],
  ] as const)("%d cogs with a chain for %d: %s", (cogCount, speeds, verdict) =>
    expect(on(chainPitch, [...motor, partOf("chain", { speeds, links: 116 })], { cogCount }).verdict).toBe(verdict),
  );
  test("the right chain settles it", () =>
    expect(
      settled(chainPitch, [...motor, partOf("chain", { speeds: 8, links: 116 })], {}, "buy-", {
        shelf: [partOf("chain", { speeds: 9, links: 116 })],
      }).verdict,
    ).toBe("clear"));
});

describe("chain/wrap", () => {
  test.each([
    [21, "clear"],
    [20, "adapt"],
  ] as const)("11 to 32 on a derailleur that takes up %d: %s", (wrapTeeth, verdict) =>
    expect(on(wrapCapacity, motor, { wrapTeeth }).verdict).toBe(verdict),
  );
  test("rings count behind a hub motor, where they stay", () => {
    const rear = [hub({ end: "rear", cluster: "spline-8-10" })];
    expect(on(wrapCapacity, rear, { ringCount: 3, ringLargeTeeth: 48, ringSmallTeeth: 28, wrapTeeth: 41 }).verdict).toBe("clear");
    expect(on(wrapCapacity, rear, { ringCount: 3, ringLargeTeeth: 48, ringSmallTeeth: 28, wrapTeeth: 40 }).verdict).toBe("adapt");
  });
  test("a narrower cluster or the rider's word settles it", () => {
    const narrow = partOf("cluster", { interface: "spline-8-10", teeth: [13, 14, 15, 17, 19, 21, 23, 25, 28], family: "A" });
    expect(settled(wrapCapacity, motor, { wrapTeeth: 18 }, "cluster-", { shelf: [narrow] }).verdict).toBe("clear");
    expect(settled(wrapCapacity, motor, { wrapTeeth: 18 }, "acknowledge").settled).toBe(true);
  });
});

describe("chain/gear-sensor", () => {
  const one = partOf("gear-sensor", { cableMm: 1.2, plug: "x" });
  const two = partOf("gear-sensor", { cableMm: 1.2, plug: "x", twoWay: true });
  test.each([
    ["none", 100, "clear"],
    ["cable", 79, "clear"],
    ["cable", 80, "adapt"],
    ["electronic", 40, "adapt"],
  ] as const)("shifts by %s behind %d N·m: %s", (shiftCable, peakTorqueNm, verdict) =>
    expect(on(gearSensor, [mid({ peakTorqueNm })], { shiftCable }).verdict).toBe(verdict),
  );
  test("a loop of cables wants a sensor that reads both", () => {
    const hubGear = { gears: "hub gear", shiftCable: "two-way" };
    expect(on(gearSensor, [...motor, one], hubGear).verdict).toBe("adapt");
    expect(settled(gearSensor, [...motor, one], hubGear, "buy-", { shelf: [one, two] }).applied[0]!.parts[0]).toMatchObject({
      partId: two.id,
    });
    expect(on(gearSensor, [...motor, two], hubGear).verdict).toBe("clear");
  });
});

describe("chain/hub-gear-torque", () => {
  // Worked examples, the rider standing on cranks of 170 mm.
  test.each([
    [0, 100, 42, 20, 79.41],
    [80, 80, 42, 20, 101.6],
    [120, 90, 42, 22, 141.5],
  ])("motor %d N·m, rider %d kg, %d : %d", (motorNm, riderKg, ringTeeth, cogTeeth, nm) =>
    expect(hubGearTorqueNm({ motorNm, riderKg, ringTeeth, cogTeeth }) / nm).toBeCloseTo(1, 3),
  );
  const geared = { gears: "hub gear", hubGearCogTeeth: 20 };
  test.each([
    [130, "clear"],
    [102, "clear"],
    [101, "stop"],
    [75, "stop"],
  ] as const)("into a limit of %d N·m: %s", (hubGearLimitNm, verdict) =>
    expect(
      on(hubGearTorque, [mid({ peakTorqueNm: 80 })], { ...geared, hubGearLimitNm }, { asked: { riderKg: 80 } }).verdict,
    ).toBe(verdict),
  );
  test("a larger ring lowers it", () => {
    const big = ring(52, 0);
    const p = { shelf: [big], asked: { riderKg: 80 } };
    expect(on(hubGearTorque, [mid({ peakTorqueNm: 80 })], { ...geared, hubGearLimitNm: 85 }, p).verdict).toBe("adapt");
    expect(settled(hubGearTorque, [mid({ peakTorqueNm: 80 })], { ...geared, hubGearLimitNm: 85 }, "ring-", p).verdict).toBe(
      "clear",
    );
  });
  test("a limit that nobody knows is asked for, and so is the rider", () => {
    expect(on(hubGearTorque, motor, geared)).toMatchObject({ verdict: "measure", settle: ["hubGearLimitNm"] });
    expect(on(hubGearTorque, motor, { ...geared, hubGearLimitNm: 90 }, { asked: { riderKg: null } })).toMatchObject({
      verdict: "measure",
      asks: true,
    });
  });
  test("told by somebody it is ± 10 N·m, and near the limit that decides nothing", () =>
    expect(
      on(hubGearTorque, [mid({ peakTorqueNm: 80 })], { ...geared, hubGearLimitNm: [108, "told"] }, { asked: { riderKg: 80 } })
        .verdict,
    ).toBe("measure"));
  test("without a figure the item itself is named", () =>
    expect(without(wrapCapacity, motor, "wrapTeeth").settle).toEqual(["wrapTeeth"]));
});
