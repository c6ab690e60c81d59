import fc from "fast-check";
import { ASKED, fitCase, mid, partOf, SOUND } from "../../../tests/bench.fixture";
import { type Accepted, fit } from "./engine";
import { isOpen } from "./finding";
import { buildOf, NAMES } from "./gallery.fixture";
import { placeOf } from "./rivals";

describe("one place, one part", () => {
  const ring = (id: string, teeth: number) =>
    partOf("chainring", { teeth, mount: "test", offsetMm: 0, narrowWide: true }, { id, name: `Ring ${teeth}` });
  const p = {
    donor: { ...SOUND, gears: "hub gear", cogCount: 1, hubGearLimitNm: 90, hubGearCogTeeth: 19 },
    parts: [mid({ peakTorqueNm: 110 })],
    shelf: [ring("ring-a", 52), ring("ring-b", 54)],
    asked: { ...ASKED, riderKg: 60 },
  };
  test("of two rotors for one wheel the later decision stands, and the first is as if it were never taken", () => {
    const { geometry: _geometry, memo: _memo, ...base } = buildOf("direct rear hub");
    const remedyOf = (finding: string) => ({
      finding,
      remedy: fit(base, [])
        .findings.find((f) => f.key === finding)!
        .remedies.find((r) => r.id.startsWith("rotor-"))!.id,
    });
    const [energy, descent] = [remedyOf("brakes/energy front"), remedyOf("brakes/descent front")];
    const of = (...accepted: Accepted[]) => {
      const { build, idle } = fit(base, accepted);
      const front = build.supplied.filter((s) => s.part.kind === "rotor" && placeOf(s, build) === "front rotor");
      return { rotors: front.map((s) => (s.origin as { finding: string }).finding), idle };
    };
    expect(of(descent, energy)).toEqual({ rotors: ["brakes/energy front"], idle: [descent] });
    expect(of(energy, descent).rotors.length).toBe(1);
  });
  test("a remedy's part displaces the one that was chosen, which is told as spare", () => {
    const own = ring("ring-own", 44);
    const given = { ...p, parts: [...p.parts, own] };
    const before = fitCase(given);
    const key = before.findings.find((f) => f.rule === "chain/hub-gear-torque")!;
    const after = fitCase({ ...given, accept: [{ finding: key.key, remedy: "ring-ring-b" }] });
    expect(after.build.supplied.filter((s) => s.part.kind === "chainring").map((s) => s.part.id)).toEqual(["ring-b"]);
    expect(after.build.spare!.map((s) => s.part.id)).toEqual(["ring-own"]);
  });
});

test("whatever is accepted, in any order, no place of any bike holds two remedies' parts", () => {
  let tried = 0;
  fc.assert(
    fc.property(fc.constantFrom(...NAMES), fc.integer({ min: 0, max: 1e6 }), (name, pick) => {
      const { geometry: _geometry, memo: _memo, ...base } = buildOf(name);
      const accepted: Accepted[] = [];
      for (let round = 0; round < 6; round += 1) {
        const offers = fit(base, accepted)
          .findings.filter(isOpen)
          .flatMap((f) => f.remedies.filter((r) => r.parts.length > 0).map((r) => ({ finding: f.key, remedy: r.id })));
        if (offers.length === 0) break;
        accepted.push(offers[(pick + 7 * round) % offers.length]!);
      }
      const { build } = fit(base, accepted);
      const places = build.supplied
        .filter((s) => s.origin.type === "remedy")
        .map((s) => ({ place: placeOf(s, build), by: JSON.stringify(s.origin) }))
        .filter(({ place }) => place !== null);
      for (const { place } of places) {
        tried += 1;
        expect(new Set(places.filter((other) => other.place === place).map(({ by }) => by)).size).toBe(1);
      }
    }),
    { numRuns: 60, seed: 22 },
  );
  expect(tried).toBeGreaterThan(40);
});
