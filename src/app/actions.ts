"use server";

import type { LinkView } from "@/core/people/links";
import type { PersonView } from "@/core/people/people";
import { may, notTheirs, type Deed, type Who } from "@/core/people/roles";
import { bad, good, type Result } from "@/core/result";
import type { SpecIssue } from "@/core/parts/part";
import { copyShop } from "@/server/copies";
import { whoAsks } from "@/server/who";
import { createJob } from "@/shop/createJob";
import { linkFor, linksOn, unlink } from "@/shop/customerLinks";
import { storeHouse, type HouseNotStored } from "@/shop/houseRules";
import { importJob } from "@/shop/jobFiles";
import { storePart, type NotStored } from "@/shop/parts";
import { changePeople } from "@/shop/people";
import { perform, type Answer } from "@/shop/perform";
import { clearSample, loadSample } from "@/shop/sample";
import { database } from "@/shop/openShop";

const now = () => new Date().toISOString();
const SIGNED_OUT = "You are signed out. Sign in again in another window; what you typed is still here.";

/** Who does it: a person, or null at a bench that is open to its own machine; and why not. */
async function whoMay(deed: Deed): Promise<Result<Who>> {
  const who = await whoAsks();
  if (who === undefined) return bad(SIGNED_OUT);
  return may(who, deed) ? good(who) : bad(notTheirs(who!, deed));
}

/** In whose name: what is typed counts only where nobody signs in. */
const nameOf = (who: Who, typed: unknown): string => who?.name ?? String(typed).slice(0, 40);

/** Does one thing to a job; what comes in is checked by the same schema as at every other door. */
export async function actOnJob(envelope: unknown): Promise<Answer> {
  const who = await whoAsks();
  if (who === undefined) return { ok: false, error: { kind: "refused", says: SIGNED_OUT } };
  return perform(await database(), envelope, now(), who);
}

export async function createNewJob(request: unknown): Promise<{ ok: true; id: string } | { ok: false; says: string }> {
  const who = await whoMay("new job");
  if (!who.ok) return { ok: false, says: who.error };
  const named = who.value && typeof request === "object" ? { ...request, by: who.value.name } : request;
  const made = await createJob(await database(), named, now());
  return made.ok ? { ok: true, id: made.value } : { ok: false, says: made.error };
}

type Stored<Failure> = { ok: true; id: string } | ({ ok: false } & Failure);
/** Of what somebody saw: a number that is none names nothing that was ever seen. */
const versionOf = (version: unknown): number | null =>
  version === null ? null : Number.isInteger(version) ? Number(version) : -1;

/** @param version as it was seen; null for a new part */
export async function keepPart(raw: unknown, version: unknown, by: string): Promise<Stored<NotStored>> {
  const who = await whoMay("save part");
  if (!who.ok) return { ok: false, issues: [{ path: "", message: who.error }] };
  const stored = await storePart(await database(), raw, { at: now(), by: nameOf(who.value, by), version: versionOf(version) });
  return stored.ok ? { ok: true, id: stored.value } : { ok: false, ...stored.error };
}

export async function keepHouse(
  raw: unknown,
  version: unknown,
  by: string,
): Promise<{ ok: true; version: number } | ({ ok: false } & HouseNotStored)> {
  const who = await whoMay("save house rules");
  if (!who.ok) return { ok: false, says: who.error };
  const stored = await storeHouse(await database(), raw, {
    at: now(),
    by: nameOf(who.value, by),
    version: versionOf(version) ?? 0,
  });
  return stored.ok ? { ok: true, version: stored.value.version } : { ok: false, ...stored.error };
}

type Told<T = string> = { ok: true; value: T } | { ok: false; says: string };
const told = <T>(result: Result<T>): Told<T> => (result.ok ? result : { ok: false, says: result.error });

/** Puts the sample job into an empty shop. @returns the job's id */
export async function putSampleIn(by: string): Promise<Told> {
  const who = await whoMay("sample");
  return told(who.ok ? await loadSample(await database(), nameOf(who.value, by), now()) : who);
}

/** @returns what was taken out, in words */
export async function takeSampleOut(): Promise<Told> {
  const who = await whoMay("sample");
  return told(who.ok ? await clearSample(await database()) : who);
}

/** Copies the shop now. @returns what is in the copy, in words */
export async function makeCopy(): Promise<Told> {
  const who = await whoMay("copy the shop");
  if (!who.ok) return told(who);
  const made = await copyShop(now());
  if (!made.ok) return told(made);
  const { jobs, parts, photos } = made.value;
  return { ok: true, value: `Copied just now: ${jobs} jobs, ${parts} parts, ${photos} photographs, read back whole.` };
}

export async function takeJobFile(text: string, by: string, request: unknown): Promise<Stored<{ issues: SpecIssue[] }>> {
  const who = await whoMay("take in job file");
  if (!who.ok) return { ok: false, issues: [{ path: "", message: who.error }] };
  const taken = await importJob(await database(), String(text), nameOf(who.value, by), now(), request);
  return taken.ok ? { ok: true, id: taken.value } : { ok: false, issues: taken.error };
}

/** Adds somebody, gives a role or a new secret, signs somebody out. @returns the people afterwards */
export async function keepPeople(change: unknown): Promise<Told<PersonView[]>> {
  const who = await whoMay("keep people");
  return told(who.ok ? await changePeople(await database(), change, now()) : who);
}

/** Makes a link that shows a customer their job for so many days. @returns its path, this once, and the job's links */
export async function giveLink(jobId: unknown, days: unknown, by: string): Promise<Told<{ path: string; links: LinkView[] }>> {
  const who = await whoMay("customer's link");
  return told(who.ok ? await linkFor(await database(), { jobId, days, by: nameOf(who.value, by) }, now()) : who);
}

export async function customerLinks(jobId: unknown): Promise<Told<LinkView[]>> {
  const who = await whoMay("customer's link");
  return who.ok ? { ok: true, value: await linksOn(await database(), String(jobId), now()) } : told(who);
}

export async function endLink(jobId: unknown, id: unknown): Promise<Told<LinkView[]>> {
  const who = await whoMay("customer's link");
  return told(who.ok ? await unlink(await database(), { jobId, id }, now()) : who);
}
