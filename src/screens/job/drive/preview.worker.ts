import type { Preview } from "@/core/job/candidates";
import type { Job } from "@/core/job/job";
import type { Slot } from "@/core/job/slots";
import { tryParts } from "@/core/job/tryPart";
import { benchIn, type Books } from "@/core/job/books";

/** What the screen asks: the newest question drops the ones before it. Books come along when the worker's are old. */
export type Ask = {
  readonly n: number;
  readonly job: Job;
  readonly slot: Slot;
  readonly partIds: readonly string[];
  readonly books?: Books;
};
export type Answer =
  | { readonly n: number; readonly previews: readonly Preview[]; readonly missing: readonly string[] }
  | { readonly n: number; readonly failed: string };

/** How many parts are tried before the worker looks whether a newer question has come. */
const AT_ONCE = 6;

const port = self as unknown as { onmessage: (event: MessageEvent<Ask>) => void; postMessage: (answer: Answer) => void };
let bench: ReturnType<typeof benchIn> | null = null;
let newest = 0;

async function answer({ n, job, slot, partIds }: Ask): Promise<void> {
  const { catalogue, house, today } = bench!;
  const missing = partIds.filter((id) => !catalogue.parts.has(id));
  let batch: Preview[] = [];
  for (const preview of tryParts(job, slot, partIds, catalogue, house, today)) {
    batch.push(preview);
    if (batch.length < AT_ONCE) continue;
    port.postMessage({ n, previews: batch, missing: [] });
    batch = [];
    // Lets the next question in.
    await new Promise((resolve) => setTimeout(resolve, 0));
    if (n !== newest) return;
  }
  port.postMessage({ n, previews: batch, missing });
}

port.onmessage = ({ data }) => {
  newest = data.n;
  try {
    if (data.books) bench = benchIn(data.books);
    answer(data).catch((error: unknown) => port.postMessage({ n: data.n, failed: String(error) }));
  } catch (error) {
    port.postMessage({ n: data.n, failed: String(error) });
  }
};
