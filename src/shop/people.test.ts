import { readFileSync } from "node:fs";
import {
  changeOwnSecret,
  changePeople,
  hasNoKey,
  hasPeople,
  listPeople,
  makeOwnerKey,
  signIn,
  signInWithKey,
  signOut,
  whoHas,
} from "./people";
import { customerView } from "@/core/job/customerView";
import { ALLOWED, ROLES, type Deed } from "@/core/people/roles";
import { commandSchema } from "@/core/job/command";
import { shopFloor } from "@/data/bench";
import { findJob, history, listJobs } from "@/data/jobs";
import { NOW, openDemoShop } from "../../tests/demoShop";
import { calendarLinkFor, calendarLinks, endCalendarLink, personOfCalendar } from "./calendarLinks";
import { linkFor, linksOn, openLink, unlink } from "./customerLinks";
import { openJob } from "./jobView";
import { perform } from "./perform";
import { COST } from "./secrets";

let shop: Awaited<ReturnType<typeof openDemoShop>>;
beforeAll(async () => {
  // What a try truly costs is tried in secrets.test: here are some hundred of them.
  jest.replaceProperty(COST, "N", 2 ** 10);
  shop = await openDemoShop();
});
afterAll(() => shop.close());
beforeEach(async () => {
  for (const table of ["customer_link", "calendar_link", "session", "sign_in_try", "person"]) await shop.db(table).delete();
  await shop.db("setting").where({ key: "owner key" }).delete();
});

const after = (seconds: number) => new Date(Date.parse(NOW) + seconds * 1000).toISOString();
const PIN = "258013";

/** Tamsin, who has the key. */
async function owner() {
  const key = await makeOwnerKey(shop.db);
  const made = await signInWithKey(shop.db, { key, name: "Tamsin", secret: PIN }, "tests", NOW);
  if (!made.ok) throw new Error(made.error);
  return made.value;
}
async function add(name: string, role: string, secret = "744180") {
  const people = await changePeople(shop.db, { do: "add", name, role, secret }, NOW);
  if (!people.ok) throw new Error(people.error);
  return people.value.find((one) => one.name === name)!;
}

test("the owner's key opens once made, is kept as a hash, and a new one shuts the old", async () => {
  expect([await hasNoKey(shop.db), await hasPeople(shop.db)]).toEqual([true, false]);
  const key = await makeOwnerKey(shop.db);
  expect(await hasNoKey(shop.db)).toBe(false);
  expect(JSON.stringify(await shop.db("setting").select())).not.toContain(key);
  const wrong = await signInWithKey(shop.db, { key: `${key}x`, name: "Tamsin", secret: PIN }, "", NOW);
  expect(wrong).toEqual({ ok: false, error: "That is not the owner's key." });
  expect(await hasPeople(shop.db)).toBe(false);
  const right = await signInWithKey(shop.db, { key, name: " Tamsin ", secret: PIN }, "", NOW);
  expect(right).toMatchObject({ ok: true, value: { name: "Tamsin", role: "owner" } });
  const other = await makeOwnerKey(shop.db);
  expect(await signInWithKey(shop.db, { key, name: "Jago", secret: PIN }, "", NOW)).toMatchObject({ ok: false });
  expect(await signInWithKey(shop.db, { key: other, name: "Jago", secret: PIN }, "", NOW)).toMatchObject({ ok: true });
  expect((await signInWithKey(shop.db, { key: other, name: "Wella", secret: "111111" }, "", NOW)).ok).toBe(false);
});

test("nothing that opens anything is in the database as it is: no PIN, no password, no session, no link", async () => {
  const { token } = await owner();
  await add("Wella", "buyer", "harbour-light");
  const signed = await signIn(shop.db, { name: "wella", secret: "harbour-light" }, "tests", NOW);
  const job = (await listJobs(shop.db, "Maud", 1)).rows[0]!;
  const link = await linkFor(shop.db, { jobId: job.id, days: 3, by: "Tamsin" }, NOW);
  const calendar = await calendarLinkFor(shop.db, { person: "", by: "Tamsin" }, NOW);
  if (!signed.ok || !link.ok || !calendar.ok) throw new Error("not signed in");
  const secrets = [PIN, "harbour-light", token, signed.value.token, link.value.path.slice(5), calendar.value.path.slice(10, 32)];
  const kept = JSON.stringify([
    await shop.db("person").select(),
    await shop.db("session").select(),
    await shop.db("customer_link").select(),
    await shop.db("calendar_link").select(),
    await shop.db("setting").select(),
  ]);
  for (const secret of secrets) expect(kept).not.toContain(secret);
  expect(kept).toContain(`scrypt$${COST.N}$8$3$`);
});

test("a wrong name and a wrong secret are told alike; five wrong ones make everybody of that name wait, longer each time", async () => {
  await owner();
  await add("Jago", "builder");
  const told = new Set<string>();
  for (const name of ["Jago", "Nobody"])
    for (let i = 0; i < 5; i += 1) {
      const no = await signIn(shop.db, { name, secret: "999990" }, "", after(i));
      if (!no.ok) told.add(no.error);
    }
  expect([...told]).toEqual(["That name and PIN or password do not belong together."]);
  const held = await signIn(shop.db, { name: "JAGO", secret: "744180" }, "", after(10));
  expect(held).toEqual({ ok: false, error: "Too many wrong tries. Try again in 24 s." });
  expect(await signIn(shop.db, { name: "Nobody", secret: "744180" }, "", after(10))).toEqual(held);
  // The next wrong one doubles the wait; a right one after it begins anew.
  expect(await signIn(shop.db, { name: "Jago", secret: "999990" }, "", after(40))).toMatchObject({ ok: false });
  expect(await signIn(shop.db, { name: "Jago", secret: "744180" }, "", after(90))).toEqual({
    ok: false,
    error: "Too many wrong tries. Try again in 10 s.",
  });
  expect(await signIn(shop.db, { name: "Jago", secret: "744180" }, "", after(101))).toMatchObject({ ok: true });
  expect(await signIn(shop.db, { name: "Jago", secret: "999990" }, "", after(102))).toMatchObject({ ok: false });
  expect(await signIn(shop.db, { name: "Jago", secret: "744180" }, "", after(103))).toMatchObject({ ok: true });
});

test("tries that come at once are counted one by one", async () => {
  await owner();
  await add("Jago", "builder");
  await Promise.all(Array.from({ length: 7 }, () => signIn(shop.db, { name: "Jago", secret: "999990" }, "", NOW)));
  const [row] = (await shop.db("sign_in_try").where({ name: "jago" })) as { wrong: number }[];
  expect(row!.wrong).toBe(5);
  const many = await Promise.all(Array.from({ length: 12 }, (_, i) => signIn(shop.db, { name: `n${i}`, secret: "9" }, "", NOW)));
  expect(many.filter((one) => !one.ok && one.error.startsWith("Many sign in")).length).toBe(4);
});

test("a session ends unseen after 14 hours, in any case after 30 days, by signing out, and with whoever leaves", async () => {
  const { token } = await owner();
  const hours = (n: number) => after(n * 3600);
  expect(await whoHas(shop.db, token, hours(13))).toEqual({ name: "Tamsin", role: "owner" });
  expect(await whoHas(shop.db, token, hours(26))).toEqual({ name: "Tamsin", role: "owner" });
  expect(await whoHas(shop.db, token, hours(41))).toBeNull();
  expect(await shop.db("session").select()).toEqual([]);
  const again = await signIn(shop.db, { name: "Tamsin", secret: PIN }, "", NOW);
  if (!again.ok) throw new Error(again.error);
  for (let h = 0; h <= 720; h += 12)
    expect([h, (await whoHas(shop.db, again.value.token, hours(h))) !== null]).toEqual([h, true]);
  expect(await whoHas(shop.db, again.value.token, hours(732))).toBeNull();
  const jago = await add("Jago", "builder");
  const his = await signIn(shop.db, { name: "Jago", secret: "744180" }, "", NOW);
  const two = await signIn(shop.db, { name: "Jago", secret: "744180" }, "", NOW);
  if (!his.ok || !two.ok) throw new Error("not signed in");
  await signOut(shop.db, his.value.token);
  expect([await whoHas(shop.db, his.value.token, NOW), (await whoHas(shop.db, two.value.token, NOW))?.name]).toEqual([
    null,
    "Jago",
  ]);
  await changePeople(shop.db, { do: "leave", id: jago.id }, NOW);
  expect(await whoHas(shop.db, two.value.token, NOW)).toBeNull();
  expect(await signIn(shop.db, { name: "Jago", secret: "744180" }, "", NOW)).toMatchObject({ ok: false });
  for (const forged of [undefined, "", "x", "x".repeat(101), "../etc"]) expect(await whoHas(shop.db, forged, NOW)).toBeNull();
});

test("the last owner stays one, a name is given once, a new role or PIN is asked for anew", async () => {
  const { token } = await owner();
  const tamsin = (await listPeople(shop.db)).find((one) => one.name === "Tamsin")!;
  for (const change of [
    { do: "leave", id: tamsin.id },
    { do: "role", id: tamsin.id, role: "counter" },
  ])
    expect(await changePeople(shop.db, change, NOW)).toMatchObject({ ok: false, error: expect.stringContaining("only owner") });
  expect((await whoHas(shop.db, token, NOW))?.role).toBe("owner");
  expect(await changePeople(shop.db, { do: "add", name: "TAMSIN", role: "builder", secret: "744180" }, NOW)).toMatchObject({
    ok: false,
    error: expect.stringContaining("already"),
  });
  expect(await changePeople(shop.db, { do: "add", name: "Jago", role: "builder", secret: "744" }, NOW)).toMatchObject({
    ok: false,
  });
  expect(await changePeople(shop.db, { do: "sign out", id: 9999 }, NOW)).toMatchObject({ ok: false });
  const jago = await add("Jago", "builder");
  const his = await signIn(shop.db, { name: "Jago", secret: "744180" }, "", NOW);
  if (!his.ok) throw new Error(his.error);
  await changePeople(shop.db, { do: "role", id: jago.id, role: "owner" }, NOW);
  expect(await whoHas(shop.db, his.value.token, NOW)).toBeNull();
  expect(await changePeople(shop.db, { do: "role", id: tamsin.id, role: "counter" }, NOW)).toMatchObject({ ok: true });
  const who = { name: "Jago", role: "owner" } as const;
  expect(await changeOwnSecret(shop.db, who, { old: "999999", secret: "harbour-light" }, NOW)).toMatchObject({ ok: false });
  expect(await changeOwnSecret(shop.db, who, { old: "744180", secret: "harbour-light" }, NOW)).toMatchObject({ ok: true });
  expect(await signIn(shop.db, { name: "Jago", secret: "744180" }, "", NOW)).toMatchObject({ ok: false });
  expect(await signIn(shop.db, { name: "Jago", secret: "harbour-light" }, "", NOW)).toMatchObject({ ok: true });
});

test("what is done stands under who is signed in, whatever name was typed", async () => {
  const id = (await listJobs(shop.db, "Tegen", 1)).rows[0]!.id;
  const { version } = (await findJob(shop.db, id))!;
  const done = await perform(
    shop.db,
    { jobId: id, version, by: "Somebody else", command: { do: "note call", says: "rang about the bell" } },
    NOW,
    { name: "Wella", role: "buyer" },
  );
  expect(done).toMatchObject({
    ok: true,
    view: { job: { calls: expect.arrayContaining([expect.objectContaining({ by: "Wella" })]) } },
  });
  expect((await history(shop.db, id))[0]).toMatchObject({ by: "Wella" });
});

/** One of each command, as far as the door: whether it would succeed is another matter. */
const RIDE = {
  name: "",
  beganAt: null,
  points: 100,
  windowS: 60,
  wayM: [300, 300],
  speedMs: [5, 5, 5],
  restS: [0, 0],
  cubeM3S3: [125, 125],
  repairs: [],
  riderKg: 80,
  loadKg: 0,
  airC: 15,
  windKmh: 0,
};
const SAMPLES: Record<string, object> = {
  "edit wish": { wish: { riderKg: 81 } },
  measure: { key: "shellWidthMm", text: "68", system: "metric", how: "tape", confirmed: false },
  "forget reading": { key: "shellWidthMm" },
  choose: { slot: "motor", partId: null },
  "put in": { partId: "x", quantity: 1 },
  "take out": { partId: "x" },
  "put in instead": { partId: "x", insteadOf: "y" },
  "keep photo": { photo: { id: "aaaaaaaa", item: null, widthPx: 1, heightPx: 1, says: "" } },
  "drop photo": { id: "x" },
  override: { finding: "x", reason: "a reason of words" },
  "withdraw override": { finding: "x" },
  source: { line: "x", source: "buy" },
  "add line": { line: { says: "bell", quantity: 1, priceMinor: 100, group: "dressing" } },
  "remove line": { id: "x" },
  "give sheet": {},
  "answer sheet": { given: 0, expectMinor: 1, answer: null },
  "take up sheet": { given: 0 },
  discount: { discount: null },
  "place order": { supplierId: "x", expectMinor: 1 },
  arrived: { orderId: "x" },
  "call off": { orderId: "x", why: "a reason of words" },
  tick: { step: "x", note: "" },
  untick: { step: "x" },
  mark: { mark: "x" },
  unmark: { mark: "x" },
  "begin step": { step: "x" },
  "pause step": { step: "x" },
  "note reading": { measure: "x", text: "1" },
  "drop reading": { measure: "x" },
  "report problem": { step: "x", what: "bike", partId: null, task: null, says: "a dent", hurts: false },
  "settle problem": { id: "x", how: "it was paint" },
  "pass check": { check: "brakes" },
  "fail check": { check: "brakes", says: "a pad rubs", task: null },
  "open check": { check: "brakes" },
  weigh: { front: "10", rear: "14", system: "metric" },
  "forget weighing": {},
  "take in ride": { ride: RIDE },
  "drop ride": { id: "x" },
  "agree to less": { promise: "mass", customer: "Tegen Marsh", says: "a kilogram more" },
  "read settings": { line: "as it should be" },
  "write settings": { values: { "assist-limit": 24.5 }, line: "as it should be" },
  "hand over": { customer: "Tegen Marsh", strokes: null },
  "note visit": { kind: "first", day: "2026-12-01", way: "", system: "metric", readings: {}, faults: [], did: "looked over" },
  "take out visit": { id: "x" },
  "note minutes": { step: "x", minutes: 20 },
  "note serial": { partId: "x", serial: "A1" },
  "drop serial": { partId: "x", serial: "A1" },
  "note bill": { orderId: "x", bill: null },
  "note call": { says: "x" },
  "take payment": { minor: 100, back: false, how: "card", says: "" },
  brought: { partId: "x" },
  "put aside": { why: "a reason of words" },
  "take up": {},
  sign: {},
};
const REMEDY = ["accept", "take back", "refuse", "offer again"];

test.each(ROLES)(
  "at the door of a job the %s is refused all that is not theirs, and nothing else on that ground",
  async (role) => {
    const id = (await listJobs(shop.db, "Tegen", 1)).rows[0]!.id;
    for (const option of commandSchema.options) {
      const deed = option.shape.do.value;
      const command = { do: deed, ...(REMEDY.includes(deed) ? { finding: "x", remedy: "x" } : SAMPLES[deed]) };
      expect([deed, commandSchema.safeParse(command).success]).toEqual([deed, true]);
      const { version } = (await findJob(shop.db, id))!;
      const answer = await perform(shop.db, { jobId: id, version, by: "", command }, NOW, { name: "Tam", role });
      const says = answer.ok ? "" : answer.error.says;
      expect([deed, says.includes("is not for the")]).toEqual([deed, !ALLOWED[deed as Deed].includes(role)]);
    }
  },
);

test("nobody takes back what they may not do", async () => {
  const id = (await listJobs(shop.db, "Tegen", 1)).rows[0]!.id;
  const act = async (command: object, role: (typeof ROLES)[number]) => {
    const { version } = (await findJob(shop.db, id))!;
    return perform(shop.db, { jobId: id, version, by: "", command }, NOW, { name: "Tam", role });
  };
  expect(await act({ do: "edit wish", wish: { loadKg: 7 } }, "counter")).toMatchObject({ ok: true });
  expect(await act({ do: "undo" }, "builder")).toMatchObject({
    ok: false,
    error: { says: expect.stringContaining("edit wish") },
  });
  expect(await act({ do: "undo" }, "counter")).toMatchObject({ ok: true });
  expect(await act({ do: "redo" }, "buyer")).toMatchObject({ ok: false });
  expect(await act({ do: "redo" }, "owner")).toMatchObject({ ok: true });
});

test("a customer's link shows their job alone until it ends or is ended, and a wrong one shows nothing", async () => {
  const [maud, perran] = await Promise.all(
    ["Maud", "Perran"].map(async (name) => (await listJobs(shop.db, name, 1)).rows[0]!.id),
  );
  const made = await linkFor(shop.db, { jobId: maud, days: 2, by: "Tamsin" }, NOW);
  if (!made.ok) throw new Error(made.error);
  expect(made.value.path).toMatch(/^\/for\/[A-Za-z0-9_-]{22}$/);
  const token = made.value.path.slice(5);
  const shown = (await openLink(shop.db, token, NOW))!;
  const view = (await openJob(shop.db, maud!, NOW))!;
  expect(shown).toEqual(customerView(view));
  expect(shown.customer).toContain("Maud");
  // Nothing of what the shop pays or earns, of its people, or of another job.
  const text = JSON.stringify(shown);
  for (const secret of ["costMinor", "margin", "supplier", "Tamsin", perran!, "contact"]) expect(text).not.toContain(secret);
  const given = shown.sheet!;
  expect(given.lines.reduce((sum, line) => sum + line.totalMinor, 0) + given.otherMinor).toBe(given.allInMinor);
  expect(await openLink(shop.db, token, after(2 * 86_400 + 1))).toBeNull();
  const other = token.startsWith("A") ? `B${token.slice(1)}` : `A${token.slice(1)}`;
  for (const wrong of [other, "", token.slice(1), `${token}A`, "' or 1=1 --", maud!])
    expect(await openLink(shop.db, wrong, NOW)).toBeNull();
  const { id } = made.value.links[0]!;
  expect((await unlink(shop.db, { jobId: perran, id }, NOW)).ok).toBe(true);
  expect(await openLink(shop.db, token, NOW)).not.toBeNull();
  expect(await unlink(shop.db, { jobId: maud, id }, NOW)).toMatchObject({
    ok: true,
    value: [{ id, ended: "revoked" }],
  });
  expect(await openLink(shop.db, token, NOW)).toBeNull();
  for (const days of [0, 1.5, 181, -1, "3", null, NaN])
    expect([days, (await linkFor(shop.db, { jobId: maud, days, by: "" }, NOW)).ok]).toEqual([days, false]);
  expect(await linkFor(shop.db, { jobId: "j0", days: 1, by: "" }, NOW)).toMatchObject({ ok: false });
  for (let i = 0; i < 20; i += 1) await linkFor(shop.db, { jobId: maud, days: 1, by: "" }, NOW);
  expect(await linkFor(shop.db, { jobId: maud, days: 1, by: "" }, NOW)).toMatchObject({
    ok: false,
    error: expect.stringContaining("20"),
  });
  expect((await linksOn(shop.db, maud!, after(90_000))).filter((link) => link.ended === "open")).toEqual([]);
});

test("a calendar's address shows one person's work, or everybody's, until it is ended; a wrong one shows nothing", async () => {
  const [one] = (await shopFloor(shop.db)).people;
  const made = await calendarLinkFor(shop.db, { person: one!.id, by: "Tamsin" }, NOW);
  const all = await calendarLinkFor(shop.db, { person: "", by: "" }, NOW);
  if (!made.ok || !all.ok) throw new Error("none made");
  expect(made.value.path).toMatch(/^\/calendar\/[A-Za-z0-9_-]{22}\.ics$/);
  const [path, other] = [made, all].map((link) => link.value.path.slice(10)) as [string, string];
  expect([await personOfCalendar(shop.db, path), await personOfCalendar(shop.db, other)]).toEqual([one!.id, ""]);
  // Some programs leave the ending out.
  expect(await personOfCalendar(shop.db, path.slice(0, -4))).toBe(one!.id);
  for (const wrong of ["", "x", path.slice(1), `A${path}`, `${path}.ics`, "' or 1=1 --", one!.id, "%2e%2e"])
    expect([wrong, await personOfCalendar(shop.db, wrong)]).toEqual([wrong, null]);
  for (const raw of [null, {}, { person: 3, by: "" }, { person: "nobody's", by: "" }, { person: "", by: "", days: 3 }])
    expect(await calendarLinkFor(shop.db, raw, NOW)).toMatchObject({ ok: false });
  for (const id of [null, "1", 1.5, NaN, {}]) expect(await endCalendarLink(shop.db, id, NOW)).toMatchObject({ ok: false });
  const { id } = made.value.links[0]!;
  const left = await endCalendarLink(shop.db, id, NOW);
  expect(left.ok && left.value.map(({ ended }) => ended)).toEqual([false, true]);
  expect([await personOfCalendar(shop.db, path), await personOfCalendar(shop.db, other)]).toEqual([null, ""]);
  for (let i = 0; i < 25; i += 1) await calendarLinkFor(shop.db, { person: "", by: "" }, NOW);
  expect((await calendarLinks(shop.db)).filter(({ ended }) => !ended)).toHaveLength(20);
});

test("a price that the shop has not given yet is not on a customer's page", async () => {
  const id = (await listJobs(shop.db, "Silas", 1)).rows[0]!.id;
  const view = (await openJob(shop.db, id, NOW))!;
  expect(view.job.given).toEqual([]);
  expect(view.sheet.allInMinor).toBeGreaterThan(0);
  expect(customerView(view).sheet).toBeNull();
  expect(JSON.stringify(customerView(view))).not.toContain(String(view.sheet.allInMinor));
});

test("no secret is written where a log could keep it", () => {
  for (const file of ["people.ts", "secrets.ts"]) expect(readFileSync(`${__dirname}/${file}`, "utf8")).not.toContain("console.");
});
