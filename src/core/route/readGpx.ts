import { SaxesParser } from "saxes";
import { bad, good, type Result } from "../result";
import { isHeight, ROUTE_LIMITS } from "./limits";
import type { TrackPoint } from "./trackPoint";

export type Track = { name: string; points: TrackPoint[]; repairs: string[] };

const TOO_MANY = "The file holds more than 500,000 points: export it with fewer.";

class Refusal extends Error {}
const refuse = (says: string): never => {
  throw new Refusal(says);
};

/**
 * Tracks and routes of a GPX 1.1 file (1.0 too), joined in their order; its tracks where it has both.
 * Strict XML, read as a stream: no document type, so no entity of the file's own; nothing is fetched.
 * @returns the points, or what is wrong in words that say what to do. Points without a readable place are left out and told.
 */
export function readGpx(text: string): Result<Track> {
  if (text.length > ROUTE_LIMITS.bytes) return bad("The file is larger than 50 MB: export it with fewer points.");
  if (/^PK\u0003\u0004|^\u001f\u008b/.test(text)) return bad("This is a packed file: unpack it first and give the GPX inside.");
  if (text.includes("\u0000")) return bad("This is not a GPX file: it holds bytes that no text has.");
  try {
    return parse(...withoutPlainPoints(text));
  } catch (error) {
    if (error instanceof Refusal) return bad(error.message);
    return whereItBreaks(text);
  }
}

/**
 * A point as nearly every recorder writes it: place, height, time, nothing else, nothing escaped. In a file without comments and CDATA no
 * such words can stand for anything but a point, since no attribute and no text may hold a bare `<`.
 */
const PLAIN =
  /<trkpt lat="([-+.\d]+)" lon="([-+.\d]+)"\s*>\s*(?:<ele>([-+.\d]+)<\/ele>\s*)?(?:<time>[-+.:\dTZ]+<\/time>\s*)?<\/trkpt>\s*/g;
/** Stands where plain points were. */
const TAKEN = "gull-taken-points";

/** Takes the plain points out, which are most of a long file: reading XML strictly takes several times as long. */
function withoutPlainPoints(text: string): [rest: string, taken: TrackPoint[][]] {
  if (/<!|<\?(?!xml )/.test(text) || text.includes(TAKEN)) return [text, []];
  const runs: TrackPoint[][] = [];
  const rest: string[] = [];
  let [from, end] = [0, -1];
  PLAIN.lastIndex = 0;
  for (let found = PLAIN.exec(text); found !== null; found = PLAIN.exec(text)) {
    const point = pointAt(found[1]!, found[2]!);
    if (point === null) continue;
    const height = found[3] === undefined ? NaN : Number(found[3]);
    if (Number.isFinite(height) && isHeight(height)) point.elevationM = height;
    if (found.index === end) runs.at(-1)!.push(point);
    else {
      rest.push(text.slice(from, found.index), `<${TAKEN}/>`);
      runs.push([point]);
    }
    from = end = PLAIN.lastIndex;
  }
  return [runs.length === 0 ? text : [...rest, text.slice(from)].join(""), runs];
}

const pointAt = (lat: string, lon: string): TrackPoint | null => {
  const [latDeg, lonDeg] = [Number(lat), Number(lon)];
  const placed = Math.abs(latDeg) <= 90 && Math.abs(lonDeg) <= 180 && lat.trim() !== "" && lon.trim() !== "";
  return placed ? { latDeg, lonDeg, elevationM: null } : null;
};

/** Reads a file again that is not whole, now counting its lines. */
function whereItBreaks(text: string): Result<Track> {
  try {
    return parse(text, [], true);
  } catch (error) {
    return bad(
      `The file is not whole GPX: ${error instanceof Error ? error.message.replace(/^undefined:/, "line ") : "it cannot be read"}.`,
    );
  }
}

/** Elements whose words are read; what is said in all others is passed over. */
const READ = new Set(["ele", "name"]);
const localOf = (tag: string): string => {
  const colon = tag.indexOf(":");
  return colon < 0 ? tag : tag.slice(colon + 1);
};

/**
 * @param taken points that were taken out before, a run for each mark that stands for one
 * @param position lines are counted, so that an error names its own: a fifth slower
 */
function parse(text: string, taken: readonly TrackPoint[][], position = false): Result<Track> {
  let runs = 0;
  const tracks: TrackPoint[] = [];
  const routes: TrackPoint[] = [];
  let [name, words, unplaced] = ["", "", 0];
  let point: TrackPoint | null = null;
  const path: string[] = [];
  // The element whose words are wanted now.
  let reads = false;
  const parser = new SaxesParser({ position });
  parser.on("error", (error) => {
    throw error;
  });
  parser.on("doctype", () => refuse("The file declares a document type, which no GPX needs: it is not read."));
  parser.on("opentag", ({ name: tag, attributes }) => {
    const stood = tag === TAKEN && taken.length > 0 ? "trkpt" : tag;
    const local = localOf(tag);
    if (path.length === 0 && local !== "gpx") refuse(`This is not a GPX file: it begins with <${stood.slice(0, 30)}>.`);
    if (stood !== tag) {
      const run = taken[runs]!;
      runs += 1;
      if (tracks.length + run.length > ROUTE_LIMITS.points) refuse(TOO_MANY);
      for (const one of run) tracks.push(one);
      // As after any point that ends.
      point = null;
    }
    path.push(local);
    words = "";
    reads = READ.has(local);
    if (local !== "trkpt" && local !== "rtept") return;
    const { lat = "", lon = "" } = attributes as { lat?: string; lon?: string };
    point = pointAt(lat, lon);
    if (!point) unplaced += 1;
  });
  parser.on("text", (piece) => {
    if (reads && words.length < 200) words += piece;
  });
  parser.on("closetag", () => {
    const local = path.pop();
    reads = false;
    if (local === "trkpt" || local === "rtept") {
      if (!point) return;
      const points = local === "trkpt" ? tracks : routes;
      if (points.length >= ROUTE_LIMITS.points) refuse(TOO_MANY);
      points.push(point);
      point = null;
      return;
    }
    if (local !== "ele" && local !== "name") return;
    const said = words.trim();
    words = "";
    if (local === "name") {
      if (name === "" && ["trk", "rte", "metadata"].includes(path.at(-1) ?? "")) name = said.slice(0, 80);
    } else if (point && said !== "" && Number.isFinite(Number(said)) && isHeight(Number(said))) point.elevationM = Number(said);
  });
  parser.write(text).close();
  if (path.length > 0 || (tracks.length === 0 && routes.length === 0 && unplaced === 0))
    return bad("The file holds no track and no route.");
  const points = tracks.length > 0 ? tracks : routes;
  if (points.length < 2) return bad("The file holds one point only: a route wants two or more.");
  return good({
    name,
    points,
    repairs: unplaced > 0 ? [`${unplaced} point${unplaced === 1 ? "" : "s"} without a readable place left out`] : [],
  });
}
