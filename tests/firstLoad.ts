import { readFileSync } from "node:fs";
import { join } from "node:path";
import { gzipSync } from "node:zlib";

/** A page comes with so much code and no more, gzipped. */
export const FIRST_LOAD_BYTES = 330 * 1024;

const sizes = new Map<string, number>();

/** Bytes of the scripts that a page's own HTML names, gzipped: what a first visit loads before anything is clicked. */
export function firstLoadBytes(html: string): number {
  // What is for browsers without modules is loaded by none of today's.
  const scripts = html.match(/(?:src|href)="\/_next\/static\/[^"]+?\.js"[^>]*/g) ?? [];
  const files = new Set(scripts.filter((one) => !one.includes("noModule")).map((one) => /"\/_next([^"]+)"/.exec(one)![1]!));
  if (files.size < 6) throw new Error("this is no page of the application");
  let sum = 0;
  for (const file of files) {
    if (!sizes.has(file)) sizes.set(file, gzipSync(readFileSync(join(".next", file)), { level: 9 }).length);
    sum += sizes.get(file)!;
  }
  return sum;
}
