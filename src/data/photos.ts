import { mkdir, open, readFile, rename } from "node:fs/promises";
import { dirname, join } from "node:path";
import { databaseFile } from "./connection";

/** Photographs lie in a folder beside the database, one file each; their names are made here and nowhere else. */
export const photosBeside = (database: string) => join(/* turbopackIgnore: true */ dirname(database), "photos");
const named = (id: string, folder: string) => {
  if (!/^[a-z0-9-]{8,40}$/.test(id)) throw new Error("not a photograph's name");
  return join(/* turbopackIgnore: true */ folder, `${id}.webp`);
};

/** Stores a picture whole or not at all: written beside, then moved in place. */
export async function storePhotoFile(id: string, bytes: Uint8Array, folder = photosBeside(databaseFile())): Promise<void> {
  await mkdir(folder, { recursive: true, mode: 0o700 });
  const file = named(id, folder);
  // On the disk before the job names it: a pulled plug leaves no name without its picture.
  const part = await open(`${file}.part`, "w", 0o600);
  try {
    await part.writeFile(bytes);
    await part.sync();
  } finally {
    await part.close();
  }
  await rename(`${file}.part`, file);
}

export async function readPhotoFile(id: string): Promise<Uint8Array | undefined> {
  try {
    return new Uint8Array(await readFile(named(id, photosBeside(databaseFile()))));
  } catch {
    return undefined;
  }
}
