import { benchCalendar } from "@/print/benchCalendar";
import { instantOf } from "@/shop/wallClock";
import { benchForPage } from "./benchForPage";

/** The bench as a calendar that others look at again. @param person whose pieces of work; "" for everybody's */
export async function calendarFor(person: string): Promise<Response> {
  const page = await benchForPage();
  if (!page.ok) return new Response(page.error, { status: 503 });
  if (person !== "" && !page.value.people.some(({ id }) => id === person))
    return new Response("Nobody of that name works here.", { status: 404 });
  return new Response(benchCalendar(page.value, person, instantOf, new Date()), {
    headers: { "content-type": "text/calendar; charset=utf-8", "content-disposition": 'inline; filename="bench.ics"' },
  });
}
