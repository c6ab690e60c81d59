import { PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import type { Outcome } from "../../finding";
import { judge } from "../../judge";
import { acknowledge, asked, defineRule, stated } from "../../rule";
import { type Battery, packs } from "./pack";

export const rackLoad = defineRule<Battery>({
  id: "battery/rack-load",
  title: "Pack and load on the rack",
  why: "A rack's limit counts the pack too; an overloaded rack breaks at its foot, on the wheel.",
  basis: [PRACTICE],
  key: () => "rack",
  place: () => "battery",
  // Where there is no rack the pack has no place: that is refused, and no limit is asked for.
  subjects: (build) =>
    ["rack", undefined].includes(build.donor.otherBay?.value as string | undefined)
      ? packs(build).filter((pack) => pack.spec.mount === "rack")
      : [],
  needs: () => ["otherBay"],
  check(battery, survey, build): Outcome {
    const limit = survey.number("rackLimitKg");
    const massKg = stated(battery, battery.massKg, "its mass");
    const loadKg = asked(build, "loadKg");
    return judge({
      room: limit.value - massKg - loadKg,
      unit: "kg",
      plusMinus: limit.plusMinus,
      figures: [
        { label: "rack", value: limit.value, unit: "kg" },
        { label: "pack", value: massKg, unit: "kg" },
        { label: "customer's load", value: loadKg, unit: "kg" },
      ],
      settle: ["rackLimitKg"],
      caution: "overload",
      clear: `${formatNumber(massKg + loadKg, 1)} kg of the ${formatNumber(limit.value, 0)} that the rack takes.`,
      short: () => ({
        verdict: massKg > limit.value ? "stop" : "adapt",
        safety: true,
        says: `Pack and load are ${formatNumber(massKg + loadKg, 1)} kg, the rack takes ${formatNumber(limit.value, 0)}.`,
        lifts: "a stronger rack, or a pack in the frame",
        remedies:
          massKg > limit.value
            ? []
            : [
                acknowledge(
                  "battery/rack-load rack",
                  `no more than ${formatNumber(limit.value - massKg, 0)} kg of load on the rack, marked on it`,
                ),
              ],
      }),
    });
  },
});
