import { toSendBack } from "./pieces";
import { bad, good, type Result } from "../result";
import { tooManyReceipts } from "./purchase";
import type { Purchase } from "./purchaseSchema";

/** Notes that the broken or wrong pieces of an order went back, all that lie here, with the way they took. */
export function sendBack(
  purchase: Purchase,
  {
    at,
    by,
    how,
    request,
  }: { readonly at: string; readonly by: string; readonly how: string; readonly request?: string | undefined },
): Result<{ readonly purchase: Purchase; readonly says: string }> {
  const going = purchase.lines.filter((line) => toSendBack(line) > 0);
  if (going.length === 0) return bad(`Nothing of ${purchase.number} is to be sent back.`);
  const full = tooManyReceipts(purchase);
  if (full !== "") return bad(full);
  const says = `sent back: ${going.map((line) => `${toSendBack(line)} × ${line.name}`).join(", ")}, ${how}`.slice(0, 400);
  return good({
    purchase: {
      ...purchase,
      version: purchase.version + 1,
      lines: purchase.lines.map((line) => ({ ...line, sentBack: Math.max(line.sentBack, line.broken) })),
      receipts: [...purchase.receipts, { at, by, says, ...(request !== undefined && { request }) }],
    },
    says: `${purchase.number}: ${says}`,
  });
}
