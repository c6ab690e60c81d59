import { PRACTICE } from "../../../basis";
import type { Figure, Outcome } from "../../finding";
import { acknowledge, defineRule, stated } from "../../rule";
import { type Battery, perPack } from "./pack";

export const batteryReach = defineRule<Battery>({
  ...perPack,
  id: "battery/reach",
  title: "Lock and charge port in reach",
  why: "A charge port against the seat tube or a lock behind the chain is found on the first evening.",
  basis: [PRACTICE],
  needs: () => [],
  check(battery): Outcome {
    const lock = stated(battery, battery.spec.lockSide, "on which side its lock is");
    const charge = stated(battery, battery.spec.chargeSide, "where its charge port is");
    const figures: Figure[] = [
      { label: "lock", value: lock },
      { label: "charge port", value: charge },
    ];
    if (charge === "end" && battery.spec.mount === "down tube")
      return {
        verdict: "adapt",
        says: "The charge port is at its end, where the frame closes: the pack comes out to be charged.",
        figures,
        remedies: [acknowledge("battery/reach pack", "the customer charges it off the bike")],
      };
    return {
      verdict: "clear",
      says: `Lock on the ${lock}, charge port ${charge === "top" ? "on top" : `on the ${charge}`}: both in reach.`,
      figures,
    };
  },
});
