import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { z } from "zod";
import { DONOR_ITEMS } from "../donor/items";
import { SPECS } from "./specs";

const SRC = join(__dirname, "../..");
/** What works with parts and surveys: not what only declares them, nor invented parts. */
const text = (readdirSync(SRC, { recursive: true, encoding: "utf8" }) as string[])
  .filter((file) => /\.tsx?$/.test(file) && !/\.(test|fixture)\.tsx?$/.test(file))
  .filter((file) => !/^(core\/(parts|donor)|data\/demo)\//.test(file))
  .map((file) => readFileSync(join(SRC, file), "utf8"))
  .join("\n");
const isRead = (name: string) => new RegExp(`(\\.|["'{,]\\s*)${name}\\b`).test(text);

/** Figures of a part that nothing works with, each with why it is asked all the same. */
const ONLY_SHOWN: Readonly<Record<string, string>> = {
  "brake hoseMm": "how far a hose must reach is not surveyed: it is cut to length at the bike",
};

/** The names of a schema's fields, those within others too. */
function fieldsOf(schema: unknown): string[] {
  if (schema instanceof z.ZodObject)
    return Object.entries(schema.shape as Record<string, unknown>).flatMap(([name, inner]) => [name, ...fieldsOf(inner)]);
  const def = ((schema as { def?: object } | undefined)?.def ?? {}) as Record<string, unknown>;
  const inner = ["innerType", "element", "in", "out", "options", "items"].flatMap((name) => def[name] ?? []);
  return inner.flatMap(fieldsOf);
}

test("every figure that a part's sheet asks for is worked with: a fact without a place is taken for judged", () => {
  const all = Object.entries(SPECS).flatMap(([kind, schema]) => fieldsOf(schema).map((name) => ({ kind, name })));
  expect(all.length).toBeGreaterThan(200);
  const idle = all.filter(({ name }) => !isRead(name)).map(({ kind, name }) => `${kind} ${name}`);
  expect(idle).toEqual(Object.keys(ONLY_SHOWN));
});

test("every item of the survey is worked with, or held against the others", () => {
  // What is printed on the tyre is held against the bead seat where the survey is read.
  const within = new Set(["frontTyreMark", "rearTyreMark"]);
  expect(Object.keys(DONOR_ITEMS).filter((key) => !isRead(key) && !within.has(key))).toEqual([]);
});
