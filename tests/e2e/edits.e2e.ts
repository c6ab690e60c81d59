import { click, goTo, jobId, openPage, openStand, press, shows, stageKey, text, type Stand } from "./stand";

let stand: Stand;
beforeAll(async () => {
  stand = await openStand();
});
afterAll(() => stand.stop());

const rows = (page: Awaited<ReturnType<typeof openPage>>["page"], selector: string) =>
  page.$$eval(selector, (elements) => elements.map((element) => (element as HTMLElement).innerText.replace(/\s+/g, " ")));

describe("finding", () => {
  test("jobs are found by typing, from the list and from the rail's box", async () => {
    const { page, complaints } = await openPage(stand, "/");
    expect(await rows(page, ".tag")).toHaveLength(14);
    await page.type('input[aria-label="Find among the jobs"]', "carbon");
    await page.waitForFunction(() => document.querySelectorAll(".tag").length === 1);
    expect((await rows(page, ".tag"))[0]).toContain("Ivo Brackwater");
    await page.type('input[aria-label="Find among the jobs"]', "zzz");
    await shows(page, ".jobs-none", "No job holds “carbonzzz”.");
    await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
    await press(page, "/");
    await page.keyboard.type("tandem");
    await press(page, "Enter");
    await page.waitForFunction(() => window.location.search === "?find=tandem");
    await page.waitForFunction(() => document.querySelectorAll(".tag").length === 1);
    expect((await rows(page, ".tag"))[0]).toContain("Causeway tandem");
    expect(complaints).toEqual([]);
  });

  test("a ticket opens where its work is", async () => {
    const { page } = await openPage(stand, "/");
    await click(page, "Perran Lusk", ".tickets");
    await page.waitForSelector(".stand");
    await page.waitForFunction(() => /\/jobs\/.+\/(survey|fit)$/.test(window.location.pathname));
  });

  test("parts are narrowed by kind and by typing", async () => {
    const { page, complaints } = await openPage(stand, "/parts");
    await click(page, "cassette or freewheel", ".parts-kinds");
    await page.waitForFunction(() => document.querySelectorAll(".parts-list tbody tr").length === 9);
    await page.type('input[aria-label="Find among the parts"]', "7-speed");
    await page.waitForFunction(() => document.querySelectorAll(".parts-list tbody tr").length === 2);
    expect(complaints).toEqual([]);
  });
});

describe("edits on a job", () => {
  test("a rule of thumb is overridden with a reason that stands on the work order; too short a one is refused and kept", async () => {
    const id = await jobId(stand, "Perran");
    const { page, complaints } = await openPage(stand, `/jobs/${id}/fit`);
    await click(page, "Chain angle", ".findings");
    await shows(page, ".finding-card h2", "Chain angle");
    await click(page, "Override this rule of thumb");
    await page.waitForSelector(".override textarea");
    await page.type(".override textarea", "short");
    await click(page, "Override", ".override");
    await shows(page, ".says", "give a reason of a few words");
    expect(await page.$eval(".override textarea", (box) => (box as HTMLTextAreaElement).value)).toBe("short");
    await page.type(".override textarea", " rides on the flat only");
    await click(page, "Override", ".override");
    await shows(page, ".finding-card .note", "short rides on the flat only");
    await shows(page, ".verdict-word", "settled");
    await stageKey(page, "8");
    await shows(page, ".step-card .note", "Chain angle overridden");
    await stageKey(page, "4");
    await click(page, "Chain angle", ".findings");
    await shows(page, ".finding-card h2", "Chain angle");
    await click(page, "Withdraw", ".finding-card");
    await shows(page, ".verdict-word", "adapt");
    expect(complaints).toEqual([]);
  });

  test("why? shows the figures, their uncertainty and the basis", async () => {
    const { page } = await openPage(stand, `/jobs/${await jobId(stand, "Perran")}/fit`);
    await click(page, "Gear case to stay", ".findings");
    await shows(page, ".finding-card h2", "Gear case to stay");
    await click(page, "Why?", ".finding-card");
    await shows(page, ".why", "± 0.5 mm");
    await shows(page, ".why", "common practice");
  });

  test("a pin on the drawing points at its finding, and the drawings change over", async () => {
    const { page, complaints } = await openPage(stand, `/jobs/${await jobId(stand, "Ivo")}/fit`);
    await page.waitForSelector(".zoomed-tools");
    await page.click(".zoomed-tools .ant-segmented-item:nth-child(1)");
    await page.waitForSelector(".pin");
    const title = await page.$eval(".pin:nth-child(3)", (pin) => pin.getAttribute("aria-label")!.slice(3));
    await page.click(".pin:nth-child(3) rect");
    await shows(page, ".finding-card h2", title);
    await page.click(".ant-segmented-item:nth-child(2)");
    await page.waitForSelector('svg[aria-label="The drive line from above, to scale"]');
    expect(complaints).toEqual([]);
  });

  test("lines by hand, sources and the copy given to the customer", async () => {
    const { page, complaints } = await openPage(stand, `/jobs/${await jobId(stand, "Perran")}/sheet`);
    await page.type('input[aria-label="What the line is"]', "Bell, brass");
    await click(page, "Add line");
    await shows(page, ".add-line", "The price wants an amount");
    await page.type('input[aria-label="Price each, before tax"]', "12,50");
    await click(page, "Add line");
    await shows(page, ".lines", "Bell, brass");
    await shows(page, ".tally", "Dressing 12.50");
    await click(page, "Give it to the customer");
    await shows(page, ".sheet", "nothing has changed since");
    await click(page, "take out", ".lines");
    await shows(page, ".sheet .note", "Tell the customer");
    await click(page, "undo", ".keys");
    await shows(page, ".sheet", "nothing has changed since");
    expect(complaints).toEqual([]);
  });

  test("what was done is listed by whom and when; the keys are listed on ?", async () => {
    const { page } = await openPage(stand, `/jobs/${await jobId(stand, "Maud")}/build`);
    await page.click(".keys-last");
    await shows(page, ".history", "Work order signed by Tamsin");
    await press(page, "Escape");
    await page.waitForFunction(
      () =>
        document.querySelector(".ant-modal .history") === null ||
        (document.querySelector(".ant-modal-wrap") as HTMLElement).offsetParent === null,
    );
    await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
    await press(page, "?");
    await shows(page, ".key-list", "undo the last edit");
  });

  test("a choice is previewed without being made, made, and taken out", async () => {
    const { page, complaints } = await openPage(stand, `/jobs/${await jobId(stand, "Wenna")}/drive`);
    await page.waitForSelector(".candidate .verdict-counts");
    await page.hover(".candidates li:nth-child(2) .candidate");
    await shows(page, ".preview", "All in");
    expect(await text(page, ".slot.here")).toContain("none");
    await click(page, "Choose it", ".preview");
    await page.waitForFunction(() => !(document.querySelector(".slot.here") as HTMLElement).innerText.includes("none"));
    await click(page, "Take kit out");
    await page.waitForFunction(() => (document.querySelector(".slot.here") as HTMLElement).innerText.includes("none"));
    await page.type('input[aria-label="Find among them"]', "nothing like it");
    await shows(page, ".candidates", "holds “nothing like it”");
    expect(complaints).toEqual([]);
  });

  test("another kit under a step that is done is told before it is chosen, and opens the step with its reason; undo closes it", async () => {
    const { page, complaints } = await openPage(stand, `/jobs/${await jobId(stand, "Perran")}/build`);
    const tickThat = async (title: string) => {
      await click(page, title, ".steps");
      await shows(page, ".step-card h1", title);
      for (const box of await page.$$('.marks [aria-checked="false"]')) {
        const before = (await page.$$('.marks [aria-checked="true"]')).length;
        await box.click();
        await page.waitForFunction(
          (n: number) => document.querySelectorAll('.marks [aria-checked="true"]').length > n,
          {},
          before,
        );
      }
      await page.type('[aria-label="Reason to do it all the same"]', "it is in already");
      await click(page, "Done", ".stand-bar");
      // The next one is at hand.
      await page.waitForFunction(
        (t: string) => !(document.querySelector(".step-card h1") as HTMLElement).innerText.includes(t),
        {},
        title,
      );
    };
    await page.type('[aria-label="Your name, for signing"]', "Ena");
    await tickThat("Fit the mid-drive");
    await stageKey(page, "3");
    await page.waitForSelector(".candidate .verdict-counts");
    await page.type('input[aria-label="Find among them"]', "Crank kit 500");
    await page.waitForFunction(() => document.querySelectorAll(".candidate").length === 1);
    await page.hover(".candidate");
    await shows(page, ".preview", "One step is no longer done: Fit the mid-drive");
    await click(page, "Choose it", ".preview");
    await shows(page, ".keys", "no longer done: Fit the mid-drive");
    await stageKey(page, "8");
    await click(page, "Fit the mid-drive", ".steps");
    await shows(page, ".step-card .note", "take out ");
    await shows(page, ".step-card .note", "Put in ");
    await click(page, "undo", ".keys");
    await page.waitForFunction(() => document.querySelector(".step-card .note") === null);
    await shows(page, ".stand-bar", "Done by Ena");
    expect(complaints).toEqual([]);
  });

  test("a broken part is shown in Drive and cannot be clicked", async () => {
    const { page } = await openPage(stand, `/jobs/${await jobId(stand, "Wenna")}/drive`);
    await click(page, "motor", ".slots");
    await page.type('input[aria-label="Find among them"]', "sheet lost");
    await shows(page, ".candidate", "cannot be chosen: The rim it comes laced in is missing");
    await page.waitForFunction(() => document.querySelectorAll(".candidate").length === 1);
    expect(await page.$eval(".candidate", (button) => (button as HTMLButtonElement).disabled)).toBe(true);
  });

  test("an order's arrival clears the step that waited for it", async () => {
    const { page, complaints } = await openPage(stand, `/jobs/${await jobId(stand, "Odo")}/build`);
    await click(page, "Fit the mid-drive", ".steps");
    await shows(page, ".step-card", "not here yet (0111-1)");
    await stageKey(page, "7");
    await click(page, "It is here");
    await shows(page, ".order-card.placed", "here since");
    await stageKey(page, "8");
    await click(page, "Fit the mid-drive", ".steps");
    await page.waitForFunction(() => !(document.querySelector(".step-card") as HTMLElement).innerText.includes("not here yet"));
    expect(complaints).toEqual([]);
  });
});

describe("parts", () => {
  test("a new part: every missing field is named, nothing typed is lost, then it is stored and found", async () => {
    const { page, complaints } = await openPage(stand, "/parts/new?kind=tube");
    await page.type('input[aria-label="Part number"]', "tube-test");
    await page.type('input[aria-label="Name"]', "Tube of the test");
    await click(page, "Store");
    await shows(page, "[role=status]", "3 fields are wrong");
    await shows(page, ".field .wrong", "is missing");
    await page.type('input[aria-label="Bead seat, mm"]', "622");
    await page.type('input[aria-label="Narrowest tyre, mm"]', "28");
    await page.type('input[aria-label="Widest tyre, mm"]', "47");
    await click(page, "Add an offer");
    await page.$eval('input[aria-label="Price of a pack, before tax"]', (box) => (box as HTMLInputElement).select());
    await page.type('input[aria-label="Price of a pack, before tax"]', "6.90");
    await click(page, "Store");
    await page.waitForFunction(() => window.location.pathname === "/parts/tube-test");
    await goTo(page, `${stand.base}/parts?find=of+the+test`);
    expect((await rows(page, ".parts-list tbody tr"))[0]).toContain("6.90 €");
    expect(complaints).toEqual([]);
  });
});
