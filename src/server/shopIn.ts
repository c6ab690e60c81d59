import type { Knex } from "knex";
import { connect } from "@/data/connection";

const shops = new Map<string, Knex>();

/** A worker's own connection to a shop, opened once. @param looked only looked at, never written to */
export function shopIn(file: string, looked = false): Knex {
  const key = `${looked} ${file}`;
  const shop = shops.get(key) ?? connect(file, looked);
  shops.set(key, shop);
  return shop;
}
