import type { Job } from "@/core/job/job";
import { massOf, rideOf } from "@/core/job/rideOf";
import { guard, guardKept } from "@/core/settings/guard";
import { leastHillA } from "@/core/settings/health";
import { lastRead } from "@/core/settings/lastRead";
import type { SettingsTalk } from "@/core/settings/settledSchema";
import type { ParameterSheet, Values } from "@/core/settings/sheetSchema";
import { differs, readStandIn, writeStandIn } from "@/core/settings/talk";
import { familyOf } from "@/core/settings/wanted";
import { NAMELESS } from "./sealed";
import { assessOn, done, refused, type Bench, type UseCase } from "../useCase";

/** What the stand-in of a job holds by now: as delivered before anybody wrote to it, or with another family. */
const heldBy = (job: Job, sheet: ParameterSheet): Values => {
  const last = job.talks.findLast(({ family }) => family === sheet.family);
  return last?.standIn ?? {};
};

const talked = (job: Job, bench: Bench, sheet: ParameterSheet, talk: Omit<SettingsTalk, "at" | "by" | "family">): Job["talks"] =>
  // The oldest go: what counts is what it holds now and what it held before.
  [...job.talks, { ...talk, at: bench.at, by: bench.by, family: sheet.family }].slice(-40);

/** Reads the controller's settings. */
export const readSettings: UseCase<"read settings"> = (job, command, bench) => {
  if (bench.by.trim() === "") return refused(NAMELESS);
  const { fit, steps } = assessOn(job, bench);
  if (steps.length === 0) return refused("There is no controller yet: choose a motor in Drive.");
  const sheet = familyOf(fit.build);
  const { came, holds } = readStandIn(sheet, heldBy(job, sheet), command.line);
  if (!came.ok) return refused(`${came.error} Nothing was read.`);
  const talk = { state: "read" as const, says: "", before: came.value, after: came.value, standIn: holds };
  return done({ talks: talked(job, bench, sheet, talk) }, `Settings read: ${sheet.family}`);
};

/** Writes settings once nothing speaks against them: what came of it is kept, whatever it was. */
export const writeSettings: UseCase<"write settings"> = (job, command, bench) => {
  if (bench.by.trim() === "") return refused(NAMELESS);
  const { fit, steps, promises } = assessOn(job, bench);
  if (steps.length === 0) return refused("There is no controller yet: choose a motor in Drive.");
  const sheet = familyOf(fit.build);
  if (Object.keys(command.values).length === 0) return refused("Nothing is to be written.");
  const { input } = rideOf(fit.build, job.wish, massOf(promises));
  const leastA = input && leastHillA(input);
  const told = [
    ...guard(sheet, command.values, fit.build, leastA),
    ...guardKept(sheet, lastRead(job.talks, sheet), command.values, fit.build, leastA),
  ];
  const stops = told.filter(({ stop }) => stop);
  if (stops.length > 0) return refused(`Not written. ${stops.map(({ says }) => says).join(" ")}`);
  if (told.length > 0 && !command.confirmed)
    return {
      ok: false,
      error: {
        kind: "ask",
        says: `${told.map(({ says }) => says).join(" ")} Write it all the same?`,
        perhaps: null,
        value: told.length,
      },
    };
  const { came, holds } = writeStandIn(sheet, heldBy(job, sheet), command.values, command.line);
  const after = came.state === "verified" ? came.after : null;
  const says = came.state === "verified" ? "" : came.says;
  const talk = { state: came.state, says, before: came.before, after, standIn: holds };
  const count = came.state === "verified" ? differs(came.before, came.after).length : 0;
  return done(
    { talks: talked(job, bench, sheet, talk) },
    came.state === "verified"
      ? `Settings written and read back: ${sheet.family}, ${count} changed`
      : came.state === "unknown"
        ? `NOT KNOWN what the controller holds: ${says}`
        : `Settings not written: ${says}`,
  );
};
