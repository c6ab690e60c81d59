import { redirect } from "next/navigation";
import { UnreadableJob } from "@/shop/jobView";
import { Unreadable } from "@/screens/job/Unreadable";
import { openStand } from "./openStand";

/** A job opens where its work is: the first stage with something undone. */
export default async function JobPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const view = await openStand(id);
  if (view instanceof UnreadableJob) return <Unreadable says={view.message} />;
  const next = view.stages.find((stage) => stage.knot !== "tied");
  redirect(`/jobs/${id}/${(next?.name ?? "Sheet").toLowerCase().replace(" ", "-")}`);
}
