import { chmodSync, closeSync, existsSync, mkdirSync, openSync, readSync } from "node:fs";
import { dirname, resolve } from "node:path";
import knexFactory, { type Knex } from "knex";
import { migrationSource } from "./migrations";

/** Where the shop's data is: `GULL_DB`, else data/gull.sqlite under the folder the server was started in. */
export const databaseFile = () => resolve(/* turbopackIgnore: true */ process.cwd(), process.env.GULL_DB ?? "data/gull.sqlite");

type Pragmas = { pragma: (text: string) => void };

const SILENT = { warn() {}, error() {}, deprecate() {}, debug() {} };

/**
 * A connection as the shop's are, to a database as it is. Everything is synced fully: an order or signature must survive a pulled plug.
 * @param looked only looked at, from a stick that cannot be written too; what is wrong with it is told by who looks, not on the console
 */
export function connect(file: string, looked = false): Knex {
  return knexFactory({
    ...(looked && { log: SILENT }),
    client: "better-sqlite3",
    connection: { filename: file, ...(looked && { options: { readonly: true } }) },
    useNullAsDefault: true,
    pool: {
      min: 1,
      max: 1,
      afterCreate(connection: Pragmas, done: (error: Error | null, connection: Pragmas) => void) {
        if (!looked) connection.pragma("journal_mode = WAL");
        connection.pragma("foreign_keys = ON");
        connection.pragma("busy_timeout = 5000");
        connection.pragma("synchronous = FULL");
        done(null, connection);
      },
    },
    migrations: { migrationSource },
  });
}

/** SQLite's own file, by its first bytes; an empty one is none. */
export function isDatabase(file: string): boolean {
  const head = Buffer.alloc(16);
  const open = openSync(file, "r");
  try {
    return readSync(open, head, 0, 16, 0) === 16 && head.toString("latin1") === "SQLite format 3\0";
  } finally {
    closeSync(open);
  }
}

/** The file named is there and is no shop's: it is left as it is. */
export class NoShop extends Error {}

/** What is nobody's business but the shop's. */
const OWN_FOLDER = 0o700;
const OWN_FILE = 0o600;

/** A file that belongs to somebody else is theirs to shut. */
function keepOwn(file: string): void {
  try {
    chmodSync(/* turbopackIgnore: true */ file, OWN_FILE);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== "EPERM") throw error;
  }
}

/** Opens a database and brings its schema up to date. */
export async function openDatabase(file: string): Promise<Knex> {
  if (file !== ":memory:") mkdirSync(dirname(file), { recursive: true, mode: OWN_FOLDER });
  // An empty file of that name may be what is left of a shop: a new one in its place would hide it.
  if (file !== ":memory:" && existsSync(file) && !isDatabase(file))
    throw new NoShop(`${file} is no shop's database: it is empty, or something else. Move it away, or restore a backup.`);
  const knex = connect(file);
  await knex.migrate.latest();
  if (file !== ":memory:")
    for (const one of [file, `${file}-wal`, `${file}-shm`]) if (existsSync(/* turbopackIgnore: true */ one)) keepOwn(one);
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
