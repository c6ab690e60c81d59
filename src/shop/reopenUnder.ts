import type { Knex } from "knex";
import { findJob, inWork, UnreadableJob } from "@/data/jobs";
import { benchOf } from "./jobView";
import { storeEdit } from "./perform";
import { CHANGED_UNDER, withReopenedFrom, type Books } from "./reopen";

/**
 * What is done on the bikes in work after parts or rules became others under them: a tick stands for the parts that were put in when it
 * was set. In the transaction of whoever changed them.
 * @param before books and rules as they were
 * @param says what was changed
 * @param partId only bikes with this part in them; all where it is left out
 */
export async function reopenUnder(
  trx: Knex,
  before: Books,
  { at, by, says, partId }: { readonly at: string; readonly by: string; readonly says: string; readonly partId?: string },
): Promise<void> {
  for (const id of await inWork(trx, partId)) {
    const job = await findJob(trx, id).catch((error: unknown) => {
      if (error instanceof UnreadableJob) return undefined;
      throw error;
    });
    if (!job) continue;
    const bench = await benchOf(trx, at, by, id);
    const edit = withReopenedFrom(job, { job: {}, says }, before, bench);
    if (Object.keys(edit.job).length === 0) continue;
    const stored = await storeEdit(trx, job, edit, { kind: CHANGED_UNDER }, bench);
    if (!stored.ok) throw new Error(stored.error.says);
  }
}
