import type { PartOf } from "../../../parts/part";
import { batteryOf, type Build, motorsOf } from "../../build";
import type { Margin } from "../../finding";
import type { Spread } from "./frameRoom";

export type Battery = PartOf<"battery">;

export const packs = (build: Build) => (batteryOf(build) && motorsOf(build).length > 0 ? [batteryOf(build)!] : []);

/** What the rules on the pack speak of, once there is a motor. */
export const perPack = { subjects: packs, key: () => "pack", place: () => "battery" as const };

/** A margin whose uncertainty is worked out when it is looked at: what would clear it asks a thousand times, and only for clear ones. */
export const shortBy = (mm: number, spread: () => Spread): Margin => ({
  value: -mm,
  unit: "mm",
  get plusMinus() {
    return spread().plusMinus;
  },
});
