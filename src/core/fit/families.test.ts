import { battery, controller, fitCase, hub, on, partOf, SOUND, ASKED } from "../../../tests/bench.fixture";
import { Catalogue } from "../parts/catalogue";
import type { Part } from "../parts/part";
import { SPECS } from "../parts/specs";
import { fit } from "./engine";
import { isOpen, type Finding, type Outcome } from "./finding";
import { buildOf, NAMES, SHELF } from "./gallery.fixture";
import { defineRule } from "./rule";
import { dish } from "./rules/axle/dish";
import { packCurrent } from "./rules/power/packCurrent";
import { plugRating } from "./rules/power/plugRating";
import { fuseAndCable } from "./rules/wiring/fuse";
import { QUAY } from "../../../tests/bench.fixture";

describe("parts that do not fit", () => {
  /** A copy of a part with one figure of its sheet wrong, for each figure. */
  function wrongCopies(part: Part): Part[] {
    const shape = SPECS[part.kind].shape as Record<string, { safeParse: (v: unknown) => { success: boolean } }>;
    return Object.entries(part.spec).flatMap(([field, value]) => {
      const others: unknown[] =
        typeof value === "number"
          ? [value * 0.6, value * 1.7, Math.round(value * 0.6), Math.round(value * 1.7)]
          : typeof value === "boolean"
            ? [!value]
            : typeof value === "string"
              ? [
                  "front",
                  "rear",
                  "post",
                  "tabs",
                  "six-bolt",
                  "spline",
                  "axle spacer",
                  "shell spacer",
                  "long",
                  "short",
                  "magnet switch",
                  "pressure switch",
                  "hose clamp",
                  "bolted saddle",
                  "large tube",
                  "stay pair",
                  "boss rail",
                  "display",
                  "motor",
                  "twist",
                  "thumb",
                  "rim calliper",
                  "disc cable",
                  "B",
                  "another",
                ]
              : [];
      return others
        .filter((other) => other !== value && shape[field]!.safeParse(other).success)
        .slice(0, 2)
        .map(
          (other, i) =>
            ({
              ...part,
              id: `${part.id}-${field.toLowerCase()}-${i}`,
              name: `${part.name}, ${field} ${String(other)}`,
              spec: { ...part.spec, [field]: other },
            }) as Part,
        );
    });
  }
  const priced = (part: Part, priceMinor: number): Part => ({
    ...part,
    offers: part.offers.map((offer) => ({ ...offer, priceMinor })),
  });

  /** The rules that judge such a part itself: whoever offers one, it passes them where the right one does. */
  const JUDGES: Partial<Record<Part["kind"], readonly string[]>> = {
    "torque-arm": ["axle/arm-seat"],
    tyre: ["wheel/tyre-on-rim", "wheel/tyre-room", "wheel/tyre-speed"],
    chainring: ["chain/ring-on-motor"],
    chain: ["chain/pitch"],
    cluster: ["cluster/interface"],
    shifter: ["cluster/shifter"],
    rotor: ["brakes/rotor-room"],
    "calliper-adapter": ["brakes/adapter"],
    "brake-lever": ["brakes/lever-pull"],
    display: ["controls/clamp", "wiring/plugs"],
    throttle: ["controls/clamp"],
    charger: ["power/charger", "power/charger-amps"],
    fuse: ["wiring/fuse"],
    wire: ["wiring/battery-lead", "wiring/fuse"],
    light: ["controls/lights"],
    converter: ["controls/lights"],
  };

  test("the right one beside cheaper copies with one figure wrong each: what is offered settles its finding and passes what judges it", () => {
    const wrong: string[] = [];
    let offered = 0;
    let tried = 0;
    for (const name of NAMES) {
      const { geometry: _geometry, memo: _memo, ...base } = buildOf(name);
      const openAfter = (catalogue: Catalogue, finding: string, remedy: string) =>
        new Set(
          fit({ ...base, catalogue }, [{ finding, remedy }])
            .findings.filter(isOpen)
            .map((f) => f.key),
        );
      const now = fit(base, []).findings.filter(isOpen);
      for (const finding of now)
        for (const remedy of finding.remedies)
          for (const need of remedy.parts) {
            const right = need.partId === null ? undefined : base.catalogue.parts.get(need.partId);
            if (!right) continue;
            const good = openAfter(base.catalogue, finding.key, remedy.id);
            for (const copy of wrongCopies(right)) {
              tried += 1;
              const catalogue = new Catalogue([...[...base.catalogue.parts.values()], priced(copy, 1)], [QUAY]);
              const again = fit({ ...base, catalogue }, []).findings.find((f) => f.key === finding.key);
              const taken = again?.remedies.find((r) => r.parts.some((p) => p.partId === copy.id));
              if (!taken) continue;
              offered += 1;
              const judges = [finding.rule, ...(JUDGES[copy.kind] ?? [])];
              const worse = [...openAfter(catalogue, finding.key, taken.id)].filter(
                (key) => !good.has(key) && judges.includes(key.slice(0, key.indexOf(" "))),
              );
              if (worse.length > 0) wrong.push(`${name}, ${finding.key}: ${copy.name} leaves ${worse.join(", ")}`);
            }
          }
    }
    expect([...new Set(wrong)]).toEqual([]);
    expect(tried).toBeGreaterThan(400);
    // A figure that does not matter there, such as an arm's plate for its reach, is no fault.
    expect(offered).toBeGreaterThan(20);
  });

  test("a remedy never leaves its own finding open", () => {
    const open: string[] = [];
    let tried = 0;
    for (const name of NAMES) {
      const { geometry: _geometry, memo: _memo, ...base } = buildOf(name);
      for (const finding of fit(base, []).findings.filter(isOpen))
        for (const remedy of finding.remedies) {
          // What no shelf has is bought by what it must be: there is nothing yet to be judged.
          if (remedy.parts.some(({ partId }) => partId === null)) continue;
          tried += 1;
          const own = fit(base, [{ finding: finding.key, remedy: remedy.id }]).findings.find(({ key }) => key === finding.key);
          if (own && isOpen(own)) open.push(`${name}, ${finding.key}, ${remedy.id}: ${own.verdict}, ${own.says}`);
        }
    }
    expect(open).toEqual([]);
    expect(tried).toBeGreaterThan(100);
  });

  test("the shelf of the gallery has no two parts of one name", () =>
    expect(new Set(SHELF.map((part) => part.id)).size).toBe(SHELF.length));
});

describe("two of a thing answer as one of twice", () => {
  const told = (finding: Finding) => [finding.verdict, finding.margin?.value, finding.safety];
  const box = (batteryA: number, id: string) => ({ ...controller({ batteryA, leastBatteryA: null }), id });
  test.each([8, 10, 11, 12.5, 15, 16])("controllers of %d A each", (amps) => {
    for (const [rule, more] of [
      [packCurrent, []],
      [plugRating, []],
    ] as const) {
      const two = on(rule, [hub(), battery(), box(amps, "box-a"), box(amps, "box-b"), ...more]);
      const one = on(rule, [hub(), battery(), box(2 * amps, "box-c"), ...more]);
      expect([amps, rule.id, ...told(two)]).toEqual([amps, rule.id, ...told(one)]);
    }
  });
  test("the main fuse is chosen for the sum", () => {
    const fuses = [15, 20, 30, 40].map((ratedA) => partOf("fuse", { ratedA, maxV: 58 }, { id: `fuse-of-${ratedA}` }));
    const need = (parts: Part[]) =>
      fitCase({ parts: [hub(), battery(), ...parts], shelf: fuses, donor: SOUND!, asked: ASKED }).findings.find(
        (f) => f.key === "kit/lacks main fuse",
      )!.remedies[0]!;
    // 22 A ÷ 0.75 is 29.3: a 30; 11 A alone would take a 15.
    expect(need([box(11, "box-a"), box(11, "box-b")]).parts[0]!.partId).toBe("fuse-of-30");
    expect(need([box(22, "box-c")]).parts[0]!.partId).toBe("fuse-of-30");
    expect(need([box(11, "box-d")]).parts[0]!.partId).toBe("fuse-of-15");
  });
  test("a fuse's volts are asked of the full pack", () =>
    expect(
      [32, 42, 58].map(
        (maxV) => on(fuseAndCable, [hub(), battery(), controller(), partOf("fuse", { ratedA: 20, maxV })]).verdict,
      ),
    ).toEqual(["adapt", "clear", "clear"]));
});

describe("sides and words", () => {
  const shifted = (left: number, right: number) => {
    const rings = defineRule<"rings">({
      id: "test/rings",
      title: "Rings",
      why: "",
      basis: [],
      subjects: () => ["rings"],
      key: () => "rings",
      place: () => "front axle",
      needs: () => [],
      check: (): Outcome => ({
        verdict: "adapt",
        says: "",
        figures: [],
        remedies: [
          {
            id: "rings",
            title: "",
            says: "",
            parts: [],
            tasks: [],
            effect: { numbers: { frontLeftSpacerMm: left, frontRightSpacerMm: right } },
          },
        ],
      }),
    });
    const { findings } = fitCase({ parts: [hub()], donor: SOUND!, accept: [{ finding: "test/rings rings", remedy: "rings" }] }, [
      rings,
      dish,
    ]);
    return findings.find((f) => f.rule === "axle/dish")!;
  };
  test("a ring on the right puts the rim to the left, and it is dished back to the right; and the other way round", () => {
    expect(shifted(0, 3)).toMatchObject({
      verdict: "adapt",
      says: "The rings put the rim 1.5 mm to the left.",
      remedies: [{ title: "Re-dish 1.5 mm to the right" }],
      margin: { value: -1 },
    });
    expect(shifted(3, 0)).toMatchObject({
      verdict: "adapt",
      says: "The rings put the rim 1.5 mm to the right.",
      remedies: [{ title: "Re-dish 1.5 mm to the left" }],
    });
    expect(shifted(2, 3)).toMatchObject({ verdict: "clear", says: "0.5 mm off the middle.", margin: { value: 0 } });
    expect(shifted(2, 2)).toMatchObject({ verdict: "clear", says: "Rings alike on both sides: the rim stays in the middle." });
  });
});

describe("a warning that was acknowledged", () => {
  const outcome = { says: "", figures: [] };
  /** Acknowledged while it warns; what it says once the same build is worse is given. */
  const after = (then: Outcome["verdict"]) => {
    const rule = defineRule<"one">({
      id: "test/warns",
      title: "Warns",
      why: "",
      basis: [],
      subjects: () => ["one"],
      key: (one) => one,
      place: () => "frame",
      needs: () => [],
      check: (_one, _survey, build): Outcome => ({
        ...outcome,
        verdict: build.geometry.flags.has("acknowledged test/warns one") ? then : "adapt",
        remedies: [
          { id: "acknowledge", title: "", says: "", parts: [], tasks: [], effect: { flags: ["acknowledged test/warns one"] } },
        ],
      }),
    });
    return fitCase({ parts: [hub()], accept: [{ finding: "test/warns one", remedy: "acknowledge" }] }, [rule]).findings[0]!;
  };
  test("is settled while it stays a warning, and opens when it becomes a stop or wants a measurement", () => {
    expect([after("adapt").settled, isOpen(after("adapt"))]).toEqual([true, false]);
    expect([after("stop").settled, isOpen(after("stop"))]).toEqual([false, true]);
    expect([after("measure").settled, isOpen(after("measure"))]).toEqual([false, true]);
  });
});
