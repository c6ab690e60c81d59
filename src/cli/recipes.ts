import type { Knex } from "knex";
import { formatMoney } from "@/core/money/money";
import type { Currency } from "@/core/parts/part";
import { tagNumber } from "@/core/units/tagNumber";
import { readRecipes, writeRecipes } from "@/core/house/recipesFile";
import type { Told } from "./told";

const json = (what: unknown): Told => ({ exit: 0, out: `${JSON.stringify(what, null, 2)}\n` });

/** The shop's recipes as JSON; or, of a file, what they would change in the open jobs, and with --take they are taken in. */
export async function tellRecipes(db: Knex, words: readonly string[], text: () => string, now: string): Promise<Told> {
  const { houseRules, previewHouse, storeHouse } = await import("@/shop/houseRules");
  const [file] = words.filter((word) => word !== "--take");
  if (file === undefined) return json(writeRecipes(await houseRules(db)));
  const read = readRecipes(text());
  if (!read.ok) return { exit: 2, error: `${file}: ${read.error}.\n` };
  if (words.includes("--take")) {
    const stored = await storeHouse(db, read.value, { at: now, by: "command line", version: null });
    return stored.ok ? { exit: 0, out: "The recipes are taken in.\n" } : { exit: 2, error: `${stored.error.says}\n` };
  }
  const found = await previewHouse(db, read.value, now);
  if (!found.ok) return { exit: 2, error: `${found.error}\n` };
  const { changed, unchanged, signed } = found.value;
  const lines = changed.flatMap((job) => [
    `${tagNumber(job.number)} ${job.customer}, ${job.bike}${job.priceMinor === 0 ? "" : `: ${job.priceMinor > 0 ? "+" : ""}${formatMoney(job.priceMinor, job.currency as Currency)}`}`,
    ...job.work.map((line) => `  ${line}`),
  ]);
  const last = `${changed.length} open jobs change, ${unchanged} stay as they are, ${signed} signed off and left alone. Nothing is stored: --take does that.`;
  return { exit: 0, out: `${[...lines, last].join("\n")}\n` };
}

export async function tellRecords(db: Knex): Promise<Told> {
  const { recordsOf } = await import("@/shop/lessons");
  return json(await recordsOf(db));
}
