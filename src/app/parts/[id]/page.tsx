import { randomUUID } from "node:crypto";
import { notFound } from "next/navigation";
import { suppliersOf, openPart } from "@/shop/parts";
import { PartScreen } from "@/screens/parts/PartScreen";
import { countOnShelf, keepPart } from "../../actions";
import { database } from "@/shop/openShop";

export const dynamic = "force-dynamic";

export default async function PartPage({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ kind?: string | string[]; only?: string | string[] }>;
}) {
  const { id } = await params;
  const db = await database();
  if (id === "new") {
    const { kind, only } = await searchParams;
    // What a customer brings: for that job alone, numbered so that it is nobody else's.
    const own = typeof only === "string" && /^[a-z0-9-]{1,40}$/.test(only) ? only : null;
    const ofKind = typeof kind === "string" ? kind : "tyre";
    return (
      <PartScreen
        page={{
          raw: {
            id: own === null ? "" : `own-${ofKind}-${randomUUID().slice(0, 8)}`,
            kind: ofKind,
            name: own === null ? "" : `Customer's own ${ofKind.replace("-", " ")}`,
            maker: "",
            massKg: null,
            inStock: 0,
            ...(own !== null && { onlyFor: own }),
            offers: [],
            spec: {},
          },
          issues: [],
          version: null,
          history: [],
          shelf: null,
          wantedBy: [],
          alike: [],
          prices: [],
          serials: [],
          suppliers: await suppliersOf(db),
          contents: {},
        }}
        isNew
        keepPart={keepPart}
        countOnShelf={countOnShelf}
      />
    );
  }
  const page = await openPart(db, id.slice(0, 60));
  if (!page) notFound();
  return <PartScreen page={page} isNew={false} keepPart={keepPart} countOnShelf={countOnShelf} />;
}
