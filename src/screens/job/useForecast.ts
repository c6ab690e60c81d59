"use client";

import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { Forecast, WhatIf } from "@/core/ride/forecast";
import type { NearestPart } from "@/core/job/compare";
import { ridePromises } from "@/core/promise/ridePromises";
import type { Nearest } from "@/core/ride/nearest";
import type { Profile } from "@/core/route/profile";
import type { Result } from "@/core/result";
import { roadSegments } from "@/core/route/roadSegments";
import type { JobView } from "@/core/job/view";
import type { Said } from "@/core/prove/log/columns";
import type { Health } from "@/core/settings/health";
import type { ReadRide } from "@/core/prove/log/readRide";
import type { RideProof } from "@/core/prove/rideProof";
import { askCompare } from "./compareBench";
import type { Answer, Ask } from "./forecast.worker";

/** Distributes over the two forms, which Omit on the union would not. */
type Question = Ask extends infer A ? (A extends Ask ? Omit<A, "n"> : never) : never;

/** One worker of the page for rides and route files; an answer goes to who asked, and only the newest of a kind is awaited. */
function useRideWorker() {
  const worker = useRef<Worker | null>(null);
  const waiting = useRef(new Map<number, (answer: Answer) => void>());
  const count = useRef(0);
  useEffect(
    () => () => {
      worker.current?.terminate();
      worker.current = null;
    },
    [],
  );
  return useCallback((question: Question): Promise<Answer> => {
    if (!worker.current) {
      worker.current = new Worker(new URL("./forecast.worker.ts", import.meta.url), { type: "module" });
      worker.current.onmessage = ({ data }: MessageEvent<Answer>) => {
        waiting.current.get(data.n)?.(data);
        waiting.current.delete(data.n);
      };
    }
    worker.current.onerror = () => {
      for (const [n, tell] of waiting.current) tell({ n, failed: "the worker stopped" });
      waiting.current.clear();
      worker.current?.terminate();
      worker.current = null;
    };
    const n = (count.current += 1);
    return new Promise((resolve) => {
      waiting.current.set(n, resolve);
      worker.current!.postMessage({ ...question, n });
    });
  }, []);
}

/** What may wait does: a search begun at once would take the machine from whoever makes one choice after another. */
const QUIET_MS = 600;

/** @returns what an effect gives back: called early, the work never begins, and late, its answer is told to be old */
function whenQuiet(work: (isOld: () => boolean) => void): () => void {
  let old = false;
  const timer = setTimeout(() => work(() => old), QUIET_MS);
  return () => {
    old = true;
    clearTimeout(timer);
  };
}

/** What the ride will be on the customer's road, and what it would be with something changed; both reckoned in a worker. */
export type Rides = {
  forecast: Forecast | null;
  tried: Forecast | null;
  /** The figures shown belong to what was asked before; those asked for now are being reckoned. */
  pending: boolean;
  /** what alone would keep a promise that is not kept */
  nearest: Nearest | null;
  /** the cheapest single part that would; an empty list where the catalogue has none, null while it is sought or none is wanted */
  nearestParts: readonly NearestPart[] | null;
  whatIf: (what: WhatIf | null) => void;
  what: WhatIf | null;
  /** What each recorded ride says, by its number; those that are being reckoned are not there yet. */
  proofs: Readonly<Record<string, RideProof>>;
  /** What keeps the winding within its limit on this road on a warm day; null where nothing needs to. */
  health: () => Promise<Health | null>;
  /** Reads a recorded ride; the page stays free meanwhile. */
  readLog: (bytes: Uint8Array, chosen: Readonly<Record<string, Said>>) => Promise<ReadRide>;
  /** Reads a route file; the page stays free meanwhile. */
  readRoute: (text: string, table: boolean) => Promise<Result<{ name: string; profile: Profile }>>;
};

export function useForecast(view: JobView): Rides {
  const ask = useRideWorker();
  // A file that somebody gave is not read after what is reckoned in the background.
  const askReader = useRideWorker();
  const [made, setMade] = useState<{ for: string; forecast: Forecast } | null>(null);
  const [near, setNearest] = useState<{ for: string; nearest: Nearest } | null>(null);
  const [found, setParts] = useState<{ for: string; parts: readonly NearestPart[] } | null>(null);
  const [what, whatIf] = useState<WhatIf | null>(null);
  const [tried, setTried] = useState<{ for: WhatIf; forecast: Forecast } | null>(null);
  const route = view.job.wish.route;
  // Most edits change nothing that the ride depends on.
  const key = useMemo(
    () => JSON.stringify([view.ride.input, route?.stepM, route?.elevationM, route?.stops, route?.surfaces]),
    [view.ride.input, route],
  );
  const question = useMemo(() => {
    const [input] = JSON.parse(key) as [JobView["ride"]["input"]];
    return input && route ? { do: "forecast" as const, input, segments: roadSegments(route) } : null;
    // The key holds what of the route matters.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
  useEffect(() => {
    if (!question) return;
    let old = false;
    void ask(question).then((answer) => {
      if (!old && "forecast" in answer) setMade({ for: key, forecast: answer.forecast });
    });
    return () => {
      old = true;
    };
  }, [ask, question, key]);
  useEffect(() => {
    if (!question) return;
    return whenQuiet((isOld) => {
      void ask({ ...question, do: "nearest" }).then((answer) => {
        if (!isOld() && "nearest" in answer) setNearest({ for: key, nearest: answer.nearest });
      });
    });
  }, [ask, question, key]);
  useEffect(() => {
    if (!question || !what) return;
    let old = false;
    void ask({ ...question, what }).then((answer) => {
      if (!old && "forecast" in answer) setTried({ for: what, forecast: answer.forecast });
    });
    return () => {
      old = true;
    };
  }, [ask, question, what]);
  const { job } = view;
  const sought =
    made?.for === key && view.ride.input
      ? ridePromises(made.forecast, view.ride.input.asked).some((promise) => promise.kept === false)
      : false;
  const partsFor = sought ? `${job.id} ${job.version}` : null;
  useEffect(() => {
    if (partsFor === null) return;
    return whenQuiet((isOld) => {
      void askCompare({ do: "nearest", job }).then((answer) => {
        if (!isOld() && answer && "nearest" in answer) setParts({ for: partsFor, parts: answer.nearest });
      });
    });
  }, [partsFor, job]);
  const readRoute = useCallback(
    async (text: string, table: boolean): Promise<Result<{ name: string; profile: Profile }>> => {
      const answer = await askReader({ do: "read", text, table });
      return "read" in answer ? answer.read : { ok: false, error: "The file could not be read." };
    },
    [askReader],
  );
  const readLog = useCallback(
    async (bytes: Uint8Array, chosen: Readonly<Record<string, Said>>): Promise<ReadRide> => {
      const answer = await askReader({ do: "read log", bytes, chosen });
      return "log" in answer ? answer.log : { ok: false, error: { says: "The file could not be read." } };
    },
    [askReader],
  );
  const health = useCallback(async (): Promise<Health | null> => {
    if (!question) return null;
    const answer = await ask({ do: "health", input: question.input, segments: question.segments });
    return "health" in answer ? answer.health : null;
  }, [ask, question]);
  const proofs = useProofs(view, ask, key);
  const now = question && made ? made.forecast : null;
  const nearest = near?.for === key ? near.nearest : null;
  const nearestParts = partsFor !== null && found?.for === partsFor ? found.parts : null;
  const other = what && tried ? tried.forecast : null;
  const pending = question !== null && (made?.for !== key || (what !== null && tried?.for !== what));
  return useMemo(
    () => ({ forecast: now, tried: other, pending, nearest, nearestParts, whatIf, what, readRoute, readLog, health, proofs }),
    [now, other, pending, nearest, nearestParts, what, readRoute, readLog, health, proofs],
  );
}

/** What the job's recorded rides say, each reckoned once for what it is held against: another ride leaves what is known of the rest. */
function useProofs(view: JobView, ask: ReturnType<typeof useRideWorker>, key: string): Rides["proofs"] {
  const [made, setMade] = useState<{ for: string; proofs: Record<string, RideProof> }>({ for: "", proofs: {} });
  const { rides, wish } = view.job;
  const input = view.ride.input;
  const wanted = `${key} ${rides.map(({ id }) => id).join(" ")}`;
  const held = useRef({ rides, input, road: wish.route, made });
  useEffect(() => {
    held.current = { rides, input, road: wish.route, made };
  });
  useEffect(() => {
    const now = held.current;
    const known = now.made.for === key ? now.made.proofs : {};
    const { input: from, road } = now;
    const missing = now.rides.filter(({ id }) => !known[id]);
    if (!from || missing.length === 0) return;
    let old = false;
    void Promise.all(missing.map(async (log) => [log.id, await ask({ do: "prove", log, input: from, road })] as const)).then(
      (answers) => {
        if (old) return;
        setMade({
          for: key,
          proofs: {
            ...known,
            ...Object.fromEntries(answers.flatMap(([id, answer]) => ("proof" in answer ? [[id, answer.proof]] : []))),
          },
        });
      },
    );
    return () => {
      old = true;
    };
  }, [ask, key, wanted]);
  return made.for === key ? made.proofs : NO_PROOFS;
}
const NO_PROOFS = {};
