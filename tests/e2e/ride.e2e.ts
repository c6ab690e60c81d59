import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { click, jobId, openPage, openStand, shows, text, type Stand } from "./stand";

let stand: Stand;
let folder: string;
beforeAll(async () => {
  stand = await openStand();
  folder = mkdtempSync(join(tmpdir(), "gull-ride-"));
});
afterAll(async () => {
  rmSync(folder, { recursive: true, force: true });
  await stand.stop();
});

/** A loop of 24 km over two hills. */
const loop = () => {
  const points = Array.from({ length: 1200 }, (_, i) => {
    const turn = (2 * Math.PI * i) / 1200;
    const lat = 50.2 + 0.03 * Math.sin(turn);
    const lon = -5 + 0.045 * Math.cos(turn);
    return `<trkpt lat="${lat.toFixed(6)}" lon="${lon.toFixed(6)}"><ele>${(60 + 50 * Math.sin(2 * turn)).toFixed(1)}</ele></trkpt>`;
  });
  return `<?xml version="1.0"?><gpx version="1.1" creator="test" xmlns="http://www.topografix.com/GPX/1/1"><trk><name>Two hills</name><trkseg>${points.join("")}</trkseg></trk></gpx>`;
};

test("a road is dropped as a file, a bad one is told, and the ride and its promises follow", async () => {
  const { page, complaints } = await openPage(stand, `/jobs/${await jobId(stand, "Bryher")}/ask`);
  await shows(page, ".tally", "Range on this road");
  const before = await text(page, ".tally");
  await click(page, "Another road", ".road-box");
  const drop = async (name: string, content: string) => {
    const file = join(folder, name);
    writeFileSync(file, content);
    const input = (await page.waitForSelector(".road-drop input")) as unknown as { uploadFile: (path: string) => Promise<void> };
    await input.uploadFile(file);
  };
  await drop("half.gpx", loop().slice(0, 4000));
  await shows(page, ".road-box .wrong", "not whole GPX");
  await drop("entity.gpx", `<!DOCTYPE gpx [<!ENTITY a "b">]>${loop()}`);
  await shows(page, ".road-box .wrong", "document type");
  await drop("road.csv", "km,ele\n0,1\n2,5\n1,9");
  await shows(page, ".road-box .wrong", "Line 4: the distance goes backwards");
  await drop("loop.gpx", loop());
  await shows(page, ".road-box", "Two hills");
  await shows(page, ".road-box", "as recorded");
  await page.waitForFunction((old: string) => (document.querySelector(".tally") as HTMLElement).innerText !== old, {}, before);
  await page.click(".knots-large li:nth-child(5) button");
  await shows(page, ".ride-head", "km in");
  await page.waitForSelector(".road-plan");
  expect(complaints).toEqual([]);
});

test("figures by hand make a road; what does not go together is said and kept in the boxes", async () => {
  const { page, complaints } = await openPage(stand, `/jobs/${await jobId(stand, "Maud")}/ask`);
  await click(page, "Another road", ".road-box");
  await page.waitForSelector('input[aria-label="Way there and back, km"]');
  await page.type('input[aria-label="Way there and back, km"]', "12");
  await page.type('input[aria-label="Climb, m"]', "5");
  await click(page, "Use these figures", ".road-box");
  await shows(page, ".road-box .wrong", "The worst hill alone climbs 40 m");
  expect(await page.$eval('input[aria-label="Climb, m"]', (box) => (box as HTMLInputElement).value)).toBe("5");
  await page.type('input[aria-label="Climb, m"]', "0");
  await click(page, "Use these figures", ".road-box");
  await shows(page, ".road-box", "By its figures");
  expect(complaints).toEqual([]);
});

test("a slider redraws the ride without keeping it, and the cursor runs through all rows", async () => {
  const { page, complaints } = await openPage(stand, `/jobs/${await jobId(stand, "Perran")}/ride`);
  await shows(page, ".ride-figures", "Wh/km");
  // Perran's range is not kept: what alone would keep it is worked out, and his climbs and the plane stand below.
  await shows(page, ".ride-nearest", "What alone would keep it: hold");
  await shows(page, ".climbs", "starts on it");
  await page.waitForSelector('[aria-label^="Power of the drive"] svg');
  const energy = () => text(page, ".ride-figures > div:first-child b");
  const before = await energy();
  const handle = (await page.waitForSelector('.ant-slider-handle[aria-label="Wind"]'))!;
  await handle.focus();
  for (let i = 0; i < 12; i += 1) await page.keyboard.press("ArrowRight");
  await shows(page, ".ride-head", "tried, not kept");
  await page.waitForFunction(
    (old: string) => (document.querySelector(".ride-figures > div:first-child b") as HTMLElement).innerText !== old,
    {},
    before,
  );
  expect(parseFloat(await energy())).toBeGreaterThan(parseFloat(before));
  await click(page, "as it is", ".hands");
  await page.waitForFunction(
    (old: string) => (document.querySelector(".ride-figures > div:first-child b") as HTMLElement).innerText === old,
    {},
    before,
  );
  const chart = (await page.waitForSelector('[aria-label^="Height, speed, power"] svg'))!;
  const box = (await chart.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + 100);
  await page.waitForFunction(() =>
    [...document.querySelectorAll<HTMLElement>("div")].some((element) => /^km \d+.*winding/s.test(element.innerText)),
  );
  expect(complaints).toEqual([]);
});

test("stops and a surface are said of the road, the wind comes from a side, and the ride follows", async () => {
  const id = await jobId(stand, "Perran");
  const { page, complaints } = await openPage(stand, `/jobs/${id}/ask`);
  await shows(page, ".road-box", "Stops on it");
  const needs = () => text(page, ".road-needs");
  const before = await needs();
  const stops = (await page.waitForSelector('input[aria-label="Stops on the way"]'))!;
  await stops.click({ count: 3 });
  await stops.type("40");
  await page.keyboard.press("Enter");
  await page.waitForFunction(
    (old: string) => (document.querySelector(".road-needs") as HTMLElement).innerText !== old,
    {},
    before,
  );
  await click(page, "Add another stretch", ".road-details");
  await page.waitForSelector('input[aria-label="Surface 2 to, km"]');
  await page.click('button[aria-label="Take out surface 2"]');
  await page.waitForFunction(() => document.querySelector('input[aria-label="Surface 2 to, km"]') === null);
  await page.click(".knots-large li:nth-child(5) button");
  await shows(page, ".ride-rests", "40 stops of 10 s");
  await shows(page, ".ride-rests", "gravel from km 9 to 13");
  await shows(page, ".ride", "changes of gear on the way");
  const handle = (await page.waitForSelector('.ant-slider-handle[aria-label="Wind"]'))!;
  await handle.focus();
  for (let i = 0; i < 15; i += 1) await page.keyboard.press("ArrowRight");
  await shows(page, ".ride-head", "tried, not kept");
  const energy = () => text(page, ".ride-figures > div:first-child b");
  await page.waitForSelector('.ride-figures[aria-busy="false"]');
  const headOn = await energy();
  await page.click(".ride-wind");
  await (await page.waitForSelector('.ant-select-item-option[title="from the south"]'))!.click();
  await page.waitForFunction(
    (old: string) => (document.querySelector(".ride-figures > div:first-child b") as HTMLElement).innerText !== old,
    {},
    headOn,
  );
  await page.waitForSelector('.ride-figures[aria-busy="false"]');
  expect(parseFloat(await energy())).toBeLessThan(parseFloat(headOn));
  expect(complaints).toEqual([]);
});

test("sets stand side by side with the schools' argument, one is put beside and one is chosen", async () => {
  const { page, complaints } = await openPage(stand, `/jobs/${await jobId(stand, "Silas")}/drive`);
  await click(page, "Side by side", ".drive-head");
  await shows(page, ".beside", "direct hub");
  await shows(page, ".arguments", "Hub or crank? The motor at the crank: the direct drive does not keep");
  expect(await page.$$eval(".beside thead th[scope=col]", (heads) => heads.length)).toBe(4);
  await click(page, "Back to the parts", ".drive-head");
  await page.waitForSelector(".candidate .verdict-counts");
  const name = await page.$eval(".candidate:not(.chosen) b", (b) => (b as HTMLElement).innerText);
  await page.hover(".candidate:not(.chosen)");
  await click(page, "Set it beside", ".preview");
  await shows(page, ".beside", name);
  expect(await page.$$eval(".beside thead th[scope=col]", (heads) => heads.length)).toBe(2);
  await click(page, "Choose it", ".beside");
  await page.waitForFunction(
    (wanted: string) => (document.querySelector(".beside th.own b") as HTMLElement | null)?.innerText === wanted,
    { timeout: 20_000 },
    name,
  );
  await click(page, "Show the best kit of each school", ".side-by-side");
  await page.waitForFunction(() => document.querySelectorAll(".beside thead th[scope=col]").length === 4, { timeout: 20_000 });
  expect(complaints).toEqual([]);
});

test("a broken range names the part that keeps it, and choosing it there does", async () => {
  const { page, complaints } = await openPage(stand, `/jobs/${await jobId(stand, "Hester")}/fit`);
  await shows(page, ".tally", "keeps it: 44 km");
  await page.click('.tally button[aria-label="Choose Pack 36 V 12.8 Ah, down tube, which keeps it"]');
  await page.waitForFunction(() => !(document.querySelector(".tally") as HTMLElement).innerText.includes("keeps it:"), {
    timeout: 20_000,
  });
  await page.waitForFunction(
    () =>
      [...document.querySelectorAll<HTMLElement>(".tally .promise")].some(
        (row) => row.innerText.includes("Range on this road") && !row.innerText.includes("not kept"),
      ),
    { timeout: 20_000 },
  );
  expect(complaints).toEqual([]);
});

test("the customer's sheet says what the ride will be, and what that rests on", async () => {
  const answer = await fetch(`${stand.base}/api/jobs/${await jobId(stand, "Perran")}/sheet.pdf`);
  const file = join(folder, "sheet.pdf");
  writeFileSync(file, new Uint8Array(await answer.arrayBuffer()));
  const paper = execFileSync("pdftotext", ["-layout", file, "-"], { encoding: "utf8" }).replace(/\s+/g, " ");
  expect(paper).toMatch(/Range on this road: asked ≥ 50 km, predicted \d+ km \(\d+ to \d+ km/);
  expect(paper).toMatch(/Up 7 %, 3 km: asked ≥ 14 km\/h/);
  expect(paper).toMatch(/a forecast, not a measurement.*small mid-drive/);
});

test("a job without road, motor and mass says what the ride wants", async () => {
  const { page, complaints } = await openPage(stand, `/jobs/${await jobId(stand, "Wenna")}/ride`);
  await shows(page, ".eyes", "a motor, in Drive");
  await shows(page, ".eyes", "the bike's mass, in Survey");
  expect(complaints).toEqual([]);
});
