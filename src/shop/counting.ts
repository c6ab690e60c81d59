import type { Knex } from "knex";
import type { Label, ToCount } from "@/core/parts/label";
import { findRawPart, loadCatalogue } from "@/data/catalogue";

/** Labels that are printed at once: twenty sheets. */
const MOST_LABELS = 480;

/** What is printed on the labels of these parts; null: of all that lie on the shelf, by the place where they lie. */
export async function labelsOf(db: Knex, ids: readonly string[] | null): Promise<Label[]> {
  const { parts } = await loadCatalogue(db);
  const found =
    ids === null
      ? [...parts.values()].filter((part) => part.inStock > 0 && part.onlyFor === undefined)
      : ids.flatMap((id) => parts.get(id.trim()) ?? []);
  return found
    .sort(
      (a, b) =>
        Number(a.bin === undefined) - Number(b.bin === undefined) ||
        (a.bin ?? "").localeCompare(b.bin ?? "") ||
        a.name.localeCompare(b.name),
    )
    .slice(0, MOST_LABELS)
    .map((part) => ({ code: part.id, name: part.name, note: part.bin === undefined ? part.maker : `lies in ${part.bin}` }));
}

/** By the number that its label's code says, however its letters are typed; undefined where there is none. */
export async function toCount(db: Knex, code: string): Promise<ToCount | undefined> {
  const found = await findRawPart(db, code.trim().toLowerCase());
  if (!found) return undefined;
  const { id, name, bin, inStock } = found.raw;
  return {
    id: String(id),
    name: String(name),
    bin: typeof bin === "string" ? bin : "",
    there: Number(inStock),
    version: found.version,
  };
}
