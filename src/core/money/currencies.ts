/** Currencies that a shop and its suppliers may have. */
export const CURRENCIES = ["EUR", "GBP", "USD", "CHF"] as const;
export type Currency = (typeof CURRENCIES)[number];
