import { handbook, PRACTICE } from "../../../basis";
import { atLeast, atMost } from "../../../units/atLeast";
import { formatNumber } from "../../../units/formatQuantity";
import { type Build, type HubMotor, needPart } from "../../build";
import { bought } from "../../remedies";
import type { Outcome } from "../../finding";
import { defineRule, type Survey } from "../../rule";
import { countAt, suppliedAt } from "../perEnd";
import { endKeys, hubMotors, wheelPlace } from "../subjects";
import { crossingsOf, gaugeFor, HEAD } from "./lacing";
import { rimPartAt } from "./rimAt";
import { ENDS_MM, spokeGoes } from "./spokeEnds";

type Side = { motor: HubMotor; side: "left" | "right" };

/** The rim's effective diameter that a bare motor is laced to, mm, as far as anybody knows it. */
export function erdOf(motor: HubMotor, survey: Survey, build: Build): number {
  return rimPartAt(motor.spec.end, build)?.spec.erdMm ?? survey.number(endKeys(motor).rimErd).value;
}

export const spokes = defineRule<Side>({
  id: "wheel/spokes",
  title: ({ motor, side }) => `Spokes on the ${side} of the ${motor.spec.end} motor`,
  why: "A spoke too long grinds its nipple's bottom, one too short strips it; both come loose under a motor.",
  basis: [handbook("Brandt, The Bicycle Wheel (1981)"), PRACTICE],
  subjects: (build) =>
    hubMotors(build).flatMap((motor) =>
      motor.spec.laced === null && countAt(build, "spoke", motor.spec.end) > 0
        ? (["left", "right"] as const).map((side) => ({ motor, side }))
        : [],
    ),
  key: ({ motor, side }) => `${motor.spec.end} ${side}`,
  place: ({ motor }) => wheelPlace(motor.spec.end),
  needs: () => [],
  check({ motor, side }, survey, build): Outcome {
    const { end } = motor.spec;
    const table = crossingsOf(motor, erdOf(motor, survey, build), build);
    const option = table.options[table.recommended]!;
    const wantMm = side === "left" ? option.leftMm : option.rightMm;
    const roomOf = (mm: number) => Math.min(wantMm + ENDS_MM.long - mm, mm - (wantMm - ENDS_MM.short));
    const best = suppliedAt(build, "spoke", end).reduce((a, b) =>
      roomOf(b.part.spec.lengthMm) > roomOf(a.part.spec.lengthMm) ? b : a,
    ).part;
    const gaugeMm = gaugeFor(motor.spec.ratedW);
    const overMm = Math.round((motor.spec.spokeHoleMm - best.spec.diameterMm) * 100) / 100;
    const washers = countAt(build, "washer", end, (spec) => spec.use === "spoke head") > 0;
    const figures = [
      { label: "wanted", value: wantMm, unit: "mm" },
      { label: "crosses", value: option.crosses },
      { label: best.name, value: best.spec.lengthMm, unit: "mm" },
      { label: "its diameter", value: best.spec.diameterMm, unit: "mm" },
      { label: "hole over the spoke", value: overMm, unit: "mm" },
    ];
    const room = roomOf(best.spec.lengthMm);
    const buy = () =>
      bought(
        `spokes-${side}`,
        `Spokes for the ${side}`,
        `${formatNumber(wantMm, 1)} mm, ${gaugeMm} mm thick; an end is never ground`,
        [
          needPart(
            build,
            "spoke",
            motor.spec.spokes / 2 + build.house.spareSpokes,
            `spokes of ${formatNumber(wantMm, 1)} mm (−2 to +1), ${gaugeMm} mm, ${side}`,
            (spec) => spokeGoes(spec.lengthMm, wantMm) && spec.diameterMm >= gaugeMm - 0.05,
          ),
        ],
        ["laceWheel"],
      );
    if (!atLeast(room, 0))
      return {
        verdict: "adapt",
        says: `${formatNumber(best.spec.lengthMm, 0)} mm where ${formatNumber(wantMm, 1)} are wanted: the end is ${best.spec.lengthMm > wantMm ? "too long for" : "too short in"} its nipple.`,
        figures,
        margin: { value: room, unit: "mm", plusMinus: 0 },
        remedies: [buy()],
        caution: "tension",
      };
    if (best.spec.diameterMm < gaugeMm - 0.05)
      return {
        verdict: "adapt",
        says: `${formatNumber(best.spec.diameterMm, 1)} mm spokes under ${motor.spec.ratedW} W: ${gaugeMm} mm are wanted, plain or stepped at the head.`,
        figures,
        margin: { value: best.spec.diameterMm - gaugeMm, unit: "mm", plusMinus: 0 },
        remedies: [buy()],
        caution: "tension",
      };
    if (!washers && !atMost(overMm, HEAD.overMm))
      return {
        verdict: "adapt",
        says: `The holes are ${formatNumber(overMm, 2)} mm wider than the spoke: its head pulls in.`,
        figures,
        margin: { value: HEAD.overMm - overMm, unit: "mm", plusMinus: 0 },
        remedies: [
          bought(
            "head-washers",
            "Washers under the heads",
            "brass, one a spoke",
            [needPart(build, "washer", motor.spec.spokes, "washers under the spoke heads", (spec) => spec.use === "spoke head")],
            ["laceWheel"],
          ),
        ],
      };
    return {
      verdict: "clear",
      says: `${best.name}: ${formatNumber(wantMm, 1)} mm wanted, crossed ${option.crosses}.`,
      figures,
      margin: { value: room, unit: "mm", plusMinus: 0 },
    };
  },
});
