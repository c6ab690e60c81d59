import { notFound } from "next/navigation";
import { newPart, openPart } from "@/shop/parts";
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
    const page = await newPart(db, typeof kind === "string" ? kind : "tyre", own);
    return <PartScreen page={page} isNew keepPart={keepPart} countOnShelf={countOnShelf} />;
  }
  const page = await openPart(db, id.slice(0, 60));
  if (!page) notFound();
  return <PartScreen page={page} isNew={false} keepPart={keepPart} countOnShelf={countOnShelf} />;
}
