import { PRACTICE, standard } from "../../../basis";
import {
  BODY_TAKES,
  CLUSTER_INTERFACES,
  type ClusterInterface,
  clusterStackMm,
  COG_TO_DROPOUT_MM,
} from "../../../standards/clusters";
import { formatNumber } from "../../../units/formatQuantity";
import { type Build, type HubMotor, partsOf } from "../../build";
import type { Outcome, Remedy } from "../../finding";
import { defineRule, type Survey } from "../../rule";
import { rearHubMotors } from "../subjects";

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
    const gears = survey.choice("gears");
    if (gears === "belt")
      return {
        verdict: "stop",
        says: "The bike runs a belt: no motor body takes its sprocket.",
        figures: [],
        lifts: "a front hub motor, or a mid-drive with a belt ring",
      };
    if (gears === "hub gear")
      return {
        verdict: "stop",
        says: "A rear hub motor takes the place of the hub gear: the gears are lost.",
        figures: [],
        lifts: "a front hub or mid-drive motor, which keeps the hub gear",
      };
    const body = motor.spec.cluster;
    if (body === null)
      return { verdict: "stop", says: "This motor takes no cluster.", figures: [], lifts: "a rear motor with a thread or body" };
    const brought = partsOf(build, "cluster")[0];
    if (brought) return broughtCluster(motor, body, brought.spec.interface, brought.spec.teeth.length, brought.name);
    return oldCluster(motor, body, survey, build);
  },
});

const takes = (body: ClusterInterface, cluster: ClusterInterface): string | null =>
  body === cluster ? "" : (BODY_TAKES[body]?.[cluster] ?? null);

function room(motor: HubMotor, speeds: number) {
  const stack = clusterStackMm(speeds);
  if (stack === undefined || motor.spec.clusterRoomMm === null) return undefined;
  return { value: motor.spec.clusterRoomMm - stack - COG_TO_DROPOUT_MM, unit: "mm", plusMinus: 0 };
}

function broughtCluster(
  motor: HubMotor,
  body: ClusterInterface,
  cluster: ClusterInterface,
  speeds: number,
  name: string,
): Outcome {
  const with_ = takes(body, cluster);
  const margin = room(motor, speeds);
  const figures = [
    { label: "motor body", value: CLUSTER_INTERFACES[body].says },
    { label: "cluster", value: `${speeds}-speed, ${CLUSTER_INTERFACES[cluster].says.toLowerCase()}` },
    ...(margin ? [{ label: "room left beside the dropout", value: margin.value, unit: "mm" }] : []),
  ];
  const more = margin ? { figures, margin } : { figures };
  if (with_ === null)
    return {
      verdict: "stop",
      says: `${name} does not go on this motor.`,
      lifts: `a cluster for ${CLUSTER_INTERFACES[body].says.toLowerCase()}`,
      ...more,
    };
  if (margin && margin.value < 0)
    return {
      verdict: "stop",
      says: `${name} is ${formatNumber(-margin.value, 1)} mm too wide: its chain would meet the dropout.`,
      lifts: "a cluster with fewer cogs",
      ...more,
    };
  return { verdict: "clear", says: `${name} goes on the motor${with_ ? `, ${with_}` : ""}.`, ...more };
}

function oldCluster(motor: HubMotor, body: ClusterInterface, survey: Survey, build: Build): Outcome {
  const old = survey.choice("clusterInterface");
  const speeds = survey.choice("gears") === "single" ? 1 : survey.number("cogCount").value;
  const figures = [
    { label: "motor body", value: CLUSTER_INTERFACES[body].says },
    { label: "old cluster", value: `${speeds}-speed, ${CLUSTER_INTERFACES[old].says.toLowerCase()}` },
  ];
  const margin = room(motor, speeds);
  const more = margin ? { figures, margin } : { figures };
  if (takes(body, old) !== null && !(margin && margin.value < 0)) {
    if (build.geometry.flags.has("old cluster moved")) return { verdict: "clear", says: "The old cluster moves over.", ...more };
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
        ...newClusters(motor, body, speeds, build),
      ],
      ...more,
    };
  }
  const remedies = newClusters(motor, body, speeds, build);
  const says = `The old cluster is for ${CLUSTER_INTERFACES[old].says.toLowerCase()}, the motor has ${CLUSTER_INTERFACES[body].says.toLowerCase()}.`;
  if (remedies.length === 0)
    return {
      verdict: "stop",
      says,
      lifts: `a cluster for ${CLUSTER_INTERFACES[body].says.toLowerCase()} in the catalogue`,
      ...more,
    };
  return { verdict: "adapt", says, remedies, ...more };
}

/** Clusters in the catalogue for this body that leave room beside the dropout, nearest count first, at most three. */
function newClusters(motor: HubMotor, body: ClusterInterface, speeds: number, build: Build): Remedy[] {
  return build.catalogue
    .distinct("cluster")
    .filter((part) => takes(body, part.spec.interface) !== null && (room(motor, part.spec.teeth.length)?.value ?? 0) >= 0)
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
