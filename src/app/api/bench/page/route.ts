import { benchForPage } from "@/server/benchForPage";

/** The bench as it stands now. */
export async function POST(): Promise<Response> {
  const page = await benchForPage();
  return page.ok ? Response.json(page.value) : Response.json({ error: page.error }, { status: 400 });
}
