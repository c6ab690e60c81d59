import { daysAfter } from "../units/days";
/** Orders whose parts are the job's: what was cancelled or sent back is bought again. */
export const standing = <T extends { readonly off: unknown }>(orders: readonly T[]): T[] => orders.filter((order) => !order.off);

/** The day on which an order should be here. */
export const dueDay = ({ placed, leadDays }: { readonly placed: { readonly at: string }; readonly leadDays: number }): string =>
  daysAfter(placed.at, leadDays);
