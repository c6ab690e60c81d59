import { fitOf } from "@/core/job/assess";
import { isOpen } from "@/core/fit/finding";
import { placesOf } from "@/core/fit/rivals";
import { done, refused, type UseCase } from "../useCase";

/** Accepts a remedy that a finding offers now: its parts, steps and effects are in force from here on. */
export const accept: UseCase<"accept"> = (job, command, bench) => {
  const finding = fitOf(job, bench.catalogue, bench.house).findings.find((f) => f.key === command.finding);
  const remedy = finding?.remedies.find((r) => r.id === command.remedy);
  if (!finding || !remedy) return refused("That remedy is not offered any more: the build has changed.");
  if (job.accepted.some((a) => a.finding === command.finding && a.remedy === command.remedy))
    return refused("That remedy is already accepted.");
  const accepted = [...job.accepted, { finding: finding.key, remedy: remedy.id, at: bench.at, by: bench.by }];
  // What the new decision displaces is dropped from the job, and said in its history.
  const before = fitOf(job, bench.catalogue, bench.house);
  const after = fitOf({ ...job, accepted }, bench.catalogue, bench.house);
  const gone = before.applied.filter(
    (a) =>
      placesOf(a, before.build).length > 0 && !after.applied.some((b) => b.finding === a.finding && b.remedy.id === a.remedy.id),
  );
  const kept = accepted.filter((a) => !gone.some((g) => g.finding === a.finding && g.remedy.id === a.remedy));
  const instead = gone.length > 0 ? `, in place of ${gone.map((g) => g.remedy.title).join(" and ")}` : "";
  return done({ accepted: kept }, `${finding.title}: ${remedy.title}${instead}`);
};

export const takeBack: UseCase<"take back"> = (job, command) => {
  const accepted = job.accepted.filter((a) => !(a.finding === command.finding && a.remedy === command.remedy));
  return accepted.length < job.accepted.length
    ? done({ accepted }, "Remedy taken back")
    : refused("That remedy is not accepted.");
};

/** Overrides a rule of thumb with a reason that is kept; a safety stop stays and says what would lift it. */
export const override: UseCase<"override"> = (job, command, bench) => {
  const finding = fitOf(job, bench.catalogue, bench.house).findings.find((f) => f.key === command.finding);
  if (!finding) return refused("That finding is gone: the build has changed.");
  if (finding.safety)
    return refused(
      `This is a safety ${finding.verdict}, which nobody may override.${finding.lifts ? ` What lifts it: ${finding.lifts}.` : ""}`,
    );
  if (!isOpen(finding)) return refused("There is nothing to override.");
  if (finding.verdict === "measure") return refused("This wants a measurement or a choice, not an override.");
  const overrides = [
    ...job.overrides.filter((o) => o.finding !== command.finding),
    { finding: command.finding, reason: command.reason, at: bench.at, by: bench.by },
  ];
  return done({ overrides }, `${finding.title} overridden: ${command.reason}`);
};

export const withdrawOverride: UseCase<"withdraw override"> = (job, command) => {
  const overrides = job.overrides.filter((o) => o.finding !== command.finding);
  return overrides.length < job.overrides.length
    ? done({ overrides }, "Override withdrawn")
    : refused("There is no such override.");
};

/** A remedy that is not wanted: it stays in the list, last and struck out. */
export const refuse: UseCase<"refuse"> = (job, command, bench) => {
  const finding = fitOf(job, bench.catalogue, bench.house).findings.find((f) => f.key === command.finding);
  const remedy = finding?.remedies.find((r) => r.id === command.remedy);
  if (!finding || !remedy) return refused("That remedy is not offered any more: the build has changed.");
  if (job.refused.some((r) => r.finding === command.finding && r.remedy === command.remedy))
    return refused("It is already refused.");
  return done(
    { refused: [...job.refused, { finding: finding.key, remedy: remedy.id, at: bench.at, by: bench.by }] },
    `${finding.title}: not ${remedy.title}`,
  );
};

export const offerAgain: UseCase<"offer again"> = (job, command) => {
  const kept = job.refused.filter((r) => !(r.finding === command.finding && r.remedy === command.remedy));
  return kept.length < job.refused.length
    ? done({ refused: kept }, "Remedy offered again")
    : refused("That remedy was not refused.");
};
