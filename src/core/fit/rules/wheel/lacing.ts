import { handbook, PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import { lacing, spokeLoadN } from "../../../wheel/lacing";
import { type Build, type HubMotor, needPart } from "../../build";
import { wheelTorqueNm } from "../../drives";
import type { Figure, PartNeed, Remedy } from "../../finding";
import { consumable, isDone } from "../../remedies";
import { defineRule, stated } from "../../rule";
import { lastAt } from "../perEnd";
import { spokeGoes } from "./spokeEnds";
import { endKeys, hubMotors, perHubMotor, wheelPlace } from "../subjects";

/** Spoke gauges for motor wheels by power, mm (common practice). */
export const gaugeFor = (ratedW: number) => (ratedW <= 500 ? 2.0 : 2.3);

/** A hole this much over the spoke wants a washer under the head, mm; flanges thinner than this too. */
export const HEAD = { overMm: 0.4, thinMm: 2.5 };

/** Radial on a driven hub: flange radius, thickness and gauge that allow it (common practice; other school: never). */
const RADIAL = { radiusMm: 45, thickMm: 4, gaugeMm: 2.3 };

/** Rim inner width from which a rim is stout enough for a motor, mm (common practice). */
const RIM_INNER_MM = 19;

type Rim = { says: string; erdMm: number; innerMm: number; parts: readonly PartNeed[]; id: string };

export const laceWheel = defineRule<HubMotor>({
  ...perHubMotor,
  place: (motor) => wheelPlace(motor.spec.end),
  id: "wheel/lacing",
  title: "Lacing the motor",
  why: "A bare motor wants a rim with its holes, spokes of the right length, and a crossing that the rim's drilling bears.",
  basis: [handbook("Brandt, The Bicycle Wheel (1981)"), PRACTICE],
  subjects: (build) => hubMotors(build).filter((motor) => motor.spec.laced === null),
  needs: (motor) => [endKeys(motor).beadSeat],
  check(motor, survey, build) {
    const donorMm = survey.number(endKeys(motor).beadSeat).value;
    const laced = isDone(build, `laced ${motor.spec.end}`);
    const rims = rimsFor(motor, donorMm, build);
    const figures: Figure[] = [
      { label: "bike's bead seat", value: donorMm, unit: "mm" },
      { label: "motor", value: `bare, ${motor.spec.spokes} holes, flange ${formatNumber(motor.spec.flangePcdMm, 0)}` },
    ];
    const ways = rims.flatMap((rim) => lacingIn(motor, rim, build) ?? []);
    if (laced) {
      const put = lastAt(build, "rim", motor.spec.end);
      const way = ways.find(({ remedy }) => remedy.id === `lace-${put?.id ?? "own"}`);
      return { verdict: "clear", says: "Laced in house.", figures: way ? [...figures, ...way.figures] : figures };
    }
    if (ways.length === 0)
      return {
        verdict: "stop",
        says:
          rims.length === 0
            ? `No ${motor.spec.spokes}-hole rim of ${donorMm} that would bear a motor, on the bike or in the catalogue.`
            : "No crossing goes: the spokes would bend at the rim.",
        figures,
        lifts:
          rims.length === 0
            ? `a ${donorMm} rim with ${motor.spec.spokes} holes, or the motor laced in one`
            : "a motor with smaller flanges, or one laced or cast by its maker",
      };
    return {
      verdict: "adapt",
      says: `The motor comes bare; ${ways[0]!.says}`,
      figures: [...figures, ...ways[0]!.figures],
      remedies: ways.map((way) => way.remedy).slice(0, 3),
    };
  },
});

function rimsFor(motor: HubMotor, donorMm: number, build: Build): Rim[] {
  const keys = endKeys(motor);
  const own: Rim[] = [];
  const holes = build.donor[keys.rimHoles]?.value;
  const inner = build.donor[keys.rimInner]?.value;
  const erd = build.donor[keys.rimErd]?.value;
  // The bike's own rim counts when it was measured: a new one is the safe default.
  if (
    holes === motor.spec.spokes &&
    typeof inner === "number" &&
    inner >= RIM_INNER_MM &&
    typeof erd === "number" &&
    erd > motor.spec.flangePcdMm
  )
    own.push({ id: "own", says: "the bike's own rim", erdMm: erd, innerMm: inner, parts: [] });
  const sold = build.catalogue
    .distinct("rim")
    .filter(
      ({ spec }) =>
        spec.beadSeatMm === donorMm &&
        spec.holes === motor.spec.spokes &&
        spec.innerMm >= RIM_INNER_MM &&
        spec.erdMm > motor.spec.flangePcdMm,
    )
    .slice(0, 2)
    .map((part): Rim => ({
      id: part.id,
      says: part.name,
      erdMm: part.spec.erdMm,
      innerMm: part.spec.innerMm,
      parts: [{ kind: "rim", partId: part.id, quantity: 1, says: part.name }],
    }));
  return [...sold, ...own];
}

/** Every crossing of this motor in a rim of this effective rim diameter, mm, by the house's own limit on the nipple's angle. */
export const crossingsOf = ({ spec }: HubMotor, erdMm: number, build: Build) =>
  lacing({
    erdMm,
    spokes: spec.spokes,
    spokeHoleMm: spec.spokeHoleMm,
    left: { flangePcdMm: spec.flangePcdMm, flangeOffsetMm: spec.flangeOffsetLeftMm },
    right: { flangePcdMm: spec.flangePcdMm, flangeOffsetMm: spec.flangeOffsetRightMm },
    clearNippleAngleDeg: 8,
    stopNippleAngleDeg: build.house.nippleStopDeg,
  });

/** What lacing into one rim takes, or null when no crossing goes. */
function lacingIn(motor: HubMotor, rim: Rim, build: Build): { says: string; figures: Figure[]; remedy: Remedy } | null {
  const { spec } = motor;
  const table = crossingsOf(motor, rim.erdMm, build);
  const option = table.options[table.recommended]!;
  const gaugeMm = option.crosses === 0 ? Math.max(RADIAL.gaugeMm, gaugeFor(spec.ratedW)) : gaugeFor(spec.ratedW);
  if (option.crosses === 0) {
    const thick = stated(motor, spec.flangeThickMm, "how thick its flanges are");
    if (build.house.radialDriven === "never" || spec.flangePcdMm / 2 < RADIAL.radiusMm || thick < RADIAL.thickMm) return null;
  }
  const spokes = [
    { side: "left", mm: option.leftMm },
    { side: "right", mm: option.rightMm },
  ];
  // Each side its own length: a mean of the two is a millimetre short on one of them.
  const same = Math.abs(option.leftMm - option.rightMm) < 0.05;
  const sets = same ? [{ side: "both sides", mm: option.leftMm }] : spokes;
  const spare = build.house.spareSpokes;
  const spokeNeeds = sets.map((set) =>
    needPart(
      build,
      "spoke",
      (same ? spec.spokes : spec.spokes / 2) + spare,
      `spokes of ${formatNumber(set.mm, 1)} mm (−2 to +1), ${gaugeMm} mm, ${set.side}`,
      (s) => spokeGoes(s.lengthMm, set.mm) && s.diameterMm >= gaugeMm - 0.05 && spec.spokeHoleMm - s.diameterMm >= 0.15,
    ),
  );
  const bought0 = spokeNeeds[0]!.partId === null ? undefined : build.catalogue.parts.get(spokeNeeds[0]!.partId!);
  const spokeMm = bought0?.kind === "spoke" ? bought0.spec.diameterMm : gaugeMm;
  const washers = Math.round((spec.spokeHoleMm - spokeMm) * 100) / 100 > HEAD.overMm || (spec.flangeThickMm ?? 99) < HEAD.thinMm;
  const torqueNm = wheelTorqueNm(motor, build);
  const loadN =
    torqueNm === null
      ? null
      : spokeLoadN({
          torqueNm,
          erdMm: rim.erdMm,
          flangePcdMm: spec.flangePcdMm,
          spokes: spec.spokes,
          crosses: option.crosses,
        });
  const parts: PartNeed[] = [
    ...rim.parts,
    ...spokeNeeds,
    consumable(build, `nipples, brass, for ${formatNumber(spokeMm, 1)} mm`, 1),
    ...(washers ? [needPart(build, "washer", spec.spokes, "washers under the spoke heads", (w) => w.use === "spoke head")] : []),
    ...(option.verdict === "adapt" ? [needPart(build, "washer", spec.spokes, "nipple washers", (w) => w.use === "nipple")] : []),
  ];
  const says = `${option.crosses === 0 ? "radial, heads in" : `crossed ${option.crosses}`}, ${sets.map((set) => `${formatNumber(set.mm, 1)} mm ${set.side}`).join(" and ")}, nipples at ${formatNumber(option.nippleAngleDeg, 1)}°.`;
  return {
    says,
    figures: [
      { label: "effective rim diameter", value: rim.erdMm, unit: "mm" },
      { label: "crosses", value: option.crosses },
      { label: "left spokes", value: option.leftMm, unit: "mm" },
      { label: "right spokes", value: option.rightMm, unit: "mm" },
      { label: "nipple angle", value: option.nippleAngleDeg, unit: "°" },
      { label: "tension, loose side ÷ tight", value: table.tensionRatio },
      { label: "spoke gauge", value: spokeMm, unit: "mm" },
      ...(loadN === null ? [] : [{ label: "torque adds to a spoke", value: loadN, unit: "N" }]),
    ],
    remedy: {
      id: `lace-${rim.id}`,
      title: `Lace into ${rim.says}`,
      says: `${spec.spokes} spokes and ${spare} spare; ${says}`,
      parts,
      tasks: ["laceWheel"],
      effect: { flags: [`laced ${spec.end}`] },
      caution: "tension",
    },
  };
}
