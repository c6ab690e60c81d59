import type { CautionId } from "../standards/cautions";
import type { TaskId } from "../standards/tasks";
import type { Spec } from "../parts/specs";
import type { PartKind } from "../parts/kinds";
import { needPart, type Build } from "./build";
import type { PartNeed, Remedy } from "./finding";

/** An operation without parts; its flag tells the rule on the next run that it will be done. */
export const operation = (
  id: string,
  title: string,
  says: string,
  tasks: readonly TaskId[],
  flag: string,
  caution?: CautionId,
): Remedy => ({
  id,
  title,
  says,
  parts: [],
  tasks,
  effect: { flags: [flag] },
  ...(caution && { caution }),
});

/** A bought part that settles a finding by being in the build. */
export const bought = (
  id: string,
  title: string,
  says: string,
  parts: readonly PartNeed[],
  tasks: readonly TaskId[] = [],
  flag?: string,
): Remedy => ({
  id,
  title,
  says,
  parts,
  tasks,
  effect: flag ? { flags: [flag] } : {},
});

/** Parts of a kind whose spec will do, cheapest first, as remedies; with none, one remedy that says what the catalogue lacks. */
export function anyOf<K extends PartKind>(
  build: Build,
  kind: K,
  p: {
    will: (spec: Spec<K>) => boolean;
    /** What else judges such a part: those that pass it are offered before the rest, and alone where there are any. */
    passes?: (spec: Spec<K>) => boolean;
    says: string;
    title: string;
    tasks?: readonly TaskId[];
    quantity?: number;
    most?: number;
    flag?: string;
  },
): Remedy[] {
  const quantity = p.quantity ?? 1;
  const will = build.catalogue.distinct(kind).filter((part) => p.will(part.spec as Spec<K>));
  const best = p.passes ? will.filter((part) => p.passes!(part.spec as Spec<K>)) : [];
  const found = (best.length > 0 ? best : will).slice(0, p.most ?? 2);
  if (found.length === 0)
    return [bought(`buy-${kind}`, p.title, p.says, [needPart(build, kind, quantity, p.says, p.will)], p.tasks, p.flag)];
  return found.map((part) =>
    bought(`buy-${part.id}`, part.name, p.says, [{ kind, partId: part.id, quantity, says: part.name }], p.tasks, p.flag),
  );
}

/** A consumable by its use. */
export const consumable = (build: Build, use: string, quantity = 1): PartNeed =>
  needPart(build, "consumable", quantity, use, (spec) => spec.use === use);

export const isDone = (build: Build, flag: string) => build.geometry.flags.has(flag);
