import { notFound } from "next/navigation";
import { SupplierScreen } from "@/screens/suppliers/SupplierScreen";
import { database } from "@/shop/openShop";
import { listsOf } from "@/shop/priceLists";
import { newSupplier, openSupplier } from "@/shop/suppliers";
import { keepSupplier, previewPriceList, takePriceList, takePriceListBack } from "../../actions";

const DOORS = { preview: previewPriceList, take: takePriceList, back: takePriceListBack };

export default async function SupplierPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const db = await database();
  const isNew = id === "new";
  const name = decodeURIComponent(id).slice(0, 60);
  const page = isNew ? await newSupplier(db) : await openSupplier(db, name);
  if (!page) notFound();
  const lists = isNew ? [] : await listsOf(db, name);
  return <SupplierScreen page={page} isNew={isNew} keepSupplier={keepSupplier} lists={lists} doors={DOORS} />;
}
