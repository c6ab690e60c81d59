import { kindOf } from "../donor/bikeKind";
import type { Build } from "../fit/build";
import { batteryOf, controllersOf, lastOf, motorsOf, partsOf } from "../fit/build";
import { wheelTorqueNm } from "../fit/drives";
import { knownRingTeeth } from "../fit/rules/chain/line";
import { knownWheelAt } from "../fit/rules/wheel/tyreAt";
import { heats } from "../power/heat";
import { CELL_VOLTS } from "../power/batteryPack";
import { motorClass, phaseForTorque } from "../power/motorClass";
import type { Output } from "../power/machine";
import type { Assist, ForecastInput } from "../ride/forecast";
import { FIGURE_SAYS, HANGS_ON, TAUGHT_FIGURES, taughtKey, type TaughtFigure } from "../house/taught";
import { limitToSet } from "../fit/rules/law/limitToSet";
import type { Promise } from "../promise/promises";
import { worstHill } from "../route/profile";
import { STOP_S } from "../route/roadSegments";
import { formatNumber } from "../units/formatQuantity";
import type { Route } from "../route/routeSchema";
import type { Wish } from "../wish/wish";

/** What the ride is reckoned from, or what is still wanted before it can be. */
export type RideOf = { input: ForecastInput; wants: null } | { input: null; wants: string[] };

/** Typical figures where nothing better is known (from memory): drag areas by posture, rolling by tyre, a commuter's legs. */
const CDA_M2 = { drop: 0.42, flat: 0.55, swept: 0.62, other: 0.55 } as const;
const LOADED_CDA_M2 = 0.06;
/** What a kind of frame holds into the wind, more or less than its bar says (from memory): load carriers 0.70 to 1.0 with their box. */
const FRAME_CDA_M2: Readonly<Record<string, number>> = { "long-wheelbase": 0.8, trike: 0.75, tandem: 0.7 };
/** Where the assist ends where neither wish nor class says it, km/h. */
const UNASKED_KMH = 24.5;
/** What a rider gives who was not asked, W at the wheel. */
const RIDER_W = 90;
const CHAIN_EFFICIENCY = 0.97;
/** A torque sensor's highest level, in times the rider's own: inside a crank motor, and behind a hub's controller (from memory). */
const TOP_RATIO = { inside: 4, "at the shell": 3 } as const;
/** A cell of an energy pack, Ω·Ah: 35 mΩ at 3.35 Ah. The pack's leads add 25 mΩ. */
const CELL_OHM_AH = 0.117;
const LEADS_OHM = 0.025;

export const massOf = (made: readonly Promise[]): number | null => {
  const mass = made.find((promise) => promise.id === "mass")?.predicted;
  return typeof mass === "number" ? mass : null;
};

/** A tyre that nobody measured yet. */
const USUAL_TYRE_MM = 42;

/** What a ride is reckoned from at the least. */
function basics(build: Build, wish: Wish, bikeKg: number | null) {
  const motor = motorsOf(build)[0];
  const torqueNm = motor?.kind === "hub-motor" ? wheelTorqueNm(motor, build) : (motor?.spec.peakTorqueNm ?? null);
  const { beadSeatMm: beadMm, tyreMm } = knownWheelAt(motor?.kind === "hub-motor" ? motor.spec.end : "rear", build);
  return {
    motor,
    torqueNm,
    beadMm,
    tyreMm: tyreMm ?? USUAL_TYRE_MM,
    battery: batteryOf(build),
    route: wish.route,
    riderKg: wish.riderKg,
    bikeKg,
  };
}

/** Whether the ride can be reckoned: asked for every remedy that is tried, so nothing of it is worked out. */
export function canRide(build: Build, wish: Wish, bikeKg: number | null): boolean {
  const all = basics(build, wish, bikeKg);
  return Object.values(all).every((one) => one !== null && one !== undefined);
}

export function rideOf(build: Build, wish: Wish, bikeKg: number | null): RideOf {
  const { motor, torqueNm, beadMm, tyreMm, battery } = basics(build, wish, bikeKg);
  const wants = [
    ...(wish.route ? [] : ["the customer's route, in Ask"]),
    ...(motor ? [] : ["a motor, in Drive"]),
    ...(motor && torqueNm === null ? ["the motor's torque, under Parts"] : []),
    ...(battery ? [] : ["a battery, in Drive"]),
    ...(bikeKg === null ? ["the bike's mass, in Survey"] : []),
    ...(wish.riderKg === null ? ["the rider's mass, in Ask"] : []),
    ...(motor && beadMm === undefined ? ["the wheel's size, in Survey"] : []),
  ];
  if (!wish.route || !motor || torqueNm === null || !battery || bikeKg === null || wish.riderKg === null || beadMm === undefined)
    return { input: null, wants };

  const kind = motorClass(motor);
  const controllers = controllersOf(build);
  const count = Math.max(
    1,
    build.supplied.reduce((sum, s) => sum + (s.part.kind === motor.kind ? s.quantity : 0), 0),
  );
  const batteryA = controllers[0]?.batteryA ?? 15;
  const outputs = outputsOf(build);
  const unlike = motorsOf(build).some(
    (one) => motorClass(one).says !== kind.says || one.spec.peakTorqueNm !== motor.spec.peakTorqueNm,
  );
  const barKind = build.donor.barKind?.value as keyof typeof CDA_M2 | undefined;
  const byBar = CDA_M2[barKind ?? "other"] + ((wish.loadKg ?? 0) >= 10 ? LOADED_CDA_M2 : 0);
  const taught = taughtOf(build);
  const cdaM2 = taught.drag.times * Math.max(byBar, FRAME_CDA_M2[String(build.donor.frameKind?.value)] ?? 0);
  const crr = taught.rolling.times * (tyreMm > 60 ? 0.014 : tyreMm > 47 ? 0.009 : 0.0075);
  const assist = assistOf(build);
  const controller = controllers[0];
  const regenMaxV =
    !kind.clutch && motor.kind === "hub-motor" && motor.spec.regenerates && controller?.regenMaxV != null
      ? Math.min(controller.regenMaxV, battery.spec.series * CELL_VOLTS[battery.spec.chemistry].full)
      : null;
  const targetKmh = limitToSet(build)?.kmh ?? UNASKED_KMH;
  const auxW = auxWattsOf(build);
  const { spec } = battery;
  const internalOhm = taught.resistance.times * ((spec.series * CELL_OHM_AH) / spec.capacityAh + LEADS_OHM);
  const phaseA = Math.max(batteryA, phaseForTorque(kind.motor, torqueNm));
  const profile = wish.route;
  const hill = hillOf(wish, profile);
  const ringWord =
    outputs[0] === "wheel"
      ? ""
      : `; ring ${(outputs[0] as { chainringTeeth: number }).chainringTeeth}, ${outputs.length} gear${outputs.length === 1 ? "" : "s"}`;
  return {
    wants: null,
    input: {
      motor: { ...kind.motor, gearEfficiency: Math.min(1, taught.drive.times * kind.motor.gearEfficiency) },
      motors: count,
      outputs,
      controller: { batteryA, phaseA, efficiency: 0.97, ...(controller && { cutV: controller.cutV }) },
      assist,
      regenMaxV,
      auxW,
      drags: !kind.clutch,
      thermal: heats(kind.thermal, { winding: taught.winding.times, shell: taught.shell.times }),
      circumferenceMm: Math.PI * (beadMm + 2 * tyreMm),
      battery: {
        chemistry: spec.chemistry,
        series: spec.series,
        capacityAh: taught.capacity.times * spec.capacityAh,
        internalOhm,
      },
      bikeKg,
      riderKg: wish.riderKg,
      loadKg: wish.loadKg ?? 0,
      cdaM2,
      crr,
      riderW: wish.riderW ?? RIDER_W,
      targetKmh,
      hill,
      asked: { rangeKm: wish.rangeKm, hillKmh: wish.hillKmh },
      coldestC: wish.coldestC ?? 15,
      sure: { drag: taught.drag.sure, rolling: taught.rolling.sure },
      assumptions: [
        `Motor: typical of a ${kind.says}, peak torque ${formatNumber(torqueNm, 0)} N·m as sold${count > 1 ? `, ${count} of them${unlike ? ", counted as alike" : ""}` : ""}${ringWord}`,
        `Controller: ${formatNumber(batteryA, 0)} A from the battery${count > 1 ? " each" : ""}, ${formatNumber(phaseA, 0)} A in the motor's own wires for that torque`,
        `Battery: ${formatNumber(spec.capacityAh, 1)} Ah, its volts fall by ${formatNumber(10 * internalOhm, 1)} at 10 A; reckoned with 95 % of it, as it ages, and 15 % kept back`,
        `Air and tyres: ${formatNumber(cdaM2, 2)} m² held into the wind, tyres that take ${formatNumber(100 * crr, 2)} % of the weight to roll; ${wish.riderW ?? RIDER_W} W from the rider at the wheel${wish.riderW === null ? ", not asked" : ""}`,
        `Lamps and display: ${formatNumber(auxW, 1)} W all the way${kind.clutch ? "" : "; the motor has no clutch and drags while it is off"}`,
        `Assist to ${formatNumber(targetKmh, 1)} km/h, ${ASSIST_WORDS[assist.kind]}${assist.kind === "torque" ? `, ${assist.topRatio} times the rider's own at most` : ""}; the brakes hold that downhill${regenMaxV === null ? "" : `, the motor first, charging up to ${formatNumber(regenMaxV, 1)} V`}`,
        `${profile.stops === 0 ? "No stops" : `${profile.stops} stop${profile.stops === 1 ? "" : "s"} of ${STOP_S} s`} on the way; ${surfaceWords(profile)}; still air`,
        ...taughtLines(taught),
        "The band: 15 % more air, 20 % more rolling, 5 km/h of wind, 5 kg, cells at 85 % and the coldest ride; to 10 % less of both, cells new",
      ],
    },
  };
}

/** A figure as finished bikes taught it: against the table, and how much surer than that; bikes 0 where nothing was taken over. */
type TaughtHere = Readonly<Record<TaughtFigure, { readonly times: number; readonly sure: number; readonly bikes: number }>>;
const UNTAUGHT = { times: 1, sure: 1, bikes: 0 } as const;
/** Bikes of a kind may differ more than the tables thought; the band says so, up to here. */
const MOST_UNSURE = 1.5;

/** What the shop took over of its finished bikes, for this kind of bike, this motor and this pack. */
export function taughtOf(build: Build): TaughtHere {
  const of = {
    bike: kindOf(build.donor),
    motor: motorsOf(build)[0]?.id ?? "",
    battery: batteryOf(build)?.id ?? "",
  };
  return Object.fromEntries(
    TAUGHT_FIGURES.map((figure) => {
      const one = build.house.taught[taughtKey(figure, of[HANGS_ON[figure]])];
      return [
        figure,
        one ? { times: one.times, sure: Math.min(MOST_UNSURE, one.sd / one.times / one.priorSd), bikes: one.bikes } : UNTAUGHT,
      ];
    }),
  ) as TaughtHere;
}

function taughtLines(taught: TaughtHere): string[] {
  const told = TAUGHT_FIGURES.filter((figure) => taught[figure].bikes > 0);
  if (told.length === 0) return [];
  const band = (["drag", "rolling"] as const).filter((figure) => taught[figure].bikes > 0);
  return [
    `Taught by finished bikes: ${told
      .map(
        (figure) =>
          `${FIGURE_SAYS[figure].toLowerCase()} × ${formatNumber(taught[figure].times, 2)} (${taught[figure].bikes} bikes)`,
      )
      .join(
        ", ",
      )}${band.length > 0 ? `; the band of ${band.join(" and ")} is ${band.map((figure) => `${formatNumber(100 * taught[figure].sure, 0)} %`).join(" and ")} of what is said next` : ""}`,
  ];
}

/** What display, controller and sensors draw all the time, W (from memory: with lamps 3 to 8 W in all). */
const AWAKE_W = 2;
/** Lamps of a bike whose own are not known, W. */
const USUAL_LAMPS_W = 3;

/** The lamps of the build, or usual ones, with what the display draws. Lamps on a hub dynamo draw from the legs, not from the pack. */
function auxWattsOf(build: Build): number {
  const lamps = build.supplied.flatMap(({ part, quantity }) => (part.kind === "light" ? [part.spec.watts * quantity] : []));
  return AWAKE_W + (lamps.length > 0 ? lamps.reduce((sum, watts) => sum + watts, 0) : USUAL_LAMPS_W);
}

/** The hill that is promised: the customer's, unless the road itself has one that is steeper by more than a percent. */
export function hillOf(
  wish: Pick<Wish, "hillPercent" | "hillKm">,
  road: Pick<Route, "stepM" | "elevationM">,
): ForecastInput["hill"] {
  const measured = worstHill(road);
  const ofRoad = measured && { gradePercent: measured.gradePercent, lengthM: measured.lengthM };
  if (wish.hillPercent === null || wish.hillPercent <= 0) return ofRoad;
  if (ofRoad && ofRoad.gradePercent > wish.hillPercent + 1) return ofRoad;
  return { gradePercent: wish.hillPercent, lengthM: Math.max(50, 1000 * (wish.hillKm ?? 0.3)) };
}

const ASSIST_WORDS = {
  throttle: "by the throttle",
  cadence: "by turning pedals, highest level",
  torque: "by the rider's own force",
} as const;

/** What calls for the motor: the sensor in it, the one that comes with it, else a hand. */
function assistOf(build: Build): Assist {
  const motor = motorsOf(build)[0]!;
  const inside = motor.kind === "hub-motor" ? "none" : motor.spec.pedalSensor;
  if (inside === "torque") return { kind: "torque", topRatio: TOP_RATIO.inside };
  const apart = lastOf(build, "pedal-sensor")?.spec.senses;
  if (apart === "torque") return { kind: "torque", topRatio: TOP_RATIO["at the shell"] };
  return { kind: inside === "cadence" || apart === "cadence" ? "cadence" : "throttle" };
}

function surfaceWords({ surfaces }: Pick<Route, "surfaces">): string {
  if (surfaces.length === 0) return "asphalt";
  return surfaces
    .map(({ surface, fromKm, toKm }) => `${surface} from km ${formatNumber(fromKm, 1)} to ${formatNumber(toKm, 1)}`)
    .join(", ");
}

const number = (build: Build, key: keyof Build["donor"]): number | undefined => {
  const value = build.donor[key]?.value;
  return typeof value === "number" ? value : undefined;
};

/** The wheel for a hub; a mid-drive's ring with the cogs that the bike has, spread evenly in ratio between the smallest and the largest. */
function outputsOf(build: Build): Output[] {
  const motor = motorsOf(build)[0]!;
  if (motor.kind === "hub-motor") return ["wheel"];
  const chainringTeeth = knownRingTeeth(motor, build) ?? number(build, "ringLargeTeeth") ?? 42;
  const brought = partsOf(build, "cluster")[0]?.spec.teeth;
  const single = number(build, "hubGearCogTeeth");
  const small = number(build, "smallestCogTeeth") ?? single ?? 16;
  const large = number(build, "largestCogTeeth") ?? single ?? small;
  const count = Math.max(1, Math.min(13, number(build, "cogCount") ?? 1));
  const cogs = Array.from({ length: count }, (_, i) => Math.round(small * (large / small) ** (count > 1 ? i / (count - 1) : 0)));
  return [...new Set(brought ?? cogs)].map((cogTeeth) => ({ chainringTeeth, cogTeeth, efficiency: CHAIN_EFFICIENCY }));
}
