import { labelAt, labelOf, unitOf, type FieldSchema } from "../figures/schema";
import { CALCULATORS, calculatorSchema, getCalculator } from "../calc/registry";
import { PART_KINDS } from "./kinds";
import { figuresOf, tellIssue } from "./tellIssue";

/** Every place where a figure is typed, as a path: groups, pairs and rows are gone into. */
function places(schema: FieldSchema, path: readonly string[] = []): string[][] {
  const options = schema.anyOf?.filter((option) => option.type !== "null");
  if (options) return options.flatMap((option) => places(option, path));
  if (schema.properties) return Object.entries(schema.properties).flatMap(([key, field]) => places(field, [...path, key]));
  if (schema.prefixItems) return schema.prefixItems.flatMap((item, i) => places(item, [...path, String(i)]));
  if (typeof schema.items === "object") return places(schema.items, [...path, "0"]);
  return path.length > 0 && schema.const === undefined ? [[...path]] : [];
}
/** A name as programmers write it: it has no place before a user. */
const FIELD_NAME = /(^|\W)[a-z]+[a-z0-9]*[A-Z]\w*/;

test.each(PART_KINDS)("every figure of a %s is told by a label, never by its field's name", (kind) => {
  for (const path of places(figuresOf(kind))) {
    const told = tellIssue({ path: ["spec", ...path].join("."), message: "must be there" }, kind);
    expect(told).toMatch(/^[A-Z0-9].* must be there$/);
    expect(told).not.toMatch(FIELD_NAME);
  }
});

test.each(CALCULATORS.map((c) => c.name))("every figure that %s takes or gives has a label of its own", (name) => {
  const { input, output } = calculatorSchema(getCalculator(name)!) as { input: FieldSchema; output: FieldSchema };
  for (const [schema, path] of [input, output].flatMap((one) => places(one).map((place) => [one, place] as const))) {
    const label = labelAt(schema, path);
    expect(label).toMatch(/[a-z]/i);
    expect(label).not.toMatch(FIELD_NAME);
    // “null when …” is a programmer's word.
    expect(label).not.toMatch(/\bnull\b/);
  }
});

test("heads, groups, rows and offers are told in words", () => {
  const told = (path: string, kind: string) => tellIssue({ path, message: "is wrong" }, kind);
  expect(told("massKg", "tyre")).toBe("Mass is wrong");
  expect(told("spec.laced.beadSeatMm", "hub-motor")).toBe("The rim it comes laced in: Bead seat is wrong");
  expect(told("spec.contents.2.quantity", "kit")).toBe("What is in the box: no. 3: How many is wrong");
  expect(told("spec.gripMm.1", "mid-motor")).toBe("Shell widths it is sold for: Widest shell is wrong");
  expect(told("offers.1.priceMinor", "tyre")).toMatch(/^Offer 2: Price.* is wrong$/);
  expect(told("spec.wings", "tyre")).toBe("wings is wrong");
  expect(told("", "no kind")).toBe("is wrong");
});

test.each([
  ["Speed constant, rpm/V", "rpm/V", "Speed constant"],
  ["Winding's heat capacity, J/K", "J/K", "Winding's heat capacity"],
  ["Drag area, m²", "m²", "Drag area"],
  ["Torque for each ampere, N·m/A", "N·m/A", "Torque for each ampere"],
])("%s: unit %p, label %p", (description, unit, label) =>
  expect([unitOf(description), labelOf(description)]).toEqual([unit, label]),
);
