import { HouseScreen } from "@/screens/house/HouseScreen";
import { benchAside } from "@/server/benchPool";
import { openHouse } from "@/shop/houseRules";
import { database } from "@/shop/openShop";
import { shopCopies } from "@/shop/copies";
import { keepHouse, makeCopy } from "../actions";

export const dynamic = "force-dynamic";

export default async function HousePage() {
  const copies = shopCopies(new Date().toISOString());
  const [page, learned] = await Promise.all([openHouse(await database()), benchAside("shopLearned")]);
  // Without it the rules can still be read and kept.
  const pooled = learned.ok ? learned.value.pooled : [];
  return <HouseScreen page={page} pooled={pooled} keepHouse={keepHouse} copies={copies} makeCopy={makeCopy} />;
}
