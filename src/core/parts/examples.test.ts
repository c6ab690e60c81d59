import { EXAMPLES, exampleAt } from "./examples";
import { PART_KINDS } from "./kinds";
import { SPECS } from "./specs";
import { figuresOf } from "./tellIssue";
import { inner, nothingIn, partedByNeed, type FieldSchema } from "../figures/schema";
import { PLUG_AMPS } from "../standards/plugs";

/** Every box of a kind's form, by its path; a list of groups by its first row. */
function boxes(schema: FieldSchema, path: string[] = []): { path: string[]; schema: FieldSchema }[] {
  const { schema: of } = inner(schema);
  if (of.properties) return Object.entries(of.properties).flatMap(([key, field]) => boxes(field, [...path, key]));
  if (of.prefixItems) return of.prefixItems.flatMap((item, i) => boxes(item, [...path, String(i)]));
  const rows = typeof of.items === "object" ? of.items : undefined;
  if (rows && (rows.properties ?? rows.prefixItems)) return boxes(rows, [...path, "0"]);
  return [{ path, schema: of }];
}

test.each(PART_KINDS)("%s: every box to type in has an example, and the examples make a part that reads", (kind) => {
  const read = SPECS[kind].safeParse(EXAMPLES[kind]);
  expect(read.error?.issues ?? []).toEqual([]);
  const bare = boxes(figuresOf(kind))
    .filter(({ schema }) => !schema.enum && schema.type !== "boolean")
    .filter(({ path }) => !/^such as \S/.test(exampleAt(kind, path)));
  expect(bare.map(({ path }) => path.join("."))).toEqual([]);
});

test("a later row of a list has the first one's example, a list its figures, a group and nothing known none", () => {
  expect(exampleAt("battery", ["slotsMm", "3", "1"])).toBe("such as 110");
  expect(exampleAt("cluster", ["teeth"])).toBe("such as 11, 13, 15, 17, 20, 23, 26, 30, 34");
  expect(exampleAt("hub-motor", ["laced"])).toBe("");
  expect(exampleAt("hub-motor", ["nothing"])).toBe("");
});

test("a plug named in an example tells what it carries, or is one of the usual signal plugs", () => {
  const named = PART_KINDS.flatMap((kind) =>
    boxes(figuresOf(kind))
      .filter(({ schema }) => schema.suggests)
      .map(({ path }) => exampleAt(kind, path).replace("such as ", "")),
  );
  const known = new Set([...Object.keys(PLUG_AMPS), "nine-pin", "five-pin", "three-pin", "two-pin"]);
  expect([...new Set(named)].filter((plug) => !known.has(plug))).toEqual([]);
});

test.each(PART_KINDS)(
  "%s: what must be filled in and what may be left out are all its fields, and the first alone make a part",
  (kind) => {
    const group = figuresOf(kind);
    const { must, may } = partedByNeed(group);
    const keys = (one: FieldSchema) => Object.keys(one.properties ?? {});
    expect([...keys(must), ...keys(may)].sort()).toEqual(keys(group).sort());
    const given = Object.entries(EXAMPLES[kind]).filter(([key]) => keys(must).includes(key));
    expect(SPECS[kind].safeParse({ ...nothingIn(group), ...Object.fromEntries(given) }).error?.issues ?? []).toEqual([]);
  },
);
