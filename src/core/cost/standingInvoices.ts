/** Invoices that no credit note took back. */
export const standingInvoices = <I extends { readonly kind: string; readonly number: string; readonly of: string | null }>(
  all: readonly I[],
): I[] => all.filter((one) => one.kind === "invoice" && !all.some((other) => other.of === one.number));
