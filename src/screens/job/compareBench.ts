import type { Books } from "@/core/job/books";
import type { Job } from "@/core/job/job";
import type { Answer, Ask } from "./compare.worker";

type Question = Ask extends infer A ? (A extends Ask ? Omit<A, "n" | "books"> : never) : never;

/** A worker that tries whole sets; it fetches the books once for each version of a job. */
function bench(): (question: Question) => Promise<Answer | null> {
  let worker: Worker | null = null;
  let booksFor = "";
  let count = 0;
  const waiting = new Map<number, (answer: Answer | null) => void>();

  function stop(): void {
    worker?.terminate();
    worker = null;
    booksFor = "";
    for (const tell of waiting.values()) tell(null);
    waiting.clear();
  }

  function start(): Worker {
    const made = new Worker(new URL("./compare.worker.ts", import.meta.url), { type: "module" });
    made.onmessage = ({ data }: MessageEvent<Answer>) => {
      waiting.get(data.n)?.(data);
      waiting.delete(data.n);
    };
    made.onerror = stop;
    return made;
  }

  return async (question) => {
    const { id, version }: Job = question.job;
    const key = `${id} ${version}`;
    let books: Books | undefined;
    if (booksFor !== key) {
      const answer = await fetch(`/api/jobs/${id}/books`).catch(() => null);
      if (!answer?.ok) return null;
      books = (await answer.json()) as Books;
    }
    worker ??= start();
    booksFor = key;
    const n = (count += 1);
    return new Promise((resolve) => {
      waiting.set(n, resolve);
      worker!.postMessage({ ...question, n, ...(books && { books }) } as Ask);
    });
  };
}

/** What somebody waits for, and what is sought meanwhile: the one does not stand in the other's line. */
const asked = bench();
const sought = bench();

/** Asks one of the page's workers that try whole sets. Null when it cannot be told. */
export async function askCompare(question: Question): Promise<Answer | null> {
  if (typeof Worker === "undefined") return null;
  return (question.do === "nearest" ? sought : asked)(question);
}
