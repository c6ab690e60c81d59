import { PRACTICE, standard } from "../../basis";
import { spokeLength } from "../../wheel/spokeLength";
import { BEAD_SEAT_NAMES } from "../../donor/items";
import { formatNumber } from "../../units/formatQuantity";
import { partsOf, type Build, type HubMotor } from "../build";
import type { Outcome, Remedy } from "../finding";
import { acknowledge, defineRule } from "../rule";
import { endKey, endKeys, hubMotors } from "./subjects";

const sizeName = (mm: number) => `${mm}${BEAD_SEAT_NAMES[mm] ? ` (${BEAD_SEAT_NAMES[mm]})` : ""}`;

export const wheelSize = defineRule<HubMotor>({
  id: "wheel/size",
  title: "Wheel size of the motor",
  why: "A motor that comes laced brings its rim: the brake, the tyre and the frame were made for another, perhaps.",
  basis: [standard("ISO 5775"), PRACTICE],
  subjects: hubMotors,
  key: endKey,
  place: (motor) => (motor.spec.end === "front" ? "front wheel" : "rear wheel"),
  needs: (motor) => [endKeys(motor).beadSeat, endKeys(motor).brake],
  check(motor, survey, build): Outcome {
    const keys = endKeys(motor);
    const donorMm = survey.number(keys.beadSeat).value;
    if (motor.spec.laced === null) return bare(motor, donorMm, build);
    const motorMm = motor.spec.laced.beadSeatMm;
    const figures = [
      { label: "bike", value: sizeName(donorMm), unit: "mm" },
      { label: "motor's rim", value: sizeName(motorMm), unit: "mm" },
    ];
    const margin = { value: -Math.abs(motorMm - donorMm), unit: "mm", plusMinus: 0 };
    if (motorMm === donorMm)
      return { verdict: "clear", says: `Laced in a ${sizeName(motorMm)} rim, as the bike.`, figures, margin };
    const brake = survey.choice(keys.brake);
    const says = `The motor's rim is ${motorMm}, the bike's ${donorMm}.`;
    if (brake === "rim linear" || brake === "rim calliper")
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

/** A bare motor is laced into a rim of the bike's size; spokes by the rim's and flange's geometry, two crosses on small flanges. */
function bare(motor: HubMotor, donorMm: number, build: Build): Outcome {
  const figures = [
    { label: "bike", value: sizeName(donorMm), unit: "mm" },
    { label: "motor", value: `bare, ${motor.spec.spokes} holes` },
  ];
  const rim = partsOf(build, "rim").find((part) => part.spec.beadSeatMm === donorMm && part.spec.holes === motor.spec.spokes);
  if (rim && build.geometry.flags.has(`laced ${motor.spec.end}`))
    return { verdict: "clear", says: `Laced in house into ${rim.name}.`, figures };
  const found = build.catalogue
    .distinct("rim")
    .find((part) => part.spec.beadSeatMm === donorMm && part.spec.holes === motor.spec.spokes);
  if (!found)
    return {
      verdict: "stop",
      says: `The motor comes bare, and no ${motor.spec.spokes}-hole rim of ${donorMm} is in the catalogue.`,
      figures,
      lifts: `a ${donorMm} rim with ${motor.spec.spokes} holes, or the motor laced in one`,
    };
  const share = motor.spec.flangePcdMm / found.spec.erdMm;
  const crosses = share < 0.12 ? 3 : share < 0.2 ? 2 : share < 0.45 ? 1 : 0;
  const { lengthMm } = spokeLength({ ...motor.spec, erdMm: found.spec.erdMm, crosses });
  const wantedMm = Math.round(lengthMm);
  const spoke = build.catalogue
    .distinct("spoke")
    .find(
      ({ spec }) =>
        spec.lengthMm - lengthMm <= 1 && spec.lengthMm - lengthMm >= -2 && motor.spec.spokeHoleMm - spec.diameterMm >= 0.2,
    );
  const lace: Remedy = {
    id: `lace-${found.id}`,
    title: `Lace into ${found.name}`,
    says: `${motor.spec.spokes} spokes of ${wantedMm} mm, crossed ${crosses}, and two spare`,
    parts: [
      { kind: "rim", partId: found.id, quantity: 1, says: found.name },
      { kind: "spoke", partId: spoke?.id ?? null, quantity: motor.spec.spokes + 2, says: `spokes of ${wantedMm} mm` },
    ],
    tasks: ["laceWheel"],
    effect: { flags: [`laced ${motor.spec.end}`] },
    caution: "tension",
  };
  return {
    verdict: "adapt",
    says: "The motor comes bare and is laced in house.",
    figures: [...figures, { label: "spoke length", value: lengthMm, unit: "mm" }],
    remedies: [lace],
  };
}
