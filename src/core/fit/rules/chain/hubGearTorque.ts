import { memory, PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import { GRAVITY_MS2 } from "../../../units/gravity";
import type { MidMotor } from "../../build";
import { judge } from "../../judge";
import { asked, defineRule } from "../../rule";
import { midMotors } from "../subjects";
import { ringTeeth } from "./line";
import { ringsFor } from "./rings";

/** Crank length that a standing rider's torque is reckoned with, m (common practice). */
const CRANK_M = 0.17;

/** Torque into a hub gear with the rider standing and the motor pulling: (T_motor + m·g·crank)·cog ÷ ring, N·m.
 *  @example hubGearTorqueNm({ motorNm: 80, riderKg: 80, cogTeeth: 20, ringTeeth: 42 }) // => 101.6 */
export const hubGearTorqueNm = (p: { motorNm: number; riderKg: number; cogTeeth: number; ringTeeth: number }) =>
  ((p.motorNm + p.riderKg * GRAVITY_MS2 * CRANK_M) * p.cogTeeth) / p.ringTeeth;

export const hubGearTorque = defineRule<MidMotor>({
  id: "chain/hub-gear-torque",
  title: "Torque into the hub gear",
  why: "A hub gear has an input limit; a mid-drive and a standing rider together pass it and strip its planets.",
  basis: [PRACTICE, memory("hub-gear limits; the maker's own figure governs")],
  subjects: (build) => midMotors(build).filter(() => build.donor.gears?.value === "hub gear"),
  key: (motor) => motor.id,
  place: () => "cluster",
  needs: () => ["hubGearLimitNm", "hubGearCogTeeth"],
  check(motor, survey, build) {
    const limit = survey.number("hubGearLimitNm");
    const cogTeeth = survey.number("hubGearCogTeeth").value;
    const teeth = ringTeeth(motor, build);
    const riderKg = asked(build, "riderKg");
    const into = (ring: number) => hubGearTorqueNm({ motorNm: motor.spec.peakTorqueNm, riderKg, cogTeeth, ringTeeth: ring });
    return judge({
      room: limit.value - into(teeth),
      unit: "N·m",
      plusMinus: limit.plusMinus,
      figures: [
        { label: "motor at the crank", value: motor.spec.peakTorqueNm, unit: "N·m" },
        { label: "rider standing", value: riderKg * GRAVITY_MS2 * 0.17, unit: "N·m" },
        { label: "ring : cog", value: `${teeth} : ${cogTeeth}` },
        { label: "into the hub gear", value: into(teeth), unit: "N·m" },
        { label: "its limit", value: limit.value, unit: "N·m" },
      ],
      settle: ["hubGearLimitNm"],
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
        return rings.length > 0
          ? { verdict: "adapt", says, remedies: rings }
          : {
              verdict: "stop",
              says,
              lifts: `a motor of ${formatNumber((limit.value * teeth) / cogTeeth - riderKg * GRAVITY_MS2 * 0.17, 0)} N·m or less at the crank, a stronger hub gear, or a front hub motor`,
            };
      },
    });
  },
});
