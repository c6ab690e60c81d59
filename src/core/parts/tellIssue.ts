import { z } from "zod";
import { labelAt, type FieldSchema } from "../figures/schema";
import { PART_KINDS, type PartKind } from "./kinds";
import { offerSchema, type SpecIssue } from "./part";
import { SPECS } from "./specs";

/** What a part is called by, whatever its kind. */
export const PART_HEADS: Readonly<Record<string, string>> = {
  id: "Part number",
  kind: "Kind",
  name: "Name",
  maker: "Maker",
  massKg: "Mass",
  inStock: "On our shelf",
  keepAtLeast: "Kept there at least",
  keepUpTo: "Then filled up to",
  bin: "Where it lies",
  used: "Used: its condition",
};

const shapes = new Map<PartKind, FieldSchema>();

/** The figures of a kind of part as a JSON Schema, worked out once. */
export function figuresOf(kind: PartKind): FieldSchema {
  const known = shapes.get(kind);
  if (known) return known;
  const made = z.toJSONSchema(SPECS[kind], { io: "input" }) as FieldSchema;
  shapes.set(kind, made);
  return made;
}

const OFFER = z.toJSONSchema(offerSchema, { io: "input" }) as FieldSchema;

/** The label of a field of a part; a field that its kind does not have by the name that it was given. */
export function tellPath(path: string, kind: string): string {
  const [head, ...rest] = path.split(".");
  if (head === "spec") {
    const figures = (PART_KINDS as readonly string[]).includes(kind) ? figuresOf(kind as PartKind) : {};
    return labelAt(figures, rest) || rest.join(" ") || "Its figures";
  }
  if (head === "offers") return `Offer ${Number(rest[0] ?? 0) + 1}: ${labelAt(OFFER, rest.slice(1)) || "it"}`;
  return PART_HEADS[head!] ?? head ?? "It";
}

/** What is wrong with a part, told by the label of its field. */
export const tellIssue = ({ path, message }: SpecIssue, kind: string): string => `${tellPath(path, kind)} ${message}`.trim();
