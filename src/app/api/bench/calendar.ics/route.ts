import { benchCalendar } from "@/print/benchCalendar";
import { benchForPage } from "@/server/benchForPage";
import { instantOf } from "@/shop/wallClock";

/** The bench as a calendar that others look at again: `?person=` for one person's pieces. */
export async function GET(request: Request): Promise<Response> {
  const person = (new URL(request.url).searchParams.get("person") ?? "").slice(0, 40);
  const page = await benchForPage();
  if (!page.ok) return new Response(page.error, { status: 503 });
  if (person !== "" && !page.value.people.some(({ id }) => id === person))
    return new Response("Nobody of that name works here.", { status: 404 });
  return new Response(benchCalendar(page.value, person, instantOf, new Date()), {
    headers: { "content-type": "text/calendar; charset=utf-8", "content-disposition": 'inline; filename="bench.ics"' },
  });
}
