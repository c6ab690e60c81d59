import { hub, partOf } from "../../../../../tests/bench.fixture";
import type { Spec } from "../../../parts/specs";
import type { Build, Supplied } from "../../build";
import { joinEffects } from "../../effect";
import { buildOf, NAMES, run } from "../../gallery.fixture";
import { isAsked } from "../../../donor/donor";
import { ENDS, keysOfEnd } from "../subjects";
import { brakeIn, kindOfBrake, SEAT_OF } from "./brakeAt";

const brakeOf = (style: Spec<"brake">["style"]) =>
  partOf(
    "brake",
    {
      style,
      fluid: style === "disc hydraulic" ? "mineral" : null,
      reachMm: style === "rim calliper" ? [39, 73] : null,
      hoseMm: null,
    },
    { id: `new-${style.replace(" ", "-")}`, name: `New ${style}` },
  );
const STYLES = ["disc hydraulic", "disc cable", "rim linear", "rim calliper", "roller"] as const;
const OLD = ["rim linear", "rim calliper", "disc", "none"] as const;

/** These speak of the change itself, or of what the bike's own brake leaves behind. */
const OF_THE_CHANGE = ["brakes/seat", "brakes/lost-with-hub", "brakes/rotor-worn", "brakes/adapter", "kit/lacks"];

const putInto = (build: Build, more: readonly Supplied[]): Build => ({
  ...build,
  supplied: [...build.supplied, ...more],
  memo: {},
});
const both = (style: (typeof STYLES)[number]): Supplied => ({
  part: brakeOf(style),
  quantity: 2,
  origin: { type: "choice", slot: "by hand" },
});
const readings = (front: string, rear: string, seats: string) =>
  ({
    frontBrake: front,
    rearBrake: rear,
    frontBrakeSeat: seats,
    rearBrakeSeat: seats,
    frontMountBaseMm: 160,
    rearMountBaseMm: 160,
    frontRotorMm: 160,
    rearRotorMm: 160,
    frontReachMm: 50,
    rearReachMm: 50,
    frontRimWearMm: 0.1,
    rearRimWearMm: 0.1,
  }) as const;

test.each(STYLES)("whatever a bike came with, once a brake “%s” goes on it is judged as one that always had it", (style) => {
  const kind = kindOfBrake(style);
  const seats = SEAT_OF[kind] ?? "none";
  let compared = 0;
  for (const name of NAMES)
    for (const old of OLD) {
      const verdicts = (front: string, rear: string) =>
        run(putInto(buildOf(name, { donor: readings(front, rear, seats) as never }), [both(style)]))
          .filter(({ rule }) => !OF_THE_CHANGE.includes(rule))
          .map(({ key, verdict }) => `${key}: ${verdict}`)
          .sort();
      expect([name, old, verdicts(old, old)]).toEqual([name, old, verdicts(kind, kind)]);
      compared += 1;
    }
  expect(compared).toBe(NAMES.length * OLD.length);
});

describe("a disc brake in place of one in the old hub", () => {
  const motor = (rotorMount: "six-bolt" | "none") => hub({ end: "rear", rotorMount, rotorFaceMm: 15.3, rotorToCoverMm: 4 });
  const build = (rotorMount: "six-bolt" | "none", more: readonly Supplied[] = []) => {
    const bike = buildOf("rear hub, throttle", { donor: readings("disc", "coaster", "disc") as never });
    const others = bike.supplied.filter(({ part }) => part.kind !== "hub-motor" && part.kind !== "rotor");
    const put: Supplied[] = [
      { part: motor(rotorMount), quantity: 1, origin: { type: "choice", slot: "motor" } },
      {
        part: brakeOf("disc cable"),
        quantity: 1,
        origin: { type: "remedy", finding: "brakes/lost-with-hub rear", remedy: "buy" },
      },
    ];
    return { ...bike, supplied: [...others, ...put, ...more], geometry: joinEffects([]), memo: {} };
  };
  const found = (build: Build, key: string) => run(build).find((one) => one.key === key);

  test("a motor without a rotor mount is no clear one", () => {
    const bare = found(build("none"), "kit/lacks rear rotor")!;
    expect(bare.verdict).not.toBe("clear");
    expect(bare.says).toMatch(/A disc brake goes on there and this motor has no rotor mount/);
  });

  test("a rotor of the mount's size is bought: there is no old one to move over", () => {
    const wants = found(build("six-bolt"), "kit/lacks rear rotor")!;
    expect(wants.verdict).toBe("adapt");
    expect(wants.remedies.map(({ id }) => id)).toEqual(["new-rotor"]);
  });

  test("its rotor is held against the calliper's line, the body and the mount", () => {
    for (const key of ["brakes/rotor-line rear", "brakes/rotor-cover rear"]) expect(found(build("six-bolt"), key)).toBeDefined();
    const rotor = partOf("rotor", { diameterMm: 203, mount: "six-bolt", thicknessMm: 1.8 } as never, { id: "r203", name: "203" });
    const large = build("six-bolt", [
      { part: rotor, quantity: 1, origin: { type: "remedy", finding: "kit/lacks rear rotor", remedy: "new-rotor" } },
    ]);
    expect(found(large, "brakes/adapter rear")?.verdict).toBe("adapt");
  });

  test("what its mount and line are is on the walk", () => {
    const { donor } = build("six-bolt");
    const keys = keysOfEnd("rear");
    for (const key of [keys.brakeMount, keys.mountBase, keys.rotorLine]) expect(isAsked(key, donor)).toBe(true);
    expect(isAsked(keys.rotorLine, { ...donor, rearBrakeSeat: { ...donor.rearBrakeSeat!, value: "posts" } })).toBe(false);
  });
});

test("a disc where a plain wheel had none wants a rotor, and a hub that takes one", () => {
  const bike = putInto(buildOf("strong mid-drive", { donor: readings("rim linear", "rim linear", "disc") as never }), [
    both("disc cable"),
  ]);
  const supplied = bike.supplied.filter(({ part }) => part.kind !== "rotor");
  const seats = (build: Build) => run(build).filter(({ rule }) => rule === "brakes/seat");
  const without = seats({ ...bike, supplied, memo: {} });
  expect(without.map(({ verdict, safety }) => [verdict, safety])).toEqual([
    ["adapt", true],
    ["adapt", true],
  ]);
  expect(without.every(({ remedies }) => remedies.some(({ parts }) => parts.some(({ kind }) => kind === "rotor")))).toBe(true);
});

test("levers of the kit are no cut-offs on brakes that bring their own", () => {
  const wet = putInto(buildOf("rear hub, throttle", { donor: readings("disc", "disc", "disc") as never }), [
    both("disc hydraulic"),
  ]);
  const cut = (build: Build) => run(build).find(({ rule }) => rule === "brakes/cut-off")!;
  expect(cut(buildOf("rear hub, throttle")).verdict).toBe("clear");
  expect(cut(wet).verdict).toBe("adapt");
  expect(cut(wet).remedies.map(({ id }) => id)).toEqual(["magnet-switch", "pressure-switch"]);
  // Nor is a switch in a cable's outer, where no cable is left.
  const onCables = partOf("cut-off", { method: "cable switch", switches: 2, plug: "three-pin" } as never, {
    id: "two-on-cables",
  });
  const more: Supplied = { part: onCables, quantity: 2, origin: { type: "choice", slot: "by hand" } };
  expect(cut(putInto(wet, [more])).verdict).toBe("adapt");
  const onLevers = partOf("cut-off", { method: "magnet switch", switches: 2, plug: "three-pin" } as never, { id: "two-magnets" });
  expect(cut(putInto(wet, [{ ...more, part: onLevers }])).verdict).toBe("clear");
});

test("each end by itself", () => {
  const bike = buildOf("strong mid-drive", { donor: readings("rim linear", "coaster", "posts") as never });
  expect(ENDS.map((end) => brakeIn(end, bike))).toEqual(["rim linear", "coaster"]);
});
