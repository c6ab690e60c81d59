import type { Knex } from "knex";

/** When orders were placed and when they were here, by supplier: what lead times are seen from. A row that does not read is left out. */
export async function receipts(
  db: Knex,
  supplierId?: string,
): Promise<Map<string, { readonly placedAt: string; readonly arrivedAt: string }[]>> {
  const rows = (await db("purchase_order")
    .where((query) => void (supplierId !== undefined && query.where({ supplier_id: supplierId })))
    .whereRaw("json_valid(body) and json_extract(body, '$.arrived.at') is not null and json_extract(body, '$.off') is null")
    .select("supplier_id", "placed_at", db.raw("json_extract(body, '$.arrived.at') as arrived_at"))) as {
    supplier_id: string;
    placed_at: string;
    arrived_at: string;
  }[];
  const all = new Map<string, { placedAt: string; arrivedAt: string }[]>();
  for (const { supplier_id, placed_at, arrived_at } of rows)
    all.set(supplier_id, [...(all.get(supplier_id) ?? []), { placedAt: placed_at, arrivedAt: arrived_at }]);
  return all;
}
