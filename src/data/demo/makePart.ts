import type { Offer, PartHead } from "@/core/parts/part";
import type { WrittenSpec } from "@/core/parts/specs";
import type { PartKind } from "@/core/parts/kinds";

const offer = (supplierId: string, price: number, leadDays: number, more: Partial<Offer> = {}): Offer => ({
  supplierId,
  priceMinor: Math.round(price * 100),
  currency: supplierId === "ferrygate" ? "GBP" : supplierId === "farshore" ? "USD" : "EUR",
  packSize: 1,
  leadDays,
  carriage: "ordinary",
  ...more,
});
export const salt = (price: number, leadDays = 4, more?: Partial<Offer>) => offer("saltmarsh", price, leadDays, more);
export const tide = (price: number, leadDays = 2, more?: Partial<Offer>) => offer("lowtide", price, leadDays, more);
export const copper = (price: number, leadDays = 2, more?: Partial<Offer>) => offer("copperline", price, leadDays, more);
export const ferry = (price: number, leadDays = 6, more?: Partial<Offer>) => offer("ferrygate", price, leadDays, more);
export const far = (price: number, leadDays = 18, more?: Partial<Offer>) => offer("farshore", price, leadDays, more);
export const PACK = { carriage: "dangerous goods" as const };

/** A row of the invented catalogue. */
export function part<K extends PartKind>(kind: K, id: string, name: string, maker: string, massKg: number | null, spec: WrittenSpec<K>, offers: Offer[], inStock = 0): PartHead {
  return { id, kind, name, maker, massKg, spec: spec as Record<string, unknown>, offers, inStock };
}
