import { PRACTICE } from "../../../basis";
import { PACK_CURRENT_SHARE } from "../../../standards/current";
import { formatNumber } from "../../../units/formatQuantity";
import { GRAVITY_MS2 } from "../../../units/gravity";
import { batteryOf, controllersOf, motorsOf, voltsOf } from "../../build";
import type { Figure, Outcome } from "../../finding";
import { anyOf } from "../../remedies";
import { acknowledge, defineRule } from "../../rule";
import { hubMotors } from "../subjects";

/** Rear share of the weight, height of mass over wheelbase, and grip on a damp road, for the front wheel's check (common practice). */
const GRIP = { rearShare: 0.6, heightOverBase: 1.0, friction: 0.5, grade: 0.1 };

const FRONT_SHARE = 0.4;

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
  needs: () => ["rearBeadSeatMm"],
  check(_two, survey, build): Outcome {
    const motors = motorsOf(build);
    const controllers = controllersOf(build);
    const front = hubMotors(build).find((motor) => motor.spec.end === "front");
    const battery = batteryOf(build);
    const total = motors.reduce((sum, motor) => sum + motor.spec.peakTorqueNm, 0);
    const share = (front?.spec.peakTorqueNm ?? 0) / total;
    const asksA = controllers.reduce((sum, c) => sum + c.batteryA, 0);
    const wheelM = survey.number("rearBeadSeatMm").value / 2000 + 0.04;
    const grip = front && frontGrip({ torqueNm: front.spec.peakTorqueNm, wheelM, kg: (build.asked.riderKg ?? 80) + 25, ...GRIP });
    const figures: Figure[] = [
      { label: "motors", value: motors.map((motor) => motor.name).join(" and ") },
      { label: "controllers", value: controllers.length },
      { label: "together ask", value: asksA, unit: "A" },
      ...(battery?.spec.continuousA
        ? [{ label: "pack gives in all weathers", value: battery.spec.continuousA * PACK_CURRENT_SHARE, unit: "A" }]
        : []),
      { label: "front share of the torque", value: share * 100, unit: "%" },
      ...(grip ? [{ label: "front wheel's grip used on 10 %", value: (grip.used / GRIP.friction) * 100, unit: "%" }] : []),
    ];
    if (controllers.length < motors.length)
      return {
        verdict: "adapt",
        says: `${motors.length} motors and ${controllers.length} controller${controllers.length === 1 ? "" : "s"}: each motor has its own.`,
        figures,
        remedies: anyOf(build, "controller", {
          title: "Second controller",
          says: "its own fuse; both cut by the levers",
          will: (spec) => battery === undefined || (spec.maxV >= voltsOf(battery).full && spec.cutV >= voltsOf(battery).empty),
          most: 2,
          tasks: ["harness"],
        }),
      };
    if (share > FRONT_SHARE + 1e-9 || grip?.slips)
      return {
        verdict: "adapt",
        says: grip?.slips
          ? "The front wheel slips on a damp 10 % hill."
          : `The front motor gives ${formatNumber(share * 100, 0)} % of the torque, ${FRONT_SHARE * 100} is the most.`,
        figures,
        margin: { value: FRONT_SHARE * 100 - share * 100, unit: "%", plusMinus: 0 },
        remedies: [
          acknowledge(
            "power/two-motors motors",
            "the front controller's phase current is set down on the test hill until it no longer slips; the rider is told",
          ),
        ],
      };
    return {
      verdict: "clear",
      says: `${formatNumber(share * 100, 0)} % of the torque in front, a controller each.`,
      figures,
      margin: { value: FRONT_SHARE * 100 - share * 100, unit: "%", plusMinus: 0 },
    };
  },
});
