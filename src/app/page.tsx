import { putSampleIn, takeJobFile, takeSampleOut } from "./actions";
import { JobsScreen } from "@/screens/jobs/JobsScreen";
import { bringAside } from "@/server/linesPool";
import { database, jobList } from "@/shop/openShop";
import { hasSample } from "@/shop/sample";

export const dynamic = "force-dynamic";

export default async function JobsPage({ searchParams }: { searchParams: Promise<{ find?: string | string[] }> }) {
  const { find } = await searchParams;
  const text = typeof find === "string" ? find.slice(0, 80) : "";
  const db = await database();
  const isIn = await hasSample(db);
  return (
    <JobsScreen
      takeJobFile={takeJobFile}
      sample={{ isIn, putIn: putSampleIn, takeOut: takeSampleOut }}
      key={`${text} ${isIn}`}
      find={text}
      first={await jobList(db, text, 24, new Date().toISOString(), {}, bringAside)}
    />
  );
}
