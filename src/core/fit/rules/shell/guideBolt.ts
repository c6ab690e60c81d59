import { PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import type { MidMotor } from "../../build";
import { isDone, operation } from "../../remedies";
import { defineRule } from "../../rule";
import { perMidMotor } from "../subjects";

export const guideBolt = defineRule<MidMotor>({
  ...perMidMotor,
  id: "shell/guide-bolt",
  title: "Guide bolt in the shell",
  why: "The cable guide's screw under the shell stands in the way of the motor's tube.",
  basis: [PRACTICE],
  place: () => "shell",
  needs: () => ["guideBoltMm"],
  check(_motor, survey, build) {
    const bolt = survey.number("guideBoltMm");
    const figures = [{ label: "stands in", value: bolt.value, unit: "mm", plusMinus: bolt.plusMinus }];
    if (bolt.value === 0 || isDone(build, "guide bolt shortened"))
      return { verdict: "clear", says: bolt.value === 0 ? "Nothing stands into the bore." : "The bolt is cut flush.", figures };
    return {
      verdict: "adapt",
      says: `The guide's bolt stands ${formatNumber(bolt.value, 1)} mm into the bore.`,
      figures,
      margin: { value: -bolt.value, unit: "mm", plusMinus: 0 },
      remedies: [
        operation(
          "shorten-bolt",
          "Cut the bolt flush",
          "or refit the guide with a rivet or glue",
          ["clearShell"],
          "guide bolt shortened",
        ),
      ],
    };
  },
});
