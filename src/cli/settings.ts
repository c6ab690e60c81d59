import { assess } from "@/core/job/assess";
import { massOf, rideOf } from "@/core/job/rideOf";
import { motorsOf } from "@/core/fit/build";
import { guard, guardKept } from "@/core/settings/guard";
import { leastHillA } from "@/core/settings/health";
import { lastRead } from "@/core/settings/lastRead";
import { writeStandIn } from "@/core/settings/talk";
import { familyOf, wantedValues } from "@/core/settings/wanted";
import { formatNumber } from "@/core/units/formatQuantity";
import { readJob } from "./fit";
import type { Told } from "./told";

/**
 * What a job wants of its controller, and what speaks against it; with `--write` it is written to the stand-in and read back.
 * Exit 0 nothing speaks against it, 3 something is asked about, 4 something stops it or it was not written, 2 unreadable.
 */
export async function settingsOfFile(words: readonly string[], input: () => string, now: string): Promise<Told> {
  const flags = ["--json", "--write"];
  const strange = words.find((word) => word.startsWith("-") && !flags.includes(word));
  const wrong = (message: string): Told => ({ exit: 2, error: `${JSON.stringify({ error: { message } })}\n` });
  if (strange !== undefined) return wrong(`settings has no ${strange}: only ${flags.join(" and ")}`);
  const [name, ...more] = words.filter((word) => !flags.includes(word));
  if (name === undefined || more.length > 0) return wrong("settings wants a job file");
  const read = await readJob(name, input);
  if ("exit" in read) return read;
  const { job, house, catalogue } = read;
  const { fit, promises } = assess(job, catalogue, house, now.slice(0, 10));
  if (motorsOf(fit.build).length === 0) return wrong("the job has no motor yet");
  const sheet = familyOf(fit.build);
  const { values, why } = wantedValues(sheet, fit.build);
  const reckoned = rideOf(fit.build, job.wish, massOf(promises)).input;
  const leastA = reckoned && leastHillA(reckoned);
  const told = [
    ...guard(sheet, values, fit.build, leastA),
    ...guardKept(sheet, lastRead(job.talks, sheet) ?? {}, values, fit.build, leastA),
  ];
  const stops = told.some(({ stop }) => stop);
  const held = job.talks.findLast(({ family }) => family === sheet.family)?.standIn ?? {};
  const written = words.includes("--write") && !stops ? writeStandIn(sheet, held, values, "as it should be").came : null;
  const exit = stops || (written !== null && written.state !== "verified") ? 4 : told.length > 0 ? 3 : 0;
  if (words.includes("--json"))
    return { exit, out: `${JSON.stringify({ family: sheet.family, version: sheet.version, values, why, told, written })}\n` };
  const rows = [
    ["setting", "wanted", "delivered", "why"],
    ...sheet.parameters.map(({ id, says, unit, delivered }) => [
      says,
      values[id] === undefined ? "left as it is" : `${formatNumber(values[id], 2)} ${unit}`,
      `${formatNumber(delivered, 2)} ${unit}`,
      why[id] ?? "",
    ]),
  ];
  const width = (column: number) => Math.max(...rows.map((row) => row[column]!.length));
  const lines = [
    `${sheet.family}, version ${sheet.version}`,
    ...rows.map((row) =>
      row
        .map((cell, i) => cell.padEnd(width(i)))
        .join("  ")
        .trimEnd(),
    ),
    ...told.map(({ stop, says }) => `${stop ? "stop" : "ask"}: ${says}`),
    ...(written === null
      ? []
      : [written.state === "verified" ? "written to the stand-in and read back" : `${written.state}: ${written.says}`]),
  ];
  return { exit, out: lines.map((line) => `${line}\n`).join("") };
}
