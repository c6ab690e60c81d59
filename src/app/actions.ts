"use server";

import { createJob } from "@/shop/createJob";
import { saveHouse } from "@/shop/houseRules";
import { importJob } from "@/shop/jobFiles";
import { savePart } from "@/shop/parts";
import { perform, type Answer } from "@/shop/perform";
import { clearSample, loadSample } from "@/shop/sample";
import type { Result } from "@/core/result";
import { copyShop } from "@/server/copies";
import { database } from "@/shop/openShop";

const now = () => new Date().toISOString();

/** Does one thing to a job; what comes in is checked by the same schema as at every other door. */
export async function actOnJob(envelope: unknown): Promise<Answer> {
  return perform(await database(), envelope, now());
}

export async function createNewJob(request: unknown): Promise<{ ok: true; id: string } | { ok: false; says: string }> {
  const made = await createJob(await database(), request, now());
  return made.ok ? { ok: true, id: made.value } : { ok: false, says: made.error };
}

export async function storePart(
  raw: unknown,
): Promise<{ ok: true; id: string } | { ok: false; issues: { path: string; message: string }[] }> {
  const saved = await savePart(await database(), raw);
  return saved.ok ? { ok: true, id: saved.value } : { ok: false, issues: saved.error };
}

export async function storeHouse(raw: unknown): Promise<{ ok: true } | { ok: false; says: string }> {
  const saved = await saveHouse(await database(), raw);
  return saved.ok ? { ok: true } : { ok: false, says: saved.error };
}

type Told = { ok: true; value: string } | { ok: false; says: string };
const told = (result: Result<string>): Told => (result.ok ? result : { ok: false, says: result.error });

/** Puts the sample job into an empty shop. @returns the job's id */
export async function putSampleIn(by: string): Promise<Told> {
  return told(await loadSample(await database(), String(by).slice(0, 40), now()));
}

/** @returns what was taken out, in words */
export async function takeSampleOut(): Promise<Told> {
  return told(await clearSample(await database()));
}

/** Copies the shop now. @returns what is in the copy, in words */
export async function makeCopy(): Promise<Told> {
  const made = await copyShop(now());
  if (!made.ok) return { ok: false, says: made.error };
  const { jobs, parts, photos } = made.value;
  return { ok: true, value: `Copied just now: ${jobs} jobs, ${parts} parts, ${photos} photographs, read back whole.` };
}

export async function takeJobFile(
  text: string,
  by: string,
): Promise<{ ok: true; id: string } | { ok: false; issues: { path: string; message: string }[] }> {
  const taken = await importJob(await database(), String(text), String(by).slice(0, 40), now());
  return taken.ok ? { ok: true, id: taken.value } : { ok: false, issues: taken.error };
}
