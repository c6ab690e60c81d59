import { calendarFor } from "@/server/calendarFor";
import { personOfCalendar } from "@/shop/calendarLinks";
import { database } from "@/shop/openShop";

/** The bench as a calendar at an address of its own: a calendar program cannot sign in. */
export async function GET(_request: Request, { params }: { params: Promise<{ path: string }> }): Promise<Response> {
  const person = await personOfCalendar(await database(), (await params).path);
  return person === null ? new Response("There is no such calendar, or it has ended.", { status: 404 }) : calendarFor(person);
}
