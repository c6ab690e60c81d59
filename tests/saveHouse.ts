import type { Knex } from "knex";
import { storeHouse } from "@/shop/houseRules";
import { bad, good } from "@/core/result";
import { NOW } from "./demoShop";

/** Keeps house rules over whatever stands: what a test wants of them. */
export async function saveHouse(db: Knex, raw: unknown) {
  const stored = await storeHouse(db, raw, { at: NOW, by: "Tam" });
  return stored.ok ? good(stored.value.rules) : bad(stored.error.says);
}
