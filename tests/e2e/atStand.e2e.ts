import type { Page } from "puppeteer-core";
import { click, goTo, inBody, jobId, openPage, openStand, press, reload, shows, text, type Stand } from "./stand";

let stand: Stand;
beforeAll(async () => {
  stand = await openStand();
});
afterAll(() => stand.stop());

/** Where the button lies that takes the next action. */
const nextAction = (page: Page) =>
  page.$eval(".stand-bar .main-action", (button) => {
    const { x, y, width, height } = button.getBoundingClientRect();
    return [x, y, width, height].map(Math.round);
  });

const read = async (page: Page, says: string, figure: string) => {
  const box = `[aria-label="Reading: ${says}"]`;
  await page.waitForSelector(box);
  await page.$eval(box, (one) => one.scrollIntoView({ block: "center" }));
  await page.type(box, figure);
  await page.keyboard.press("Enter");
};

test("a day at the stand, by touch on a tablet held upright", async () => {
  const id = await jobId(stand, "Odo");
  const { page, complaints } = await openPage(stand, `/jobs/${id}/ask`);
  await page.setViewport({ width: 820, height: 1180, hasTouch: true, isMobile: true });
  await goTo(page, `${stand.base}/jobs/${id}/build`);
  await page.type('[aria-label="Your name, for signing"]', "Ena");
  await page.keyboard.press("Tab");
  // The list is one line that opens, the tally one that opens, and nothing is cut sideways.
  expect(await page.$eval(".steps ol", (list) => list.checkVisibility())).toBe(false);
  expect(await page.$eval(".tally section", (one) => one.checkVisibility())).toBe(false);
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(820);
  const small = await page.$$eval(".stand-bar button", (all) =>
    all.map((one) => one.getBoundingClientRect()).filter(({ width, height }) => width < 44 || height < 44),
  );
  expect(small).toEqual([]);
  await shows(page, ".step-card h1", "Take in, survey");
  const place = await nextAction(page);
  await page.tap(".stand-timer");
  await shows(page, ".stand-timer", "Pause");
  await page.tap(".stand-bar .main-action");
  await shows(page, ".step-card h1", "Overhaul the brakes");
  // The next one begins by itself, and its button lies where the last one lay.
  await shows(page, ".stand-timer", "Pause");
  expect(await nextAction(page)).toEqual(place);
  await shows(page, ".torque", "6–9");
  await read(page, "Thinnest pad's lining", "0.6");
  await shows(page, ".found.stop", "0.6 mm; at least 1 mm");
  await shows(page, ".stand-bar", "Not before that is settled");
  expect(await page.$eval(".stand-bar .main-action", (one) => (one as HTMLButtonElement).disabled)).toBe(true);
  // New pads: read again, and the work goes on.
  await read(page, "Thinnest pad's lining", "2.8");
  await page.waitForFunction(() => document.querySelector(".found") === null);
  await shows(page, ".measures", "2.8 mm");
  await read(page, "Thinnest pad's lining", "90");
  await shows(page, ".measures", "is that right?");
  await page.$eval('[aria-label^="Reading: Thinnest"]', (one) => ((one as HTMLInputElement).value = ""));
  await page.click('[aria-label^="Reading: Thinnest"]', { clickCount: 3 });
  await page.keyboard.press("Backspace");

  // What goes wrong: a part that is spoilt is bought once more, on the sheet, and the customer is to be told.
  await page.tap(".steps-open");
  await click(page, "Fit the mid-drive", ".steps");
  await shows(page, ".step-card h1", "Fit the mid-drive");
  await shows(page, ".step-torques", "left pedal left-hand");
  await page.tap(".stand-wrong");
  await shows(page, ".problem", "Say which part it is");
  await page.waitForSelector('[aria-label="What is wrong, in words"]:focus');
  await page.keyboard.type("The shell spacer is cracked");
  await page.tap(".problem .ant-select");
  await page.waitForSelector(".ant-select-item-option");
  await page.$$eval(".ant-select-item-option", (all) =>
    (all.find((one) => (one as HTMLElement).innerText.includes("Shell spacer")) as HTMLElement).click(),
  );
  await click(page, "Report it", ".ant-modal");
  await shows(page, ".found", "The shell spacer is cracked");
  await click(page, "Another one", ".found");
  await shows(page, ".found", "Decided: Another one");
  await shows(page, ".tell-them", "A was accepted at");
  await page.type('[aria-label="What was said on the telephone"]', "Told them of the spacer: they agree");
  await click(page, "Note the call", ".tell-them");
  await shows(page, ".tell-them", "Told them of the spacer");
  await goTo(page, `${stand.base}/jobs/${id}/sheet`);
  await shows(page, ".sheet", "A part found wrong at the bench: one more");
  await goTo(page, `${stand.base}/jobs/${id}/order`);
  await shows(page, ".order", "Shell spacer");
  expect(complaints).toEqual([]);
});

test("by keyboard: the next action lies in one place on every step, b begins and pauses, a reload forgets nothing", async () => {
  const id = await jobId(stand, "Maud");
  const { page, complaints } = await openPage(stand, `/jobs/${id}/build`);
  await page.type('[aria-label="Your name, for signing"]', "Ena");
  await page.keyboard.press("Tab");
  await inBody(page);
  await press(page, "z");
  await click(page, "Take it back", ".ant-modal");
  await shows(page, ".sign", "Sign the work order");
  await page.waitForFunction(() => !document.querySelector(".ant-modal-wrap"));
  // A finished bike: each step opened again has its button where the others have theirs.
  const titles = ["Fit the hub motor", "Set the class", "Take in, survey"];
  const places: number[][] = [];
  for (const title of titles) {
    const there = await page.$$eval(
      ".step",
      (all, says) => all.some((one) => (one as HTMLElement).innerText.includes(says as string)),
      title,
    );
    if (!there) continue;
    await click(page, title, ".steps");
    await shows(page, ".step-card h1", title);
    await click(page, "Open it again", ".stand-bar");
    await page.waitForSelector(".stand-bar .main-action");
    places.push(await nextAction(page));
  }
  expect(places.length).toBeGreaterThan(1);
  expect(new Set(places.map((place) => place.join(" "))).size).toBe(1);
  await inBody(page);
  await press(page, "b");
  await shows(page, ".stand-timer", "Pause");
  await page.type('[aria-label="Note on this step"]', "half a note");
  await reload(page);
  await shows(page, ".stand-timer", "Pause");
  expect(await page.$eval('[aria-label="Note on this step"]', (one) => (one as HTMLInputElement).value)).toBe("half a note");
  await page.keyboard.down("Alt");
  await press(page, "b");
  await page.keyboard.up("Alt");
  await shows(page, ".stand-timer", "Go on");
  expect(await text(page, ".stand-bar")).toContain("Problem");
  expect(complaints).toEqual([]);
});
