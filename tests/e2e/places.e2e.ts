import { execFileSync, spawnSync } from "node:child_process";
import { createServer } from "node:net";
import { click, goTo, jobId, openPage, openStand, press, reload, shows, text, type Stand } from "./stand";

let stand: Stand;
beforeAll(async () => {
  stand = await openStand();
});
afterAll(() => stand.stop());

test("every place and stage opens without a complaint, fits 1280 and 820 wide, and has no box cut sideways", async () => {
  const [id, nessa] = [await jobId(stand, "Maud"), await jobId(stand, "Nessa")];
  const { page, complaints } = await openPage(stand, "/");
  for (const path of [
    "/",
    "/bench",
    "/logbook",
    "/logbook?look=recall&part=bat-36-13-rack",
    "/logbook?look=faults",
    "/logbook?look=learned",
    `/logbook/${nessa}`,
    "/parts",
    "/parts/hf250-622",
    "/parts/hf250-mystery",
    "/parts/new?kind=battery",
    "/tools",
    "/tools/spoke-length",
    "/tools/wire-drop",
    ...["ask", "survey", "drive", "fit", "ride", "sheet", "order", "build", "prove", "hand-over"].map(
      (stage) => `/jobs/${id}/${stage}`,
    ),
    ...["weigh", "ride", "settings", "promises"].map((at) => `/jobs/${id}/prove?at=${at}`),
  ]) {
    for (const [width, height] of [
      [1280, 800],
      [820, 1180],
    ] as const) {
      await page.setViewport({ width, height });
      await goTo(page, stand.base + path);
      const wide = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
      expect({ path, width, wide: wide > 0 ? wide : 0 }).toEqual({ path, width, wide: 0 });
      if (path.endsWith("/ask")) {
        await page.click(".keys-last");
        await page.waitForSelector(".history li");
      }
      // A date or a figure beside its line never lies over it.
      const over = await page.$$eval(".num", (all) =>
        all
          .filter((one) => one.scrollWidth > one.clientWidth + 1 && getComputedStyle(one).display !== "inline")
          .map((one) => (one as HTMLElement).innerText.slice(0, 40)),
      );
      expect({ path, width, over }).toEqual({ path, width, over: [] });
      // At the desk a job's tag, string and keys stay where they are: only what lies between them is scrolled.
      if (width === 1280 && path.startsWith("/jobs/")) {
        const long = await page.evaluate(() => document.documentElement.scrollHeight - window.innerHeight);
        expect({ path, long: Math.max(0, long) }).toEqual({ path, long: 0 });
      }
    }
  }
  expect(complaints).toEqual([]);
});

test("what does not exist is a page that says so, with 404", async () => {
  for (const path of [
    "/jobs/nope",
    "/jobs/nope/fit",
    `/jobs/${await jobId(stand, "Maud")}/wings`,
    `/jobs/${await jobId(stand, "Maud")}/logbook`,
    "/parts/nope",
    "/tools/nope",
    "/nope",
  ]) {
    const response = await fetch(stand.base + path);
    expect([path, response.status]).toEqual([path, 404]);
    expect(await response.text()).toContain("There is nothing here");
  }
  for (const path of [
    "/api/jobs/nope/sheet.pdf",
    "/api/jobs/nope/order.csv",
    "/api/jobs/nope/ways-out",
    "/api/jobs/nope/preview?slot=kit",
  ])
    expect((await fetch(stand.base + path)).status).toBe(404);
});

test("markup in a name is text", async () => {
  const { page, complaints } = await openPage(stand, "/");
  await click(page, "New job");
  await page.waitForSelector(".ant-modal input:focus");
  await page.keyboard.type("<b onclick=1>Bold</b> & <script>x</script>");
  await press(page, "Enter");
  await shows(page, ".ticket b", "<b onclick=1>Bold</b> & <script>x</script>");
  expect(complaints).toEqual([]);
});

test("a job needs a name: an empty one is refused and nothing typed is lost", async () => {
  const { page } = await openPage(stand, "/");
  await click(page, "New job");
  const boxes = await page.waitForSelector(".ant-modal input").then(() => page.$$(".ant-modal input"));
  await boxes[1]!.type("Bike without a rider");
  await press(page, "Enter");
  await shows(page, ".ant-modal", "The customer's name is wanted.");
  expect(await boxes[1]!.evaluate((box) => (box as HTMLInputElement).value)).toBe("Bike without a rider");
});

test("an unlikely measurement is asked about, and the answer is a click", async () => {
  const { page, complaints } = await openPage(stand, `/jobs/${await jobId(stand, "Wenna")}/survey`);
  await click(page, "Shell width", ".walk");
  await page.type(".measure-box input", "681");
  await press(page, "Enter");
  await shows(page, ".note", "68.1 mm?");
  await click(page, "68.1 mm", ".measure-ask");
  await shows(page, ".walk-row", "68.1 mm");
  await press(page, "Escape");
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  await press(page, "u");
  await shows(page, ".walk-row", "2.681 in");
  await press(page, "u");
  expect(complaints).toEqual([]);
});

test("a double click is one wish, not two", async () => {
  const { page } = await openPage(stand, `/jobs/${await jobId(stand, "Odo")}/order`);
  await page.waitForSelector(".order-card:not(.placed) .main-action");
  await page.click(".order-card:not(.placed) .main-action", { count: 2 });
  await page.waitForFunction(() => document.querySelectorAll(".order-card.placed").length === 2);
  await new Promise((resolve) => setTimeout(resolve, 500));
  expect(await page.$$eval(".order-card.placed", (cards) => cards.length)).toBe(2);
  expect(await page.$(".says")).toBeNull();
});

test("a part that does not read says which field; a mended one is stored", async () => {
  const { page, complaints } = await openPage(stand, "/parts?find=second");
  await shows(page, ".parts-list", "Axle thread diameter must be 8 to 24 mm");
  await goTo(page, `${stand.base}/parts/tyre-622-37`);
  const width = await page.waitForSelector('input[aria-label="Width, mm"]');
  await width!.click({ count: 3 });
  await page.keyboard.type("3700");
  await click(page, "Store");
  await shows(page, ".field .wrong", "must be 18 to 130 mm");
  await width!.click({ count: 3 });
  await page.keyboard.type("40");
  await click(page, "Store");
  await shows(page, "[role=status]", "Stored.");
  await click(page, "Undo");
  await page.waitForFunction(() => document.querySelector<HTMLInputElement>('input[aria-label="Width, mm"]')!.value === "37");
  await reload(page);
  expect(await page.$eval('input[aria-label="Width, mm"]', (box) => (box as HTMLInputElement).value)).toBe("37");
  expect(complaints).toEqual([]);
});

test("a tool is live, carries its figures in the link, and refuses in words", async () => {
  const { page, complaints } = await openPage(
    stand,
    "/tools/spoke-length?erdMm=602&flangePcdMm=45&flangeOffsetMm=35&spokeHoleMm=2.6&spokes=36&crosses=3",
  );
  await shows(page, ".tool-figures", "291.2");
  const crosses = await page.$('input[aria-label^="Crosses"]');
  await crosses!.click({ count: 3 });
  await page.keyboard.type("9");
  await shows(page, ".field .wrong", "must be 0 to 4");
  await crosses!.click({ count: 3 });
  await page.keyboard.type("2");
  await page.waitForFunction(() => window.location.search.includes("crosses=2"));
  await reload(page);
  expect(await text(page, ".tool-figures")).not.toContain("291.2");
  await goTo(page, `${stand.base}/tools/gear-table`);
  await page.waitForSelector(".tool-result [role=img] svg path");
  expect(complaints).toEqual([]);
});

test("the server killed in the middle: said, what was typed stays, and goes in when it is back", async () => {
  const { page } = await openPage(stand, `/jobs/${await jobId(stand, "Perran")}/ask`);
  await stand.stopServer();
  await page.type('textarea[aria-label="Notes"]', "Rides through the ford");
  await page.focus('input[aria-label="Bike"]');
  await shows(page, ".says", "It is not known whether this was stored");
  expect(await page.$eval('textarea[aria-label="Notes"]', (box) => (box as HTMLTextAreaElement).value)).toBe(
    "Rides through the ford",
  );
  await stand.startServer();
  await page.focus('textarea[aria-label="Notes"]');
  await page.focus('input[aria-label="Bike"]');
  await shows(page, ".keys-last", "notes");
  await reload(page);
  expect(await page.$eval('textarea[aria-label="Notes"]', (box) => (box as HTMLTextAreaElement).value)).toBe(
    "Rides through the ford",
  );
});

describe("doors without a screen", () => {
  const calc = (name: string, body: string) => fetch(`${stand.base}/api/calc/${name}`, { method: "POST", body });
  test("HTTP: 200 with the output, 400 with the error, 404 for an unknown name", async () => {
    const good = await calc("wheel-size", '{"beadSeatMm":622,"tyreWidthMm":0}');
    expect([good.status, await good.json()]).toEqual([200, { diameterMm: 622, circumferenceMm: 622 * Math.PI }]);
    const bad = await calc("wheel-size", '{"beadSeatMm":-1}');
    expect([bad.status, await bad.json()]).toMatchObject([
      400,
      { error: { calculator: "wheel-size", issues: [{ path: "beadSeatMm" }, { path: "tyreWidthMm" }] } },
    ]);
    expect((await calc("wheel-size", "{")).status).toBe(400);
    expect((await calc("constructor", "{}")).status).toBe(404);
    expect((await calc("constructor", "{")).status).toBe(404);
  });

  const gull = (args: string[], input = "") => spawnSync("npx", ["tsx", "src/cli/gull.ts", ...args], { input, encoding: "utf8" });
  test("command line: one line out and exit 0; bad input is exit 2, nothing out, JSON on standard error", () => {
    expect(gull(["calc", "charge-time"], '{"capacityAh":15.4,"chargerA":2}')).toMatchObject({
      status: 0,
      stdout: '{"hours":9.625}\n',
    });
    const bad = gull(["calc", "charge-time"], '{"capacityAh":15.4,"chargerA":0}');
    expect([bad.status, bad.stdout, JSON.parse(bad.stderr.split("\n").find((line) => line.startsWith("{"))!)]).toMatchObject([
      2,
      "",
      { error: { calculator: "charge-time", issues: [{ path: "chargerA" }] } },
    ]);
    expect(gull(["calc", "toString"], "{}")).toMatchObject({ status: 2, stdout: "" });
    expect(gull(["calc", "--list"]).stdout.split("\n")[0]).toBe("spoke-length\tSpoke length and angles");
    expect(
      gull(
        ["calc", "--batch"],
        '{"id":1,"name":"wheel-size","input":{"beadSeatMm":622,"tyreWidthMm":37}}\n\nnope\n',
      ).stdout.split("\n"),
    ).toHaveLength(3);
  });

  test("a second start finds the port taken and says so", async () => {
    const blocker = createServer().listen(0, "127.0.0.1");
    await new Promise((resolve) => blocker.once("listening", resolve));
    const { port } = blocker.address() as { port: number };
    const second = await new Promise<{ status: number; said: string }>((resolve) => {
      try {
        execFileSync(process.execPath, ["scripts/start.mjs"], {
          env: { ...process.env, PORT: String(port) },
          encoding: "utf8",
          stdio: "pipe",
        });
        resolve({ status: 0, said: "" });
      } catch (error) {
        const failed = error as { status: number; stderr: string };
        resolve({ status: failed.status, said: failed.stderr });
      }
    });
    blocker.close();
    expect(second).toMatchObject({ status: 1, said: expect.stringContaining(`Port ${port} on 127.0.0.1 is taken`) });
  });
});
