import type { AppliedRemedy } from "../fit/engine";
import { motorsOf, partsOf, suppliedOf, type Build, type Supplied } from "../fit/build";
import { idleOf } from "../fit/rules/brakes/levers";
import { CAUTIONS, type CautionId } from "../standards/cautions";
import { CONSUMABLES, type Consumable } from "../standards/consumables";
import type { FastenerId } from "../standards/fasteners";
import { CHECKS, isRoadCheck } from "../standards/commissioning";
import { hasDerailleur, stepOfKind, stepOfPart } from "./partStep";
import { FATE_SAYS } from "../fit/fates";
import type { Off } from "../fit/renews";
import { kindOf } from "../donor/bikeKind";
import type { RecipeRules } from "../house/houseRules";
import type { Minutes } from "./learned";
import { countedOf, strays, TAKE_OUT } from "./leftIn";
import type { LeftIn } from "../fit/leftIn";
import { calledPart } from "../parts/calledPart";
import { marksOf, marksOfOwn, type Mark } from "./marks";
import { usedChecks } from "./usedChecks";
import { settingsOf } from "./settings";
import { hubEnds, shellHand, torquesOf, type Torque } from "./torques";
import { measuresOf, type Measure } from "../fit/measures";
import { wheelsOf } from "../fit/wheels";
import { PAINT_WAITS, STEP_DETAILS, type Wait } from "../standards/stepDetails";
import { placeOf, type Place } from "../standards/stepPlaces";
import { estimate, TASKS, type Stage, type StepId, type TaskId } from "../standards/tasks";
import { inOrder, placedOf } from "../recipes/order";
import type { OwnStep } from "../recipes/recipesSchema";

export type Step = {
  readonly id: StepId;
  readonly stage: Stage;
  readonly place: Place;
  readonly title: string;
  readonly minutes: number;
  readonly spread: number;
  readonly tools: readonly string[];
  readonly torques: readonly Torque[];
  readonly cautions: readonly CautionId[];
  /** Parts that must be there before it starts. */
  readonly parts: readonly Supplied[];
  /** What it uses up that is no line of its own, and about what that is worth, for all its wheels together. */
  readonly uses: readonly Consumable[];
  /** How it is done, line by line: settings with their units, checks with what passes and what stops. */
  readonly does: readonly string[];
  /** What is read and kept before it is done. */
  readonly measures: readonly Measure[];
  /** What somebody puts a name to before it is done. */
  readonly marks: readonly Mark[];
  /** What must cure or settle before the work goes on. */
  readonly waits: readonly Wait[];
  /** Steps of this order that must be done before it. */
  readonly after: readonly StepId[];
  /** Remedies that asked for it or change how it is done; empty for a step of every such build. */
  readonly because: readonly { finding: string; title: string; says: string }[];
};

/** Tasks of a build before any remedy, by what came in and what the motor is (the trade's job recipes). */
function recipe(build: Build): TaskId[] {
  const hubs = partsOf(build, "hub-motor");
  const mid = partsOf(build, "mid-motor").length > 0;
  const onBolts = partsOf(build, "frame-motor").length > 0;
  const cameAs = build.donor.cameAs?.value ?? "bike";
  const has = (kind: "pedal-sensor" | "gear-sensor") => partsOf(build, kind).length > 0;
  const tasks: TaskId[] = ["survey"];
  // A bare frame has nothing to take out: brakes, gears and wheels are part of its assembly.
  if (cameAs === "frame") tasks.push(...(paintWait(build) ? ["paint" as const] : []), "assembleFrame", "lights");
  else tasks.push("brakesFirst", ...(hubs.length > 0 ? ["removeWheel" as const] : []), ...(mid ? ["removeCranks" as const] : []));
  if (cameAs === "converted") tasks.push("wash", "removeOld");
  if (build.off !== undefined && build.off.length > 0) tasks.push("takeOff");
  const idle = idleOf(build);
  const switches = [
    ...suppliedOf(build, "cut-off"),
    ...suppliedOf(build, "brake-lever").filter(({ part }) => part.spec.switched),
  ];
  if (switches.some((one) => !idle.has(one))) tasks.push("cutOffs");
  if (hubs.length > 0) tasks.push("fitHub");
  if (hubs.some((motor) => motor.spec.end === "front")) tasks.push("seatWashers");
  if (hubs.some((motor) => motor.spec.laced)) tasks.push("checkWheel");
  if (mid) tasks.push("cleanShell", "fitMid");
  if (onBolts) tasks.push("fitFrameMotor");
  if (cameAs !== "frame" && (mid || onBolts || hubs.some((motor) => motor.spec.end === "rear"))) tasks.push("derailleur");
  if (has("pedal-sensor")) tasks.push("pedalSensor");
  if (has("gear-sensor")) tasks.push("gearSensor");
  return [...tasks, "cradle", "harness", "settings", "checks", "roadTest", "handOver"];
}

/**
 * The work order's steps, each once, in an order in which nothing comes before what it needs; no step without a motor.
 * A task that several remedies ask for is one step that names them all. Every part of the build has the step that uses it.
 */
export function workSteps(build: Build, applied: readonly AppliedRemedy[]): Step[] {
  if (motorsOf(build).length === 0) return [];
  const asked = new Map<TaskId, AppliedRemedy[]>();
  for (const task of recipe(build)) asked.set(task, []);
  for (const remedy of applied) {
    for (const task of stepsOf(remedy, build)) asked.set(task, [...(asked.get(task) ?? []), remedy]);
  }
  const idle = idleOf(build);
  const placed = new Map(
    build.supplied.map((supplied) => [supplied, idle.has(supplied) ? undefined : stepOfSupplied(supplied, build, applied)]),
  );
  for (const task of placed.values()) if (task && !asked.has(task)) asked.set(task, []);
  if (!hasDerailleur(build)) asked.delete("derailleur");
  // Filing seats them too: at each end it is one task, done one way or the other.
  if (straysOf(build, asked).length > 0) asked.set(TAKE_OUT, []);
  if (asked.has("fileSlots") && (hubEnds(build).size < 2 || slotEnds("seatWashers", asked, build).length === 0))
    asked.delete("seatWashers");
  if (build.house.revisit === "in the price") asked.set("revisit", []);
  const { recipes } = build.house;
  const own = recipes.own.filter((one) => isOn(one.on, build));
  const ordered = inOrder([...asked.keys(), ...own.map(({ id }) => id)].map((id) => placedOf(id, { ...recipes, own })));
  const all = new Set(ordered.map(({ id }) => id));
  return ordered.map(({ id, after }): Step => {
    const left = after.filter((before) => all.has(before));
    const mine = own.find((one) => one.id === id);
    return mine
      ? ownStep(mine, left, minutesOf(id, build.house, kindOf(build.donor)))
      : stepOf(id as TaskId, asked, build, left, placed);
  });
}

type AskedFor = ReadonlyMap<TaskId, readonly AppliedRemedy[]>;

/** What is in the bike of steps that are not in the work. */
const straysOf = ({ leftIn = [] }: Build, asked: AskedFor): LeftIn[] => strays(leftIn, (id) => asked.has(id as TaskId));

/** The end that a finding speaks of, where two motors leave it open. */
const endOf = (finding: string, build: Build): "front" | "rear" | undefined =>
  hubEnds(build).size > 1 ? (/\s(front|rear)(?=\s|$)/.exec(finding)?.[1] as "front" | "rear" | undefined) : undefined;

/** At which ends slots are filed, or washers seated: the front one's are seated always, and none twice. */
function slotEnds(task: "seatWashers" | "fileSlots", asked: AskedFor, build: Build): string[] {
  const endsAsked = (of: TaskId) => (asked.get(of) ?? []).flatMap(({ finding }) => endOf(finding, build) ?? []);
  const filed = endsAsked("fileSlots");
  const ends =
    task === "fileSlots" ? filed : ["front", ...endsAsked("seatWashers")].filter((end) => !(filed as string[]).includes(end));
  return [...new Set(ends)].sort();
}

/** The wheels that a step is done to, by name where there is more than one to choose from; one, unnamed, for what is done once. */
function wheelsAt(task: TaskId, asked: AskedFor, build: Build): string[] {
  if ((task !== "seatWashers" && task !== "fileSlots") || hubEnds(build).size < 2) return wheelsOf(task, build);
  const ends = slotEnds(task, asked, build);
  return ends.length > 0 ? ends : [""];
}

const isOn = (on: OwnStep["on"], build: Build): boolean => on === "every" || partsOf(build, ON_MOTOR[on]).length > 0;
const ON_MOTOR = { hub: "hub-motor", mid: "mid-motor", frame: "frame-motor" } as const;

/** A step of the shop's own: what it says of it, and nothing that the tables know. */
const ownStep = (
  { id, stage, place, title, tools, does, signs, waitDays }: OwnStep,
  after: readonly StepId[],
  { minutes, spread }: Minutes,
): Step => ({
  id,
  stage,
  place,
  title,
  minutes,
  spread,
  tools,
  torques: [],
  cautions: [],
  parts: [],
  uses: [],
  does,
  measures: [],
  marks: marksOfOwn(id, signs),
  waits: waitDays > 0 ? [{ says: `Held back for ${waitDays} ${waitDays === 1 ? "day" : "days"} after it`, days: waitDays }] : [],
  after,
  because: [],
});

/** The step of a part in the build: by its kind, and where that leaves it open by the remedy that brought it. */
function stepOfSupplied({ part, origin }: Supplied, build: Build, applied: readonly AppliedRemedy[]): TaskId | undefined {
  const remedy =
    origin.type === "remedy"
      ? applied.find((a) => a.finding === origin.finding && a.remedy.id === origin.remedy)?.remedy
      : undefined;
  return stepOfPart(part, build, remedy?.tasks);
}

/** A remedy's own tasks, and the steps in which its parts are used, so that every accepted part is named where it goes on. */
function stepsOf({ remedy }: AppliedRemedy, build: Build): TaskId[] {
  const used = remedy.parts.flatMap((need) => {
    const part = need.partId === null ? undefined : build.catalogue.parts.get(need.partId);
    const step = stepOfKind(need.kind, build, remedy.tasks, part);
    return step ? [step] : [];
  });
  return [...new Set([...remedy.tasks, ...used])];
}

/**
 * What is quoted for a task done once: what the shop took over for that kind of bike, or for all; else what the shop said of its own
 * step, or the table of its.
 * @param kind of bike, as the survey names it; empty where it is not known
 */
export function minutesOf(id: StepId, { minutes, minutesOn, recipes }: RecipeRules, kind = ""): Minutes {
  const taken = minutesOn[kind]?.[id] ?? minutes[id];
  return taken ?? estimate(recipes.own.find((one) => one.id === id) ?? TASKS[id as TaskId]);
}

function stepOf(
  task: TaskId,
  asked: AskedFor,
  build: Build,
  after: readonly StepId[],
  placed: ReadonlyMap<Supplied, TaskId | undefined>,
): Step {
  const because = asked.get(task)!;
  const wheels = wheelsAt(task, asked, build);
  const title = wheels[0] === "" ? TASKS[task].title : `${TASKS[task].title}: ${wheels.join(" and ")} wheel`;
  // Two wheels are the work twice; their spreads add up as independent ones do.
  const gone = task === TAKE_OUT ? straysOf(build, asked) : [];
  const off = task === "takeOff" ? (build.off ?? []) : task === TAKE_OUT ? gone : null;
  const once = off ? offMinutes(off) : minutesOf(task, build.house, kindOf(build.donor));
  const [minutes, spread] = [once.minutes * wheels.length, once.spread * Math.sqrt(wheels.length)];
  const detail = STEP_DETAILS[task];
  const torques = torquesOf(fastenersOf(task, build), build);
  const cautions = [
    ...new Set([
      ...(detail.cautions ?? []),
      ...(task === "survey" &&
      build.supplied.some(({ part }) => (part.onlyFor ?? part.used) !== undefined && part.kind === "battery")
        ? ["packFire" as const]
        : []),
      ...because.flatMap((b) => (b.remedy.caution ? [b.remedy.caution] : [])),
    ]),
  ].sort((a, b) => CAUTIONS[b].severity - CAUTIONS[a].severity);
  return {
    id: task,
    stage: TASKS[task].stage,
    place: placeOf(task),
    title,
    minutes,
    spread,
    tools: [...new Set([...(detail.tools ?? []), ...torques.map((torque) => torque.wrench)])],
    torques,
    cautions,
    parts: build.supplied.filter((s) => placed.get(s) === task),
    uses: (CONSUMABLES[task] ?? []).map(({ says, minor }) => ({ says, minor: minor * wheels.length })),
    does: [...(detail.does ?? []), ...doesOf(task, build), ...gone.map(outLine), ...(build.house.recipes.texts[task] ?? [])],
    measures: measuresOf(task, build),
    marks: marksOf(task, torques, build),
    waits: [...(detail.waits ?? []), ...(task === "paint" ? [paintWait(build)!] : [])],
    after,
    because: because.map(({ finding, remedy }) => {
      const end = endOf(finding, build);
      return { finding, title: end && !remedy.title.includes(end) ? `${remedy.title}, ${end}` : remedy.title, says: remedy.says };
    }),
  };
}

/** What the paint that was asked for has to cure; null where none was. */
const paintWait = ({ donor }: Build): Wait | null => PAINT_WAITS[String(donor.paint?.value)] ?? null;

/** A motor at the crank brings cranks and pedals at its own step: they are not fitted twice. */
const AT_THE_MOTOR: ReadonlySet<string> = new Set(["crank", "crankSplined", "crankPinch", "pedals"]);
const fastenersOf = (task: TaskId, build: Build): readonly FastenerId[] => {
  const all: readonly FastenerId[] = STEP_DETAILS[task].fasteners ?? [];
  const atCrank = partsOf(build, "mid-motor").length + partsOf(build, "frame-motor").length > 0;
  return task === "assembleFrame" && atCrank ? all.filter((id) => !AT_THE_MOTOR.has(id)) : all;
};

/** What a step does on this build: the values that are set, the checks that are made, the hand of a thread that is undone. */
function doesOf(task: TaskId, build: Build): string[] {
  if (task === "settings") return settingsOf(build);
  if (task === "checks" || task === "roadTest")
    return CHECKS.flatMap((check, i) =>
      isRoadCheck(check) === (task === "roadTest")
        ? [`Check ${i + 1}, ${check.title.toLowerCase()}. ${check.does}. Passes: ${check.passes}. Stop if ${check.stopsIf}.`]
        : [],
    );
  if (task === "takeOff") return (build.off ?? []).map(offLine);
  if (task === "survey") return [...ownPartsOf(build), ...usedPartsOf(build)];
  if (task !== "removeCranks") return [];
  return [`Shell: ${shellHand(build)?.says ?? "its standard is not known for sure: read the cup before it is turned"}`];
}

/** What comes off, and what becomes of it; a pack never goes into the bin. */
const offLine = ({ says, quantity, goes, kind }: Off): string =>
  `${quantity > 1 ? `${quantity} × ` : ""}${says}: ${FATE_SAYS[goes]}${kind === "battery" && goes !== "shelf" ? "; contacts taped, kept outdoors or in a fireproof box, at its end to a collection point and never by ordinary post" : ""}`;

/** What comes out that a step put in which is not in the work any more. */
const outLine = (one: LeftIn): string => {
  const put = TASKS[one.step as TaskId];
  return `${countedOf(one)}: ${put && one.step !== TAKE_OUT ? `put in at “${put.title}”, which is not in the work any more` : "put in and not wanted any more"}`;
};

/** Each piece its own minutes, and a third of them open (from memory). */
function offMinutes(off: readonly { readonly minutes: number }[]): Minutes {
  const minutes = Math.max(5, Math.round(off.reduce((sum, one) => sum + one.minutes, 0)));
  return { minutes, spread: Math.round(minutes / 3) };
}

/** What a customer brings is looked at before anything is promised on it (common practice). */
const ownPartsOf = (build: Build): string[] =>
  build.supplied
    .filter(({ part }) => part.onlyFor !== undefined)
    .map(({ part }) =>
      part.kind === "battery"
        ? `${part.name}, the customer's own: no dent, swelling, water or smell; volts read and photographed; refused and set outdoors where in doubt`
        : `${part.name}, the customer's own: whole, its figures read off it, photographed, its plug compared`,
    );

/** What ran before is looked at before it goes on: what for, by its kind. */
const usedPartsOf = (build: Build): string[] =>
  build.supplied
    .filter(({ part }) => part.used !== undefined)
    .map(({ part }) => `${calledPart(part)}. Checked: ${usedChecks(part.kind).join("; ")}`);

/**
 * Days by which what cures holds the bike back: paint before anything goes on, the rest side by side before the hand-over.
 * @param steps those that are still to be done
 */
export function waitDays(steps: readonly Pick<Step, "id" | "waits">[]): number {
  const longest = (some: typeof steps) => Math.max(0, ...some.flatMap((step) => step.waits.map((wait) => wait.days)));
  return longest(steps.filter((step) => step.id === "paint")) + longest(steps.filter((step) => step.id !== "paint"));
}
