import type { StepId } from "../standards/tasks";

/** Minutes of a task and how they spread, as they are quoted. */
export type Minutes = { readonly minutes: number; readonly spread: number };

/** How many real jobs the quoted figures are worth: so many times of the shop's own weigh as much as the table. */
const PRIOR_JOBS = 4;
/** Fewer times than this are shown and propose nothing. */
export const ENOUGH_TIMES = 3;

/**
 * What the shop's own times make of quoted minutes: the conjugate rule for a normal law of unknown mean and spread, the quoted figures
 * standing for four jobs (Gelman et al., Bayesian Data Analysis, section 3.3: normal and inverse chi-squared). One odd time moves it
 * little, many move it to their own mean.
 *
 * @param took real minutes, each of one job; none leaves the figures as they are
 * @returns mean and spread, minutes
 */
export function learnedMinutes({ minutes, spread }: Minutes, took: readonly number[]): Minutes {
  const n = took.length;
  if (n === 0) return { minutes, spread };
  const mean = took.reduce((sum, one) => sum + one, 0) / n;
  const squares = took.reduce((sum, one) => sum + (one - mean) ** 2, 0);
  const jobs = PRIOR_JOBS + n;
  const apart = ((PRIOR_JOBS * n) / jobs) * (mean - minutes) ** 2;
  return {
    minutes: (PRIOR_JOBS * minutes + n * mean) / jobs,
    spread: Math.sqrt((PRIOR_JOBS * spread ** 2 + squares + apart) / jobs),
  };
}

/** One real time, of which kind of bike and by whom; empty where nobody said. */
type Time = { readonly minutes: number; readonly bike: string; readonly person: string };

/** What the finished jobs say of one task. */
export type Lesson = {
  readonly task: StepId;
  readonly title: string;
  /** As it is quoted now. */
  readonly quoted: Minutes;
  readonly times: number;
  readonly meanMinutes: number;
  /** The same by kind of bike and by person, each drawn towards what the others say. */
  readonly by: readonly {
    readonly what: "bike" | "person";
    readonly name: string;
    readonly times: number;
    readonly learned: Minutes;
  }[];
  /** What the records propose; null while there are too few, or where they say what is quoted. */
  readonly proposed: Minutes | null;
};

/** To whole minutes: a proposal is a figure that somebody takes over by hand. */
const whole = ({ minutes, spread }: Minutes): Minutes => ({
  minutes: Math.max(1, Math.round(minutes)),
  spread: Math.round(spread),
});

/** A group's times against what all others say, which stands for four jobs: one tandem does not make tandems slow, and no time counts twice. */
function groupsOf(took: readonly Time[], what: "bike" | "person", table: Minutes): Lesson["by"] {
  const names = [...new Set(took.map((one) => one[what]))].filter((name) => name !== "").sort();
  return names.map((name) => {
    const of = (mine: boolean) => took.filter((one) => (one[what] === name) === mine).map(({ minutes }) => minutes);
    return { what, name, times: of(true).length, learned: learnedMinutes(learnedMinutes(table, of(false)), of(true)) };
  });
}

/** @param table as quoted before any record: a proposal is always reckoned from it, so that no time counts twice */
export function lessonOf(p: {
  readonly task: StepId;
  readonly title: string;
  readonly table: Minutes;
  readonly quoted: Minutes;
  readonly took: readonly Time[];
}): Lesson {
  const { table, quoted } = p;
  const took = p.took.map(({ minutes }) => minutes);
  const learned = whole(learnedMinutes(table, took));
  const now = whole(quoted);
  const same = learned.minutes === now.minutes && learned.spread === now.spread;
  return {
    task: p.task,
    title: p.title,
    quoted,
    times: took.length,
    by: [...groupsOf(p.took, "bike", table), ...groupsOf(p.took, "person", table)],
    meanMinutes: took.reduce((sum, one) => sum + one, 0) / Math.max(1, took.length),
    proposed: took.length < ENOUGH_TIMES || same ? null : learned,
  };
}

/** What the finished jobs teach: minutes by task, and what their cost was over what was quoted. Proposed, never taken by itself. */
export type Lessons = {
  readonly minutes: readonly Lesson[];
  /** By what the reserve was kept for: how often, what was kept on average, and what was needed, %. */
  readonly reserve: readonly {
    readonly why: string;
    readonly jobs: number;
    readonly keptPercent: number;
    readonly overPercent: number;
  }[];
  /** Signed, timed and billed throughout: these alone say how the money came out; and how many of them lost. */
  readonly jobs: number;
  readonly lost: number;
};
