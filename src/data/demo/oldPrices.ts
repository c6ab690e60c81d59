import type { PartHead } from "@/core/parts/part";

/** What parts of some kinds cost before: so many days ago all their prices were this share of today's. The oldest first. */
export const OLD_PRICES: readonly { readonly daysAgo: number; readonly kinds: readonly PartHead["kind"][]; readonly share: number }[] = [
  { daysAgo: 320, kinds: ["battery", "hub-motor", "mid-motor", "kit", "chain"], share: 1.08 },
  { daysAgo: 190, kinds: ["battery", "chain"], share: 1.03 },
  { daysAgo: 70, kinds: ["hub-motor", "mid-motor", "kit"], share: 0.97 },
];

/** The demo's parts as they were sold so many days ago. */
export const asSold = (parts: readonly PartHead[], { kinds, share }: (typeof OLD_PRICES)[number]): PartHead[] =>
  parts
    .filter((part) => kinds.includes(part.kind) && part.offers.length > 0)
    .map((part) => ({
      ...part,
      inStock: 0,
      offers: part.offers.map((offer) => ({ ...offer, priceMinor: Math.round(offer.priceMinor * share) })),
    }));
