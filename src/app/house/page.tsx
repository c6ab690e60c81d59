import { HouseScreen } from "@/screens/house/HouseScreen";
import { houseRules } from "@/shop/houseRules";
import { database } from "@/shop/openShop";
import { storeHouse } from "../actions";

export const dynamic = "force-dynamic";

export default async function HousePage() {
  return <HouseScreen first={await houseRules(await database())} storeHouse={storeHouse} />;
}
