import type { Laid } from "@/core/bench/problemOf";

/** Simulated weeks begin with the same number on every page, so that two looks tell the same. */
export const SEED = 20_261_130;
/** So many steps and jobs are gone through in all simulated weeks together: with very many jobs there are fewer weeks. */
const MOST_LOOKS = 150_000_000;
const LEAST_WEEKS = 60;

/** So many weeks are gone through, where so many are wanted. */
export const weeksFor = ({ problem }: Laid, wanted: number): number =>
  Math.max(LEAST_WEEKS, Math.min(wanted, Math.floor(MOST_LOOKS / Math.max(1, problem.steps.length * problem.jobs.length))));
