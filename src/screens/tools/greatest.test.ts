import { CALCULATORS, calculate, calculatorSchema, getCalculator } from "@/core/calc/registry";
import { EXAMPLES } from "./toolFields";

type Schema = {
  type?: string;
  const?: unknown;
  enum?: unknown[];
  maximum?: number;
  exclusiveMaximum?: number;
  minimum?: number;
  exclusiveMinimum?: number;
  maxItems?: number;
  items?: Schema;
  prefixItems?: Schema[];
  properties?: Record<string, Schema>;
  anyOf?: Schema[];
};
type Leaf = { path: string[]; schema: Schema };

/** Every figure and every list of an input, by its path; a list's by its first item. */
function leaves(schema: Schema, path: string[] = []): Leaf[] {
  if (schema.properties) return Object.entries(schema.properties).flatMap(([key, field]) => leaves(field, [...path, key]));
  if (schema.anyOf) return schema.anyOf.flatMap((option) => leaves(option, path));
  if (schema.prefixItems) return schema.prefixItems.flatMap((item, i) => leaves(item, [...path, String(i)]));
  if (schema.items) return [{ path, schema }, ...leaves(schema.items, [...path, "0"])];
  return schema.type === "number" || schema.type === "integer" ? [{ path, schema }] : [];
}

/** A copy with one figure put in at a path, what is missing on the way made. */
function withAt(value: unknown, [step, ...rest]: string[], figure: unknown): unknown {
  if (step === undefined) return figure;
  if (Array.isArray(value)) return value.map((item, i) => (String(i) === step ? withAt(item, rest, figure) : (item as unknown)));
  // A word where figures may stand instead.
  const group = typeof value === "object" ? (value as Record<string, unknown>) : {};
  return { ...group, [step]: withAt(group[step] ?? {}, rest, figure) };
}

const inputOf = (name: string) => calculatorSchema(getCalculator(name)!).input as Schema;
const names = CALCULATORS.map(({ name }) => name);

test.each(names)("%s: every figure has a least and a greatest, every list a most, and the schema says them", (name) => {
  const endless = leaves(inputOf(name)).filter(({ schema }) =>
    schema.items
      ? schema.maxItems === undefined
      : (schema.maximum ?? schema.exclusiveMaximum) === undefined ||
        (schema.minimum ?? schema.exclusiveMinimum) === undefined ||
        (schema.maximum ?? schema.exclusiveMaximum)! > 5_000_000,
  );
  expect(endless.map(({ path }) => path.join("."))).toEqual([]);
});

test.each(names)("%s: a figure past its greatest is refused by its path, and its example is answered", (name) => {
  const example = EXAMPLES[name]!;
  expect(calculate(name, example)).toMatchObject({ ok: true });
  for (const { path, schema } of leaves(inputOf(name)).filter(({ schema: one }) => !one.items)) {
    // A choice of two: one of them is left out in the example.
    const base = path[0] === "areaMm2" ? withAt(example, ["awg"], undefined) : example;
    const past = (schema.maximum ?? schema.exclusiveMaximum)! + 1;
    const answer = calculate(name, withAt(base, path, past));
    expect([path.join("."), answer.ok ? [] : answer.error.issues.map((issue) => issue.path)]).toEqual([
      path.join("."),
      expect.arrayContaining([path.join(".")]),
    ]);
  }
});

describe("what once held up or misled everyone is refused", () => {
  const paths = (name: string, change: object) => {
    const answer = calculate(name, { ...(EXAMPLES[name] as object), ...change });
    return answer.ok ? [] : answer.error.issues.map((issue) => issue.path);
  };
  test("a thousand million cogs", () => expect(paths("chainline", { cogs: 1_000_000_000 })).toEqual(["cogs"]));
  test("sixteen hundred corners of a frame", () =>
    expect(
      paths("battery-bay", {
        bay: Array.from({ length: 1_600 }, (_, i) => ({
          x: 300 * Math.cos((i * Math.PI) / 800),
          y: 300 * Math.sin((i * Math.PI) / 800),
        })),
      }),
    ).toContain("bay"));
  test("a wheel that leaves no spoke", () =>
    expect(paths("spoke-length", { erdMm: 20, flangePcdMm: 19, flangeOffsetMm: 0, crosses: 0, spokeHoleMm: 10 })).toEqual([
      "spokeHoleMm",
    ]));
  test("a lead that would take thousands of times the volts", () =>
    expect(paths("wire-drop", { awg: 40, lengthM: 1_000, currentA: 5_000, voltageV: 1 })).toEqual(["currentA"]));
  test("losses over the volts are told all the same: the current is given", () =>
    expect(calculate("wire-drop", { awg: 24, lengthM: 10, currentA: 60, voltageV: 36 })).toMatchObject({ ok: true }));
});
