import type { FrozenSheet } from "./frozenSheet";
import type { Sheet } from "./sheet";

type AnySheet = Pick<Sheet | FrozenSheet, "beforeTaxMinor" | "labourMinutes" | "carriageMinor"> & {
  readonly lines: readonly Pick<Sheet["lines"][number], "key" | "partId" | "says" | "costMinor">[];
};

/** What a price leaves for the work, when parts and carriage are paid. In cents, before tax. */
export type Earned = {
  readonly priceMinor: number;
  readonly partsMinor: number;
  readonly carriageMinor: number;
  readonly leftMinor: number;
  readonly minutes: number;
  /** Of an hour as it is quoted; null where no work is. */
  readonly hourMinor: number | null;
  /** Lines of which nobody knows the cost: so much less is left. */
  readonly unknown: number;
};

/** @param price the sheet that is paid; `cost` the sheet whose parts and carriage are, which may be a later one of the same build */
export function earnedOf(price: AnySheet, cost: AnySheet = price): Earned {
  const partsMinor = cost.lines.reduce((sum, line) => sum + (line.costMinor ?? 0), 0);
  const leftMinor = price.beforeTaxMinor - partsMinor - cost.carriageMinor;
  const minutes = price.labourMinutes;
  return {
    priceMinor: price.beforeTaxMinor,
    partsMinor,
    carriageMinor: cost.carriageMinor,
    leftMinor,
    minutes,
    hourMinor: minutes > 0 ? Math.round((leftMinor * 60) / minutes) : null,
    unknown: cost.lines.filter((line) => line.costMinor === null).length,
  };
}

/** Lines of the same build that cost the shop something else on another day, the largest difference first. */
export const costsMoved = (was: AnySheet, now: AnySheet): { readonly says: string; readonly minor: number }[] =>
  now.lines
    .flatMap((line) => {
      const old = was.lines.find((one) => one.key === line.key && one.partId === line.partId);
      const minor = old?.costMinor != null && line.costMinor !== null ? line.costMinor - old.costMinor : 0;
      return minor === 0 ? [] : [{ says: line.says, minor }];
    })
    .sort((a, b) => Math.abs(b.minor) - Math.abs(a.minor));
