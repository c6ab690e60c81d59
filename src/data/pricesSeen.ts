import type { Knex } from "knex";
import type { Currency } from "@/core/parts/part";
import type { SeenPrice } from "@/core/supply/seenPrices";

type Row = {
  supplier_id: string;
  pack_size: number;
  at_least: number;
  price_minor: number;
  currency: Currency;
  at: string;
};

/** Every price that was ever asked for a part, the oldest first. */
export async function pricesSeen(db: Knex, partId: string): Promise<SeenPrice[]> {
  const rows = await db<Row & { part_id: string; id: number }>("price_seen")
    .where({ part_id: partId })
    .orderBy("at")
    .orderBy("id");
  return rows.map((row) => ({
    supplierId: row.supplier_id,
    packSize: row.pack_size,
    atLeast: row.at_least,
    priceMinor: row.price_minor,
    currency: row.currency,
    at: row.at,
  }));
}
