import { PRACTICE } from "../../../basis";
import { atMost } from "../../../units/atLeast";
import { formatNumber } from "../../../units/formatQuantity";
import type { Spec } from "../../../parts/specs";
import type { Build, HubMotor, Origin } from "../../build";
import { wheelTorqueNm } from "../../drives";
import type { Remedy } from "../../finding";
import { bought, consumable, isDone, operation } from "../../remedies";
import { defineRule, stated } from "../../rule";
import { countAt, suppliedAt } from "../perEnd";
import { axlePlace, endKey, endKeys, hubMotors } from "../subjects";
import { armForAxle, armGoes } from "./armGoes";
import { armsFor } from "./stack";

/** Force that one worm-drive clamp takes at an arm's end, N (common practice). */
const HOSE_CLAMP_N = 500;

const broughtHere = (origin: Origin) => origin.type === "remedy" && origin.finding.startsWith("axle/arm-seat");
const madeFlag = (motor: HubMotor) => `arm bracket made ${motor.spec.end}`;

/** Arms whose clamp end bears the motor's torque: longer ones, bolted ones. A second arm does not halve it: the first takes it all. */
function stronger(
  motor: HubMotor,
  torqueNm: number,
  wanted: number,
  goes: (spec: Spec<"torque-arm">) => boolean,
  build: Build,
): Remedy[] {
  return build.catalogue
    .distinct("torque-arm")
    .filter(({ spec }) => goes(spec) && (spec.clamps !== "hose clamp" || atMost(torqueNm / (spec.armMm / 1000), HOSE_CLAMP_N)))
    .slice(0, 2)
    .map((part) =>
      bought(`arm-${part.id}`, part.name, `${part.spec.clamps}, ${part.spec.armMm} mm: in place of the one in the build`, [
        { kind: "torque-arm" as const, partId: part.id, quantity: wanted, says: part.name },
      ]),
    );
}

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
    const plates = countAt(build, "torque-arm", motor.spec.end, (spec) => spec.clamps === "clamping plates") > 0;
    const figures = [
      { label: "to clamp to", value: seat },
      { label: "from the axle", value: from.value, unit: "mm", plusMinus: from.plusMinus },
    ];
    if (plates) return { verdict: "clear", says: "Clamping plates hold on the dropout itself.", figures };
    const found = { seat, fromMm: from.value, plusMinusMm: from.plusMinus, tube: () => survey.number(keys.leg) };
    const goes = (spec: Spec<"torque-arm">) => armForAxle(spec, motor) && armGoes(spec, found);
    const arms = suppliedAt(
      build,
      "torque-arm",
      motor.spec.end,
      (spec) => Math.abs(spec.axleDiameterMm - motor.spec.axleDiameterMm) < 0.2,
    );
    const wanted = arms.filter((s) => !broughtHere(s.origin)).reduce((sum, s) => sum + s.quantity, 0);
    const fitting = arms.reduce((sum, s) => sum + (goes(s.part.spec) ? s.quantity : 0), 0);
    // The one that a remedy of this finding brought is the one that is fitted.
    const arm = (
      arms.findLast((s) => goes(s.part.spec) && broughtHere(s.origin)) ??
      arms.find((s) => goes(s.part.spec)) ??
      arms[0]!
    ).part;
    const torqueNm = stated(motor, wheelTorqueNm(motor, build), "its torque at the wheel");
    const clampN = torqueNm / (arm.spec.armMm / 1000);
    const all = [
      ...figures,
      { label: "arm reaches", value: arm.spec.armMm, unit: "mm" },
      { label: "force at its clamp", value: clampN, unit: "N" },
    ];
    if (fitting >= wanted) {
      const worm =
        arm.spec.clamps === "hose clamp" && !atMost(clampN, HOSE_CLAMP_N) && !isDone(build, `two clamps ${motor.spec.end}`);
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
        margin: { value: HOSE_CLAMP_N - clampN, unit: "N", plusMinus: 0 },
        remedies: [
          ...stronger(motor, torqueNm, wanted, goes, build),
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
    // Metal that an arm in common sale does not go round still holds one that is made against it.
    if (others.length === 0 && (seat === "flat" || seat === "round" || seat === "boss") && !isDone(build, madeFlag(motor)))
      return {
        verdict: "adapt",
        safety: true,
        says,
        figures: all,
        caution: "axleSpins",
        remedies: [
          operation(
            "made-bracket",
            "Bracket made against the frame",
            "plate of 6 mm or more, bolted round the tube or to a boss on both sides of it, no hose clamp; it takes the arm's end",
            ["fitHub"],
            madeFlag(motor),
            "axleSpins",
          ),
        ],
      };
    if (isDone(build, madeFlag(motor)) && seat !== "none" && seat !== "thin")
      return { verdict: "clear", says: `${says} A bracket made against the frame holds the arm.`, figures: all };
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
