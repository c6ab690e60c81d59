import { z } from "zod";
import { labelAt, type FieldSchema } from "../figures/schema";
import { supplierSchema, type SpecIssue } from "../parts/part";
import { NO_TERMS } from "../parts/noTerms";
import { termsSchema } from "../parts/terms";

const shapeOf = (schema: z.ZodType) => z.toJSONSchema(schema, { io: "input" }) as FieldSchema;
const SHAPE = shapeOf(supplierSchema);
const TERMS = shapeOf(termsSchema);

/** The label of a supplier's field; one that there is not by the name it was given. */
export function tellSupplierPath(path: string): string {
  const keys = path.split(".");
  const at = keys.findIndex((key) => /^\d+$/.test(key));
  const label = (keys[0] === "terms" ? labelAt(TERMS, keys.slice(1)) : labelAt(SHAPE, keys)) || keys.join(" ");
  return at < 0 ? label : `Step ${Number(keys[at]) + 1}: ${label}`;
}

export const tellSupplierIssue = ({ path, message }: SpecIssue): string =>
  path === "" ? message : `${tellSupplierPath(path)} ${message}`;

type Raw = Readonly<Record<string, unknown>>;
const record = (value: unknown): Raw => (typeof value === "object" && value !== null ? (value as Raw) : {});
const same = (a: unknown, b: unknown) => JSON.stringify(a ?? null) === JSON.stringify(b ?? null);

/** What differs between two states of a supplier, by the labels of its fields; a term that was not asked for then is as if nothing stood there. */
export function supplierChanges(before: Raw, after: Raw): string[] {
  const differing = (was: Raw, is: Raw) =>
    [...new Set([...Object.keys(was), ...Object.keys(is)])].filter((key) => key !== "terms" && !same(was[key], is[key]));
  return [
    ...differing(before, after),
    ...differing({ ...NO_TERMS, ...record(before.terms) }, { ...NO_TERMS, ...record(after.terms) }).map((key) => `terms.${key}`),
  ].map((path) => tellSupplierPath(path).toLowerCase());
}
