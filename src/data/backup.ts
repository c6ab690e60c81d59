import { createHash, randomUUID } from "node:crypto";
import { closeSync, existsSync, fsyncSync, openSync, readdirSync, readFileSync, renameSync, rmSync } from "node:fs";
import { dirname, join } from "node:path";
import type { Knex } from "knex";
import { bad, good, type Result } from "@/core/result";
import { connect, isDatabase } from "./connection";
import { findJob } from "./jobs";
import { photosBeside, storePhotoFile } from "./photos";

/** What a backup holds, as it says itself. */
export type BackedUp = { readonly at: string; readonly jobs: number; readonly parts: number; readonly photos: number };

const sha256 = (bytes: Uint8Array): string => createHash("sha256").update(bytes).digest("hex");
const BATCH = 200;

async function withFile<T>(file: string, work: (db: Knex) => Promise<T>, looked = false): Promise<T> {
  const db = connect(file, looked);
  try {
    return await work(db);
  } finally {
    await db.destroy();
  }
}

const countOf = async (db: Knex, table: string): Promise<number> =>
  Number((await db(table).count<{ n: number }[]>({ n: "*" }))[0]!.n);

/**
 * One file with everything of a shop, its photographs too, taken while the shop goes on: the database as it stood at one moment.
 * It is read back before it has its name. A file of that name is replaced whole or not at all.
 */
export async function backUp(from: string, to: string, at: string): Promise<Result<BackedUp>> {
  if (!existsSync(from) || !isDatabase(from)) return bad(`There is no shop in ${from}.`);
  const part = `${to}.${randomUUID().slice(0, 8)}.part`;
  try {
    // Photographs are stored before their jobs name them, and never changed: what the copy names is in the folder by then.
    await withFile(from, (db) => db.raw("vacuum into ?", [part]));
    await withFile(part, async (db) => {
      await db.schema.createTable("backup_photo", (table) => {
        table.text("id").primary();
        table.text("sha256").notNullable();
        table.binary("bytes").notNullable();
      });
      await db.schema.createTable("backup_made", (table) => {
        table.text("at").notNullable();
      });
      const folder = photosBeside(from);
      const names = existsSync(folder) ? readdirSync(folder).filter((name) => name.endsWith(".webp")) : [];
      for (const name of names) {
        const bytes = readFileSync(join(/* turbopackIgnore: true */ folder, name));
        await db("backup_photo").insert({ id: name.replace(/\.webp$/, ""), sha256: sha256(bytes), bytes });
      }
      await db("backup_made").insert({ at });
      // One file that stands alone, without a journal beside it.
      await db.raw("pragma journal_mode = delete");
    });
    const checked = await checkBackup(part);
    if (!checked.ok) return checked;
    for (const rest of [`${part}-wal`, `${part}-shm`]) rmSync(rest, { force: true });
    const open = openSync(part, "r+");
    fsyncSync(open);
    closeSync(open);
    renameSync(part, to);
    return checked;
  } finally {
    for (const rest of [part, `${part}-wal`, `${part}-shm`]) rmSync(rest, { force: true });
  }
}

/** Looks a backup through: that it is one, that the file is whole, every photograph by its sum, and that every job reads. */
export async function checkBackup(file: string): Promise<Result<BackedUp>> {
  if (!existsSync(file)) return bad(`There is no file ${file}.`);
  if (!isDatabase(file)) return bad(`${file} is no backup: it is empty, or something else.`);
  try {
    return await withFile(
      file,
      async (db) => {
        if (!(await db.schema.hasTable("backup_made")) || !(await db.schema.hasTable("job")))
          return bad(`${file} is a database, but no backup of a shop.`);
        const whole = (await db.raw("pragma integrity_check")) as { integrity_check: string }[];
        if (whole[0]?.integrity_check !== "ok")
          return bad(`${file} is damaged: ${whole[0]?.integrity_check ?? "it does not read"}.`);
        for (let from = 0; ; from += BATCH) {
          const photos = (await db("backup_photo").orderBy("id").limit(BATCH).offset(from)) as {
            id: string;
            sha256: string;
            bytes: Buffer;
          }[];
          for (const photo of photos)
            if (sha256(photo.bytes) !== photo.sha256)
              return bad(`${file} is damaged: photograph ${photo.id} is not what was stored.`);
          if (photos.length < BATCH) break;
        }
        for (const { id } of (await db("job").select("id")) as { id: string }[]) await findJob(db, id);
        const { at } = (await db("backup_made").first()) as { at: string };
        return good({
          at,
          jobs: await countOf(db, "job"),
          parts: await countOf(db, "part"),
          photos: await countOf(db, "backup_photo"),
        });
      },
      true,
    );
  } catch (error) {
    return bad(`${file} does not read: ${error instanceof Error ? error.message : String(error)}.`);
  }
}

/** Whether somebody else has a database open: what is journalled ahead changes its way of journalling only for one alone. */
async function isInUse(file: string): Promise<boolean> {
  return withFile(file, async (db) => {
    try {
      const [row] = (await db.raw("pragma journal_mode = delete")) as { journal_mode: string }[];
      return row?.journal_mode !== "delete";
    } catch {
      return true;
    }
  });
}

/**
 * Puts a backup in a shop's place. The shop that was there is kept beside it under another name, its photographs stay.
 * @returns what came back, and where the old shop lies
 */
export async function restore(
  from: string,
  to: string,
  now: string,
): Promise<Result<BackedUp & { readonly kept: string | null }>> {
  const checked = await checkBackup(from);
  if (!checked.ok) return checked;
  const there = existsSync(to);
  if (there && isDatabase(to) && (await isInUse(to))) return bad(`The bench has ${to} open: stop it first, nothing was changed.`);
  const part = `${to}.${randomUUID().slice(0, 8)}.part`;
  const kept = there ? `${to}.before-${now.replace(/[:.]/g, "-")}` : null;
  try {
    await withFile(
      from,
      async (db) => {
        await db.raw("vacuum into ?", [part]);
        for (let at = 0; ; at += BATCH) {
          const photos = (await db("backup_photo").orderBy("id").limit(BATCH).offset(at)) as { id: string; bytes: Buffer }[];
          for (const photo of photos) await storePhotoFile(photo.id, new Uint8Array(photo.bytes), photosBeside(to));
          if (photos.length < BATCH) break;
        }
      },
      true,
    );
    await withFile(part, async (db) => {
      await db.schema.dropTable("backup_photo");
      await db.schema.dropTable("backup_made");
      await db.raw("pragma wal_checkpoint(truncate)");
    });
    if (kept !== null) renameSync(to, kept);
    for (const rest of [`${to}-wal`, `${to}-shm`]) rmSync(rest, { force: true });
    renameSync(part, to);
    const folder = openSync(dirname(to), "r");
    fsyncSync(folder);
    closeSync(folder);
    return good({ ...checked.value, kept });
  } finally {
    for (const rest of [part, `${part}-wal`, `${part}-shm`]) rmSync(rest, { force: true });
  }
}
