import { PRACTICE, standard } from "../../../basis";
import { BODY_TAKES, CLUSTER_INTERFACES, type ClusterInterface } from "../../../standards/clusters";
import { type Build, type HubMotor, lastOf } from "../../build";
import type { Outcome, Remedy } from "../../finding";
import { defineRule, type Survey } from "../../rule";
import { ringsOn } from "../axle/rings";
import { hasBelt, hasHubGear } from "../chain/gears";
import { rearHubMotors } from "../subjects";
import { roomBesideMm } from "./roomBeside";

export const clusterInterface = defineRule<HubMotor>({
  id: "cluster/interface",
  title: "Cluster on the motor",
  why: "The old cogs go on the old hub: the motor takes only what its own thread or body is made for.",
  basis: [standard("ISO 6698"), PRACTICE],
  subjects: rearHubMotors,
  key: (motor) => motor.id,
  place: () => "cluster",
  needs: () => ["gears"],
  check(motor, survey, build): Outcome {
    survey.choice("gears");
    if (hasBelt(build))
      return {
        verdict: "stop",
        says: "The bike runs a belt: no motor body takes its sprocket.",
        figures: [],
        lifts: "a front hub motor, or a mid-drive with a belt ring",
      };
    if (hasHubGear(build))
      return {
        verdict: "stop",
        says: "A rear hub motor takes the place of the hub gear: the gears are lost.",
        figures: [],
        lifts: "a front hub or mid-drive motor, which keeps the hub gear",
      };
    const body = motor.spec.cluster;
    if (body === null)
      return { verdict: "stop", says: "This motor takes no cluster.", figures: [], lifts: "a rear motor with a thread or body" };
    const brought = lastOf(build, "cluster");
    const rightRingMm = ringsOn(motor, survey, build).right;
    if (brought)
      return broughtCluster(motor, body, brought.spec.interface, brought.spec.teeth.length, brought.name, rightRingMm, build);
    return oldCluster(motor, body, rightRingMm, survey, build);
  },
});

const takes = (body: ClusterInterface, cluster: ClusterInterface): string | null =>
  body === cluster ? "" : (BODY_TAKES[body]?.[cluster] ?? null);

/** Whether the cogs that will be there are known: brought by the build, or the old ones where they go on this motor. */
export const cogsKnown = (motor: HubMotor, build: Build): boolean => {
  const old = build.donor.clusterInterface?.value;
  return (
    lastOf(build, "cluster") !== undefined ||
    (motor.spec.cluster !== null && (old === undefined || takes(motor.spec.cluster, old as ClusterInterface) !== null))
  );
};

function broughtCluster(
  motor: HubMotor,
  body: ClusterInterface,
  cluster: ClusterInterface,
  speeds: number,
  name: string,
  rightRingMm: number,
  build: Build,
): Outcome {
  const with_ = takes(body, cluster);
  const figures = [
    { label: "motor body", value: CLUSTER_INTERFACES[body].says },
    { label: "cluster", value: `${speeds}-speed, ${CLUSTER_INTERFACES[cluster].says.toLowerCase()}` },
  ];
  if (with_ !== null) return { verdict: "clear", says: `${name} goes on the motor${with_ ? `, ${with_}` : ""}.`, figures };
  const remedies = newClusters(motor, body, speeds, rightRingMm, build);
  const says = `${name} does not go on this motor; forced on, it ruins the thread or the body.`;
  if (remedies.length > 0) return { verdict: "adapt", says, figures, remedies };
  return { verdict: "stop", says, lifts: `a cluster for ${CLUSTER_INTERFACES[body].says.toLowerCase()}`, figures };
}

function oldCluster(motor: HubMotor, body: ClusterInterface, rightRingMm: number, survey: Survey, build: Build): Outcome {
  const old = survey.choice("clusterInterface");
  const speeds = survey.choice("gears") === "single" ? 1 : survey.number("cogCount").value;
  const figures = [
    { label: "motor body", value: CLUSTER_INTERFACES[body].says },
    { label: "old cluster", value: `${speeds}-speed, ${CLUSTER_INTERFACES[old].says.toLowerCase()}` },
  ];
  if (takes(body, old) !== null) {
    if (build.geometry.flags.has("old cluster moved")) return { verdict: "clear", says: "The old cluster moves over.", figures };
    return {
      verdict: "adapt",
      says: "The old cluster goes on the motor.",
      remedies: [
        {
          id: "move-cluster",
          title: "Move the old cluster over",
          says: takes(body, old) || "same thread or body; gauge its wear first",
          parts: [],
          tasks: ["cluster"],
          effect: { flags: ["old cluster moved"] },
        },
        ...newClusters(motor, body, speeds, rightRingMm, build),
      ],
      figures,
    };
  }
  const remedies = newClusters(motor, body, speeds, rightRingMm, build);
  const says = `The old cluster is for ${CLUSTER_INTERFACES[old].says.toLowerCase()}, the motor has ${CLUSTER_INTERFACES[body].says.toLowerCase()}.`;
  if (remedies.length === 0)
    return {
      verdict: "stop",
      says,
      lifts: `a cluster for ${CLUSTER_INTERFACES[body].says.toLowerCase()} in the catalogue`,
      figures,
    };
  return { verdict: "adapt", says, remedies, figures };
}

/** Clusters for this motor with fewer cogs than now, which leave room beside the frame. */
export const clustersFor = (motor: HubMotor, speeds: number, rightRingMm: number, build: Build): Remedy[] =>
  motor.spec.cluster === null
    ? []
    : newClusters(motor, motor.spec.cluster, speeds - 1, rightRingMm, build).filter(
        (remedy) => (remedy.effect.numbers?.clusterSpeeds ?? speeds) < speeds,
      );

/** Clusters in the catalogue for this body that leave room beside the dropout, nearest count first, at most three. */
function newClusters(motor: HubMotor, body: ClusterInterface, speeds: number, rightRingMm: number, build: Build): Remedy[] {
  return build.catalogue
    .distinct("cluster")
    .filter(
      (part) =>
        takes(body, part.spec.interface) !== null && (roomBesideMm(motor, part.spec.teeth.length, rightRingMm) ?? 0) >= -1e-9,
    )
    .sort((a, b) => Math.abs(a.spec.teeth.length - speeds) - Math.abs(b.spec.teeth.length - speeds))
    .slice(0, 3)
    .map((part) => ({
      id: `cluster-${part.id}`,
      title: part.name,
      says: `${part.spec.teeth.length} cogs, ${Math.min(...part.spec.teeth)}–${Math.max(...part.spec.teeth)} teeth`,
      parts: [{ kind: "cluster" as const, partId: part.id, quantity: 1, says: part.name }],
      tasks: ["cluster", "derailleur"] as const,
      effect: { numbers: { clusterSpeeds: part.spec.teeth.length } },
    }));
}
