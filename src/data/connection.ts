import { chmodSync, closeSync, existsSync, mkdirSync, openSync, readSync } from "node:fs";
import { dirname, join, resolve } from "node:path";
import type { Knex } from "knex";
import knexFactory from "knex";
import { PatientSqlite } from "./client";
import { migrationSource } from "./migrations";
import { troubleOf } from "./trouble";

/** Where the shop's data is: `GULL_DB`, else data/gull.sqlite under the folder the server was started in. */
export const databaseFile = () => resolve(/* turbopackIgnore: true */ process.cwd(), process.env.GULL_DB ?? "data/gull.sqlite");

type Pragmas = { pragma: (text: string) => void; close: () => void; open: boolean; readonly: boolean };

const open = new Set<Pragmas>();
/** What was written last goes into the named file as the process ends: whoever copies that file has all of it. */
process.once("exit", () => {
  for (const connection of open)
    try {
      if (!connection.open) continue;
      if (!connection.readonly) connection.pragma("wal_checkpoint(TRUNCATE)");
      connection.close();
    } catch {
      // Held by another program, or the disk is gone: the log beside the file has it all, as after a pulled plug.
    }
});

const SILENT = { warn() {}, error() {}, deprecate() {}, debug() {} };

/**
 * A connection as the shop's are, to a database as it is. Everything is synced fully: an order or signature must survive a pulled plug.
 * @param looked only looked at, from a stick that cannot be written too; what is wrong with it is told by who looks, not on the console
 */
export function connect(file: string, looked = false): Knex {
  return knexFactory({
    ...(looked && { log: SILENT }),
    client: PatientSqlite as unknown as typeof Knex.Client,
    connection: { filename: file, ...(looked && { options: { readonly: true } }) },
    useNullAsDefault: true,
    pool: {
      min: 1,
      max: 1,
      afterCreate(connection: Pragmas, done: (error: Error | null, connection: Pragmas) => void) {
        if (!looked) connection.pragma("journal_mode = WAL");
        connection.pragma("foreign_keys = ON");
        // Waiting is done by the client, between tries: here it would hold up the whole process.
        connection.pragma("busy_timeout = 0");
        connection.pragma("synchronous = FULL");
        for (const one of open) if (!one.open) open.delete(one);
        open.add(connection);
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

/** Steps that a shop has taken and this application does not know, and those that it has still to take. */
async function stepsOf(knex: Knex): Promise<{ unknown: string[]; left: string[]; begun: boolean }> {
  const known = (await migrationSource.getMigrations()).map(migrationSource.getMigrationName);
  const begun = await knex.schema.hasTable("knex_migrations");
  const done = begun ? ((await knex("knex_migrations").pluck("name")) as string[]) : [];
  return { unknown: done.filter((name) => !known.includes(name)), left: known.filter((name) => !done.includes(name)), begun };
}

/** Takes the steps that are left; a shop that has been worked in is copied first, as it was. */
async function bringUpToDate(knex: Knex, file: string): Promise<void> {
  const { unknown, left, begun } = await stepsOf(knex);
  if (unknown.length > 0)
    throw new NoShop(`${file} was written by a newer Gull Bench (${unknown.join(", ")}): use that one. Nothing was changed.`);
  if (left.length === 0) return;
  if (begun && file !== ":memory:") {
    const folder = join(dirname(file), "backups");
    mkdirSync(folder, { recursive: true, mode: OWN_FOLDER });
    const copy = join(folder, `before-${left[0]}.sqlite`);
    // Of two tries the first copy is the one of before.
    if (!existsSync(copy)) {
      await knex.raw("vacuum into ?", [copy]);
      keepOwn(copy);
    }
  }
  await knex.migrate.latest();
}

/**
 * Opens a database and brings its schema up to date.
 * @throws NoShop for what is no shop's, was written by a newer application, or cannot be written
 */
export async function openDatabase(file: string): Promise<Knex> {
  if (file !== ":memory:")
    try {
      mkdirSync(dirname(file), { recursive: true, mode: OWN_FOLDER });
    } catch (error) {
      throw new NoShop(`${dirname(file)} cannot be made: ${troubleOf(error) ?? (error as Error).message}`);
    }
  // An empty file of that name may be what is left of a shop: a new one in its place would hide it.
  if (file !== ":memory:" && existsSync(file) && !isDatabase(file))
    throw new NoShop(`${file} is no shop's database: it is empty, or something else. Move it away, or restore a backup.`);
  const knex = connect(file);
  try {
    await bringUpToDate(knex, file);
  } catch (error) {
    await knex.destroy();
    const trouble = troubleOf(error);
    throw trouble === null ? error : new NoShop(`${file}: ${trouble}`);
  }
  if (file !== ":memory:")
    for (const one of [file, `${file}-wal`, `${file}-shm`]) if (existsSync(/* turbopackIgnore: true */ one)) keepOwn(one);
  return knex;
}

/**
 * A shop's database to look at, as it is.
 * @throws NoShop for what is no shop's, or is of an older or newer application
 */
export async function lookAt(file: string): Promise<Knex> {
  if (!isDatabase(file)) throw new NoShop(`${file} is no shop's database: it is empty, or something else.`);
  const knex = connect(file, true);
  try {
    const { unknown, left } = await stepsOf(knex);
    if (unknown.length > 0) throw new NoShop(`${file} was written by a newer Gull Bench (${unknown.join(", ")}): use that one.`);
    if (left.length > 0)
      throw new NoShop(
        `${file} was written by an older Gull Bench: \`npm run gull -- migrate\` brings it up to date. Nothing was changed.`,
      );
    return knex;
  } catch (error) {
    await knex.destroy();
    throw error;
  }
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
