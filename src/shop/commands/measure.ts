import { isPossible, plusMinusOf, readTyped } from "@/core/donor/donor";
import { donorItem } from "@/core/donor/items";
import type { Reading } from "@/core/donor/readingSchema";
import { formatNumber } from "@/core/units/formatQuantity";
import { bad } from "@/core/result";
import { done, refused, type UseCase } from "../useCase";

/** Takes a reading; an unlikely one is asked about until it is confirmed. The reading before it stays in its history. */
export const measure: UseCase<"measure"> = (job, command, bench) => {
  const item = donorItem(command.key);
  const read = readTyped(command.key, command.text, command.system);
  if (!read.ok) return refused(read.error);
  const typed = read.value;
  const { value } = typed;
  const possible = typeof value !== "number" || isPossible(item, value);
  // Asked only where an answer can help: it may be right, or a slip is guessed.
  if ("ask" in typed && !command.confirmed && (possible || typed.perhaps !== null))
    return bad({ kind: "ask", says: typed.ask, perhaps: typed.perhaps, value: typed.value });
  if (!possible) return refused(`${item.label}: ${formatNumber(value, 1)} cannot be.`);
  const before = job.donor[command.key];
  const reading: Reading = {
    value,
    how: command.how,
    plusMinus: plusMinusOf(item, command.how, value),
    ...("ask" in typed && { confirmed: true as const }),
    taken: { at: bench.at, by: bench.by },
    earlier: before ? [{ value: before.value, how: before.how, taken: before.taken }, ...before.earlier].slice(0, 50) : [],
  };
  const shown = typeof value === "number" ? formatNumber(value, 2) : item.kind === "choice" ? item.options[value] : value;
  return done({ donor: { ...job.donor, [command.key]: reading } }, `${item.label}: ${shown}`);
};

/** Leaves an item unmeasured again. */
export const forgetReading: UseCase<"forget reading"> = (job, command) => {
  const { [command.key]: gone, ...donor } = job.donor;
  return gone ? done({ donor }, `${donorItem(command.key).label} cleared`) : refused("That item holds no reading.");
};
