import { readFileSync } from "node:fs";
import { assess } from "@/core/job/assess";
import { massOf, rideOf } from "@/core/job/rideOf";
import { ridden } from "@/core/job/ridden";
import { readRide } from "@/core/prove/log/readRide";
import type { RideProof } from "@/core/prove/rideProof";
import { rideLogSchema, type RideLog } from "@/core/prove/rideLogSchema";
import { promiseBound, promiseFigure, promisePlusMinus } from "@/core/promise/promiseText";
import type { Promise as Promised } from "@/core/promise/promises";
import { formatNumber } from "@/core/units/formatQuantity";
import { bad, good, type Result } from "@/core/result";
import { plainFigure } from "@/core/units/plainFigure";
import { readJob } from "./fit";
import type { Told } from "./told";

const wrong = (message: string, more: object = {}): Told => ({
  exit: 2,
  error: `${JSON.stringify({ error: { message, ...more } })}\n`,
});

/**
 * Holds a job against what its finished bike did: its readings, its weighing, the rides in it and one more from a file.
 * Exit 0 all that was asked is kept, 3 something is not proved or too near to tell, 4 something is not kept, 2 unreadable.
 */
export async function proveFile(words: readonly string[], input: () => string, now: string): Promise<Told> {
  const json = words.includes("--json");
  const said = weatherOf(words.filter((word) => word !== "--json"));
  if (!said.ok) return wrong(said.error);
  const { weather, rest } = said.value;
  const [name, log, ...more] = rest;
  if (name === undefined || more.length > 0) return wrong("prove wants a job file, and a recorded ride where there is one");
  const read = await readJob(name, input);
  if ("exit" in read) return read;
  const { job, house, catalogue } = read;
  const assessed = assess(job, catalogue, house, now.slice(0, 10));
  const reckoned = rideOf(assessed.fit.build, job.wish, massOf(assessed.promises));
  const rides: RideLog[] = [...job.rides];
  if (log !== undefined) {
    const ride = await rideIn(log, job.wish, weather, now);
    if ("exit" in ride) return ride;
    rides.push(ride);
  }
  const { input: from } = reckoned;
  if (rides.length > 0 && from === null)
    return wrong(`the ride cannot be held against a forecast: wants ${reckoned.wants.join(", ")}`);
  const { proofs, promises: ofRide } = ridden(rides, reckoned, job.wish);
  const promises = [...assessed.promises, ...ofRide];
  const asked = promises.filter((promise) => promise.asked !== null);
  const exit = asked.some(({ stands }) => stands === "not kept") ? 4 : asked.every(({ stands }) => stands === "kept") ? 0 : 3;
  return {
    exit,
    out: json
      ? `${JSON.stringify({ promises, rides: proofs.map(({ riddenTrace: _, forecastTrace: __, ...proof }) => proof) })}\n`
      : [...table(promises, assessed.sheet.currency), ...proofs.flatMap(taughtLines)].map((line) => `${line}\n`).join(""),
  };
}

async function rideIn(
  file: string,
  wish: { riderKg: number | null; loadKg: number | null; coldestC: number | null },
  weather: Weather,
  now: string,
): Promise<RideLog | Told> {
  let bytes: Uint8Array;
  try {
    bytes = readFileSync(file);
  } catch {
    return wrong(`cannot read ${file}`);
  }
  const read = await readRide(bytes);
  if (!read.ok)
    return wrong(
      read.error.says,
      read.error.columns && {
        columns: read.error.columns.map(({ head, said, asks }) => ({ head, ...said, ...(asks && { asks }) })),
      },
    );
  if (wish.riderKg === null) return wrong("the job says no rider's mass: the ride cannot be weighed");
  const ride = rideLogSchema.safeParse({
    ...read.value.ride,
    id: "from-a-file",
    name: (read.value.name || file).slice(-80),
    at: now,
    by: "",
    riderKg: wish.riderKg,
    loadKg: wish.loadKg ?? 0,
    ...weather,
  });
  return ride.success ? ride.data : wrong(ride.error.issues[0]!.message);
}

type Weather = Pick<RideLog, "airC" | "windKmh" | "windFromDeg">;
const FLAGS = { "--air": "airC", "--wind": "windKmh", "--wind-from": "windFromDeg" } as const;

/** The weather of the ride among the words, each flag with its figure after it, and what is left of them. */
function weatherOf(words: readonly string[]): Result<{ weather: Weather; rest: string[] }> {
  const weather: Weather = { airC: 15, windKmh: 0, windFromDeg: null };
  const rest: string[] = [];
  for (let i = 0; i < words.length; i += 1) {
    const word = words[i]!;
    const key = FLAGS[word as keyof typeof FLAGS];
    if (key !== undefined) {
      const figure = plainFigure(words[(i += 1)] ?? "");
      if (figure === null)
        return bad(
          `${word} wants a figure: ${key === "airC" ? "°C" : key === "windKmh" ? "km/h" : "degrees from north to the east"}`,
        );
      weather[key] = figure;
    } else if (word.startsWith("-")) return bad(`prove has no ${word}: only --json, ${Object.keys(FLAGS).join(", ")}`);
    else rest.push(word);
  }
  return good({ weather, rest });
}

function table(promises: readonly Promised[], currency: Parameters<typeof promiseFigure>[2]): string[] {
  const rows = [
    ["promise", "asked", "predicted", "proved", "stands"],
    ...promises.map((promise) => [
      promise.title,
      promise.asked === null ? "not asked" : `${promiseBound(promise.id)}${promiseFigure(promise.id, promise.asked, currency)}`,
      promiseFigure(promise.id, promise.predicted, currency),
      promise.proved === null
        ? "not yet"
        : `${promiseFigure(promise.id, promise.proved, currency)} ${promisePlusMinus(promise.id, promise.plusMinus)}`.trim(),
      promise.stands ?? "",
    ]),
  ];
  const width = (column: number) => Math.max(...rows.map((row) => row[column]!.length));
  return rows.map((row) =>
    row
      .map((cell, i) => cell.padEnd(width(i)))
      .join("  ")
      .trimEnd(),
  );
}

function taughtLines({ ridden: was, forecast, road, pack, heat, rangeNot, hillNot, onRoad }: RideProof): string[] {
  return [
    "",
    `ridden ${formatNumber(was.km, 1)} km at ${formatNumber(was.averageKmh, 1)} km/h (forecast ${formatNumber(forecast.averageKmh, 1)})${was.wh === null ? "" : `, ${formatNumber(was.wh, 0)} Wh (forecast ${formatNumber(forecast.wh, 0)})`}`,
    ...(onRoad ? [onRoad.says] : []),
    ...[...road.figures, ...pack.figures, ...heat.figures].map(
      ({ says, unit, before, after, learnt }) =>
        `${says}: ${formatNumber(after.mean, 4)} ± ${formatNumber(1.96 * after.sd, 4)} ${unit}, thought ${formatNumber(before.mean, 4)} ± ${formatNumber(1.96 * before.sd, 4)}${learnt ? "" : "; not learnt"}`,
    ),
    ...[rangeNot, hillNot, ...road.cannot, ...pack.cannot, ...heat.cannot].flatMap((why) => (why === null ? [] : [why])),
  ];
}
