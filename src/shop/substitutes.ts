import type { Knex } from "knex";
import { z } from "zod";
import { booksOf, type Books } from "@/core/job/books";
import type { Job } from "@/core/job/job";
import type { Substitute } from "@/core/job/substitutes";
import { bad, good, type Result } from "@/core/result";
import { findJob, UnreadableJob, wantedBy } from "@/data/jobs";
import { benchOf } from "./jobView";

/** Jobs that are gone through at once: each takes some tenths of a second of a worker. */
const MOST_JOBS = 12;

export const insteadSchema = z.union([
  z.strictObject({ partId: z.string().max(60) }),
  z.strictObject({ jobs: z.array(z.string().max(40)).max(600) }),
]);

/** Jobs with the books that they are tried in; the same books for all, what others hold of the shelf apart. */
export type TryInput = {
  readonly only: string | null;
  readonly books: Omit<Books, "heldElsewhere">;
  readonly jobs: readonly { readonly job: Job; readonly heldElsewhere: Books["heldElsewhere"] }[];
};
/** Substitutes by job, in the jobs' order; null where the search was given up. */
export type TrySubstitutes = (input: TryInput) => Promise<readonly (readonly Substitute[])[] | null>;

export type Instead = {
  readonly currency: string;
  readonly jobs: readonly {
    readonly jobId: string;
    readonly number: number;
    readonly customer: string;
    readonly substitutes: readonly Substitute[];
  }[];
  /** Jobs that were not gone through. */
  readonly left: number;
};

/** What would do as well as what is to be bought: for the jobs that buy one part, or for all that some jobs buy. */
export async function insteadFor(db: Knex, raw: unknown, now: string, search: TrySubstitutes): Promise<Result<Instead>> {
  const asked = insteadSchema.safeParse(raw);
  if (!asked.success) return bad("Say for which part, or for which jobs.");
  const partId = "partId" in asked.data ? asked.data.partId : null;
  const ids = "partId" in asked.data ? (await wantedBy(db, asked.data.partId)).map((one) => one.jobId) : asked.data.jobs;
  const jobs: { job: Job; heldElsewhere: Books["heldElsewhere"] }[] = [];
  const parts = new Map<string, Books["parts"][number]>();
  let books: Books | null = null;
  for (const id of ids.slice(0, MOST_JOBS)) {
    const job = await findJob(db, id).catch((error: unknown) => {
      if (error instanceof UnreadableJob) return undefined;
      throw error;
    });
    if (!job) continue;
    const bench = await benchOf(db, now, "", id);
    books = booksOf(job, bench.catalogue, bench.house, now.slice(0, 10), bench.stamp, { ...bench.heldElsewhere });
    for (const part of books.parts) parts.set(part.id, part);
    jobs.push({ job, heldElsewhere: books.heldElsewhere });
  }
  const currency = books?.house.currency ?? (await benchOf(db, now, "", null)).house.currency;
  if (!books) return good({ currency, jobs: [], left: 0 });
  const { heldElsewhere: _held, ...rest } = books;
  const found = await search({ only: partId, books: { ...rest, parts: [...parts.values()] }, jobs });
  if (!found) return bad("It took too long to try everything: ask for one job, in its Order.");
  return good({
    currency,
    jobs: jobs.map(({ job }, i) => ({
      jobId: job.id,
      number: job.number,
      customer: job.wish.customer,
      substitutes: found[i]!,
    })),
    left: Math.max(0, ids.length - MOST_JOBS),
  });
}
