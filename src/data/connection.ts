import { mkdirSync } from "node:fs";
import { dirname, resolve } from "node:path";
import knexFactory, { type Knex } from "knex";
import { migrationSource } from "./migrations";

/** Where the shop's data is: `GULL_DB`, else data/gull.sqlite under the folder the server was started in. */
export const databaseFile = () => resolve(/* turbopackIgnore: true */ process.cwd(), process.env.GULL_DB ?? "data/gull.sqlite");

type Pragmas = { pragma: (text: string) => void };

/** Opens a database and brings its schema up to date. Everything is synced fully: an order or signature must survive a pulled plug. */
export async function openDatabase(file: string): Promise<Knex> {
  if (file !== ":memory:") mkdirSync(dirname(file), { recursive: true });
  const knex = knexFactory({
    client: "better-sqlite3",
    connection: { filename: file },
    useNullAsDefault: true,
    pool: {
      min: 1,
      max: 1,
      afterCreate(connection: Pragmas, done: (error: Error | null, connection: Pragmas) => void) {
        connection.pragma("journal_mode = WAL");
        connection.pragma("foreign_keys = ON");
        connection.pragma("busy_timeout = 5000");
        connection.pragma("synchronous = FULL");
        done(null, connection);
      },
    },
    migrations: { migrationSource },
  });
  await knex.migrate.latest();
  return knex;
}

const shared = globalThis as unknown as { gullDatabase?: { file: string; knex: Promise<Knex> } };

/** The process's one connection; a failed opening is tried again at the next call. */
export function database(): Promise<Knex> {
  const file = databaseFile();
  if (shared.gullDatabase?.file !== file) {
    const knex = openDatabase(file);
    shared.gullDatabase = { file, knex };
    knex.catch(() => delete shared.gullDatabase);
  }
  return shared.gullDatabase!.knex;
}
