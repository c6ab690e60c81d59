import { LogbookScreen } from "@/screens/logbook/LogbookScreen";
import { logbookForPage } from "@/server/logbookForPage";

export const dynamic = "force-dynamic";

export default async function LogbookPlace({
  searchParams,
}: {
  searchParams: Promise<Readonly<Record<string, string | string[] | undefined>>>;
}) {
  const query = await searchParams;
  const text = (name: string) => (typeof query[name] === "string" ? query[name].slice(0, 80) : "");
  const find = text("find");
  return (
    <LogbookScreen
      key={`${find} ${text("look")}`}
      find={find}
      look={text("look")}
      part={text("part")}
      first={await logbookForPage(find)}
    />
  );
}
