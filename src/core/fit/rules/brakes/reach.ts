import { PRACTICE } from "../../../basis";
import { CALLIPER_REACH_MM } from "../../../standards/brakes";
import { formatNumber } from "../../../units/formatQuantity";
import { type Build, motorsOf } from "../../build";
import { judge } from "../../judge";
import { anyOf } from "../../remedies";
import { defineRule, type Survey } from "../../rule";
import { lastAt } from "../perEnd";
import { brakePlace, type End, ENDS, keysOfEnd } from "../subjects";
import { rimSizeAt } from "../wheel/rimAt";
import { brakeIn } from "./brakeAt";

const LONGEST_MM = Math.max(...CALLIPER_REACH_MM.map((row) => row.to));

/** Bolt to pads with the rim that will be there, mm: half of what the rim is smaller adds to the reach. */
function reachThen(end: End, survey: Survey, build: Build) {
  const reach = survey.number(keysOfEnd(end).reach);
  const donorMm = survey.number(keysOfEnd(end).beadSeat).value;
  return { now: reach, mm: reach.value + (donorMm - rimSizeAt(end, survey, build)) / 2 };
}

export const brakeReach = defineRule<End>({
  id: "brakes/reach",
  title: (end) => `Calliper's reach, ${end}`,
  why: "Pads that stand above or below the rim's face cut the tyre or dive into the spokes.",
  basis: [PRACTICE],
  subjects: (build) => (motorsOf(build).length === 0 ? [] : ENDS.filter((end) => brakeIn(end, build) === "rim calliper")),
  key: (end) => end,
  place: brakePlace,
  needs: (end) => [keysOfEnd(end).beadSeat],
  check(end, survey, build) {
    const calliper = lastAt(build, "brake", end, (spec) => spec.style === "rim calliper");
    const donorMm = survey.number(keysOfEnd(end).beadSeat).value;
    const rimMm = rimSizeAt(end, survey, build);
    if (!calliper && rimMm === donorMm)
      return {
        verdict: "clear",
        says: "The bike's own calliper on a rim of the old size reaches as it did.",
        figures: [{ label: "rim", value: rimMm, unit: "mm" }],
      };
    const then = reachThen(end, survey, build);
    const range = calliper?.spec.reachMm ?? null;
    const figures = [
      { label: "reach now", value: then.now.value, unit: "mm", plusMinus: then.now.plusMinus },
      { label: "with the rim that will be there", value: then.mm, unit: "mm" },
      ...(range ? [{ label: "calliper reaches", value: `${range[0]} to ${range[1]}`, unit: "mm" }] : []),
    ];
    // The bike's own calliper reaches what it reached; whether it goes further nobody measured.
    const room = range ? Math.min(then.mm - range[0], range[1] - then.mm) : LONGEST_MM - then.mm;
    const short = () => remedies(end, then.mm, then.now.plusMinus, build);
    const common = {
      unit: "mm",
      plusMinus: then.now.plusMinus,
      figures,
      settle: [keysOfEnd(end).reach],
      caution: "brakes" as const,
    };
    if (!range) return { ...short(), figures, margin: { value: Math.min(0, room), unit: "mm", plusMinus: 0 }, caution: "brakes" };
    return judge({
      room,
      ...common,
      clear: `${calliper!.name} reaches ${formatNumber(then.mm, 1)} mm.`,
      short,
    });
  },
});

function remedies(end: End, mm: number, plusMinus: number, build: Build) {
  const row = CALLIPER_REACH_MM.find(({ from, to }) => mm - plusMinus >= from && mm + plusMinus <= to);
  const says = `The brake on the ${end} rim must reach ${formatNumber(mm, 1)} mm.`;
  const offers = anyOf(build, "brake", {
    title: row ? `Calliper of ${row.says} reach` : "Calliper made for such a reach",
    says: `rim calliper, ${formatNumber(mm, 1)} mm`,
    will: (spec) =>
      spec.style === "rim calliper" &&
      spec.reachMm !== null &&
      mm - plusMinus >= spec.reachMm[0] &&
      mm + plusMinus <= spec.reachMm[1],
    tasks: ["brakeUpgrade"],
    most: 1,
  });
  return {
    verdict: "adapt" as const,
    safety: true,
    says: row
      ? `${says} That is a ${row.says} one.`
      : `${says} Callipers in common sale end at ${LONGEST_MM} mm: a special part.`,
    remedies: offers,
  };
}
