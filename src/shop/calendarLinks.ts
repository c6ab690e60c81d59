import type { Knex } from "knex";
import { calendarLinkSchema, type CalendarLinkView } from "@/core/people/links";
import { bad, good, type Result } from "@/core/result";
import { shopFloor } from "@/data/bench";
import { allCalendarLinks, calendarLinkByHash, insertCalendarLink, revokeCalendarLink } from "@/data/people";
import { hashOfToken, newToken } from "./secrets";

/** 128 random bits: nobody guesses one. */
const TOKEN_BYTES = 16;
const PATH = /^([A-Za-z0-9_-]{22})(?:\.ics)?$/;
const MOST_OPEN = 20;

/** Makes an address for a calendar. @returns its path, which is kept nowhere, and all of them */
export async function calendarLinkFor(
  db: Knex,
  raw: unknown,
  now: string,
): Promise<Result<{ path: string; links: CalendarLinkView[] }>> {
  const asked = calendarLinkSchema.safeParse(raw);
  if (!asked.success) return bad("Say whose work the calendar shows.");
  const { person, by } = asked.data;
  if (person !== "" && !(await shopFloor(db)).people.some(({ id }) => id === person))
    return bad("Nobody of that name works here any more.");
  if ((await calendarLinks(db)).filter(({ ended }) => !ended).length >= MOST_OPEN)
    return bad(`${MOST_OPEN} calendars look at the bench: end one first.`);
  const token = newToken(TOKEN_BYTES);
  await insertCalendarLink(db, { token_hash: hashOfToken(token), person, made_at: now, by });
  return good({ path: `/calendar/${token}.ics`, links: await calendarLinks(db) });
}

/** All addresses, the newest first. */
export const calendarLinks = async (db: Knex): Promise<CalendarLinkView[]> =>
  (await allCalendarLinks(db)).map(({ id, person, made_at, by, revoked_at }) => ({
    id,
    person,
    madeAt: made_at,
    by,
    ended: revoked_at !== null,
  }));

/** Ends an address at once. @returns all of them */
export async function endCalendarLink(db: Knex, id: unknown, now: string): Promise<Result<CalendarLinkView[]>> {
  if (typeof id !== "number" || !Number.isInteger(id)) return bad("There is no such calendar.");
  await revokeCalendarLink(db, id, now);
  return good(await calendarLinks(db));
}

/** Whose pieces of work the calendar at an address shows, "" for everybody's; null for one that never was or has ended: they are told alike. */
export async function personOfCalendar(db: Knex, path: string): Promise<string | null> {
  const token = PATH.exec(path)?.[1];
  if (token === undefined) return null;
  const link = await calendarLinkByHash(db, hashOfToken(token));
  return !link || link.revoked_at !== null ? null : link.person;
}
