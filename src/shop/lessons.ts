import type { Knex } from "knex";
import type { HouseRules } from "@/core/house/houseRules";
import { estimate, TASK_IDS, TASKS } from "@/core/standards/tasks";
import { lessonOf, type Lessons } from "@/core/work/learned";
import { minutesOf } from "@/core/work/steps";
import { lessonsIn } from "@/data/jobs";

const mean = (all: readonly number[]) => all.reduce((sum, one) => sum + one, 0) / Math.max(1, all.length);

export async function lessonsOf(db: Knex, house: HouseRules): Promise<Lessons> {
  const rows = await lessonsIn(db);
  const outcomes = rows.flatMap(({ outcome }) => outcome ?? []);
  // "3 checks wait …" and "1 check waits …" are one state of a job.
  const state = (why: string) => (/^\d/.test(why) ? "checks that wait for a measure" : why);
  const whys = [...new Set(outcomes.map((one) => state(one.reserveWhy)))].sort();
  return {
    minutes: TASK_IDS.flatMap((task) => {
      const took = rows.flatMap((row) => row.took[task] ?? []);
      return took.length === 0
        ? []
        : [lessonOf({ task, title: TASKS[task].title, table: estimate(TASKS[task]), quoted: minutesOf(task, house), took })];
    }),
    reserve: whys.map((why) => {
      const of = outcomes.filter((one) => state(one.reserveWhy) === why);
      return {
        why,
        jobs: of.length,
        keptPercent: mean(of.map((one) => one.reservePercent)),
        overPercent: mean(of.map((one) => one.overrunPercent)),
      };
    }),
    jobs: outcomes.length,
    lost: outcomes.filter((one) => one.leftMinor < 0).length,
  };
}
