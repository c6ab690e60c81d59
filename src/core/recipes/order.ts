import { STEP_DETAILS } from "../standards/stepDetails";
import { STAGES, TASK_IDS, TASKS, type Stage, type StepId, type TaskId } from "../standards/tasks";

/** What is needed of the recipes to put steps in order. */
type Ordered = {
  readonly order: readonly { readonly step: StepId; readonly after: StepId }[];
  readonly own: readonly {
    readonly id: StepId;
    readonly stage: Stage;
    readonly after: readonly StepId[];
    readonly before: readonly StepId[];
  }[];
};

/** A step with where in the work it belongs, and what must be done before it. */
export type Placed = { readonly id: StepId; readonly stage: Stage; readonly after: readonly StepId[] };

/**
 * What a step waits for by the tables' safe order, and beside it by the shop's own. A step of the shop's own comes after the survey and
 * before the hand-over; what is no check comes before the checks, and those before the road.
 */
export function placedOf(id: StepId, { order, own }: Ordered): Placed {
  const mine = own.find((one) => one.id === id);
  const stage = mine?.stage ?? TASKS[id as TaskId].stage;
  const after = new Set<StepId>(mine ? mine.after : (STEP_DETAILS[id as TaskId].after ?? []));
  if (mine && stage !== "survey") after.add("survey");
  if (mine && (stage === "checks" || stage === "road")) after.add("checks");
  if (mine && stage === "road") after.add("roadTest");
  for (const other of own) {
    if (other.before.includes(id)) after.add(other.id);
    if (other.id === id) continue;
    if (id === "handOver") after.add(other.id);
    if (id === "checks" && STAGES.indexOf(other.stage) < STAGES.indexOf("checks")) after.add(other.id);
    if (id === "roadTest" && other.stage === "checks") after.add(other.id);
  }
  for (const one of order) if (one.step === id) after.add(one.after);
  return { id, stage, after: [...after] };
}

/** Steps that wait for each other in a ring, the first last again; null where none do. */
export function loopIn(recipes: Ordered): StepId[] | null {
  const all = new Map([...TASK_IDS, ...recipes.own.map(({ id }) => id)].map((id) => [id, placedOf(id, recipes).after] as const));
  const done = new Set<StepId>();
  const path: StepId[] = [];
  const visit = (id: StepId): StepId[] | null => {
    if (done.has(id)) return null;
    const from = path.indexOf(id);
    if (from >= 0) return [...path.slice(from), id].reverse();
    path.push(id);
    for (const before of all.get(id) ?? []) {
      const loop = visit(before);
      if (loop) return loop;
    }
    path.pop();
    done.add(id);
    return null;
  };
  for (const id of all.keys()) {
    const loop = visit(id);
    if (loop) return loop;
  }
  return null;
}

/** Topological order; among the steps that may come next, the earliest stage first. */
export function inOrder<S extends Placed>(steps: readonly S[]): S[] {
  const left = new Map(steps.map((step) => [step.id, step] as const));
  const order: S[] = [];
  const stage = (step: S) => STAGES.indexOf(step.stage);
  while (left.size > 0) {
    const ready = [...left.values()].filter((step) => !step.after.some((before) => left.has(before)));
    const next = ready.reduce((a, b) => (stage(b) < stage(a) ? b : a), ready[0] ?? [...left.values()][0]!);
    order.push(next);
    left.delete(next.id);
  }
  return order;
}
