import { click, goTo, holds, jobId, openPage, openStand, press, reload, shows, text, type Stand } from "./stand";

/** Bikes that left the shop, in the browser: visits, recalls, faults, what they teach, and an upgrade that begins a job. */
let stand: Stand;
beforeAll(async () => {
  stand = await openStand();
});
afterAll(() => stand.stop());

test("a visit is typed, outlives a reload, is asked about, stops the bike, and is taken out again; the list follows", async () => {
  const id = await jobId(stand, "Nessa");
  const { page, complaints } = await openPage(stand, "/logbook");
  await shows(page, ".logbook table", "Nessa Quill");
  // What is due first stands first, and says how late it is.
  expect((await text(page, ".logbook tbody tr")).replace(/\s+/g, " ")).toMatch(/Doran Thatch.*days late/);
  await goTo(page, `${stand.base}/logbook/${id}`);
  await page.type('[aria-label="Your name, for signing"]', "Ena");
  await shows(page, ".wear-charts", "Thinnest pad's lining");
  await click(page, "Note a visit", ".bike-deeds");
  await page.waitForSelector(".visit-form");
  await page.type('[aria-label="Way on its counter"]', "31");
  await page.type('[aria-label="Reading: Thinnest pad\'s lining"]', "0.6 mm");
  await click(page, "Something is wrong", ".visit-form");
  await page.waitForSelector('[aria-label="Symptom 1"]');
  await page.type('[aria-label="Symptom 1"]', "Brake grinds");
  await page.type('[aria-label="Cause 1"]', "pad down to its holder");
  await reload(page);
  await click(page, "Note a visit", ".bike-deeds");
  await page.waitForSelector(".visit-form");
  await holds(page, '[aria-label="Reading: Thinnest pad\'s lining"]', "0.6 mm");
  await holds(page, '[aria-label="Cause 1"]', "pad down to its holder");
  await click(page, "Keep the visit", ".visit-form");
  await shows(page, ".visit-form", "31 km, less than the 618 of");
  await click(page, "It is right: keep it", ".visit-form");
  await shows(page, ".bike-now", "Not to be ridden as it stands");
  await shows(page, ".visit-list li", "Brake grinds");
  // What is kept is not there to be typed again.
  await click(page, "Note a visit", ".bike-deeds");
  await page.waitForSelector(".visit-form");
  await holds(page, '[aria-label="Reading: Thinnest pad\'s lining"]', "");
  await click(page, "Back to its readings", ".bike-deeds");

  await goTo(page, `${stand.base}/logbook`);
  await shows(page, ".logbook tbody", "not to be ridden: Thinnest pad's lining");
  await click(page, "Faults and what helped", ".logbook-looks");
  await page.waitForSelector(`[aria-label="Find a fault by its symptom"]`);
  await page.type('[aria-label="Find a fault by its symptom"]', "grinding brakes");
  await shows(page, ".logbook tbody", "pad down to its holder");

  await goTo(page, `${stand.base}/logbook/${id}`);
  await click(page, "take out", ".visit-list li:first-child");
  await click(page, "Take it out", ".ant-popover");
  await page.waitForFunction(() => !document.querySelector(".bike-now .note.stop"));
  expect(complaints).toEqual([]);
  await page.close();
});

test("two who note a visit at once: the later is told what the other did, and what was typed stays", async () => {
  const id = await jobId(stand, "Doran");
  const [one, other] = [await openPage(stand, `/logbook/${id}`), await openPage(stand, `/logbook/${id}`)];
  for (const [i, { page }] of [one, other].entries()) {
    await page.type('[aria-label="Your name, for signing"]', i === 0 ? "Ena" : "Piran");
    await click(page, "Note a visit", ".bike-deeds");
    await page.waitForSelector(".visit-form");
    await page.type('[aria-label="What was done"]', i === 0 ? "nuts torqued again" : "chain oiled");
  }
  await click(one.page, "Keep the visit", ".visit-form");
  await shows(one.page, ".visit-list", "nuts torqued again");
  await click(other.page, "Keep the visit", ".visit-form");
  await shows(other.page, ".says", "Changed meanwhile: Visit of");
  await holds(other.page, '[aria-label="What was done"]', "chain oiled");
  await click(other.page, "Keep the visit", ".visit-form");
  await shows(other.page, ".visit-list", "chain oiled");
  await shows(other.page, ".visit-list", "nuts torqued again");
  for (const { page, complaints } of [one, other]) {
    expect(complaints).toEqual([]);
    await page.close();
  }
});

test("a recall names its bikes and their pieces; what finished bikes taught is taken over in the house rules", async () => {
  const { page, complaints } = await openPage(stand, "/logbook?look=recall&part=bat-36-13-rack");
  await shows(page, ".logbook", "3 of 3 bikes with Pack 36 V 13.4 Ah, rack");
  await page.type('[aria-label="Numbers or lot on the notice"]', "eb-0726-2044");
  await shows(page, ".logbook", "1 of 3 bikes with Pack 36 V 13.4 Ah, rack have a piece that the notice names");
  expect((await text(page, ".logbook tbody tr")).replace(/\s+/g, " ")).toMatch(/Doran Thatch.*call this customer/);
  await click(page, "What they taught", ".logbook-looks");
  await shows(page, ".logbook", "Pack's charge");
  await goTo(page, `${stand.base}/house`);
  await page.type('[aria-label="Your name, for signing"]', "Tamsin");
  await page.waitForSelector('[aria-label="Take it: Pack\'s charge of Pack 36 V 13.4 Ah, rack"]');
  await page.$eval('[aria-label="Take it: Pack\'s charge of Pack 36 V 13.4 Ah, rack"]', (button) =>
    button.scrollIntoView({ block: "center" }),
  );
  await page.click('[aria-label="Take it: Pack\'s charge of Pack 36 V 13.4 Ah, rack"]');
  await click(page, "Keep them", ".house-side");
  await shows(page, ".house-side", "Kept.");
  const id = await jobId(stand, "Maud");
  await goTo(page, `${stand.base}/jobs/${id}/ride`);
  await shows(page, ".stand", "Taught by finished bikes: pack's charge ×");
  expect(complaints).toEqual([]);
  await page.close();
});

test("an upgrade: the pack comes off, the job begins from what the bike then is, and only the new pack is bought", async () => {
  const id = await jobId(stand, "Nessa");
  const { page, complaints } = await openPage(stand, `/logbook/${id}`);
  await page.type('[aria-label="Your name, for signing"]', "Ena");
  await click(page, "Upgrade or renew", ".bike-deeds");
  await page.waitForSelector(".upgrade");
  await page.click(".upgrade tbody tr:first-child .ant-select");
  await page.waitForSelector(".ant-select-item-option");
  await page.$$eval(".ant-select-item-option", (all) =>
    (all.find((one) => (one as HTMLElement).innerText === "onto the shelf, as used") as HTMLElement).click(),
  );
  await shows(page, ".upgrade", "1 piece comes off, 3.4 kg");
  await shows(page, ".upgrade", "never by ordinary post");
  await click(page, "Begin the job", ".upgrade");
  await page.waitForFunction(() => /\/jobs\/.*\/drive$/.test(window.location.pathname), { timeout: 15_000 });
  await shows(page, ".ticket", "Nessa Quill");
  // Drive stands at what came off.
  await shows(page, ".slot.here", "battery");
  await press(page, "6");
  await shows(page, ".stand", "in the bike already");
  await press(page, "8");
  await shows(page, ".stand", "Take off what is renewed");
  expect(complaints).toEqual([]);
  await page.close();
});

test("two tablets prove one bike: who comes second is told what the first did, sees it, and no check passes twice", async () => {
  const id = await jobId(stand, "Maud");
  const [one, other] = [await openPage(stand, `/jobs/${id}/build`), await openPage(stand, `/jobs/${id}/build`)];
  for (const [i, { page }] of [one, other].entries()) {
    await page.setViewport({ width: 820, height: 1180, hasTouch: true, isMobile: true });
    await page.type('[aria-label="Your name, for signing"]', i === 0 ? "Ena" : "Piran");
    await page.keyboard.press("Tab");
  }
  // Signed: the signature is undone first.
  await press(one.page, "z");
  await click(one.page, "Take it back", ".ant-modal", "tap");
  await shows(one.page, ".sign", "Sign the work order");
  for (const { page } of [one, other]) {
    await goTo(page, `${stand.base}/jobs/${id}/prove?at=lights`);
    await shows(page, ".step-card h1", "Lights");
  }
  await click(one.page, "Make it again", ".stand-bar", "tap");
  await shows(one.page, ".stand-bar", "Passes");
  await click(other.page, "Make it again", ".stand-bar", "tap");
  await shows(other.page, ".says", "Changed meanwhile: Check to be made again: Lights");
  await shows(other.page, ".stand-bar", "Passes");
  await click(other.page, "Passes", ".stand-bar", "tap");
  await shows(other.page, ".findings-head", "passed");
  await click(one.page, "Passes", ".stand-bar", "tap");
  await shows(one.page, ".says", "Changed meanwhile: Check passed: Lights");
  const { passed } = (await (await fetch(`${stand.base}/api/jobs/${id}/job.json`)).json()) as {
    passed: Record<string, { by: string }>;
  };
  expect(passed.lights!.by).toBe("Piran");
  for (const { page, complaints } of [one, other]) {
    expect(complaints).toEqual([]);
    await page.close();
  }
});
