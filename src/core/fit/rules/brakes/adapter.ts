import { PRACTICE } from "../../../basis";
import type { Spec } from "../../../parts/specs";
import { formatNumber } from "../../../units/formatQuantity";
import { effectOf, motorsOf, needPart } from "../../build";
import type { Outcome } from "../../finding";
import { anyOf, bought, isDone } from "../../remedies";
import { defineRule, type Survey } from "../../rule";
import { lastAt } from "../perEnd";
import { brakePlace, type End, ENDS, keysOfEnd } from "../subjects";
import { brakeIn, keepsRotor, rotorAt } from "./brakeAt";

/** Tabs are made for one rotor in front and one behind, mm (common practice). */
const TABS_BASE_MM = { front: 160, rear: 140 };

/** Rotors that differ by no more are one size, and a calliper is lifted by washers up to so much, mm. */
export const ROTOR_SAME_MM = 1;
const WASHERS_MM = 2;

/** The rotor that a calliper's mount takes without an adapter, mm. */
export const mountBaseMm = (end: End, survey: Survey): number =>
  survey.choice(keysOfEnd(end).brakeMount) === "tabs" ? TABS_BASE_MM[end] : survey.number(keysOfEnd(end).mountBase).value;

/** Whether an adapter is for this mount and lifts from its own rotor to the new one. */
export const adapterLifts = (
  spec: Spec<"calliper-adapter">,
  mount: Spec<"calliper-adapter">["mount"],
  baseMm: number,
  newMm: number,
): boolean =>
  spec.mount === mount && Math.abs(spec.baseMm - baseMm) <= ROTOR_SAME_MM && Math.abs(spec.newMm - newMm) <= ROTOR_SAME_MM;

export const adapterLift = defineRule<End>({
  id: "brakes/adapter",
  title: (end) => `Calliper over the new rotor, ${end}`,
  why: "A larger rotor wants its calliper higher by half the difference, by an adapter for its mount.",
  basis: [PRACTICE],
  subjects: (build) =>
    motorsOf(build).length === 0
      ? []
      : ENDS.filter(
          (end) =>
            brakeIn(end, build) === "disc" &&
            (effectOf(build, keysOfEnd(end).rotorEffect, 0) > 0 || lastAt(build, "rotor", end) !== undefined),
        ),
  key: (end) => end,
  place: brakePlace,
  needs: (end) => [keysOfEnd(end).brakeMount],
  check(end, survey, build): Outcome {
    const keys = keysOfEnd(end);
    // The calliper that goes on where none was has no adapter yet, and stands as its mount is made.
    const told = keepsRotor(end, build) ? survey.number(keys.rotor) : null;
    const now = told?.value ?? null;
    const newMm = rotorAt(end, survey, build);
    const mount = survey.choice(keys.brakeMount);
    // What somebody said it is may be the next size, which wants another adapter or none.
    const base = mount === "tabs" ? null : survey.number(keys.mountBase);
    const open = [
      { key: keys.rotor, reading: told },
      { key: keys.mountBase, reading: base },
    ].flatMap(({ key, reading }) => (reading && reading.plusMinus > ROTOR_SAME_MM ? [key] : []));
    if (open.length > 0)
      return {
        verdict: "measure",
        says: "The rotor that is on, or the one that the mount is made for, was only told: read it there.",
        figures: [{ label: "rotor then", value: newMm, unit: "mm" }],
        settle: open,
      };
    // A rotor of the old size sits under the calliper as the old one did, on whatever adapter that has.
    if (now !== null && Math.abs(newMm - now) <= ROTOR_SAME_MM)
      return {
        verdict: "clear",
        says: "Same size as now: the calliper stays where it is.",
        figures: [{ label: "rotor", value: newMm, unit: "mm" }],
      };
    const baseMm = mountBaseMm(end, survey);
    const lift = (newMm - baseMm) / 2;
    const figures = [
      { label: "mount's own rotor", value: baseMm, unit: "mm" },
      ...(now === null ? [] : [{ label: "rotor now", value: now, unit: "mm" }]),
      { label: "rotor then", value: newMm, unit: "mm" },
      { label: "calliper rises", value: lift, unit: "mm" },
      { label: "mount", value: mount },
    ];
    if (lift < -ROTOR_SAME_MM)
      return {
        verdict: "stop",
        safety: true,
        says: `A ${formatNumber(newMm, 0)} rotor on a mount for ${formatNumber(baseMm, 0)}: the pads stand over its edge.`,
        figures,
        lifts: `a rotor of ${formatNumber(baseMm, 0)} or more, as far as the maker allows`,
        caution: "brakes",
      };
    if (lift <= ROTOR_SAME_MM / 2) return { verdict: "clear", says: "The mount's own size: no adapter.", figures };
    const goes = (spec: Spec<"calliper-adapter">) => adapterLifts(spec, mount, baseMm, newMm);
    const has = lastAt(build, "calliper-adapter", end, goes);
    if (has) return { verdict: "clear", says: `${has.name} lifts it ${formatNumber(lift, 1)} mm.`, figures };
    if (mount === "flat" && newMm > 180)
      return {
        verdict: "stop",
        says: `A flat mount takes no ${newMm} rotor.`,
        figures,
        lifts: "the mount maker's own adapter, to 180",
      };
    const washers = `washers under the calliper ${end}`;
    if (isDone(build, washers) && lift <= WASHERS_MM)
      return { verdict: "clear", says: `Washers of ${formatNumber(lift, 1)} mm lift it.`, figures };
    if (lift <= WASHERS_MM)
      return {
        verdict: "adapt",
        safety: true,
        says: `The calliper must rise ${formatNumber(lift, 1)} mm.`,
        figures,
        caution: "brakes",
        remedies: [
          bought(
            "calliper-washers",
            `Washers of ${formatNumber(lift, 1)} mm under the calliper`,
            "alike under both bolts, which keep ten millimetres of thread",
            [needPart(build, "washer", 2, `calliper shim, ${formatNumber(lift, 1)} mm`, (spec) => spec.use === "calliper shim")],
            ["brakeUpgrade"],
            washers,
          ),
        ],
      };
    return {
      verdict: "adapt",
      safety: true,
      says: `The calliper must rise ${formatNumber(lift, 1)} mm.`,
      figures,
      caution: "brakes",
      remedies: anyOf(build, "calliper-adapter", {
        title: "Calliper adapter",
        says: `${mount} mount, ${formatNumber(baseMm, 0)} to ${newMm}`,
        tasks: ["brakeUpgrade"],
        will: goes,
        most: 1,
      }),
    };
  },
});
