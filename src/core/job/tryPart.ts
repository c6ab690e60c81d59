import { NO_PIECES, type Pieces } from "../cost/shelf";
import { countVerdicts, isOpen } from "../fit/finding";
import type { HouseRules } from "../house/houseRules";
import { reopenedBy } from "../work/reopened";
import type { StepId } from "../standards/tasks";
import type { Catalogue } from "../parts/catalogue";
import { assess } from "./assess";
import type { Preview } from "./candidates";
import type { Job } from "./job";
import type { Slot } from "./slots";

/** Tries parts in a slot of a job without storing anything; ids that the catalogue does not hold are left out. One at a time, so that a worker can be told to stop. */
export function* tryParts(
  job: Job,
  slot: Slot,
  partIds: readonly string[],
  catalogue: Catalogue,
  house: HouseRules,
  today: string,
  heldElsewhere: Pieces = NO_PIECES,
): Generator<Preview> {
  const now = assess(job, catalogue, house, today, heldElsewhere);
  const isDone = (id: StepId) => job.ticks[id] !== undefined;
  for (const id of partIds) {
    if (!catalogue.parts.has(id)) continue;
    const then = assess({ ...job, choices: { ...job.choices, [slot]: id } }, catalogue, house, today, heldElsewhere);
    yield {
      id,
      verdicts: countVerdicts(then.fit.findings),
      allInMinor: then.sheet.allInMinor,
      deltaMinor: then.sheet.allInMinor - now.sheet.allInMinor,
      worst: then.fit.findings
        .filter((f) => isOpen(f) && !f.choose)
        .slice(0, 4)
        .map((f) => ({ verdict: f.verdict, title: f.title, says: f.says })),
      unpriced: then.sheet.unpriced,
      reopens: reopenedBy(isDone, now.steps, then.steps).map(({ title }) => title),
    };
  }
}
