import { battery, hub, mid, on, settled, without } from "../../../../../tests/bench.fixture";
import { massPlace } from "./frontShare";
import { loadLimit } from "./loadLimit";

const motor = [mid()];

describe("whole/load-limit and whole/front-share", () => {
  // 14 of bike, 1 of motor, 75 of rider and 8 of load are 98 kg.
  test.each([
    [150, "clear"],
    [98, "measure"],
    [97, "stop"],
  ] as const)("98 kg against %d: %s", (loadLimitKg, verdict) =>
    expect(on(loadLimit, motor, { loadLimitKg: loadLimitKg, bikeMassKg: [14, "gauge"] }).verdict).toBe(verdict),
  );
  test("not known is asked for, and so is the rider", () => {
    expect(without(loadLimit, motor, "loadLimitKg").settle).toEqual(["loadLimitKg"]);
    expect(on(loadLimit, motor, {}, { asked: { riderKg: null } }).asks).toBe(true);
  });
  test("a pack on the rack and a rear motor make the front light", () => {
    const heavy = [
      { ...hub({ end: "rear" }), massKg: 8 },
      { ...battery({ mount: "rack" }), massKg: 6 },
    ];
    const light = [
      { ...hub(), massKg: 3 },
      { ...battery(), massKg: 3 },
    ];
    const share = (parts: typeof heavy, loadKg: number) =>
      Number(on(massPlace, parts, {}, { asked: { loadKg } }).figures[0]!.value);
    expect(share(heavy, 25)).toBeLessThan(share(light, 25));
    expect(on(massPlace, heavy, {}, { asked: { loadKg: 40 } }).verdict).toBe("adapt");
    expect(on(massPlace, light).verdict).toBe("clear");
    expect(settled(massPlace, heavy, {}, "acknowledge", { asked: { loadKg: 40 } }).settled).toBe(true);
  });
});
