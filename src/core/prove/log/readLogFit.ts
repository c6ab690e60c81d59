import FitParser from "fit-file-parser";
import { bad, good, type Result } from "../../result";
import { isHeight } from "../../route/limits";
import { emptyPoint, LOG_LIMITS, TOO_LARGE, TOO_MANY, type LogPoint, type RawLog } from "./rawLog";

/** What a record of such a file may hold. */
type FitRecord = {
  readonly timestamp?: unknown;
  readonly position_lat?: unknown;
  readonly position_long?: unknown;
  readonly altitude?: unknown;
  readonly enhanced_altitude?: unknown;
  readonly speed?: unknown;
  readonly enhanced_speed?: unknown;
  readonly distance?: unknown;
  readonly power?: unknown;
  readonly cadence?: unknown;
};

const figure = (value: unknown): number | null => (typeof value === "number" && Number.isFinite(value) ? value : null);

/**
 * A ride in the binary activity file of bike computers. Its power is that of a meter at the pedals, the rider's.
 * @returns the points, or what is wrong in words that say what to do
 */
export async function readLogFit(bytes: Uint8Array): Promise<Result<RawLog>> {
  if (bytes.byteLength > LOG_LIMITS.bytes) return bad(TOO_LARGE);
  const parser = new FitParser({ force: false, speedUnit: "m/s", lengthUnit: "m", mode: "list" });
  // A copy of its own: what the parser is given is the whole buffer.
  const whole = bytes.slice().buffer;
  let records: readonly FitRecord[];
  try {
    records = ((await parser.parseAsync(whole)) as { records?: readonly FitRecord[] }).records ?? [];
  } catch (error) {
    return bad(`The activity file is not whole: ${error instanceof Error ? error.message : String(error)}.`);
  }
  if (records.length > LOG_LIMITS.points) return bad(TOO_MANY);
  let beganMs: number | null = null;
  const points: LogPoint[] = [];
  let timeless = 0;
  for (const record of records) {
    const ms = record.timestamp instanceof Date ? record.timestamp.getTime() : Date.parse(String(record.timestamp));
    if (!Number.isFinite(ms)) {
      timeless += 1;
      continue;
    }
    beganMs ??= ms;
    const height = figure(record.enhanced_altitude) ?? figure(record.altitude);
    points.push({
      ...emptyPoint((ms - beganMs) / 1000),
      latDeg: figure(record.position_lat),
      lonDeg: figure(record.position_long),
      heightM: height !== null && isHeight(height) ? height : null,
      wayM: figure(record.distance),
      speedMs: figure(record.enhanced_speed) ?? figure(record.speed),
      riderW: figure(record.power),
      cadenceRpm: figure(record.cadence),
    });
  }
  if (points.length === 0) return bad("The activity file holds no ride.");
  return good({
    name: "",
    beganAt: new Date(beganMs!).toISOString(),
    points,
    repairs: timeless > 0 ? [`${timeless} point${timeless === 1 ? "" : "s"} without a time left out`] : [],
  });
}
