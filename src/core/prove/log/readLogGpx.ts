import { SaxesParser } from "saxes";
import { bad, good, type Result } from "../../result";
import { isHeight } from "../../route/limits";
import { emptyPoint, LOG_LIMITS, TOO_LARGE, TOO_MANY, type LogPoint, type RawLog } from "./rawLog";

class Refusal extends Error {}

/** Words within a point that say something of the moment; a meter on the pedals is the rider's. */
const WORDS: Readonly<Record<string, (point: LogPoint, value: number) => void>> = {
  ele: (point, value) => {
    if (isHeight(value)) point.heightM = value;
  },
  speed: (point, value) => (point.speedMs = value),
  power: (point, value) => (point.riderW = value),
  cad: (point, value) => (point.cadenceRpm = value),
  cadence: (point, value) => (point.cadenceRpm = value),
};

/**
 * A ride in a GPX file: its tracks in their order, each point with its time. Strict XML, read as a stream: no document type, so no
 * entity of the file's own; nothing is fetched.
 * @returns the points, or what is wrong in words that say what to do
 */
export function readLogGpx(text: string): Result<RawLog> {
  if (text.length > LOG_LIMITS.bytes) return bad(TOO_LARGE);
  if (text.includes("\u0000")) return bad("This is not a GPX file: it holds bytes that no text has.");
  try {
    return parse(text);
  } catch (error) {
    if (error instanceof Refusal) return bad(error.message);
    return bad(
      `The file is not whole GPX: ${error instanceof Error ? error.message.replace(/^undefined:/, "line ") : "it cannot be read"}.`,
    );
  }
}

function parse(text: string): Result<RawLog> {
  const parser = new SaxesParser({ position: true });
  const points: LogPoint[] = [];
  const path: string[] = [];
  let [name, words, timeless, unplaced] = ["", "", 0, 0];
  let beganMs: number | null = null;
  let point: LogPoint | null = null;
  let atMs: number | null = null;
  parser.on("error", (error) => {
    throw error;
  });
  parser.on("doctype", () => {
    throw new Refusal("The file declares a document type, which no GPX needs: it is not read.");
  });
  parser.on("opentag", ({ name: tag, attributes }) => {
    const local = tag.slice(tag.indexOf(":") + 1);
    if (path.length === 0 && local !== "gpx") throw new Refusal(`This is not a GPX file: it begins with <${tag.slice(0, 30)}>.`);
    path.push(local);
    words = "";
    if (local !== "trkpt") return;
    const { lat = "", lon = "" } = attributes as { lat?: string; lon?: string };
    const [latDeg, lonDeg] = [Number(lat), Number(lon)];
    point = emptyPoint(0);
    atMs = null;
    if (lat.trim() !== "" && lon.trim() !== "" && Math.abs(latDeg) <= 90 && Math.abs(lonDeg) <= 180)
      Object.assign(point, { latDeg, lonDeg });
    else unplaced += 1;
  });
  parser.on("text", (piece) => {
    if (words.length < 200) words += piece;
  });
  parser.on("closetag", () => {
    const local = path.pop() ?? "";
    const said = words.trim();
    words = "";
    if (local === "trkpt" && point) {
      if (atMs === null) timeless += 1;
      else {
        beganMs ??= atMs;
        point.t = (atMs - beganMs) / 1000;
        if (points.length >= LOG_LIMITS.points) throw new Refusal(TOO_MANY);
        points.push(point);
      }
      point = null;
      return;
    }
    if (local === "name" && name === "" && ["trk", "metadata"].includes(path.at(-1) ?? "")) name = said.slice(0, 80);
    if (!point || said === "") return;
    if (local === "time") {
      const ms = Date.parse(said);
      if (Number.isFinite(ms)) atMs = ms;
    } else if (Object.hasOwn(WORDS, local) && Number.isFinite(Number(said))) WORDS[local]!(point, Number(said));
  });
  parser.write(text).close();
  if (points.length === 0)
    return bad(
      timeless > 0 ? "The track has no times: a road can be made of it in Ask, a ride cannot." : "The file holds no track.",
    );
  return good({
    name,
    beganAt: beganMs === null ? null : new Date(beganMs).toISOString(),
    points,
    repairs: [
      ...(timeless > 0 ? [`${timeless} point${timeless === 1 ? "" : "s"} without a time left out`] : []),
      ...(unplaced > 0 ? [`${unplaced} point${unplaced === 1 ? "" : "s"} without a readable place`] : []),
    ],
  });
}
