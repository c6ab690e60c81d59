import { PRACTICE } from "../../../basis";
import { LEVER_CUT_OFFS } from "../../../standards/cutOff";
import { type Build, lastOf, type Motor, partsOf } from "../../build";
import type { Outcome, Remedy } from "../../finding";
import { acknowledge, defineRule } from "../../rule";
import { hasHubGear } from "../chain/gears";
import { lastAt } from "../perEnd";
import { ENDS, firstMotor } from "../subjects";
import { type RearGears, shifterGoes } from "../cluster/shifterGoes";
import { fittedCutOffs } from "./levers";

/** A combined lever that gives way to a switched one takes the shifter with it. */
export const lostShifter = defineRule<Motor>({
  id: "brakes/lost-shifter",
  title: "Shifter on the old lever",
  why: "The old lever was one piece with the gear shifter: the switched lever brakes and no longer shifts.",
  basis: [PRACTICE],
  subjects: (build) =>
    (partsOf(build, "brake-lever").some((lever) => lever.spec.switched) || bringsLever(build)) && mayShift(build)
      ? firstMotor(build)
      : [],
  key: () => "shifter",
  place: () => "bar",
  needs: () => ["leverKind"],
  check(_motor, survey, build): Outcome {
    const kind = LEVER_CUT_OFFS[survey.choice("leverKind")];
    const switched = partsOf(build, "brake-lever").some((lever) => lever.spec.switched);
    const goesOn =
      bringsLever(build) ||
      (switched &&
        fittedCutOffs(survey.choice("leverKind"), build) > 0 &&
        (kind.methods as readonly string[]).includes("switched lever"));
    if (!kind.shifterIsOnIt)
      return {
        verdict: "clear",
        says: "The shifter has its own clamp and stays.",
        figures: [{ label: "levers", value: kind.says.toLowerCase() }],
      };
    if (!goesOn)
      return {
        verdict: "clear",
        says: "The switched levers do not go on this bike, so the old levers and their shifters stay.",
        figures: [{ label: "levers", value: kind.says.toLowerCase() }],
      };
    const speeds = survey.number("shifterSpeeds").value;
    const figures = [
      { label: "levers", value: kind.says.toLowerCase() },
      { label: "clicks", value: speeds },
    ];
    const bought = lastOf(build, "shifter");
    const cluster = lastOf(build, "cluster");
    const gears: RearGears = hasHubGear(build)
      ? { hubGear: true, speeds }
      : { hubGear: false, speeds: cluster?.spec.teeth.length ?? speeds, family: survey.choice("shifterFamily") };
    if (bought && shifterGoes(bought.spec, gears))
      return { verdict: "clear", says: `${bought.name} takes over from the old lever.`, figures };
    const fits = build.catalogue.distinct("shifter").filter((part) => shifterGoes(part.spec, gears));
    const remedies: Remedy[] = fits.slice(0, 2).map((part) => ({
      id: `shifter-${part.id}`,
      title: part.name,
      says: "a separate shifter beside the new lever",
      parts: [{ kind: "shifter", partId: part.id, quantity: 1, says: part.name }],
      tasks: ["shifter", "derailleur"],
      effect: {},
    }));
    return {
      verdict: "adapt",
      says: `The ${bringsLever(build) ? "lever that comes with the new brake" : "switched lever"} throws away a ${speeds}-speed shifter${bought ? `, and ${bought.name} does not work these gears` : ""}.`,
      figures,
      remedies:
        remedies.length > 0 ? remedies : [acknowledge("brakes/lost-shifter shifter", "the customer gives up the rear gears")],
    };
  },
});

/** A hydraulic brake that goes on comes filled, with the lever that it is filled through. */
const bringsLever = (build: Build) => ENDS.some((end) => lastAt(build, "brake", end)?.spec.style === "disc hydraulic");

const mayShift = (build: Build) => build.donor.gears?.value !== "single";
