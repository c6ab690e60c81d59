import { readdirSync } from "node:fs";
import { dirname, join } from "node:path";
import knex from "knex";
import type { Page } from "puppeteer-core";
import { click, goTo, openPage, openStand, reload, shows, text, type Stand } from "./stand";

/** A bench on the workshop's net, over plain http: who gets in, and what each of them is offered. */
let stand: Stand;
let perran: string;
beforeAll(async () => {
  stand = await openStand({ net: true });
  const db = knex({ client: "better-sqlite3", connection: { filename: stand.database }, useNullAsDefault: true });
  perran = ((await db("job").where("customer", "like", "Perran%").first("id")) as { id: string }).id;
  await db.destroy();
});
afterAll(() => stand.stop());

const ownerKey = () => /owner's key of this shop, shown this once: (\S+)/.exec(stand.said())?.[1];

async function fill(page: Page, label: string, words: string): Promise<void> {
  const box = await page.waitForFunction(
    (wanted: string) =>
      [...document.querySelectorAll("label.field")].find((one) => one.textContent?.includes(wanted))?.querySelector("input"),
    {},
    label,
  );
  const input = box.asElement() as unknown as { click: (how: object) => Promise<void>; type: (words: string) => Promise<void> };
  await input.click({ clickCount: 3 });
  await input.type(words);
}

async function signIn(name: string, secret: string, to = "/"): Promise<{ page: Page; complaints: string[] }> {
  const opened = await openPage(stand, to);
  await fill(opened.page, "Your name", name);
  await fill(opened.page, "PIN or password", secret);
  await Promise.all([opened.page.waitForNavigation({ waitUntil: "networkidle0" }), click(opened.page, "Sign in")]);
  return opened;
}

/** Every page and route of the application, with something in place of what stands in brackets. */
function doors(): string[] {
  const app = join(process.cwd(), "src/app");
  return readdirSync(app, { recursive: true, encoding: "utf8" })
    .filter((file) => /(page\.tsx|route\.ts)$/.test(file))
    .map((file) => (dirname(file) === "." ? "/" : `/${dirname(file)}`))
    .map((path) =>
      path
        .replace("[id]", perran)
        .replace("[stage]", "sheet")
        .replace("[name]", "chainline")
        .replace(/\[\w+\]/, "x"),
    );
}

test("nobody who has not signed in reads or does anything: every page, every route, every way of asking", async () => {
  const all = [...doors(), "/_next/image?url=%2Fapi%2Fphotos%2Fx&w=640&q=75"];
  expect(all.length).toBeGreaterThan(30);
  for (const path of all)
    for (const method of ["GET", "POST", "PUT", "DELETE"]) {
      const answer = await fetch(stand.base + path, {
        method,
        redirect: "manual",
        headers: { origin: stand.base, "next-action": "0".repeat(40) },
        ...(method !== "GET" && { body: "[]" }),
      });
      const open =
        (method === "GET" && (path === "/sign-in" || path === "/for/x")) || (method === "POST" && path === "/api/sign-in");
      if (open) continue;
      // A customer's paper and a calendar are asked for by their addresses alone: one that never was has none.
      const asked = ["/for/x/hand-over.pdf", "/calendar/x"].includes(path) && method === "GET" ? 404 : undefined;
      const refused = method === "GET" && !path.startsWith("/api/") ? 307 : 401;
      expect([path, method, answer.status]).toEqual([path, method, asked ?? refused]);
      expect(await answer.text()).not.toMatch(/Perran|Slip Workshop/);
    }
  // A cookie that somebody made up opens nothing.
  const forged = await fetch(`${stand.base}/api/jobs`, { headers: { cookie: "gull-session=AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA" } });
  expect(forged.status).toBe(401);
});

test("the key that was printed makes the owner, who adds people; each does their own work under their own name", async () => {
  const key = ownerKey();
  expect(key).toHaveLength(24);
  const { page, complaints } = await openPage(stand, `/jobs/${perran}/sheet`);
  expect(page.url()).toContain("/sign-in?to=");
  await fill(page, "Owner's key", `${key}x`);
  await fill(page, "Your name", "Tamsin");
  await fill(page, "A PIN", "258013");
  await click(page, "Become the owner");
  await shows(page, ".sign-in", "That is not the owner's key.");
  await fill(page, "Owner's key", key!);
  await Promise.all([page.waitForNavigation({ waitUntil: "networkidle0" }), click(page, "Become the owner")]);
  // Where they wanted to go, and who they are.
  expect(page.url()).toBe(`${stand.base}/jobs/${perran}/sheet`);
  expect(await text(page, ".rail .who")).toContain("Tamsin");
  const cookies = await page.cookies();
  expect(cookies.find((cookie) => cookie.name === "gull-session")).toMatchObject({
    httpOnly: true,
    sameSite: "Lax",
    secure: false,
  });
  // A line by hand over plain http: its number is the shop's.
  await page.type(".add-line input", "Brass bell");
  await page.type('.add-line [aria-label^="Price each"]', "12.50");
  await click(page, "Add", ".add-line");
  await shows(page, ".sheet", "Brass bell");
  await shows(page, ".keys-last", "Line added: Brass bell");

  await goTo(page, `${stand.base}/people`);
  await fill(page, "Name", "Jago");
  await fill(page, "PIN (6 digits)", "123456");
  await click(page, "Add", ".people");
  await shows(page, ".people", "Digits in a row are tried first");
  await fill(page, "PIN (6 digits)", "744190");
  await click(page, "Add", ".people");
  await shows(page, ".people-table", "Jago");
  expect(complaints).toEqual([]);

  const jago = await signIn("jago", "744190", `/jobs/${perran}/sheet`);
  expect(await text(jago.page, ".rail .who")).toContain("builder");
  // The page that was rendered for one of them is not the other's.
  for (const [one, name, not] of [
    [page, "Tamsin", "Jago"],
    [jago.page, "Jago", "Tamsin"],
  ] as const)
    for (let i = 0; i < 2; i += 1) {
      const sent = await one.evaluate(
        async (path) => /class="who signed".*?<\/a>/s.exec(await (await fetch(path)).text())?.[0] ?? "",
        `/jobs/${perran}/sheet`,
      );
      expect(sent).toContain(name);
      expect(sent).not.toContain(not);
    }
  const offered = await text(jago.page, ".sheet");
  for (const not of ["Give it to the customer", "Link for the customer", "A line by hand"]) expect(offered).not.toContain(not);
  const preview = await jago.page.evaluate(
    async () => (await fetch("/api/house/preview", { method: "POST", body: "{}" })).status,
  );
  expect(preview).toBe(403);
  await goTo(jago.page, `${stand.base}/jobs/${perran}/ask`);
  await shows(jago.page, ".hands", "To read: owner or counter changes it.");
  expect(await jago.page.$$eval(".hands fieldset input", (all) => all.every((one) => one.matches(":disabled")))).toBe(true);
  await jago.page.type('[aria-label="What was said in a call"]', "He rang about the bell");
  await jago.page.keyboard.press("Enter");
  await shows(jago.page, ".calls", "He rang about the bell");
  await shows(jago.page, ".calls", "Jago");
  await goTo(jago.page, `${stand.base}/parts/hf250-622`);
  await shows(jago.page, ".part-page", "To read: owner or counter or buyer changes it.");
  expect(await jago.page.$eval('[aria-label="Name"]', (box) => box.matches(":disabled"))).toBe(true);
  expect(await text(jago.page, ".page-head")).not.toContain("Store");
  await goTo(jago.page, `${stand.base}/parts`);
  expect(await text(jago.page, ".page-head")).not.toContain("New part");
  await goTo(jago.page, `${stand.base}/people`);
  await shows(jago.page, ".people", "Who works here is kept by an owner.");

  // The owner signs him out; his next act is refused in words, and what he typed stays.
  await goTo(jago.page, `${stand.base}/jobs/${perran}/ask`);
  await reload(page);
  const row = await page.evaluateHandle(() =>
    [...document.querySelectorAll(".people-table tr")]
      .find((one) => one.textContent?.includes("Jago"))!
      .querySelectorAll("button"),
  );
  await row.evaluate((buttons) => [...buttons].find((one) => one.textContent === "Sign out")!.click());
  await page.waitForFunction(() =>
    [...document.querySelectorAll(".people-table tr")]
      .find((one) => one.textContent?.includes("Jago"))!
      .textContent!.includes("nowhere"),
  );
  await jago.page.type('[aria-label="What was said in a call"]', "Half a sentence");
  await jago.page.keyboard.press("Enter");
  await shows(jago.page, "body", "signed out");
  expect(await jago.page.$eval('[aria-label="What was said in a call"]', (box) => (box as HTMLInputElement).value)).toBe(
    "Half a sentence",
  );
});

test("a calendar program that cannot sign in looks at the bench by an address of its own, and by nothing else, until that is ended", async () => {
  const { page, complaints } = await signIn("Tamsin", "258013", "/bench");
  await click(page, "Calendar", ".page-head");
  await shows(page, ".ant-modal", "No calendar looks at the bench yet.");
  await click(page, "Make an address");
  await page.waitForSelector(".link-address");
  const address = await text(page, ".link-address");
  expect(address).toMatch(new RegExp(`^${stand.base}/calendar/[A-Za-z0-9_-]{22}\\.ics$`));
  const looked = await fetch(address);
  expect([looked.status, looked.headers.get("content-type")]).toEqual([200, "text/calendar; charset=utf-8"]);
  const calendar = await looked.text();
  expect(calendar).toMatch(/^BEGIN:VCALENDAR/);
  expect(calendar.match(/BEGIN:VEVENT/g)!.length).toBeGreaterThan(10);
  // The same pieces keep their names when it looks again.
  const uids = (of: string) => [...of.matchAll(/^UID:(.+)$/gm)].map(([, uid]) => uid);
  expect(uids(await (await fetch(address)).text())).toEqual(uids(calendar));
  expect((await fetch(`${stand.base}/api/bench/calendar.ics`)).status).toBe(401);
  // The sign of the bench is everybody's.
  expect((await fetch(`${stand.base}/favicon.ico`)).status).toBe(200);
  expect((await fetch(address.replace(/.\.ics$/, ".ics"))).status).toBe(404);
  await shows(page, ".link-list", "Everybody, made");
  await shows(page, ".link-list", "by Tamsin");
  await click(page, "End it now");
  await shows(page, ".link-list", "ended");
  expect((await fetch(address)).status).toBe(404);
  expect(complaints).toEqual([]);
});

test("a customer's link shows one job, changes nothing, and ends when the shop ends it", async () => {
  const { page } = await signIn("Tamsin", "258013", `/jobs/${perran}/sheet`);
  await click(page, "Link for the customer");
  await page.waitForSelector('[aria-label="Days that the link is good for"]:focus');
  await click(page, "Make a link");
  await page.waitForSelector(".link-address");
  const address = await text(page, ".link-address");
  expect(address.startsWith(`${stand.base}/for/`)).toBe(true);
  const customer = await openPage(stand, address.slice(stand.base.length));
  await shows(customer.page, ".customer", "Perran");
  expect(await customer.page.$(".rail")).toBeNull();
  const head = await fetch(address);
  expect(head.headers.get("x-robots-tag")).toContain("noindex");
  expect(await head.text()).toContain('content="no-referrer"');
  // From there nothing else of the shop is reached.
  for (const path of [`/jobs/${perran}/sheet`, "/", "/people"]) {
    await goTo(customer.page, stand.base + path);
    expect([path, new URL(customer.page.url()).pathname]).toEqual([path, "/sign-in"]);
  }
  expect(await customer.page.evaluate(async () => (await fetch("/api/jobs")).status)).toBe(401);
  expect((await fetch(address, { method: "POST", body: "[]", headers: { origin: stand.base } })).status).toBe(401);
  expect(customer.complaints.filter((one) => !one.includes("401"))).toEqual([]);
  await click(page, "End it now");
  await shows(page, ".link-list", "ended by the shop");
  await goTo(customer.page, address);
  await shows(customer.page, ".customer", "This link has ended");
});

test("the owner's key is printed once: a second start says nothing of it, and who was signed in still is", async () => {
  const { page } = await signIn("Tamsin", "258013");
  await stand.stopServer();
  await stand.startServer();
  expect(ownerKey()).toBeUndefined();
  await goTo(page, `${stand.base}/people`);
  await shows(page, ".people-table", "Tamsin");
  await click(page, "Sign out on this machine");
  await shows(page, ".sign-in", "Sign in");
  await goTo(page, `${stand.base}/people`);
  expect(page.url()).toContain("/sign-in");
});
