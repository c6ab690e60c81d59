import { doubtsIn, trusted } from "../donor/donor";
import { donorItem, type DonorKey } from "../donor/items";
import { formatNumber } from "../units/formatQuantity";
import type { Build, Supplied } from "./build";
import { joinEffects } from "./effect";
import { changedBetween, knowsOf, learn, stillKnown, type Known } from "./known";
import { besides, outdone } from "./rivals";
import { isOpen, VERDICTS, type Finding, type Outcome, type Override, type Remedy } from "./finding";
import { OVERRIDABLE_STOPS } from "./overridable";
import { RULES } from "./rules";
import { surveyOf, Unasked, Unmeasured, Unstated, type Rule, type Survey } from "./rule";

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
 * @param reads collects the survey items that the rules look at on the build it ends in
 */
export function fit(
  given: Omit<Build, "geometry" | "doubts">,
  accepted: readonly Accepted[],
  overrides: readonly Override[] = [],
  rules: readonly Rule[] = RULES,
  known?: Known,
  reads?: Set<DonorKey>,
): Fit {
  // Field by field: what begins with a spread and then gains a field has a shape of its own at every run, which slows what reads it.
  const base: Omit<Build, "geometry"> = {
    donor: trusted(given.donor),
    supplied: given.supplied,
    house: given.house,
    catalogue: given.catalogue,
    asked: given.asked,
    doubts: doubtsIn(given.donor),
    readings: given.readings ?? NO_READINGS,
    found: given.found ?? NONE,
    off: given.off ?? NONE,
    leftIn: given.leftIn ?? NONE,
  };
  const survey = surveyOf(base.donor);
  let inForce = accepted;
  for (;;) {
    const { build, applied } = settle(base, survey, inForce, rules);
    // One place, one part: of two decisions for it the later stands, and the other is as if it were never taken.
    const earlier = outdone(applied, inForce, build);
    if (earlier === undefined) {
      const last = reads ? surveyOf(base.donor, reads) : survey;
      const findings =
        known && knowsOf(known, given)
          ? runAgain(known, rules, last, build, reads)
          : runRules(rules, last, build, undefined, reads);
      return close(findings, build, accepted, overrides, applied);
    }
    inForce = inForce.filter((one) => one !== earlier);
  }
}

/**
 * What the rules answer on a bike as it was fitted, and what each looked at: a fit of the same bike with other remedies asks only those
 * rules again that looked at what is another then.
 */
export function knownFit(given: Omit<Build, "geometry" | "doubts">, { build }: Pick<Fit, "build">): Known {
  const ask = (watchedBuild: Build, rule: Rule, reads: Set<DonorKey>) =>
    runRules([rule], surveyOf(watchedBuild.donor, reads), watchedBuild, undefined, reads);
  return learn(given, build, ask, RULES);
}

/** The rules on a build that differs from the known one by some remedies: asked again only where it matters. */
function runAgain(
  known: Known,
  rules: readonly Rule[],
  survey: Survey,
  build: Build,
  reads?: Set<DonorKey>,
): Writable<Finding>[] {
  const changed = changedBetween(known.build, build);
  return rules.flatMap((rule) => {
    const answer = stillKnown(known, rule, changed);
    if (!answer) return runRules([rule], survey, build, undefined, reads);
    if (reads) for (const key of answer.reads) reads.add(key);
    return answer.findings.map(copyOf);
  });
}

/** A finding of its own, with the fields in the engine's order: what is accepted of it is written into it. */
function copyOf(one: Finding): Writable<Finding> {
  const finding: Writable<Finding> = {
    key: one.key,
    rule: one.rule,
    title: one.title,
    why: one.why,
    place: one.place,
    verdict: one.verdict,
    says: one.says,
    figures: one.figures,
    remedies: one.remedies,
    settle: one.settle,
    safety: one.safety,
    basis: one.basis,
    applied: NONE,
    settled: one.settled,
  };
  return withRest(finding, one);
}

/** Gives a finding what only some have. */
function withRest(
  finding: Writable<Finding>,
  { margin, lifts, choose, sheetOf, asks, caution }: Outcome | Finding,
): Writable<Finding> {
  if (margin) finding.margin = margin;
  if (lifts !== undefined) finding.lifts = lifts;
  if (choose !== undefined) finding.choose = choose;
  if (sheetOf !== undefined) finding.sheetOf = sheetOf;
  if (asks) finding.asks = true;
  if (caution) finding.caution = caution;
  return finding;
}

/** Applies what is accepted and offered until nothing new applies. */
function settle(base: Omit<Build, "geometry">, survey: Survey, accepted: readonly Accepted[], rules: readonly Rule[]) {
  const applied: AppliedRemedy[] = [];
  let build = withRemedies(base, applied);
  while (applied.length < accepted.length) {
    // Only a finding with something accepted and not yet in force can bring something new: the others are met once, at the end.
    const waiting = new Set<string>();
    for (const a of accepted) if (!isApplied(applied, a.finding, a.remedy)) waiting.add(a.finding);
    const next = newlyApplied(runRules(rulesOf(waiting, rules), survey, build, waiting), accepted, applied);
    if (next.length === 0) break;
    applied.push(...next);
    build = withRemedies(base, applied);
  }
  return { build, applied };
}

const isApplied = (applied: readonly AppliedRemedy[], finding: string, remedy: string) =>
  applied.some((a) => a.finding === finding && a.remedy.id === remedy);

function rulesOf(findingKeys: ReadonlySet<string>, rules: readonly Rule[]): Rule[] {
  const ids = new Set<string>();
  for (const key of findingKeys) ids.add(key.slice(0, key.indexOf(" ")));
  return rules.filter((rule) => ids.has(rule.id));
}

function withRemedies(base: Omit<Build, "geometry">, applied: readonly AppliedRemedy[]): Build {
  const brought: Supplied[] = applied.flatMap(({ finding, remedy }) =>
    remedy.parts.flatMap((need) => {
      const part = need.partId === null ? undefined : base.catalogue.parts.get(need.partId);
      return part ? [{ part, quantity: need.quantity, origin: { type: "remedy" as const, finding, remedy: remedy.id } }] : [];
    }),
  );
  const { kept, spare } =
    brought.length === 0 ? { kept: base.supplied, spare: [] } : besides(base.supplied, brought, base as Build);
  return {
    donor: base.donor,
    supplied: brought.length === 0 ? base.supplied : kept.concat(brought),
    spare,
    geometry: joinEffects(applied.map((a) => a.remedy.effect)),
    house: base.house,
    catalogue: base.catalogue,
    asked: base.asked,
    doubts: base.doubts ?? [],
    readings: base.readings ?? NO_READINGS,
    found: base.found ?? NONE,
    off: base.off ?? NONE,
    leftIn: base.leftIn ?? NONE,
    memo: {},
  };
}

/** In one round each finding takes at most one of its accepted remedies, the first that it offers. */
function newlyApplied(
  findings: readonly Finding[],
  accepted: readonly Accepted[],
  applied: readonly AppliedRemedy[],
): AppliedRemedy[] {
  return findings.flatMap((finding) => {
    const remedy = finding.remedies.find(
      (r) => accepted.some((a) => a.finding === finding.key && a.remedy === r.id) && !isApplied(applied, finding.key, r.id),
    );
    return remedy ? [{ finding: finding.key, title: finding.title, remedy }] : [];
  });
}

/**
 * Each rule on each of its subjects in a build as it is, nothing closed or sorted.
 * @param only the keys of the findings wanted; all when it is left out
 * @param reads collects the items that the rules always need; those that they look at besides the survey itself collects
 */
export function runRules(
  rules: readonly Rule[],
  survey: Survey,
  build: Build,
  only?: ReadonlySet<string>,
  reads?: Set<DonorKey>,
): Writable<Finding>[] {
  const findings: Writable<Finding>[] = [];
  for (const rule of rules) {
    const subjects = rule.subjects(build);
    for (const subject of subjects) {
      const key = rule.key(subject);
      const findingKey = `${rule.id} ${key}`;
      if (only && !only.has(findingKey)) continue;
      if (reads) for (const needed of rule.needs(subject)) reads.add(needed);
      const finding = findingOf(rule, subject, findingKey, survey, build);
      // Two motors in one bike: the same check speaks twice, and its name says of which end.
      if (subjects.length > 1 && typeof rule.title === "string" && (key === "front" || key === "rear"))
        finding.title = `${rule.title}, ${key}`;
      findings.push(finding);
    }
  }
  return findings;
}

/** Whether one finding is clear, uncertainty counted. Asked a thousand times over: what only the other verdicts tell is not worked out. */
export function isClearIn(rule: Rule, findingKey: string, build: Build): boolean {
  const subject = rule.subjects(build).find((one) => `${rule.id} ${rule.key(one)}` === findingKey);
  if (subject === undefined) return false;
  const outcome = outcomeOf(rule, subject, surveyOf(build.donor), build);
  return outcome.verdict === "clear" && settleUncertainty(outcome).verdict === "clear";
}

/** Survey items that some rule looks at on this build: the walk that it needs. */
export function readsOf(build: Build, rules: readonly Rule[] = RULES): Set<DonorKey> {
  const reads = new Set<DonorKey>();
  runRules(rules, surveyOf(build.donor, reads), build, undefined, reads);
  return reads;
}

function findingOf(rule: Rule, subject: unknown, key: string, survey: Survey, build: Build): Writable<Finding> {
  const outcome = settleUncertainty(outcomeOf(rule, subject, survey, build));
  const settled = outcome.verdict === "adapt" && isAcknowledged(outcome, `acknowledged ${key}`, build);
  // Plain assignments: this runs for every rule of every preview, and spreading would cost more than most rules.
  const finding: Writable<Finding> = {
    key,
    rule: rule.id,
    title: typeof rule.title === "string" ? rule.title : rule.title(subject),
    why: rule.why,
    place: rule.place(subject),
    verdict: outcome.verdict,
    says: outcome.says,
    figures: outcome.figures,
    remedies: outcome.remedies ?? NONE,
    settle: outcome.settle ?? NONE,
    safety: outcome.safety === true || (outcome.verdict === "stop" && !(rule.id in OVERRIDABLE_STOPS)),
    basis: outcome.basis ?? rule.basis,
    applied: NONE,
    settled,
  };
  return withRest(finding, outcome);
}

/** What was acknowledged holds for what the rule said then: where it now wants something else, it offers no acknowledgement, and is open. */
const isAcknowledged = ({ remedies = NONE }: Outcome, flag: string, { geometry: { flags } }: Build): boolean =>
  flags.has(flag) && remedies.some(({ effect }) => effect.flags?.includes(flag));

type Writable<T> = { -readonly [K in keyof T]: T[K] };
const NONE: readonly never[] = [];
const NO_READINGS = {};

function outcomeOf(rule: Rule, subject: unknown, survey: Survey, build: Build): Outcome {
  const needs = rule.needs(subject);
  for (const key of needs)
    if (build.donor[key] === undefined)
      return unmeasured(
        needs.filter((k) => build.donor[k] === undefined),
        build,
      );
  try {
    return rule.check(subject, survey, build);
  } catch (error) {
    if (error instanceof Unmeasured) return unmeasured([error.key], build);
    if (error instanceof Unstated)
      return {
        verdict: "measure",
        says: `The sheet of ${error.partName} leaves out ${error.says}: ask its maker, or measure the part, and enter it under Parts.`,
        figures: [],
        sheetOf: error.partId,
      };
    if (error instanceof Unasked) return { verdict: "measure", says: `Not asked yet: ${error.says}.`, figures: [], asks: true };
    throw error;
  }
}

/** What is not measured, or was and cannot be believed. */
function unmeasured(keys: readonly DonorKey[], { doubts = [] }: Build): Outcome {
  const doubted = doubts.filter(({ key }) => keys.includes(key));
  const missing = keys.filter((key) => !doubted.some((doubt) => doubt.key === key));
  const says = [
    ...new Set(doubted.map((doubt) => `${doubt.says}: measure it again.`)),
    ...(missing.length > 0 ? [`Not measured yet: ${missing.map((key) => donorItem(key).label.toLowerCase()).join(", ")}.`] : []),
  ];
  return { verdict: "measure", says: says.join(" "), figures: [], settle: keys };
}

/** A margin smaller than what the measurements leave open decides nothing, on either side of the limit; equal is enough. */
function settleUncertainty(outcome: Outcome): Outcome {
  const { margin, verdict } = outcome;
  if (!margin || verdict === "measure" || margin.plusMinus === 0 || Math.abs(margin.value) >= margin.plusMinus - 1e-9)
    return outcome;
  return Object.assign({}, outcome, {
    verdict: "measure",
    says: `${outcome.says} The margin of ${formatNumber(margin.value, 2)} ${margin.unit} is within ± ${formatNumber(margin.plusMinus, 2)} ${margin.unit}: measure it better.`,
    remedies: [],
  } as const);
}

/** @param findings of a last run, fresh: what was accepted for each is written into it */
function close(
  findings: Writable<Finding>[],
  build: Build,
  accepted: readonly Accepted[],
  overrides: readonly Override[],
  applied: readonly AppliedRemedy[],
): Fit {
  const used = new Set<Override>();
  const mine = new Map<string, AppliedRemedy["remedy"][]>();
  for (const { finding, remedy } of applied) {
    const others = mine.get(finding);
    if (others) others.push(remedy);
    else mine.set(finding, [remedy]);
  }
  for (const finding of findings) {
    const taken = mine.get(finding.key);
    if (taken) finding.applied = taken;
    if (overrides.length === 0) continue;
    const override = overrides.find((o) => o.finding === finding.key);
    // Given for what the finding said then: where it now wants a measurement or a choice, none stands in for it.
    if (override === undefined || finding.safety || !isOpen(finding) || finding.verdict === "measure") continue;
    used.add(override);
    finding.settled = true;
    finding.overridden = override;
  }
  return {
    findings: ranked(findings),
    applied,
    idle: accepted.filter((a) => !isApplied(applied, a.finding, a.remedy)),
    unusedOverrides: overrides.filter((o) => !used.has(o)),
    build,
  };
}

/** Open ones first, the worst at the top; the order within is the rules' own. */
function ranked(findings: readonly Finding[]): Finding[] {
  const byVerdict: Record<Finding["verdict"], Finding[]> = { stop: [], measure: [], adapt: [], clear: [] };
  const settled: Finding[] = [];
  for (const finding of findings) (isOpen(finding) ? byVerdict[finding.verdict] : settled).push(finding);
  return VERDICTS.flatMap((verdict) => byVerdict[verdict]).concat(settled);
}
