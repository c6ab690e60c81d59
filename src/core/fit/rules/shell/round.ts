import { PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import type { MidMotor } from "../../build";
import { judge } from "../../judge";
import { isDone, operation } from "../../remedies";
import { defineRule } from "../../rule";
import { perMidMotor } from "../subjects";

/** Out of round and out of parallel that a motor's tube and nuts still take, mm; and the most that may be dressed away. */
const ROUND_MM = { least: 0.1, dress: 0.3 };

export const shellRound = defineRule<MidMotor>({
  ...perMidMotor,
  id: "shell/round",
  title: "Shell's roundness",
  why: "A bore that is oval or sucked in at a weld pinches the tube at its tightest place.",
  basis: [PRACTICE],
  place: () => "shell",
  needs: () => ["shellRoundMm", "frameMaterial"],
  check(_motor, survey, build) {
    const out = survey.number("shellRoundMm");
    const done = isDone(build, "shell dressed");
    return judge({
      room: done ? ROUND_MM.dress - out.value : ROUND_MM.least - out.value,
      unit: "mm",
      plusMinus: out.plusMinus,
      figures: [
        { label: "out of round", value: out.value, unit: "mm", plusMinus: out.plusMinus },
        { label: "allowed", value: ROUND_MM.least, unit: "mm" },
      ],
      settle: ["shellRoundMm"],
      clear: done
        ? "The high spots are dressed."
        : `${formatNumber(out.value, 2)} mm out of round; the tightest place governs the bore.`,
      short: () =>
        out.value > ROUND_MM.dress || survey.choice("frameMaterial") === "carbon"
          ? {
              verdict: "stop",
              says: `${formatNumber(out.value, 2)} mm out of round is more than may be dressed away.`,
              lifts: "a shell that a frame builder has reamed true",
            }
          : {
              verdict: "adapt",
              says: `${formatNumber(out.value, 2)} mm out of round.`,
              remedies: [
                operation(
                  "dress-shell",
                  "Dress the high spots",
                  "with a round file, then measure the bore again; no bore is cut over 0.2 mm",
                  ["cleanShell"],
                  "shell dressed",
                ),
              ],
            },
    });
  },
});
