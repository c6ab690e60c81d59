import { ASKED, type Case, fitCase, mid, SOUND } from "../../../../../tests/bench.fixture";
import type { Rule } from "../../rule";

/** The finding of one end: these rules look at both. */
export const end = (rule: Rule, which: "front" | "rear", donor: Case["donor"] = {}, more: Partial<Case> = {}) =>
  fitCase(
    {
      ...more,
      parts: [mid({ peakTorqueNm: 70 }), ...(more.parts ?? [])],
      donor: { ...SOUND, ...donor },
      asked: { ...ASKED, ...more.asked },
    },
    [rule],
  ).findings.find((f) => f.key.endsWith(` ${which}`))!;
