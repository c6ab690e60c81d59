import type { Page } from "puppeteer-core";
import { goTo, openPage, openStand, shows, text, type Stand } from "./stand";

/** The week of the bench in a browser: a tag is moved, refused and frozen; people are changed; a better plan is looked for. */
let stand: Stand;
beforeAll(async () => {
  stand = await openStand();
});
afterAll(() => stand.stop());

type Board = {
  version: number;
  nowMin: number;
  people: { id: string; name: string }[];
  jobs: { id: string; name: string; frozen: boolean }[];
  bars: { job: string; person: string; from: number; to: number; steps: { id: string; title: string }[] }[];
};
const board = async (): Promise<Board> =>
  (await (await fetch(`${stand.base}/api/bench/page`, { method: "POST" })).json()) as Board;

const press = (page: Page, selector: string, words: string) =>
  page.waitForFunction(
    (s: string, w: string) => {
      const found = [...document.querySelectorAll<HTMLButtonElement>(s)].find(
        (one) => one.textContent!.trim() === w && !one.disabled,
      );
      found?.click();
      return found !== undefined;
    },
    {},
    selector,
    words,
  );

/** The name under which a piece of work stands on the board. */
const named = ({ bars, jobs }: Board, at: number): string => {
  const bar = bars[at]!;
  return `${jobs.find(({ id }) => id === bar.job)!.name}, `;
};

/** Shows the day of a piece of work, so that every tag of it has room for a hand. */
async function showDay(page: Page, all: Board, at: number): Promise<void> {
  const day = Math.floor(all.bars[at]!.from / 1440);
  const monday = (of: number) => of - ((of + 3) % 7);
  for (let week = (monday(day) - monday(Math.floor(all.nowMin / 1440))) / 7; week > 0; week -= 1)
    await page.click('[aria-label="The week after"]');
  await page.evaluate(
    (k: number) => {
      const shown = [...document.querySelectorAll<HTMLElement>(".board-days .board-day")][k]!;
      shown.querySelector("button")!.click();
    },
    day - monday(day),
  );
}

const tagOf = (page: Page, who: string, what: string) =>
  page.waitForSelector(`.board-row.person .board-tag[aria-label*="${who}"][aria-label*="${what}"]`);

async function drag(page: Page, from: { x: number; y: number }, by: { x: number; y: number }): Promise<void> {
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(from.x + 12, from.y + 2, { steps: 3 });
  await page.mouse.move(from.x + by.x, from.y + by.y, { steps: 6 });
}

const middleOf = async (element: {
  boundingBox: () => Promise<{ x: number; y: number; width: number; height: number } | null>;
}) => {
  const box = (await element.boundingBox())!;
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
};

test("a tag is refused with its reason where it cannot go, and shows what it moves where it can, before it is let go", async () => {
  const { page, complaints } = await openPage(stand, "/bench");
  await shows(page, "h1", "Bench");
  await shows(page, ".board-row.person", "Jowan");
  const all = await board();
  // Mechanics, which Elestren does not do.
  const at = all.bars.findIndex(
    (bar) =>
      bar.person === "jowan" && !all.jobs.find(({ id }) => id === bar.job)!.frozen && bar.steps.some(({ id }) => id === "survey"),
  );
  await showDay(page, all, at);
  const piece = all.bars[at]!;
  const tag = await tagOf(page, named(all, at), piece.steps[0]!.title);
  const from = await middleOf(tag!);
  await drag(page, from, { x: 20, y: 42 });
  await shows(page, ".board-would", "Not possible: Elestren does no mechanics");
  await page.mouse.up();
  expect((await board()).version).toBe(all.version);
  await drag(page, from, { x: 160, y: 0 });
  await shows(page, ".board-would", "Jowan takes it on");
  await page.mouse.up();
  await shows(page, ".ant-notification", "Jowan takes it on");
  const then = await board();
  expect(then.version).toBe(all.version + 1);
  const now = then.bars.find((bar) => bar.job === piece.job && bar.steps.some(({ id }) => id === "survey"))!;
  expect(now.from).toBeGreaterThan(piece.from);
  await press(page, ".page-head button", "Plan before");
  await shows(page, ".ant-notification", "Took back");
  // Let go at once, it is shown first, and moves when it is said to.
  const again = await middleOf((await tagOf(page, named(all, at), piece.steps[0]!.title))!);
  const { version } = await board();
  await page.mouse.move(again.x, again.y);
  await page.mouse.down();
  await page.mouse.move(again.x + 190, again.y, { steps: 4 });
  await page.mouse.up();
  await shows(page, ".board-would", "Move it");
  expect((await board()).version).toBe(version);
  await press(page, ".board-would button", "Leave it");
  await shows(page, ".board-would", "Drag a tag");
  expect((await board()).version).toBe(version);
  const back = (await board()).bars.find((bar) => bar.job === piece.job && bar.steps.some(({ id }) => id === "survey"))!;
  expect(back.from).toBe(piece.from);
  expect(complaints).toEqual([]);
});

test("by keyboard a job is chosen, asked for its days, frozen, and moves again", async () => {
  const { page, complaints } = await openPage(stand, "/bench");
  await page.focus(".bench-jobs button");
  await page.keyboard.press("Enter");
  await shows(page, ".bench-card", "When may it be promised?");
  await shows(page, ".bench-card", "is kept in nine weeks of ten");
  await press(page, ".bench-actions button", "Freeze where it stands");
  await shows(page, ".ant-notification", "stays where it stands");
  await shows(page, ".bench-jobs tr.picked", "frozen");
  await press(page, ".bench-actions button", "Let it move again");
  await shows(page, ".ant-notification", "moves again");
  await page.waitForFunction(() => !document.querySelector(".bench-jobs tr.picked")!.textContent!.includes("frozen"));
  expect(complaints).toEqual([]);
});

test("hours that cannot be read are told at the form and stay typed; a week off moves the board and is told", async () => {
  const { page, complaints } = await openPage(stand, "/bench");
  await press(page, ".page-head button", "People and places");
  const box = '[aria-label="Jowan, hours on Mon"]';
  await page.waitForSelector(box);
  await page.click(box, { clickCount: 3 });
  await page.type(box, "8 till late");
  await press(page, ".floor-form button", "Keep people and places");
  await shows(page, ".floor-form", "Jowan, Mon: expected hours such as");
  expect(await page.$eval(box, (one) => (one as HTMLInputElement).value)).toBe("8 till late");
  await page.click(box, { clickCount: 3 });
  await page.type(box, "8–12");
  const day = (ahead: number) => new Date(Date.now() + ahead * 86_400_000).toISOString().slice(0, 10);
  await page.type('[aria-label="Jowan, away on"]', `${day(0)} to ${day(20)}`);
  await press(page, ".floor-form button", "Keep people and places");
  await shows(page, ".ant-notification", "People and places are kept.");
  await shows(page, ".bench-card", "Moved since the plan was kept");
  expect(await text(page, ".bench-told")).toMatch(/ready .* late/);
  expect((await board()).bars.some((bar) => bar.person === "jowan" && bar.from < Date.parse(day(20)) / 60_000)).toBe(false);
  await press(page, ".page-head button", "Find a better plan");
  await page.waitForFunction(
    () => /Keep this plan|plan that stands/.test(document.querySelector(".bench-search")?.textContent ?? ""),
    {
      timeout: 60_000,
    },
  );
  expect(await text(page, ".bench-search")).toMatch(/No plan costs less/);
  const found = await page.evaluate(() => document.querySelector(".bench-search")!.textContent!.includes("Keep this plan"));
  if (found) {
    await press(page, ".bench-search button", "Keep this plan");
    await shows(page, ".ant-notification", "Kept the plan that was found");
  }
  expect(complaints).toEqual([]);
});

test("the day lists are a paper, the calendar is one, and nobody who is not there has any", async () => {
  const paper = await fetch(`${stand.base}/api/bench/days.pdf?week=1`);
  expect([paper.status, (await paper.text()).slice(0, 5)]).toEqual([200, "%PDF-"]);
  const calendar = await fetch(`${stand.base}/api/bench/calendar.ics?person=tamsin`);
  expect(await calendar.text()).toMatch(/^BEGIN:VCALENDAR/);
  expect((await fetch(`${stand.base}/api/bench/calendar.ics?person=nobody`)).status).toBe(404);
  for (const [route, body, status] of [
    ["move", "{}", 200],
    ["move", "[", 400],
    ["what-if", '{"jobId":7}', 200],
    ["planning", '{"id":"x"}', 200],
    ["planning", '{"seconds":9}', 400],
  ] as const) {
    const answer = await fetch(`${stand.base}/api/bench/${route}`, { method: "POST", body });
    expect([route, body, answer.status, Object.keys((await answer.json()) as object)]).toEqual([route, body, status, ["error"]]);
  }
  const { page } = await openPage(stand, "/bench");
  await goTo(page, `${stand.base}/bench`);
  await shows(page, "h1", "Bench");
});
