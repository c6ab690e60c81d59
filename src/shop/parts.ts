import { randomUUID } from "node:crypto";
import type { Knex } from "knex";
import { bad, good, type Result } from "@/core/result";
import { alike, type Alike } from "@/core/parts/alike";
import type { Catalogue } from "@/core/parts/catalogue";
import { kindNamed, type PartKind } from "@/core/parts/kinds";
import { figuresOf, tellIssue } from "@/core/parts/tellIssue";
import type { FieldSchema } from "@/core/figures/schema";
import type { PartList, PartRow } from "@/core/parts/partList";
import { isPriced, readPart, type Currency, type Offer, type Part, type SpecIssue, type Supplier } from "@/core/parts/part";
import { findJob, wantedBy } from "@/data/jobs";
import { numberedPieces, type NumberedPiece } from "./serials";
import { pricesSeen } from "@/data/pricesSeen";
import { priceLines, type PriceLine } from "@/core/supply/seenPrices";
import { bumpPart, findRawPart, loadCatalogue, saveParts, setCount } from "@/data/catalogue";
import { partChanges } from "@/core/parts/partChanges";
import { because, heldMovesOf, holdersOf, movesOf } from "@/data/shelfMoves";
import { houseRules } from "@/data/settings";
import { text } from "@/core/record";
import { ledgerOf, worthOf, type LedgerLine, type Worth } from "@/core/supply/shelfMoves";
import { z } from "zod";
import { appendRecord, recordHistory, type RecordLine } from "@/data/records";
import { brokenWords, partSummary } from "./choices";
import { benchOf } from "./jobView";
import { reopenUnder } from "./reopenUnder";

const LISTED = 60;
const SHOWN_MOVES = 30;

/** The books: parts of a kind (or all) whose name, maker or number holds the text; broken ones first, so that they are mended. */
export async function listParts(db: Knex, find: string, kind: string, now: string): Promise<PartList> {
  const catalogue = (await loadCatalogue(db)).on(now.slice(0, 10));
  const needle = find.trim().toLowerCase();
  const holds = (part: { id: string; name: string; kind: string; maker?: string }) =>
    (kind === "" || part.kind === kind) && `${part.id} ${part.name} ${part.maker ?? ""}`.toLowerCase().includes(needle);
  const broken = [...catalogue.broken.values()].filter(holds);
  const sound = [...catalogue.parts.values()].filter(holds).sort((a, b) => (a.name < b.name ? -1 : 1));
  const kinds: Record<string, number> = {};
  for (const part of [...catalogue.parts.values(), ...catalogue.broken.values()]) kinds[part.kind] = (kinds[part.kind] ?? 0) + 1;
  const rows = [
    ...broken.map((part) => ({
      id: part.id,
      name: part.name,
      kind: part.kind,
      maker: "",
      summary: "",
      inStock: 0,
      offers: 0,
      bestMinor: null,
      currency: null,
      broken: brokenWords(part),
    })),
    ...sound.slice(0, LISTED).map((part) => rowOf(part, catalogue)),
  ].slice(0, LISTED);
  return { rows, total: broken.length + sound.length, kinds };
}

function rowOf(part: Part, catalogue: Catalogue): PartRow {
  const best = catalogue.bestOffer(part);
  return {
    id: part.id,
    name: part.name,
    kind: part.kind,
    maker: part.maker,
    summary: partSummary(part),
    inStock: part.inStock,
    offers: catalogue.offersOf(part).length,
    bestMinor: best?.priceMinor ?? null,
    currency: best?.currency ?? null,
    broken: null,
  };
}

export type PartPage = {
  raw: Record<string, unknown>;
  issues: SpecIssue[];
  /** The same in a sentence, told by the labels of the fields. */
  says: string;
  /** The figures of its kind. */
  figures: FieldSchema;
  suppliers: Supplier[];
  /** What a kit holds, by number. */
  contents: Readonly<Record<string, { readonly kind: PartKind; readonly name: string; readonly spec: Part["spec"] }>>;
  /** How often it was changed: storing names it, so that nobody overwrites what they have not seen. */
  version: number;
  history: RecordLine[];
  /** What moved on the shelf and was put by of it, the last first, what it is worth, and who holds pieces of it. */
  shelf: {
    readonly ledger: readonly LedgerLine[];
    readonly worth: Worth;
    readonly holders: Awaited<ReturnType<typeof holdersOf>>;
    readonly currency: Currency;
  } | null;
  /** Jobs that still buy pieces of it. */
  readonly wantedBy: Awaited<ReturnType<typeof wantedBy>>;
  /** Of its kind those whose figures differ least. */
  readonly alike: readonly Alike[];
  /** Pieces that came with their serial numbers, the last first. */
  readonly serials: readonly NumberedPiece[];
  /** What a piece cost of whom, over time, in the shop's currency. */
  readonly prices: readonly PriceLine[];
};

/**
 * The page of a part that is not there yet.
 * @param onlyFor the job whose customer brings it: for that job alone, numbered so that it is nobody else's; null for one of the shop's
 */
export async function newPart(
  db: Knex,
  ofKind: string,
  onlyFor: string | null,
): Promise<Omit<PartPage, "version"> & { version: null }> {
  const kind = kindNamed(ofKind);
  return {
    raw: {
      id: onlyFor === null ? "" : `own-${kind}-${randomUUID().slice(0, 8)}`,
      kind,
      name: onlyFor === null ? "" : `Customer's own ${kind.replace("-", " ")}`,
      maker: "",
      massKg: null,
      inStock: 0,
      ...(onlyFor !== null && { onlyFor }),
      offers: [],
      spec: {},
    },
    issues: [],
    says: "",
    figures: figuresOf(kind),
    version: null,
    history: [],
    shelf: null,
    wantedBy: [],
    alike: [],
    prices: [],
    serials: [],
    suppliers: await suppliersOf(db),
    contents: {},
  };
}

/** A part as it stands, broken or not, with what is wrong; undefined for an unknown number. */
export async function openPart(db: Knex, id: string): Promise<PartPage | undefined> {
  const found = await findRawPart(db, id);
  if (!found) return undefined;
  const { raw, version } = found;
  const catalogue = await loadCatalogue(db);
  const read = readPart(raw);
  const moves = await movesOf(db, id);
  const house = await houseRules(db);
  const contents = read.ok && read.value.kind === "kit" ? read.value.spec.contents : [];
  return {
    raw,
    version,
    history: await recordHistory(db, "part", id),
    shelf: {
      ledger: ledgerOf(moves, await heldMovesOf(db, id))
        .slice(-SHOWN_MOVES)
        .reverse(),
      worth: worthOf(moves),
      holders: await holdersOf(db, id),
      currency: house.currency,
    },
    wantedBy: await wantedBy(db, id),
    alike: read.ok ? alike(read.value, catalogue.ofKind(read.value.kind) as readonly Part[]) : [],
    serials: await numberedPieces(db, id, SHOWN_MOVES),
    prices: priceLines(await pricesSeen(db, id), house),
    issues: read.ok ? [] : read.error,
    says: read.ok ? "" : read.error.map((issue) => tellIssue(issue, String(raw.kind))).join("; "),
    figures: figuresOf(kindNamed(raw.kind)),
    suppliers: [...catalogue.suppliers.values()],
    contents: Object.fromEntries(
      contents.flatMap(({ partId }) => {
        const part = catalogue.parts.get(partId);
        return part ? [[partId, { kind: part.kind, name: part.name, spec: part.spec }]] : [];
      }),
    ),
  };
}

export const suppliersOf = async (db: Knex): Promise<Supplier[]> => [...(await loadCatalogue(db)).suppliers.values()];

/** Who stores a record, when, and on what they saw of it. */
export type Storing = {
  readonly at: string;
  readonly by: string;
  /** null for one that is new; left out by who stores whatever stands there */
  readonly version?: number | null;
};

/** Why a part was not stored; where somebody else was first, what stands now. */
export type NotStored = {
  readonly issues: SpecIssue[];
  readonly stale?: { readonly version: number; readonly now: Record<string, unknown> };
};

/**
 * Stores a part, new or changed, as what it was seen as: a number that is taken is never overwritten, and what was changed meanwhile is
 * told first. The same thing sent twice is stored once.
 */
export async function storePart(db: Knex, given: unknown, { at, by, version }: Storing): Promise<Result<string, NotStored>> {
  return db.transaction(async (trx): Promise<Result<string, NotStored>> => {
    const id = String((given as { id?: unknown } | null)?.id ?? "");
    const there = await findRawPart(trx, id);
    // What lies on the shelf is counted, moved by deliveries and by work: an older page of the part, or an undo, does not move it.
    const raw = there && typeof given === "object" ? { ...given, inStock: there.raw.inStock } : given;
    const read = readPart(raw);
    const same = there && read.ok && partChanges(there.raw, read.value).length === 0;
    if (same) return good(id);
    if (there && version === null)
      return bad({
        issues: [{ path: "id", message: `is taken: it is “${String(there.raw.name)}”. Take another number, or open that part.` }],
      });
    if (there && version !== undefined && version !== there.version) {
      const since = (await recordHistory(trx, "part", id, version ?? 0)).map(
        (line) => `${line.says}${line.by && `, ${line.by}`}`,
      );
      const what = since.length > 0 ? since.join("; ") : "pieces were taken off the shelf, or a price list was taken in";
      return bad({
        stale: { version: there.version, now: there.raw },
        issues: [
          {
            path: "",
            message: `Changed meanwhile: ${what}. What you typed is still here, the rest is as it is now: look, then store it again.`,
          },
        ],
      });
    }
    const books = await benchOf(trx, at, by, null);
    const saved = await because(trx, { says: "Put into the catalogue with it", at, by }, () => savePart(trx, raw));
    if (!saved.ok) return bad({ issues: saved.error });
    const now = (await findRawPart(trx, id))!.raw;
    const changes = there ? partChanges(there.raw, now).join(", ") : "";
    // What it costs and where it lies builds no bike otherwise.
    if (there && JSON.stringify([there.raw.kind, there.raw.spec]) !== JSON.stringify([now.kind, now.spec]))
      await reopenUnder(trx, books, { at, by, says: `${String(now.name)} became another: ${changes}`, partId: id });
    await appendRecord(trx, {
      kind: "part",
      recordId: id,
      version: there ? await bumpPart(trx, id) : 1,
      at,
      by,
      says: there ? `Changed: ${changes}` : "Put into the catalogue",
      before: there?.raw ?? null,
      after: now,
    });
    return saved;
  });
}

/** Whether two offers of a supplier are the same thing on some day: one pack, from as many on. */
const rivals = (a: Offer, b: Offer) =>
  a.packSize === b.packSize &&
  (a.atLeast ?? 1) === (b.atLeast ?? 1) &&
  (a.validFrom ?? "") <= (b.validTo ?? "9999") &&
  (b.validFrom ?? "") <= (a.validTo ?? "9999");

/** Stores a part if it reads whole; its suppliers and a kit's contents must exist. */
export async function savePart(db: Knex, raw: unknown): Promise<Result<string, SpecIssue[]>> {
  const read = readPart(raw);
  if (!read.ok) return bad(read.error);
  const catalogue = await loadCatalogue(db);
  const unknown = read.value.offers.flatMap((offer, i) =>
    catalogue.suppliers.has(offer.supplierId) ? [] : [{ path: `offers.${i}.supplierId`, message: "no such supplier" }],
  );
  if (read.value.onlyFor !== undefined && !(await findJob(db, read.value.onlyFor)))
    return bad([{ path: "onlyFor", message: "there is no such job" }]);
  const lost =
    read.value.kind === "kit"
      ? read.value.spec.contents.flatMap(({ partId }, i) =>
          catalogue.parts.has(partId) && catalogue.parts.get(partId)!.kind !== "kit"
            ? []
            : [{ path: `spec.contents.${i}.partId`, message: "no such part" }],
        )
      : [];
  const follows = read.value.offers.flatMap(({ followedBy }, i) =>
    followedBy === undefined || (catalogue.parts.has(followedBy) && followedBy !== read.value.id)
      ? []
      : [{ path: `offers.${i}.followedBy`, message: "must be the number of another part in the books" }],
  );
  const twice = read.value.offers.flatMap((offer, i) => {
    const rival = read.value.offers.slice(0, i).some((one) => one.supplierId === offer.supplierId && rivals(one, offer));
    return rival ? [{ path: `offers.${i}.supplierId`, message: "has an offer of this pack size for the same days already" }] : [];
  });
  const nothing = read.value.offers.flatMap((offer, i) =>
    isPriced(offer)
      ? []
      : [{ path: `offers.${i}.priceMinor`, message: "is 0.00: say below that it costs nothing, or give the price" }],
  );
  const wrong = [...unknown, ...lost, ...follows, ...twice, ...nothing];
  if (wrong.length > 0) return bad(wrong);
  await saveParts(db, [{ ...read.value, spec: read.value.spec as Record<string, unknown> }]);
  return good(read.value.id);
}

const countSchema = z.strictObject({
  partId: z.string().max(60),
  counted: z
    .int("the count must be a whole number")
    .min(0, "the count must be 0 or more")
    .max(10_000, "the count must be at most 10,000"),
  why: text(120),
  version: z.int(),
});
export type CountPart = z.input<typeof countSchema>;

/** Notes how many pieces lie on the shelf, as they were counted: what is more or less than was thought is told as that. */
export async function countPart(db: Knex, raw: unknown, now: string, by: string): Promise<Result<string>> {
  const read = countSchema.safeParse(raw);
  if (!read.success) return bad(read.error.issues.map((issue) => issue.message).join("; "));
  const { partId, counted, why, version } = read.data;
  return db.transaction(async (trx): Promise<Result<string>> => {
    const found = await findRawPart(trx, partId);
    if (!found) return bad("There is no such part.");
    const thought = Number(found.raw.inStock);
    if (thought === counted) return good(`${counted} on the shelf, as was thought.`);
    const says = `Counted: ${counted} instead of ${thought}${why === "" ? "" : `, ${why}`}`;
    const done = version === found.version && (await setCount(trx, partId, counted, version, { says, at: now, by }));
    if (!done) return bad("This part was changed meanwhile: look how many should be there, and count again.");
    return good(`${says}.`);
  });
}
