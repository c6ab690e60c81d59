import type { Knex } from "knex";
import { z } from "zod";
import { fixedIn } from "@/core/bench/benchPlan";
import { jobByJob } from "@/core/bench/constructive";
import { keepPlan } from "@/core/bench/keepPlan";
import { doneAt } from "@/core/bench/lateness";
import { movesBetween } from "@/core/bench/moves";
import type { WhatIf } from "@/core/bench/page";
import { serial } from "@/core/bench/serial";
import { simulate } from "@/core/bench/simulate";
import { DAY_MIN, dayAt, midnightOf } from "@/core/bench/wall";
import { bad, good, type Result } from "@/core/result";
import { benchAsItStands, standing, toldMoves, NOT_THERE } from "./benchStands";
import { weeksFor, SEED } from "./benchWeeks";

/** Simulated weeks of a question, whose answer is read closer than a page. */
const ASKED_WEEKS = 1_000;
const askSchema = z.object({ jobId: z.string().max(60) });

/** When a job would be done, among all the others as they stand; and what it would move if it were taken first. */
export async function whatIf(db: Knex, raw: unknown, now: string): Promise<Result<WhatIf>> {
  const asked = askSchema.safeParse(raw);
  if (!asked.success) return bad(NOT_THERE);
  const at = await benchAsItStands(db, now);
  const { laid, plan } = at;
  const { problem } = laid;
  const job = problem.jobs.findIndex(({ id }) => id === asked.data.jobId);
  if (job < 0) return bad(at.notPlanned.find(({ id }) => id === asked.data.jobId)?.why ?? NOT_THERE);
  const { kept, schedule } = standing(at);
  const own = (one: number) => problem.steps[one]!.job === job;
  const fixed = fixedIn(problem, kept, plan.frozen);
  const others = new Map([...fixed].filter(([one]) => !own(one)));
  // First of all that is not frozen, and the rest moves as little as it must.
  const early = serial(problem, jobByJob(problem, [job]), others);
  const first = keepPlan(
    problem,
    kept.map((slot, one) => (own(one) ? (early[one] ?? null) : slot)),
    new Map([...others, ...early.flatMap((slot, one) => (slot && own(one) ? [[one, slot] as const] : []))]),
  );
  const likely = simulate(problem, schedule, weeksFor(laid, ASKED_WEEKS), SEED)[job];
  const ahead = simulate(problem, first, weeksFor(laid, ASKED_WEEKS), SEED)[job];
  const safeOf = (law: typeof likely) => (law && law.p90 < Infinity ? dayAt(law.p90 - 1) : null);
  const days: WhatIf["days"][number][] = [];
  if (likely && likely.p90 < Infinity)
    for (let end = midnightOf(likely.ends[0]! - 1) + DAY_MIN; days.length < 40; end += DAY_MIN) {
      const share = likely.ends.filter((one) => one <= end).length / likely.ends.length;
      const before = days.at(-1)?.share ?? 0;
      if (share > before) days.push({ day: dayAt(end - 1), share });
      if (share >= 0.995 || end > problem.nowMin + 200 * DAY_MIN) break;
    }
  return good({
    name: problem.jobs[job]!.name,
    days,
    safe: safeOf(likely),
    first: {
      safe: safeOf(ahead),
      moved: toldMoves(
        laid,
        movesBetween(problem, schedule, doneAt(problem, schedule), first).filter((move) => move.job !== job),
      ),
    },
    cause: laid.troubles.get(asked.data.jobId) ?? "",
  });
}
