declare module "knex/lib/dialects/better-sqlite3/index.js" {
  import type { Knex } from "knex";
  export default class BetterSqlite extends Knex.Client {
    acquireRawConnection(): Promise<{ inTransaction: boolean; prepare: (sql: string) => object }>;
    _query(connection: unknown, query: { sql: string }): Promise<unknown>;
  }
}
