import { mid, on, settled, without } from "../../../../../tests/bench.fixture";
import { hubGearTorque, hubGearTorqueNm } from "./hubGearTorque";
import { motor, ring } from "./rings.fixture";
import { wrapCapacity } from "./wrap";

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
    [101, "adapt"],
    [86, "adapt"],
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
