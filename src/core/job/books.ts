import { NO_PIECES, type Pieces } from "../cost/shelf";
import type { HouseRules } from "../house/houseRules";
import type { Job } from "./job";
import { Catalogue, type BrokenPart } from "../parts/catalogue";
import type { Part, Supplier } from "../parts/part";
import { PART_KINDS } from "../parts/kinds";

/** What the engine needs to judge one job away from the shop's database: plain data, so that it crosses to a browser's worker. */
export type Books = {
  /** Changes with every change of parts, suppliers, house rules or day. */
  readonly stamp: string;
  readonly parts: readonly Part[];
  readonly broken: readonly BrokenPart[];
  readonly suppliers: readonly Supplier[];
  readonly seenDays: Readonly<Record<string, number>>;
  readonly house: HouseRules;
  readonly today: string;
  /** Pieces of the shelf that other jobs hold. */
  readonly heldElsewhere: Pieces;
};

/**
 * The parts that any answer about this job can rest on: the cheapest of each different spec, which is all that the rules choose
 * among, what the job holds already, and what is in every kit so taken. A shop's hundred offers of one washer stay at home.
 */
export function booksOf(
  job: Pick<Job, "id" | "choices" | "also" | "orders">,
  catalogue: Catalogue,
  house: HouseRules,
  today: string,
  stamp: string,
  heldElsewhere: Pieces = NO_PIECES,
): Books {
  const taken = new Map<string, Part>();
  const take = (part: Part | undefined) => {
    if (!part || taken.has(part.id)) return;
    taken.set(part.id, part);
    if (part.kind === "kit") for (const { partId } of part.spec.contents) take(catalogue.parts.get(partId));
  };
  for (const kind of PART_KINDS)
    for (const part of [...catalogue.distinct(kind), ...catalogue.broughtFor(job.id, kind)]) take(part as Part);
  const held = [
    ...Object.values(job.choices),
    ...job.also.map((line) => line.partId),
    ...job.orders.flatMap((order) => order.lines.map((line) => line.partId)),
  ];
  for (const id of held) take(catalogue.parts.get(id));
  return {
    stamp,
    parts: [...taken.values()],
    broken: [...catalogue.broken.values()],
    suppliers: [...catalogue.suppliers.values()],
    seenDays: Object.fromEntries(catalogue.seenDays),
    house,
    today,
    heldElsewhere,
  };
}

/** What a worker tries parts and sets with. */
export const benchIn = (books: Books) => ({
  catalogue: openBooks(books),
  house: books.house,
  today: books.today,
  heldElsewhere: books.heldElsewhere,
});

const openBooks = (books: Books) => new Catalogue(books.parts, books.suppliers, books.broken, books.seenDays, books.today);
