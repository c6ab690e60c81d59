import type { HouseRules } from "../house/houseRules";
import type { Catalogue } from "../parts/catalogue";
import type { Offer } from "../parts/part";
import { arrivalDay } from "./orderDay";

/**
 * The day on which an offer's pieces are to be expected when they are ordered then: the lead time that is stated, or the one that was
 * seen of this supplier where it is longer, from its next order day on; never a weekend, never a day off.
 * @param at ISO day, or ISO time by the clock on the shop's wall: a supplier's hour counts then
 */
export const expectedDay = (
  { supplierId, leadDays }: Pick<Offer, "supplierId" | "leadDays">,
  at: string,
  catalogue: Pick<Catalogue, "suppliers" | "seenDays">,
  { closedDays }: Pick<HouseRules, "closedDays">,
): string =>
  arrivalDay(
    at,
    Math.max(leadDays, catalogue.seenDays.get(supplierId) ?? 0),
    catalogue.suppliers.get(supplierId)?.terms,
    closedDays,
  );
