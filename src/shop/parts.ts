import type { Knex } from "knex";
import { bad, good, type Result } from "@/core/result";
import type { PartList, PartRow } from "@/core/parts/partList";
import { isPriced, readPart, type Part, type SpecIssue, type Supplier } from "@/core/parts/part";
import { findJob } from "@/data/jobs";
import { findRawPart, loadCatalogue, saveParts } from "@/data/catalogue";
import { brokenWords, partSummary } from "./choices";

const LISTED = 60;

/** The books: parts of a kind (or all) whose name, maker or number holds the text; broken ones first, so that they are mended. */
export async function listParts(db: Knex, find: string, kind: string): Promise<PartList> {
  const catalogue = await loadCatalogue(db);
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
    ...sound.slice(0, LISTED).map(rowOf),
  ].slice(0, LISTED);
  return { rows, total: broken.length + sound.length, kinds };
}

function rowOf(part: Part): PartRow {
  const best = [...part.offers].sort((a, b) => a.priceMinor / a.packSize - b.priceMinor / b.packSize)[0];
  return {
    id: part.id,
    name: part.name,
    kind: part.kind,
    maker: part.maker,
    summary: partSummary(part),
    inStock: part.inStock,
    offers: part.offers.length,
    bestMinor: best?.priceMinor ?? null,
    currency: best?.currency ?? null,
    broken: null,
  };
}

export type PartPage = {
  raw: Record<string, unknown>;
  issues: SpecIssue[];
  suppliers: Supplier[];
  names: Record<string, string>;
};

/** A part as it stands, broken or not, with what is wrong; undefined for an unknown number. */
export async function openPart(db: Knex, id: string): Promise<PartPage | undefined> {
  const raw = await findRawPart(db, id);
  if (!raw) return undefined;
  const catalogue = await loadCatalogue(db);
  const read = readPart(raw);
  const contents = read.ok && read.value.kind === "kit" ? read.value.spec.contents : [];
  return {
    raw,
    issues: read.ok ? [] : read.error,
    suppliers: [...catalogue.suppliers.values()],
    names: Object.fromEntries(
      contents.map(({ partId }) => [partId, catalogue.parts.get(partId)?.name ?? "not in the catalogue"]),
    ),
  };
}

export const suppliersOf = async (db: Knex): Promise<Supplier[]> => [...(await loadCatalogue(db)).suppliers.values()];

/** Stores a part, new or changed, if it reads whole; its suppliers and a kit's contents must exist. */
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
  const seen = new Set<string>();
  const twice = read.value.offers.flatMap((offer, i) => {
    const key = `${offer.supplierId} ${offer.packSize}`;
    const again = seen.has(key);
    seen.add(key);
    return again ? [{ path: `offers.${i}.supplierId`, message: "has an offer of this pack size already" }] : [];
  });
  const nothing = read.value.offers.flatMap((offer, i) =>
    isPriced(offer)
      ? []
      : [{ path: `offers.${i}.priceMinor`, message: "is 0.00: say below that it costs nothing, or give the price" }],
  );
  const wrong = [...unknown, ...lost, ...twice, ...nothing];
  if (wrong.length > 0) return bad(wrong);
  await saveParts(db, [{ ...read.value, spec: read.value.spec as Record<string, unknown> }]);
  return good(read.value.id);
}
