import { PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import { needBest } from "../../build";
import { bought } from "../../remedies";
import { acknowledge, asked, defineRule } from "../../rule";
import { type End, ENDS, hasMotor, wheelPlace } from "../subjects";
import { knownRimSizeAt } from "./rimAt";
import { tyrePartAt } from "./tyreAt";
import { againstTyre } from "./tyreGoes";

export const tyreSpeed = defineRule<End>({
  id: "wheel/tyre-speed",
  title: (end) => `Tyre for the speed, ${end}`,
  why: "A tyre has a speed and a load that it is made for.",
  basis: [PRACTICE],
  // Each wheel by itself: one rated tyre does not make the other one so.
  subjects: (build) => ((build.asked.assistKmh ?? 0) > 25 && hasMotor(build) ? ENDS : []),
  key: (end) => end,
  place: wheelPlace,
  needs: () => ["tyreAge"],
  check(end, survey, build) {
    const speed = asked(build, "assistKmh");
    const tyre = tyrePartAt(end, build);
    const figures = [
      { label: "assist ends at", value: speed, unit: "km/h" },
      { label: "age of the tyres", value: survey.number("tyreAge").value, unit: "years" },
    ];
    if (tyre && (tyre.spec.ratedKmh ?? 0) >= speed)
      return { verdict: "clear", says: `${tyre.name} is rated for ${tyre.spec.ratedKmh} km/h.`, figures };
    const size = knownRimSizeAt(end, build);
    return {
      verdict: "adapt",
      says: `Nothing says that the ${end} tyre is made for ${formatNumber(speed, 0)} km/h.`,
      figures,
      remedies: [
        bought(
          "rated-tyre",
          "Tyre rated for it",
          `marked for ${formatNumber(speed, 0)} km/h or more`,
          [
            needBest(
              build,
              "tyre",
              1,
              `tyre for ${size ?? "?"}, ${formatNumber(speed, 0)} km/h`,
              (spec) => spec.beadSeatMm === size && (spec.ratedKmh ?? 0) >= speed,
              (spec) => againstTyre(spec, end, build),
            ),
          ],
          ["moveTyre"],
        ),
        acknowledge(`wheel/tyre-speed ${end}`, "the marking on the tyre was read and covers the speed"),
      ],
    };
  },
});
