import { PartsScreen } from "@/screens/parts/PartsScreen";
import { listParts } from "@/shop/parts";
import { database } from "@/shop/openShop";

export const dynamic = "force-dynamic";

export default async function PartsPage({
  searchParams,
}: {
  searchParams: Promise<{ find?: string | string[]; kind?: string | string[] }>;
}) {
  const query = await searchParams;
  const find = typeof query.find === "string" ? query.find.slice(0, 80) : "";
  const kind = typeof query.kind === "string" ? query.kind.slice(0, 40) : "";
  return (
    <PartsScreen
      key={`${find} ${kind}`}
      find={find}
      kind={kind}
      first={await listParts(await database(), find, kind, new Date().toISOString())}
    />
  );
}
