import { forecast, noChange, type Forecast, type ForecastInput, type WhatIf } from "@/core/ride/forecast";
import { nearestChanges, type Nearest } from "@/core/ride/nearest";
import { profileOf, type Profile } from "@/core/route/profile";
import type { RoadSegment } from "@/core/route/roadSegments";
import { readGpx } from "@/core/route/readGpx";
import { readRouteCsv } from "@/core/route/readRouteCsv";
import type { Route } from "@/core/route/routeSchema";
import type { Said } from "@/core/prove/log/columns";
import type { ReadRide } from "@/core/prove/log/readRide";
import { healthOf, type Health } from "@/core/settings/health";
import type { RideLog } from "@/core/prove/rideLogSchema";
import { rideProof, type RideProof } from "@/core/prove/rideProof";
import type { Result } from "@/core/result";

type Segments = RoadSegment[];

export type Ask =
  | {
      readonly n: number;
      readonly do: "forecast";
      readonly input: ForecastInput;
      readonly segments: Segments;
      readonly what?: WhatIf;
    }
  | { readonly n: number; readonly do: "nearest"; readonly input: ForecastInput; readonly segments: Segments }
  | { readonly n: number; readonly do: "read"; readonly text: string; readonly table: boolean }
  | {
      readonly n: number;
      readonly do: "prove";
      readonly log: RideLog;
      readonly input: ForecastInput;
      readonly road: Route | null;
    }
  | { readonly n: number; readonly do: "health"; readonly input: ForecastInput; readonly segments: Segments }
  | { readonly n: number; readonly do: "read log"; readonly bytes: Uint8Array; readonly chosen: Readonly<Record<string, Said>> };
export type Answer =
  | { readonly n: number; readonly forecast: Forecast }
  | { readonly n: number; readonly nearest: Nearest }
  | { readonly n: number; readonly read: Result<{ name: string; profile: Profile }> }
  | { readonly n: number; readonly proof: RideProof }
  | { readonly n: number; readonly log: ReadRide }
  | { readonly n: number; readonly health: Health | null }
  | { readonly n: number; readonly failed: string };

/** A warm day, °C: what a winding has to stand. */
const WARM_C = 28;

const port = self as unknown as { onmessage: (event: MessageEvent<Ask>) => void; postMessage: (answer: Answer) => void };

function read(text: string, table: boolean): Result<{ name: string; profile: Profile }> {
  if (table) {
    const made = readRouteCsv(text);
    return made.ok ? { ok: true, value: { name: "", profile: made.value } } : made;
  }
  const track = readGpx(text);
  if (!track.ok) return track;
  const profile = profileOf(track.value);
  return profile.ok ? { ok: true, value: { name: track.value.name, profile: profile.value } } : profile;
}

// What reads recordings comes when one is given.
async function readLogOf(n: number, bytes: Uint8Array, chosen: Readonly<Record<string, Said>>): Promise<void> {
  try {
    const { readRide } = await import("@/core/prove/log/readRide");
    port.postMessage({ n, log: await readRide(bytes, chosen) });
  } catch (error) {
    port.postMessage({ n, failed: String(error) });
  }
}

/** A slider that is drawn along asks faster than a ride is reckoned: of those questions only the newest is. */
let newestTry = 0;

function answer(data: Ask): void {
  try {
    if (data.do === "forecast" && data.what && data.n !== newestTry)
      port.postMessage({ n: data.n, failed: "a newer one was asked" });
    else if (data.do === "read") port.postMessage({ n: data.n, read: read(data.text, data.table) });
    else if (data.do === "prove") port.postMessage({ n: data.n, proof: rideProof(data.log, data.input, data.road) });
    else if (data.do === "health")
      port.postMessage({
        n: data.n,
        health: healthOf(data.input, data.segments, Math.max(WARM_C, noChange(data.input).temperatureC)),
      });
    else if (data.do === "read log") void readLogOf(data.n, data.bytes, data.chosen);
    else if (data.do === "nearest") port.postMessage({ n: data.n, nearest: nearestChanges(data.input, data.segments) });
    else port.postMessage({ n: data.n, forecast: forecast(data.input, data.segments, data.what) });
  } catch (error) {
    port.postMessage({ n: data.n, failed: String(error) });
  }
}

port.onmessage = ({ data }) => {
  if (data.do === "forecast" && data.what) newestTry = data.n;
  // Lets the questions that already wait come in first.
  setTimeout(() => answer(data), 0);
};
