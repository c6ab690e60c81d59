import { PART_HEADS, tellPath } from "./tellIssue";

type Raw = Readonly<Record<string, unknown>>;

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a ?? null) === JSON.stringify(b ?? null);
const record = (value: unknown): Raw => (typeof value === "object" && value !== null ? (value as Raw) : {});

/** What differs between two states of a part, by the labels of its fields; empty when nothing does. */
export function partChanges(before: Raw, after: Raw): string[] {
  const kind = String(after.kind);
  const heads = Object.keys(PART_HEADS).filter((key) => !same(before[key], after[key]));
  const [was, is] = [record(before.spec), record(after.spec)];
  const figures = [...new Set([...Object.keys(was), ...Object.keys(is)])].filter((key) => !same(was[key], is[key]));
  return [
    ...heads.map((key) => PART_HEADS[key]!.toLowerCase()),
    ...figures.map((key) => tellPath(`spec.${key}`, kind).toLowerCase()),
    ...(same(before.offers, after.offers) ? [] : ["who sells it, and for how much"]),
  ];
}
