import type { Knex } from "knex";
import type { Role } from "@/core/people/roles";

export type PersonRow = { id: number; name: string; role: Role; secret: string; left: number; since: string };
type SessionRow = { token_hash: string; person_id: number; made_at: string; seen_at: string; machine: string };

export const personByName = (db: Knex, name: string): Promise<PersonRow | undefined> =>
  db<PersonRow>("person").where({ name }).first();
export const people = (db: Knex): Promise<PersonRow[]> => db<PersonRow>("person").orderBy("name");
export const personById = (db: Knex, id: number): Promise<PersonRow | undefined> => db<PersonRow>("person").where({ id }).first();

export const insertPerson = (db: Knex, person: Omit<PersonRow, "id" | "left">) => db("person").insert({ ...person, left: 0 });
export const updatePerson = (db: Knex, id: number, change: Partial<Pick<PersonRow, "role" | "secret" | "left">>) =>
  db("person").where({ id }).update(change);

export type SessionOf = { personId: number; name: string; role: Role; madeAt: string; seenAt: string };

export async function insertSession(db: Knex, row: SessionRow): Promise<void> {
  await db<SessionRow>("session").insert(row);
}
/** Whose session it is; none for one who left. */
export async function sessionOf(db: Knex, tokenHash: string): Promise<SessionOf | undefined> {
  return (await db("session")
    .join("person", "person.id", "session.person_id")
    .where({ "session.token_hash": tokenHash, "person.left": 0 })
    .first("person.id as personId", "person.name", "person.role", "session.made_at as madeAt", "session.seen_at as seenAt")) as
    SessionOf | undefined;
}
export const touchSession = (db: Knex, tokenHash: string, at: string) =>
  db("session").where({ token_hash: tokenHash }).update({ seen_at: at });
export const dropSession = (db: Knex, tokenHash: string) => db("session").where({ token_hash: tokenHash }).delete();
export const dropSessionsOf = (db: Knex, personId: number) => db("session").where({ person_id: personId }).delete();
export const dropSessionsBefore = (db: Knex, madeBefore: string, seenBefore: string) =>
  db("session").where("made_at", "<", madeBefore).orWhere("seen_at", "<", seenBefore).delete();

export const sessionCounts = async (db: Knex): Promise<Map<number, { n: number; seenAt: string }>> => {
  const rows = await db<SessionRow>("session").orderBy("seen_at");
  const counts = new Map<number, { n: number; seenAt: string }>();
  for (const { person_id, seen_at } of rows) counts.set(person_id, { n: (counts.get(person_id)?.n ?? 0) + 1, seenAt: seen_at });
  return counts;
};

type TryRow = { name: string; wrong: number; last_at: string; locked_until: string };
/** Names are anybody's to make up: only so many are remembered, those that are locked the longest. */
const MOST_TRIES = 1_000;

export const triesOf = (db: Knex, name: string): Promise<TryRow | undefined> => db<TryRow>("sign_in_try").where({ name }).first();
export async function noteTry(db: Knex, row: TryRow): Promise<void> {
  await db("sign_in_try").insert(row).onConflict("name").merge();
  await db.raw(
    "delete from sign_in_try where name not in (select name from sign_in_try order by locked_until desc, last_at desc limit ?)",
    [MOST_TRIES],
  );
}
export const forgetTries = (db: Knex, name: string) => db("sign_in_try").where({ name }).delete();

export type LinkRow = {
  id: number;
  token_hash: string;
  job_id: string;
  made_at: string;
  by: string;
  until: string;
  revoked_at: string | null;
};
export const insertLink = (db: Knex, row: Omit<LinkRow, "id" | "revoked_at">) => db("customer_link").insert(row);
export const linkByHash = (db: Knex, tokenHash: string): Promise<LinkRow | undefined> =>
  db<LinkRow>("customer_link").where({ token_hash: tokenHash }).first();
export const linksOf = (db: Knex, jobId: string): Promise<LinkRow[]> =>
  db<LinkRow>("customer_link").where({ job_id: jobId }).orderBy("id", "desc").limit(50);
export const revokeLink = (db: Knex, jobId: string, id: number, at: string) =>
  db("customer_link").where({ id, job_id: jobId, revoked_at: null }).update({ revoked_at: at });

export type CalendarLinkRow = Omit<LinkRow, "job_id" | "until"> & { person: string };
export const insertCalendarLink = (db: Knex, row: Omit<CalendarLinkRow, "id" | "revoked_at">) => db("calendar_link").insert(row);
export const calendarLinkByHash = (db: Knex, tokenHash: string): Promise<CalendarLinkRow | undefined> =>
  db<CalendarLinkRow>("calendar_link").where({ token_hash: tokenHash }).first();
export const allCalendarLinks = (db: Knex): Promise<CalendarLinkRow[]> =>
  db<CalendarLinkRow>("calendar_link").orderBy("id", "desc").limit(100);
export const revokeCalendarLink = (db: Knex, id: number, at: string) =>
  db("calendar_link").where({ id, revoked_at: null }).update({ revoked_at: at });
