import { putSampleIn, takeJobFile, takeSampleOut } from "./actions";
import { JobsScreen } from "@/screens/jobs/JobsScreen";
import { jobsForPage } from "@/server/jobsForPage";
import { formBlock } from "./formBlock";

export const dynamic = "force-dynamic";

export default async function JobsPage({ searchParams }: { searchParams: Promise<{ find?: string | string[] }> }) {
  const block = await formBlock();
  const screen = { takeJobFile, sample: { putIn: putSampleIn, takeOut: takeSampleOut } };
  if (block)
    return (
      <>
        {block}
        <JobsScreen sent={null} {...screen} />
      </>
    );
  return <JobsScreen sent={JSON.stringify(await jobsForPage((await searchParams).find))} {...screen} />;
}
