import { PRACTICE } from "../../../basis";
import { PACK_CURRENT_SHARE } from "../../../standards/current";
import { atMost } from "../../../units/atLeast";
import { formatNumber } from "../../../units/formatQuantity";
import { GRAVITY_MS2 } from "../../../units/gravity";
import { batteryOf, controllersOf, highestInputV, type HubMotor, type Motor, motorsOf, voltsOf } from "../../build";
import { outletsOf, wheelTorqueNm } from "../../drives";
import type { Figure, Outcome } from "../../finding";
import { anyOf, isDone, operation } from "../../remedies";
import { acknowledge, asked, defineRule, stated } from "../../rule";
import { hubMotors } from "../subjects";
import { rimSizeAt } from "../wheel/rimAt";
import { knownWheelAt } from "../wheel/tyreAt";

/** What the rider sits on, with motors and pack, kg (common practice). */
const BIKE_KG = 25;

/** Rear share of the weight, height of mass over wheelbase, and grip on a damp road, for the front wheel's check (common practice). */
const GRIP = { rearShare: 0.6, heightOverBase: 1.0, friction: 0.5, grade: 0.1 };

/** Stands for a tyre that nobody measured, mm: what 1 cm more or less does to the thrust is 3 %. */
const USUAL_TYRE_MM = 40;

const FRONT_SHARE = 0.4;

/** How far apart the free speeds of two motors may be, of the faster's (common practice). */
const FREE_SPEED_APART = 0.1;

const FRONT_DOWN = "front current down";

/** How much of the front wheel's grip a motor's thrust uses. @example frontGrip({ torqueNm: 30, wheelM: 0.34, kg: 120, rearShare: 0.6, heightOverBase: 1, grade: 0.05, friction: 0.5 }) // => 411.5 N load, 21.4 % of it */
export function frontGrip(p: {
  torqueNm: number;
  wheelM: number;
  kg: number;
  rearShare: number;
  heightOverBase: number;
  grade: number;
  friction: number;
}) {
  const angle = Math.atan(p.grade);
  const loadN = p.kg * GRAVITY_MS2 * ((1 - p.rearShare) * Math.cos(angle) - p.heightOverBase * Math.sin(angle));
  const thrustN = p.torqueNm / p.wheelM;
  return { loadN, thrustN, used: loadN <= 0 ? Infinity : thrustN / loadN, slips: thrustN > p.friction * loadN };
}

export const twoMotors = defineRule<"two">({
  id: "power/two-motors",
  title: "Two motors on one pack",
  why: "Two controllers draw the sum from one pack; the weaker motor drops out first, and the front wheel slips on the hill.",
  basis: [PRACTICE],
  subjects: (build) => (motorsOf(build).length > 1 ? ["two"] : []),
  key: () => "motors",
  place: () => "wiring",
  needs: () => [],
  check(_two, survey, build): Outcome {
    const motors = motorsOf(build);
    const controllers = controllersOf(build);
    const hubs = hubMotors(build);
    const front = hubs.find((motor) => motor.spec.end === "front");
    const battery = batteryOf(build);
    const torqueOf = (motor: Motor) =>
      motor.kind === "hub-motor"
        ? stated(motor, wheelTorqueNm(motor, build), "its torque at the wheel")
        : motor.spec.peakTorqueNm;
    const total = motors.reduce((sum, motor) => sum + torqueOf(motor), 0);
    const share = (front ? torqueOf(front) : 0) / total;
    const asksA = controllers.reduce((sum, c) => sum + c.batteryA, 0);
    const { tyreMm } = knownWheelAt("front", build);
    const grip =
      front &&
      frontGrip({
        torqueNm: torqueOf(front),
        wheelM: rimSizeAt("front", survey, build) / 2000 + (tyreMm ?? USUAL_TYRE_MM) / 1000,
        kg: asked(build, "riderKg") + BIKE_KG,
        ...GRIP,
      });
    const apart = freeSpeedsApart(hubs);
    const figures: Figure[] = [
      { label: "motors", value: motors.map((motor) => motor.name).join(" and ") },
      { label: "controllers' outputs", value: outletsOf(build) },
      { label: "together ask", value: asksA, unit: "A" },
      ...(battery?.spec.continuousA
        ? [{ label: "pack gives in all weathers", value: battery.spec.continuousA * PACK_CURRENT_SHARE, unit: "A" }]
        : []),
      { label: "front share of the torque", value: share * 100, unit: "%" },
      ...(grip && tyreMm === undefined ? [{ label: "front tyre, not known, taken as", value: USUAL_TYRE_MM, unit: "mm" }] : []),
      ...(grip ? [{ label: "front wheel's grip used on 10 %", value: (grip.used / GRIP.friction) * 100, unit: "%" }] : []),
      ...(apart === null ? [] : [{ label: "free speeds apart", value: apart * 100, unit: "%" }]),
    ];
    if (outletsOf(build) < motors.length)
      return {
        verdict: "adapt",
        says: `${motors.length} motors and ${controllers.length} controller${controllers.length === 1 ? "" : "s"} with one output each: each motor wants its own.`,
        figures,
        remedies: anyOf(build, "controller", {
          title: "Second controller",
          says: "its own fuse; both cut by the levers",
          will: (spec) =>
            battery === undefined || ((highestInputV(spec) ?? 0) >= voltsOf(battery).full && spec.cutV >= voltsOf(battery).empty),
          most: 2,
          tasks: ["harness"],
        }),
      };
    const shareMargin = { value: (FRONT_SHARE - share) * 100, unit: "%", plusMinus: 0 };
    const speedMargin = apart === null ? null : { value: (FREE_SPEED_APART - apart) * 100, unit: "%", plusMinus: 0 };
    const frontDown = isDone(build, FRONT_DOWN);
    if (!frontDown && (!atMost(share, FRONT_SHARE) || grip?.slips))
      return {
        verdict: "adapt",
        says: grip?.slips
          ? "The front wheel slips on a damp 10 % hill."
          : `The front motor gives ${formatNumber(share * 100, 1)} % of the torque, ${FRONT_SHARE * 100} is the most.`,
        figures,
        margin: shareMargin,
        remedies: [
          operation(
            "front-current",
            "Set the front motor's current down",
            `phase current to ${formatNumber(frontPhaseShare(share, grip) * 100, 0)} % or less of now, then on the test hill until it no longer slips; the rider is told`,
            ["setCurrent"],
            FRONT_DOWN,
          ),
        ],
      };
    if (speedMargin && speedMargin.value < -1e-9)
      return {
        verdict: "adapt",
        says: `Their free speeds are ${formatNumber(apart! * 100, 1)} % apart, ${FREE_SPEED_APART * 100} is the most: the slower one only drags at the top.`,
        figures,
        margin: speedMargin,
        remedies: [
          acknowledge(
            "power/two-motors motors",
            "the faster one's speed is set down to the slower's, measured with the wheels off the ground; the rider is told",
            "settings",
          ),
        ],
      };
    return {
      verdict: "clear",
      says: `${frontDown ? "The front motor's current is set down" : `${formatNumber(share * 100, 0)} % of the torque in front`}, an output for each motor.`,
      figures,
      ...(frontDown ? {} : { margin: speedMargin && speedMargin.value < shareMargin.value ? speedMargin : shareMargin }),
    };
  },
});

/** How far apart the wheels turn free, as a share of the faster, at one voltage and as far on the road; null where a sheet leaves it out. */
function freeSpeedsApart(hubs: readonly HubMotor[]): number | null {
  const perVolt = hubs.map(({ spec }) => (spec.freeRpm === null || spec.freeRpmV === null ? null : spec.freeRpm / spec.freeRpmV));
  const known = perVolt.filter((n) => n !== null);
  if (known.length < 2 || known.length < perVolt.length) return null;
  return 1 - Math.min(...known) / Math.max(...known);
}

/** To what share of its torque the front motor goes down to keep within its share and its wheel's grip. */
function frontPhaseShare(share: number, grip: ReturnType<typeof frontGrip> | undefined): number {
  const byShare = ((FRONT_SHARE / (1 - FRONT_SHARE)) * (1 - share)) / share;
  const byGrip = grip ? GRIP.friction / grip.used : 1;
  return Math.min(1, byShare, byGrip);
}
