import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";

/** The shop's worked situations are numbered from one. */
const ROWS = 187;

test("every worked situation stands in one of the tables", () => {
  const texts = readdirSync(__dirname).map((file) => readFileSync(join(__dirname, file), "utf8"));
  const there = new Set(texts.flatMap((text) => [...text.matchAll(/\{ row: "(\d+) /g)].map(([, row]) => Number(row))));
  const all = Array.from({ length: ROWS }, (_, i) => i + 1);
  expect(all.filter((row) => !there.has(row))).toEqual([]);
  expect(there.size).toBe(ROWS);
});
