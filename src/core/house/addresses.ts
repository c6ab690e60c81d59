import type { HouseRules } from "./houseRules";

/** A shop as its papers name it. */
export type ShopHead = {
  readonly name: string;
  /** Where the bikes come and go. */
  readonly address: string;
  /** Where parts are sent; the shop's own address unless it has another for that. */
  readonly deliverTo: string;
  /** Where bills are sent, likewise. */
  readonly billTo: string;
};

/** A shop's name and addresses; those that were left out are its own. */
export function shopHeadOf(house: Pick<HouseRules, "shopName" | "shopAddress" | "deliveryAddress" | "billAddress">): ShopHead {
  const address = house.shopAddress;
  return {
    name: house.shopName,
    address,
    deliverTo: house.deliveryAddress || address,
    billTo: house.billAddress || address,
  };
}
