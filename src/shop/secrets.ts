import { createHash, randomBytes, scrypt, timingSafeEqual } from "node:crypto";
import { promisify } from "node:util";

const derive = promisify<string, Buffer, number, { N: number; r: number; p: number; maxmem: number }, Buffer>(scrypt);

/** 32 MB and three rounds for each try: a common recommendation for scrypt where memory is shared. */
export const COST = { N: 2 ** 15, r: 8, p: 3, maxmem: 64 * 2 ** 20 };
const HASH_BYTES = 32;

/** Keeps a PIN or password as what cannot be read back: `scrypt$N$r$p$salt$hash`. */
export async function hashSecret(secret: string): Promise<string> {
  const salt = randomBytes(16);
  const hash = await derive(secret.normalize("NFC"), salt, HASH_BYTES, COST);
  return ["scrypt", COST.N, COST.r, COST.p, salt.toString("base64url"), hash.toString("base64url")].join("$");
}

/** Takes as long for one that is kept nowhere, so that a name tells nothing. */
export async function isSecret(secret: string, kept: string | undefined): Promise<boolean> {
  const [, N, r, p, salt, hash] = (kept ?? "").split("$");
  const cost = kept === undefined ? COST : { ...COST, N: Number(N), r: Number(r), p: Number(p) };
  const want = Buffer.from(hash ?? "", "base64url");
  const got = await derive(secret.normalize("NFC"), Buffer.from(salt ?? "", "base64url"), HASH_BYTES, cost);
  return kept !== undefined && want.length === got.length && timingSafeEqual(want, got);
}

/** Random words for an address or a cookie: 128 bits at least. */
export const newToken = (bytes: number): string => randomBytes(bytes).toString("base64url");

/** Of something that is random itself, so that nothing slower is wanted. */
export const hashOfToken = (token: string): string => createHash("sha256").update(token).digest("base64url");
