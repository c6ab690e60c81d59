import { done, refused, type UseCase } from "../useCase";

const MOST_CALLS = 200;

/** Writes down what was said on the telephone, by whom and when. */
export const noteCall: UseCase<"note call"> = (job, { says }, { at, by }) =>
  job.calls.length >= MOST_CALLS
    ? refused(`A job keeps ${MOST_CALLS} calls: write it into the notes.`)
    : done({ calls: [...job.calls, { at, by, says }] }, `Call: ${says}`);
