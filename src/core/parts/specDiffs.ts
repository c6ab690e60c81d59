import { inner, labelOf, unitOf } from "../figures/schema";
import type { Part } from "./part";
import { figuresOf } from "./tellIssue";

const shown = (value: unknown): string => (typeof value === "boolean" ? (value ? "yes" : "no") : String(value));

/** Figures in which a part differs from another of its kind, as a reader wants them. @example ["Width 37 → 42 mm"] */
export function specDiffs(was: Pick<Part, "kind" | "spec">, is: Pick<Part, "kind" | "spec">): string[] {
  const fields = figuresOf(was.kind).properties ?? {};
  const [before, after] = [was.spec, is.spec] as Record<string, unknown>[];
  return Object.entries(fields).flatMap(([key, field]) => {
    const [a, b] = [before![key], after![key]];
    if (JSON.stringify(a ?? null) === JSON.stringify(b ?? null)) return [];
    const words = field.description ?? inner(field).schema.description ?? key;
    const plain = [a, b].every((value) => value === undefined || value === null || typeof value !== "object");
    if (!plain) return [`${labelOf(words)} is another`];
    const tell = (value: unknown) => (value === undefined || value === null ? "not known" : shown(value));
    const unit = unitOf(words);
    return [`${labelOf(words)} ${tell(a)} → ${tell(b)}${unit && b !== undefined && b !== null ? ` ${unit}` : ""}`];
  });
}
