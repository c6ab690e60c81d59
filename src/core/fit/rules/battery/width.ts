import { PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import type { Outcome } from "../../finding";
import { judge } from "../../judge";
import { defineRule } from "../../rule";
import { type Battery, packs } from "./pack";

/** Free on each side of a pack beside the cranks, and the width that knees still pass, mm (common practice). */
const CRANK_ROOM_MM = 8;

const KNEES_MM = 120;

export const batteryWidth = defineRule<Battery>({
  id: "battery/width",
  title: "Pack between cranks and knees",
  why: "A wide pack meets the crank arms, or the rider's knees on every turn.",
  basis: [PRACTICE],
  key: () => "pack",
  place: () => "battery",
  subjects: (build) => packs(build).filter((pack) => pack.spec.mount === "down tube"),
  needs: () => ["crankRoomMm"],
  check(battery, survey): Outcome {
    const between = survey.number("crankRoomMm");
    const free = (between.value - battery.spec.widthMm) / 2 - CRANK_ROOM_MM;
    const knees = KNEES_MM - battery.spec.widthMm;
    return judge({
      room: Math.min(free, knees),
      unit: "mm",
      plusMinus: free < knees ? between.plusMinus / 2 : 0,
      figures: [
        { label: "pack", value: battery.spec.widthMm, unit: "mm" },
        { label: "between the cranks", value: between.value, unit: "mm", plusMinus: between.plusMinus },
        { label: "knees pass", value: KNEES_MM, unit: "mm" },
      ],
      settle: ["crankRoomMm"],
      clear: `${formatNumber(battery.spec.widthMm, 0)} mm wide between cranks ${formatNumber(between.value, 0)} apart.`,
      short: () => ({
        verdict: "stop",
        says:
          free < knees
            ? "The cranks would meet the pack."
            : `At ${formatNumber(battery.spec.widthMm, 0)} mm the rider's knees meet it.`,
        lifts: `a pack of ${formatNumber(Math.min(between.value - 2 * CRANK_ROOM_MM, KNEES_MM), 0)} mm or less, or one on a rack`,
      }),
    });
  },
});
