import { notFound } from "next/navigation";
import { SupplierScreen } from "@/screens/suppliers/SupplierScreen";
import { database } from "@/shop/openShop";
import { newSupplier, openSupplier } from "@/shop/suppliers";
import { keepSupplier } from "../../actions";

export default async function SupplierPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const db = await database();
  const isNew = id === "new";
  const page = isNew ? await newSupplier(db) : await openSupplier(db, decodeURIComponent(id).slice(0, 60));
  if (!page) notFound();
  return <SupplierScreen page={page} isNew={isNew} keepSupplier={keepSupplier} />;
}
