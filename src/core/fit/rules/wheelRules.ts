import { handbook, memory, PRACTICE } from "../../basis";
import { RIM_WEAR_MM } from "../../standards/brakes";
import { lacing, spokeLoadN } from "../../wheel/lacing";
import { combined } from "../../donor/reading";
import { formatNumber } from "../../units/formatQuantity";
import { lastOf, motorsOf, needPart, partsOf, type Build, type HubMotor, type Motor } from "../build";
import type { Figure, Outcome, PartNeed, Remedy } from "../finding";
import { judge } from "../judge";
import { anyOf, bought, consumable, isDone } from "../remedies";
import { acknowledge, asked, defineRule, stated, type Survey } from "../rule";
import { ENDS, endKey, endKeys, hubMotors, keysOfEnd, wheelPlace, type End } from "./subjects";

/** Tyre widths on a rim by its inner width: the older tables (from memory), and the ratio in common practice. */
const GUIDE: readonly (readonly [innerMm: number, from: number, to: number])[] = [
  [13, 18, 25],
  [15, 23, 32],
  [17, 25, 50],
  [19, 28, 62],
  [21, 32, 64],
  [23, 35, 70],
  [25, 40, 75],
  [30, 50, 80],
  [40, 85, 125],
];
const RATIO = { least: 1.4, most: 2.2 };

/**
 * Both ways to judge a tyre on a rim, and the room that is left to the nearest limit of either, mm.
 * @example tyreOnRim(50, 19) // => { guide: true, ratio: false, roomMm: -8.2 }
 */
export function tyreOnRim(tyreMm: number, innerMm: number): { guide: boolean; ratio: boolean; roomMm: number } {
  const row = GUIDE.reduce((best, next) => (Math.abs(next[0] - innerMm) < Math.abs(best[0] - innerMm) ? next : best));
  const guideMm = Math.min(tyreMm - row[1], row[2] - tyreMm);
  const ratioMm = Math.min(tyreMm - RATIO.least * innerMm, RATIO.most * innerMm - tyreMm);
  return { guide: guideMm >= 0, ratio: ratioMm >= -1e-9, roomMm: Math.min(guideMm, ratioMm) };
}

/** The tyre that will run at an end: a new one of the rim's size, else the bike's own. */
function tyreAt(motor: HubMotor, survey: Survey, build: Build) {
  const size = motor.spec.laced?.beadSeatMm ?? survey.number(endKeys(motor).beadSeat).value;
  const fresh = partsOf(build, "tyre").find((part) => part.spec.beadSeatMm === size);
  if (fresh) return { mm: fresh.spec.widthMm, plusMinus: 0, says: fresh.name };
  const own = survey.number("tyreWidthMm");
  return { mm: own.value, plusMinus: own.plusMinus, says: "the bike's tyre" };
}

function rimInner(motor: HubMotor, survey: Survey, build: Build): { mm: number; plusMinus: number } {
  const sheetMm = motor.spec.laced?.rimInnerMm ?? lastOf(build, "rim")?.spec.innerMm;
  if (sheetMm !== undefined) return { mm: sheetMm, plusMinus: 0 };
  const own = survey.number(endKeys(motor).rimInner);
  return { mm: own.value, plusMinus: own.plusMinus };
}

const each = { subjects: hubMotors, key: endKey, place: (motor: HubMotor) => wheelPlace(motor.spec.end) };

export const tyreRim = defineRule<HubMotor>({
  ...each,
  id: "wheel/tyre-on-rim",
  title: "Tyre on the rim",
  why: "Too wide a tyre rolls on a narrow rim; too narrow a one is flattened by a wide rim and pinches its tube.",
  basis: [memory("rim and tyre width tables"), PRACTICE],
  needs: () => [],
  check(motor, survey, build) {
    const tyre = tyreAt(motor, survey, build);
    const rim = rimInner(motor, survey, build);
    const innerMm = rim.mm;
    const goes = tyreOnRim(tyre.mm, innerMm);
    const figures = [
      { label: "tyre", value: tyre.mm, unit: "mm" },
      { label: "rim, inner width", value: innerMm, unit: "mm" },
      { label: "tyre ÷ rim", value: tyre.mm / innerMm },
    ];
    const says = `${formatNumber(tyre.mm, 0)} mm on a rim of ${formatNumber(innerMm, 0)}: ${formatNumber(tyre.mm / innerMm, 1)} times.`;
    const common = {
      figures,
      margin: { value: goes.roomMm, unit: "mm", plusMinus: combined(tyre.plusMinus, RATIO.most * rim.plusMinus) },
      settle: [
        ...(tyre.plusMinus > 0 ? (["tyreWidthMm"] as const) : []),
        ...(rim.plusMinus > 0 ? [endKeys(motor).rimInner] : []),
      ],
    };
    if (goes.guide && goes.ratio) return { verdict: "clear", says, ...common };
    const key = `wheel/tyre-on-rim ${motor.spec.end}`;
    const size = motor.spec.laced?.beadSeatMm ?? survey.number(endKeys(motor).beadSeat).value;
    const others = build.catalogue
      .distinct("tyre")
      .filter(
        ({ spec }) =>
          spec.beadSeatMm === size && tyreOnRim(spec.widthMm, innerMm).guide && tyreOnRim(spec.widthMm, innerMm).ratio,
      )
      .slice(0, 2)
      .map((part) =>
        bought(
          `tyre-${part.id}`,
          part.name,
          "goes by both tables",
          [{ kind: "tyre" as const, partId: part.id, quantity: 1, says: part.name }],
          ["moveTyre"],
          `has ${motor.spec.end} tyre`,
        ),
      );
    if (!goes.guide && !goes.ratio && others.length === 0)
      return {
        verdict: "stop",
        safety: true,
        says,
        lifts: `a tyre of ${formatNumber(innerMm * RATIO.least, 0)} to ${formatNumber(innerMm * RATIO.most, 0)} mm`,
        ...common,
      };
    return {
      verdict: "adapt",
      safety: !goes.guide && !goes.ratio,
      says: `${says} One table takes it, the other does not.`.replace(
        "One table takes it, the other does not.",
        goes.guide || goes.ratio ? "One table takes it, the other does not." : "Neither table takes it.",
      ),
      remedies: [
        ...(goes.guide || goes.ratio ? [acknowledge(key, "inside the older table; pressure by the rim maker's figure")] : []),
        ...others,
      ],
      ...common,
    };
  },
});

/** Free beside a tyre on each side, mm, without and with a mudguard (reading; the trade gives no figure). */
const TYRE_ROOM_MM = { bare: 4, mudguard: 6 };

export const tyreRoom = defineRule<HubMotor>({
  ...each,
  id: "wheel/tyre-room",
  title: "Room for the tyre",
  why: "A tyre that just passes takes a stone with it into the fork or stays.",
  basis: [PRACTICE],
  needs: (motor) => [endKeys(motor).tyreRoom, endKeys(motor).mudguard],
  check(motor, survey, build) {
    const tyre = tyreAt(motor, survey, build);
    const room = survey.number(endKeys(motor).tyreRoom);
    const guard = survey.choice(endKeys(motor).mudguard) === "yes";
    const least = guard ? TYRE_ROOM_MM.mudguard : TYRE_ROOM_MM.bare;
    const freeMm = (room.value - tyre.mm) / 2;
    return judge({
      room: freeMm - least,
      unit: "mm",
      plusMinus: Math.hypot(room.plusMinus, tyre.plusMinus) / 2,
      figures: [
        { label: "between", value: room.value, unit: "mm", plusMinus: room.plusMinus },
        { label: "tyre", value: tyre.mm, unit: "mm" },
        { label: "free a side", value: freeMm, unit: "mm" },
        { label: guard ? "wanted with a mudguard" : "wanted", value: least, unit: "mm" },
      ],
      settle: [endKeys(motor).tyreRoom],
      clear: `${formatNumber(freeMm, 1)} mm free on each side of the tyre.`,
      short: () => {
        const size = motor.spec.laced?.beadSeatMm ?? survey.number(endKeys(motor).beadSeat).value;
        const most = room.value - 2 * least;
        return {
          verdict: "adapt",
          says: `${formatNumber(freeMm, 1)} mm free on each side of the tyre, ${least} wanted.`,
          remedies: [
            ...anyOf(build, "tyre", {
              title: "Narrower tyre",
              says: `${formatNumber(most, 0)} mm or narrower, for ${size}`,
              will: (spec) => spec.beadSeatMm === size && spec.widthMm <= most,
              tasks: ["moveTyre"],
              most: 1,
              flag: `has ${motor.spec.end} tyre`,
            }),
          ],
        };
      },
    });
  },
});

/** Spoke gauges for motor wheels by power, mm (common practice). */
const gaugeFor = (ratedW: number) => (ratedW <= 500 ? 2.0 : 2.3);
/** A hole this much over the spoke wants a washer under the head, mm; flanges thinner than this too. */
const HEAD = { overMm: 0.4, thinMm: 2.5 };
/** Radial on a driven hub: flange radius, thickness and gauge that allow it (common practice; other school: never). */
const RADIAL = { radiusMm: 45, thickMm: 4, gaugeMm: 2.3 };
/** Rim inner width from which a rim is stout enough for a motor, mm (common practice). */
const RIM_INNER_MM = 19;

type Rim = { says: string; erdMm: number; innerMm: number; parts: readonly PartNeed[]; id: string };

export const laceWheel = defineRule<HubMotor>({
  ...each,
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
      const way = ways[0];
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

/** What lacing into one rim takes, or null when no crossing goes. */
function lacingIn(motor: HubMotor, rim: Rim, build: Build): { says: string; figures: Figure[]; remedy: Remedy } | null {
  const { spec } = motor;
  const table = lacing({
    erdMm: rim.erdMm,
    spokes: spec.spokes,
    spokeHoleMm: spec.spokeHoleMm,
    left: { flangePcdMm: spec.flangePcdMm, flangeOffsetMm: spec.flangeOffsetLeftMm },
    right: { flangePcdMm: spec.flangePcdMm, flangeOffsetMm: spec.flangeOffsetRightMm },
    clearNippleAngleDeg: 8,
    stopNippleAngleDeg: build.house.nippleStopDeg,
  });
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
  const same = Math.abs(option.leftMm - option.rightMm) < 1;
  const sets = same ? [{ side: "both sides", mm: (option.leftMm + option.rightMm) / 2 }] : spokes;
  const spare = build.house.spareSpokes;
  const spokeNeeds = sets.map((set) =>
    needPart(
      build,
      "spoke",
      (same ? spec.spokes : spec.spokes / 2) + spare,
      `spokes of ${formatNumber(set.mm, 1)} mm (−2 to +1), ${gaugeMm} mm, ${set.side}`,
      (s) =>
        s.lengthMm - set.mm <= 1 &&
        s.lengthMm - set.mm >= -2 &&
        s.diameterMm >= gaugeMm - 0.05 &&
        spec.spokeHoleMm - s.diameterMm >= 0.15,
    ),
  );
  const bought0 = spokeNeeds[0]!.partId === null ? undefined : build.catalogue.parts.get(spokeNeeds[0]!.partId!);
  const spokeMm = bought0?.kind === "spoke" ? bought0.spec.diameterMm : gaugeMm;
  const washers = Math.round((spec.spokeHoleMm - spokeMm) * 100) / 100 > HEAD.overMm || (spec.flangeThickMm ?? 99) < HEAD.thinMm;
  const loadN = spokeLoadN({
    torqueNm: spec.peakTorqueNm,
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

export const rimWear = defineRule<End>({
  id: "wheel/rim-wear",
  title: (end) => `Rim wear, ${end}`,
  why: "A braking face that is hollow splits under pressure; a motor's bike brakes harder and longer.",
  basis: [PRACTICE],
  subjects: (build) =>
    motorsOf(build).length === 0
      ? []
      : ENDS.filter((end) => {
          const brake = build.donor[keysOfEnd(end).brake]?.value;
          const replaced = hubMotors(build).some((motor) => motor.spec.end === end);
          return (brake === "rim linear" || brake === "rim calliper") && !replaced;
        }),
  key: (end) => end,
  place: wheelPlace,
  needs: (end) => [keysOfEnd(end).rimWear],
  check(end, survey, build): Outcome {
    const wear = survey.number(keysOfEnd(end).rimWear);
    const done = isDone(build, `new rim ${end}`);
    return judge({
      room: done ? 0 : RIM_WEAR_MM - wear.value,
      unit: "mm",
      plusMinus: done ? 0 : wear.plusMinus,
      figures: [
        { label: "hollow", value: wear.value, unit: "mm", plusMinus: wear.plusMinus },
        { label: "at most", value: RIM_WEAR_MM, unit: "mm" },
      ],
      settle: [keysOfEnd(end).rimWear],
      clear: done ? "A new rim goes on." : `${formatNumber(wear.value, 2)} mm hollow of ${RIM_WEAR_MM} allowed.`,
      short: () => ({
        verdict: "adapt",
        safety: true,
        says: `The braking face is ${formatNumber(wear.value, 2)} mm hollow, ${RIM_WEAR_MM} is the most.`,
        caution: "brakes",
        remedies: anyOf(build, "rim", {
          title: "New rim",
          says: "same size and holes, laced over",
          will: (spec) => spec.beadSeatMm === build.donor[keysOfEnd(end).beadSeat]?.value,
          tasks: ["laceWheel"],
          most: 1,
          flag: `new rim ${end}`,
        }),
      }),
    });
  },
});

export const tyreSpeed = defineRule<Motor>({
  id: "wheel/tyre-speed",
  title: "Tyres for the speed",
  why: "A tyre has a speed and a load that it is made for.",
  basis: [PRACTICE],
  subjects: (build) => ((build.asked.assistKmh ?? 0) > 25 ? motorsOf(build).slice(0, 1) : []),
  key: () => "bike",
  place: () => "rear wheel",
  needs: () => ["tyreAge"],
  check(_motor, survey, build) {
    const speed = asked(build, "assistKmh");
    const rated = partsOf(build, "tyre").filter((part) => (part.spec.ratedKmh ?? 0) >= speed);
    const figures = [
      { label: "assist ends at", value: speed, unit: "km/h" },
      { label: "age of the tyres", value: survey.number("tyreAge").value, unit: "years" },
    ];
    if (rated.length > 0)
      return { verdict: "clear", says: `${rated[0]!.name} is rated for ${rated[0]!.spec.ratedKmh} km/h.`, figures };
    return {
      verdict: "adapt",
      says: `Nothing says that the tyres are made for ${formatNumber(speed, 0)} km/h.`,
      figures,
      remedies: [
        bought(
          "rated-tyres",
          "Tyres rated for it",
          `marked for ${formatNumber(speed, 0)} km/h or more, front and rear`,
          ENDS.map((end) => {
            const size = build.donor[keysOfEnd(end).beadSeat]?.value;
            return needPart(
              build,
              "tyre",
              1,
              `tyre for ${size ?? "?"}, ${formatNumber(speed, 0)} km/h`,
              (spec) => spec.beadSeatMm === size && (spec.ratedKmh ?? 0) >= speed,
            );
          }),
          ["moveTyre"],
        ),
        acknowledge("wheel/tyre-speed bike", "the marking on the tyre was read and covers the speed"),
      ],
    };
  },
});
