import { PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import { type Motor, needBest, partsOf } from "../../build";
import { bought } from "../../remedies";
import { acknowledge, asked, defineRule } from "../../rule";
import { ENDS, firstMotor, keysOfEnd } from "../subjects";
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
    const rated = partsOf(build, "tyre").filter((part) => (part.spec.ratedKmh ?? 0) >= speed);
    const figures = [
      { label: "assist ends at", value: speed, unit: "km/h" },
      { label: "age of the tyres", value: survey.number("tyreAge").value, unit: "years" },
    ];
    if (rated.length > 0)
      return { verdict: "clear", says: `${rated[0]!.name} is rated for ${rated[0]!.spec.ratedKmh} km/h.`, figures };
    return {
      verdict: "adapt",
      says: `Nothing says that the tyres are made for ${formatNumber(speed, 0)} km/h.`,
      figures,
      remedies: [
        bought(
          "rated-tyres",
          "Tyres rated for it",
          `marked for ${formatNumber(speed, 0)} km/h or more, front and rear`,
          ENDS.map((end) => {
            const size = build.donor[keysOfEnd(end).beadSeat]?.value;
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
