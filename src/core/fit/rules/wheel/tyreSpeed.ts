import { PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import { type Motor, needBest } from "../../build";
import { bought } from "../../remedies";
import { acknowledge, asked, defineRule } from "../../rule";
import { ENDS, firstMotor } from "../subjects";
import { knownRimSizeAt } from "./rimAt";
import { tyrePartAt } from "./tyreAt";
import { againstTyre } from "./tyreGoes";

export const tyreSpeed = defineRule<Motor>({
  id: "wheel/tyre-speed",
  title: "Tyres for the speed",
  why: "A tyre has a speed and a load that it is made for.",
  basis: [PRACTICE],
  subjects: (build) => ((build.asked.assistKmh ?? 0) > 25 ? firstMotor(build) : []),
  key: () => "bike",
  place: () => "rear wheel",
  needs: () => ["tyreAge"],
  check(_motor, survey, build) {
    const speed = asked(build, "assistKmh");
    const figures = [
      { label: "assist ends at", value: speed, unit: "km/h" },
      { label: "age of the tyres", value: survey.number("tyreAge").value, unit: "years" },
    ];
    // Each wheel by itself: one rated tyre does not make the other one so.
    const unrated = ENDS.filter((end) => (tyrePartAt(end, build)?.spec.ratedKmh ?? 0) < speed);
    if (unrated.length === 0)
      return {
        verdict: "clear",
        says: `${ENDS.map((end) => tyrePartAt(end, build)!.name).join(" and ")} are rated for ${formatNumber(speed, 0)} km/h or more.`,
        figures,
      };
    return {
      verdict: "adapt",
      says: `Nothing says that the ${unrated.length === 2 ? "tyres are" : `${unrated[0]} tyre is`} made for ${formatNumber(speed, 0)} km/h.`,
      figures,
      remedies: [
        bought(
          "rated-tyres",
          "Tyres rated for it",
          `marked for ${formatNumber(speed, 0)} km/h or more, ${unrated.join(" and ")}`,
          unrated.map((end) => {
            const size = knownRimSizeAt(end, build);
            return needBest(
              build,
              "tyre",
              1,
              `tyre for ${size ?? "?"}, ${formatNumber(speed, 0)} km/h`,
              (spec) => spec.beadSeatMm === size && (spec.ratedKmh ?? 0) >= speed,
              (spec) => againstTyre(spec, end, build),
            );
          }),
          ["moveTyre"],
        ),
        acknowledge("wheel/tyre-speed bike", "the marking on the tyre was read and covers the speed"),
      ],
    };
  },
});
