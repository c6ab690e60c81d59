import { derived } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import type { Figure, Outcome } from "../../finding";
import { anyOf, isDone } from "../../remedies";
import { acknowledge, defineRule, stated } from "../../rule";
import { bossesMm, packIn, roomOf, spreadOf } from "./frameRoom";
import { type Battery, packs, shortBy } from "./pack";

export const batterySlide = defineRule<Battery>({
  id: "battery/slide",
  title: "Battery slides out",
  why: "A pack that goes in before the cradle and never comes out again is charged on the pavement.",
  basis: [derived("pack's sweep against the taped frame")],
  key: () => "pack",
  place: () => "battery",
  subjects: (build) => packs(build).filter((pack) => pack.spec.mount === "down tube" && build.donor.triangleBy?.value !== "none"),
  needs: () => ["triangleBy"],
  check(battery, survey, build): Outcome {
    const slideMm = stated(battery, battery.spec.slideMm, "how far it slides to come out");
    const figures: Figure[] = [{ label: "slides", value: slideMm, unit: "mm" }];
    if (slideMm === 0) return { verdict: "clear", says: "It lifts out and needs no slide.", figures };
    const room = roomOf(survey);
    if (typeof room === "string") return { verdict: "measure", says: room, figures, settle: ["downTubeMm"] };
    const answer = packIn(room, battery, bossesMm(survey), slideMm);
    const spread = () => spreadOf("slide", room, battery, survey, slideMm);
    if (answer.fits) {
      const { plusMinus, settle } = spread();
      return {
        verdict: "clear",
        says: `It slides ${formatNumber(slideMm, 0)} mm free of head and top tube.`,
        figures,
        margin: { value: answer.toMm! - answer.fromMm!, unit: "mm", plusMinus },
        settle,
      };
    }
    if (isDone(build, "pack lifts")) return { verdict: "clear", says: "Its cradle lets it lift out sideways.", figures };
    return {
      verdict: "adapt",
      says: `It is ${answer.shortMm === null ? "" : `${formatNumber(answer.shortMm, 0)} mm `}short of room to slide ${formatNumber(slideMm, 0)} mm out.`,
      figures,
      ...(answer.shortMm !== null && { margin: shortBy(answer.shortMm, spread) }),
      get settle() {
        return spread().settle;
      },
      remedies: [
        ...anyOf(build, "battery-mount", {
          title: "Cradle that lets it out sideways",
          says: "clamp band or side-release cradle",
          will: (spec) => spec.style === "clamp band",
          most: 1,
          tasks: ["cradle"],
          flag: "pack lifts",
        }),
        acknowledge("battery/slide pack", "charged on the bike; taken out with the cradle by the shop"),
      ],
    };
  },
});
