/** The part of a JSON Schema that figures are typed by. */
export type FieldSchema = {
  readonly type?: string | readonly string[];
  readonly description?: string;
  readonly default?: unknown;
  readonly const?: unknown;
  readonly enum?: readonly string[];
  /** Words that are usual here; another may be typed. */
  readonly suggests?: readonly string[];
  readonly anyOf?: readonly FieldSchema[];
  readonly items?: FieldSchema | boolean;
  readonly prefixItems?: readonly FieldSchema[];
  readonly properties?: Readonly<Record<string, FieldSchema>>;
  readonly required?: readonly string[];
};

const isNull = (schema: FieldSchema) => schema.type === "null";

/** A schema without its “or null”, and whether it had one; the words of the outer one stand. */
export function inner(schema: FieldSchema): { readonly schema: FieldSchema; readonly nullable: boolean } {
  const options = schema.anyOf ?? [];
  const some = options.filter((option) => !isNull(option));
  if (options.length === 0 || some.length !== 1) return { schema, nullable: options.some(isNull) };
  const [only] = some;
  return {
    schema: { ...only!, ...(schema.description !== undefined && { description: schema.description }) },
    nullable: options.length > 1,
  };
}

/** The unit at the end of a description: `Wheel circumference, mm` gives `mm`. */
export const unitOf = (description: string | undefined): string =>
  /, (mm²?|m²|m|km\/h|km|rpm\/V|rpm|Ah|A|V|Wh\/km|Wh|W\/K|J\/K|W|h|%|°C|mΩ|Ω\/m|Ω|N·m\/A|N·m|N|MPa|kg|J|K|s|m\/s²|degrees)(?=$|;)/
    .exec(description ?? "")?.[1]
    ?.replace("degrees", "°") ?? "";

/** A description without its unit: `Wheel circumference, mm` gives `Wheel circumference`. */
export function labelOf(description: string): string {
  const unit = unitOf(description).replace(/^°$/, "degrees");
  return unit ? description.replace(`, ${unit}`, "") : description;
}

/** The label of a field, without its unit; its key only where nobody described it. */
export const titleOf = (schema: FieldSchema, key: string): string => {
  const described = schema.description ?? inner(schema).schema.description;
  return described === undefined ? key : labelOf(described);
};

/** An empty thing of this shape, ready to be typed into: lists with their least, figures not there yet. */
export function blank(schema: FieldSchema): unknown {
  const { schema: of, nullable } = inner(schema);
  if (nullable) return null;
  if (of.default !== undefined) return of.default;
  if (of.anyOf) return blank(of.anyOf[0]!);
  if (of.const !== undefined) return of.const;
  if (of.type === "object" || of.properties) return blankGroup(of);
  if (of.prefixItems) return of.prefixItems.map(blank);
  if (of.type === "array") return [];
  return of.type === "boolean" ? false : "";
}

/** A group with what it must have; what may be left out is left out. */
export const blankGroup = (schema: FieldSchema): Record<string, unknown> =>
  Object.fromEntries(
    Object.entries(schema.properties ?? {})
      .filter(([key]) => (schema.required ?? []).includes(key))
      .map(([key, field]) => [key, blank(field)]),
  );

/** A figure as typed: a number, or the text that is none, so that the schema refuses it at its field. */
export function typedNumber(text: string): number | string {
  const plain = text.trim().replace(",", ".");
  return plain !== "" && Number.isFinite(Number(plain)) ? Number(plain) : text;
}

/** Figures of a list as typed, by commas, semicolons or spaces. */
export const typedNumbers = (text: string): (number | string)[] =>
  text
    .split(/[\s,;]+/)
    .filter(Boolean)
    .map(typedNumber);

/** The label of what a path names, group by group: `spec.laced.beadSeatMm` gives `The rim it comes laced in: Bead seat`. */
export function labelAt(schema: FieldSchema, path: readonly string[]): string {
  const words: string[] = [];
  let at: FieldSchema | undefined = schema;
  for (const step of path) {
    const of: FieldSchema = inner(at).schema;
    const index = Number(step);
    const next: FieldSchema | undefined =
      of.properties?.[step] ?? of.prefixItems?.[index] ?? (typeof of.items === "object" ? of.items : undefined);
    if (!next) return words.join(": ");
    const isRow = of.properties === undefined && of.prefixItems === undefined;
    const title = titleOf(next, step);
    if (isRow) words.push(`no. ${index + 1}`);
    else words.push(title.split(/[;,]/)[0]!);
    at = next;
  }
  return words.join(": ");
}

/** A group in which nothing is said yet: what may be answered with nothing is, so that only what must be filled in is missing. */
export const nothingIn = (group: FieldSchema): Record<string, null> =>
  Object.fromEntries((group.required ?? []).filter((key) => inner(group.properties![key]!).nullable).map((key) => [key, null]));

/** The fields of a group in two: those that must be filled in, and those that may be left out or empty. */
export function partedByNeed(group: FieldSchema): { readonly must: FieldSchema; readonly may: FieldSchema } {
  const required = new Set(group.required ?? []);
  const must = (key: string, field: FieldSchema) => required.has(key) && !inner(field).nullable;
  const some = (wanted: boolean): FieldSchema => ({
    ...group,
    properties: Object.fromEntries(Object.entries(group.properties ?? {}).filter(([key, field]) => must(key, field) === wanted)),
  });
  return { must: some(true), may: some(false) };
}
