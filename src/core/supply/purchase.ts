import { z } from "zod";
import { shared } from "../money/money";
import { text } from "../record";
import { bad, good, type Result } from "../result";
import { giveOut, type Need } from "./needs";
import { forShelf, isHere, missingPieces } from "./pieces";
import { MOST_RECEIPTS, type Purchase } from "./purchaseSchema";
import { serialText } from "./serialSchema";
import { checkSerials, plainSerial } from "./serials";
import type { PlacedOrder } from "./placedOrder";
import type { PlannedOrder } from "./supplyPlan";

/** Why no more of them is taken in; empty as long as one can be. */
export const tooManyReceipts = ({ number, receipts }: Pick<Purchase, "number" | "receipts">): string =>
  receipts.length < MOST_RECEIPTS
    ? ""
    : `${number} has ${MOST_RECEIPTS} deliveries and returns already: give the rest up, and order it anew.`;

type Line = Purchase["lines"][number];

export type PlacedShare = { readonly jobId: string; readonly order: Omit<PlacedOrder, "number"> };

/**
 * Freezes a planned order as a purchase, and what of it each job pays: goods by its pieces, a whole pack's price among those who use it,
 * carriage by the worth of its goods. The shares add up to the purchase to the cent.
 *
 * @param leadDays days from today until it is here
 */
export function purchaseOf(
  planned: PlannedOrder,
  needs: readonly Need[],
  of: {
    readonly id: string;
    readonly number: string;
    readonly at: string;
    readonly by: string;
    readonly dueDay: string;
    readonly leadDays: number;
    readonly currency: PlacedOrder["currency"];
    readonly newId: () => string;
    /** Why a job wants a part, in the words of its sheet. */
    readonly because: (jobId: string, partId: string) => string[];
    /** Pieces of a part that other orders of the same plan buy: they serve first what is due first. */
    readonly before: (partId: string) => number;
  },
): { readonly purchase: Purchase; readonly shares: readonly PlacedShare[] } {
  const orderIds = new Map<string, string>();
  const orderIdOf = (jobId: string) => {
    const known = orderIds.get(jobId) ?? of.newId();
    orderIds.set(jobId, known);
    return known;
  };
  const used = new Map<string, number>();
  const lines = planned.lines.map(({ part, offer, quantity, packs, totalMinor }): Line => {
    const need = needs.find((one) => one.partId === part.id)!;
    const skip = of.before(part.id) + (used.get(part.id) ?? 0);
    used.set(part.id, (used.get(part.id) ?? 0) + quantity);
    // Pieces number `skip` to `skip + quantity` of the need: those before come from elsewhere.
    const upTo = giveOut(
      skip + quantity,
      need.by.map((share) => share.quantity),
    ).given;
    const before = giveOut(
      skip,
      need.by.map((share) => share.quantity),
    ).given;
    return {
      partId: part.id,
      name: part.name,
      theirNumber: offer.number ?? "",
      kind: part.kind,
      packs,
      packSize: offer.packSize,
      packPriceMinor: offer.priceMinor,
      offerCurrency: offer.currency,
      totalMinor,
      for: need.by.flatMap(({ jobId }, i) => {
        const mine = upTo[i]! - before[i]!;
        return mine > 0 ? [{ jobId, orderId: orderIdOf(jobId), quantity: mine }] : [];
      }),
      came: 0,
      broken: 0,
      sentBack: 0,
      serials: [],
    };
  });
  const purchase: Purchase = {
    id: of.id,
    number: of.number,
    version: 1,
    supplierId: planned.supplier.id,
    supplierName: planned.supplier.name,
    placed: { at: of.at, by: of.by },
    currency: of.currency,
    lines,
    goodsMinor: planned.goodsMinor,
    carriageMinor: planned.carriageMinor,
    landed: planned.landed,
    dangerousGoods: planned.dangerousGoods,
    dueDay: of.dueDay,
    receipts: [],
    desk: null,
    news: [],
    bill: null,
    photos: [],
    closed: null,
  };
  const jobs = [...orderIds.keys()];
  const mine = jobs.map((jobId) =>
    lines.flatMap((line) => {
      const at = line.for.findIndex((share) => share.jobId === jobId);
      if (at < 0) return [];
      const quantity = line.for[at]!.quantity;
      const totalMinor = shared(
        line.totalMinor,
        line.for.map((share) => share.quantity),
      )[at]!;
      return [
        {
          partId: line.partId,
          name: line.name,
          kind: line.kind,
          quantity,
          packs: quantity,
          packSize: 1,
          packPriceMinor: Math.round(line.packPriceMinor / line.packSize),
          offerCurrency: line.offerCurrency,
          totalMinor,
          because: of.because(jobId, line.partId),
        },
      ];
    }),
  );
  const worth = mine.map((own) => own.reduce((sum, line) => sum + line.totalMinor, 0));
  // Goods that cost nothing carry the carriage alike.
  const carriages = shared(planned.carriageMinor, worth.some((one) => one > 0) ? worth : worth.map(() => 1));
  const shares = jobs.map((jobId, i) => ({
    jobId,
    order: {
      id: orderIds.get(jobId)!,
      supplierId: planned.supplier.id,
      supplierName: planned.supplier.name,
      placed: { at: of.at, by: of.by },
      currency: of.currency,
      lines: mine[i]!,
      goodsMinor: worth[i]!,
      carriageMinor: carriages[i]!,
      landed: null,
      dangerousGoods: planned.dangerousGoods,
      purchase: of.number,
      leadDays: of.leadDays,
      arrived: null,
      billed: null,
      off: null,
    },
  }));
  return { purchase, shares };
}

/** What came with one delivery: pieces of each line, by its place. */
export const deliverySchema = z
  .array(
    z.strictObject({
      line: z.int().min(0).max(500),
      good: z.int("must be whole pieces").min(0, "must be 0 or more").max(100_000, "must be at most 100,000"),
      broken: z.int("must be whole pieces").min(0, "must be 0 or more").max(100_000, "must be at most 100,000"),
      serials: z.array(serialText).max(200, "at most 200 serial numbers at once").optional(),
      /** The lot that their labels say; one for all pieces of a line. */
      lot: text(40).optional(),
    }),
  )
  .max(500);
export type Delivery = z.output<typeof deliverySchema>;

export type Received = {
  readonly purchase: Purchase;
  /** Shares that are whole with this delivery, by the order's id. */
  readonly nowHere: readonly string[];
  /** Pieces for the shelf: more came in a pack than was wanted. */
  readonly toShelf: Readonly<Record<string, number>>;
  readonly says: string;
};

/** Takes a delivery in. Nothing is taken that was not ordered: more than is waited for is refused, in words. */
export function receive(
  purchase: Purchase,
  delivery: Delivery,
  {
    at,
    by,
    request,
    nameOf,
    cameWith = () => undefined,
  }: {
    readonly at: string;
    readonly by: string;
    readonly request?: string | undefined;
    readonly nameOf: (line: number) => string;
    /** The order that a piece of a part with this number came with before. */
    readonly cameWith?: (partId: string, serial: string) => string | undefined;
  },
): Result<Received> {
  if (purchase.closed) return bad(`${purchase.number} is closed: ${purchase.closed.how}.`);
  const full = tooManyReceipts(purchase);
  if (full !== "") return bad(full);
  const seen = new Set<number>();
  for (const { line, good: whole, broken, serials = [] } of delivery) {
    const ordered = purchase.lines[line];
    if (!ordered) return bad("There is no such line in this order: look again.");
    if (seen.has(line)) return bad(`${nameOf(line)} stands there twice.`);
    seen.add(line);
    const fits = checkSerials(serials, whole + broken, nameOf(line), (serial) => cameWith(ordered.partId, serial));
    if (!fits.ok) return fits;
    const waits = missingPieces(ordered);
    if (whole > waits)
      return bad(
        `${nameOf(line)}: ${whole} came and ${waits === 0 ? "none is" : `${waits} ${waits === 1 ? "is" : "are"}`} waited for. If more was sent than ordered, tell the supplier, and count the rest onto the shelf under Parts.`,
      );
  }
  const numbered = delivery.flatMap(({ line, serials = [] }) =>
    serials.map((serial) => `${purchase.lines[line]!.partId} ${plainSerial(serial)}`),
  );
  if (new Set(numbered).size < numbered.length) return bad("One serial number is written with two lines of the same part.");
  const moving = delivery.filter((one) => one.good > 0 || one.broken > 0);
  if (moving.length === 0) return bad("Nothing is counted yet: write how many pieces came.");
  const lines = purchase.lines.map((line, i) => {
    const one = moving.find((each) => each.line === i);
    if (!one) return line;
    const came = (one.serials ?? []).map((serial) => ({ serial, lot: one.lot ?? "", at, by }));
    return { ...line, came: line.came + one.good, broken: line.broken + one.broken, serials: [...line.serials, ...came] };
  });
  const whole = lines.every((line) => missingPieces(line) === 0);
  const says = moving
    .map(({ line, good: came, broken }) =>
      [came > 0 ? `${came} × ${nameOf(line)}` : "", broken > 0 ? `${broken} × ${nameOf(line)} broken` : ""]
        .filter(Boolean)
        .join(", "),
    )
    .join(", ");
  const next: Purchase = {
    ...purchase,
    version: purchase.version + 1,
    lines,
    receipts: [...purchase.receipts, { at, by, says: says.slice(0, 400), ...(request !== undefined && { request }) }],
    closed: whole ? { at, by, how: "complete", why: "" } : null,
  };
  const orders = [...new Set(lines.flatMap((line) => line.for.map((share) => share.orderId)))];
  const toShelf: Record<string, number> = {};
  lines.forEach((line, i) => {
    const more = forShelf(line) - forShelf(purchase.lines[i]!);
    if (more > 0) toShelf[line.partId] = (toShelf[line.partId] ?? 0) + more;
  });
  return good({
    purchase: next,
    nowHere: orders.filter((id) => isHere(next, id) && !isHere(purchase, id)),
    toShelf,
    says: `${purchase.number} of ${purchase.supplierName}: ${says}${whole ? "; all of it is here" : ""}`.slice(0, 390),
  });
}
