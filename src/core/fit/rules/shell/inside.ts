import { PRACTICE } from "../../../basis";
import type { MidMotor } from "../../build";
import { isDone, operation } from "../../remedies";
import { defineRule } from "../../rule";
import { perMidMotor } from "../subjects";

export const shellInside = defineRule<MidMotor>({
  ...perMidMotor,
  id: "shell/inside",
  title: "Inside the shell",
  why: "The motor's tube fills the bore: a cable, hose or wire that runs through it must go elsewhere.",
  basis: [PRACTICE],
  place: () => "shell",
  needs: () => ["shellInside"],
  check(_motor, survey, build) {
    const inside = survey.choice("shellInside");
    const figures = [{ label: "inside", value: inside === "clear" ? "nothing" : inside }];
    if (inside === "clear" || isDone(build, "shell emptied"))
      return {
        verdict: "clear",
        says: inside === "clear" ? "Nothing runs through it." : `The ${inside} goes round it.`,
        figures,
      };
    return {
      verdict: "adapt",
      says: `A ${inside} runs through the shell.`,
      figures,
      remedies: [
        operation(
          "empty-shell",
          `Take the ${inside} round the shell`,
          inside === "hose"
            ? "a longer hose, new ends, bled"
            : "outside the frame, or through its own hole if the frame has one; never drilled",
          inside === "hose" ? ["clearShell", "hose"] : ["clearShell"],
          "shell emptied",
        ),
      ],
    };
  },
});
