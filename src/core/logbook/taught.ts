import { TAUGHT_FIGURES, type TaughtFigure } from "../house/taught";
import type { Promise } from "../promise/promises";
import type { Learnt } from "../prove/learn";
import type { RideProof } from "../prove/rideProof";
import type { ProvedPromise, Taught } from "./logLine";

/** A promise as it is kept with the hand-over. */
export const asProved = ({ id, asked, predicted, proved, plusMinus, stands }: Promise): ProvedPromise => ({
  promise: id,
  asked,
  predicted,
  proved,
  plusMinus: plusMinus ?? null,
  stands: stands ?? null,
});

/**
 * What the rides of one bike taught of it: of several that tell of a figure the surest, since all begin with the same reckoning.
 * @param reckoned what each figure was reckoned with, against the tables
 */
export function taughtBy(
  proofs: readonly Pick<RideProof, "road" | "pack" | "heat">[],
  reckoned: Readonly<Record<TaughtFigure, number>>,
): Taught[] {
  const learnt = proofs.flatMap(({ road, pack, heat }) =>
    [road, pack, heat].flatMap(({ fits, figures }) => (fits ? figures : [])),
  );
  return TAUGHT_FIGURES.flatMap((id): Taught[] => {
    const all = learnt.filter((one) => one.id === id && one.learnt && one.before.mean > 0 && one.after.mean > 0);
    if (all.length === 0) return [];
    const prior = reckoned[id];
    const best = all.reduce((a, b) => (shareOf(b) < shareOf(a) ? b : a));
    return [
      {
        id,
        times: (prior * best.after.mean) / best.before.mean,
        sd: (prior * best.after.sd) / best.before.mean,
        prior,
        priorSd: (prior * best.before.sd) / best.before.mean,
      },
    ];
  });
}

const shareOf = ({ after }: Learnt) => after.sd / after.mean;
