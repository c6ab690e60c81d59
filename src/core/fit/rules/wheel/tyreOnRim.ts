import { memory, PRACTICE } from "../../../basis";
import { combined } from "../../../donor/reading";
import { formatNumber } from "../../../units/formatQuantity";
import type { Build } from "../../build";
import { bought } from "../../remedies";
import { acknowledge, defineRule, type Survey } from "../../rule";
import { type End, hubMotorAt, keysOfEnd, wheelPlace } from "../subjects";
import { rimPartAt, rimSizeAt } from "./rimAt";
import { tyreAt, tyredEnds } from "./tyreAt";
import { RATIO, againstTyre, tyreOnRim } from "./tyreGoes";

/** A new tyre that is so near the bike's own in width goes where that went, mm. */
const ALIKE_MM = 3;

function rimInner(end: End, survey: Survey, build: Build): { mm: number; plusMinus: number } {
  const motor = hubMotorAt(end, build);
  const sheetMm = motor?.spec.laced?.rimInnerMm ?? rimPartAt(end, build)?.spec.innerMm;
  if (sheetMm !== undefined) return { mm: sheetMm, plusMinus: 0 };
  const own = survey.number(keysOfEnd(end).rimInner);
  return { mm: own.value, plusMinus: own.plusMinus };
}

export const tyreRim = defineRule<End>({
  subjects: (build) => tyredEnds(build, { rim: () => true, tyre: (mm, ownMm) => Math.abs(mm - ownMm) > ALIKE_MM }),
  key: (end) => end,
  place: wheelPlace,
  id: "wheel/tyre-on-rim",
  title: "Tyre on the rim",
  why: "Too wide a tyre rolls on a narrow rim; too narrow a one is flattened by a wide rim and pinches its tube.",
  basis: [memory("rim and tyre width tables"), PRACTICE],
  needs: () => [],
  check(end, survey, build) {
    const tyre = tyreAt(end, survey, build);
    const rim = rimInner(end, survey, build);
    const innerMm = rim.mm;
    const goes = tyreOnRim(tyre.mm, innerMm);
    const figures = [
      { label: "tyre", value: tyre.mm, unit: "mm" },
      { label: "rim, inner width", value: innerMm, unit: "mm" },
      { label: "tyre ÷ rim", value: tyre.mm / innerMm },
    ];
    const says = `${formatNumber(tyre.mm, 0)} mm on a rim of ${formatNumber(innerMm, 0)}: ${formatNumber(tyre.mm / innerMm, 1)} times.`;
    const common = {
      figures,
      margin: {
        value: goes.room,
        unit: "× rim",
        plusMinus: combined(tyre.plusMinus, (tyre.mm / innerMm) * rim.plusMinus) / innerMm,
      },
      settle: [...tyre.settle, ...(rim.plusMinus > 0 ? [keysOfEnd(end).rimInner] : [])],
    };
    if (goes.guide && goes.ratio) return { verdict: "clear", says, ...common };
    const key = `wheel/tyre-on-rim ${end}`;
    const size = rimSizeAt(end, survey, build);
    // A new tyre goes whatever the rim's reading leaves open.
    const fits = build.catalogue.distinct("tyre").filter(({ spec }) => {
      const { guide, ratio, room } = tyreOnRim(spec.widthMm, innerMm);
      return spec.beadSeatMm === size && guide && ratio && room >= ((spec.widthMm / innerMm) * rim.plusMinus) / innerMm;
    });
    const best = fits.filter(({ spec }) => againstTyre(spec, end, build) === 0);
    const others = (best.length > 0 ? best : fits)
      .slice(0, 2)
      .map((part) =>
        bought(
          `tyre-${part.id}`,
          part.name,
          "goes by both tables",
          [{ kind: "tyre" as const, partId: part.id, quantity: 1, says: part.name }],
          ["moveTyre"],
          `has ${end} tyre`,
        ),
      );
    if (!goes.guide && !goes.ratio && others.length === 0)
      return {
        verdict: "stop",
        safety: true,
        says,
        lifts: `a tyre of ${formatNumber(innerMm * RATIO.least, 0)} to ${formatNumber(innerMm * RATIO.most, 0)} mm`,
        ...common,
      };
    return {
      verdict: "adapt",
      safety: !goes.guide && !goes.ratio,
      says: `${says} One table takes it, the other does not.`.replace(
        "One table takes it, the other does not.",
        goes.guide || goes.ratio ? "One table takes it, the other does not." : "Neither table takes it.",
      ),
      remedies: [
        ...(goes.guide || goes.ratio ? [acknowledge(key, "inside the older table; pressure by the rim maker's figure")] : []),
        ...others,
      ],
      ...common,
    };
  },
});
