import { BuyingScreen } from "@/screens/buying/BuyingScreen";
import { buyingPage } from "@/shop/buying";
import { database } from "@/shop/openShop";
import { ASIDE } from "@/server/buyingPool";
import { placeJointOrder } from "../actions";

export default async function BuyingPage() {
  const first = await buyingPage(await database(), { jobs: null, days: null }, new Date().toISOString(), ASIDE);
  return <BuyingScreen first={first} placeJointOrder={placeJointOrder} />;
}
