import { randomUUID } from "node:crypto";
import type { Invoice } from "@/core/cost/invoice";
import { percentOf } from "@/core/money/money";
import { findJob } from "@/data/jobs";
import { invoicesOf } from "@/data/invoices";
import { NOW, openDemoShop } from "../../tests/demoShop";
import { refusal } from "../../tests/refusal";
import { saveHouse } from "../../tests/saveHouse";
import { creditInvoice, issueInvoice } from "./invoices";
import { jobList } from "./jobList";
import { openJob } from "./jobView";
import { perform } from "./perform";

let shop: Awaited<ReturnType<typeof openDemoShop>>;
beforeEach(async () => {
  shop = await openDemoShop();
});
afterEach(() => shop.close());

const rows = async () => (await jobList(shop.db, "", 40, NOW)).rows;
const idOf = async (customer: string) => (await rows()).find((row) => row.customer.startsWith(customer))!.id;
const allIn = async (jobId: string) => (await openJob(shop.db, jobId, NOW))!.sheet.allInMinor;
const issue = async (jobId: string, over: object = {}) =>
  issueInvoice(shop.db, { jobId, expectMinor: await allIn(jobId), address: "2 Slip Lane", ...over }, NOW, "Ida");
const credit = (jobId: string, number: string, over: object = {}) =>
  creditInvoice(shop.db, { jobId, number, ...over }, NOW, "Ida");
const must = <T>(made: { ok: true; value: T } | { ok: false; error: unknown }): T => {
  if (!made.ok) throw new Error(String(made.error));
  return made.value;
};
const says = (made: { ok: boolean; error?: unknown }) => (made.ok ? "" : String(made.error));

/** As EN 16931 reckons a document (BR-CO-10, 13, 15, 16 and 17; from memory). */
function reckoned(one: Invoice): void {
  const lines = one.lines.reduce((sum, line) => sum + line.netMinor, 0);
  expect(lines - one.discountMinor).toBe(one.netMinor);
  expect(percentOf(one.netMinor, one.taxPercent)).toBe(one.taxMinor);
  expect(one.netMinor + one.taxMinor).toBe(one.grossMinor);
  expect(one.grossMinor - one.paidMinor).toBe(one.payableMinor);
}

test("an invoice asks for the sheet's sums to the cent, less what was paid, for every job whose sheet is whole", async () => {
  let issued = 0;
  for (const { id } of await rows()) {
    const { sheet, job } = (await openJob(shop.db, id, NOW))!;
    const made = await issue(id);
    if (sheet.unpriced > 0 || sheet.lines.length === 0) {
      expect(says(made)).toMatch(/no price|nothing on the sheet/);
      continue;
    }
    const one = must(made);
    issued += 1;
    reckoned(one);
    expect([one.netMinor, one.taxMinor, one.grossMinor]).toEqual([sheet.beforeTaxMinor, sheet.taxMinor, sheet.allInMinor]);
    expect(one.paidMinor).toBe(job.payments.reduce((sum, { minor, back }) => sum + (back ? -minor : minor), 0));
    expect(one).toMatchObject({
      payBy: "2026-12-09",
      customer: job.wish.customer,
      address: "2 Slip Lane",
      kind: "invoice",
      of: null,
    });
    expect(one.number).toBe(`R-${String(issued).padStart(4, "0")}`);
    expect(says(await issue(id))).toBe(`${one.number} stands already: take it back with a credit note first.`);
  }
  expect(issued).toBeGreaterThan(4);
});

test("numbers run without a gap, whoever asks at once; the same wish sent twice is one invoice", async () => {
  const ids = (await rows()).map((row) => row.id);
  const request = randomUUID();
  const maud = await idOf("Maud");
  const twice = await Promise.all([issue(maud, { request }), issue(maud, { request }), issue(maud, { request })]);
  expect(new Set(twice.map((made) => must(made).number)).size).toBe(1);
  await Promise.all(ids.filter((id) => id !== maud).map((id) => issue(id)));
  const all = (await Promise.all(ids.map((id) => invoicesOf(shop.db, id)))).flat();
  expect(all.map((one) => one.number).sort()).toEqual(all.map((_, i) => `R-${String(i + 1).padStart(4, "0")}`));
});

test("what was issued stands: nothing that happens after changes it, it is taken back by a credit note alone, once", async () => {
  const { db } = shop;
  const id = await idOf("Perran");
  const first = must(await issue(id));
  await saveHouse(db, { taxPercent: 7, shopName: "Another name" });
  const { version } = (await findJob(db, id))!;
  const line = { says: "Bell", quantity: 1, priceMinor: 900, group: "dressing" };
  await perform(db, { jobId: id, version, by: "Tam", command: { do: "add line", line } }, NOW);
  expect(await invoicesOf(db, id)).toEqual([first]);
  expect(await refusal(db("invoice").update({ body: "{}" }))).toContain("stands");
  expect(await refusal(db("invoice").delete())).toContain("stands");
  expect(says(await credit(id, "R-9999"))).toBe("There is no such invoice.");
  expect(says(await credit(await idOf("Maud"), first.number))).toBe("There is no such invoice.");
  const request = randomUUID();
  const back = must(await credit(id, first.number, { request }));
  expect(must(await credit(id, first.number, { request }))).toEqual(back);
  expect(back).toMatchObject({
    number: "R-0002",
    kind: "credit note",
    of: "R-0001",
    grossMinor: first.grossMinor,
    lines: first.lines,
  });
  expect(says(await credit(id, first.number))).toBe("R-0001 was taken back already, with R-0002.");
  expect(says(await credit(id, back.number))).toBe("There is no such invoice.");
  // Issued anew it is another one, as things stand now.
  const second = must(await issue(id));
  expect([second.number, second.taxPercent, second.shop.name]).toEqual(["R-0003", 7, "Another name"]);
  reckoned(second);
  expect((await openJob(db, id, NOW))!.invoices.map((one) => one.number)).toEqual(["R-0001", "R-0002", "R-0003"]);
});

test("what cannot be issued is refused in words, and takes no number", async () => {
  const { db } = shop;
  const id = await idOf("Perran");
  expect(says(await issue(id, { expectMinor: 1 }))).toMatch(/^All in is .* now: look again/);
  expect(says(await issue(id, { address: "x".repeat(201) }))).toMatch(/at most 200/);
  expect(says(await issueInvoice(db, { jobId: "nope", expectMinor: 1, address: "" }, NOW, ""))).toMatch(/does not exist/);
  expect(says(await issueInvoice(db, "nonsense", NOW, ""))).not.toBe("");
  await saveHouse(db, { shopAddress: "" });
  expect(says(await issue(id))).toMatch(/name and address are missing/);
  await saveHouse(db, { shopAddress: "3 Ferry Slip" });
  expect(must(await issue(id)).number).toBe("R-0001");
});
