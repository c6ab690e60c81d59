import { calendarFor } from "@/server/calendarFor";

/** The bench as a calendar for whoever is signed in: `?person=` for one person's pieces. */
export const GET = async (request: Request): Promise<Response> =>
  calendarFor((new URL(request.url).searchParams.get("person") ?? "").slice(0, 40));
