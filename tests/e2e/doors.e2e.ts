import { request } from "node:http";
import knex from "knex";
import { FIRST_LOAD_BYTES, firstLoadBytes } from "../firstLoad";
import { COMMUTE } from "../ride.fixture";
import { click, jobId, openPage, openStand, reload, shows, type Stand } from "./stand";

/** Who knocks, and what one of them may do to the others. */
let stand: Stand;
beforeAll(async () => {
  stand = await openStand();
});
afterAll(() => stand.stop());

/** A request with any head, as no browser would let a page send it. */
function knock(
  path: string,
  headers: Record<string, string>,
  method = "GET",
  body = "",
): Promise<{ status: number; says: string }> {
  const { port } = new URL(stand.base);
  return new Promise((resolve, reject) => {
    const asked = request({ host: "127.0.0.1", port, path, method, headers }, (answer) => {
      let says = "";
      answer.setEncoding("utf8").on("data", (piece: string) => (says += piece));
      answer.on("end", () => resolve({ status: answer.statusCode!, says }));
    });
    asked.on("error", reject);
    asked.end(body);
  });
}

test("a name that is not this bench's gets nothing, whatever it asks for", async () => {
  const id = await jobId(stand, "Perran");
  for (const path of ["/", `/jobs/${id}/sheet`, `/api/jobs/${id}/job.json`, "/api/jobs", "/tools"]) {
    const { status, says } = await knock(path, { host: "rebound.example:4170" });
    expect([path, status]).toEqual([path, 421]);
    expect(says).not.toContain("Perran");
  }
  expect((await knock("/", { host: new URL(stand.base).host })).status).toBe(200);
});

test("another page reads and does nothing: by picture, form or script; its link is followed", async () => {
  const { host } = new URL(stand.base);
  const id = await jobId(stand, "Perran");
  const evil = { host, origin: "http://rebound.example", "sec-fetch-site": "cross-site", "content-type": "text/plain" };
  for (const [path, method] of [
    ["/api/calc/ride", "POST"],
    ["/api/house/preview", "POST"],
    [`/api/jobs/${id}/photos`, "POST"],
    [`/jobs/${id}/ask`, "POST"],
    [`/api/jobs/${id}/job.json`, "GET"],
    ["/tools/chainline?cogs=1000000000&shellWidthMm=68", "GET"],
  ] as const)
    expect([
      path,
      (
        await knock(
          path,
          { ...evil, "sec-fetch-mode": "no-cors", "sec-fetch-dest": "image" },
          method,
          method === "POST" ? "{}" : "",
        )
      ).status,
    ]).toEqual([path, 403]);
  const followed = { host, "sec-fetch-site": "cross-site", "sec-fetch-mode": "navigate", "sec-fetch-dest": "document" };
  expect((await knock(`/jobs/${id}/ask`, followed)).status).toBe(200);
});

test("the sign of the bench is there by the name that a browser asks for of itself", async () => {
  for (const path of ["/icon.svg", "/favicon.ico"]) {
    const answer = await fetch(stand.base + path);
    expect([path, answer.status, answer.headers.get("content-type")]).toEqual([path, 200, "image/svg+xml"]);
    expect(await answer.text()).toContain("<svg");
  }
});

test("every answer is guarded, and a page runs under its policy without a complaint", async () => {
  for (const path of ["/", "/tools", "/nowhere", "/api/jobs", "/api/calc/nothing"]) {
    const head = (
      await fetch(stand.base + path, {
        method: path.includes("calc") ? "POST" : "GET",
        body: path.includes("calc") ? "{}" : null,
      })
    ).headers;
    expect([path, head.get("x-content-type-options"), head.get("x-frame-options")]).toEqual([path, "nosniff", "DENY"]);
    expect([path, head.get("content-security-policy")]).toEqual([path, expect.stringContaining("frame-ancestors 'none'")]);
  }
  const { page, complaints } = await openPage(stand, "/nowhere");
  await shows(page, "body", "not");
  // The missing page itself is told by the browser.
  expect(complaints.filter((one) => !one.includes("404"))).toEqual([]);
  // What slips in as markup is markup: nothing of it runs.
  const ran = await page.evaluate(async () => {
    const slipped = document.createElement("div");
    slipped.innerHTML = '<img src="data:image/png;base64,none" onerror="window.sneaked = true">';
    document.body.append(slipped);
    await new Promise((resolve) => slipped.querySelector("img")!.addEventListener("error", resolve));
    return (window as unknown as { sneaked?: boolean }).sneaked === true;
  });
  expect(ran).toBe(false);
});

test("a page that was rendered before carries another word each time, and shows what anybody changed since", async () => {
  const id = await jobId(stand, "Perran");
  const asked = async (stage: string, of = id) => {
    const answer = await fetch(`${stand.base}/jobs/${of}/${stage}`);
    const word = /'nonce-([^']+)'/.exec(answer.headers.get("content-security-policy")!)![1]!;
    return { word, page: await answer.text(), link: answer.headers.get("link") };
  };
  const words = new Set<string>();
  for (const stage of ["ask", "sheet", "ask", "sheet", "ask"]) {
    const { word, page, link } = await asked(stage);
    words.add(word);
    const scripts = [...page.matchAll(/<script[^>]*>/g)].map(([script]) => script);
    expect(scripts.length).toBeGreaterThan(3);
    expect(scripts.filter((script) => !script.includes(`nonce="${word}"`))).toEqual([]);
    expect(new Set([...(link ?? "").matchAll(/nonce="([^"]+)"/g)].map(([, one]) => one))).toEqual(new Set([word]));
  }
  expect(words.size).toBe(5);
  const [first, second] = [await asked("sheet"), await asked("sheet")];
  expect(second.page.replaceAll(second.word, first.word)).toBe(first.page);

  // Somebody on another program changes the job, the house and back again.
  const db = knex({ client: "better-sqlite3", connection: { filename: stand.database }, useNullAsDefault: true });
  const put = (customer: string) =>
    db("job")
      .where({ id })
      .update({ body: db.raw("json_set(body, '$.wish.customer', ?)", [customer]) });
  const { body } = (await db("job").where({ id }).first("body")) as { body: string };
  const { customer } = (JSON.parse(body) as { wish: { customer: string } }).wish;
  for (const name of ["Perran the second", "Perran the third", "Perran the second", customer]) {
    await put(name);
    const { page } = await asked("sheet");
    expect(page).toContain(name);
    for (const other of ["Perran the second", "Perran the third"]) if (other !== name) expect(page).not.toContain(other);
  }
  await db("job").where({ id }).update({ body: '{"wish":1}' });
  expect((await asked("sheet")).page).toContain("does not read in the database");
  await db("job").where({ id }).update({ body });
  // An id that no bench makes has no page, and stands on none.
  const odd = '"><b>odd';
  await db("job").insert({ ...(await db("job").where({ id }).first("*")), id: odd, number: 9_999 });
  const { page: oddPage } = await asked("sheet", encodeURIComponent(odd));
  await db("job").where({ id: odd }).delete();
  expect(oddPage).toContain("There is nothing here");
  expect(oddPage).not.toContain(odd);
  await db.destroy();
  expect((await asked("sheet")).page).toContain(customer);
  // What nobody gave out is looked at as anybody's: a ticket, a stage, a job.
  const none = { headers: { "x-gull-ticket": "00000000-0000-0000-0000-000000000000" } };
  expect(await (await fetch(`${stand.base}/jobs/${id}/sheet`, none)).text()).toContain(customer);
  for (const path of [`/jobs/${id}/nothing`, "/jobs/nobody/sheet", `/jobs/${encodeURIComponent("../")}/sheet`])
    expect([path, (await fetch(stand.base + path)).status]).toEqual([path, 404]);
});

test("while somebody's rides are reckoned to their budget's end, others are answered, and the rides say so", async () => {
  const { segments: _, ...rest } = COMMUTE;
  const endless = {
    ...rest,
    riderW: 1_000,
    battery: { ...COMMUTE.battery, capacityAh: 2_000 },
    segments: Array.from({ length: 10_000 }, (_one, i) => ({ lengthM: 500, gradePercent: i % 2 === 0 ? 60 : -60 })),
  };
  const rides = Array.from({ length: 3 }, () =>
    fetch(`${stand.base}/api/calc/ride`, { method: "POST", body: JSON.stringify(endless) }).then(
      async (answer) => [answer.status, await answer.json()] as const,
    ),
  );
  let done = 0;
  void Promise.all(rides).then(() => (done += 1));
  // Each of them takes a second or more: on one thread nobody would be answered before the first was done.
  const answer = await fetch(`${stand.base}/api/calc/wheel-size`, {
    method: "POST",
    body: JSON.stringify({ beadSeatMm: 622, tyreWidthMm: 37 }),
  });
  expect(answer.status).toBe(200);
  expect((await fetch(`${stand.base}/api/jobs`)).status).toBe(200);
  expect(done).toBe(0);
  for (const [status, says] of await Promise.all(rides)) {
    expect(status).toBe(400);
    expect(says).toMatchObject({ error: { calculator: "ride", issues: [{ path: "segments" }] } });
  }
});

test("a picture wants a job, a body ends at its limit, brackets without end are no figures", async () => {
  const { host } = new URL(stand.base);
  expect((await knock("/api/jobs/nobody/photos", { host }, "POST", "x")).status).toBe(404);
  const id = await jobId(stand, "Perran");
  const large = await knock(`/api/jobs/${id}/photos`, { host }, "POST", "x".repeat(15_500_000)).catch(() => ({ status: 413 }));
  expect(large.status).toBe(413);
  const deep = await knock("/api/calc/ride", { host }, "POST", "[".repeat(900_000));
  expect(deep).toMatchObject({ status: 400, says: expect.stringContaining("nested too deep") });
});

test("a copy of the shop is made at a click beside the server's thread, and its age is told", async () => {
  const { page, complaints } = await openPage(stand, "/house");
  await shows(page, ".house-copies", "None yet");
  await click(page, "Make a copy now");
  await shows(page, ".house-copies", "Copied just now: 14 jobs");
  await reload(page);
  await shows(page, ".house-copies", "The last of 1 is of");
  await shows(page, ".house-copies", "under an hour old");
  expect(complaints).toEqual([]);
});

test("a tool's link is reckoned in the browser that opens it, not where the page is made", async () => {
  const path = "/tools/wheel-size?beadSeatMm=622&tyreWidthMm=37";
  const { says } = await knock(path, { host: new URL(stand.base).host });
  expect(says).toContain("Reckoning");
  expect(says).not.toContain("2186");
  const { page, complaints } = await openPage(stand, path);
  await shows(page, ".tool-result", "2187 mm");
  await click(page, "all tools");
  expect(complaints).toEqual([]);
});

/** Law: however a page grows, what comes with it stays what a tablet in the workshop loads at once. */
test("no page comes with more than 330 kB of code; charts, dialogs and schemas come when they are opened", async () => {
  const [id, nessa] = [await jobId(stand, "Maud"), await jobId(stand, "Nessa")];
  const stages = ["ask", "survey", "drive", "fit", "sheet", "order", "build", "prove", "hand-over"].map(
    (stage) => `/jobs/${id}/${stage}`,
  );
  const pages = [
    "/",
    "/parts",
    "/parts/bat-36-13-rack",
    "/parts/new",
    "/parts/count",
    "/buying",
    "/suppliers",
    "/suppliers/lowtide",
    "/bench",
    "/logbook",
    `/logbook/${nessa}`,
  ];
  const over: string[] = [];
  for (const path of [...pages, ...stages, "/house", "/people", "/tools", "/tools/chainline"]) {
    const answer = await fetch(stand.base + path);
    expect([path, answer.status]).toEqual([path, 200]);
    const sum = firstLoadBytes(await answer.text());
    if (sum > FIRST_LOAD_BYTES) over.push(`${path}: ${Math.round(sum / 1024)} kB`);
  }
  expect(over).toEqual([]);
});
