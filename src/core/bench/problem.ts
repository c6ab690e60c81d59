import type { WorkKind } from "./workKinds";
import type { Spans } from "./shifts";

/** A step of a job on the bench. */
export type BenchStep = {
  /** Which of the jobs. */
  readonly job: number;
  readonly id: string;
  readonly title: string;
  readonly minutes: number;
  /** Of the minutes, one standard deviation. */
  readonly spread: number;
  readonly work: WorkKind;
  /** Which of the places it can be done at; empty where it needs none. */
  readonly places: readonly number[];
  /** Who can do it. */
  readonly people: readonly number[];
  /** Whether it has the bike itself in hand, of which there is one. */
  readonly onBike: boolean;
  /** Steps that come before it, and how long what they did cures first. */
  readonly after: readonly { readonly step: number; readonly lagMin: number }[];
  /** Not before this moment (its parts come), and how late they may be: days, one standard deviation. */
  readonly fromMin: number;
  readonly fromSpreadDays: number;
  /** What it waits for, in words; empty for nothing. */
  readonly waitsFor: string;
  /** So long its place is held afterwards while nobody works there. */
  readonly holdsMin: number;
  /** The job is not done before this long after it. */
  readonly curesMin: number;
};

export type BenchJob = {
  readonly id: string;
  readonly number: number;
  readonly name: string;
  /** The end of the day for which it is promised; null where none is. */
  readonly dueMin: number | null;
  readonly lateDayMinor: number;
};

/**
 * The bench as it stands: what is to be done, by whom, where, from now on. All moments are minutes by the clock on the wall.
 * Steps of a job stand in an order in which nothing comes before what it needs.
 */
export type BenchProblem = {
  readonly nowMin: number;
  readonly jobs: readonly BenchJob[];
  readonly steps: readonly BenchStep[];
  readonly people: readonly { readonly id: string; readonly name: string; readonly shifts: Spans }[];
  readonly places: readonly { readonly id: string; readonly name: string; readonly kind: string; readonly open: Spans }[];
};

/** Where and when a step is done. @property place -1 where it needs none */
export type Slot = {
  readonly person: number;
  readonly place: number;
  readonly start: number;
  readonly end: number;
  /** When somebody has it in hand; more than one where it is left for a break. */
  readonly parts: readonly (readonly [from: number, to: number])[];
};

/** A slot for each step; null where there is none for it. */
export type Schedule = readonly (Slot | null)[];

/** Longer steps are left for breaks and nights; shorter ones are not begun before one (common practice). */
export const PAUSE_OVER_MIN = 60;
