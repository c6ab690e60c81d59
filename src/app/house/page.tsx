import { HouseScreen } from "@/screens/house/HouseScreen";
import { openHouse } from "@/shop/houseRules";
import { database } from "@/shop/openShop";
import { shopCopies } from "@/shop/copies";
import { keepHouse, makeCopy } from "../actions";

export const dynamic = "force-dynamic";

export default async function HousePage() {
  const copies = shopCopies(new Date().toISOString());
  return <HouseScreen page={await openHouse(await database())} keepHouse={keepHouse} copies={copies} makeCopy={makeCopy} />;
}
