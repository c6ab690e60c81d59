declare module "knex/lib/dialects/better-sqlite3/index.js" {
  import type { Knex } from "knex";
  export default class BetterSqlite extends Knex.Client {
    _query(connection: unknown, query: { sql: string }): Promise<unknown>;
  }
}
