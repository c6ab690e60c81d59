import type { AppliedRemedy } from "../fit/engine";
import { motorsOf, partsOf, type Build, type Supplied } from "../fit/build";
import { CAUTIONS, type CautionId } from "../standards/cautions";
import { FASTENERS, type FastenerId } from "../standards/fasteners";
import { PART_STEP } from "./partStep";
import { STEP_DETAILS } from "../standards/stepDetails";
import { estimate, STAGES, TASKS, type TaskId } from "../standards/tasks";

export type Step = {
  readonly id: TaskId;
  readonly title: string;
  readonly minutes: number;
  readonly spread: number;
  readonly tools: readonly string[];
  readonly fasteners: readonly FastenerId[];
  readonly cautions: readonly CautionId[];
  /** Parts that must be there before it starts. */
  readonly parts: readonly Supplied[];
  /** Remedies that asked for it or change how it is done; empty for a step of every such build. */
  readonly because: readonly { finding: string; title: string; says: string }[];
};

/** Tasks of a build before any remedy, by what the motor is (the trade's job recipes). */
function recipe(build: Build): TaskId[] {
  const hubs = partsOf(build, "hub-motor");
  const mid = partsOf(build, "mid-motor").length > 0;
  const onBolts = partsOf(build, "frame-motor").length > 0;
  const has = (kind: "pedal-sensor" | "gear-sensor" | "cut-off") => partsOf(build, kind).length > 0;
  const tasks: TaskId[] = ["survey", "brakesFirst"];
  if (has("cut-off") || partsOf(build, "brake-lever").some((lever) => lever.spec.switched)) tasks.push("cutOffs");
  if (hubs.length > 0) tasks.push("removeWheel", "fitHub");
  if (hubs.some((motor) => motor.spec.end === "front")) tasks.push("fileSlots");
  if (hubs.some((motor) => motor.spec.laced)) tasks.push("checkWheel");
  if (hubs.some((motor) => motor.spec.end === "rear")) tasks.push("derailleur");
  if (mid) tasks.push("removeCranks", "cleanShell", "fitMid", "derailleur");
  if (onBolts) tasks.push("fitFrameMotor", "derailleur");
  if (has("pedal-sensor")) tasks.push("pedalSensor");
  if (has("gear-sensor")) tasks.push("gearSensor");
  return [...tasks, "cradle", "harness", "settings", "checks", "roadTest", "handOver"];
}

/**
 * The work order's steps, each once, in an order in which nothing comes before what it needs; no step without a motor.
 * A task that several remedies ask for is one step that names them all.
 */
export function workSteps(build: Build, applied: readonly AppliedRemedy[]): Step[] {
  if (motorsOf(build).length === 0) return [];
  const asked = new Map<TaskId, AppliedRemedy[]>();
  for (const task of recipe(build)) asked.set(task, []);
  for (const remedy of applied) {
    for (const task of stepsOf(remedy, build)) asked.set(task, [...(asked.get(task) ?? []), remedy]);
  }
  // A hub gear or single speed has no derailleur to set.
  if (build.donor.gears && build.donor.gears.value !== "derailleur" && !partsOf(build, "cluster").length)
    asked.delete("derailleur");
  return inOrder([...asked.keys()]).map((task) => stepOf(task, asked.get(task)!, build));
}

/** A remedy's own tasks, and the steps in which its parts are used, so that every accepted part is named where it goes on. */
function stepsOf({ remedy }: AppliedRemedy, build: Build): TaskId[] {
  const used = remedy.parts.flatMap((need) => {
    const step = need.kind === "washer" ? (partsOf(build, "mid-motor").length > 0 ? "fitMid" : "fitHub") : PART_STEP[need.kind];
    return step ? [step] : [];
  });
  return [...new Set([...remedy.tasks, ...used])];
}

/** Topological order; among the steps that may come next, the earliest stage first. */
export function inOrder(tasks: readonly TaskId[]): TaskId[] {
  const left = new Set(tasks);
  const order: TaskId[] = [];
  const stage = (task: TaskId) => STAGES.indexOf(TASKS[task].stage);
  while (left.size > 0) {
    const ready = [...left].filter((task) => !(STEP_DETAILS[task].after ?? []).some((before) => left.has(before)));
    const next = ready.reduce((a, b) => (stage(b) < stage(a) ? b : a), ready[0] ?? [...left][0]!);
    order.push(next);
    left.delete(next);
  }
  return order;
}

function stepOf(task: TaskId, because: readonly AppliedRemedy[], build: Build): Step {
  const wheels = wheelsOf(task, build);
  const title = wheels.length > 1 ? `${TASKS[task].title}: ${wheels.join(" and ")} wheel` : TASKS[task].title;
  // Two wheels are the work twice; their spreads add up as independent ones do.
  const once = estimate(TASKS[task]);
  const [minutes, spread] = [once.minutes * wheels.length, once.spread * Math.sqrt(wheels.length)];
  const detail = STEP_DETAILS[task];
  const parts = build.supplied.filter((s) => stepOfPart(s, build) === task);
  const cautions = [
    ...new Set([...(detail.cautions ?? []), ...because.flatMap((b) => (b.remedy.caution ? [b.remedy.caution] : []))]),
  ].sort((a, b) => CAUTIONS[b].severity - CAUTIONS[a].severity);
  return {
    id: task,
    title,
    minutes,
    spread,
    tools: detail.tools ?? [],
    fasteners: (detail.fasteners ?? []).filter((id) => id in FASTENERS && applies(id, build)),
    cautions,
    parts,
    because: because.map((b) => ({ finding: b.finding, title: b.remedy.title, says: b.remedy.says })),
  };
}

/** Steps that are done to each wheel that gets a motor. */
const PER_WHEEL: ReadonlySet<TaskId> = new Set(["removeWheel", "checkWheel", "laceWheel", "moveTyre", "redish", "fitHub"]);

/** The wheels that a step is done to; one, unnamed, for what is done once. */
function wheelsOf(task: TaskId, build: Build): string[] {
  if (!PER_WHEEL.has(task)) return [""];
  const hubs = partsOf(build, "hub-motor").filter(
    ({ spec }) => (task !== "checkWheel" || spec.laced !== null) && (task !== "laceWheel" || spec.laced === null),
  );
  const ends = [...new Set(hubs.map(({ spec }) => spec.end))];
  return ends.length > 1 ? ends : [""];
}

function stepOfPart(supplied: Supplied, build: Build): TaskId | undefined {
  if (supplied.part.kind === "washer") return partsOf(build, "mid-motor").length > 0 ? "fitMid" : "fitHub";
  return PART_STEP[supplied.part.kind];
}

/** Torques that do not concern this build are left off the paper. */
function applies(id: FastenerId, build: Build): boolean {
  const axles = partsOf(build, "hub-motor").map(({ spec }) => spec.axleDiameterMm);
  if (id === "axleM12") return axles.some((mm) => mm <= 12);
  if (id === "axleM14") return axles.some((mm) => mm > 12);
  if (id === "rotor")
    return (
      partsOf(build, "rotor").length > 0 ||
      build.geometry.flags.has("has front rotor") ||
      build.geometry.flags.has("has rear rotor")
    );
  if (id === "armM6") return partsOf(build, "torque-arm").length > 0;
  if (id === "cupsIso") return build.donor.shellStandard?.value !== undefined;
  if (id === "lockRing") return partsOf(build, "cluster").some((c) => !c.spec.interface.startsWith("freewheel"));
  return true;
}

/** Minutes to quote for independent steps: the sum and one spread. @example quoteMinutes([{minutes: 50, spread: 10}]) // => 60 */
export function quoteMinutes(steps: readonly { minutes: number; spread: number }[]): number {
  return steps.reduce((sum, step) => sum + step.minutes, 0) + Math.hypot(...steps.map((step) => step.spread));
}
