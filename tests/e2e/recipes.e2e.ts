import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { ElementHandle, Page } from "puppeteer-core";
import { connect } from "../../src/data/connection";
import { click, goTo, jobId, openPage, openStand, press, reload, shows, text, type Stand } from "./stand";

let stand: Stand;
let folder: string;
beforeAll(async () => {
  stand = await openStand();
  folder = mkdtempSync(join(tmpdir(), "gull-recipes-"));
});
afterAll(async () => {
  rmSync(folder, { recursive: true, force: true });
  await stand.stop();
});

const choose = async (page: Page, label: string, words: string) => {
  await page.waitForSelector(`[aria-label="${label}"]`);
  await page.click(`[aria-label="${label}"]`);
  await page.keyboard.type(words);
  await page.waitForFunction(
    (w: string) =>
      [...document.querySelectorAll(".ant-select-item-option-active")].some((one) => (one as HTMLElement).innerText.includes(w)),
    {},
    words,
  );
  await press(page, "Enter", "Escape");
};

test("a step of the shop's own is typed, previewed on the open jobs, kept, and stands in the work orders; a loop is told by names", async () => {
  const { page, complaints } = await openPage(stand, "/house");
  await page.waitForSelector(".recipes");
  await click(page, "Add a step of our own", ".recipes");
  await shows(page, ".house-effects", "Recipes must have a name");
  await page.type('[aria-label="Name of our own step"]', "Wax the frame where the cradle goes");
  await page.type('[aria-label^="How:"]', "Two coats, rubbed out");
  await page.type('[aria-label^="Signed for:"]', "No bare metal left");
  await shows(page, ".house-effects", "New step: Wax the frame where the cradle goes, 15 min");
  await shows(page, ".house-effects", "signed off and left alone");
  // What nobody can do is told by what it is called, and cannot be kept.
  await choose(page, "After: Wax the frame where the cradle goes", "Static checks in safe order");
  await shows(page, ".house-effects", "Recipes has steps that wait for each other");
  await shows(page, ".house-effects", "Wax the frame where the cradle goes");
  expect(
    await page.$$eval(".house-effects .main-action", (all) => all.map((one) => (one as HTMLButtonElement).disabled)),
  ).toEqual([true]);
  await page.click(".recipe .ant-select-selection-item-remove");
  await shows(page, ".house-effects", "New step: Wax the frame where the cradle goes");
  // What is typed and not kept is there after a reload.
  await reload(page);
  await page.waitForSelector('[aria-label="Name of our own step"]');
  expect(await page.$eval('[aria-label="Name of our own step"]', (one) => (one as HTMLInputElement).value)).toBe(
    "Wax the frame where the cradle goes",
  );
  await shows(page, ".house-effects", "New step");
  await click(page, "Keep them", ".house-effects");
  await shows(page, ".house-effects", "Kept.");
  await goTo(page, `${stand.base}/jobs/${await jobId(stand, "Odo")}/build`);
  await click(page, "Wax the frame where the cradle goes", ".steps");
  await shows(page, ".step-card h1", "Wax the frame where the cradle goes");
  await shows(page, ".step-card", "Two coats, rubbed out");
  // It is signed for there, by a touch or by key, and holds the step until then.
  await shows(page, ".stand-bar", "No bare metal left (not signed)");
  // The bike that was signed for is none of it.
  await goTo(page, `${stand.base}/jobs/${await jobId(stand, "Maud")}/build`);
  await shows(page, ".sign", "Signed by");
  expect(await text(page, ".steps")).not.toContain("Wax the frame");
  expect(await text(page, ".build-body")).not.toContain("Changed since");
  expect(complaints).toEqual([]);
});

test("minutes of one kind of bike are taken over by themselves, shown before they are kept, and taken back", async () => {
  const db = connect(stand.database);
  const lines = (await db("job").select("id").limit(8)) as { id: string }[];
  for (const [i, { id }] of lines.entries())
    await db("job")
      .where({ id })
      .update({
        summary: db.raw("json_set(summary, '$.took', json(?), '$.frameKind', ?)", [
          JSON.stringify({ settings: i < 4 ? 60 : 20 }),
          i < 4 ? "long-wheelbase" : "diamond",
        ]),
      });
  await db.destroy();
  const { page, complaints } = await openPage(stand, "/house");
  await shows(page, ".lesson-kind", "Long load carrier alone");
  await page.click(
    '[aria-label="Take it: the minutes of Set the controller: wheel size, limits, class, Long load carrier alone"]',
  );
  await shows(page, ".lesson-kind", "taken, not kept yet");
  await shows(page, ".house-effects", "1 rule changed");
  await choose(page, "A step of the tables", "Set the controller");
  await shows(page, ".recipe", "Long load carrier alone:");
  await click(page, "Keep them", ".house-effects");
  await shows(page, ".house-effects", "Kept.");
  await shows(page, ".lesson-kind", "as for all bikes");
  const given = await page.evaluate(async () => (await fetch("/api/house/recipes.json")).json() as Promise<unknown>);
  expect(given).toMatchObject({ minutes: {}, minutesOn: { "long-wheelbase": { settings: { minutes: expect.any(Number) } } } });
  await click(page, "as for all bikes", ".lesson-kind");
  await shows(page, ".lesson-kind", "Take it");
  await click(page, "Keep them", ".house-effects");
  await shows(page, ".house-effects", "Kept.");
  expect(complaints).toEqual([]);
});

test("recipes go out as a file and come in as one; what is no such file is told, and nothing is lost", async () => {
  const { page, complaints } = await openPage(stand, "/house");
  const given = JSON.parse(await page.evaluate(async () => (await fetch("/api/house/recipes.json")).text())) as {
    format: string;
    recipes: { own: { title: string }[]; texts: Record<string, string[]> };
  };
  expect(given.format).toBe("gull-bench recipes 1");
  expect(given.recipes.own.map(({ title }) => title)).toEqual(["Wax the frame where the cradle goes"]);
  const box = (await page.waitForSelector('.recipes input[type="file"]')) as ElementHandle<HTMLInputElement>;
  const take = async (name: string, content: string) => {
    const file = join(folder, name);
    writeFileSync(file, content);
    await box.uploadFile(file);
  };
  await take("photo.json", "\u0000\u0001 no JSON");
  await shows(page, ".recipes-pick", "photo.json: It is not JSON");
  await take("other.json", '{"format":"something else"}');
  await shows(page, ".recipes-pick", "It is no file of recipes");
  await take(
    "long.json",
    JSON.stringify({ ...given, recipes: { ...given.recipes, own: [{ ...given.recipes.own[0], likely: -4 }] } }),
  );
  await shows(page, ".recipes-pick", "must be 1 to 2400 minutes");
  expect(await text(page, ".house-effects")).not.toContain("not kept yet");
  await take(
    "more.json",
    JSON.stringify({ ...given, recipes: { ...given.recipes, texts: { survey: ["Ring them when it is in"] } } }),
  );
  await shows(page, ".recipes-pick", "more.json is read");
  await shows(page, ".recipes-changed", "1 of our lines");
  await shows(page, ".house-effects", "other lines");
  await click(page, "As they were", ".house-effects");
  expect(readFileSync(join(folder, "more.json"), "utf8")).toContain("Ring them");
  expect(complaints).toEqual([]);
});
