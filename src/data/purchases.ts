import type { Knex } from "knex";
import { purchaseSchema, type Purchase } from "@/core/supply/purchaseSchema";
import { daysSeen, seenLead } from "@/core/supply/seenLead";
import { readSetting, writeSetting } from "./settings";

type Row = {
  id: string;
  number: string;
  supplier_id: string;
  placed_at: string;
  version: number;
  closed: number;
  body: string;
  request: string | null;
};

const read = (row: Row): Purchase | undefined => {
  try {
    return purchaseSchema.safeParse(JSON.parse(row.body)).data;
  } catch {
    return undefined;
  }
};

const rowOf = (purchase: Purchase) => ({
  id: purchase.id,
  number: purchase.number,
  supplier_id: purchase.supplierId,
  placed_at: purchase.placed.at,
  version: purchase.version,
  closed: purchase.closed === null ? 0 : 1,
  body: JSON.stringify(purchaseSchema.parse(purchase)),
});

export async function findPurchase(db: Knex, id: string): Promise<Purchase | undefined> {
  const row = await db<Row>("purchase").where({ id }).first();
  return row && read(row);
}

export async function findPurchaseNumbered(db: Knex, number: string): Promise<Purchase | undefined> {
  const row = await db<Row>("purchase").where({ number }).first();
  return row && read(row);
}

/** Purchases, those placed last first; how many of them do not read. */
export async function listPurchases(
  db: Knex,
  { closed, limit }: { readonly closed: boolean; readonly limit: number },
): Promise<{ readonly rows: readonly Purchase[]; readonly unreadable: readonly string[] }> {
  const rows = await db<Row>("purchase")
    .where({ closed: closed ? 1 : 0 })
    .orderBy("placed_at", "desc")
    .limit(limit);
  const all = rows.map((row) => ({ number: row.number, purchase: read(row) }));
  return {
    rows: all.flatMap(({ purchase }) => (purchase ? [purchase] : [])),
    unreadable: all.flatMap(({ number, purchase }) => (purchase ? [] : [number])),
  };
}

export const insertPurchase = async (db: Knex, purchase: Purchase, request?: string): Promise<void> => {
  await db("purchase").insert({ ...rowOf(purchase), request: request ?? null });
};

/** @returns false when somebody else was first: nothing is stored */
export const updatePurchase = async (db: Knex, purchase: Purchase, from: number): Promise<boolean> =>
  (await db("purchase").where({ id: purchase.id, version: from }).update(rowOf(purchase))) > 0;

export const purchaseOfRequest = async (db: Knex, request: string): Promise<Purchase | undefined> => {
  const row = await db<Row>("purchase").where({ request }).first();
  return row && read(row);
};

const SERIAL = "purchase serial";

/** The next purchase's number, which no other one had or will have. */
export async function takePurchaseNumber(db: Knex): Promise<string> {
  const serial = Number((await readSetting(db, SERIAL)) ?? 0) + 1;
  await writeSetting(db, SERIAL, serial);
  return `B-${String(serial).padStart(4, "0")}`;
}

type Came = { readonly supplier_id: string; readonly placed_at: string; readonly arrived_at: string };

/** When orders were placed and when they were here, by supplier: what lead times are seen from. A row that does not read is left out. */
export async function receipts(
  db: Knex,
  supplierId?: string,
): Promise<Map<string, { readonly placedAt: string; readonly arrivedAt: string }[]>> {
  const rows = (await db("purchase_order")
    .where((query) => void (supplierId !== undefined && query.where({ supplier_id: supplierId })))
    .whereRaw("json_valid(body) and json_extract(body, '$.arrived.at') is not null and json_extract(body, '$.off') is null")
    // One parcel for several jobs came once, and is counted with the purchases.
    .whereRaw("json_extract(body, '$.purchase') is null")
    .select("supplier_id", "placed_at", db.raw("json_extract(body, '$.arrived.at') as arrived_at"))) as Came[];
  const joint = (await db("purchase")
    .where((query) => void (supplierId !== undefined && query.where({ supplier_id: supplierId })))
    .where({ closed: 1 })
    .whereRaw("json_valid(body) and json_extract(body, '$.closed.how') = 'complete'")
    .select("supplier_id", "placed_at", db.raw("json_extract(body, '$.closed.at') as arrived_at"))) as Came[];
  const all = new Map<string, { placedAt: string; arrivedAt: string }[]>();
  for (const { supplier_id, placed_at, arrived_at } of [...rows, ...joint])
    all.set(supplier_id, [...(all.get(supplier_id) ?? []), { placedAt: placed_at, arrivedAt: arrived_at }]);
  return all;
}

/** Changes with what came when. */
export const receiptStamp = async (db: Knex): Promise<number> =>
  (await db<{ stamp: number }>("receipt_stamp").first("stamp"))!.stamp;

/** Days that each supplier's orders were seen to take, with their spread; those with too few are left out. */
export const seenDays = async (db: Knex): Promise<Record<string, number>> =>
  Object.fromEntries(
    [...(await receipts(db))].flatMap(([id, orders]) => {
      const seen = seenLead(orders);
      return seen === null ? [] : [[id, daysSeen(seen)]];
    }),
  );

type Numbered = {
  readonly number: string;
  readonly partId: string;
  readonly serial: string;
  readonly lot: string;
  readonly at: string;
};

const cameNumbered = (db: Knex) =>
  db
    .select(
      "p.number as number",
      db.raw("json_extract(l.value, '$.partId') as partId"),
      db.raw("json_extract(s.value, '$.serial') as serial"),
      db.raw("json_extract(s.value, '$.lot') as lot"),
      db.raw("json_extract(s.value, '$.at') as at"),
    )
    .from(db.raw("purchase as p, json_each(p.body, '$.lines') as l, json_each(l.value, '$.serials') as s"))
    .whereRaw("json_valid(p.body) and p.body like '%\"serial\":%'")
    .orderBy("at");

/** Pieces of parts that came with their serial numbers, by what order: those of these parts, the first first. */
export async function serialsOf(db: Knex, partIds: readonly string[]): Promise<Numbered[]> {
  if (partIds.length === 0) return [];
  return (await cameNumbered(db).whereRaw(`json_extract(l.value, '$.partId') in (${partIds.map(() => "?").join(", ")})`, [
    ...partIds,
  ])) as Numbered[];
}

/** Pieces of any part that came with this number. @param plain as numbers are compared: no spaces, capitals */
export async function serialsNumbered(db: Knex, plain: string): Promise<Numbered[]> {
  return (await cameNumbered(db).whereRaw("upper(replace(json_extract(s.value, '$.serial'), ' ', '')) = ?", [
    plain,
  ])) as Numbered[];
}

export type OpenOrder = {
  readonly jobId: string;
  readonly jobNumber: number;
  readonly customer: string;
  readonly number: string;
  readonly supplierName: string;
  readonly placedAt: string;
  readonly leadDays: number;
  readonly totalMinor: number;
  readonly currency: string;
};

/** Orders for one job alone that are on their way, those placed first first. */
export async function ordersUnderWay(db: Knex, limit: number): Promise<OpenOrder[]> {
  const rows = (await db("purchase_order as o")
    .join("job as j", "j.id", "o.job_id")
    .whereRaw(
      "json_valid(o.body) and json_extract(o.body, '$.arrived') is null and json_extract(o.body, '$.off') is null and json_extract(o.body, '$.purchase') is null",
    )
    .orderBy("o.placed_at")
    .limit(limit)
    .select(
      "o.job_id as jobId",
      "j.number as jobNumber",
      "j.customer as customer",
      "o.number as number",
      "o.placed_at as placedAt",
      "o.total_minor as totalMinor",
      "o.currency as currency",
      db.raw("json_extract(o.body, '$.supplierName') as supplierName"),
      db.raw("json_extract(o.body, '$.leadDays') as leadDays"),
    )) as OpenOrder[];
  return rows;
}
