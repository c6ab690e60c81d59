import type { Sheet } from "./sheet";

/** One step from nothing to the price: what it adds (or takes off), and what stands after it. */
export type PriceStep = {
  readonly says: string;
  readonly minor: number;
  readonly afterMinor: number;
  /** A sum of what came before: it adds nothing. */
  readonly sum: boolean;
};

/**
 * How the price of a sheet is made up, from parts to all in; steps of nothing are left out. What the shop earns on parts is a step of
 * its own for the shop alone.
 *
 * @param forShop whether cost and mark-up of the parts are told apart
 */
export function waterfall(sheet: Omit<Sheet, "plan" | "budgetMinor">, forShop: boolean): PriceStep[] {
  const partsMinor = sheet.runningMinor + sheet.dressingMinor;
  // What has no price is in neither: its cost would stand alone.
  const costMinor = sheet.lines.reduce((sum, line) => sum + (line.priceMinor === null ? 0 : (line.costMinor ?? 0)), 0);
  const apart = forShop && costMinor > 0 && costMinor <= partsMinor;
  const steps: [says: string, minor: number][] = [
    ...(apart
      ? ([
          ["Parts as they cost", costMinor],
          ["What we add on parts", partsMinor - costMinor],
        ] as [string, number][])
      : ([
          ["The running bike", sheet.runningMinor],
          ["The dressing", sheet.dressingMinor],
        ] as [string, number][])),
    ["Labour", sheet.labourMinor],
    ["Carriage", sheet.carriageMinor],
    ["Consumables", sheet.consumablesMinor],
    ["Reserve", sheet.contingencyMinor],
    ["Discount", -sheet.discountMinor],
  ];
  const made: PriceStep[] = [];
  let after = 0;
  const add = (says: string, minor: number) => {
    after += minor;
    if (minor !== 0) made.push({ says, minor, afterMinor: after, sum: false });
  };
  const sum = (says: string) => made.push({ says, minor: after, afterMinor: after, sum: true });
  for (const [says, minor] of steps) add(says, minor);
  if (sheet.taxMinor !== 0) sum("Before tax");
  add("Tax", sheet.taxMinor);
  sum("All in");
  return made;
}
