import { PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import type { HubMotor } from "../../build";
import { judge } from "../../judge";
import { defineRule, stated } from "../../rule";
import { axlePlace, endKeys, perHubMotor } from "../subjects";

/** Free on each side of a motor's body, mm. */
const BODY_ROOM_MM = 2;

export const motorWidth = defineRule<HubMotor>({
  ...perHubMotor,
  id: "axle/motor-width",
  title: "Motor body between the stays",
  why: "Stays curve in ahead of the axle: a wide motor body meets them before the axle is in its seat.",
  basis: [PRACTICE],
  place: axlePlace,
  needs: (motor) => [endKeys(motor).inside],
  check(motor, survey) {
    const inside = survey.number(endKeys(motor).inside);
    const widthMm = stated(motor, motor.spec.coverWidthMm, "its body's width");
    const freeMm = (inside.value - widthMm) / 2;
    return judge({
      room: freeMm - BODY_ROOM_MM,
      unit: "mm",
      plusMinus: inside.plusMinus / 2,
      figures: [
        {
          label: `between the ${motor.spec.end === "front" ? "fork legs" : "stays"}`,
          value: inside.value,
          unit: "mm",
          plusMinus: inside.plusMinus,
        },
        { label: "motor's body", value: widthMm, unit: "mm" },
        { label: "free a side", value: freeMm, unit: "mm" },
        { label: "wanted", value: BODY_ROOM_MM, unit: "mm" },
      ],
      settle: [endKeys(motor).inside],
      clear: `${formatNumber(freeMm, 1)} mm free on each side of the motor.`,
      short: () => ({
        verdict: "stop",
        says: `The motor's body is ${formatNumber(widthMm, 0)} mm wide, between the ${motor.spec.end === "front" ? "legs" : "stays"} there are ${formatNumber(inside.value, 0)}.`,
        lifts: `a motor with a body of ${formatNumber(inside.value - 2 * BODY_ROOM_MM, 0)} mm or less`,
      }),
    });
  },
});
