import { PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import type { Outcome } from "../../finding";
import { judge } from "../../judge";
import { acknowledge, asked, defineRule, stated } from "../../rule";
import { type Battery, packs } from "./pack";

export const batteryCold = defineRule<Battery>({
  id: "battery/cold",
  title: "Pack in the cold",
  why: "A cold pack gives less and sags more; below freezing it must not be charged.",
  basis: [PRACTICE],
  key: () => "pack",
  place: () => "battery",
  subjects: (build) => (build.asked.coldestC === null ? [] : packs(build)),
  needs: () => [],
  check(battery, _survey, build): Outcome {
    const coldest = asked(build, "coldestC");
    const least = stated(battery, battery.spec.coldC, "how cold it may work");
    return judge({
      room: coldest - least,
      unit: "°C",
      figures: [
        { label: "coldest ride", value: coldest, unit: "°C" },
        { label: "pack works down to", value: least, unit: "°C" },
      ],
      caution: "cold",
      clear:
        coldest < 0
          ? `It works at ${formatNumber(coldest, 0)} °C with less range; it is charged indoors, warm.`
          : `${formatNumber(coldest, 0)} °C is within its range.`,
      short: () => ({
        verdict: "adapt",
        says: `It works down to ${formatNumber(least, 0)} °C and is to be ridden at ${formatNumber(coldest, 0)}.`,
        remedies: [acknowledge("battery/cold pack", "kept indoors, carried out warm, not ridden below its limit")],
      }),
    });
  },
});
