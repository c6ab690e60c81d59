import { DEFAULT_HOUSE_RULES } from "@/core/house/defaults";
import { piecesFromShelf } from "@/core/cost/shelf";
import { readJobFile, writeJobFile } from "@/core/job/jobFile";
import { toTell } from "@/core/job/given";
import { type Strokes } from "@/core/job/signaturePad";
import type { JobView } from "@/core/job/view";
import { loadCatalogue, saveParts } from "@/data/catalogue";
import { findJob } from "@/data/jobs";
import { NOW, openDemoShop } from "../../tests/demoShop";
import { saveHouse } from "../../tests/saveHouse";
import { jobList } from "./jobList";
import { openJob } from "./jobView";
import { perform } from "./perform";

let shop: Awaited<ReturnType<typeof openDemoShop>>;
beforeEach(async () => {
  shop = await openDemoShop();
});
afterEach(() => shop.close());

const STROKES: Strokes = [
  [
    [20, 90],
    [60, 40],
    [90, 120],
  ],
];
const ACCEPT = { how: "accepted", name: "Perran Lusk", strokes: STROKES } as const;
const rows = async () => (await jobList(shop.db, "", 40, NOW)).rows;
const idOf = async (customer: string) => (await rows()).find((row) => row.customer.startsWith(customer))!.id;
const view = async (id: string): Promise<JobView> => (await openJob(shop.db, id, NOW))!;
async function act(id: string, command: object): Promise<string> {
  const job = (await findJob(shop.db, id))!;
  const result = await perform(shop.db, { jobId: id, version: job.version, by: "Tam", command }, NOW);
  return result.ok ? "" : result.error.says;
}
const accept = async (id: string, given: number) =>
  act(id, { do: "answer sheet", given, expectMinor: (await view(id)).job.given[given]!.allInMinor, answer: ACCEPT });
/** What is shown adds up: lines to their groups, sums to all in. */
function addsUp({ sheet }: JobView): void {
  for (const group of ["running", "dressing"] as const)
    expect(sheet.lines.reduce((sum, line) => sum + (line.group === group ? (line.priceMinor ?? 0) : 0), 0)).toBe(
      sheet[`${group}Minor`],
    );
  const { runningMinor, dressingMinor, labourMinor, carriageMinor, consumablesMinor, contingencyMinor, discountMinor } = sheet;
  expect(runningMinor + dressingMinor + labourMinor + carriageMinor + consumablesMinor + contingencyMinor - discountMinor).toBe(
    sheet.beforeTaxMinor,
  );
  expect(sheet.beforeTaxMinor + sheet.taxMinor).toBe(sheet.allInMinor);
}

test("what is agreed stays agreed: dearer parts, other rates, rules and wages move no cent of it, and are told as the shop's own", async () => {
  const { db } = shop;
  let agreed = 0;
  const before = new Map<string, number>();
  for (const { id } of await rows()) {
    if ((await act(id, { do: "give sheet", overBudget: true })) !== "") continue;
    const given = (await view(id)).job.given.length - 1;
    if ((await accept(id, given)) !== "") continue;
    agreed += 1;
    before.set(id, (await view(id)).sheet.allInMinor);
  }
  expect(agreed).toBeGreaterThan(4);
  const { parts } = await loadCatalogue(db);
  const dearer = [...parts.values()].map((part) => ({
    ...part,
    offers: part.offers.map((offer) => ({ ...offer, priceMinor: Math.round(offer.priceMinor * 1.13) + 1 })),
  }));
  await saveParts(db, dearer);
  expect(
    await saveHouse(db, {
      labourMinorPerHour: 6_111,
      taxPercent: 23,
      partsMarkUpPercent: 41,
      rates: { GBP: 1.31, USD: 1.07, CHF: 1.02 },
    }),
  ).toMatchObject({ ok: true });
  for (const [id, allInMinor] of before) {
    const now = await view(id);
    addsUp(now);
    if (now.job.signed) continue;
    const { agreed: sheet } = now;
    expect([now.job.wish.customer, sheet!.changes, now.sheet.allInMinor]).toEqual([now.job.wish.customer, [], allInMinor]);
    expect(sheet!.todayMinor).toBeGreaterThan(allInMinor);
    expect(sheet!.drift.reduce((sum, one) => sum + one.minor, 0)).toBe(sheet!.todayMinor - allInMinor);
    expect(toTell(sheet!)).toBeNull();
    // What is left for the work falls by what parts and carriage rose, line by line.
    const { agreed: then, now: out } = sheet!.earned;
    const parts = sheet!.costsMoved.reduce((sum, one) => sum + one.minor, 0);
    expect(then.leftMinor - out.leftMinor).toBe(parts + out.carriageMinor - then.carriageMinor);
    expect(then.priceMinor).toBe(now.sheet.beforeTaxMinor);
  }
});

test("what was not agreed is told, moves the price, and goes as it came; what is taken from our shelf instead is no change", async () => {
  const id = await idOf("Perran");
  const { db } = shop;
  expect(await act(id, { do: "give sheet", overBudget: true })).toBe("");
  expect(await accept(id, 0)).toBe("");
  const agreed = (await view(id)).sheet.allInMinor;
  const bell = { says: "Brass bell", quantity: 1, priceMinor: 300_00, group: "dressing" };
  expect(await act(id, { do: "add line", line: bell })).toBe("");
  const more = await view(id);
  expect(more.agreed!.changes).toEqual(["New: 1 × Brass bell"]);
  expect(more.sheet.allInMinor).toBeGreaterThan(agreed + 300_00);
  expect(toTell(more.agreed!)).toMatchObject({ call: true, says: expect.stringContaining("A was accepted at") });
  expect(await accept(id, 0)).toMatch(/accepted already/);
  expect(await act(id, { do: "undo" })).toBe("");
  expect((await view(id)).sheet.allInMinor).toBe(agreed);
  // A piece that comes to lie on the shelf is taken from there; the price stays what was agreed, and the shelf knows of it.
  const bought = (await view(id)).sheet.lines.find((line) => line.source === "buy" && line.partId !== null)!;
  const part = (await loadCatalogue(db)).parts.get(bought.partId!)!;
  await saveParts(db, [{ ...part, inStock: bought.quantity }]);
  const shelf = await view(id);
  expect(shelf.agreed!.changes).toEqual([]);
  expect(shelf.sheet.allInMinor).toBe(agreed);
  expect(piecesFromShelf(shelf.sheet.lines)[part.id]).toBe(bought.quantity);
  expect(shelf.sheet.plan.wants.some((want) => want.partId === part.id)).toBe(false);
  addsUp(shelf);
});

test("options stand side by side: each is taken up as it was, and only the one on the bench is accepted", async () => {
  const id = await idOf("Perran");
  const build = ({ job }: JobView) => [job.choices, job.also, job.accepted, job.sources, job.hand, job.discount];
  expect(await act(id, { do: "give sheet", overBudget: true })).toBe("");
  const first = await view(id);
  expect(await act(id, { do: "add line", line: { says: "Basket", quantity: 2, priceMinor: 25_00, group: "dressing" } })).toBe("");
  const off = { as: "percent", percent: 5 };
  expect(await act(id, { do: "discount", discount: { off, why: "comes again" } })).toBe("");
  expect(await act(id, { do: "give sheet", overBudget: true })).toBe("");
  const second = await view(id);
  addsUp(second);
  expect(second.sheet.discountMinor).toBe(
    Math.round(((second.sheet.runningMinor + second.sheet.dressingMinor + second.sheet.labourMinor) * 5) / 100),
  );
  expect(await accept(id, 0)).toMatch(/holds another build than that of Sheet A \(New: 2 × Basket/);
  expect(await act(id, { do: "take up sheet", given: 0 })).toBe("");
  expect(build(await view(id))).toEqual(build(first));
  expect((await view(id)).sheet.allInMinor).toBe(first.sheet.allInMinor);
  expect(await act(id, { do: "take up sheet", given: 0 })).toMatch(/already/);
  expect(await act(id, { do: "take up sheet", given: 1 })).toBe("");
  expect(build(await view(id))).toEqual(build(second));
  expect(await accept(id, 1)).toBe("");
  expect(
    await act(id, {
      do: "answer sheet",
      given: 0,
      expectMinor: first.sheet.allInMinor,
      answer: { how: "declined", why: "too plain" },
    }),
  ).toBe("");
  const { job, agreed } = await view(id);
  expect(job.given.map(({ answer }) => answer?.how)).toEqual(["declined", "accepted"]);
  expect([agreed!.letter, agreed!.changes]).toEqual(["B", []]);
  // All of it travels in the job's file, the signature too.
  const file = readJobFile(JSON.parse(JSON.stringify(writeJobFile(job, [], DEFAULT_HOUSE_RULES))));
  expect(file.ok && file.value.job.given).toEqual(job.given);
  expect(file.ok && file.value.job.discount).toEqual(job.discount);
});

test("what cannot be is refused in words, and nothing is stored", async () => {
  const id = await idOf("Perran");
  const { version } = (await findJob(shop.db, id))!;
  const discount = (off: object, why = "a reason") => act(id, { do: "discount", discount: { off, why } });
  const answer = (given: number, over: object = {}) =>
    act(id, { do: "answer sheet", given, expectMinor: 1, answer: ACCEPT, ...over });
  expect(await answer(0)).toMatch(/no such sheet/);
  expect(await act(id, { do: "take up sheet", given: 0 })).toMatch(/no such sheet/);
  for (const [off, says] of [
    [{ as: "percent", percent: 0 }, /over 0 and at most 100/],
    [{ as: "percent", percent: 101 }, /over 0 and at most 100/],
    [{ as: "amount", minor: 0 }, /0\.01 to 100,000/],
    [{ as: "amount", minor: 90_000_00 }, /more than all of it before tax/],
  ] as const)
    expect(await discount(off)).toMatch(says);
  expect(await discount({ as: "percent", percent: 5 }, "")).toMatch(/say why/);
  expect(await act(id, { do: "discount", discount: null })).toBe("There is no discount.");
  expect((await findJob(shop.db, id))!.version).toBe(version);
  expect(await act(id, { do: "give sheet", overBudget: true })).toBe("");
  expect(await answer(0)).toMatch(/Sheet A is .* look again/);
  const { allInMinor } = (await view(id)).job.given[0]!;
  for (const [wrong, says] of [
    [{ ...ACCEPT, name: "" }, /say who accepts/],
    [{ ...ACCEPT, strokes: [] }, /nothing is drawn/],
    [{ ...ACCEPT, strokes: [[[0, 9_999]]] }, /./],
    [{ ...ACCEPT, strokes: Array.from({ length: 5 }, () => Array.from({ length: 999 }, () => [1, 1])) }, /too many points/],
  ] as const)
    expect(await answer(0, { expectMinor: allInMinor, answer: wrong })).toMatch(says);
  expect(await answer(0, { expectMinor: allInMinor, answer: null })).toMatch(/open already/);
  // Not while the fit says stop.
  const ivo = await idOf("Ivo");
  if ((await act(ivo, { do: "give sheet", overBudget: true })) === "") expect(await accept(ivo, 0)).toMatch(/fit says stop/);
});
