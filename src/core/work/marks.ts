import type { Build } from "../fit/build";
import { wheelsOf } from "../fit/wheels";
import { FASTENERS, type FastenerId } from "../standards/fasteners";
import { STEP_DETAILS } from "../standards/stepDetails";
import type { StepId, TaskId } from "../standards/tasks";
import { shortSum } from "../units/shortSum";
import { axlesOf, hubEnds, type Torque } from "./torques";

/**
 * What somebody puts a name to at a step: a witness mark that is painted once a fastener is at its torque, or a fact of the work that
 * nobody sees afterwards. `key` names it among the job's marks.
 */
export type Mark = { readonly key: string; readonly kind: "witness" | "sign"; readonly says: string };

const AT_THE_CRANK: ReadonlySet<FastenerId> = new Set(["crank", "crankSplined", "crankPinch"]);

/** What gets a witness mark after its last torque: axle nuts, torque arms and crank bolts (common practice). */
const WITNESSED: ReadonlySet<FastenerId> = new Set(["axleM12", "axleM14", "armM6", "wormClamp", ...AT_THE_CRANK]);

/** All that is marked and signed at a step, once for each wheel that it is done to. */
export function marksOf(task: TaskId, torques: readonly Torque[], build: Build): Mark[] {
  const wheels = wheelsOf(task, build);
  const at = (wheel: string, id: string, says: string) => ({
    key: wheel === "" ? `${task} ${id}` : `${task} ${wheel} ${id}`,
    says: wheel === "" ? says : `${says}, ${wheel} wheel`,
  });
  const signs = [...(STEP_DETAILS[task].signs ?? []), ...(build.house.recipes.signs[task] ?? []).map(ownSign)].flatMap(
    ({ id, says }) => wheels.map((wheel): Mark => ({ kind: "sign", ...at(wheel, id, says) })),
  );
  const witnesses = torques
    .filter(({ id }) => WITNESSED.has(id))
    .flatMap(({ id, says }) => {
      const ends: readonly string[] = axlesOf(id, build);
      const hubs = [...hubEnds(build)];
      // Two motors have two axles: each end has its own nuts and arms, also where one row of the paper names both.
      const own = hubs.length < 2 || AT_THE_CRANK.has(id) ? [""] : ends.length > 0 ? ends : hubs;
      return own.map((wheel): Mark => ({ kind: "witness", ...at(wheel, id, wheel === "" ? says : FASTENERS[id].says) }));
    });
  return [...signs, ...witnesses];
}

/** A line that the shop wants signed: another text is another line, and has no name yet. */
const ownSign = (says: string) => ({ id: `own-${shortSum(says)}`, says });

/** What is signed at a step of the shop's own. */
export const marksOfOwn = (step: StepId, signs: readonly string[]): Mark[] =>
  signs.map(ownSign).map(({ id, says }) => ({ key: `${step} ${id}`, kind: "sign", says }));

/** Those without a name; what a step is held back for. */
export const unmarked = (marks: readonly Mark[], kept: Readonly<Record<string, unknown>>): Mark[] =>
  marks.filter(({ key }) => kept[key] === undefined);

const WORD = { witness: "no witness mark", sign: "not signed" } as const;

/** @example unmarkedText([{ key: "fitHub axleM12", kind: "witness", says: "Axle nuts M12" }]) // => "Open at this step: Axle nuts M12 (no witness mark)" */
export const unmarkedText = (left: readonly Mark[]): string =>
  `Open at this step: ${left.map(({ says, kind }) => `${says} (${WORD[kind]})`).join("; ")}`;

/** Names that stand no more once steps are open again: what was torqued may be loose. */
export const withoutMarksOf = <T>(kept: Readonly<Record<string, T>>, steps: readonly string[]): Record<string, T> =>
  Object.fromEntries(Object.entries(kept).filter(([key]) => !steps.includes(key.split(" ")[0]!)));
