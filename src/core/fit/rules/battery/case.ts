import { PRACTICE } from "../../../basis";
import { bought, consumable, isDone } from "../../remedies";
import { defineRule } from "../../rule";
import { type Battery, perPack } from "./pack";

const CASED = "pack cased";

export const batteryCase = defineRule<Battery>({
  ...perPack,
  id: "battery/case",
  title: "The pack's case",
  why: "Cells in a soft pouch are crushed by a strap, a fall or a stone; then they burn.",
  basis: [PRACTICE],
  needs: () => [],
  check(battery, _survey, build) {
    const figures = [{ label: "case", value: battery.spec.hardCase ? "hard" : "soft pouch" }];
    if (battery.spec.hardCase || isDone(build, CASED))
      return { verdict: "clear", says: battery.spec.hardCase ? "In a hard case." : "In a hard enclosure of its own.", figures };
    return {
      verdict: "adapt",
      safety: true,
      says: "A soft pouch: nothing keeps a strap or a stone from its cells.",
      figures,
      remedies: [
        bought(
          "enclosure",
          "A hard enclosure",
          "vented, padded, bolted to the bike; the pouch is never strapped bare",
          [consumable(build, "hard battery enclosure", 1)],
          ["cradle"],
          CASED,
        ),
      ],
      caution: "packFire",
    };
  },
});
