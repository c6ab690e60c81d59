import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { oneForAll } from "./oneForAll";

const mode = process.env as Record<string, string | undefined>;
const before = mode.NODE_ENV;
afterEach(() => (mode.NODE_ENV = before));

test("a server has one of each, however often it is asked for", () => {
  mode.NODE_ENV = "production";
  const make = jest.fn(() => ({}));
  const one = oneForAll("lamp", make);
  expect(oneForAll("lamp", make)).toBe(one);
  expect(make).toHaveBeenCalledTimes(1);
  expect(oneForAll("bell", make)).not.toBe(one);
});

test("while it is worked on each has its own", () => {
  mode.NODE_ENV = "development";
  expect(oneForAll("lamp", () => ({}))).not.toBe(oneForAll("lamp", () => ({})));
});

test("every pool of workers is one for the whole server, under a name of its own", () => {
  const folder = join(__dirname, "..", "server");
  const files = readdirSync(folder).filter((file) => /^(?!.*\.test\.)\w+\.ts$/.test(file));
  const texts = files.map((file) => readFileSync(join(folder, file), "utf8"));
  const names = texts.flatMap((text) => [...text.matchAll(/oneForAll\(\s*"([^"]+)"/g)].map(([, name]) => name));
  expect(new Set(names).size).toBe(names.length);
  const pools = (pattern: RegExp) => texts.reduce((sum, text) => sum + [...text.matchAll(pattern)].length, 0);
  expect(pools(/new Pool\b/g)).toBeGreaterThan(9);
  expect(pools(/oneForAll\(\s*"[^"]+",\s*\(\) =>\s*new Pool\b/g)).toBe(pools(/new Pool\b/g));
});
