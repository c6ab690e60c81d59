import { benchAside } from "@/server/benchPool";

/** What finished bikes taught, over all of them. */
export async function GET(): Promise<Response> {
  const learned = await benchAside("shopLearned");
  return learned.ok ? Response.json(learned.value) : Response.json({ error: learned.error }, { status: 503 });
}
