import { setTimeout as sleep } from "node:timers/promises";
// The dialect itself: its queries are tried again while another program writes.
import BetterSqlite from "knex/lib/dialects/better-sqlite3/index.js";
import { LRUCache } from "lru-cache";

type Connection = { inTransaction: boolean; prepare: (sql: string) => object };
type Query = { sql: string };

/** Another program may hold the database for so long, all in all; then it is told. */
const PATIENCE_MS = 5_000;
const isBusy = (error: unknown): boolean => String((error as { code?: unknown } | null)?.code).startsWith("SQLITE_BUSY");

const MOST_KEPT = 256;
/** A list of many numbers makes a text of its own each time. */
const LONGEST_KEPT = 4_000;
const IS_ASKED_AGAIN = /^(select|insert|update|delete|with|begin|commit|rollback)\b/i;
const CHANGES_TABLES = /^(create|alter|drop|vacuum|attach|detach)\b/i;

/**
 * What was once read into a statement is not read again: the same few hundred texts are asked all day, and to read one takes longer than
 * to answer it. Whatever changes the tables lets them all go.
 */
export function keepStatements<C extends Pick<Connection, "prepare">>(connection: C): C {
  const prepare = connection.prepare.bind(connection);
  const kept = new LRUCache<string, object>({ max: MOST_KEPT });
  connection.prepare = (sql) => {
    if (CHANGES_TABLES.test(sql.trimStart())) kept.clear();
    if (sql.length > LONGEST_KEPT || !IS_ASKED_AGAIN.test(sql.trimStart())) return prepare(sql);
    const known = kept.get(sql);
    if (known) return known;
    const made = prepare(sql);
    kept.set(sql, made);
    return made;
  };
  return connection;
}

/**
 * A transaction takes the right to write as it begins: one that took it later could find that somebody else wrote meanwhile, and would
 * fail whatever it waited. Waiting is done between tries, so that the process answers others.
 */
export class PatientSqlite extends BetterSqlite {
  override async acquireRawConnection(): Promise<Connection> {
    return keepStatements(await super.acquireRawConnection());
  }

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
