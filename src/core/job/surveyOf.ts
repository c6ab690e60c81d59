import type { DonorKey } from "../donor/items";
import { walk } from "../donor/donor";
import type { Accepted, Fit } from "../fit/engine";
import { isOpen, settledBy } from "../fit/finding";
import type { HouseRules } from "../house/houseRules";
import type { Catalogue } from "../parts/catalogue";
import { fitOf, knownOf } from "./assess";
import type { Job } from "./job";
import { knot, type StageState } from "./stages";

/** Rounds of remedies that are looked through ahead: a remedy's part may want a remedy of its own. */
const ROUNDS_AHEAD = 3;

/** The walk of this build: the items that its checks look at, and how many of them are still to be measured. */
export type SurveyOf = { readonly needed: readonly DonorKey[]; readonly left: number };

/**
 * What this build's checks look at, and what they will once the first remedy of every open finding is in: an arm wants something to
 * clamp to, and the bike is on the stand now. Without a build nothing is asked, and what is left is the whole walk.
 */
export function surveyOf(job: Job, fit: Fit, catalogue: Catalogue, house: HouseRules): SurveyOf {
  // A fit is of one job, catalogue and house: what was looked up for the list's line serves the job's view.
  const known = looked.get(fit);
  if (known) return known;
  const survey = lookAhead(job, fit, catalogue, house);
  looked.set(fit, survey);
  return survey;
}

const looked = new WeakMap<Fit, SurveyOf>();

function lookAhead(job: Job, fit: Fit, catalogue: Catalogue, house: HouseRules): SurveyOf {
  const known = knownOf(job, fit, catalogue, house);
  const needed = new Set([...known.byRule.values()].flatMap(({ reads }) => [...reads]));
  if (needed.size === 0) return { needed: [], left: walk(job.donor).filter((key) => job.donor[key] === undefined).length };
  // How the bike came and whether it is painted are asked for the order of work; no check reads them.
  needed.add("cameAs");
  if (job.donor.cameAs?.value === "frame") needed.add("paint");
  let [ahead, accepted] = [fit, job.accepted as readonly Accepted[]];
  for (let round = 0; round < ROUNDS_AHEAD; round += 1) {
    const first = ahead.findings.filter(isOpen).flatMap(({ key, remedies }): Accepted[] => {
      const remedy = remedies.find((r) => !job.refused.some((no) => no.finding === key && no.remedy === r.id));
      return remedy ? [{ finding: key, remedy: remedy.id }] : [];
    });
    if (first.length === 0) break;
    accepted = [...accepted, ...first];
    const before = needed.size;
    ahead = fitOf({ ...job, accepted: accepted as Job["accepted"] }, catalogue, house, known, needed);
    // A round that asks for nothing new is the last: each one is a fit of the whole bike.
    if (needed.size === before) break;
  }
  const missing = [...needed].filter((key) => job.donor[key] === undefined);
  const doubtful = settledBy(fit.findings);
  // What an answer rules out (a slot's depth on a closed end) is not on the walk.
  const onWalk = new Set(walk(job.donor, doubtful));
  const left = new Set([...missing, ...doubtful.keys()].filter((key) => onWalk.has(key)));
  return { needed: [...needed], left: left.size };
}

/** The string with the survey's knot as its walk has it. */
export const withSurvey = (stages: readonly StageState[], job: Job, { left }: SurveyOf): StageState[] =>
  stages.map((stage) =>
    stage.name === "Survey" ? { ...stage, knot: knot(Object.keys(job.donor).length, left), undone: left } : stage,
  );
