import { headers } from "next/headers";
import { putSampleIn, takeJobFile, takeSampleOut } from "./actions";
import { JobsScreen } from "@/screens/jobs/JobsScreen";
import { MARKS, TICKET, wantsForm, wordIn } from "@/server/forms";
import { jobsForPage } from "@/server/jobsForPage";
import { Sent } from "@/ui/Sent";

export const dynamic = "force-dynamic";

export default async function JobsPage({ searchParams }: { searchParams: Promise<{ find?: string | string[] }> }) {
  const asked = await headers();
  const screen = { takeJobFile, sample: { putIn: putSampleIn, takeOut: takeSampleOut } };
  if (wantsForm(asked.get(TICKET)))
    return (
      <>
        <Sent nonce={wordIn(asked.get("content-security-policy")) ?? ""} json={MARKS.sent} />
        <JobsScreen sent={null} {...screen} />
      </>
    );
  return <JobsScreen sent={JSON.stringify(await jobsForPage((await searchParams).find))} {...screen} />;
}
