import { derived, PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import type { HubMotor } from "../../build";
import type { Remedy } from "../../finding";
import { judge } from "../../judge";
import { bought, operation } from "../../remedies";
import { defineRule, stated } from "../../rule";
import { axlePlace, endKeys, perHubMotor } from "../subjects";
import { armsFor, stackOf, TAB_MM, usualNutMm } from "./stack";

/** Axle beyond the shoulder on one side, mm: by the sheet where the ends are unequal, else half of what stands out. */
export function axleBeyondMm(motor: HubMotor, side: "left" | "right"): number {
  const own = side === "left" ? motor.spec.axleLeftMm : motor.spec.axleRightMm;
  if (own !== null) return own;
  return (stated(motor, motor.spec.axleLengthMm, "its axle's whole length") - motor.spec.overLocknutMm) / 2;
}

export const axleProtrusion = defineRule<HubMotor>({
  ...perHubMotor,
  id: "axle/protrusion",
  title: "Axle long enough for its stack",
  why: "Rings, dropout, washer, arm and nut all stand on the axle: a nut on half its thread strips or lets go.",
  basis: [derived("washer stack"), PRACTICE],
  place: axlePlace,
  needs: (motor) => [endKeys(motor).thickness],
  check(motor, survey, build) {
    const sides = (["left", "right"] as const).map((side) => {
      const stack = stackOf(motor, survey, build, side);
      const needMm = stack.reduce((sum, layer) => sum + layer.mm, 0);
      const haveMm = axleBeyondMm(motor, side);
      return { side, stack, needMm, haveMm, roomMm: haveMm - needMm };
    });
    const worst = sides[0]!.roomMm <= sides[1]!.roomMm ? sides[0]! : sides[1]!;
    const other = worst === sides[0] ? sides[1]! : sides[0]!;
    const { haveMm } = worst;
    const thickness = survey.number(endKeys(motor).thickness);
    const key = `axle/protrusion ${motor.spec.end}`;
    const lessMm = worst.needMm - haveMm;
    return judge({
      room: -lessMm,
      unit: "mm",
      plusMinus: thickness.plusMinus,
      figures: [
        { label: `beyond the ${worst.side} shoulder`, value: haveMm, unit: "mm" },
        ...worst.stack.map((layer) => ({ label: `${layer.says}, ${worst.side}`, value: layer.mm, unit: "mm" })),
        { label: "wanted", value: worst.needMm, unit: "mm" },
        { label: `room on the ${other.side}`, value: other.roomMm, unit: "mm" },
      ],
      settle: [endKeys(motor).thickness],
      clear: `${formatNumber(haveMm, 1)} mm of axle for ${formatNumber(worst.needMm, 1)} mm of stack on the ${worst.side}.`,
      short: () => {
        const usual = usualNutMm(motor.spec.axleDiameterMm);
        const thin = build.catalogue
          .distinct("axle-nut")
          .find(
            ({ spec }) =>
              Math.abs(spec.diameterMm - motor.spec.axleDiameterMm) < 0.2 &&
              spec.heightMm >= motor.spec.axleDiameterMm / 2 &&
              usual - spec.heightMm >= lessMm + thickness.plusMinus,
          );
        const remedies: Remedy[] = [];
        if (armsFor(motor, build) > 0 && TAB_MM >= lessMm + thickness.plusMinus)
          remedies.push(
            operation(
              "arm-for-tab",
              "Arm in place of the tab washer",
              "its closed hole is keyed to the flats; the washer stays off that side",
              ["fitHub"],
              `arm for tab ${motor.spec.end}`,
            ),
          );
        if (thin)
          remedies.push(
            bought(
              `nut-${thin.id}`,
              thin.name,
              `half the axle's diameter or more; ${formatNumber(usual - thin.spec.heightMm, 1)} mm won`,
              [{ kind: "axle-nut", partId: thin.id, quantity: 2, says: thin.name }],
            ),
          );
        const says = `The stack on the ${worst.side} wants ${formatNumber(worst.needMm, 1)} mm and the axle gives ${formatNumber(haveMm, 1)}.`;
        return remedies.length > 0
          ? { verdict: "adapt", safety: true, says, remedies, caution: "axleSpins" }
          : {
              verdict: "stop",
              safety: true,
              says,
              lifts:
                `an axle ${formatNumber(lessMm * 2, 1)} mm longer; never a nut on less than 0.8 of its height (${key})`.replace(
                  ` (${key})`,
                  "",
                ),
              caution: "axleSpins",
            };
      },
    });
  },
});
