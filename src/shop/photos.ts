import { randomUUID } from "node:crypto";
import sharp from "sharp";
import { bad, good, type Result } from "@/core/result";
import { readPhotoFile, storePhotoFile } from "@/data/photos";

/** What comes in at the most, and how large it is kept. */
export const PHOTO_BYTES = 15_000_000;
const PIXELS = 60_000_000;
const LONG_SIDE = 1600;
const KINDS: ReadonlySet<string> = new Set(["jpeg", "png", "webp"]);

export type KeptPhoto = { id: string; widthPx: number; heightPx: number };

/** Reads a picture (JPEG, PNG or WebP), turns it upright, takes what the camera wrote into it out, and keeps it at a sensible size. */
export async function takePhoto(bytes: Uint8Array): Promise<Result<KeptPhoto>> {
  if (bytes.length === 0) return bad("The file is empty.");
  if (bytes.length > PHOTO_BYTES) return bad(`The picture is larger than ${PHOTO_BYTES / 1_000_000} MB.`);
  try {
    const image = sharp(bytes, { limitInputPixels: PIXELS, failOn: "error", animated: false });
    const { format } = await image.metadata();
    if (!format || !KINDS.has(format)) return bad("Only JPEG, PNG and WebP pictures are kept.");
    const { data, info } = await image
      .rotate()
      .resize({ width: LONG_SIDE, height: LONG_SIDE, fit: "inside", withoutEnlargement: true })
      .webp({ quality: 78 })
      .toBuffer({ resolveWithObject: true });
    const id = randomUUID();
    await storePhotoFile(id, new Uint8Array(data));
    return good({ id, widthPx: info.width, heightPx: info.height });
  } catch {
    return bad("That file does not read as a picture: JPEG, PNG or WebP, to 60 million pixels.");
  }
}

export const photoFile = readPhotoFile;
