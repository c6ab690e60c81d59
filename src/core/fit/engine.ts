import { donorItem, type DonorKey } from "../donor/items";
import { formatNumber } from "../units/formatQuantity";
import type { Build, Supplied } from "./build";
import { joinEffects } from "./effect";
import { isOpen, VERDICTS, type Finding, type Outcome, type Override, type Remedy, type Verdict } from "./finding";
import { RULES } from "./rules";
import { surveyOf, Unmeasured, type Rule, type Survey } from "./rule";

/** A remedy that the job took, by the keys that stay the same from run to run. */
export type Accepted = { readonly finding: string; readonly remedy: string };

export type AppliedRemedy = { readonly finding: string; readonly title: string; readonly remedy: Remedy };

export type Fit = {
  readonly findings: readonly Finding[];
  readonly applied: readonly AppliedRemedy[];
  /** Accepted once, but no finding offers them now: they add nothing to the sheet. */
  readonly idle: readonly Accepted[];
  readonly unusedOverrides: readonly Override[];
  /** The build with everything the remedies brought. */
  readonly build: Build;
};

/**
 * Runs every rule, applies the accepted remedies that the findings offer, and runs again until nothing new applies.
 * The applied set only grows and is no larger than `accepted`, so it ends; what it ends in does not depend on the order of accepting.
 */
export function fit(
  base: Omit<Build, "geometry">,
  accepted: readonly Accepted[],
  overrides: readonly Override[] = [],
  rules: readonly Rule[] = RULES,
): Fit {
  const applied: AppliedRemedy[] = [];
  const survey = surveyOf(base.donor);
  for (;;) {
    const build = withRemedies(base, applied);
    const findings = runRules(rules, survey, build);
    const next = newlyApplied(findings, accepted, applied);
    if (next.length === 0) return close(findings, build, accepted, overrides, applied);
    applied.push(...next);
  }
}

function withRemedies(base: Omit<Build, "geometry">, applied: readonly AppliedRemedy[]): Build {
  const brought: Supplied[] = applied.flatMap(({ finding, remedy }) =>
    remedy.parts.flatMap((need) => {
      const part = need.partId === null ? undefined : base.catalogue.parts.get(need.partId);
      return part ? [{ part, quantity: need.quantity, origin: { type: "remedy" as const, finding, remedy: remedy.id } }] : [];
    }),
  );
  return { ...base, supplied: [...base.supplied, ...brought], geometry: joinEffects(applied.map((a) => a.remedy.effect)) };
}

/** In one round each finding takes at most one of its accepted remedies, the first that it offers. */
function newlyApplied(
  findings: readonly Finding[],
  accepted: readonly Accepted[],
  applied: readonly AppliedRemedy[],
): AppliedRemedy[] {
  if (accepted.length === applied.length) return [];
  const has = (finding: string, remedy: string) => applied.some((a) => a.finding === finding && a.remedy.id === remedy);
  return findings.flatMap((finding) => {
    const remedy = finding.remedies.find(
      (r) => accepted.some((a) => a.finding === finding.key && a.remedy === r.id) && !has(finding.key, r.id),
    );
    return remedy ? [{ finding: finding.key, title: finding.title, remedy }] : [];
  });
}

function runRules(rules: readonly Rule[], survey: Survey, build: Build): Finding[] {
  return rules.flatMap((rule) => rule.subjects(build).map((subject) => findingOf(rule, subject, survey, build)));
}

function findingOf(rule: Rule, subject: unknown, survey: Survey, build: Build): Finding {
  const key = `${rule.id} ${rule.key(subject)}`;
  const outcome = settleUncertainty(outcomeOf(rule, subject, survey, build));
  const acknowledged = outcome.verdict === "adapt" && build.geometry.flags.has(`acknowledged ${key}`);
  return {
    remedies: [],
    settle: [],
    safety: false,
    ...outcome,
    key,
    rule: rule.id,
    title: typeof rule.title === "string" ? rule.title : rule.title(subject),
    why: rule.why,
    place: rule.place(subject),
    basis: outcome.basis ?? rule.basis,
    applied: [],
    settled: acknowledged,
  };
}

function outcomeOf(rule: Rule, subject: unknown, survey: Survey, build: Build): Outcome {
  const missing = rule.needs(subject).filter((key) => build.donor[key] === undefined);
  if (missing.length > 0) return unmeasured(missing);
  try {
    return rule.check(subject, survey, build);
  } catch (error) {
    if (error instanceof Unmeasured) return unmeasured([error.key]);
    throw error;
  }
}

const unmeasured = (keys: readonly DonorKey[]): Outcome => ({
  verdict: "measure",
  says: `Not measured yet: ${keys.map((key) => donorItem(key).label.toLowerCase()).join(", ")}.`,
  figures: [],
  settle: keys,
});

/** A margin smaller than what the measurements leave open decides nothing, on either side of the limit; equal is enough. */
function settleUncertainty(outcome: Outcome): Outcome {
  const { margin, verdict } = outcome;
  if (!margin || verdict === "measure" || margin.plusMinus === 0 || Math.abs(margin.value) >= margin.plusMinus - 1e-9)
    return outcome;
  return {
    ...outcome,
    verdict: "measure",
    says: `${outcome.says} The margin of ${formatNumber(margin.value, 2)} ${margin.unit} is within ± ${formatNumber(margin.plusMinus, 2)}: measure it better.`,
    remedies: [],
  };
}

function close(
  findings: readonly Finding[],
  build: Build,
  accepted: readonly Accepted[],
  overrides: readonly Override[],
  applied: readonly AppliedRemedy[],
): Fit {
  const used = new Set<Override>();
  const closed = findings.map((finding) => {
    const override = overrides.find((o) => o.finding === finding.key);
    const mayOverride = override !== undefined && !finding.safety && isOpen(finding);
    if (mayOverride) used.add(override);
    return {
      ...finding,
      applied: applied.filter((a) => a.finding === finding.key).map((a) => a.remedy),
      settled: finding.settled || mayOverride,
      ...(mayOverride && { overridden: override }),
    };
  });
  closed.sort((a, b) => rank(a) - rank(b));
  return {
    findings: closed,
    applied,
    idle: accepted.filter((a) => !applied.some((done) => done.finding === a.finding && done.remedy.id === a.remedy)),
    unusedOverrides: overrides.filter((o) => !used.has(o)),
    build,
  };
}

/** Open ones first, the worst at the top; the order within is the rules' own. */
const rank = (finding: Finding) => (isOpen(finding) ? VERDICTS.indexOf(finding.verdict) : VERDICTS.length);

/** How many findings of each verdict are still open, and how many are clear or settled. */
export function countVerdicts(findings: readonly Finding[]): Record<Verdict, number> {
  const counts: Record<Verdict, number> = { clear: 0, adapt: 0, measure: 0, stop: 0 };
  for (const finding of findings) counts[isOpen(finding) ? finding.verdict : "clear"] += 1;
  return counts;
}
