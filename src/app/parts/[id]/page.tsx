import { notFound } from "next/navigation";
import { suppliersOf, openPart } from "@/shop/parts";
import { PartScreen } from "@/screens/parts/PartScreen";
import { storePart } from "../../actions";
import { database } from "@/shop/openShop";

export const dynamic = "force-dynamic";

export default async function PartPage({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ kind?: string | string[] }>;
}) {
  const { id } = await params;
  const db = await database();
  if (id === "new") {
    const { kind } = await searchParams;
    return (
      <PartScreen
        page={{
          raw: {
            id: "",
            kind: typeof kind === "string" ? kind : "tyre",
            name: "",
            maker: "",
            massKg: null,
            inStock: 0,
            offers: [],
            spec: {},
          },
          issues: [],
          suppliers: await suppliersOf(db),
          names: {},
        }}
        isNew
        storePart={storePart}
      />
    );
  }
  const page = await openPart(db, id.slice(0, 60));
  if (!page) notFound();
  return <PartScreen page={page} isNew={false} storePart={storePart} />;
}
