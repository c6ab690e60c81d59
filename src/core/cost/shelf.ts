import type { Part } from "../parts/part";

/** Pieces by part number. */
export type Pieces = Readonly<Record<string, number>>;
export const NO_PIECES: Pieces = {};

export type Source = "buy" | "stock" | "customer" | "in the kit";

type Line = {
  readonly key: string;
  readonly part: Part | null;
  readonly quantity: number;
  readonly source: Source;
};

/** Pieces that others hold, and of which parts it was asked while something was worked out. */
export type AskedPieces = { readonly pieces: Pieces; readonly asked: ReadonlySet<string> };

/** Notes of which parts is asked: what was worked out depends on how many pieces of these are held, and on those of no other. */
export function watched(held: Pieces): AskedPieces {
  const asked = new Set<string>();
  const pieces = new Proxy(held, {
    get(target, part) {
      if (typeof part === "string") asked.add(part);
      return Reflect.get(target, part) as unknown;
    },
  });
  return { pieces, asked };
}

/**
 * How many of each of these parts are held, those that nobody holds left out. Of a part whose pieces are all held it makes no difference
 * how many more are: nothing of it is to be had.
 *
 * @param inStock pieces on the shelf
 */
export const heldOf = (held: Pieces, parts: Iterable<string>, inStock: (part: string) => number): Pieces =>
  Object.fromEntries(
    [...parts].sort().flatMap((part) => {
      const pieces = Math.min(held[part] ?? 0, inStock(part));
      return pieces > 0 ? [[part, pieces]] : [];
    }),
  );

/** What a job may take from the shop's shelf. */
export type Shelf = {
  /** Held by other jobs: on the shelf, and not to be had. */
  readonly heldElsewhere: Pieces;
  /** What this job's finished steps have taken already: it is off the shelf's count. */
  readonly taken: Pieces;
  /** What is in the bike already, where a finished one is upgraded: nobody buys it again. */
  readonly inBike?: Pieces;
};
export const WHOLE_SHELF: Shelf = { heldElsewhere: NO_PIECES, taken: NO_PIECES };

/** Pieces of a part that this job can have from the shelf, with what it took already. */
export const onShelfFor = (part: Pick<Part, "id" | "inStock">, shelf: Shelf): number =>
  Math.max(0, part.inStock - (shelf.heldElsewhere[part.id] ?? 0)) + (shelf.taken[part.id] ?? 0);

/**
 * Gives the shelf's pieces to a job's lines, each piece once: first to lines that were told to come from it, then to the others in
 * their order. A line is served whole or bought.
 *
 * @returns the lines with their source, and for a line that was told to come from the shelf and cannot: what the shelf has
 */
export function allocate<L extends Line>(
  lines: readonly L[],
  told: Readonly<Record<string, Exclude<Source, "in the kit">>>,
  shelf: Shelf,
): (L & { readonly short: number | null; readonly isThere: boolean })[] {
  const left = new Map<string, number>();
  const leftOf = (part: Part) => left.get(part.id) ?? onShelfFor(part, shelf);
  const takes = (line: L): boolean => {
    const { part, quantity } = line;
    if (!part || leftOf(part) < quantity) return false;
    left.set(part.id, leftOf(part) - quantity);
    return true;
  };
  const there = { ...shelf.inBike };
  /** What is in the bike already serves first what nobody said anything else of. */
  const isThere = ({ part, quantity, key }: L): boolean => {
    if (!part || told[key] !== undefined || (there[part.id] ?? 0) < quantity) return false;
    there[part.id]! -= quantity;
    return true;
  };
  const inBike = new Set(lines.filter((line) => line.source !== "in the kit" && isThere(line)));
  const fromShelf = new Set<L>();
  const free = (line: L) => line.source !== "in the kit" && line.part !== null && !inBike.has(line);
  for (const line of lines) if (free(line) && told[line.key] === "stock" && takes(line)) fromShelf.add(line);
  const short = new Map<L, number>();
  for (const line of lines) {
    if (!free(line) || fromShelf.has(line)) continue;
    const source = told[line.key];
    if (source === "stock") short.set(line, leftOf(line.part!));
    else if (source === undefined && takes(line)) fromShelf.add(line);
  }
  return lines.map((line) => {
    if (inBike.has(line)) return { ...line, source: "customer", short: null, isThere: true };
    if (!free(line)) return { ...line, short: null, isThere: false };
    const theirs = (told[line.key] ?? (line.part!.onlyFor === undefined ? "buy" : "customer")) === "customer";
    const source: Source = fromShelf.has(line) ? "stock" : theirs ? "customer" : "buy";
    return { ...line, source, short: short.get(line) ?? null, isThere: false };
  });
}

/** Pieces that lines hold of the shelf, by part. */
export function piecesFromShelf(
  lines: readonly { readonly partId: string | null; readonly quantity: number; readonly source: Source }[],
): Record<string, number> {
  const pieces: Record<string, number> = {};
  for (const { partId, quantity, source } of lines)
    if (source === "stock" && partId !== null) pieces[partId] = (pieces[partId] ?? 0) + quantity;
  return pieces;
}
