import { ASKED, type Case, fitCase, SOUND } from "../../../../tests/bench.fixture";
import type { Accepted } from "../engine";
import type { Finding, Verdict } from "../finding";

/**
 * A worked situation of the trade (common practice): the facts that decide, the finding that they are put to, and what a shop answers.
 * The bike is otherwise sound; a figure left `undefined` was not measured. No rule looks a row up.
 */
export type Situation = Case & {
  /** Its number among the shop's worked situations, and in a few words what it is. */
  row: string;
  /** The rule's id, or the finding's whole key where it speaks twice. */
  asks: string;
  verdict: Verdict | readonly Verdict[];
  /** Room left in what the rule compares, rounded half up to the digits given. */
  margin?: number;
  digits?: number;
  /** What one of the remedies is called or does. */
  settles?: RegExp;
  /** What must stand in what it says, lifts or figures. */
  tells?: RegExp;
  /** What no remedy and no answer may say. */
  never?: RegExp;
};

export function findingIn(situation: Situation): Finding {
  const donor = { ...SOUND, ...situation.donor };
  const given = { ...situation, donor, asked: { ...ASKED, ...situation.asked } };
  // A remedy is accepted by its rule's name here: the finding's key holds the id of a part that the test made.
  let accept: Accepted[] = [];
  for (const { finding: rule, remedy } of situation.accept ?? []) {
    const open = fitCase({ ...given, accept }).findings.find(
      (f) => (f.rule === rule || f.key === rule) && f.remedies.some((r) => r.id.startsWith(remedy)),
    );
    if (!open) throw new Error(`${rule} offers no ${remedy}`);
    accept = [...accept, { finding: open.key, remedy: open.remedies.find((r) => r.id.startsWith(remedy))!.id }];
  }
  const { findings } = fitCase({ ...given, accept });
  const finding = findings.find(({ key, rule }) => key === situation.asks || rule === situation.asks);
  if (!finding) throw new Error(`nothing answers for ${situation.asks}`);
  return finding;
}

const wordsOf = (finding: Finding) =>
  [finding.says, finding.lifts ?? "", ...finding.figures.map((f) => `${f.label} ${f.value} ${f.unit ?? ""}`)].join("\n");
const offersOf = (finding: Finding) => finding.remedies.map((r) => `${r.id} ${r.title}: ${r.says}`).join("\n");

/** One test a situation. */
export function situations(about: string, all: readonly Situation[]) {
  describe(about, () => {
    it.each(all.map((situation) => [situation.row, situation] as const))("%s", (_row, situation) => {
      const finding = findingIn(situation);
      const wanted = ([] as Verdict[]).concat(situation.verdict);
      if (!wanted.includes(finding.verdict)) throw new Error(`${finding.verdict}, not ${wanted.join(" or ")}: ${finding.says}`);
      expect(wanted).toContain(finding.verdict);
      if (situation.margin !== undefined) expect(finding.margin?.value).toBeCloseTo(situation.margin, situation.digits ?? 2);
      if (situation.settles) expect(offersOf(finding)).toMatch(situation.settles);
      if (situation.tells) expect(wordsOf(finding)).toMatch(situation.tells);
      if (situation.never) expect(`${wordsOf(finding)}\n${offersOf(finding)}`).not.toMatch(situation.never);
    });
  });
}
