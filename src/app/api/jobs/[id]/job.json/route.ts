import { exportJob } from "@/shop/jobFiles";
import { database } from "@/shop/openShop";

export async function GET(_request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const made = await exportJob(await database(), (await params).id.slice(0, 60), new Date().toISOString());
  if (!made) return Response.json({ error: "no such job" }, { status: 404 });
  return new Response(`${JSON.stringify(made.file, null, 2)}\n`, {
    headers: {
      "Content-Type": "application/json; charset=utf-8",
      "Content-Disposition": `attachment; filename="job-${made.number}.json"`,
      "X-Content-Type-Options": "nosniff",
    },
  });
}
