import type { Knex } from "knex";
import { bad, good, type Result } from "@/core/result";
import { supplierSchema, type SpecIssue, type Supplier } from "@/core/parts/part";
import { seenLead, type SeenLead } from "@/core/supply/seenLead";
import { supplierChanges, tellSupplierIssue } from "@/core/supply/supplierChanges";
import { NO_TERMS } from "@/core/parts/noTerms";
import { findRawSupplier, loadCatalogue, saveSuppliers } from "@/data/catalogue";
import { houseRules } from "@/data/settings";
import { receipts } from "@/data/purchases";
import { appendRecord, recordHistory, recordVersion, type RecordLine } from "@/data/records";
import type { HouseRules } from "@/core/house/houseRules";
import type { NotStored, Storing } from "./parts";

export type SupplierLine = {
  readonly supplier: Supplier;
  readonly offers: number;
  readonly seen: SeenLead | null;
  /** Its currency has no rate in the house rules: nothing of it can be priced. */
  readonly unrated: boolean;
};
export type SupplierList = {
  readonly rows: readonly SupplierLine[];
  readonly broken: readonly string[];
  readonly currency: string;
};

/** Everybody the shop buys from, by name; those whose line does not read are named. */
export async function listSuppliers(db: Knex): Promise<SupplierList> {
  const [catalogue, house, came] = await Promise.all([loadCatalogue(db), houseRules(db), receipts(db)]);
  const offers = new Map<string, number>();
  for (const part of catalogue.parts.values())
    for (const { supplierId } of part.offers) offers.set(supplierId, (offers.get(supplierId) ?? 0) + 1);
  const rows = [...catalogue.suppliers.values()]
    .sort((a, b) => (a.name < b.name ? -1 : 1))
    .map((supplier) => ({
      supplier,
      offers: offers.get(supplier.id) ?? 0,
      seen: seenLead(came.get(supplier.id) ?? []),
      unrated: !isRated(supplier, house),
    }));
  const ids = (await db("supplier").pluck("id")) as string[];
  return { rows, broken: ids.filter((id) => !catalogue.suppliers.has(id)), currency: house.currency };
}

const isRated = ({ currency }: Supplier, house: HouseRules) => currency === house.currency || house.rates[currency] !== undefined;

/** What is wrong with a field, by its path, and the sentence that tells it by its label. */
export type SupplierIssue = SpecIssue & { readonly says: string };

export type SupplierPage = {
  readonly raw: Record<string, unknown>;
  readonly issues: readonly SupplierIssue[];
  readonly version: number;
  readonly history: readonly RecordLine[];
  readonly seen: SeenLead | null;
  readonly offers: number;
  readonly money: Pick<HouseRules, "currency" | "rates" | "rateBufferPercent">;
};

const moneyOf = ({ currency, rates, rateBufferPercent }: HouseRules) => ({ currency, rates, rateBufferPercent });

/** A supplier as it stands, broken or not; undefined for an unknown one. */
export async function openSupplier(db: Knex, id: string): Promise<SupplierPage | undefined> {
  const raw = await findRawSupplier(db, id);
  if (!raw) return undefined;
  const [version, history, came, house] = await Promise.all([
    recordVersion(db, "supplier", id),
    recordHistory(db, "supplier", id),
    receipts(db, id),
    houseRules(db),
  ]);
  const { n } = (await db("offer").where({ supplier_id: id }).count({ n: "*" }).first()) as { n: number };
  return {
    raw,
    issues: issuesOf(raw).map(told),
    version,
    history,
    seen: seenLead(came.get(id) ?? []),
    offers: Number(n),
    money: moneyOf(house),
  };
}

/** The page of a supplier that is not there yet. */
export async function newSupplier(db: Knex): Promise<SupplierPage> {
  const house = await houseRules(db);
  return {
    raw: {
      id: "",
      name: "",
      currency: house.currency,
      carriageMinor: 0,
      freeFromMinor: null,
      dangerousGoodsMinor: 0,
      terms: NO_TERMS,
    },
    issues: [],
    version: 0,
    history: [],
    seen: null,
    offers: 0,
    money: moneyOf(house),
  };
}

const told = (issue: SpecIssue): SupplierIssue => ({ ...issue, says: tellSupplierIssue(issue) });

function issuesOf(raw: unknown): SpecIssue[] {
  const read = supplierSchema.safeParse(raw);
  return read.success ? [] : read.error.issues.map((issue) => ({ path: issue.path.join("."), message: issue.message }));
}

/**
 * Stores a supplier, new or changed, as what it was seen as: a short name that is taken is never overwritten, and what was changed
 * meanwhile is told first. The same thing sent twice is stored once.
 */
export async function storeSupplier(db: Knex, raw: unknown, { at, by, version }: Storing): Promise<Result<string, NotStored>> {
  return db.transaction(async (trx): Promise<Result<string, NotStored>> => {
    const issues = issuesOf(raw);
    if (issues.length > 0) return bad({ issues });
    // The page of a supplier that is not there yet has this address.
    if ((raw as { id: unknown }).id === "new") return bad({ issues: [{ path: "id", message: "must be another than “new”" }] });
    const supplier = supplierSchema.parse(raw);
    const there = await findRawSupplier(trx, supplier.id);
    const changes = there ? supplierChanges(there, supplier) : [];
    if (there && changes.length === 0) return good(supplier.id);
    if (there && version === null)
      return bad({
        issues: [{ path: "id", message: `is taken: it is “${String(there.name)}”. Take another one, or open that supplier.` }],
      });
    const now = await recordVersion(trx, "supplier", supplier.id);
    if (there && typeof version === "number" && version !== now) {
      const since = await recordHistory(trx, "supplier", supplier.id, version);
      const what = since.map((line) => `${line.says}${line.by && `, ${line.by}`}`).join("; ");
      return bad({
        stale: { version: now, now: there },
        issues: [
          {
            path: "",
            message: `Changed meanwhile: ${what}. What you typed is still here, the rest is as it is now: look, then store it again.`,
          },
        ],
      });
    }
    await saveSuppliers(trx, [supplier]);
    await appendRecord(trx, {
      kind: "supplier",
      recordId: supplier.id,
      version: now + 1,
      at,
      by,
      says: there ? `Changed: ${changes.join(", ")}` : "Put into the books",
      before: there ?? null,
      after: supplier,
    });
    return good(supplier.id);
  });
}
