import { mkdir, readFile, rename, writeFile } from "node:fs/promises";
import { dirname, join } from "node:path";
import { databaseFile } from "./connection";

/** Photographs lie in a folder beside the database, one file each; their names are made here and nowhere else. */
const folder = () => join(/* turbopackIgnore: true */ dirname(databaseFile()), "photos");
const named = (id: string) => {
  if (!/^[a-z0-9-]{8,40}$/.test(id)) throw new Error("not a photograph's name");
  return join(/* turbopackIgnore: true */ folder(), `${id}.webp`);
};

/** Stores a picture whole or not at all: written beside, then moved in place. */
export async function storePhotoFile(id: string, bytes: Uint8Array): Promise<void> {
  await mkdir(folder(), { recursive: true });
  const file = named(id);
  await writeFile(`${file}.part`, bytes);
  await rename(`${file}.part`, file);
}

export async function readPhotoFile(id: string): Promise<Uint8Array | undefined> {
  try {
    return new Uint8Array(await readFile(named(id)));
  } catch {
    return undefined;
  }
}
