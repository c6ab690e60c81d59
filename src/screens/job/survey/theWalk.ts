import { walk, type Donor } from "@/core/donor/donor";
import type { DonorKey } from "@/core/donor/items";
import { settledBy } from "@/core/fit/finding";
import type { JobView } from "@/core/job/view";

type Seen = {
  readonly job: { readonly donor: Donor };
  readonly needed: JobView["needed"];
  readonly findings: readonly Pick<JobView["findings"][number], "verdict" | "settled" | "settle">[];
};

/**
 * The items to walk, in order. The short walk is what some check of this build looks at, and whatever was measured already.
 *
 * @param whole - also what no check of this build asks
 */
export function itemsToWalk({ job, needed, findings }: Seen, whole: boolean): DonorKey[] {
  const settles = settledBy(findings);
  const items = walk(job.donor, settles);
  if (whole || needed.length === 0) return items;
  const asked = new Set([...needed, ...settles.keys()]);
  return items.filter((key) => asked.has(key) || job.donor[key] !== undefined);
}

/** Where the walk begins: at what is missing first round the bike, else at what is doubtful; null when there is nothing left. */
export const firstInWalk = ({ job }: Seen, items: readonly DonorKey[], doubtful: ReadonlySet<DonorKey>): DonorKey | null =>
  items.find((key) => job.donor[key] === undefined) ?? items.find((key) => doubtful.has(key)) ?? null;

/**
 * Where the walk goes on to from an item: what is missing onwards round the bike, then what is missing before it and was not skipped;
 * null at the walk's end. Asked of the job as it is after the answer: an answer may open items, and never sends back to one that
 * has a figure.
 */
export function nextInWalk(seen: Seen, whole: boolean, here: DonorKey, skipped: ReadonlySet<DonorKey>): DonorKey | null {
  const items = itemsToWalk(seen, whole);
  const from = items.indexOf(here);
  const onwards = [...items.slice(from + 1), ...items.slice(0, Math.max(0, from))];
  return onwards.find((key) => seen.job.donor[key] === undefined && !skipped.has(key)) ?? null;
}
