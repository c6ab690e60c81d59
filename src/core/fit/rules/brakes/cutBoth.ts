import { PRACTICE } from "../../../basis";
import { controllersOf, motorsOf } from "../../build";
import { isDone, operation } from "../../remedies";
import { defineRule } from "../../rule";
import { fittedCutOffs } from "./levers";

const JOINED = "cut-offs reach both controllers";

export const cutBoth = defineRule<"two">({
  id: "brakes/cut-both",
  title: "Levers cut both motors",
  why: "A lever that stops one motor lets the other pull on: two controllers want one signal, and each its own supply.",
  basis: [PRACTICE],
  subjects: (build) => (motorsOf(build).length > 1 && controllersOf(build).length > 1 ? ["two"] : []),
  key: () => "levers",
  place: () => "bar",
  needs: () => ["leverKind"],
  check(_two, survey, build) {
    const have = fittedCutOffs(survey.choice("leverKind"), build);
    const controllers = controllersOf(build).length;
    const figures = [
      { label: "controllers", value: controllers },
      { label: "cut-offs that fit these levers", value: have },
    ];
    if (isDone(build, JOINED))
      return {
        verdict: "clear",
        says: "One signal from the levers reaches both controllers, isolated from each other.",
        figures,
      };
    return {
      verdict: "adapt",
      safety: true,
      says: `The levers' signal goes to one of ${controllers} controllers.`,
      figures,
      margin: { value: 1 - controllers, unit: "controllers", plusMinus: 0 },
      remedies: [
        operation(
          "join-signals",
          "One signal to both controllers",
          "isolated by a diode or relay each; their 5 V supplies are never tied together; each lever tried on both wheels",
          ["cutOffs"],
          JOINED,
          "cutOffs",
        ),
      ],
      caution: "cutOffs",
    };
  },
});
