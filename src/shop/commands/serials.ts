import { bad } from "@/core/result";
import { hasOwnNumber, plainSerial, sameSerial } from "@/core/supply/serials";
import { assessOn, done, refused, type UseCase } from "../useCase";

/** Notes which piece of a part went into the bike, by the number on its label. No signature stands for it: it may be noted at any time. */
export const noteSerial: UseCase<"note serial"> = (job, { partId, serial, confirmed }, bench) => {
  const here = assessOn(job, bench).fit.build.supplied.filter(({ part }) => part.id === partId);
  const [first] = here;
  if (!first) return refused("That part is not in this build: its number belongs to another bike.");
  const { part } = first;
  if (!hasOwnNumber(part.kind)) return refused(`${part.name} has no serial number that is kept.`);
  if (plainSerial(serial) === plainSerial(part.id))
    return refused(
      `${serial} is on our own label and names the part, not the piece: read the maker's label on the piece itself.`,
    );
  const same = job.serials.filter((one) => sameSerial(one.serial, serial));
  if (same.some((one) => one.partId === partId))
    return refused(`The number ${serial} is noted already: look at the label again.`);
  // Some makers number a motor and its controller alike; as a rule the wrong label was read.
  if (same[0] && !confirmed) {
    const other = bench.catalogue.parts.get(same[0].partId)?.name ?? same[0].partId;
    const says = `The number ${serial} is noted for ${other}. Is it on the label of ${part.name} too?`;
    return bad({ kind: "ask", says, perhaps: null, value: 0 });
  }
  const pieces = here.reduce((sum, { quantity }) => sum + quantity, 0);
  const noted = job.serials.filter((one) => one.partId === partId).length;
  if (noted >= pieces)
    return refused(
      `${part.name}: ${pieces === 1 ? "one piece is" : `${pieces} pieces are`} in this build and ${noted === 1 ? "its number is" : `${noted} numbers are`} noted. Take one out first.`,
    );
  return done(
    { serials: [...job.serials, { partId, serial, at: bench.at, by: bench.by }] },
    `Number ${serial} is in it: ${part.name}`,
  );
};

/** Takes a number out: it was a wrong one, or the piece is not in this bike any more. */
export const dropSerial: UseCase<"drop serial"> = (job, { partId, serial }, bench) => {
  const serials = job.serials.filter((one) => one.partId !== partId || !sameSerial(one.serial, serial));
  return serials.length < job.serials.length
    ? done({ serials }, `Number ${serial} taken out: ${bench.catalogue.parts.get(partId)?.name ?? partId}`)
    : refused("That number is not noted in this job.");
};
