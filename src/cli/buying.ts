import { tagNumber } from "@/core/units/tagNumber";
import type { Knex } from "knex";
import { formatMoney } from "@/core/money/money";
import type { Currency } from "@/core/parts/part";
import type { Told } from "./told";

/** The proposal of the Buying screen, as text: for whom, from whom, by when, for how much. */
export async function tellBuying(db: Knex, words: readonly string[], now: string): Promise<Told> {
  const json = words.includes("--json");
  const { buyingPage } = await import("@/shop/buying");
  const page = await buyingPage(db, { jobs: null, days: null }, now);
  if (json) return { exit: 0, out: `${JSON.stringify(page)}\n` };
  const m = (minor: number) => formatMoney(minor, page.currency as Currency);
  const lines = [
    ...page.orders.flatMap((order) => [
      `${order.supplier}, here ${order.arrives}: ${m(order.totalMinor)}`,
      ...(order.notTaken === "" ? [] : [`  ${order.notTaken}`]),
      ...order.lines.map(
        (line) =>
          `  ${line.packs} × ${line.packSize > 1 ? `${line.packSize} of ` : ""}${line.name} (${line.partId}) for ${line.for.map((number) => (number === 0 ? "the shelf" : tagNumber(number))).join(", ")}`,
      ),
    ]),
    ...page.unpriced.map((one) => `on no order: ${one.quantity} × ${one.name}: ${one.why}`),
    ...page.jobs.filter((job) => !job.included).map((job) => `left out: ${tagNumber(job.number)} ${job.customer}: ${job.notYet}`),
    page.orders.length === 0
      ? "nothing is to be ordered"
      : `together ${m(page.totalMinor)}${page.apartMinor === null ? "" : `, job by job ${m(page.apartMinor)}`}${page.proved ? ", proved the cheapest" : page.withinPercent === null ? "" : `, proved within ${page.withinPercent} % of the cheapest`}`,
    ...page.frontier.map(
      (point) =>
        `  here by ${point.arrives}: ${m(point.totalMinor)}${point.notTaken > 0 ? `, not taken: ${point.notTaken} ${point.notTaken === 1 ? "order" : "orders"}` : ""}`,
    ),
  ];
  return { exit: 0, out: lines.map((line) => `${line}\n`).join("") };
}

/** Looks at a supplier's price list, and takes it in where `--take` says so. Exit 2 where a row does not read. */
export async function importPrices(
  db: Knex,
  [supplierId, ...words]: readonly string[],
  text: string,
  now: string,
): Promise<Told> {
  const { previewPrices, takePrices } = await import("@/shop/priceLists");
  const looked = await previewPrices(db, { supplierId: supplierId ?? "", text, mapping: null }, now);
  if (!looked.ok) return { exit: 2, error: `${looked.error}\n` };
  const { counts, leaps, rows, mapping, seen, says } = looked.value;
  if (!counts) return { exit: 2, error: `${says}\n` };
  const told = rows
    .filter((row) => row.what !== "same")
    .map((row) => `row ${row.row}: ${row.name || row.partId || "a part"}: ${row.says}${row.leaps ? " (asked about)" : ""}\n`)
    .join("");
  const sum = `${counts.changed} changed, ${counts.new} new, ${counts.same} as they are, ${counts.unknown} not in the books, ${counts.wrong} do not read\n`;
  if (counts.wrong > 0) return { exit: 2, out: told, error: `${sum}Nothing was taken in.\n` };
  if (!words.includes("--take")) return { exit: 0, out: `${told}${sum}` };
  const leapsAreRight = words.includes("--leaps-are-right");
  if (leaps > 0 && !leapsAreRight)
    return {
      exit: 2,
      out: `${told}${sum}`,
      error: `${leaps === 1 ? "1 price leaps" : `${leaps} prices leap`} and ${leaps === 1 ? "is" : "are"} asked about: look at the rows, then say --leaps-are-right. Nothing was taken in.\n`,
    };
  const taken = await takePrices(db, { supplierId: supplierId ?? "", text, mapping, seen, leapsAreRight }, now, "");
  return taken.ok ? { exit: 0, out: `${told}${taken.value}\n` } : { exit: 2, out: told, error: `${taken.error}\n` };
}
