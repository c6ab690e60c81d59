import type { Knex } from "knex";
import Papa from "papaparse";
import { NOW, openDemoShop } from "../../tests/demoShop";
import { listJobs } from "@/data/jobs";
import { openJob } from "@/shop/jobView";
import { perform } from "@/shop/perform";
import { orderCsv, orderPdf, sheetCsv, sheetPdf, workPdf } from "./documents";

let db: Knex;
let close: () => Promise<void>;
beforeAll(async () => {
  ({ db, close } = await openDemoShop());
});
afterAll(() => close());

const viewOf = async (customer: string) => (await openJob(db, (await listJobs(db, customer, 1)).rows[0]!.id, NOW))!;
const rows = (csv: string) =>
  Papa.parse<Record<string, string>>(csv.replace(/^\uFEFF/, ""), { header: true, skipEmptyLines: true }).data;

describe("CSV", () => {
  test("the sheet's lines and prices add up to its subtotals", async () => {
    const view = await viewOf("Maud");
    const read = rows(sheetCsv(view));
    expect(read).toHaveLength(view.sheet.lines.length);
    const sum = read.reduce((total, row) => total + Math.round(Number(row.price) * 100), 0);
    expect(sum).toBe(view.sheet.runningMinor + view.sheet.dressingMinor);
  });
  test("a line that looks like a formula is defused", async () => {
    const view = await viewOf("Wenna");
    const line = { id: "x", says: '=HYPERLINK("x")', quantity: 1, priceMinor: 100, group: "dressing" as const };
    const answer = await perform(
      db,
      { jobId: view.job.id, version: view.job.version, by: "", command: { do: "add line", line } },
      NOW,
    );
    if (!answer.ok) throw new Error(answer.error.says);
    const csv = sheetCsv(answer.view);
    expect(csv).not.toMatch(/(^|,|")=HYPERLINK/m);
    expect(rows(csv)[0]!.name).toBe(`'=HYPERLINK("x")`);
  });
  test("an order's lines keep the reasons they were bought for", async () => {
    const order = (await viewOf("Odo")).job.orders[0]!;
    const read = rows(orderCsv(order));
    expect(read.map((row) => row.part)).toEqual(order.lines.map((line) => line.partId));
    expect(read.find((row) => row.part === "ring-42d")!.for).toMatch(/^Ring in line with the climbing cog/);
    expect(read[0]).toMatchObject({ order: order.number, supplier: "Saltmarsh Drives", currency: "EUR" });
  });
});

describe("PDF", () => {
  const isPdf = (bytes: Uint8Array) => Buffer.from(bytes.slice(0, 5)).toString() === "%PDF-" && bytes.length > 5000;
  test("every paper of every demo job is made, an empty job's too", async () => {
    for (const name of ["Maud", "Odo", "Perran", "Ivo", "Wenna"]) {
      const view = await viewOf(name);
      expect(isPdf(await sheetPdf(view))).toBe(true);
      expect(isPdf(await workPdf(view))).toBe(true);
      for (const order of view.job.orders) expect(isPdf(await orderPdf(view, order))).toBe(true);
    }
  }, 30_000);
});
