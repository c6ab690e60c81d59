import Papa from "papaparse";
import { bad, good, type Result } from "../result";
import { plainFigure } from "../units/plainFigure";
import { isHeight, ROUTE_LIMITS } from "./limits";
import { evenProfile, filled, type Profile } from "./profile";

/** Words that a head may use, in small letters; a column called just km or m is the distance too. */
const DISTANCE = ["distance", "dist", "way"];
const ELEVATION = ["elevation", "ele", "height", "altitude", "alt"];

/**
 * A route as a table of distance and elevation, comma, semicolon or tab between; decimal commas with a semicolon. Distances are in
 * kilometres where the head says km (or there is none and they end under 1,000), else in metres; elevation in metres.
 * @returns the profile, or what is wrong with the line it is in
 */
export function readRouteCsv(text: string): Result<Profile> {
  if (text.length > ROUTE_LIMITS.bytes) return bad("The file is larger than 50 MB: export it with fewer points.");
  if (text.includes("\u0000")) return bad("This is not a table: it holds bytes that no text has.");
  const rows = Papa.parse<string[]>(text.replace(/^\uFEFF/, "").trim(), { skipEmptyLines: "greedy" }).data;
  if (rows.length === 0) return bad("The file holds nothing.");
  const head = rows[0]!.map((cell) => cell.trim().toLowerCase());
  const hasHead = head.some((cell) => /[a-z]/.test(cell));
  const column = (words: readonly string[], otherwise: number): number => {
    if (!hasHead) return otherwise;
    const named = head.findIndex((cell) => words.some((word) => wordsOf(cell).includes(word)));
    return named < 0 && words === DISTANCE ? head.findIndex((cell) => cell === "km" || cell === "m") : named;
  };
  const [d, e] = [column(DISTANCE, 0), column(ELEVATION, 1)];
  if (d < 0 || e < 0 || d === e)
    return bad("The first line must name the columns “distance” and “elevation”, or the file hold just those two.");
  const body = rows.slice(hasHead ? 1 : 0);
  if (body.length > ROUTE_LIMITS.points) return bad("The file holds more than 500,000 points: export it with fewer.");

  const way: number[] = [];
  const heights: (number | null)[] = [];
  for (const [i, row] of body.entries()) {
    const line = i + (hasHead ? 2 : 1);
    const at = plainFigure(row[d]);
    if (at === null) return bad(`Line ${line}: the distance “${(row[d] ?? "").slice(0, 20)}” is no figure.`);
    if (way.length > 0 && at < way.at(-1)!) return bad(`Line ${line}: the distance goes backwards, from ${way.at(-1)} to ${at}.`);
    const height = plainFigure(row[e]);
    if (height !== null && !isHeight(height))
      return bad(`Line ${line}: an elevation of ${height} m is no height that anybody rides at.`);
    if (at === way.at(-1)) continue;
    way.push(at);
    heights.push(height);
  }
  if (way.length < 2) return bad("The file holds one point only: a route wants two or more.");
  const known = heights.filter((height) => height !== null).length;
  if (known === 0) return bad("The file has no heights: export it with elevation, or give the route by hand.");
  const inKm = hasHead ? wordsOf(head[d]!).includes("km") : way.at(-1)! < 1000;
  const metres = way.map((at) => (at - way[0]!) * (inKm ? 1000 : 1));
  const repairs = known < heights.length ? [`${heights.length - known} missing heights filled in straight`] : [];
  const made = evenProfile({ way: metres, height: filled(metres, heights), place: [], origin: null, repairs });
  return made.ok ? good(made.value) : made;
}

const wordsOf = (cell: string): string[] => cell.split(/[^a-z]+/);
