import type { HouseRules } from "../house/houseRules";
import { percentOf, shared } from "../money/money";
import { formatNumber } from "../units/formatQuantity";
import type { Discount } from "./discount";
import type { TaxGroup } from "./taxGroup";

/**
 * Tax by rate: work may have a rate of its own, everything else (parts, carriage, consumables, reserve) goes with the goods. A discount
 * falls on both by what it was reckoned from: a share of parts and labour on these, an amount on all. Each group's tax is rounded once.
 *
 * @param amounts cents before tax and discount: labour, parts, and all of it
 */
export function taxGroups(
  amounts: { readonly labourMinor: number; readonly partsMinor: number; readonly fullMinor: number; readonly lessMinor: number },
  discount: Discount | null,
  { taxPercent, labourTaxPercent }: Pick<HouseRules, "taxPercent" | "labourTaxPercent">,
): TaxGroup[] {
  const { labourMinor, partsMinor, fullMinor, lessMinor } = amounts;
  const group = (of: TaxGroup["of"], percent: number, full: number, discountMinor: number): TaxGroup => {
    const netMinor = full - discountMinor;
    return { of, percent, discountMinor, netMinor, taxMinor: percentOf(netMinor, percent) };
  };
  const goodsMinor = fullMinor - labourMinor;
  if (labourTaxPercent === null || labourTaxPercent === taxPercent || labourMinor === 0 || goodsMinor === 0)
    return [
      group("all", goodsMinor === 0 && labourMinor > 0 ? (labourTaxPercent ?? taxPercent) : taxPercent, fullMinor, lessMinor),
    ];
  const base = discount?.off.as === "percent" ? [partsMinor, labourMinor] : [goodsMinor, labourMinor];
  const [offGoods, offWork] = lessMinor > 0 ? shared(lessMinor, base) : [0, 0];
  return [group("goods", taxPercent, goodsMinor, offGoods!), group("work", labourTaxPercent, labourMinor, offWork!)];
}

/** @example taxTitle({ of: "work", percent: 9, … }) // => "Tax on work, 9 %" */
export const taxTitle = ({ of, percent }: Pick<TaxGroup, "of" | "percent">): string =>
  `Tax${of === "all" ? "" : ` on ${of}`}, ${formatNumber(percent, 2)} %`;

/** Lines of tax as a sheet or a paper shows them; one without its rate on what was kept before rates were noted. */
export const taxLines = (sheet: {
  readonly taxes: readonly TaxGroup[];
  readonly taxMinor: number;
}): readonly (readonly [says: string, minor: number])[] =>
  sheet.taxes.length === 0 ? [["Tax", sheet.taxMinor]] : sheet.taxes.map((tax) => [taxTitle(tax), tax.taxMinor] as const);
