import type { Knex } from "knex";
import { bikeKind } from "@/core/donor/bikeKind";
import type { HouseRules } from "@/core/house/houseRules";
import { estimate, TASK_IDS, TASKS, type StepId } from "@/core/standards/tasks";
import { mean } from "@/core/units/sum";
import type { RecordsFile } from "@/core/work/recordsFile";
import { lessonOf, type Lessons, type Minutes } from "@/core/work/learned";
import { minutesOf } from "@/core/work/steps";
import { lessonsIn } from "@/data/jobs";
import { houseRules } from "@/data/settings";

/** Every step that a shop has: the tables', with what they say, and its own, which begin with what it said. */
const stepsOf = ({ recipes }: HouseRules): { task: StepId; title: string; table: Minutes }[] => [
  ...TASK_IDS.map((task) => ({ task, title: TASKS[task].title, table: estimate(TASKS[task]) })),
  ...recipes.own.map((own) => ({ task: own.id, title: own.title, table: estimate(own) })),
];

/** What every timed step took, the latest jobs first. */
export async function recordsOf(db: Knex): Promise<RecordsFile> {
  const [rows, house] = await Promise.all([lessonsIn(db), houseRules(db)]);
  const titles = new Map<string, string>(stepsOf(house).map(({ task, title }) => [task, title]));
  return {
    format: "gull-bench records 1",
    times: rows.flatMap(({ number, took, tookBy, frameKind }) =>
      Object.entries(took).map(([step, minutes]) => ({
        job: number,
        step,
        title: titles.get(step) ?? step,
        minutes,
        by: tookBy[step] ?? "",
        bike: bikeKind(frameKind),
      })),
    ),
  };
}

export async function lessonsOf(db: Knex, house: HouseRules): Promise<Lessons> {
  const rows = await lessonsIn(db);
  const outcomes = rows.flatMap(({ outcome }) => outcome ?? []);
  // "3 checks wait …" and "1 check waits …" are one state of a job.
  const state = (why: string) => (/^\d/.test(why) ? "checks that wait for a measure" : why);
  const whys = [...new Set(outcomes.map((one) => state(one.reserveWhy)))].sort();
  return {
    minutes: stepsOf(house).flatMap(({ task, title, table }) => {
      const took = rows.flatMap((row) => {
        const minutes = row.took[task];
        return minutes === undefined ? [] : [{ minutes, bike: row.frameKind, person: row.tookBy[task] ?? "" }];
      });
      const bikesOf = (kind: string) => ({ name: bikeKind(kind) || kind, quoted: minutesOf(task, house, kind) });
      return took.length === 0 ? [] : [lessonOf({ task, title, table, quoted: minutesOf(task, house), bikesOf, took })];
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
