import { memory, PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import { GRAVITY_MS2 } from "../../../units/gravity";
import type { CrankMotor } from "../../build";
import { judge } from "../../judge";
import { isDone, operation } from "../../remedies";
import { asked, defineRule } from "../../rule";
import { crankMotors } from "../subjects";
import { hasHubGear } from "./gears";
import { ringTeeth } from "./line";
import { ringsFor } from "./rings";

/** Crank length that a standing rider's torque is reckoned with, m (common practice). */
const CRANK_MM = 170;

/** Torque into a hub gear with the rider standing and the motor pulling: (T_motor + m·g·crank)·cog ÷ ring, N·m.
 *  @example hubGearTorqueNm({ motorNm: 80, riderKg: 80, cogTeeth: 20, ringTeeth: 42 }) // => 101.6 */
export const hubGearTorqueNm = (p: { motorNm: number; riderKg: number; cogTeeth: number; ringTeeth: number; crankMm?: number }) =>
  ((p.motorNm + riderNm(p.riderKg, p.crankMm ?? CRANK_MM)) * p.cogTeeth) / p.ringTeeth;

const riderNm = (kg: number, crankMm: number) => (kg * GRAVITY_MS2 * crankMm) / 1000;

const currentFlag = (motor: CrankMotor) => `current down for the hub gear ${motor.id}`;

/** A motor held under this share of its torque is another motor: that is not offered as a setting. */
const LEAST_SHARE = 0.5;

export const hubGearTorque = defineRule<CrankMotor>({
  id: "chain/hub-gear-torque",
  title: "Torque into the hub gear",
  why: "A hub gear has an input limit; a mid-drive and a standing rider together pass it and strip its planets.",
  basis: [PRACTICE, memory("hub-gear limits; the maker's own figure governs")],
  subjects: (build) => crankMotors(build).filter(() => hasHubGear(build)),
  key: (motor) => motor.id,
  place: () => "cluster",
  needs: () => ["hubGearLimitNm", "hubGearCogTeeth"],
  check(motor, survey, build) {
    const limit = survey.number("hubGearLimitNm");
    const cogTeeth = survey.number("hubGearCogTeeth").value;
    const teeth = ringTeeth(motor, build);
    const riderKg = asked(build, "riderKg");
    const crankMm = survey.seen("crankLengthMm")?.value ?? CRANK_MM;
    const into = (ring: number) =>
      hubGearTorqueNm({ motorNm: motor.spec.peakTorqueNm, riderKg, cogTeeth, ringTeeth: ring, crankMm });
    const mayNm = (limit.value * teeth) / cogTeeth - riderNm(riderKg, crankMm);
    const share = mayNm / motor.spec.peakTorqueNm;
    if (isDone(build, currentFlag(motor)) && share >= LEAST_SHARE)
      return {
        verdict: "clear",
        says: `The motor is set to ${formatNumber(mayNm, 0)} N·m at the crank: the hub gear takes that and a standing rider.`,
        figures: [{ label: "its limit", value: limit.value, unit: "N·m" }],
      };
    return judge({
      room: limit.value - into(teeth),
      unit: "N·m",
      plusMinus: limit.plusMinus,
      figures: [
        { label: "motor at the crank", value: motor.spec.peakTorqueNm, unit: "N·m" },
        { label: "rider standing", value: riderNm(riderKg, crankMm), unit: "N·m" },
        { label: "ring : cog", value: `${teeth} : ${cogTeeth}` },
        { label: "into the hub gear", value: into(teeth), unit: "N·m" },
        { label: "its limit", value: limit.value, unit: "N·m" },
      ],
      settle: ["hubGearLimitNm", "crankLengthMm"],
      clear: `${formatNumber(into(teeth), 0)} N·m go in, ${formatNumber(limit.value, 0)} are allowed.`,
      short: () => {
        const rings = ringsFor(motor, build)
          .filter(({ spec }) => into(spec.teeth) <= limit.value)
          .slice(0, 2)
          .map((part) => ({
            id: `ring-${part.id}`,
            title: part.name,
            says: `then ${formatNumber(into(part.spec.teeth), 0)} N·m; every gear is longer`,
            parts: [{ kind: "chainring" as const, partId: part.id, quantity: 1, says: part.name }],
            tasks: [],
            effect: { numbers: { ringOffsetMm: part.spec.offsetMm, ringTeeth: part.spec.teeth } },
          }));
        const says = `${formatNumber(into(teeth), 0)} N·m go in, the hub gear takes ${formatNumber(limit.value, 0)}.`;
        const set =
          share >= LEAST_SHARE
            ? [
                operation(
                  "set-torque",
                  `Set the motor to ${formatNumber(Math.floor(mayNm), 0)} N·m`,
                  `its current to ${Math.floor(share * 100)} % of now, read back and written on the work order`,
                  ["setCurrent"],
                  currentFlag(motor),
                ),
              ]
            : [];
        return rings.length + set.length > 0
          ? { verdict: "adapt", says, remedies: [...rings, ...set] }
          : {
              verdict: "stop",
              says,
              lifts: `a motor of ${formatNumber(mayNm, 0)} N·m or less at the crank, a stronger hub gear, or a front hub motor`,
            };
      },
    });
  },
});
