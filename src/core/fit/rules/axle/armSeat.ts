import { PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import type { Spec } from "../../../parts/specs";
import { type HubMotor, partsOf, suppliedOf } from "../../build";
import { bought, consumable, isDone } from "../../remedies";
import { defineRule } from "../../rule";
import { axlePlace, endKey, endKeys, hubMotors } from "../subjects";
import { armForAxle, armGoes } from "./armGoes";
import { armsFor } from "./stack";

/** Force that one worm-drive clamp takes at an arm's end, N (common practice). */
const HOSE_CLAMP_N = 500;

export const armSeat = defineRule<HubMotor>({
  id: "axle/arm-seat",
  title: "What the arm clamps to",
  why: "An arm made for a round stay has nothing to clamp to on many frames, and is found out with the wheel in.",
  basis: [PRACTICE],
  subjects: (build) => hubMotors(build).filter((motor) => armsFor(motor, build) > 0),
  key: endKey,
  place: axlePlace,
  needs: (motor) => [endKeys(motor).armSeat, endKeys(motor).armFrom],
  check(motor, survey, build) {
    const keys = endKeys(motor);
    const seat = survey.choice(keys.armSeat);
    const from = survey.number(keys.armFrom);
    const plates = partsOf(build, "torque-arm").some((part) => part.spec.clamps === "clamping plates");
    const figures = [
      { label: "to clamp to", value: seat },
      { label: "from the axle", value: from.value, unit: "mm", plusMinus: from.plusMinus },
    ];
    if (plates) return { verdict: "clear", says: "Clamping plates hold on the dropout itself.", figures };
    const found = { seat, fromMm: from.value, plusMinusMm: from.plusMinus, tubeMm: () => survey.number(keys.leg).value };
    const goes = (spec: Spec<"torque-arm">) => armForAxle(spec, motor) && armGoes(spec, found);
    const arms = suppliedOf(build, "torque-arm").filter(
      (s) => Math.abs(s.part.spec.axleDiameterMm - motor.spec.axleDiameterMm) < 0.2,
    );
    const wanted = arms
      .filter((s) => s.origin.type !== "remedy" || !s.origin.finding.startsWith("axle/arm-seat"))
      .reduce((sum, s) => sum + s.quantity, 0);
    const fitting = arms.reduce((sum, s) => sum + (goes(s.part.spec) ? s.quantity : 0), 0);
    const arm = arms.find((s) => goes(s.part.spec))?.part ?? arms[0]!.part;
    const clampN = motor.spec.peakTorqueNm / (arm.spec.armMm / 1000);
    const all = [
      ...figures,
      { label: "arm reaches", value: arm.spec.armMm, unit: "mm" },
      { label: "force at its clamp", value: clampN, unit: "N" },
    ];
    if (fitting >= wanted) {
      const worm = arm.spec.clamps === "hose clamp" && clampN > HOSE_CLAMP_N && !isDone(build, `two clamps ${motor.spec.end}`);
      if (!worm)
        return {
          verdict: "clear",
          says: `${arm.name} reaches a ${seat === "boss" ? "boss" : "tube"} ${formatNumber(from.value, 0)} mm from the axle; ${formatNumber(clampN, 0)} N at its clamp.`,
          figures: all,
          margin: { value: arm.spec.armMm - from.value, unit: "mm", plusMinus: from.plusMinus },
        };
      return {
        verdict: "adapt",
        says: `${formatNumber(clampN, 0)} N at the arm's clamp; one hose clamp takes ${HOSE_CLAMP_N}.`,
        figures: all,
        remedies: [
          bought(
            "second-clamp",
            "A second clamp beside the first",
            "or an M6 bolt to a boss; pad under both",
            [consumable(build, "hose clamp", 1)],
            ["fitHub"],
            `two clamps ${motor.spec.end}`,
          ),
        ],
      };
    }
    const others = build.catalogue
      .distinct("torque-arm")
      .filter((part) => goes(part.spec))
      .slice(0, 2);
    const says =
      seat === "none" || seat === "thin"
        ? `${seat === "none" ? "There is nothing in reach that an arm could clamp to" : "A thin or carbon tube takes no clamp"}.`
        : `${arms[0]!.part.name} has nothing to clamp to: ${seat === "round" ? `the tube begins ${formatNumber(from.value, 0)} mm from the axle` : seat === "boss" ? "there is a boss, and the arm has a hose clamp" : "the tube is flattened"}.`;
    if (others.length === 0)
      return {
        verdict: "stop",
        safety: true,
        says,
        figures: all,
        lifts: "an arm for this frame, made against it and bolted, or a motor elsewhere",
        caution: "axleSpins",
      };
    return {
      verdict: "adapt",
      safety: true,
      says,
      figures: all,
      caution: "axleSpins",
      remedies: others.map((part) =>
        bought(`arm-${part.id}`, part.name, `${part.spec.clamps}, ${part.spec.armMm} mm`, [
          { kind: "torque-arm" as const, partId: part.id, quantity: wanted, says: part.name },
        ]),
      ),
    };
  },
});
