import type { StepId } from "../standards/tasks";
import { mean } from "../units/sum";

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

/** One real time, of which kind of bike, as the survey names it, and by whom; empty where nobody said. */
type Time = { readonly minutes: number; readonly bike: string; readonly person: string };

/** What the finished jobs say of one task. */
export type Lesson = {
  readonly task: StepId;
  readonly title: string;
  /** As it is quoted now. */
  readonly quoted: Minutes;
  readonly times: number;
  readonly meanMinutes: number;
  readonly onBikes: readonly BikeLesson[];
  readonly byPeople: readonly Group[];
  /** What the records propose; null while there are too few, or where they say what is quoted. */
  readonly proposed: Minutes | null;
};

/** The times of one kind of bike, or of one person, drawn towards what the others say. */
type Group = { readonly of: string; readonly times: number; readonly meanMinutes: number; readonly learned: Minutes };
/** A shop quotes by the kind of bike, before it is known who does the work. */
export type BikeLesson = Group & { readonly name: string; readonly quoted: Minutes; readonly proposed: Minutes | null };

/** To whole minutes: a proposal is a figure that somebody takes over by hand. */
const whole = ({ minutes, spread }: Minutes): Minutes => ({
  minutes: Math.max(1, Math.round(minutes)),
  spread: Math.round(spread),
});

/** A group's times against what all others say, which stands for four jobs: one tandem does not make tandems slow, and no time counts twice. */
function groupsOf(took: readonly Time[], what: "bike" | "person", table: Minutes): Group[] {
  const names = [...new Set(took.map((one) => one[what]))].filter((name) => name !== "").sort();
  return names.map((name) => {
    const [mine, others] = [true, false].map((own) =>
      took.filter((one) => (one[what] === name) === own).map(({ minutes }) => minutes),
    ) as [number[], number[]];
    const learned = learnedMinutes(learnedMinutes(table, others), mine);
    return { of: name, times: mine.length, meanMinutes: mean(mine), learned };
  });
}

/** What so many times propose beside what is quoted. */
function proposal(learned: Minutes, quoted: Minutes, times: number): Minutes | null {
  const [next, now] = [whole(learned), whole(quoted)];
  return times < ENOUGH_TIMES || (next.minutes === now.minutes && next.spread === now.spread) ? null : next;
}

/**
 * @param table as quoted before any record: a proposal is always reckoned from it, so that no time counts twice
 * @param bikesOf what a kind of bike is called, and what is quoted for it
 */
export function lessonOf(p: {
  readonly task: StepId;
  readonly title: string;
  readonly table: Minutes;
  readonly quoted: Minutes;
  readonly bikesOf: (kind: string) => { readonly name: string; readonly quoted: Minutes };
  readonly took: readonly Time[];
}): Lesson {
  const { table, quoted, bikesOf } = p;
  const took = p.took.map(({ minutes }) => minutes);
  return {
    task: p.task,
    title: p.title,
    quoted,
    times: took.length,
    onBikes: groupsOf(p.took, "bike", table).map((group) => {
      const kind = bikesOf(group.of);
      // Where all were of one kind, what is proposed for all is proposed for it.
      const alone = group.times === took.length;
      return { ...group, ...kind, proposed: alone ? null : proposal(group.learned, kind.quoted, group.times) };
    }),
    byPeople: groupsOf(p.took, "person", table),
    meanMinutes: mean(took),
    proposed: proposal(learnedMinutes(table, took), quoted, took.length),
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
