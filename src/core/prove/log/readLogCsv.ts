import Papa from "papaparse";
import { bad, good, type Result } from "../../result";
import { isHeight } from "../../route/limits";
import { plainFigure } from "../../units/plainFigure";
import { FIELDS, ROLE_UNITS, understood, type Said, type Understood } from "./columns";
import { emptyPoint, LOG_LIMITS, TOO_LARGE, TOO_MANY, type LogPoint, type RawLog } from "./rawLog";

/** What is wrong with a file, or what has to be said about its columns first. */
export type LogIssue = { readonly says: string; readonly columns?: readonly Understood[] };

/**
 * A meter's or a head unit's recording as a table: comma, semicolon or tab between, decimal commas with a semicolon. Lines before the
 * head are passed over.
 * @param chosen what somebody said of columns, by their heads: goes before what is understood
 * @returns the points, or what is wrong with which line; with all columns as they were understood where one is in doubt
 */
export function readLogCsv(text: string, chosen: Readonly<Record<string, Said>> = {}): Result<RawLog, LogIssue> {
  if (text.length > LOG_LIMITS.bytes) return bad({ says: TOO_LARGE });
  if (text.includes("\u0000")) return bad({ says: "This is not a table: it holds bytes that no text has." });
  const rows = Papa.parse<string[]>(text.replace(/^\uFEFF/, "").trim(), { skipEmptyLines: "greedy" }).data;
  if (rows.length === 0) return bad({ says: "The file holds nothing." });
  const isHead = (row: readonly string[]) =>
    row.length > 1 &&
    row.every((cell) => plainFigure(cell) === null) &&
    row.some((cell) => understood(cell).said.role !== "nothing that is used");
  const headAt = rows.slice(0, 40).findIndex(isHead);
  if (headAt < 0) return bad({ says: "No line names the columns: the first wants time, speed, volts, amps or the like." });
  const heads = rows[headAt]!.map((head) => head.trim());
  const columns = heads.map((head): Understood => {
    const said = Object.hasOwn(chosen, head) ? chosen[head] : undefined;
    return said && Object.hasOwn(ROLE_UNITS, said.role) && Object.hasOwn(ROLE_UNITS[said.role], said.unit)
      ? { head, said, asks: null }
      : understood(head);
  });
  if (columns.some(({ asks }) => asks !== null)) return bad({ says: "Say what these columns are.", columns });
  const twice = twiceIn(columns);
  if (twice) return bad({ says: `Two columns are “${twice}”: say which one counts.`, columns });
  const time = columns.findIndex(({ said }) => said.role === "time");
  if (time < 0) return bad({ says: "No column says the time: a ride cannot be made of it.", columns });
  const body = rows.slice(headAt + 1);
  if (body.length > LOG_LIMITS.points) return bad({ says: TOO_MANY });
  const used = columns.flatMap(({ said }, i) => {
    const field = FIELDS[said.role];
    return field ? [{ i, field, said, per: ROLE_UNITS[said.role][said.unit]! }] : [];
  });
  const { unit } = columns[time]!.said;
  const points: LogPoint[] = [];
  let [unread, beganS]: [number, number | null] = [0, null];
  for (const [i, row] of body.entries()) {
    const seconds = unit === "date and time" ? dateS(row[time]) : clockS(row[time], ROLE_UNITS.time[unit]!);
    if (seconds === null) {
      // A file that ends in the middle of its last line.
      if (i === body.length - 1) continue;
      unread += 1;
      if (unread > 20 && unread > points.length)
        return bad({
          says: `Line ${headAt + i + 2}: the time “${(row[time] ?? "").slice(0, 30)}” is none that can be read.`,
          columns,
        });
      continue;
    }
    beganS ??= seconds;
    const point = emptyPoint(seconds - beganS);
    for (const { i: at, field, said, per } of used) {
      const value = plainFigure(row[at]);
      if (value === null) continue;
      point[field] = said.unit === "°F" ? ((value - 32) * 5) / 9 : value * per;
    }
    if (point.heightM !== null && !isHeight(point.heightM)) point.heightM = null;
    points.push(point);
  }
  if (points.length === 0) return bad({ says: "No line has a time that can be read.", columns });
  return good({
    name: "",
    beganAt: unit === "date and time" && beganS !== null ? new Date(1000 * beganS).toISOString() : null,
    points,
    repairs: unread > 0 ? [`${unread} line${unread === 1 ? "" : "s"} without a readable time left out`] : [],
  });
}

function twiceIn(columns: readonly Understood[]): string | null {
  const seen = new Set<string>();
  for (const { said } of columns) {
    if (said.role === "nothing that is used") continue;
    if (seen.has(said.role)) return said.role;
    seen.add(said.role);
  }
  return null;
}

const dateS = (cell: string | undefined): number | null => {
  const said = (cell ?? "").trim();
  const plain = plainFigure(said);
  // Seconds or milliseconds since 1970.
  if (plain !== null) return plain > 1e11 ? plain / 1000 : plain > 1e8 ? plain : null;
  const ms = Date.parse(/[zZ]$|[+-]\d\d:?\d\d$/.test(said) ? said : `${said.replace(" ", "T")}Z`);
  return Number.isFinite(ms) ? ms / 1000 : null;
};

/** A figure of its unit, or a clock as `h:mm:ss` or `mm:ss`. */
const clockS = (cell: string | undefined, per: number): number | null => {
  const plain = plainFigure(cell);
  if (plain !== null) return plain * per;
  const clock = /^(?:(\d{1,3}):)?([0-5]?\d):([0-5]?\d(?:\.\d+)?)$/.exec((cell ?? "").trim());
  if (clock) return 3600 * Number(clock[1] ?? 0) + 60 * Number(clock[2]) + Number(clock[3]);
  return dateS(cell);
};
