"use client";

import { useEffect, useRef, useState } from "react";
import type { Slot } from "@/core/job/slots";
import type { Job } from "@/core/job/job";
import type { Candidate, Preview } from "@/core/job/candidates";
import type { Books } from "@/core/job/books";
import type { Answer, Ask } from "./preview.worker";

/**
 * What each listed part would do to the job, worked out by the engine itself in a worker of this page, and by the server for
 * parts that the worker's books do not hold or where a browser has no workers. Follows the job's version.
 */
export function usePreviews(
  job: Job,
  slot: Slot,
  list: readonly Candidate[],
  stamp: string | undefined,
): Record<string, Preview> {
  const [previews, setPreviews] = useState<{ for: string; by: Record<string, Preview> }>({ for: "", by: {} });
  const bench = useRef<{ worker: Worker; stamp: string; jobId: string } | null>(null);
  const asked = useRef(0);
  useEffect(
    () => () => {
      bench.current?.worker.terminate();
      bench.current = null;
    },
    [],
  );
  // Keyed, so that another slot's answers are not shown for this one; after a choice the old ones stand until the new come in.
  const question = `${job.id} ${slot}`;
  useEffect(() => {
    const ids = list.filter((part) => !part.broken).map((part) => part.id);
    if (ids.length === 0 || stamp === undefined) return;
    const stop = new AbortController();
    const n = (asked.current += 1);
    const put = (more: readonly Preview[]) =>
      setPreviews((old) => ({
        for: question,
        by: { ...(old.for === question ? old.by : {}), ...Object.fromEntries(more.map((preview) => [preview.id, preview])) },
      }));
    const fromServer = async (partIds: readonly string[]) => {
      if (partIds.length === 0) return;
      const answer = await fetch(`/api/jobs/${job.id}/preview?slot=${encodeURIComponent(slot)}&parts=${partIds.join(",")}`, {
        signal: stop.signal,
      });
      if (answer.ok) put((await answer.json()) as Preview[]);
    };
    const ask = async () => {
      if (typeof Worker === "undefined") return fromServer(ids);
      const fresh = bench.current?.stamp === stamp && bench.current.jobId === job.id;
      let books: Books | undefined;
      if (!fresh) {
        const answer = await fetch(`/api/jobs/${job.id}/books`, { signal: stop.signal });
        if (!answer.ok) return fromServer(ids);
        books = (await answer.json()) as Books;
        const worker = bench.current?.worker ?? new Worker(new URL("./preview.worker.ts", import.meta.url), { type: "module" });
        bench.current = { worker, stamp: books.stamp, jobId: job.id };
      }
      const { worker } = bench.current!;
      worker.onmessage = ({ data }: MessageEvent<Answer>) => {
        if (data.n !== n || stop.signal.aborted) return;
        if ("failed" in data) return void fromServer(ids).catch(() => undefined);
        put(data.previews);
        void fromServer(data.missing).catch(() => undefined);
      };
      worker.onerror = () => {
        bench.current?.worker.terminate();
        bench.current = null;
        void fromServer(ids).catch(() => undefined);
      };
      worker.postMessage({ n, job, slot, partIds: ids, ...(books && { books }) } satisfies Ask);
    };
    void ask().catch(() => undefined);
    return () => stop.abort();
  }, [question, list, stamp, job, slot]);
  return previews.for === question ? previews.by : {};
}
