import { assess } from "@/core/job/assess";
import { formatMoney } from "@/core/money/money";
import { done, refused, type UseCase } from "../useCase";

/** Where a line's part comes from: bought, from the shelf, or brought by the customer. */
export const source: UseCase<"source"> = (job, command, bench) => {
  const line = assess(job, bench.catalogue, bench.house, bench.at.slice(0, 10)).sheet.lines.find((l) => l.key === command.line);
  if (!line) return refused("That line is not on the sheet any more.");
  if (line.source === "in the kit" || line.partId === null) return refused("This line's source cannot be changed.");
  const stock = bench.catalogue.parts.get(line.partId)?.inStock ?? 0;
  if (command.source === "stock" && stock < line.quantity) return refused(`${stock} on the shelf, ${line.quantity} wanted.`);
  return done({ sources: { ...job.sources, [command.line]: command.source } }, `${line.says}: ${command.source}`);
};

export const addLine: UseCase<"add line"> = (job, { line }) =>
  job.hand.some((l) => l.id === line.id)
    ? refused("That line is already there.")
    : done({ hand: [...job.hand, line] }, `Line added: ${line.says}`);

export const removeLine: UseCase<"remove line"> = (job, { id }) => {
  const line = job.hand.find((l) => l.id === id);
  return line
    ? done({ hand: job.hand.filter((l) => l.id !== id) }, `Line removed: ${line.says}`)
    : refused("That line is not there any more.");
};

/** Freezes a copy of the sheet as the customer got it. */
export const giveSheet: UseCase<"give sheet"> = (job, _command, bench) => {
  const { sheet } = assess(job, bench.catalogue, bench.house, bench.at.slice(0, 10));
  if (sheet.lines.length === 0) return refused("There is nothing on the sheet yet: choose a kit or parts in Drive.");
  if (sheet.unpriced > 0)
    return refused(
      `${sheet.unpriced} line${sheet.unpriced === 1 ? " has" : "s have"} no price: ${sheet.lines
        .filter((l) => l.problem)
        .map((l) => `${l.says} (${l.problem})`)
        .join("; ")}.`,
    );
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
