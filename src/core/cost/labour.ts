import type { HouseRules } from "../house/houseRules";
import { shared } from "../money/money";
import type { Stage } from "../standards/tasks";
import { quoteMinutes } from "../work/quoteMinutes";
import type { Step } from "../work/steps";
import type { LabourShare } from "./labourShare";

/** Work that a shop may sell at a rate of its own, by the stage that it belongs to. */
const WORK = {
  wheels: { rate: "wheelMinorPerHour", stages: ["wheel"] },
  "the frame": { rate: "frameMinorPerHour", stages: ["prepare"] },
  electrics: { rate: "electricsMinorPerHour", stages: ["electrics", "settings"] },
} as const satisfies Record<string, { rate: keyof HouseRules; stages: readonly Stage[] }>;
const KINDS = Object.keys(WORK) as (keyof typeof WORK)[];

export type LabourRates = Pick<
  HouseRules,
  "labourMinorPerHour" | "wheelMinorPerHour" | "frameMinorPerHour" | "electricsMinorPerHour"
>;

/**
 * Labour as it is quoted: the steps' expected minutes and one spread of them all (three-point estimate, mean + 1σ), at the shop's rates.
 * Work with a rate of its own takes its part of the spread by what it adds to the variance; the minutes shown add up to those quoted,
 * and what is asked is the sum of what is shown.
 *
 * @param steps expected minutes and their spread, min
 * @returns minutes whole, money in cents; one share where all is sold at one rate
 */
export function labourOf(
  steps: readonly Pick<Step, "stage" | "minutes" | "spread">[],
  house: LabourRates,
): { readonly minutes: number; readonly minor: number; readonly shares: readonly LabourShare[] } {
  const minutes = Math.round(quoteMinutes(steps));
  const base = house.labourMinorPerHour;
  const rateOf = (kind: keyof typeof WORK) => house[WORK[kind].rate] ?? base;
  const apart = KINDS.filter((kind) => rateOf(kind) !== base);
  const kindOf = ({ stage }: Pick<Step, "stage">) =>
    apart.find((kind) => (WORK[kind].stages as readonly Stage[]).includes(stage)) ?? null;
  const found = [null, ...apart]
    .map((kind) => ({ kind, own: steps.filter((step) => kindOf(step) === kind) }))
    .filter(({ own }) => own.length > 0);
  const groups = found.length > 0 ? found : [{ kind: null, own: [] }];
  const spread = Math.hypot(...steps.map((step) => step.spread));
  const wanted = groups.map(({ own }) => {
    const mean = own.reduce((sum, step) => sum + step.minutes, 0);
    return spread === 0 ? mean : mean + own.reduce((sum, step) => sum + step.spread ** 2, 0) / spread;
  });
  const parts = groups.length === 1 ? [minutes] : shared(minutes, wanted);
  const shares = groups.map(({ kind }, i): LabourShare => {
    const perHourMinor = kind === null ? base : rateOf(kind);
    const of = kind ?? (groups.length === 1 ? "all" : "the rest");
    return { of, minutes: parts[i]!, perHourMinor, minor: Math.round((parts[i]! * perHourMinor) / 60) };
  });
  return { minutes, minor: shares.reduce((sum, share) => sum + share.minor, 0), shares };
}
