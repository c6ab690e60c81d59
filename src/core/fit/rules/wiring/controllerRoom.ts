import { PRACTICE } from "../../../basis";
import { combined, type Measured } from "../../../donor/reading";
import type { PartOf } from "../../../parts/part";
import { formatNumber } from "../../../units/formatQuantity";
import { partsOf, suppliedOf } from "../../build";
import type { Outcome } from "../../finding";
import { judge } from "../../judge";
import { acknowledge, defineRule, stated } from "../../rule";

type Way = "long" | "wide" | "high";
const WAYS: readonly Way[] = ["long", "wide", "high"];
type SideOf = { readonly what: Way; readonly has: Measured; readonly wants: number };

const roomOf = ({ has, wants }: SideOf): number => has.value - wants;
const leastOf = ({ has, wants }: SideOf): number => has.value - has.plusMinus - wants;

/** What is wanted of the place, and the way that leaves the least. */
function laidIn(free: Readonly<Record<Way, Measured>>, wants: Readonly<Record<Way, number>>) {
  const sides = WAYS.map((what): SideOf => ({ what, has: free[what], wants: wants[what] }));
  return { sides, worst: sides.reduce((a, b) => (leastOf(b) < leastOf(a) ? b : a)) };
}

const sizeOf = (part: PartOf<"controller">): Record<Way, number> => ({
  long: stated(part, part.spec.lengthMm, "its length"),
  wide: stated(part, part.spec.widthMm, "its width"),
  high: stated(part, part.spec.heightMm, "its height"),
});

/** Whether several go in one place, beside or upon one another whichever way. */
function goTogether(free: Readonly<Record<Way, Measured>>, sizes: readonly Record<Way, number>[]): boolean {
  const most = (way: Way) => Math.max(...sizes.map((size) => size[way]));
  const sum = (way: Way) => sizes.reduce((mm, size) => mm + size[way], 0);
  return WAYS.some((along) =>
    WAYS.every((way) => leastOf({ what: way, has: free[way], wants: way === along ? sum(way) : most(way) }) >= 0),
  );
}

export const controllerRoom = defineRule<PartOf<"controller">>({
  id: "wiring/controller-room",
  title: "Place for the controller",
  why: "A controller without a place ends in a bag in the spray, its leads upwards, and cooks or drowns.",
  basis: [PRACTICE],
  subjects: (build) => partsOf(build, "controller").slice(0, 1),
  key: () => "controller",
  place: () => "wiring",
  needs: () => ["controllerPlace", "controllerLengthMm", "controllerWidthMm", "controllerHeightMm"],
  check(_controller, survey, build): Outcome {
    const place = survey.choice("controllerPlace");
    const free = {
      long: survey.number("controllerLengthMm"),
      wide: survey.number("controllerWidthMm"),
      high: survey.number("controllerHeightMm"),
    };
    const sizes = suppliedOf(build, "controller").flatMap(({ part, quantity }) =>
      Array.from({ length: quantity }, () => sizeOf(part)),
    );
    // Each must go in by itself: the one that is the tightest decides.
    const { sides, worst } = sizes
      .map((size) => laidIn(free, size))
      .reduce((a, b) => (leastOf(b.worst) < leastOf(a.worst) ? b : a));
    if (sizes.length > 1 && leastOf(worst) >= 0 && !goTogether(free, sizes))
      return {
        verdict: "adapt",
        says: `${sizes.length} controllers, and the place that was measured takes one of them.`,
        figures: [
          { label: "place", value: place },
          { label: "free there", value: WAYS.map((way) => formatNumber(free[way].value, 0)).join(" × "), unit: "mm" },
        ],
        remedies: [
          acknowledge(
            "wiring/controller-room controller",
            "the other has a place of its own, looked at as the first was: room, air, water, its leads downwards",
            "leads",
          ),
        ],
      };
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
