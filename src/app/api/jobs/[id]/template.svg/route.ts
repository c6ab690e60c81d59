import { tagNumber } from "@/core/units/tagNumber";
import type { JobView } from "@/core/job/view";
import { armTemplate, cradleTemplate, plateTemplate } from "@/draw/template";
import { jobForPage } from "@/server/jobForPage";

/** Templates to print at 100 %: the cradle's foot on its bosses, a controller's plate, a torque arm's reach. */
function templateOf(view: JobView, what: string): string | null {
  const { bay, axles, plate } = view.layout.places;
  const job = `Job ${tagNumber(view.job.number)}, ${view.job.wish.bike}`;
  if (what === "cradle") return bay && cradleTemplate(bay, `${job}: cradle on the down tube`);
  if (what === "plate") return plate && plateTemplate(plate, `${job}: controller plate on the bosses`);
  const axle = axles.find((a) => what === `arm-${a.end}`);
  return axle ? armTemplate(axle, `${job}: torque arm, ${axle.end}`) : null;
}

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const view = await jobForPage((await params).id);
  const svg = view && templateOf(view, (new URL(request.url).searchParams.get("what") ?? "").slice(0, 20));
  if (!svg)
    return new Response("No such template: the drawing it is made from is not complete.\n", {
      status: 404,
      headers: { "Content-Type": "text/plain; charset=utf-8" },
    });
  return new Response(svg, {
    headers: { "Content-Type": "image/svg+xml; charset=utf-8", "X-Content-Type-Options": "nosniff" },
  });
}
