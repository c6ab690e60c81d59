import { donorItem } from "../donor/items";
import { KIND_UNIT } from "../donor/item";
import { formatNumber } from "../units/formatQuantity";
import type { Part } from "../parts/part";
import { SPECS } from "../parts/specs";
import type { Build } from "./build";
import { isClearIn, readsOf } from "./engine";
import type { Rule } from "./rule";
import { RULES } from "./rules";

/** One way a finding would be clear: a measured figure or a figure of a part's sheet, and the bounds within which it must be. */
export type WouldClear = {
  readonly label: string;
  readonly of: "survey" | "part";
  readonly now: number;
  readonly unit: string;
  /** Clear from here up, or null when nothing lower bounds it. */
  readonly from: number | null;
  readonly to: number | null;
  readonly says: string;
};

const STEPS = 48;
const HALVINGS = 18;

/**
 * Solves a finding for its limits: each figure that its rule looks at is moved by itself, everything else as it is, until it is clear.
 * The range nearest to the present figure is told, found by steps over what is plausible and by halving to the edge.
 * @returns nothing for a finding that is clear, or that no single figure clears
 */
export function whatWouldClear(build: Build, findingKey: string): WouldClear[] {
  const rule = RULES.find((r) => findingKey.startsWith(`${r.id} `));
  if (!rule) return [];
  const isClear = (changed: Build) => isClearIn(rule, findingKey, changed);
  if (isClear(build)) return [];
  const items = [...readsOf(build, [rule])].flatMap((key) => {
    const item = donorItem(key);
    const reading = build.donor[key];
    if (item.kind === "choice" || item.kind === "count" || typeof reading?.value !== "number") return [];
    const clear = (value: number) => isClear({ ...build, donor: { ...build.donor, [key]: { ...reading, value } } });
    return told(item.label, "survey", KIND_UNIT[item.kind], reading.value, item.plausible, clear);
  });
  const parts = subjectParts(rule, findingKey, build).flatMap((part) =>
    figuresOf(part).flatMap(({ name, label, unit, value, low, high }) => {
      const clear = (figure: number) => {
        const changed = { ...part, spec: { ...part.spec, [name]: figure } } as Part;
        return isClear({ ...build, supplied: build.supplied.map((s) => (s.part.id === part.id ? { ...s, part: changed } : s)) });
      };
      return told(`${part.name}: ${label.toLowerCase()}`, "part", unit, value, [low, high], clear);
    }),
  );
  return [...items, ...parts].sort((a, b) => moved(a) - moved(b)).slice(0, 8);
}

/** How far the figure would have to move, as a share of itself: the nearest first. */
function moved(w: WouldClear): number {
  const edge = w.now < (w.from ?? -Infinity) ? w.from! : w.now > (w.to ?? Infinity) ? w.to! : w.now;
  return Math.abs(edge - w.now) / Math.max(1, Math.abs(w.now));
}

/** Parts that the finding is about: named in its key, or of the kinds that its rule's subjects are. */
function subjectParts(rule: Rule, findingKey: string, build: Build): Part[] {
  const subject = rule.subjects(build).find((s) => `${rule.id} ${rule.key(s)}` === findingKey);
  const id = typeof subject === "object" && subject !== null && "id" in subject ? subject.id : undefined;
  return build.supplied.flatMap((s) => (s.part.id === id ? [s.part] : [])).slice(0, 1);
}

type SheetFigure = { name: string; label: string; unit: string; value: number; low: number; high: number };

type Field = { description?: string; safeParse: (v: unknown) => { success: boolean }; unwrap?: () => Field };

/** Plain figures of a part's sheet with their ranges, from its schema. */
function figuresOf(part: Part): SheetFigure[] {
  const shape = SPECS[part.kind].shape as Record<string, Field>;
  return Object.entries(part.spec).flatMap(([name, value]) => {
    if (typeof value !== "number" || !/Mm$|Nm$|[a-z]A$|V$/.test(name)) return [];
    const field = shape[name]!;
    const takes = (n: number) => field.safeParse(n).success;
    const spread = Math.max(20, Math.abs(value));
    const low = takes(value - spread) ? value - spread : edge(value - spread, value, takes);
    const high = takes(value + spread) ? value + spread : edge(value + spread, value, takes);
    // A field with a default keeps its description inside.
    const [label, unit] = (field.description ?? field.unwrap?.().description ?? name).split(/, (?=[^,]*$)/);
    return [{ name, label: label ?? name, unit: unit ?? "", value, low, high }];
  });
}

/** The last figure that a schema still takes, between one that it does not and one that it does. */
function edge(bad: number, good: number, takes: (n: number) => boolean): number {
  for (let i = 0; i < HALVINGS; i += 1) {
    const mid = (bad + good) / 2;
    if (takes(mid)) good = mid;
    else bad = mid;
  }
  return good;
}

function told(
  label: string,
  of: WouldClear["of"],
  unit: string,
  now: number,
  [low, high]: readonly [number, number],
  clear: (value: number) => boolean,
): WouldClear[] {
  const range = nearestRange(now, low, high, clear);
  if (!range) return [];
  const figure = (n: number) => `${formatNumber(n, 1)} ${unit}`.trim();
  const says =
    range.from !== null && range.to !== null
      ? `${label}: ${figure(range.from)} to ${figure(range.to)}`
      : range.from !== null
        ? `${label}: ${figure(range.from)} or more`
        : range.to !== null
          ? `${label}: ${figure(range.to)} or less`
          : `${label}: any`;
  return [{ label, of, now, unit, ...range, says: `${says} (now ${figure(now)})` }];
}

/** The clear range nearest to now, its edges rounded inwards to a tenth; null where stepping over the plausible finds none. */
function nearestRange(
  now: number,
  low: number,
  high: number,
  clear: (value: number) => boolean,
): { from: number | null; to: number | null } | null {
  const step = (high - low) / STEPS;
  const points = [...Array.from({ length: STEPS + 1 }, (_, i) => low + i * step), now].sort((a, b) => a - b);
  const states = points.map(clear);
  const good = points.map((p, i) => ({ p, i })).filter(({ i }) => states[i]);
  if (good.length === 0) return null;
  const nearest = good.reduce((a, b) => (Math.abs(b.p - now) < Math.abs(a.p - now) ? b : a));
  let [first, last] = [nearest.i, nearest.i];
  while (first > 0 && states[first - 1]) first -= 1;
  while (last < points.length - 1 && states[last + 1]) last += 1;
  const at = (inside: number, outside: number) => {
    let [good0, bad] = [inside, outside];
    for (let i = 0; i < HALVINGS; i += 1) {
      const mid = (good0 + bad) / 2;
      if (clear(mid)) good0 = mid;
      else bad = mid;
    }
    return good0;
  };
  return {
    from: first === 0 ? null : Math.ceil(at(points[first]!, points[first - 1]!) * 10 - 1e-6) / 10,
    to: last === points.length - 1 ? null : Math.floor(at(points[last]!, points[last + 1]!) * 10 + 1e-6) / 10,
  };
}
