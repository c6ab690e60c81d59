import { notFound } from "next/navigation";
import { FUTURE_STAGES, STAGE_NAMES } from "@/core/job/stageNames";
import { JobScreen } from "@/screens/job/JobScreen";
import { actOnJob, customerLinks, endLink, giveLink } from "../../../actions";
import { openStand } from "../openStand";

const LINKS = { list: customerLinks, give: giveLink, end: endLink };

export const dynamic = "force-dynamic";

export default async function StagePage({ params }: { params: Promise<{ id: string; stage: string }> }) {
  const { id, stage: slug } = await params;
  const stage = STAGE_NAMES.find((name) => name.toLowerCase().replace(" ", "-") === slug);
  if (!stage || FUTURE_STAGES.has(stage)) notFound();
  return <JobScreen first={await openStand(id)} stage={stage} actOnJob={actOnJob} links={LINKS} />;
}
