import type { Knex } from "knex";
import * as firstShop from "./001_shop";

type Migration = { name: string; up: (knex: Knex) => Promise<void>; down: (knex: Knex) => Promise<void> };

/** Forwards only, in this order; a name that was released is never changed. */
const MIGRATIONS: Migration[] = [
  { name: "001_shop", ...firstShop, down: () => Promise.reject(new Error("migrations run forwards only")) },
];

export const migrationSource = {
  getMigrations: () => Promise.resolve(MIGRATIONS),
  getMigrationName: (migration: Migration) => migration.name,
  getMigration: (migration: Migration) => Promise.resolve(migration),
};
