import { DAY_MIN, midnightOf, weekdayAt } from "@/core/bench/wall";
import { dayListsPaper } from "@/print/dayListsPaper";
import { pdfOf } from "@/print/pdf";
import { benchForPage } from "@/server/benchForPage";

/** The day lists of a week as PDF: `?week=0` for this one. */
export async function GET(request: Request): Promise<Response> {
  const week = Number(/^\d{1,2}$/.exec(new URL(request.url).searchParams.get("week") ?? "")?.[0] ?? 0);
  const page = await benchForPage();
  if (!page.ok) return new Response(page.error, { status: 503 });
  const { nowMin } = page.value;
  const monday = midnightOf(nowMin) - weekdayAt(nowMin) * DAY_MIN + week * 7 * DAY_MIN;
  return new Response((await pdfOf(dayListsPaper(page.value, monday))) as BodyInit, {
    headers: { "content-type": "application/pdf", "content-disposition": 'inline; filename="day-lists.pdf"' },
  });
}
