import type { RecipeRules } from "@/core/house/houseRules";
import type { StepId } from "@/core/standards/tasks";
import type { Minutes } from "@/core/work/learned";

/** Minutes that a shop took over, for all bikes and for kinds of them. */
export type Taken = Pick<RecipeRules, "minutes" | "minutesOn">;

export const takenOf = ({ minutes, minutesOn }: Taken): Taken => ({ minutes, minutesOn });

/** With other minutes of a step, or with none of its own. @param kind of bike; empty for all */
export function withMinutes(taken: Taken, step: StepId, kind: string, minutes: Minutes | null): Taken {
  const put = (all: Taken["minutes"]): Taken["minutes"] => {
    const { [step]: _old, ...rest } = all;
    return minutes ? { ...rest, [step]: minutes } : rest;
  };
  if (kind === "") return { ...taken, minutes: put(taken.minutes) };
  const { [kind]: mine = {}, ...others } = taken.minutesOn;
  const next = put(mine);
  return { ...taken, minutesOn: Object.keys(next).length > 0 ? { ...others, [kind]: next } : others };
}

/** Without anything of a step that is gone. */
export const withoutStep = (taken: Taken, step: StepId): Taken =>
  ["", ...Object.keys(taken.minutesOn)].reduce((left, kind) => withMinutes(left, step, kind, null), taken);
