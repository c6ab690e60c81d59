import type { Knex } from "knex";
import { z } from "zod";
import {
  COLUMN_KEYS,
  guessMapping,
  MOST_COLUMNS,
  MOST_LETTERS,
  previewList,
  readList,
  type ListPreview,
  type ListRow,
  type Mapping,
} from "@/core/supply/priceList";
import type { Offer } from "@/core/parts/part";
import { bad, good, type Result } from "@/core/result";
import { loadCatalogue, saveOffers } from "@/data/catalogue";
import { because } from "@/data/shelfMoves";
import { appendRecord, recordHistory, recordVersion } from "@/data/records";
import { readSetting, writeSetting } from "@/data/settings";
import { hashOf } from "./jobView";

const place = z.int().min(0).max(MOST_COLUMNS);
const mappingSchema = z.strictObject(Object.fromEntries(COLUMN_KEYS.map((key) => [key, place.optional()])));
const listSchema = z.strictObject({
  supplierId: z.string().max(60),
  text: z.string().max(MOST_LETTERS),
  /** null: as it was read from this supplier last, or as its heads say */
  mapping: mappingSchema.nullable(),
});
export type ListWish = z.input<typeof listSchema>;

/** Rows of a preview that are told one by one; what is wrong first, then what changes. */
const TOLD = 300;
const FIRST: readonly ListRow["what"][] = ["wrong", "changed", "new", "unknown", "same"];

export type PricePreview = {
  readonly heads: readonly string[];
  readonly mapping: Mapping;
  readonly counts: ListPreview["counts"] | null;
  /** Rows whose price is asked about. */
  readonly leaps: number;
  readonly rows: readonly ListRow[];
  /** Why it cannot be looked at yet: a column that is not named. */
  readonly says: string;
  /** Of what was previewed: taking it in names it. */
  readonly seen: string;
};

const remembered = (supplierId: string) => `price list ${supplierId}`;

type Looked = {
  readonly heads: readonly string[];
  readonly mapping: Mapping;
  readonly made: Result<ListPreview>;
  readonly seen: string;
};

async function lookAt(db: Knex, wish: z.output<typeof listSchema>, day: string): Promise<Result<Looked>> {
  const catalogue = await loadCatalogue(db);
  const supplier = catalogue.suppliers.get(wish.supplierId);
  if (!supplier) return bad("There is no such supplier.");
  const list = readList(wish.text);
  if (!list.ok) return list;
  const { heads } = list.value;
  const mapping = wish.mapping ?? (await rememberedMapping(db, supplier.id, heads)) ?? guessMapping(heads);
  const known = new Map<string, string>();
  for (const part of catalogue.parts.values())
    for (const offer of part.offers) if (offer.supplierId === supplier.id && offer.number) known.set(offer.number, part.id);
  const made = previewList(list.value, mapping as Mapping, {
    parts: catalogue.parts,
    supplierId: supplier.id,
    known,
    currency: supplier.currency,
    leadDays: 7,
    day,
  });
  const seen = hashOf([
    wish.text,
    COLUMN_KEYS.map((key) => mapping[key as keyof typeof mapping]),
    made.ok ? made.value.rows.map((row) => [row.offer, row.was]) : null,
  ]);
  return good({ heads, mapping: mapping as Mapping, made, seen });
}

const keptSchema = z.object({ heads: z.array(z.string()), mapping: mappingSchema });

/** The columns as they were named for this supplier's last list, where this one has the same heads: a column more may change what all mean. */
async function rememberedMapping(db: Knex, supplierId: string, heads: readonly string[]): Promise<Mapping | null> {
  const kept = keptSchema.safeParse(await readSetting(db, remembered(supplierId)));
  return kept.success && hashOf(kept.data.heads) === hashOf(heads) ? (kept.data.mapping as Mapping) : null;
}

/** What taking a supplier's list in would change, nothing stored. */
export async function previewPrices(db: Knex, raw: unknown, now: string): Promise<Result<PricePreview>> {
  const wish = listSchema.safeParse(raw);
  if (!wish.success) return bad("That is no price list: choose a CSV file of at most 4 MB.");
  const looked = await lookAt(db, wish.data, now.slice(0, 10));
  if (!looked.ok) return looked;
  const { heads, mapping, made, seen } = looked.value;
  if (!made.ok) return good({ heads, mapping, counts: null, leaps: 0, rows: [], says: made.error, seen });
  const { counts, leaps } = made.value;
  const rows = [
    ...made.value.rows.filter((row) => row.leaps),
    ...FIRST.flatMap((what) => made.value.rows.filter((row) => row.what === what && !row.leaps)),
  ];
  // What does not read stands before all.
  rows.sort((a, b) => Number(b.what === "wrong") - Number(a.what === "wrong"));
  return good({ heads, mapping, counts, leaps, rows: rows.slice(0, TOLD), says: "", seen });
}

const takeSchema = listSchema.extend({
  seen: z.string().max(40),
  /** Whether somebody said that the prices that leap are right. */
  leapsAreRight: z.boolean().default(false),
});
export type TakePrices = z.input<typeof takeSchema>;

/** One list taken in, as it is kept to be taken back: each part's offers of this supplier, before and after. */
type Taken = Readonly<Record<string, { readonly before: readonly Offer[]; readonly after: readonly Offer[] }>>;

/** Takes a list in as it was previewed, all of it or nothing. */
export async function takePrices(db: Knex, raw: unknown, at: string, by: string): Promise<Result<string>> {
  const wish = takeSchema.safeParse(raw);
  if (!wish.success) return bad("Look at the list first, then take it in.");
  const { seen, leapsAreRight, ...list } = wish.data;
  const looked = await lookAt(db, list, at.slice(0, 10));
  if (!looked.ok) return looked;
  const { made, heads, mapping } = looked.value;
  if (!made.ok) return bad(made.error);
  const { rows, counts, leaps } = made.value;
  if (counts.wrong > 0)
    return bad(
      `${counts.wrong} ${counts.wrong === 1 ? "row does" : "rows do"} not read: mend the list, or leave them out of it. Nothing was taken in.`,
    );
  const moving = rows.filter((row) => row.what === "new" || row.what === "changed");
  if (leaps > 0 && !leapsAreRight)
    return bad(
      `${leaps === 1 ? "The price of 1 row leaps" : `The prices of ${leaps} rows leap`}: look whether the column, the pack and the decimal point are right, and say that they are. Nothing was taken in.`,
    );
  if (moving.length === 0) return bad("It changes nothing: every price is as it stands.");
  if (looked.value.seen !== seen) return bad("The books have changed since the list was looked at: look again, then take it in.");
  const { supplierId } = list;
  return db.transaction(async (trx): Promise<Result<string>> => {
    const { parts } = await loadCatalogue(trx);
    const taken: Record<string, { before: Offer[]; after: Offer[] }> = {};
    const byPart = new Map<string, Offer[]>();
    for (const row of moving) byPart.set(row.partId!, [...(byPart.get(row.partId!) ?? []), row.offer!]);
    const asked = new Map<string, readonly Offer[]>();
    for (const [id, offers] of byPart) {
      const own = parts.get(id)!.offers.filter((offer) => offer.supplierId === supplierId);
      const replaced = new Set(offers.map(packOf));
      const after = [...own.filter((offer) => !replaced.has(packOf(offer))), ...offers];
      taken[id] = { before: own, after };
      asked.set(id, after);
    }
    await because(trx, { says: "Price list", at, by }, () => saveOffers(trx, supplierId, asked));
    await writeSetting(trx, remembered(supplierId), { heads, mapping });
    const says = `Price list: ${counts.changed} changed, ${counts.new} new, ${counts.same} as they were, ${counts.unknown} not in the books`;
    await appendRecord(trx, {
      kind: "prices",
      recordId: supplierId,
      version: (await recordVersion(trx, "prices", supplierId)) + 1,
      at,
      by,
      says,
      before: taken,
      after: null,
    });
    return good(`${says}.`);
  });
}

const packOf = ({ packSize, atLeast = 1 }: Offer) => `${packSize} ${atLeast}`;

export type ListLine = {
  readonly version: number;
  readonly at: string;
  readonly by: string;
  readonly says: string;
  readonly back: boolean;
};

/** The lists that were taken in of a supplier, the newest first; `back`: whether it can be taken back. */
export async function listsOf(db: Knex, supplierId: string): Promise<ListLine[]> {
  const lines = await recordHistory(db, "prices", supplierId);
  return lines.map(({ before, ...line }, i) => ({ ...line, back: i === 0 && before !== null }));
}

/** Takes the last list back: each offer as it stood before it. What was changed by hand since stays, and is told. */
export async function takeListBack(db: Knex, supplierId: string, at: string, by: string): Promise<Result<string>> {
  return db.transaction(async (trx): Promise<Result<string>> => {
    const [last] = await recordHistory(trx, "prices", supplierId, 0, 1);
    if (!last || last.before === null) return bad("There is no list to take back.");
    const { parts } = await loadCatalogue(trx);
    const kept: string[] = [];
    const back = new Map<string, readonly Offer[]>();
    for (const [id, { before, after }] of Object.entries(last.before as Taken)) {
      const part = parts.get(id);
      const own = part?.offers.filter((offer) => offer.supplierId === supplierId);
      if (!part || hashOf(inOrder(own!)) !== hashOf(inOrder(after))) kept.push(part?.name ?? id);
      else back.set(id, before);
    }
    await because(trx, { says: "Price list taken back", at, by }, () => saveOffers(trx, supplierId, back));
    const says = `Taken back: ${last.says.toLowerCase()}${kept.length > 0 ? `; changed since and left as they are: ${kept.slice(0, 5).join(", ")}${kept.length > 5 ? ` and ${kept.length - 5} more` : ""}` : ""}`;
    await appendRecord(trx, {
      kind: "prices",
      recordId: supplierId,
      version: last.version + 1,
      at,
      by,
      says: says.slice(0, 600),
      before: null,
      after: null,
    });
    return good(`${says}.`);
  });
}

const inOrder = (offers: readonly Offer[]) =>
  offers
    .map((offer) => Object.entries(offer).sort(([a], [b]) => (a < b ? -1 : 1)))
    .sort((a, b) => (JSON.stringify(a) < JSON.stringify(b) ? -1 : 1));
