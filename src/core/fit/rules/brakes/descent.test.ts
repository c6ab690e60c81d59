import { partOf } from "../../../../../tests/bench.fixture";
import { brakeDescent } from "./descent";
import { end } from "./end.fixture";

describe("brakes/descent", () => {
  test("asked only with a hill", () => expect(end(brakeDescent, "front")).toBeUndefined());
  test.each([
    [8, 0.9, "clear"],
    [3, 5, "clear"],
    [7, 3, "clear"],
    [12, 3, "adapt"],
    [30, 3, "stop"],
  ] as const)("%d %% for %d km on a 160 rotor: %s", (hillPercent, hillKm, verdict) =>
    expect(end(brakeDescent, "front", { frontRotorLimitMm: 160 }, { asked: { hillPercent, hillKm } }).verdict).toBe(verdict),
  );
  test("a cooler rotor is offered within the maker's limit", () => {
    const rotor = partOf("rotor", { diameterMm: 203, mount: "six-bolt", thicknessMm: 2.3 });
    const p = { asked: { hillPercent: 12, hillKm: 3 }, shelf: [rotor] };
    expect(end(brakeDescent, "front", {}, p).remedies.map((r) => r.id)).toEqual(["rotor-203", "acknowledge"]);
    expect(end(brakeDescent, "rear", {}, p).remedies.map((r) => r.id)).toEqual(["acknowledge"]);
  });
  test("a drum or back-pedal brake does not go down long hills", () =>
    expect(end(brakeDescent, "rear", { rearBrake: "coaster" }, { asked: { hillPercent: 9, hillKm: 2 } })).toMatchObject({
      verdict: "stop",
      safety: true,
    }));
  test("rims are told how much they take", () =>
    expect(end(brakeDescent, "front", { frontBrake: "rim linear" }, { asked: { hillPercent: 12, hillKm: 3 } }).says).toMatch(
      /W heat each rim/,
    ));
});
