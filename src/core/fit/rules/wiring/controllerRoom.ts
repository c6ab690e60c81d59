import { PRACTICE } from "../../../basis";
import { combined } from "../../../donor/reading";
import type { PartOf } from "../../../parts/part";
import { formatNumber } from "../../../units/formatQuantity";
import { partsOf } from "../../build";
import { judge } from "../../judge";
import { defineRule, stated } from "../../rule";

export const controllerRoom = defineRule<PartOf<"controller">>({
  id: "wiring/controller-room",
  title: "Place for the controller",
  why: "A controller without a place ends in a bag in the spray, its leads upwards, and cooks or drowns.",
  basis: [PRACTICE],
  subjects: (build) => partsOf(build, "controller").slice(0, 1),
  key: () => "controller",
  place: () => "wiring",
  needs: () => ["controllerPlace", "controllerLengthMm", "controllerWidthMm", "controllerHeightMm"],
  check(controller, survey) {
    const place = survey.choice("controllerPlace");
    const sides = [
      {
        what: "long",
        has: survey.number("controllerLengthMm"),
        wants: stated(controller, controller.spec.lengthMm, "its length"),
      },
      { what: "wide", has: survey.number("controllerWidthMm"), wants: stated(controller, controller.spec.widthMm, "its width") },
      {
        what: "high",
        has: survey.number("controllerHeightMm"),
        wants: stated(controller, controller.spec.heightMm, "its height"),
      },
    ];
    const roomOf = ({ has, wants }: (typeof sides)[number]) => has.value - wants;
    const worst = sides.reduce((a, b) => (roomOf(b) - b.has.plusMinus < roomOf(a) - a.has.plusMinus ? b : a));
    return judge({
      room: roomOf(worst),
      unit: "mm",
      plusMinus: combined(worst.has.plusMinus),
      figures: [
        { label: "place", value: place },
        { label: "free there", value: sides.map((side) => formatNumber(side.has.value, 0)).join(" × "), unit: "mm" },
        { label: "controller", value: sides.map((side) => formatNumber(side.wants, 0)).join(" × "), unit: "mm" },
      ],
      settle: ["controllerLengthMm", "controllerWidthMm", "controllerHeightMm"],
      clear: `${formatNumber(roomOf(worst), 0)} mm to spare there; air round it, its leads leave downwards with a drip loop.`,
      short: () => ({
        verdict: "stop",
        says: `It is ${formatNumber(-roomOf(worst), 0)} mm too ${worst.what} for the place that was measured.`,
        lifts: "another place on the bike, measured and entered in the survey, or a smaller controller; its lid is never cut",
      }),
    });
  },
});
