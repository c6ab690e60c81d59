import { PRACTICE } from "../../../basis";
import type { PartOf } from "../../../parts/part";
import { partsOf } from "../../build";
import type { Outcome } from "../../finding";
import { isDone, operation } from "../../remedies";
import { defineRule } from "../../rule";

/** How the place lets heat out. */
const LETS_OUT: Readonly<Record<string, string>> = {
  open: "Air passes it on two sides.",
  plate: "It lies flat on metal, which carries its heat away.",
};
const FLAG = "controller aired";

export const controllerAir = defineRule<PartOf<"controller">>({
  id: "wiring/controller-air",
  title: "Air at the controller",
  why: "A controller turns a part of all power into heat; shut in, it turns itself down on the first long hill, then fails.",
  basis: [PRACTICE],
  // Of several all lie in the place that was looked at.
  subjects: (build) => partsOf(build, "controller").slice(0, 1),
  key: () => "controller",
  place: () => "wiring",
  needs: () => ["controllerAir"],
  check(_controller, survey, build): Outcome {
    const air = survey.choice("controllerAir");
    const figures = [{ label: "its place", value: air }];
    const open = LETS_OUT[air];
    if (open) return { verdict: "clear", says: open, figures };
    if (isDone(build, FLAG)) return { verdict: "clear", says: "It goes on a metal plate, open on one side.", figures };
    return {
      verdict: "adapt",
      says: "Shut in on all sides: its heat stays with it.",
      figures,
      remedies: [
        operation("air", "On a plate, open on one side", "flat on metal, a side of the bag left open below", ["leads"], FLAG),
      ],
    };
  },
});
