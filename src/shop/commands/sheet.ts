import { onShelfFor } from "@/core/cost/shelf";
import { assessOn, done, refused, type UseCase } from "../useCase";

/** Where a line's part comes from: bought, from the shelf, or brought by the customer. */
export const source: UseCase<"source"> = (job, command, bench) => {
  const now = assessOn(job, bench);
  const line = now.sheet.lines.find((l) => l.key === command.line);
  if (!line) return refused("That line is not on the sheet any more.");
  if (line.source === "in the kit" || line.partId === null) return refused("This line's source cannot be changed.");
  const part = bench.catalogue.parts.get(line.partId);
  if (command.source === "stock" && line.source !== "stock" && part) {
    // What other lines of this job were told to take is theirs; what they only would take by themselves is not.
    const told = now.sheet.lines.filter((l) => l.partId === part.id && l.source === "stock" && job.sources[l.key] === "stock");
    const own = told.reduce((sum, l) => sum + l.quantity, 0);
    const left = onShelfFor(part, { heldElsewhere: bench.heldElsewhere, taken: job.taken }) - own;
    const held = bench.heldElsewhere[part.id] ?? 0;
    if (left < line.quantity)
      return refused(
        `${line.quantity} wanted, ${left} to be had from the shelf: ${part.inStock} there${held > 0 ? `, ${held} held for other jobs` : ""}${own > 0 ? `, ${own} for other lines of this one` : ""}.`,
      );
  }
  return done({ sources: { ...job.sources, [command.line]: command.source } }, `${line.says}: ${command.source}`);
};

export const addLine: UseCase<"add line"> = (job, { line }, bench) =>
  job.hand.some((l) => l.id === line.id)
    ? refused("That line is already there.")
    : done({ hand: [...job.hand, { ...line, id: line.id ?? bench.newId() }] }, `Line added: ${line.says}`);

export const removeLine: UseCase<"remove line"> = (job, { id }) => {
  const line = job.hand.find((l) => l.id === id);
  return line
    ? done({ hand: job.hand.filter((l) => l.id !== id) }, `Line removed: ${line.says}`)
    : refused("That line is not there any more.");
};
