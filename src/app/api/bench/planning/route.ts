import { z } from "zod";
import { beginPlanning, planningStep, stopPlanning } from "@/server/planningPool";
import { readJson } from "@/server/readBody";
import { refuseOthers } from "@/server/who";

const askedSchema = z.strictObject({ id: z.string().max(60).optional(), stop: z.boolean().optional() });

/** Begins a search for a better plan, tells how far one is, or ends it. */
export async function POST(request: Request): Promise<Response> {
  const others = await refuseOthers("plan the bench");
  if (others) return others;
  const body = await readJson(request, 1_000);
  if (!body.ok) return Response.json({ error: body.error }, { status: 400 });
  const asked = askedSchema.safeParse(body.value);
  if (!asked.success) return Response.json({ error: "Say which search." }, { status: 400 });
  const { id, stop } = asked.data;
  if (id !== undefined && stop) stopPlanning(id);
  const step = planningStep(id ?? (await beginPlanning(new Date().toISOString())));
  return step.ok ? Response.json(step.value) : Response.json({ error: step.error }, { status: 400 });
}
