import { COMMUTE, MEDIUM_MID } from "../../../tests/ride.fixture";
import { Gears, inGears } from "./gears";
import { planOf, ride, type RideInput } from "./ride";

const COGS = [12, 16, 22, 30].map((cogTeeth) => ({ chainringTeeth: 42, cogTeeth, efficiency: 0.97 }));
const [small, , , large] = COGS as [(typeof COGS)[0], (typeof COGS)[0], (typeof COGS)[0], (typeof COGS)[0]];
/** Small cogs hold 25 on the flat, and each percent takes the more the smaller the cog. */
const speed = (output: (typeof COGS)[0] | "wheel", gradePercent: number) =>
  output === "wheel" ? 25 : Math.max(0, Math.min(25, 25 - (gradePercent * 40) / output.cogTeeth));
const gears = (outputs: (typeof COGS)[0][] | ["wheel"] = COGS) =>
  new Gears(outputs, 2155, speed as ConstructorParameters<typeof Gears>[2]);

describe("the gear that is kept", () => {
  test("is the best to begin with, then the one that is in as long as it does nearly as well", () => {
    const g = gears();
    expect(g.next(12, null)).toBe(large);
    expect(g.next(12, small)).toBe(large);
    const flat = g.next(0, null);
    expect(g.next(0, flat)).toBe(flat);
  });
  test("is let go when the legs turn too fast or too slowly in it", () => {
    // 25 km/h in 12 teeth are 55 rpm of the cranks, in 30 teeth 138.
    expect(gears().next(0, large)).not.toBe(large);
    expect(gears().best(0).rpm).toBeGreaterThan(60);
    expect(gears().best(0).rpm).toBeLessThan(95);
  });
  test("a hub has one, and its legs are not counted", () => {
    const hub = gears(["wheel"]);
    expect(hub.best(9)).toMatchObject({ output: "wheel", kmh: 25 });
    expect(hub.next(30, "wheel")).toBe("wheel");
  });
  test("each grade is worked out once", () => {
    let asked = 0;
    const g = new Gears(COGS, 2155, (output, gradePercent) => {
      asked += 1;
      return speed(output as (typeof COGS)[0], gradePercent);
    });
    for (let i = 0; i < 50; i += 1) g.next(3.02 + i / 1000, null);
    expect(asked).toBe(COGS.length);
  });
});

describe("a ride through the gears", () => {
  const input: RideInput = {
    ...COMMUTE,
    motor: MEDIUM_MID,
    output: COGS[0]!,
    controller: { batteryA: 18, phaseA: 45, efficiency: 0.97 },
    battery: { ...COMMUTE.battery, series: 13 },
    segments: [
      { lengthM: 1000, gradePercent: 0 },
      { lengthM: 650, gradePercent: 12 },
      { lengthM: 650, gradePercent: -8 },
      { lengthM: 1000, gradePercent: 0 },
    ],
  };
  const ridden = () => {
    const made = inGears(gears(), input);
    return { made, out: ride(input, 1, made.change) };
  };
  test("has a machine for each stretch, the larger cog uphill", () => {
    const plan = inGears(gears(), input).change(planOf(input));
    const [flat, up] = plan.stretches.map((stretch) => stretch.machine!.rpmPerMs);
    expect(up! / flat!).toBeGreaterThan(1.2);
    expect(new Set(plan.stretches.map((stretch) => stretch.machine)).size).toBeLessThanOrEqual(COGS.length);
  });
  test("names the change at the hill's foot, where the motor pulls, and not the one at its top", () => {
    const { made, out } = ridden();
    const shifts = made.shifts(out.trace)!;
    expect(shifts.count).toBeGreaterThanOrEqual(2);
    expect(shifts.underLoad.some(({ km }) => Math.abs(km - 1) < 0.05)).toBe(true);
    expect(shifts.underLoad.every(({ electricalW }) => electricalW > 100)).toBe(true);
  });
  test("counts none beyond where the ride ended", () => {
    const { made, out } = ridden();
    const short = out.trace.filter((point) => point.km < 0.9);
    expect(made.shifts(short)).toEqual({ count: 0, underLoad: [] });
  });
  test("of a hub changes nothing and has no changes", () => {
    const hub = inGears(gears(["wheel"]), COMMUTE);
    const plan = planOf(COMMUTE);
    expect(hub.change(plan)).toBe(plan);
    expect(hub.shifts([])).toBeNull();
  });
});
