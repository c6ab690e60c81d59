import type { Supplied } from "../fit/build";
import type { Catalogue } from "../parts/catalogue";
import type { Part } from "../parts/part";
import type { PartKind } from "../parts/kinds";
import { SLOTS, type Slot } from "./slots";
import { type Job } from "./job";

/** Kinds of part that each slot takes. */
export const SLOT_KINDS: Record<Slot, readonly PartKind[]> = {
  kit: ["kit"],
  motor: ["hub-motor", "mid-motor", "frame-motor"],
  battery: ["battery"],
  controller: ["controller"],
  display: ["display"],
  "pedal sensor": ["pedal-sensor"],
  throttle: ["throttle"],
  charger: ["charger"],
};

export const slotOf = (kind: PartKind): Slot | undefined => SLOTS.find((slot) => SLOT_KINDS[slot].includes(kind));

/** What the choices and the hand bring: single parts, and a kit's contents except those of slots that a choice fills. Unknown parts are skipped. */
export function chosenParts({ choices, also }: Pick<Job, "choices" | "also">, catalogue: Catalogue): Supplied[] {
  const byHand = also.flatMap(({ partId, quantity }) =>
    one(catalogue.parts.get(partId), quantity, { type: "choice", slot: "by hand" }),
  );
  const single = SLOTS.filter((slot) => slot !== "kit").flatMap((slot) =>
    one(catalogue.parts.get(choices[slot] ?? ""), 1, { type: "choice", slot }),
  );
  const kit = catalogue.parts.get(choices.kit ?? "");
  if (kit?.kind !== "kit") return [...single, ...byHand];
  const filled = new Set(SLOTS.filter((slot) => slot !== "kit" && choices[slot] !== undefined));
  const inKit = kit.spec.contents.flatMap(({ partId, quantity }) => {
    const part = catalogue.parts.get(partId);
    const slot = part && slotOf(part.kind);
    return slot && filled.has(slot) ? [] : one(part, quantity, { type: "kit", kitId: kit.id });
  });
  return [...single, ...inKit, ...byHand];
}

const one = (part: Part | undefined, quantity: number, origin: Supplied["origin"]): Supplied[] =>
  part ? [{ part, quantity, origin }] : [];
