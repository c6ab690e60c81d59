/** What happens with a piece that comes off: used onto the shop's shelf, the customer's, or given to be disposed of. */
export const FATES = ["shelf", "customer", "disposal"] as const;
export type Fate = (typeof FATES)[number];
export const FATE_SAYS: Readonly<Record<Fate, string>> = {
  shelf: "onto the shelf, as used",
  customer: "to the customer",
  disposal: "to be disposed of",
};
