import { BikeScreen } from "@/screens/logbook/BikeScreen";
import { Unreadable } from "@/screens/job/Unreadable";
import { UnreadableJob } from "@/shop/jobView";
import { actOnJob, createNewJob, creditJobInvoice, customerLinks, endLink, giveLink, issueJobInvoice } from "../../actions";
import { laterOf } from "@/shop/logbook";
import { database } from "@/shop/openShop";
import { openStand } from "../../jobs/[id]/openStand";

const LINKS = { list: customerLinks, give: giveLink, end: endLink };
const INVOICING = { issue: issueJobInvoice, credit: creditJobInvoice };

export const dynamic = "force-dynamic";

export default async function BikePage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const view = await openStand(id);
  if (view instanceof UnreadableJob) return <Unreadable says={view.message} />;
  return (
    <BikeScreen
      sent={JSON.stringify(view)}
      actOnJob={actOnJob}
      links={LINKS}
      invoicing={INVOICING}
      startUpgrade={createNewJob}
      later={(await laterOf(await database(), id)) ?? null}
    />
  );
}
