import { done, refused, type UseCase } from "../useCase";

export const ASIDE = "This job is put aside: take it up again first.";

/** Puts a job aside: it leaves the list of open jobs and gives back what it held of the shelf. Nothing of it is lost. */
export const putAside: UseCase<"put aside"> = (job, { why }, { at, by }) =>
  job.aside ? refused("It is put aside already.") : done({ aside: { at, by, why } }, `Put aside: ${why}`);

export const takeUp: UseCase<"take up"> = (job) =>
  job.aside ? done({ aside: null }, "Taken up again") : refused("It is not put aside.");
