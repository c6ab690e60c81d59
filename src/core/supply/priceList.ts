import Papa from "papaparse";
import { parseMoney } from "../money/money";
import { bad, good, type Result } from "../result";
import {
  currencySchema,
  isInForce,
  isPriced,
  MOST_OFFERS,
  offerSchema,
  type Currency,
  type Offer,
  type Part,
} from "../parts/part";

/** What a column of a supplier's price list holds, and what it is called where it is chosen. */
export const COLUMNS = {
  ours: "Our part number",
  theirs: "Their number",
  name: "Name",
  price: "Price of a pack",
  currency: "Currency",
  packSize: "Pieces in a pack",
  atLeast: "From so many packs",
  atMost: "At most so many packs",
  leadDays: "Lead time, days",
} as const;
export type Column = keyof typeof COLUMNS;
export const COLUMN_KEYS = Object.keys(COLUMNS) as Column[];

/** Which column of a list holds what, by their places from 0. */
export type Mapping = Readonly<Partial<Record<Column, number>>>;

export const MOST_ROWS = 20_000;
export const MOST_COLUMNS = 60;
/** Text of a list: twenty thousand rows of two hundred letters. */
export const MOST_LETTERS = 4_000_000;

export type List = { readonly heads: readonly string[]; readonly rows: readonly (readonly string[])[] };

/**
 * Reads a price list as CSV: comma, semicolon, tab or bar between its columns, its first row their heads.
 * @returns heads and rows as text, or what is wrong with the file
 */
export function readList(text: string): Result<List> {
  if (text.length > MOST_LETTERS)
    return bad(`The list is longer than ${MOST_LETTERS.toLocaleString("en-GB")} letters: send it in parts.`);
  if (text.includes("\u0000")) return bad("This is no text: save the list as CSV, in UTF-8, and take it in again.");
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ""), { skipEmptyLines: "greedy" });
  const [heads, ...rows] = data;
  if (!heads || rows.length === 0) return bad("There is no row under the heads of its columns.");
  if (heads.length < 2) return bad("Only one column was found: between columns stands a comma, a semicolon or a tab.");
  if (heads.length > MOST_COLUMNS) return bad(`It has ${heads.length} columns; at most ${MOST_COLUMNS} are read.`);
  if (rows.length > MOST_ROWS)
    return bad(
      `It has ${rows.length.toLocaleString("en-GB")} rows; at most ${MOST_ROWS.toLocaleString("en-GB")} are read at once.`,
    );
  return good({ heads: heads.map((head) => head.trim().slice(0, 60)), rows });
}

const WORDS: Readonly<Record<Column, RegExp>> = {
  ours: /^(our|your|customer).*(number|no|part|ref)/i,
  theirs: /^(their|item|article|art|part|sku|order)?\s*\.?(number|no\.?|nr\.?|code|ref)/i,
  name: /name|description|designation|title/i,
  price: /price|net|cost/i,
  currency: /curr/i,
  packSize: /pack|pieces|unit|per|qty/i,
  leadDays: /lead|deliver|days/i,
  // What lies there today is no such number, nor is a greatest price or mass.
  atMost: /^(at most|max(imum|\.)? ?(order|packs|quantity|qty))/i,
  // “Valid from” is no number of packs.
  atLeast: /^(from|min|at least|moq|break|price break)/i,
};

/** What a list's heads say by themselves; each column is taken once. */
export function guessMapping(heads: readonly string[]): Mapping {
  const taken = new Set<number>();
  const mapping: Partial<Record<Column, number>> = {};
  for (const column of ["currency", "leadDays", "atLeast", "atMost", "price", "packSize", "ours", "theirs", "name"] as const) {
    const at = heads.findIndex((head, i) => !taken.has(i) && WORDS[column].test(head));
    if (at < 0) continue;
    taken.add(at);
    mapping[column] = at;
  }
  return mapping;
}

/** One row of a list against the books. */
export type ListRow = {
  /** As in the file: the heads are row 1. */
  readonly row: number;
  readonly partId: string | null;
  readonly name: string;
  readonly offer: Offer | null;
  readonly was: Offer | null;
  readonly what: "new" | "changed" | "same" | "unknown" | "wrong";
  /** A price so far from the one before that it is asked about: the column, the pack or the decimal point may be another than was meant. */
  readonly leaps: boolean;
  readonly says: string;
};
export type ListPreview = {
  readonly rows: readonly ListRow[];
  readonly counts: Readonly<Record<ListRow["what"], number>>;
  /** Rows whose price leaps. */
  readonly leaps: number;
};

type Books = {
  readonly parts: ReadonlyMap<string, Part>;
  readonly supplierId: string;
  /** What stands for a part with this supplier, by the supplier's number. */
  readonly known: ReadonlyMap<string, string>;
  readonly currency: Currency;
  readonly leadDays: number;
  /** On which the list is taken in. */
  readonly day: string;
};

/**
 * What taking a list in would do, row by row. A row whose part is not in the books is left out and told; one that does not read keeps
 * the whole list out.
 */
export function previewList({ rows }: List, mapping: Mapping, books: Books): Result<ListPreview> {
  if (mapping.price === undefined) return bad("Say which column holds the price.");
  if (mapping.ours === undefined && mapping.theirs === undefined)
    return bad("Say which column holds our part number, or theirs: rows are known by one of them.");
  const twice = Object.entries(mapping).find(([key, at]) =>
    Object.entries(mapping).some(([other, there]) => other !== key && there === at),
  );
  if (twice) return bad(`${COLUMNS[twice[0] as Column]} stands in a column that holds something else already.`);
  const seen = new Map<string, number>();
  const currencies = new Set<string>();
  /** Offers of each part, with those of the rows so far. */
  const offersOf = new Map<string, number>();
  const rowOf = (cells: readonly string[], i: number): ListRow => {
    const cell = (column: Column) => (mapping[column] === undefined ? "" : (cells[mapping[column]!] ?? "").trim());
    const row = i + 2;
    const name = cell("name").slice(0, 90);
    const partId = idOf(cell("ours"), cell("theirs"), books);
    const told = { row, partId, name, offer: null, was: null, leaps: false };
    const wrong = (says: string): ListRow => ({ ...told, what: "wrong", says });
    const price = parseMoney(cell("price"));
    if (!price.ok) return wrong(`price: ${price.error}`);
    if (price.value === 0)
      return wrong("price: 0.00 is asked about; leave the row out, or say under Parts that it costs nothing");
    const currency = cell("currency") === "" ? books.currency : currencyOf(cell("currency"));
    if (currency === null) return wrong(`currency: “${cell("currency").slice(0, 20)}” is none of EUR, GBP, USD, CHF`);
    currencies.add(currency);
    const packSize = wholeOf(cell("packSize"), 1);
    if (packSize === null || packSize < 1 || packSize > 1000)
      return wrong(`pieces in a pack: “${cell("packSize").slice(0, 20)}” is no number from 1 to 1000`);
    const atLeast = wholeOf(cell("atLeast"), 1);
    if (atLeast === null || atLeast < 1 || atLeast > 1000)
      return wrong(`from so many packs: “${cell("atLeast").slice(0, 20)}” is no number from 1 to 1000`);
    if (partId === null) return { ...told, what: "unknown", says: "not in the books: it is left out" };
    const part = books.parts.get(partId)!;
    const before = part.offers.filter(
      (one) => one.supplierId === books.supplierId && one.packSize === packSize && (one.atLeast ?? 1) === atLeast,
    );
    const was = before.find((one) => isInForce(one, books.day)) ?? before.at(-1) ?? null;
    const atMost = cell("atMost") === "" ? was?.atMost : wholeOf(cell("atMost"), 0);
    if (atMost === null || (atMost !== undefined && atMost < atLeast))
      return wrong(`at most so many packs: “${cell("atMost").slice(0, 20)}” is no number from ${atLeast} to 9,999`);
    const leadDays = cell("leadDays") === "" ? (was?.leadDays ?? books.leadDays) : wholeOf(cell("leadDays"), 0);
    if (leadDays === null || leadDays < 0 || leadDays > 365)
      return wrong(`lead time: “${cell("leadDays").slice(0, 20)}” is no number of days`);
    const key = `${partId} ${packSize} ${atLeast}`;
    if (seen.has(key)) return wrong(`the same part in the same pack and number stands in row ${seen.get(key)} already`);
    seen.set(key, row);
    const offer = offerSchema.safeParse({
      supplierId: books.supplierId,
      priceMinor: price.value,
      currency,
      packSize,
      ...(atLeast > 1 && { atLeast }),
      ...(atMost !== undefined && { atMost }),
      leadDays,
      ...(theirsOf(cell("theirs"), was) !== null && { number: theirsOf(cell("theirs"), was) }),
      carriage: was?.carriage ?? part.offers[0]?.carriage ?? (part.kind === "battery" ? "dangerous goods" : "ordinary"),
    });
    if (!offer.success) return wrong(offer.error.issues.map((issue) => issue.message).join("; "));
    const base = { row, partId, name: part.name, offer: offer.data, was, leaps: false };
    const same =
      was !== null &&
      was.priceMinor === price.value &&
      was.currency === currency &&
      was.leadDays === leadDays &&
      was.atMost === atMost &&
      was.number === offer.data.number &&
      was.validFrom === undefined &&
      was.validTo === undefined &&
      !was.free;
    if (same) return { ...base, what: "same", says: "as it is" };
    // One row takes the place of all that stand for its pack.
    const offers = (offersOf.get(partId) ?? part.offers.length) + 1 - before.length;
    if (offers > MOST_OFFERS)
      return wrong(`the part would have more than ${MOST_OFFERS} offers of all suppliers: leave some out`);
    offersOf.set(partId, offers);
    if (!was) {
      const far = farFromOthers(offer.data, part.offers);
      return { ...base, what: "new", leaps: far !== "", says: far === "" ? "a new offer" : `a new offer, ${far}` };
    }
    return { ...base, what: "changed", leaps: leapsFrom(was, offer.data), says: changesOf(was, offer.data) };
  };
  const made = rows.map(rowOf);
  if (mapping.currency !== undefined && currencies.size > 1)
    return bad(`The list has prices in ${[...currencies].join(" and ")}: a supplier's list has one currency. Send it in parts.`);
  const counts = { new: 0, changed: 0, same: 0, unknown: 0, wrong: 0 };
  for (const { what } of made) counts[what] += 1;
  return good({ rows: made, counts, leaps: made.filter((row) => row.leaps).length });
}

/** Their number as the list has it, else as it stood. */
const theirsOf = (theirs: string, was: Offer | null): string | null =>
  theirs !== "" ? theirs.slice(0, 40) : (was?.number ?? null);

function idOf(ours: string, theirs: string, { parts, known }: Books): string | null {
  if (ours !== "" && parts.has(ours)) return ours;
  const by = theirs === "" ? undefined : known.get(theirs);
  if (by !== undefined && parts.has(by)) return by;
  return parts.has(theirs) ? theirs : null;
}

const SIGNS: Readonly<Record<string, Currency>> = { "€": "EUR", "£": "GBP", $: "USD", "Fr.": "CHF", SFR: "CHF" };
function currencyOf(text: string): Currency | null {
  const read = currencySchema.safeParse(SIGNS[text] ?? text.toUpperCase());
  return read.success ? read.data : null;
}

const wholeOf = (text: string, empty: number): number | null =>
  text === "" ? empty : /^\d{1,4}$/.test(text) ? Number(text) : null;

/** A price that more than doubles or falls under half is asked about; so is one in another currency, which cannot be held against it. */
const LEAP = 2;
/** Prices of one part apart in packs, numbers and suppliers lie nearer together than this. */
const FAR = 4;

const leapsFrom = (was: Offer, is: Offer): boolean =>
  was.currency !== is.currency ||
  (isPriced(was) && (is.priceMinor > was.priceMinor * LEAP || is.priceMinor * LEAP < was.priceMinor));

/** How far a price by the piece is from all the others of its part, in words; empty where it is near one of them. */
function farFromOthers(is: Offer, others: readonly Offer[]): string {
  const apiece = (one: Offer) => one.priceMinor / one.packSize;
  const known = others.filter((one) => one.currency === is.currency && isPriced(one)).map(apiece);
  if (known.length === 0) return "";
  if (apiece(is) > Math.max(...known) * FAR) return `more than ${FAR} times as dear by the piece as any other of this part`;
  return apiece(is) * FAR < Math.min(...known) ? `under a quarter of any other of this part by the piece` : "";
}

function changesOf(was: Offer, is: Offer): string {
  const share = ((is.priceMinor - was.priceMinor) / Math.max(1, was.priceMinor)) * 100;
  return [
    ...(was.currency !== is.currency ? [`${was.currency} to ${is.currency}`] : []),
    ...(was.currency === is.currency && was.priceMinor !== is.priceMinor
      ? [`${share > 0 ? "+" : "−"}${Math.abs(share).toFixed(1)} %`]
      : []),
    ...(was.leadDays !== is.leadDays ? [`${was.leadDays} to ${is.leadDays} days`] : []),
    ...(was.atMost !== is.atMost ? [`at most ${is.atMost ?? "any number"} in an order`] : []),
    ...(was.free ? ["no longer free"] : []),
    ...(was.number !== is.number ? ["their number"] : []),
    ...(was.validFrom !== undefined || was.validTo !== undefined ? ["no longer held to certain days"] : []),
  ].join(", ");
}
