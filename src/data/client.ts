import { setTimeout as sleep } from "node:timers/promises";
// The dialect itself: its queries are tried again while another program writes.
import BetterSqlite from "knex/lib/dialects/better-sqlite3/index.js";

type Connection = { inTransaction: boolean };
type Query = { sql: string };

/** Another program may hold the database for so long, all in all; then it is told. */
const PATIENCE_MS = 5_000;
const isBusy = (error: unknown): boolean => String((error as { code?: unknown } | null)?.code).startsWith("SQLITE_BUSY");

/**
 * A transaction takes the right to write as it begins: one that took it later could find that somebody else wrote meanwhile, and would
 * fail whatever it waited. Waiting is done between tries, so that the process answers others.
 */
export class PatientSqlite extends BetterSqlite {
  override async _query(connection: Connection, query: Query): Promise<unknown> {
    if (query.sql === "BEGIN;") query.sql = "BEGIN IMMEDIATE;";
    // A full disk ends the transaction by itself: to end it again would hide why.
    if (query.sql === "ROLLBACK" && !connection.inTransaction) return { ...query, response: [] };
    const until = Date.now() + PATIENCE_MS;
    for (let wait = 5; ; wait = Math.min(100, wait * 1.5)) {
      try {
        return await super._query(connection, query);
      } catch (error) {
        // In the middle of a transaction what was read may be old: it is begun anew by who asked for it, or told. A pragma only asks.
        const asks = query.sql.startsWith("pragma");
        if (!isBusy(error) || asks || connection.inTransaction || Date.now() > until) throw error;
        await sleep(wait * (0.5 + Math.random()));
      }
    }
  }
}
