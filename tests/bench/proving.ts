import { asCsv, AS_FORECAST, madeUpRide } from "@/core/prove/madeUpRide";
import { readRide } from "@/core/prove/log/readRide";
import { rideProof } from "@/core/prove/rideProof";
import { likelyRangeKm, noChange } from "@/core/ride/forecast";
import { roadSegments } from "@/core/route/roadSegments";
import { drawn, HUB, kept, MID, roadOf } from "../prove.fixture";

type Report = (what: string, ms: number, bound: number, yardstick: { name: string; ms: number }) => void;

const RUNS = 500;

/** A recorded ride of 100,000 points read and held against its forecast; and how often what is true lies in the bands that are told. */
export async function proving(report: Report, sort: { name: string; ms: number }): Promise<void> {
  const road = roadOf(38, 400, 6);
  const made = madeUpRide(HUB, roadSegments(road), { truth: AS_FORECAST, seed: 1, airC: 15, everyS: 0.055 });
  const points = made.points.length;
  const bytes = new TextEncoder().encode(asCsv(made));
  const from = performance.now();
  const read = await readRide(bytes);
  if (!read.ok) throw new Error(read.error.says);
  rideProof(kept(read.value.ride), HUB, road);
  report(`a recorded ride of ${points} points read, aligned and fitted`, performance.now() - from, 3_000, sort);

  for (const [name, p, way] of [
    ["hub, hills", HUB, roadOf(20, 220, 7)],
    ["crank motor, hills", MID, roadOf(20, 220, 7)],
    ["hub, flat", HUB, roadOf(15, 0, null)],
  ] as const) {
    const hits = new Map<string, { held: number; of: number }>();
    const count = (id: string, held: boolean) => {
      const now = hits.get(id) ?? { held: 0, of: 0 };
      hits.set(id, { held: now.held + (held ? 1 : 0), of: now.of + 1 });
    };
    for (let seed = 1; seed <= RUNS; seed += 1) {
      const { log, is, bike } = drawn(p, way, seed);
      const { range, road: onIt, pack, heat } = rideProof(log, p, way);
      const own = likelyRangeKm(bike, roadSegments(way), { ...noChange(bike), temperatureC: log.airC });
      if (range && own !== null) count("range", Math.abs(range.value - own) <= range.plusMinus);
      for (const { id, after } of [onIt, pack, heat].flatMap(({ figures }) => figures))
        count(id, Math.abs(after.mean - is[id]) <= 1.96 * after.sd);
    }
    const told = [...hits]
      .map(([id, { held, of }]) => `${id} ${((100 * held) / of).toFixed(1)}${of < RUNS ? ` (of ${of})` : ""}`)
      .join(", ");
    console.log(`what is true lies in its band of 95 % in ${RUNS} rides, in percent (${name}): ${told}; asked: 93`);
  }
}
