import { notFound } from "next/navigation";
import { STAGE_NAMES } from "@/core/job/stageNames";
import { JobScreen } from "@/screens/job/JobScreen";
import { actOnJob, creditJobInvoice, customerLinks, endLink, giveLink, issueJobInvoice } from "../../../actions";
import { Unreadable } from "@/screens/job/Unreadable";
import { UnreadableJob } from "@/shop/jobView";
import { formBlock } from "../../../formBlock";
import { openStand } from "../openStand";

const LINKS = { list: customerLinks, give: giveLink, end: endLink };
const INVOICING = { issue: issueJobInvoice, credit: creditJobInvoice };

export const dynamic = "force-dynamic";

export default async function StagePage({ params }: { params: Promise<{ id: string; stage: string }> }) {
  const { id, stage: slug } = await params;
  const stage = STAGE_NAMES.find((name) => name.toLowerCase().replace(" ", "-") === slug);
  if (!stage) notFound();
  const block = await formBlock();
  const screen = { stage, actOnJob, links: LINKS, invoicing: INVOICING };
  if (block)
    return (
      <>
        {block}
        <JobScreen sent={null} {...screen} />
      </>
    );
  const view = await openStand(id);
  if (view instanceof UnreadableJob) return <Unreadable says={view.message} />;
  return <JobScreen sent={JSON.stringify(view)} {...screen} />;
}
