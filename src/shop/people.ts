import type { Knex } from "knex";
import type { z } from "zod";
import {
  firstOwnerSchema,
  ownSecretSchema,
  peopleChangeSchema,
  signInSchema,
  type Change,
  type PersonView,
} from "@/core/people/people";
import type { Role, Who } from "@/core/people/roles";
import { waitAfter, weakness } from "@/core/people/secret";
import { bad, good, type Result } from "@/core/result";
import * as data from "@/data/people";
import { readSetting, writeSetting } from "@/data/settings";
import { hashOfToken, hashSecret, isSecret, newToken } from "./secrets";

const KEY = "owner key";
/** Signed out by itself: after so long unseen, and after so long in any case. */
const IDLE_H = 14;
export const LONGEST_DAYS = 30;
const HOUR_MS = 3_600_000;

const before = (now: string, hours: number): string => new Date(Date.parse(now) - hours * HOUR_MS).toISOString();

const words = (error: z.ZodError): string => error.issues.map((issue) => issue.message).join(" ");

/** Makes the owner's key and keeps its hash; the one before it opens nothing any more. @returns the key, this once */
export async function makeOwnerKey(db: Knex): Promise<string> {
  const key = newToken(18);
  await writeSetting(db, KEY, await hashSecret(key));
  return key;
}

/** Whether nobody can come in yet: no key was made and nobody is known. */
export const hasNoKey = async (db: Knex): Promise<boolean> =>
  (await readSetting(db, KEY)) === undefined && (await data.people(db)).length === 0;

/** Whether somebody could sign in; else the owner's key is asked for. */
export const hasPeople = async (db: Knex): Promise<boolean> =>
  (await data.people(db)).some((person) => person.role === "owner" && !person.left);

export type SignedIn = { readonly token: string; readonly name: string; readonly role: Role };

/** One waits for the other: tries take memory, and many at once would take it from the pages. */
let turn: Promise<unknown> = Promise.resolve();
let inTurn = 0;
const MOST_IN_TURN = 8;

const WRONG = "That name and PIN or password do not belong together.";

/** @param wrongSays what a wrong try is told; one that must wait is told that */
async function tried(db: Knex, who: string, now: string, wrongSays: string, fits: () => Promise<boolean>): Promise<Result<null>> {
  const known = await data.triesOf(db, who);
  const waitS = known ? Math.ceil((Date.parse(known.locked_until) - Date.parse(now)) / 1000) : 0;
  if (waitS > 0)
    return bad(`Too many wrong tries. Try again in ${waitS > 90 ? `${Math.ceil(waitS / 60)} minutes` : `${waitS} s`}.`);
  if (await fits()) {
    await data.forgetTries(db, who);
    return good(null);
  }
  const wrong = (known?.wrong ?? 0) + 1;
  const until = new Date(Date.parse(now) + waitAfter(wrong) * 1000).toISOString();
  await data.noteTry(db, { name: who, wrong, last_at: now, locked_until: until });
  return bad(wrongSays);
}

/** One try after the other, so that no two of them are counted as one. */
async function inOrder<T>(work: () => Promise<Result<T>>): Promise<Result<T>> {
  if (inTurn >= MOST_IN_TURN) return bad("Many sign in at this moment. Try again in a minute.");
  inTurn += 1;
  const mine = turn.then(work);
  turn = mine.catch(() => undefined);
  return mine.finally(() => (inTurn -= 1));
}

async function begin(db: Knex, person: data.PersonRow, machine: string, now: string): Promise<SignedIn> {
  const token = newToken(32);
  await data.insertSession(db, {
    token_hash: hashOfToken(token),
    person_id: person.id,
    made_at: now,
    seen_at: now,
    machine: machine.slice(0, 120),
  });
  return { token, name: person.name, role: person.role };
}

/** Signs somebody in. A wrong name and a wrong secret are told the same, in the same time; after five in a row everyone of that name waits. */
export async function signIn(db: Knex, raw: unknown, machine: string, now: string): Promise<Result<SignedIn>> {
  const asked = signInSchema.safeParse(raw);
  if (!asked.success) return bad(words(asked.error));
  return inOrder(async () => {
    const person = await data.personByName(db, asked.data.name);
    const kept = person && !person.left ? person.secret : undefined;
    const fits = await tried(db, asked.data.name.toLowerCase(), now, WRONG, () => isSecret(asked.data.secret, kept));
    return fits.ok ? good(await begin(db, person!, machine, now)) : fits;
  });
}

/** With the owner's key: makes an owner, or gives one that is known a new secret, and signs in. */
export async function signInWithKey(db: Knex, raw: unknown, machine: string, now: string): Promise<Result<SignedIn>> {
  const asked = firstOwnerSchema.safeParse(raw);
  if (!asked.success) return bad(words(asked.error));
  const weak = weakness(asked.data.secret, asked.data.name);
  if (weak) return bad(weak);
  return inOrder(async () => {
    const kept = await readSetting(db, KEY);
    const fits = await tried(db, "\u0000key", now, "That is not the owner's key.", () =>
      isSecret(asked.data.key, typeof kept === "string" ? kept : undefined),
    );
    if (!fits.ok) return fits;
    const hash = await hashSecret(asked.data.secret);
    const known = await data.personByName(db, asked.data.name);
    if (known && known.role !== "owner") return bad("Somebody of that name has another role: take another name.");
    if (known) {
      await data.updatePerson(db, known.id, { secret: hash, left: 0 });
      await data.dropSessionsOf(db, known.id);
    } else await data.insertPerson(db, { name: asked.data.name, role: "owner", secret: hash, since: now });
    return good(await begin(db, (await data.personByName(db, asked.data.name))!, machine, now));
  });
}

/** Seen again only so often: a page is not a write. */
const TOUCH_H = 0.1;

/** Who a token belongs to, or null: unknown, too old, or somebody who left. */
export async function whoHas(db: Knex, token: string | undefined, now: string): Promise<NonNullable<Who> | null> {
  if (!token || token.length > 100) return null;
  const hash = hashOfToken(token);
  const session = await data.sessionOf(db, hash);
  if (!session) return null;
  if (session.madeAt < before(now, LONGEST_DAYS * 24) || session.seenAt < before(now, IDLE_H)) {
    await data.dropSessionsBefore(db, before(now, LONGEST_DAYS * 24), before(now, IDLE_H));
    return null;
  }
  if (session.seenAt < before(now, TOUCH_H)) await data.touchSession(db, hash, now);
  return { name: session.name, role: session.role };
}

export const signOut = (db: Knex, token: string | undefined): Promise<unknown> =>
  token ? data.dropSession(db, hashOfToken(token.slice(0, 100))) : Promise.resolve();

export async function listPeople(db: Knex): Promise<PersonView[]> {
  const counts = await data.sessionCounts(db);
  return (await data.people(db)).map(({ id, name: called, role: as, left, since }) => ({
    id,
    name: called,
    role: as,
    left: left === 1,
    since,
    signedIn: counts.get(id)?.n ?? 0,
    seenAt: counts.get(id)?.seenAt ?? null,
  }));
}

/** What the owner does with people. The last owner stays one. @returns the people afterwards */
export async function changePeople(db: Knex, raw: unknown, now: string): Promise<Result<PersonView[]>> {
  const asked = peopleChangeSchema.safeParse(raw);
  if (!asked.success) return bad(words(asked.error));
  const change = asked.data;
  const hash = "secret" in change ? await hashSecret(change.secret) : "";
  const outcome = await db.transaction((trx) => carryOut(trx, change, hash, now));
  return outcome.ok ? good(await listPeople(db)) : outcome;
}

async function carryOut(db: Knex, change: Change, hash: string, now: string): Promise<Result<null>> {
  if (change.do === "add") {
    const weak = weakness(change.secret, change.name);
    if (weak) return bad(weak);
    if (await data.personByName(db, change.name))
      return bad(`There is a ${change.name} already. What somebody did stands under their name, so each name is given once.`);
    await data.insertPerson(db, { name: change.name, role: change.role, secret: hash, since: now });
    return good(null);
  }
  const person = await data.personById(db, change.id);
  if (!person) return bad("Nobody of that number is known any more.");
  const losesOwner =
    person.role === "owner" && !person.left && (change.do === "leave" || (change.do === "role" && change.role !== "owner"));
  if (losesOwner && (await data.people(db)).filter((one) => one.role === "owner" && !one.left).length === 1)
    return bad(`${person.name} is the only owner: make somebody else an owner first.`);
  if (change.do === "secret") {
    const weak = weakness(change.secret, person.name);
    if (weak) return bad(weak);
    await data.updatePerson(db, person.id, { secret: hash });
    await data.forgetTries(db, person.name.toLowerCase());
  } else if (change.do === "role") await data.updatePerson(db, person.id, { role: change.role });
  else if (change.do === "leave") await data.updatePerson(db, person.id, { left: 1 });
  else if (change.do === "come back") await data.updatePerson(db, person.id, { left: 0 });
  // Whatever changes about somebody is asked for anew wherever they are signed in.
  await data.dropSessionsOf(db, person.id);
  return good(null);
}

/** Somebody's own PIN or password, with the old one. They stay signed in nowhere. */
export async function changeOwnSecret(db: Knex, who: NonNullable<Who>, raw: unknown, now: string): Promise<Result<null>> {
  const asked = ownSecretSchema.safeParse(raw);
  if (!asked.success) return bad(words(asked.error));
  const weak = weakness(asked.data.secret, who.name);
  if (weak) return bad(weak);
  return inOrder(async () => {
    const person = await data.personByName(db, who.name);
    const fits = await tried(db, who.name.toLowerCase(), now, "The old one is another.", () =>
      isSecret(asked.data.old, person?.secret),
    );
    if (!fits.ok) return fits;
    await data.updatePerson(db, person!.id, { secret: await hashSecret(asked.data.secret) });
    await data.dropSessionsOf(db, person!.id);
    return good(null);
  });
}
