import { HouseScreen } from "@/screens/house/HouseScreen";
import { houseRules } from "@/shop/houseRules";
import { database } from "@/shop/openShop";
import { shopCopies } from "@/shop/copies";
import { makeCopy, storeHouse } from "../actions";

export const dynamic = "force-dynamic";

export default async function HousePage() {
  const copies = shopCopies(new Date().toISOString());
  return <HouseScreen first={await houseRules(await database())} storeHouse={storeHouse} copies={copies} makeCopy={makeCopy} />;
}
