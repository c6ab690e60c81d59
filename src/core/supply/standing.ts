/** Orders whose parts are the job's: what was cancelled or sent back is bought again. */
export const standing = <T extends { readonly off: unknown }>(orders: readonly T[]): T[] => orders.filter((order) => !order.off);

const DAY_MS = 86_400_000;

/** The day on which an order should be here. */
export const dueDay = ({ placed, leadDays }: { readonly placed: { readonly at: string }; readonly leadDays: number }): string =>
  new Date(Date.parse(placed.at.slice(0, 10)) + leadDays * DAY_MS).toISOString().slice(0, 10);
