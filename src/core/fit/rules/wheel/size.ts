import { PRACTICE, standard } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import type { Outcome } from "../../finding";
import { acknowledge, defineRule } from "../../rule";
import { type End, ENDS, hasMotor, hubMotorAt, keysOfEnd, wheelPlace } from "../subjects";
import { brakeAt } from "../brakes/brakeAt";
import { rimPartAt, rimSizeAt, sizeName } from "./rimAt";

export const wheelSize = defineRule<End>({
  id: "wheel/size",
  title: "Size of the wheel",
  why: "A motor that comes laced brings its rim, and a new rim may be of another size: the brake, the tyre and the frame were made for another, perhaps.",
  basis: [standard("ISO 5775"), PRACTICE],
  subjects: (build) =>
    hasMotor(build) ? ENDS.filter((end) => hubMotorAt(end, build) !== undefined || rimPartAt(end, build) !== undefined) : [],
  key: (end) => end,
  place: wheelPlace,
  needs: (end) => [keysOfEnd(end).beadSeat],
  check(end, survey, build): Outcome {
    const motor = hubMotorAt(end, build);
    const keys = keysOfEnd(end);
    const bike = survey.number(keys.beadSeat);
    const donorMm = bike.value;
    const laced = motor?.spec.laced;
    const rimMm = rimSizeAt(end, survey, build);
    if (motor && !laced && rimMm === donorMm)
      return {
        verdict: "clear",
        says: `The motor comes bare and is laced into ${sizeName(donorMm)}: see its lacing.`,
        figures: [{ label: "bike", value: sizeName(donorMm), unit: "mm" }],
      };
    const motorMm = rimMm;
    const figures = [
      { label: "bike", value: sizeName(donorMm), unit: "mm" },
      { label: motor ? "motor's rim" : "new rim", value: sizeName(motorMm), unit: "mm" },
    ];
    const rim = motor ? undefined : rimPartAt(end, build);
    const holes = build.donor[keys.rimHoles]?.value;
    if (rim && typeof holes === "number" && holes !== rim.spec.holes)
      return {
        verdict: "stop",
        safety: true,
        says: `${rim.name} has ${rim.spec.holes} holes, the ${end} wheel's hub ${holes}.`,
        figures: [...figures, { label: "holes of the hub", value: holes }, { label: "holes of the rim", value: rim.spec.holes }],
        lifts: `a rim of ${donorMm} with ${holes} holes`,
      };
    // Sizes are read off the tyre, and are that size or another; only what was told may be its neighbour.
    const margin = { value: -Math.abs(motorMm - donorMm), unit: "mm", plusMinus: bike.how === "told" ? bike.plusMinus : 0 };
    // The hub stays: the rim must have its holes.
    const counted = () => (rim ? survey.number(keys.rimHoles) : undefined);
    if (motorMm === donorMm) {
      counted();
      return {
        verdict: "clear",
        says: motor
          ? `Laced in a ${sizeName(motorMm)} rim, as the bike.`
          : `The new rim is ${sizeName(motorMm)}, as the old one.`,
        figures,
        margin,
        settle: [keys.beadSeat],
      };
    }
    const brake = brakeAt(end, survey, build);
    const says = `The ${laced ? "motor's rim" : motor ? "rim put in for the motor" : `rim put in for the ${end} wheel`} is ${motorMm}, the bike's ${donorMm}.`;
    if (brake === "rim linear")
      return {
        verdict: "stop",
        safety: true,
        says: `${says} The rim brake would miss it by ${formatNumber(Math.abs(motorMm - donorMm) / 2, 1)} mm.`,
        figures,
        margin,
        lifts: motor ? `the same motor laced in ${donorMm}, or bare to be laced into the bike's rim` : `a rim of ${donorMm}`,
      };
    counted();
    return {
      verdict: "adapt",
      says: `${says} With this brake it can turn, but gearing, ground clearance and tyre change.`,
      figures,
      margin,
      remedies: [acknowledge(`wheel/size ${end}`, "other wheel size: room for the tyre measured, computer set to it")],
    };
  },
});
