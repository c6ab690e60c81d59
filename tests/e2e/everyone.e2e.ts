import { readFileSync } from "node:fs";
import type { Page } from "puppeteer-core";
import sharp from "sharp";
import { click, goTo, jobId, openPage, openStand, shows, type Stand } from "./stand";

/** Whoever stands there: what is read out, seen or touched. */
let stand: Stand;
let views: string[];
beforeAll(async () => {
  stand = await openStand();
  const [perran, silas, bryher, ivo, maud, nessa] = await Promise.all(
    ["Perran", "Silas", "Bryher", "Ivo", "Maud", "Nessa"].map((name) => jobId(stand, name)),
  );
  views = [
    "/",
    "/bench",
    "/logbook",
    "/logbook?look=recall&part=bat-36-13-rack",
    "/logbook?look=faults",
    "/logbook?look=learned",
    `/logbook/${nessa}`,
    "/parts",
    "/parts/kit-front-622",
    "/house",
    "/suppliers",
    "/suppliers/nordmole",
    "/buying",
    "/buying/B-0005",
    "/tools",
    "/tools/chainline",
    ...["ask", "survey", "survey?at=frameMaterial", "survey?at=end", "drive", "ride", "sheet", "build"].map(
      (stage) => `/jobs/${perran}/${stage}`,
    ),
    `/jobs/${silas}/fit`,
    `/jobs/${bryher}/order`,
    `/jobs/${ivo}/fit`,
    `/jobs/${maud}/build`,
    `/jobs/${maud}/prove`,
    `/jobs/${nessa}/hand-over`,
  ];
});
afterAll(() => stand.stop());

const AXE = readFileSync("node_modules/axe-core/axe.min.js", "utf8");

/** What the rules of WCAG 2.2, levels A and AA, find on the page as it stands, by axe-core. */
async function wrongs(page: Page): Promise<string[]> {
  await page.evaluate(AXE);
  return page.evaluate(async () => {
    const { axe } = window as unknown as {
      axe: { run: (root: Document, options: object) => Promise<{ violations: { id: string; nodes: { html: string }[] }[] }> };
    };
    const { violations } = await axe.run(document, { runOnly: ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"] });
    return violations.flatMap(({ id, nodes }) => nodes.map(({ html }) => `${id}: ${html.slice(0, 160)}`));
  });
}

test("every main view passes the rules of WCAG 2.2 AA: names, contrast, focus, sizes", async () => {
  const { page, complaints } = await openPage(stand, "/");
  const found: Record<string, string[]> = {};
  for (const view of views) {
    await goTo(page, stand.base + view);
    const wrong = await wrongs(page);
    if (wrong.length > 0) found[view] = wrong;
  }
  expect(found).toEqual({});
  expect(complaints).toEqual([]);
});

test("so do the dialogs: a new job, the list of keys, the history", async () => {
  const { page } = await openPage(stand, "/");
  await click(page, "New job");
  await page.waitForSelector(".ant-modal input:focus");
  expect(await wrongs(page)).toEqual([]);
  await goTo(page, stand.base + views.find((view) => view.endsWith("/sheet"))!);
  await page.click(".keys-last");
  await shows(page, ".ant-modal", "What was done");
  expect(await wrongs(page)).toEqual([]);
});

/** A mark as it is drawn, brought to 36 px, each pixel ink or paper. */
async function inkOf(page: Page, selector: string): Promise<boolean[] | null> {
  const clip = await page.$$eval(selector, (marks) => {
    const mark = marks.find((one) => one.checkVisibility() && one.getBoundingClientRect().width > 0);
    if (!mark) return null;
    mark.scrollIntoView({ block: "center" });
    const { x, y, width, height } = mark.getBoundingClientRect();
    return { x, y, width, height };
  });
  if (!clip) return null;
  const { data } = await sharp(await page.screenshot({ clip }))
    .resize(36, 36, { fit: "fill" })
    .greyscale()
    .normalise()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return [...data].map((grey) => grey < 128);
}

test("without colours the verdicts are told apart by shape, and every mark is said in words", async () => {
  const { page } = await openPage(
    stand,
    views.find((view) => view.endsWith("/fit"))!,
  );
  await page.emulateVisionDeficiency("achromatopsia");
  const inks = new Map<string, boolean[]>();
  for (const path of views.filter((view) => /fit|sheet/.test(view))) {
    await goTo(page, stand.base + path);
    for (const verdict of ["clear", "adapt", "measure", "stop"].filter((one) => !inks.has(one))) {
      const ink = await inkOf(page, `.mark-${verdict}`);
      if (ink) inks.set(verdict, ink);
    }
    expect(await page.$$eval(".mark", (marks) => marks.filter((mark) => !mark.getAttribute("aria-label")).length)).toBe(0);
  }
  expect([...inks.keys()].sort()).toEqual(["adapt", "clear", "measure", "stop"]);
  for (const [one, a] of inks)
    for (const [other, b] of inks) {
      const differ = a.filter((ink, i) => ink !== b[i]).length / a.length;
      if (one !== other) expect([one, other, differ > 0.06]).toEqual([one, other, true]);
    }
  // What holds a job back is told with its word in the list, not by a mark alone.
  await goTo(page, stand.base + views.filter((view) => view.endsWith("/fit")).at(-1)!);
  await shows(page, ".findings-head", "4 stop");
  await shows(page, ".finding-card", "stop");
});

test("on a tablet all that is touched is 44 px high or more, nothing runs out of the screen, and the tally is a line that opens", async () => {
  const { page, complaints } = await openPage(stand, "/");
  await page.setViewport({ width: 820, height: 1180, hasTouch: true, isMobile: true });
  const small: Record<string, string[]> = {};
  for (const view of views.filter((one) => one === "/" || one === "/bench" || one.startsWith("/jobs"))) {
    await goTo(page, stand.base + view);
    const found = await page.evaluate(() => {
      const targets = document.querySelectorAll<HTMLElement>(
        "button, a[href], input, [role=slider], [role=switch], .ant-select, .ant-segmented-item",
      );
      return [...targets].flatMap((target) => {
        const box = target.getBoundingClientRect();
        const hidden = box.width < 2 || !target.checkVisibility({ visibilityProperty: true, opacityProperty: true });
        // A box inside another is touched through it; a pin stands beside its row in the list.
        const held = target.parentElement?.closest(
          "label, .ant-input-affix-wrapper, .ant-select, .ant-segmented-item, .ant-switch",
        );
        if (hidden || held || box.height >= 43.5) return [];
        target.scrollIntoView({ block: "center" });
        const now = target.getBoundingClientRect();
        const [x, y] = [now.left + now.width / 2, now.top + now.height / 2];
        // What answers a touch may be larger than what is drawn.
        const reached = [-21, 21].every((by) => {
          const there = document.elementFromPoint(x, y + by);
          return there === target || target.contains(there);
        });
        return reached
          ? []
          : [`${target.tagName} ${target.className} “${target.innerText.slice(0, 30)}” ${Math.round(box.height)} px`];
      });
    });
    if (found.length > 0) small[view] = found;
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(820);
  }
  expect(small).toEqual({});
  await goTo(page, stand.base + views.find((view) => view.endsWith("/sheet"))!);
  expect(await page.$eval(".tally section", (section) => (section as HTMLElement).checkVisibility())).toBe(false);
  await page.tap(".tally-line");
  await shows(page, ".tally section", "Promises");
  expect(await page.$eval(".tally section", (section) => (section as HTMLElement).checkVisibility())).toBe(true);
  expect(
    await page.$$eval("input.ant-input.num", (boxes) => boxes.every((box) => (box as HTMLInputElement).inputMode !== "")),
  ).toBe(true);
  expect(complaints).toEqual([]);
});
