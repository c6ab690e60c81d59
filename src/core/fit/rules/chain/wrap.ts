import { PRACTICE } from "../../../basis";
import { type Build, lastOf, type Motor, partsOf } from "../../build";
import { judge } from "../../judge";
import { bought } from "../../remedies";
import { acknowledge, defineRule } from "../../rule";
import { crankMotors, firstMotor, rearHubMotors } from "../subjects";
import { ownRingTeeth } from "./line";
import { hasDerailleur } from "./rearCogs";

/** A front motor beside the old cogs and rings leaves the derailleur what it had to take up. */
const changesTeeth = (build: Build) =>
  crankMotors(build).length +
    rearHubMotors(build).length +
    partsOf(build, "cluster").length +
    partsOf(build, "chainring").length >
  0;

export const wrapCapacity = defineRule<Motor>({
  id: "chain/wrap",
  title: "Slack that the derailleur takes up",
  why: "With more teeth of difference than its cage takes up, the chain hangs on the small cogs or tears it on the large.",
  basis: [PRACTICE],
  subjects: (build) => (hasDerailleur(build) && changesTeeth(build) ? firstMotor(build) : []),
  key: () => "bike",
  place: () => "cluster",
  needs: () => ["wrapTeeth"],
  check(_motor, survey, build) {
    const capacity = survey.number("wrapTeeth");
    const cluster = lastOf(build, "cluster");
    const [least, most] = cluster
      ? [Math.min(...cluster.spec.teeth), Math.max(...cluster.spec.teeth)]
      : [survey.number("smallestCogTeeth").value, survey.number("largestCogTeeth").value];
    const rings =
      crankMotors(build).length === 0 && survey.number("ringCount").value > 1
        ? ownRingTeeth(survey, build) - survey.number("ringSmallTeeth").value
        : 0;
    const wants = most - least + rings;
    return judge({
      room: capacity.value - wants,
      unit: "T",
      plusMinus: 0,
      figures: [
        { label: "cogs", value: `${least} to ${most}` },
        { label: "rings' difference", value: rings, unit: "T" },
        { label: "wanted", value: wants, unit: "T" },
        { label: "derailleur takes", value: capacity.value, unit: "T" },
      ],
      settle: ["wrapTeeth"],
      clear: `${wants} teeth of the ${capacity.value} that the derailleur takes up.`,
      short: () => ({
        verdict: "adapt",
        says: `${wants} teeth of slack and the derailleur takes up ${capacity.value}.`,
        remedies: [
          ...build.catalogue
            .distinct("cluster")
            .filter(
              ({ spec }) =>
                Math.max(...spec.teeth) - Math.min(...spec.teeth) + rings <= capacity.value &&
                spec.interface === (cluster?.spec.interface ?? build.donor.clusterInterface?.value),
            )
            .slice(0, 2)
            .map((part) => ({
              ...bought(
                `cluster-${part.id}`,
                part.name,
                "less difference",
                [{ kind: "cluster" as const, partId: part.id, quantity: 1, says: part.name }],
                ["cluster", "derailleur"],
              ),
              effect: { numbers: { clusterSpeeds: part.spec.teeth.length } },
            })),
          acknowledge("chain/wrap bike", "small ring with small cogs is not to be used; the rider is told"),
        ],
      }),
    });
  },
});
