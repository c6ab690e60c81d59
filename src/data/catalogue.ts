import { isDeepStrictEqual } from "node:util";
import type { Knex } from "knex";
import { Catalogue, type BrokenPart } from "@/core/parts/catalogue";
import { readPart, supplierSchema, type Offer, type Part, type PartHead, type Supplier } from "@/core/parts/part";
import { because, type Because } from "./shelfMoves";
import { receiptStamp, seenDays } from "./purchases";
import { bumpCatalogue, bumpShelf, catalogueRevision, offersRevision } from "./settings";

type PartRow = {
  id: string;
  kind: string;
  name: string;
  maker: string;
  mass_kg: number | null;
  in_stock: number;
  keep_at_least: number | null;
  keep_up_to: number | null;
  bin: string | null;
  used: string | null;
  spec: string;
  only_for: string | null;
  version?: number;
};
type OfferRow = {
  part_id: string;
  supplier_id: string;
  price_minor: number;
  currency: Offer["currency"];
  pack_size: number;
  lead_days: number;
  carriage: Offer["carriage"];
  free: number;
  number: string | null;
  at_least: number | null;
  at_most: number | null;
  valid_from: string | null;
  valid_to: string | null;
  followed_by: string | null;
};
type SupplierRow = {
  id: string;
  name: string;
  currency: Supplier["currency"];
  carriage_minor: number;
  free_from_minor: number | null;
  dangerous_goods_minor: number;
  terms: string | null;
};

type Copy = { config: unknown; revision: number; offers: number; receipts: number; catalogue: Catalogue };
const cache = globalThis as unknown as { gullCatalogue?: Copy };

/**
 * The whole catalogue, read and checked once a revision; a part whose spec does not read is kept apart and named. Where nothing but
 * pieces came and went, only these are read anew; what came since makes another one only where it changes the days that a supplier's
 * orders take.
 */
export async function loadCatalogue(db: Knex): Promise<Catalogue> {
  const [revision, sold, receipts] = await Promise.all([catalogueRevision(db), offersRevision(db), receiptStamp(db)]);
  // A transaction is another Knex on the same configuration: the copy serves both.
  const config: unknown = db.client.config;
  const kept = cache.gullCatalogue;
  const known = kept && kept.config === config && kept.offers === sold ? kept : undefined;
  if (known && known.revision === revision && known.receipts === receipts) return known.catalogue;
  const seen = await seenDays(db);
  const keep = (catalogue: Catalogue): Catalogue => {
    cache.gullCatalogue = { config, revision, offers: sold, receipts, catalogue };
    return catalogue;
  };
  if (known) {
    const { parts, suppliers, broken, seenDays: before } = known.catalogue;
    const shelved = known.revision === revision ? parts : await onShelfNow(db, parts);
    const same = shelved === parts && isDeepStrictEqual(new Map(Object.entries(seen)), before);
    return keep(
      same ? known.catalogue : new Catalogue([...shelved.values()], [...suppliers.values()], [...broken.values()], seen),
    );
  }
  const [partRows, offerRows, supplierRows] = await Promise.all([
    db<PartRow>("part").select(),
    db<OfferRow>("offer").select().orderBy("id"),
    db<SupplierRow>("supplier").select(),
  ]);
  const offers = new Map<string, Offer[]>();
  for (const row of offerRows) offers.set(row.part_id, [...(offers.get(row.part_id) ?? []), offerOf(row)]);
  const parts: Part[] = [];
  const broken: BrokenPart[] = [];
  for (const row of partRows) {
    const read = readPart(rawPart(row, offers.get(row.id) ?? []));
    if (read.ok) parts.push(read.value);
    else broken.push({ id: row.id, name: row.name, kind: row.kind, issues: read.error });
  }
  return keep(new Catalogue(parts, supplierRows.flatMap(supplierOf), broken, seen));
}

/** The same parts with the pieces that are there now. */
async function onShelfNow(db: Knex, parts: ReadonlyMap<string, Part>): Promise<ReadonlyMap<string, Part>> {
  const now = await db<PartRow>("part").select("id", "in_stock");
  const there = new Map(now.map((row) => [row.id, row.in_stock]));
  return new Map(
    [...parts].map(([id, part]) => [id, there.get(id) === part.inStock ? part : { ...part, inStock: there.get(id) ?? 0 }]),
  );
}

/** A part as it stands in the books, broken or not, and how often it was changed; undefined when there is none. */
export async function findRawPart(db: Knex, id: string): Promise<{ raw: Record<string, unknown>; version: number } | undefined> {
  const row = await db<PartRow>("part").where({ id }).first();
  if (!row) return undefined;
  const offers = await db<OfferRow>("offer").where({ part_id: id }).orderBy("id");
  return { raw: rawPart(row, offers.map(offerOf)), version: row.version! };
}

/** Says that a part was changed: whoever has its page open is told. @returns its version now */
export async function bumpPart(db: Knex, id: string): Promise<number> {
  await db("part").where({ id }).increment("version", 1);
  return (await db<PartRow>("part").where({ id }).first("version"))!.version!;
}

const rawPart = (row: PartRow, offers: Offer[]) => ({
  id: row.id,
  kind: row.kind,
  name: row.name,
  maker: row.maker,
  massKg: row.mass_kg,
  inStock: row.in_stock,
  ...(row.keep_at_least !== null && { keepAtLeast: row.keep_at_least }),
  ...(row.keep_up_to !== null && { keepUpTo: row.keep_up_to }),
  ...(row.bin !== null && { bin: row.bin }),
  ...(row.used !== null && { used: row.used }),
  ...(row.only_for !== null && { onlyFor: row.only_for }),
  offers,
  spec: parsed(row.spec),
});

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return text;
  }
}

const offerOf = (row: OfferRow): Offer => ({
  supplierId: row.supplier_id,
  priceMinor: row.price_minor,
  currency: row.currency,
  packSize: row.pack_size,
  leadDays: row.lead_days,
  carriage: row.carriage,
  ...(row.number !== null && { number: row.number }),
  ...(row.free === 1 && { free: true as const }),
  ...(row.at_least !== null && { atLeast: row.at_least }),
  ...(row.at_most !== null && { atMost: row.at_most }),
  ...(row.valid_from !== null && { validFrom: row.valid_from }),
  ...(row.valid_to !== null && { validTo: row.valid_to }),
  ...(row.followed_by !== null && { followedBy: row.followed_by }),
});
const rawSupplier = (row: SupplierRow): Record<string, unknown> => ({
  id: row.id,
  name: row.name,
  currency: row.currency,
  carriageMinor: row.carriage_minor,
  freeFromMinor: row.free_from_minor,
  dangerousGoodsMinor: row.dangerous_goods_minor,
  ...(row.terms !== null && { terms: parsed(row.terms) }),
});
/** None for a line that somebody altered from outside: its offers have no supplier then, and say so. */
const supplierOf = (row: SupplierRow): Supplier[] => {
  const read = supplierSchema.safeParse(rawSupplier(row));
  return read.success ? [read.data] : [];
};

/** A supplier as it stands in the books, broken or not; undefined when there is none. */
export async function findRawSupplier(db: Knex, id: string): Promise<Record<string, unknown> | undefined> {
  const row = await db<SupplierRow>("supplier").where({ id }).first();
  return row && rawSupplier(row);
}

/** Writes parts with their offers, replacing what stood under their numbers. */
export async function saveParts(db: Knex, parts: readonly PartHead[]): Promise<void> {
  await db.transaction(async (trx) => {
    for (let i = 0; i < parts.length; i += 50) {
      const slice = parts.slice(i, i + 50);
      await trx("part").insert(slice.map(rowOf)).onConflict("id").merge();
      await trx("offer")
        .whereIn(
          "part_id",
          slice.map((part) => part.id),
        )
        .delete();
      const offers = slice.flatMap((part) => part.offers.map((offer) => offerRow(part.id, offer)));
      if (offers.length > 0) await trx("offer").insert(offers);
    }
    await bumpCatalogue(trx);
  });
}

/** Writes what one supplier asks for parts, in the place of what it asked before: thousands of prices in two statements. */
export async function saveOffers(db: Knex, supplierId: string, asked: ReadonlyMap<string, readonly Offer[]>): Promise<void> {
  const rows = [...asked].flatMap(([id, offers]) => offers.map((offer) => offerRow(id, offer)));
  await db.transaction(async (trx) => {
    const ids = JSON.stringify([...asked.keys()]);
    await trx.raw("delete from offer where supplier_id = ? and part_id in (select value from json_each(?))", [supplierId, ids]);
    const columns = Object.keys(rows[0] ?? {});
    if (columns.length > 0)
      await trx.raw(
        `insert into offer (${columns.map(() => "??").join()}) select ${columns.map(() => "value ->> ?").join()} from json_each(?)`,
        [...columns, ...columns, JSON.stringify(rows)],
      );
    await trx.raw("update part set version = version + 1 where id in (select value from json_each(?))", [ids]);
    await bumpCatalogue(trx);
  });
}

/**
 * Takes pieces off the shelf, or puts them back where the number is negative; the count never falls under nothing. In the transaction
 * of whoever calls.
 * @param costs what all pieces of a part cost that are put there, in cents; none where it is not known
 */
export async function takeFromShelf(
  trx: Knex,
  pieces: Readonly<Record<string, number>>,
  why: Because,
  costs: Readonly<Record<string, number>> = {},
): Promise<void> {
  const moved = Object.entries(pieces).filter(([, quantity]) => quantity !== 0);
  if (moved.length === 0) return;
  for (const [id, quantity] of moved)
    await because(
      trx,
      why,
      () =>
        trx("part")
          .where({ id })
          .update({ in_stock: trx.raw("max(0, in_stock - ?)", [quantity]), version: trx.raw("version + 1") }),
      costs[id] ?? null,
    );
  await bumpShelf(trx);
}

/** Sets how many pieces of a part are there, as they were counted. @returns false where there is no such part, or it was changed since */
export async function setCount(trx: Knex, id: string, counted: number, version: number, why: Because): Promise<boolean> {
  const changed = await because(trx, why, () =>
    trx("part")
      .where({ id, version })
      .update({ in_stock: counted, version: trx.raw("version + 1") }),
  );
  if (changed > 0) await bumpShelf(trx);
  return changed > 0;
}

const rowOf = (part: PartHead): PartRow => ({
  id: part.id,
  kind: part.kind,
  name: part.name,
  maker: part.maker,
  mass_kg: part.massKg,
  in_stock: part.inStock,
  keep_at_least: part.keepAtLeast ?? null,
  keep_up_to: part.keepUpTo ?? null,
  bin: part.bin ?? null,
  used: part.used ?? null,
  spec: JSON.stringify(part.spec),
  only_for: part.onlyFor ?? null,
});
const offerRow = (partId: string, offer: Offer): OfferRow => ({
  part_id: partId,
  supplier_id: offer.supplierId,
  price_minor: offer.priceMinor,
  currency: offer.currency,
  pack_size: offer.packSize,
  lead_days: offer.leadDays,
  carriage: offer.carriage,
  free: offer.free ? 1 : 0,
  number: offer.number ?? null,
  at_least: offer.atLeast ?? null,
  at_most: offer.atMost ?? null,
  valid_from: offer.validFrom ?? null,
  valid_to: offer.validTo ?? null,
  followed_by: offer.followedBy ?? null,
});

export async function saveSuppliers(db: Knex, suppliers: readonly Supplier[]): Promise<void> {
  await db("supplier")
    .insert(
      suppliers.map((s) => ({
        id: s.id,
        name: s.name,
        currency: s.currency,
        carriage_minor: s.carriageMinor,
        free_from_minor: s.freeFromMinor,
        dangerous_goods_minor: s.dangerousGoodsMinor,
        terms: s.terms ? JSON.stringify(s.terms) : null,
      })),
    )
    .onConflict("id")
    .merge();
  await bumpCatalogue(db);
}
