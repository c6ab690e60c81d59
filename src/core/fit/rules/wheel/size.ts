import { PRACTICE, standard } from "../../../basis";
import { BEAD_SEAT_NAMES } from "../../../donor/items";
import { formatNumber } from "../../../units/formatQuantity";
import { type HubMotor } from "../../build";
import type { Outcome } from "../../finding";
import { acknowledge, defineRule } from "../../rule";
import { endKey, endKeys, hubMotors } from "../subjects";
import { brakeAt } from "../brakes/brakeAt";
import { rimPartAt } from "./rimAt";

const sizeName = (mm: number) => `${mm}${BEAD_SEAT_NAMES[mm] ? ` (${BEAD_SEAT_NAMES[mm]})` : ""}`;

export const wheelSize = defineRule<HubMotor>({
  id: "wheel/size",
  title: "Wheel size of the motor",
  why: "A motor that comes laced brings its rim: the brake, the tyre and the frame were made for another, perhaps.",
  basis: [standard("ISO 5775"), PRACTICE],
  subjects: hubMotors,
  key: endKey,
  place: (motor) => (motor.spec.end === "front" ? "front wheel" : "rear wheel"),
  needs: (motor) => [endKeys(motor).beadSeat],
  check(motor, survey, build): Outcome {
    const keys = endKeys(motor);
    const bike = survey.number(keys.beadSeat);
    const donorMm = bike.value;
    const rimMm = motor.spec.laced?.beadSeatMm ?? rimPartAt(motor.spec.end, build)?.spec.beadSeatMm ?? donorMm;
    if (motor.spec.laced === null && rimMm === donorMm)
      return {
        verdict: "clear",
        says: `The motor comes bare and is laced into ${sizeName(donorMm)}: see its lacing.`,
        figures: [{ label: "bike", value: sizeName(donorMm), unit: "mm" }],
      };
    const motorMm = rimMm;
    const figures = [
      { label: "bike", value: sizeName(donorMm), unit: "mm" },
      { label: "motor's rim", value: sizeName(motorMm), unit: "mm" },
    ];
    // Sizes are read off the tyre, and are that size or another; only what was told may be its neighbour.
    const margin = { value: -Math.abs(motorMm - donorMm), unit: "mm", plusMinus: bike.how === "told" ? bike.plusMinus : 0 };
    if (motorMm === donorMm)
      return {
        verdict: "clear",
        says: `Laced in a ${sizeName(motorMm)} rim, as the bike.`,
        figures,
        margin,
        settle: [keys.beadSeat],
      };
    const brake = brakeAt(motor.spec.end, survey, build);
    const says = `The ${motor.spec.laced ? "motor's rim" : "rim put in for the motor"} is ${motorMm}, the bike's ${donorMm}.`;
    if (brake === "rim linear")
      return {
        verdict: "stop",
        safety: true,
        says: `${says} The rim brake would miss it by ${formatNumber(Math.abs(motorMm - donorMm) / 2, 1)} mm.`,
        figures,
        margin,
        lifts: `the same motor laced in ${donorMm}, or bare to be laced into the bike's rim`,
      };
    return {
      verdict: "adapt",
      says: `${says} With this brake it can turn, but gearing, ground clearance and tyre change.`,
      figures,
      margin,
      remedies: [acknowledge(`wheel/size ${motor.spec.end}`, "other wheel size: room for the tyre measured, computer set to it")],
    };
  },
});
