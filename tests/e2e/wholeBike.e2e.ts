import { execFileSync } from "node:child_process";
import { mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp from "sharp";
import { click, jobId, openPage, openStand, press, reload, shows, stageKey, text, type Stand } from "./stand";

let stand: Stand;
beforeAll(async () => {
  stand = await openStand();
});
afterAll(() => stand.stop());

const folder = mkdtempSync(join(tmpdir(), "gull-whole-"));
const gull = (words: string[], input?: string) => {
  try {
    const out = execFileSync("npm", ["run", "-s", "gull", "--", ...words], {
      encoding: "utf8",
      input,
      env: { ...process.env, GULL_DB: join(folder, "none.sqlite") },
      stdio: ["pipe", "pipe", "pipe"],
    });
    return { exit: 0, out, error: "" };
  } catch (error) {
    const failed = error as { status: number; stdout: string; stderr: string };
    return { exit: failed.status, out: failed.stdout, error: failed.stderr };
  }
};

test("accepting a remedy that breaks another finding shows it before and after", async () => {
  const { page, complaints } = await openPage(stand, `/jobs/${await jobId(stand, "Tegen")}/fit`);
  await click(page, "Torque arms", ".findings");
  await shows(page, ".remedy.first", "It opens: Where the motor's cable leaves");
  const rows = () => page.$$eval(".finding:not(.closed)", (all) => all.map((row) => (row as HTMLElement).innerText).join("\n"));
  expect(await rows()).not.toContain("Where the motor's cable leaves");
  await click(page, "Accept", ".remedy.first");
  await shows(page, ".finding:not(.closed)", "Where the motor's cable leaves");
  await click(page, "undo", ".keys");
  await shows(page, ".finding-card", "0 in the build");
  expect(complaints).toEqual([]);
});

test("a remedy is refused, goes to the end struck out, and is offered again", async () => {
  const { page, complaints } = await openPage(stand, `/jobs/${await jobId(stand, "Jory")}/fit`);
  await click(page, "Chain angle", ".findings");
  await shows(page, ".finding-card h2", "Chain angle");
  const first = await text(page, ".remedy.first b");
  await click(page, "Refuse", ".remedy.first");
  await shows(page, ".remedy.refused", first);
  await click(page, "Offer again", ".remedy.refused");
  await page.waitForFunction(() => document.querySelector(".remedy.refused") === null);
  expect(complaints).toEqual([]);
});

test("what would make it clear is worked out and told in figures", async () => {
  const { page, complaints } = await openPage(stand, `/jobs/${await jobId(stand, "Jory")}/fit`);
  await click(page, "Battery slides out", ".findings");
  await click(page, "What would make it clear?");
  await shows(page, ".clears", "or more");
  expect(complaints).toEqual([]);
});

test("the key m measures what the shown finding wants, and a length that cannot be is refused", async () => {
  const { page, complaints } = await openPage(stand, `/jobs/${await jobId(stand, "Jory")}/fit`);
  await click(page, "Room for the battery", ".findings");
  await shows(page, ".finding-card", "Measure shock's upper end, up");
  await press(page, "m");
  await shows(page, ".measure-card h1", "Shock's upper end, up");
  await page.type(".measure-card input", "-4000");
  await page.keyboard.press("Enter");
  await shows(page, ".measure-card .note", "cannot be");
  // The text stays in its box, which is marked.
  expect(await page.$eval(".measure-box input", (box) => (box as HTMLInputElement).value)).toBe("-4000");
  await page.waitForSelector(".measure-box.ant-input-status-error");
  expect(complaints).toEqual([]);
});

test("a house rule changed: what it does to the open jobs stands there before it is kept", async () => {
  const { page, complaints } = await openPage(stand, "/house");
  await shows(page, ".house-effects", "Change a rule");
  // Asked for anew each time: put back as they were, the boxes are drawn afresh.
  const typeOver = async (text: string) => {
    const box = await page.waitForSelector('input[aria-label="Contingency"]');
    await box!.click({ clickCount: 3 });
    await page.keyboard.type(text);
  };
  await typeOver("12");
  await shows(page, ".house-effects", "1 rule changed, not kept yet");
  await shows(page, ".house-list", "open jobs change");
  await shows(page, ".house-list", "3 signed off and left alone");
  await click(page, "As they were");
  await shows(page, ".house-effects", "Change a rule");
  await typeOver("99");
  await shows(page, ".house-effects", "Contingency must be 0 to 50 %");
  await click(page, "As they were");
  await typeOver("6");
  await shows(page, ".house-list", "open jobs change");
  await click(page, "Keep them");
  await shows(page, ".house-effects", "Kept.");
  await reload(page);
  expect(await page.$eval('input[aria-label="Contingency"]', (input) => (input as HTMLInputElement).value)).toBe("6");
  expect(complaints).toEqual([]);
});

test("a photograph is taken, kept beside the job, and dropped; what is no picture is refused in words", async () => {
  const { page, complaints } = await openPage(stand, `/jobs/${await jobId(stand, "Hester")}/survey`);
  const picture = join(folder, "crack.jpg");
  writeFileSync(
    picture,
    await sharp({ create: { width: 900, height: 600, channels: 3, background: "#888" } })
      .jpeg()
      .toBuffer(),
  );
  const input = await page.waitForSelector('.photos input[type="file"]');
  await (input as unknown as { uploadFile: (file: string) => Promise<void> }).uploadFile(picture);
  await page.waitForSelector(".photos-row img");
  const source = await page.$eval(".photos-row img", (image) => (image as HTMLImageElement).src);
  expect((await fetch(source)).headers.get("content-type")).toBe("image/webp");
  const fake = join(folder, "fake.png");
  writeFileSync(fake, "not a picture");
  await (input as unknown as { uploadFile: (file: string) => Promise<void> }).uploadFile(fake);
  await shows(page, ".photos .note", "does not read as a picture");
  await click(page, "Drop", ".photos-row");
  await page.waitForFunction(() => document.querySelector(".photos-row img") === null);
  expect((await fetch(`${stand.base}/api/photos/..%2F..%2Fshop`)).status).toBe(404);
  // The browser itself notes the refused upload.
  expect(complaints.filter((line) => !line.includes("400"))).toEqual([]);
});

test("the cradle's template is true to size: one unit is a millimetre and its check bar 100", async () => {
  const id = await jobId(stand, "Perran");
  const answer = await fetch(`${stand.base}/api/jobs/${id}/template.svg?what=cradle`);
  expect(answer.headers.get("content-type")).toContain("image/svg+xml");
  const svg = await answer.text();
  const { page } = await openPage(stand, "/tools");
  const size = await page.evaluate((markup: string) => {
    document.body.innerHTML = markup.replace(/^<\?xml[^>]*>/, "");
    const drawn = document.querySelector("svg")!;
    const bar = document.querySelector<SVGGraphicsElement>("#check-bar")!;
    const outline = document.querySelector<SVGGraphicsElement>("#outline")!;
    const perMm = 96 / 25.4;
    return {
      width: drawn.width.baseVal.value / perMm,
      unit: drawn.getBoundingClientRect().width / drawn.viewBox.baseVal.width / perMm,
      bar: bar.getBBox().width,
      outline: outline.getBBox().width,
    };
  }, svg);
  expect(size.unit).toBeCloseTo(1, 3);
  expect(size.bar).toBeCloseTo(100, 3);
  expect(size.outline).toBeCloseTo(362, 3);
  expect((await fetch(`${stand.base}/api/jobs/${id}/template.svg?what=nonsense`)).status).toBe(404);
  expect((await fetch(`${stand.base}/api/jobs/${await jobId(stand, "Wenna")}/template.svg?what=cradle`)).status).toBe(404);
});

test("drawings change over, zoom by keys, and follow the units", async () => {
  const { page, complaints } = await openPage(stand, `/jobs/${await jobId(stand, "Silas")}/fit`);
  const labels = await page.$$eval(".zoomed-tools .ant-segmented-item", (items) =>
    items.map((item) => (item as HTMLElement).innerText),
  );
  expect(labels).toEqual(["Side", "Down the line", "Axle, front", "Axle, rear", "Wheel, front", "Wheel, rear", "Bar"]);
  for (const label of labels) {
    await page.evaluate((wanted: string) => {
      [...document.querySelectorAll<HTMLElement>(".zoomed-tools .ant-segmented-item")]
        .find((item) => item.innerText === wanted)!
        .click();
    }, label);
    await page.waitForFunction(
      (wanted: string) =>
        (document.querySelector(".zoomed-tools .ant-segmented-item-selected") as HTMLElement).innerText === wanted,
      {},
      label,
    );
    expect(await page.$eval("svg.drawing", (svg) => svg.outerHTML)).not.toMatch(/NaN|Infinity/);
  }
  await page.focus(".zoomed");
  await press(page, "+");
  await page.waitForFunction(() =>
    (document.querySelector(".zoomed-sheet") as HTMLElement).style.transform.includes("scale(1.25)"),
  );
  await press(page, "ArrowRight");
  await press(page, "-");
  await page.waitForFunction(() => (document.querySelector(".zoomed-sheet") as HTMLElement).style.transform.includes("scale(1)"));
  await page.evaluate(() => (document.activeElement as HTMLElement).blur());
  await press(page, "u");
  await shows(page, ".fit-drawing", "Bar");
  await page.waitForFunction(() => document.querySelector("svg.drawing")!.textContent!.includes(" in"));
  await press(page, "u");
  expect(complaints).toEqual([]);
});

test("what each kit would do is worked out by the engine in a worker of the page, as the server would", async () => {
  const id = await jobId(stand, "Tegen");
  const { page, complaints } = await openPage(stand, `/jobs/${id}/ask`);
  const asked: string[] = [];
  page.on("request", (request) => asked.push(new URL(request.url()).pathname));
  await stageKey(page, "3");
  await page.waitForSelector(".candidate .verdict-counts");
  await page.waitForFunction(
    () =>
      document.querySelectorAll(".candidate:not(:disabled)").length ===
      document.querySelectorAll(".candidate .verdict-counts").length,
  );
  // One tries the parts, one rides the road.
  expect(page.workers()).toHaveLength(2);
  expect(asked).toContain(`/api/jobs/${id}/books`);
  expect(asked).not.toContain(`/api/jobs/${id}/preview`);
  const shown = await page.$$eval(".candidate:not(:disabled)", (rows) =>
    rows
      .slice(0, 8)
      .map((row) => [
        row.querySelector("b")!.textContent,
        [...row.querySelectorAll(".verdict-counts > span")].map((span) => (span as HTMLElement).title).join(", "),
      ]),
  );
  const listed = (await (await fetch(`${stand.base}/api/jobs/${id}/candidates?slot=kit`)).json()) as {
    candidates: { id: string; name: string; broken: string | null }[];
  };
  const ids = listed.candidates.filter((c) => !c.broken).slice(0, 8);
  const served = (await (
    await fetch(`${stand.base}/api/jobs/${id}/preview?slot=kit&parts=${ids.map((c) => c.id).join(",")}`)
  ).json()) as { id: string; verdicts: Record<string, number> }[];
  const words = (verdicts: Record<string, number>) =>
    ["stop", "adapt", "measure", "clear"]
      .filter((verdict) => verdicts[verdict]! > 0)
      .map((verdict) => `${verdicts[verdict]} ${verdict}`)
      .join(", ");
  expect(shown).toEqual(served.map((preview) => [ids.find((c) => c.id === preview.id)!.name, words(preview.verdicts)]));
  // The next slot uses the books that are there.
  await click(page, "battery", ".slots");
  await shows(page, ".eyes", "Choose the battery");
  await page.waitForSelector(".candidate .verdict-counts");
  expect(asked.filter((path) => path.endsWith("/books"))).toHaveLength(1);
  expect(complaints).toEqual([]);
});

test("a part is put in by hand, stands on the sheet, and is taken out", async () => {
  const { page, complaints } = await openPage(stand, `/jobs/${await jobId(stand, "Corentin")}/drive`);
  await page.click(".also .ant-select");
  await page.keyboard.type("brass bell");
  await page.waitForFunction(() =>
    document.querySelector(".ant-select-item-option-content")?.textContent?.includes("Brass bell"),
  );
  await page.click(".ant-select-item-option");
  await shows(page, ".also li", "Brass bell");
  await page.click(".knots-large li:nth-child(6) button");
  await shows(page, ".lines", "Brass bell");
  await page.click(".knots-large li:nth-child(3) button");
  await click(page, "Take out", ".also li:last-of-type");
  await page.waitForFunction(() => !document.querySelector(".also")!.textContent!.includes("Brass bell"));
  expect(complaints).toEqual([]);
});

test("a job goes out as a file, comes back in as a new job, and a bad file is told by its paths", async () => {
  const id = await jobId(stand, "Bryher");
  const whole = await (await fetch(`${stand.base}/api/jobs/${id}/job.json`)).text();
  const good = join(folder, "job.json");
  writeFileSync(good, whole);
  const bad = join(folder, "bad.json");
  writeFileSync(bad, JSON.stringify({ format: "gull-bench job 1", donor: { shellWidthMm: "wide", frameKind: "unicycle" } }));
  const { page, complaints } = await openPage(stand, "/");
  const input = (await page.waitForSelector('input[type="file"]')) as unknown as { uploadFile: (file: string) => Promise<void> };
  await input.uploadFile(bad);
  await shows(page, ".ant-modal", "donor.shellWidthMm");
  await shows(page, ".ant-modal", "Nothing was stored");
  await press(page, "Escape");
  await input.uploadFile(good);
  await page.waitForFunction(() => /\/jobs\/j113/.test(window.location.pathname), { timeout: 15_000 });
  await shows(page, ".ticket", "Bryher Coal and Carrot");
  expect(complaints).toEqual([]);
});

describe("the fit door", () => {
  const base = { format: "gull-bench job 1", choices: { kit: "kit-front-622", battery: "bat-36-10-dt" } };
  test("exit 3 while something is to be measured, 4 with a stop, 2 with the path of what is wrong", () => {
    const unknown = gull(["fit"], JSON.stringify(base));
    expect(unknown.exit).toBe(3);
    expect((JSON.parse(unknown.out) as { findings: { verdict: string }[] }).findings.length).toBeGreaterThan(30);
    expect(gull(["fit"], JSON.stringify({ ...base, donor: { cracks: "crack" } })).exit).toBe(4);
    const wrong = gull(["fit"], JSON.stringify({ ...base, donor: { shellWidthMm: "wide" } }));
    expect(wrong).toMatchObject({ exit: 2, out: "" });
    expect(JSON.parse(wrong.error)).toMatchObject({ error: { issues: [{ path: "donor.shellWidthMm" }] } });
    expect(gull(["fit"], "{").exit).toBe(2);
    expect(gull(["fit", join(folder, "no-such-file.json")]).exit).toBe(2);
    expect(JSON.parse(gull(["fit"], JSON.stringify({ ...base, choices: { motor: "no-such" } })).error)).toMatchObject({
      error: { issues: [{ path: "choices.motor" }] },
    });
  });
  test("a finished job is exit 0, as JSON or as a table, and the schema is the published one", async () => {
    const file = join(folder, "maud.json");
    writeFileSync(file, await (await fetch(`${stand.base}/api/jobs/${await jobId(stand, "Maud")}/job.json`)).text());
    const table = gull(["fit", file, "--table"]);
    expect(table.exit).toBe(0);
    expect(table.out).toMatch(/^clear +\S+ \S+ +\S/);
    expect(gull(["schema", "job"]).out).toBe(readFileSync("docs/job.schema.json", "utf8"));
    expect(gull(["schema", "nothing"]).exit).toBe(2);
  });
});

test("the walk prints as a form in its own order, every item with its number", async () => {
  const answer = await fetch(`${stand.base}/api/jobs/${await jobId(stand, "Wenna")}/walk.pdf`);
  expect(answer.headers.get("content-type")).toBe("application/pdf");
  const file = join(folder, "walk.pdf");
  writeFileSync(file, new Uint8Array(await answer.arrayBuffer()));
  const paper = execFileSync("pdftotext", ["-layout", file, "-"], { encoding: "utf8" });
  expect(paper).toMatch(/The walk round the bike/);
  expect(paper).toMatch(/Shell width/);
  expect(paper.indexOf("Handlebar")).toBeLessThan(paper.indexOf("Shell width"));
  expect(paper.indexOf("Shell width")).toBeLessThan(paper.indexOf("Inseam"));
});
