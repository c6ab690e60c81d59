import { z } from "zod";
import { beginPlanning, keepFound, planningStep, stopPlanning } from "@/server/planningPool";
import { readJson } from "@/server/readBody";
import { refuseOthers, whoAsks } from "@/server/who";

const askedSchema = z.strictObject({
  id: z.string().max(60).optional(),
  stop: z.boolean().optional(),
  /** Keeps what was found; `by` counts where nobody signs in. */
  keep: z.boolean().optional(),
  by: z.string().max(40).optional(),
});

/** Begins a search for a better plan, tells how far one is, ends it, or keeps what it found. */
export async function POST(request: Request): Promise<Response> {
  const others = await refuseOthers("plan the bench");
  if (others) return others;
  const body = await readJson(request, 1_000);
  if (!body.ok) return Response.json({ error: body.error }, { status: 400 });
  const asked = askedSchema.safeParse(body.value);
  if (!asked.success) return Response.json({ error: "Say which search." }, { status: 400 });
  const { id, stop, keep, by } = asked.data;
  if (id !== undefined && keep) {
    const kept = await keepFound(id, new Date().toISOString(), (await whoAsks())?.name ?? by ?? "");
    return Response.json(kept.ok ? { says: kept.value } : { error: kept.error });
  }
  if (id !== undefined && stop) stopPlanning(id);
  const step = planningStep(id ?? (await beginPlanning(new Date().toISOString())));
  return Response.json(step.ok ? step.value : { error: step.error });
}
