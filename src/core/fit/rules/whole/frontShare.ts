import { derived, PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import { batteryOf, type Build, type Motor, motorsOf } from "../../build";
import type { Outcome } from "../../finding";
import { judge } from "../../judge";
import { leftOpen } from "../../leftOpen";
import { acknowledge, asked, defineRule, type Survey } from "../../rule";
import { onceABike } from "../subjects";

/** Share of the load on the front wheel under which steering goes light (common practice). */
const FRONT_PERCENT = 32;

/** Where masses sit along the wheelbase, from the rear axle as a share of it (from memory: common upright bikes). */
const AT = { rider: 0.4, bike: 0.48, rack: -0.05, load: 0.0, crank: 0.42, frame: 0.6 };

/** Share of the whole that stands on the front wheel, %, and the whole, kg. */
function shareOf(survey: Survey, build: Build) {
  const battery = batteryOf(build);
  const pieces = [
    { kg: asked(build, "riderKg"), at: AT.rider },
    { kg: survey.number("bikeMassKg").value, at: AT.bike },
    { kg: build.asked.loadKg ?? 0, at: AT.load },
    { kg: battery?.massKg ?? 0, at: battery?.spec.mount === "rack" || battery?.spec.mount === "box" ? AT.rack : AT.frame },
    ...motorsOf(build).map((motor) => ({
      kg: motor.massKg ?? 0,
      at: motor.kind === "hub-motor" ? (motor.spec.end === "front" ? 1 : 0) : AT.crank,
    })),
  ];
  const total = pieces.reduce((sum, piece) => sum + piece.kg, 0);
  return { total, percent: (pieces.reduce((sum, piece) => sum + piece.kg * piece.at, 0) / total) * 100 };
}

export const massPlace = defineRule<Motor>({
  ...onceABike,
  id: "whole/front-share",
  title: "Weight on the front wheel",
  why: "A motor and a pack at the back make the front light: it wanders on the hill and shakes at speed.",
  basis: [derived("moments about the rear axle"), PRACTICE],
  place: () => "frame",
  needs: () => ["bikeMassKg"],
  check(_motor, survey, build): Outcome {
    const { percent, total } = shareOf(survey, build);
    return judge({
      room: percent - FRONT_PERCENT,
      unit: "%",
      plusMinus: leftOpen(survey, (s) => shareOf(s, build).percent),
      figures: [
        { label: "on the front wheel", value: percent, unit: "%" },
        { label: "wanted", value: FRONT_PERCENT, unit: "%" },
        { label: "laden", value: total, unit: "kg" },
      ],
      settle: ["bikeMassKg"],
      caution: "wobble",
      clear: `${formatNumber(percent, 0)} % of the weight stands on the front wheel.`,
      short: () => ({
        verdict: "adapt",
        says: `${formatNumber(percent, 0)} % of the weight stands on the front wheel, ${FRONT_PERCENT} is wanted.`,
        remedies: [
          acknowledge(
            "whole/front-share bike",
            "a pack in the frame or load in front is offered; the rider is told how it steers",
          ),
        ],
      }),
    });
  },
});
