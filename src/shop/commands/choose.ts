import { fitOf } from "@/core/job/assess";
import { withInstead } from "@/core/job/substitutes";
import { SLOT_KINDS } from "@/core/job/supplied";
import { KIND_NAMES } from "@/core/parts/kinds";
import { brokenWords } from "../choices";
import { done, refused, type UseCase } from "../useCase";

/** Puts a part or kit in a slot, or empties the slot. A part that does not read cannot be chosen and says which field. */
export const choose: UseCase<"choose"> = (job, { slot, partId }, { catalogue }) => {
  if (partId === null) {
    const { [slot]: gone, ...choices } = job.choices;
    return gone ? done({ choices }, `${slot}: none`) : refused(`No ${slot} was chosen.`);
  }
  const broken = catalogue.broken.get(partId);
  if (broken) return refused(`${broken.name} cannot be chosen: ${brokenWords(broken)}. Mend it in Parts.`);
  const part = catalogue.parts.get(partId);
  if (!part) return refused("That part is not in the catalogue any more.");
  if (part.onlyFor !== undefined && part.onlyFor !== job.id) return refused("That part is another customer's own.");
  if (!SLOT_KINDS[slot].includes(part.kind))
    return refused(`A ${KIND_NAMES[part.kind]} does not go in the place of the ${slot}.`);
  // What was said of where the one before comes from is not said of this one.
  const { [`choice ${slot}`]: _said, ...rest } = job.sources;
  const sources = job.choices[slot] === partId ? job.sources : rest;
  return done({ choices: { ...job.choices, [slot]: partId }, sources }, `${slot}: ${part.name}`);
};

/** Puts a part into the build that no slot and no remedy names: the customer's own, or the builder's wish. */
export const putIn: UseCase<"put in"> = (job, { partId, quantity }, { catalogue }) => {
  const part = catalogue.parts.get(partId);
  if (!part)
    return refused(
      catalogue.broken.has(partId)
        ? "That part's sheet does not read: mend it in Parts."
        : "That part is not in the catalogue any more.",
    );
  if (part.onlyFor !== undefined && part.onlyFor !== job.id) return refused("That part is another customer's own.");
  if (part.kind === "kit") return refused("A kit goes in its own place, above.");
  const also = [...job.also.filter((a) => a.partId !== partId), { partId, quantity }];
  return done({ also }, `Put in: ${quantity > 1 ? `${quantity} × ` : ""}${part.name}`);
};

export const takeOut: UseCase<"take out"> = (job, { partId }) => {
  const also = job.also.filter((a) => a.partId !== partId);
  return also.length < job.also.length ? done({ also }, "Taken out of the build") : refused("That part was not put in by hand.");
};

/** The customer has brought a part of their own. */
export const brought: UseCase<"brought"> = (job, { partId }, { catalogue, at, by }) => {
  const part = catalogue.parts.get(partId);
  if (part?.onlyFor !== job.id) return refused("That part is not one that this customer brings.");
  if (job.brought[partId]) return refused("That part is here already.");
  return done({ brought: { ...job.brought, [partId]: { at, by } } }, `Brought by the customer: ${part.name}`);
};

/** Puts another part in the place of one that is in the build, wherever it came from: a slot, a hand or a remedy. */
export const putInInstead: UseCase<"put in instead"> = (job, { partId, insteadOf }, { catalogue, house }) => {
  const [part, was] = [catalogue.parts.get(partId), catalogue.parts.get(insteadOf)];
  if (!part) return refused("That part is not in the catalogue any more.");
  if (part.onlyFor !== undefined && part.onlyFor !== job.id) return refused("That part is another customer's own.");
  const supplied = fitOf(job, catalogue, house).build.supplied.filter((one) => one.part.id === insteadOf);
  const [one] = supplied;
  if (!was || !one) return refused("What it was to replace is not in the build any more.");
  if (part.kind !== was.kind) return refused(`A ${KIND_NAMES[part.kind]} does not go in the place of a ${KIND_NAMES[was.kind]}.`);
  const changed = supplied.length === 1 ? withInstead(job, insteadOf, one.origin, part, one.quantity) : null;
  if (!changed) return refused(`${was.name} stands in more than one place, or in a kit: change it in Drive or Fit.`);
  return done(changed, `${part.name} instead of ${was.name}`);
};
