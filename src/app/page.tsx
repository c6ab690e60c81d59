import { takeJobFile } from "./actions";
import { JobsScreen } from "@/screens/jobs/JobsScreen";
import { database, jobList } from "@/shop/openShop";

export const dynamic = "force-dynamic";

export default async function JobsPage({ searchParams }: { searchParams: Promise<{ find?: string | string[] }> }) {
  const { find } = await searchParams;
  const text = typeof find === "string" ? find.slice(0, 80) : "";
  return (
    <JobsScreen
      takeJobFile={takeJobFile}
      key={text}
      find={text}
      first={await jobList(await database(), text, 24, new Date().toISOString())}
    />
  );
}
