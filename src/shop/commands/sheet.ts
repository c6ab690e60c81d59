import { overBudget } from "@/core/cost/overBudget";
import { onShelfFor } from "@/core/cost/shelf";
import { formatMoney } from "@/core/money/money";
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

/** Freezes a copy of the sheet as the customer got it. */
export const giveSheet: UseCase<"give sheet"> = (job, command, bench) => {
  const { sheet } = assessOn(job, bench);
  if (sheet.lines.length === 0) return refused("There is nothing on the sheet yet: choose a kit or parts in Drive.");
  if (sheet.unpriced > 0) {
    const lines = sheet.lines.filter((line) => line.priceMinor === null).map((line) => `${line.says} (${line.problem})`);
    const abroad =
      lines.length < sheet.unpriced ? ["the carriage of a placed order (no rate for its currency in the house rules)"] : [];
    return refused(
      `${sheet.unpriced} line${sheet.unpriced === 1 ? " has" : "s have"} no price: ${[...lines, ...abroad].join("; ")}.`,
    );
  }
  const over = overBudget(sheet);
  if (over !== null && !command.overBudget) return refused(`${over}: say that it is given all the same.`);
  const copy = {
    at: bench.at,
    by: bench.by,
    currency: sheet.currency,
    lines: sheet.lines.map((l) => ({ says: l.says, quantity: l.quantity, totalMinor: l.priceMinor ?? 0 })),
    allInMinor: sheet.allInMinor,
  };
  return done(
    { given: [...job.given, copy].slice(-50) },
    `Sheet given to the customer: ${formatMoney(sheet.allInMinor, sheet.currency)}`,
  );
};
