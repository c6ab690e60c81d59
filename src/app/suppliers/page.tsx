import { SuppliersScreen } from "@/screens/suppliers/SuppliersScreen";
import { database } from "@/shop/openShop";
import { listSuppliers } from "@/shop/suppliers";

export default async function SuppliersPage() {
  const { rows, broken } = await listSuppliers(await database());
  return <SuppliersScreen rows={rows} broken={broken} />;
}
