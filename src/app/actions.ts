"use server";

import type { CalendarLinkView, LinkView } from "@/core/people/links";
import type { PersonView } from "@/core/people/people";
import type { Invoice } from "@/core/cost/invoice";
import { may, notTheirs, type Deed, type Who } from "@/core/people/roles";
import { good, type Result } from "@/core/result";
import type { SpecIssue } from "@/core/parts/part";
import { storeFloor } from "@/shop/benchFloor";
import { noteJointBill } from "@/shop/bills";
import { askDesk, noteDay, sendToDesk } from "@/shop/desk";
import { sendBackBroken } from "@/shop/damage";
import { placeJoint } from "@/shop/buying";
import { ASIDE } from "@/server/buyingPool";
import { benchAside } from "@/server/benchPool";
import { jointAside } from "@/server/jointPool";
import { pricesAside } from "@/server/pricesPool";
import { copyShop } from "@/server/copies";
import { whoAsks } from "@/server/who";
import { createJob } from "@/shop/createJob";
import { calendarLinkFor, calendarLinks, endCalendarLink } from "@/shop/calendarLinks";
import { linkFor, linksOn, unlink } from "@/shop/customerLinks";
import type { HouseNotStored } from "@/shop/houseRules";
import { creditInvoice, invoicesOfJob, issueInvoice } from "@/shop/invoices";
import { importJob } from "@/shop/jobFiles";
import { countPart, type NotStored } from "@/shop/parts";
import type { PricePreview } from "@/shop/priceLists";
import { changePeople } from "@/shop/people";
import { perform, type Answer } from "@/shop/perform";
import { clearSample, loadSample } from "@/shop/sample";
import { storeSupplier } from "@/shop/suppliers";
import { database, NoShop, troubleOf } from "@/shop/openShop";

const now = () => new Date().toISOString();
const SIGNED_OUT = "You are signed out. Sign in again in another window; what you typed is still here.";

/**
 * Does something in the name of whoever asks, if they may. What stands in the way of storing (a full disk, a lock) is told in words; a
 * fault of the program is thrown.
 * @param deed null for what is looked at closer where it is done
 */
async function inTheNameOf<T>(deed: Deed | null, refuse: (says: string) => T, work: (who: Who) => Promise<T>): Promise<T> {
  try {
    const who = await whoAsks();
    if (who === undefined) return refuse(SIGNED_OUT);
    if (who && deed !== null && !may(who, deed)) return refuse(notTheirs(who, deed));
    return await work(who);
  } catch (error) {
    const says = error instanceof NoShop ? error.message : troubleOf(error);
    if (says === null) throw error;
    return refuse(says);
  }
}

/** What is typed as a name counts only where nobody signs in. */
const nameOf = (who: Who, typed: unknown): string => who?.name ?? String(typed).slice(0, 40);

type Told<T = string> = { ok: true; value: T } | { ok: false; says: string };
const told = <T>(result: Result<T>): Told<T> => (result.ok ? result : { ok: false, says: result.error });
const refuseInWords = (says: string) => ({ ok: false as const, says });
const refuseAsIssue = (says: string) => ({ ok: false as const, issues: [{ path: "", message: says }] });

/** Does one thing to a job; what comes in is checked by the same schema as at every other door. */
export const actOnJob = async (envelope: unknown): Promise<Answer> =>
  inTheNameOf<Answer>(
    null,
    (says) => ({ ok: false, error: { kind: "refused", says } }),
    async (who) => {
      // A hand-over holds every ride against its forecast: it waits beside the server's thread.
      if (!isHandOver(envelope)) return perform(await database(), envelope, now(), who);
      const answer = await jointAside("performed", envelope, now(), who);
      return answer.ok ? answer.value : { ok: false, error: { kind: "refused", says: answer.error } };
    },
  );

const isHandOver = (envelope: unknown): boolean =>
  (envelope as { command?: { do?: unknown } } | null)?.command?.do === "hand over";

export const createNewJob = async (request: unknown): Promise<{ ok: true; id: string } | { ok: false; says: string }> =>
  inTheNameOf<{ ok: true; id: string } | { ok: false; says: string }>("new job", refuseInWords, async (who) => {
    const named = who && typeof request === "object" ? { ...request, by: who.name } : request;
    const made = await createJob(await database(), named, now());
    return made.ok ? { ok: true, id: made.value } : refuseInWords(made.error);
  });

type Stored<Failure> = { ok: true; id: string } | ({ ok: false } & Failure);
/** Of what somebody saw: a number that is none names nothing that was ever seen. */
const versionOf = (version: unknown): number | null =>
  version === null ? null : Number.isInteger(version) ? Number(version) : -1;

/** @param version as it was seen; null for a new part */
export const keepPart = async (raw: unknown, version: unknown, by: string): Promise<Stored<NotStored>> =>
  inTheNameOf<Stored<NotStored>>("save part", refuseAsIssue, async (who) => {
    const storing = { at: now(), by: nameOf(who, by), version: versionOf(version) };
    const answer = await jointAside("partStored", raw, storing);
    if (!answer.ok) return refuseAsIssue(answer.error);
    const stored = answer.value;
    return stored.ok ? { ok: true, id: stored.value } : { ok: false, ...stored.error };
  });

/** Notes how many pieces of a part lie on the shelf. @returns what that changed, in words */
export const countOnShelf = async (raw: unknown, by: string): Promise<Told> =>
  inTheNameOf<Told>("count", refuseInWords, async (who) => told(await countPart(await database(), raw, now(), nameOf(who, by))));

/** @param version as it was seen; null for a new supplier */
export const keepSupplier = async (raw: unknown, version: unknown, by: string): Promise<Stored<NotStored>> =>
  inTheNameOf<Stored<NotStored>>("save supplier", refuseAsIssue, async (who) => {
    const storing = { at: now(), by: nameOf(who, by), version: versionOf(version) };
    const stored = await storeSupplier(await database(), raw, storing);
    return stored.ok ? { ok: true, id: stored.value } : { ok: false, ...stored.error };
  });

export const previewPriceList = async (raw: unknown): Promise<Told<PricePreview>> =>
  inTheNameOf<Told<PricePreview>>("save supplier", refuseInWords, async () =>
    told(await pricesAside("previewPrices", raw, now())),
  );

/** Takes a supplier's price list in as it was previewed. @returns what it changed, in words */
export const takePriceList = async (raw: unknown, by: string): Promise<Told> =>
  inTheNameOf<Told>("save supplier", refuseInWords, async (who) =>
    told(await pricesAside("takePrices", raw, now(), nameOf(who, by))),
  );

export const takePriceListBack = async (supplierId: unknown, by: string): Promise<Told> =>
  inTheNameOf<Told>("save supplier", refuseInWords, async (who) =>
    told(await pricesAside("takeListBack", String(supplierId).slice(0, 60), now(), nameOf(who, by))),
  );

/** Places one order of the proposal for all its jobs. @returns what was placed, in words */
export const placeJointOrder = async (raw: unknown, by: string): Promise<Told> =>
  inTheNameOf<Told>("place joint order", refuseInWords, async (who) =>
    told(await placeJoint(await database(), raw, now(), nameOf(who, by), ASIDE)),
  );

/** Takes in what came of a purchase. @returns what was taken in, in words */
export const takeInDelivery = async (raw: unknown, by: string): Promise<Told> =>
  inTheNameOf<Told>("receive", refuseInWords, async (who) => told(await jointAside("takeDelivery", raw, now(), nameOf(who, by))));

/** Notes that broken or wrong pieces of a purchase went back. */
export const sendBackToSupplier = async (raw: unknown, by: string): Promise<Told> =>
  inTheNameOf<Told>("receive", refuseInWords, async (who) =>
    told(await sendBackBroken(await database(), raw, now(), nameOf(who, by))),
  );

/** Sends a purchase to its supplier's order desk; the same one twice is one order there. */
export const sendOrderToDesk = async (raw: unknown, by: string): Promise<Told> =>
  inTheNameOf<Told>("place joint order", refuseInWords, async (who) =>
    told(await sendToDesk(await database(), raw, now(), nameOf(who, by))),
  );

/** Takes in what is new at a supplier's order desk. */
export const askOrderDesk = async (raw: unknown, by: string): Promise<Told> =>
  inTheNameOf<Told>("receive", refuseInWords, async (who) => told(await askDesk(await database(), raw, now(), nameOf(who, by))));

/** Notes the day on which a supplier says that a purchase comes. */
export const noteOrderDay = async (raw: unknown, by: string): Promise<Told> =>
  inTheNameOf<Told>("receive", refuseInWords, async (who) => told(await noteDay(await database(), raw, now(), nameOf(who, by))));

/** Notes what a supplier billed for a purchase. */
export const noteOrderBill = async (raw: unknown, by: string): Promise<Told> =>
  inTheNameOf<Told>("place joint order", refuseInWords, async (who) =>
    told(await noteJointBill(await database(), raw, now(), nameOf(who, by))),
  );

export const callOffJointOrder = async (raw: unknown, by: string): Promise<Told> =>
  inTheNameOf<Told>("call off joint order", refuseInWords, async (who) =>
    told(await jointAside("callOffJoint", raw, now(), nameOf(who, by))),
  );

/** Issues an invoice for a job as it stands. @returns all invoices of the job */
export const issueJobInvoice = async (raw: unknown, by: string): Promise<Told<readonly Invoice[]>> =>
  inTheNameOf<Told<readonly Invoice[]>>("invoice", refuseInWords, async (who) =>
    withAll(await issueInvoice(await database(), raw, now(), nameOf(who, by))),
  );

/** Takes an invoice back with a credit note. @returns all invoices of the job */
export const creditJobInvoice = async (raw: unknown, by: string): Promise<Told<readonly Invoice[]>> =>
  inTheNameOf<Told<readonly Invoice[]>>("invoice", refuseInWords, async (who) =>
    withAll(await creditInvoice(await database(), raw, now(), nameOf(who, by))),
  );

const withAll = async (made: Result<Invoice>): Promise<Told<readonly Invoice[]>> =>
  told(made.ok ? good(await invoicesOfJob(await database(), made.value.jobId)) : made);

type HouseKept = { ok: true; version: number } | ({ ok: false } & HouseNotStored);

export const keepHouse = async (raw: unknown, version: unknown, by: string): Promise<HouseKept> =>
  inTheNameOf<HouseKept>("save house rules", refuseInWords, async (who) => {
    const storing = { at: now(), by: nameOf(who, by), version: versionOf(version) ?? 0 };
    const answer = await jointAside("houseStored", raw, storing);
    if (!answer.ok) return refuseInWords(answer.error);
    const stored = answer.value;
    return stored.ok ? { ok: true, version: stored.value.version } : { ok: false, ...stored.error };
  });

/** Puts the sample job into an empty shop. @returns the job's id */
export const putSampleIn = async (by: string): Promise<Told> =>
  inTheNameOf<Told>("sample", refuseInWords, async (who) => told(await loadSample(await database(), nameOf(who, by), now())));

/** @returns what was taken out, in words */
export const takeSampleOut = async (): Promise<Told> =>
  inTheNameOf<Told>("sample", refuseInWords, async () => told(await clearSample(await database())));

/** Copies the shop now. @returns what is in the copy, in words */
export const makeCopy = async (): Promise<Told> =>
  inTheNameOf<Told>("copy the shop", refuseInWords, async () => {
    const made = await copyShop(now());
    if (!made.ok) return told(made);
    const { jobs, parts, photos } = made.value;
    return { ok: true, value: `Copied just now: ${jobs} jobs, ${parts} parts, ${photos} photographs, read back whole.` };
  });

export const takeJobFile = async (text: string, by: string, request: unknown): Promise<Stored<{ issues: SpecIssue[] }>> =>
  inTheNameOf<Stored<{ issues: SpecIssue[] }>>("take in job file", refuseAsIssue, async (who) => {
    const taken = await importJob(await database(), String(text), nameOf(who, by), now(), request);
    return taken.ok ? { ok: true, id: taken.value } : { ok: false, issues: taken.error };
  });

/** Adds somebody, gives a role or a new secret, signs somebody out. @returns the people afterwards */
export const keepPeople = async (change: unknown): Promise<Told<PersonView[]>> =>
  inTheNameOf<Told<PersonView[]>>("keep people", refuseInWords, async () =>
    told(await changePeople(await database(), change, now())),
  );

type LinkGiven = { path: string; links: LinkView[] };

/** Makes a link that shows a customer their job for so many days. @returns its path, this once, and the job's links */
export const giveLink = async (jobId: unknown, days: unknown, by: string): Promise<Told<LinkGiven>> =>
  inTheNameOf<Told<LinkGiven>>("customer's link", refuseInWords, async (who) =>
    told(await linkFor(await database(), { jobId, days, by: nameOf(who, by) }, now())),
  );

export const customerLinks = async (jobId: unknown): Promise<Told<LinkView[]>> =>
  inTheNameOf<Told<LinkView[]>>("customer's link", refuseInWords, async () =>
    told(good(await linksOn(await database(), String(jobId), now()))),
  );

export const endLink = async (jobId: unknown, id: unknown): Promise<Told<LinkView[]>> =>
  inTheNameOf<Told<LinkView[]>>("customer's link", refuseInWords, async () =>
    told(await unlink(await database(), { jobId, id }, now())),
  );

type CalendarGiven = { path: string; links: CalendarLinkView[] };

/** Makes an address under which a calendar looks at the bench. @returns its path, this once, and all of them */
export const giveCalendar = async (person: unknown, by: string): Promise<Told<CalendarGiven>> =>
  inTheNameOf<Told<CalendarGiven>>("calendar", refuseInWords, async (who) =>
    told(await calendarLinkFor(await database(), { person, by: nameOf(who, by) }, now())),
  );

export const calendars = async (): Promise<Told<CalendarLinkView[]>> =>
  inTheNameOf<Told<CalendarLinkView[]>>("calendar", refuseInWords, async () => told(good(await calendarLinks(await database()))));

export const endCalendar = async (id: unknown): Promise<Told<CalendarLinkView[]>> =>
  inTheNameOf<Told<CalendarLinkView[]>>("calendar", refuseInWords, async () =>
    told(await endCalendarLink(await database(), id, now())),
  );

/** Keeps the plan of the bench as it stands. */
export const keepBenchPlan = async (version: unknown, by: string): Promise<Told> =>
  inTheNameOf<Told>("plan the bench", refuseInWords, async (who) =>
    told(await benchAside("keepBench", null, { at: now(), by: nameOf(who, by), version: versionOf(version) })),
  );

export const takeBenchBack = async (version: unknown, by: string): Promise<Told> =>
  inTheNameOf<Told>("plan the bench", refuseInWords, async (who) =>
    told(await benchAside("benchBefore", { at: now(), by: nameOf(who, by), version: versionOf(version) })),
  );

/** A job stays where it stands on the bench, or moves again. */
export const freezeOnBench = async (raw: unknown, version: unknown, by: string): Promise<Told> =>
  inTheNameOf<Told>("plan the bench", refuseInWords, async (who) =>
    told(await benchAside("freezeJob", raw, { at: now(), by: nameOf(who, by), version: versionOf(version) })),
  );

/** Steps of a job given to somebody from a moment on. */
export const moveOnBench = async (raw: unknown, version: unknown, by: string): Promise<Told> =>
  inTheNameOf<Told>("plan the bench", refuseInWords, async (who) =>
    told(await benchAside("makeMove", raw, { at: now(), by: nameOf(who, by), version: versionOf(version) })),
  );

/** Keeps who works here and where. @returns the version that it is now */
export const keepFloor = async (raw: unknown, version: unknown, by: string): Promise<Told<number>> =>
  inTheNameOf<Told<number>>("save people and places", refuseInWords, async (who) =>
    told(await storeFloor(await database(), raw, { at: now(), by: nameOf(who, by), version: versionOf(version) })),
  );
