import { execFileSync, spawn, type ChildProcess } from "node:child_process";
import { copyFileSync, mkdtempSync, rmSync } from "node:fs";
import { createServer } from "node:net";
import { networkInterfaces, tmpdir } from "node:os";
import { join } from "node:path";
import puppeteer, { type Browser, type ElementHandle, type Page } from "puppeteer-core";

/** A built application with the demo in a database of its own, and a browser in front of it. */
export type Stand = {
  base: string;
  database: string;
  browser: Browser;
  /** What the server printed since it was started. */
  said: () => string;
  stop: () => Promise<void>;
  stopServer: () => Promise<void>;
  startServer: () => Promise<void>;
};

const FLAGS = [
  "--headless",
  "--no-sandbox",
  "--disable-gpu",
  "--disable-quic",
  "--no-first-run",
  "--disable-background-networking",
  "--disable-component-update",
  "--disable-sync",
];

function freePort(): Promise<number> {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.once("error", reject);
    probe.listen(0, "127.0.0.1", () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => resolve(port));
    });
  });
}

const chromium = () =>
  execFileSync("sh", ["-c", "command -v chromium || command -v chromium-browser || command -v google-chrome"], {
    encoding: "utf8",
  }).trim();

/** This machine as the workshop's net knows it: no browser takes that for its own machine. */
function addressOnTheNet(): string {
  const own = Object.values(networkInterfaces()).flatMap((all) => all ?? []);
  const found = own.find(({ family, internal }) => family === "IPv4" && !internal);
  if (!found) throw new Error("this machine is on no net");
  return found.address;
}

/**
 * @param demo whether the demo's shop is in it; else an empty one
 * @param net whether it listens on the workshop's net, where people sign in
 */
export async function openStand({ demo = true, net = false } = {}): Promise<Stand> {
  const folder = mkdtempSync(join(tmpdir(), "gull-e2e-"));
  const database = join(folder, "shop.sqlite");
  const host = net ? "0.0.0.0" : "127.0.0.1";
  const env = { ...process.env, GULL_DB: database, NEXT_TELEMETRY_DISABLED: "1", ...(net && { HOST: host }) };
  if (demo) copyFileSync(process.env.GULL_E2E_DEMO!, database);
  const port = await freePort();
  const base = `http://${net ? addressOnTheNet() : "127.0.0.1"}:${port}`;
  let said = "";
  let server: ChildProcess | undefined;
  const startServer = async () => {
    server = spawn(process.execPath, ["node_modules/next/dist/bin/next", "start", "-H", host, "-p", String(port)], {
      env,
      stdio: ["ignore", "pipe", "inherit"],
    });
    said = "";
    server.stdout!.setEncoding("utf8").on("data", (piece: string) => (said += piece));
    for (let tries = 0; tries < 100; tries += 1) {
      const up = await fetch(`${base}/api/jobs`).then(
        (answer) => answer.ok || (net && answer.status === 401),
        () => false,
      );
      if (up) return;
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
    throw new Error("the application did not start");
  };
  const stopServer = async () => {
    if (!server || server.exitCode !== null || server.signalCode !== null) return;
    const ended = new Promise((resolve) => server!.once("exit", resolve));
    server.kill("SIGKILL");
    await ended;
  };
  await startServer();
  const browser = await puppeteer.launch({
    executablePath: chromium(),
    args: FLAGS,
    defaultViewport: { width: 1280, height: 800 },
  });
  const stop = async () => {
    await browser.close();
    await stopServer();
    rmSync(folder, { recursive: true, force: true });
  };
  return { base, database, browser, said: () => said, stop, stopServer, startServer };
}

/** A page whose console errors, warnings and uncaught errors are kept for the test to look at. */
export async function openPage(stand: Stand, path: string): Promise<{ page: Page; complaints: string[] }> {
  const context = await stand.browser.createBrowserContext();
  const page = await context.newPage();
  const complaints: string[] = [];
  page.on("console", (message) => {
    if (["error", "warn"].includes(message.type()))
      complaints.push(`${message.type()}: ${message.text()} ${message.location().url ?? ""}`);
  });
  // Whoever leaves with something half typed is asked; here they mean it.
  page.on("dialog", (dialog) => void (dialog.type() === "beforeunload" ? dialog.accept() : dialog.dismiss()));
  page.on("pageerror", (error) => complaints.push(`uncaught: ${String(error)}`));
  await goTo(page, stand.base + path);
  return { page, complaints };
}

/** Waits until a page works: what the server sent is drawn long before it answers to hands, the longer the busier the machine. */
async function works(page: Page): Promise<void> {
  await page.waitForFunction(
    () =>
      [...document.querySelectorAll("button, input, textarea:not([aria-hidden]), a[href]")].every((one) =>
        Object.keys(one).some((key) => key.startsWith("__reactProps")),
      ),
    { timeout: 30_000 },
  );
}

/** Opens an address as one who types it, and waits until the page works. */
export async function goTo(page: Page, address: string): Promise<void> {
  await page.goto(address, { waitUntil: "networkidle0" });
  await works(page);
}

/** As `goTo`, of the page that is open. */
export async function reload(page: Page): Promise<void> {
  await page.reload({ waitUntil: "networkidle0" });
  await works(page);
}

/** Waits until a box holds just this text. */
export async function holds(page: Page, selector: string, wanted: string): Promise<void> {
  const value = () => page.$eval(selector, (box) => (box as HTMLInputElement).value);
  const equal = (s: string, w: string) => document.querySelector<HTMLInputElement>(s)?.value === w;
  await page.waitForFunction(equal, { timeout: 15_000 }, selector, wanted).catch(async () => {
    throw new Error(`${selector} holds “${await value()}”, not “${wanted}”`);
  });
}

export async function jobId(stand: Stand, find: string): Promise<string> {
  const ask = () => fetch(`${stand.base}/api/jobs?find=${encodeURIComponent(find)}`);
  // A command run in between lets the server close the idle connection that fetch would use again.
  const list = (await (await ask().catch(ask)).json()) as { rows: { id: string }[] };
  return list.rows[0]!.id;
}

export const text = (page: Page, selector: string) => page.$eval(selector, (element) => (element as HTMLElement).innerText);

/** Waits until an element's text holds the words. @param patienceMs longer for what is worked out first */
export async function shows(page: Page, selector: string, words: string, patienceMs = 15_000): Promise<void> {
  await page
    .waitForFunction(
      (s: string, w: string) =>
        [...document.querySelectorAll(s)].some((element) => (element as HTMLElement).innerText.replace(/\s+/g, " ").includes(w)),
      { timeout: patienceMs },
      selector,
      words,
    )
    .catch(async () => {
      const found = await page.$$eval(selector, (elements) => elements.map((element) => (element as HTMLElement).innerText));
      throw new Error(`${selector} does not show “${words}”; it shows ${JSON.stringify(found).slice(0, 600)}`);
    });
}

/** What a pair of hands does to a page, counted where it arrives: every key that goes down, every press of a button or a finger. */
export async function countHands(page: Page): Promise<{ keys: number; presses: number }> {
  const counted = { keys: 0, presses: 0 };
  await page.exposeFunction("countHand", (what: "keys" | "presses") => void (counted[what] += 1));
  const listen = () => {
    const tell = (what: string) => (event: Event) => {
      if (event.isTrusted) (window as unknown as { countHand: (what: string) => void }).countHand(what);
    };
    window.addEventListener("keydown", tell("keys"), { capture: true });
    window.addEventListener("pointerdown", tell("presses"), { capture: true });
  };
  await page.evaluateOnNewDocument(listen);
  await page.evaluate(listen);
  return counted;
}

/** A mouse's button or a finger. */
export type Pointer = "click" | "tap";

/** Waits until an element has stood still for two pictures: what opens is put in its place a moment after it is there. */
const stands = (element: Element) =>
  new Promise<void>((resolve) => {
    let before = "";
    const look = (turns: number) => {
      const { x, y, width } = element.getBoundingClientRect();
      const now = `${x} ${y} ${width}`;
      if (now === before || turns > 60) return resolve();
      before = now;
      requestAnimationFrame(() => requestAnimationFrame(() => look(turns + 1)));
    };
    look(0);
  });

/** Clicks, or taps, the button or link that holds the words. */
export async function click(page: Page, words: string, within = "body", by: Pointer = "click"): Promise<void> {
  const handle = await page
    .waitForFunction(
      (w: string, root: string) =>
        [...document.querySelectorAll(`${root} button:not(:disabled), ${root} a`)].find((element) =>
          (element as HTMLElement).innerText.replace(/\s+/g, " ").includes(w),
        ),
      { timeout: 15_000 },
      words,
      within,
    )
    .catch(() => {
      throw new Error(`nothing to click in ${within} says “${words}”`);
    });
  await (handle.asElement() as unknown as ElementHandle<Element>).evaluate(stands);
  await (handle.asElement() as unknown as Record<Pointer, () => Promise<void>>)[by]();
}

/** Presses Tab until what is focused holds the words (its text, label or placeholder). */
export async function tabTo(page: Page, words: string): Promise<void> {
  for (let presses = 0; presses < 120; presses += 1) {
    await page.keyboard.press("Tab");
    // A box by its whole label ("Rider" is not "Rider's own power"), anything else by the words on it.
    const there = await page.evaluate((wanted) => {
      const element = document.activeElement as HTMLElement | null;
      if (!element || element === document.body) return false;
      const shown = `${element.innerText} ${element.getAttribute("placeholder") ?? ""}`;
      const label = element.getAttribute("aria-label") ?? "";
      return label === wanted || [" ", ","].some((end) => label.startsWith(wanted + end)) || shown.includes(wanted);
    }, words);
    if (there) return;
  }
  throw new Error(`Tab never came to “${words}”`);
}

/** Takes the focus out of every box, so that keys are the stand's. */
export const inBody = (page: Page) => page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());

export async function press(page: Page, ...keys: string[]): Promise<void> {
  for (const key of keys) await page.keyboard.press(key as "Enter");
}

/** A figure that passes, from a limit's own words: between two, twice the least, or four fifths of the most. */
export function rightFigure(limit: string): string {
  const [low, high] = [...limit.matchAll(/[\d.]+/g)].map(([figure]) => Number(figure));
  const value = / to /.test(limit.split(";")[0]!)
    ? (low! + high!) / 2
    : /^at least/.test(limit)
      ? 2 * low!
      : /^at most/.test(limit)
        ? 0.8 * low!
        : low!;
  return String(Number(value.toFixed(2)));
}

/**
 * Makes every check of commissioning that is still open: its readings, then that it passes.
 * @param put brings the hands to a reading's box   @param pass says that the check passes
 */
export async function makeAllChecks(page: Page, put: (box: string) => Promise<void>, pass: () => Promise<void>): Promise<number> {
  await page.waitForSelector(".check-limits");
  for (let made = 0; ; made += 1) {
    const title = await page.$eval(".step-card h1", (one) => one.textContent ?? "");
    const wanted = await page.$$eval(".measures li", (all) =>
      all
        .filter((line) => line.querySelector(".measure-taken b") === null)
        .map((line) => [
          line.querySelector("input")!.getAttribute("aria-label")!,
          line.querySelector<HTMLElement>(".measure-says .soft")!.innerText,
        ]),
    );
    for (const [label, limit] of wanted) {
      await put(`[aria-label="${label}"]`);
      await page.keyboard.type(rightFigure(limit!));
      await press(page, "Enter");
      await page.waitForFunction(
        (one: string) =>
          document.querySelector(`[aria-label="${one}"]`)?.closest("li")?.querySelector(".measure-taken b") != null,
        {},
        label!,
      );
    }
    await page.waitForFunction(() => document.querySelector<HTMLButtonElement>(".stand-bar .main-action")?.disabled === false);
    await pass();
    await page.waitForFunction((before: string) => document.querySelector(".step-card h1")?.textContent !== before, {}, title);
    if ((await page.$(".check-limits")) === null) return made + 1;
  }
}

/** Presses a stage's key with Alt, as one does out of a box. */
export async function stageKey(page: Page, digit: string): Promise<void> {
  await page.keyboard.down("Alt");
  await page.keyboard.press(`Digit${digit}` as "Digit1");
  await page.keyboard.up("Alt");
}
