import type { Knex } from "knex";
import Papa from "papaparse";
import { walk } from "@/core/donor/donor";
import { donorItem } from "@/core/donor/items";
import { isOpen } from "@/core/fit/finding";
import { formatMoney } from "@/core/money/money";
import { CAUTIONS } from "@/core/standards/cautions";
import { formatDay, formatMoment } from "@/core/units/date";
import { AT } from "@/core/standards/stepPlaces";
import { networkOf } from "@/core/work/network";
import { torqueText } from "@/core/work/torques";
import type { PlacedOrder } from "@/core/supply/placedOrder";
import { formatNumber } from "@/core/units/formatQuantity";
import { NOW, openDemoShop } from "../../tests/demoShop";
import { listJobs } from "@/data/jobs";
import { openJob } from "@/shop/jobView";
import { perform } from "@/shop/perform";
import { orderCsv, sheetCsv } from "./csv";
import { orderPaper } from "./orderPaper";
import { pdfOf } from "./pdf";
import { sheetPaper } from "./sheetPaper";
import { walkPaper } from "./walkPaper";
import { workPaper } from "./workPaper";

let db: Knex;
let close: () => Promise<void>;
beforeAll(async () => {
  ({ db, close } = await openDemoShop());
});
afterAll(() => close());

/** The demo's customers, each by a word that finds one job. */
const EVERYBODY = ["Maud", "Odo", "Perran", "Ivo", "Tegen", "Bryher", "Jory", "Keziah", "Silas", "Corentin", "Hester", "Wenna"];
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
    expect(read.map((row) => row.for)).toEqual(order.lines.map((line) => line.because.join("; ")));
    expect(order.lines.every((line) => line.because.length > 0)).toBe(true);
    expect(read[0]).toMatchObject({ order: order.number, supplier: order.supplierName, currency: "EUR" });
  });
});

/** Every text of a paper, in order. */
function texts(content: unknown): string[] {
  if (typeof content === "string") return [content];
  if (Array.isArray(content)) return content.flatMap(texts);
  if (typeof content !== "object" || content === null) return [];
  const { text, stack, columns, ul, table } = content as Record<string, unknown>;
  return [text, stack, columns, ul, (table as { body?: unknown } | undefined)?.body].flatMap(texts);
}
const amountsIn = (lines: readonly string[]) => lines.join(" ").match(/\d[\d\u2009]*\.\d\d/g) ?? [];

describe("the customer's sheet", () => {
  test("holds every line with its price, the sums in their order, and all in", async () => {
    const view = await viewOf("Maud");
    const { sheet } = view;
    const m = (minor: number) => formatMoney(minor, sheet.currency);
    const { title, content } = sheetPaper(view);
    const lines = texts(content);
    expect(title).toBe(`Build sheet ${String(view.job.number).padStart(4, "0")}`);
    const rows = sheet.lines.flatMap((line) => [
      line.says,
      line.source === "customer" ? "yours" : line.source === "in the kit" ? "in the kit" : "",
      String(line.quantity),
      line.source === "in the kit" ? "" : m(line.priceMinor!),
    ]);
    const start = lines.indexOf(sheet.lines[0]!.says);
    expect(sheet.lines.every((line) => line.group === "running")).toBe(true);
    expect(lines.slice(start, start + rows.length)).toEqual(rows);
    expect(lines).toContain(`Subtotal ${m(sheet.runningMinor)}`);
    const together = lines.slice(lines.indexOf("Together") + 3);
    expect(together.slice(0, 16)).toEqual([
      "Parts",
      m(sheet.runningMinor + sheet.dressingMinor),
      `Labour, ${Math.floor(sheet.labourMinutes / 60)} h ${String(sheet.labourMinutes % 60).padStart(2, "0")}`,
      m(sheet.labourMinor),
      "Carriage",
      m(sheet.carriageMinor),
      "Consumables",
      m(sheet.consumablesMinor),
      "Contingency, 5 %: a known bike, measured",
      m(sheet.contingencyMinor),
      "Tax, 20 %",
      m(sheet.taxMinor),
      "All in",
      m(sheet.allInMinor),
      "Deposit with the order",
      m(sheet.depositMinor),
    ]);
  });
  test("tells no cost price, no margin and no mark-up, on any job", async () => {
    for (const name of EVERYBODY) {
      const view = await viewOf(name);
      const { sheet } = view;
      const prices = new Set(sheet.lines.map((line) => line.priceMinor));
      const told = new Set([sheet.runningMinor, sheet.dressingMinor, sheet.runningMinor + sheet.dressingMinor]);
      const costs = sheet.lines
        .map((line) => line.costMinor)
        .filter((minor) => minor !== null && minor > 0 && !prices.has(minor) && !told.has(minor));
      const lines = texts(sheetPaper(view).content);
      const amounts = amountsIn(lines);
      for (const minor of costs)
        expect([name, amounts]).not.toEqual([
          name,
          expect.arrayContaining([amountsIn([formatMoney(minor!, sheet.currency)])[0]]),
        ]);
      expect(lines.join(" ")).not.toMatch(/mark-up|cost price|margin \d/i);
    }
  });
  test("says what is open, what was overridden and why, what has no price, and what to take care of", async () => {
    const view = await viewOf("Perran");
    const lines = texts(sheetPaper(view).content);
    const open = view.findings.filter(isOpen);
    expect(lines).toContain("Still open, so nothing of this is final");
    for (const finding of open) expect(lines).toContain(`${finding.verdict}: ${finding.title}. ${finding.says}`);
    for (const finding of view.findings.filter((one) => !isOpen(one)))
      expect(lines).not.toContain(`${finding.verdict}: ${finding.title}. ${finding.says}`);
    expect(lines).toEqual(expect.arrayContaining([CAUTIONS.law.says, CAUTIONS.packFire.says]));
    const overridden = {
      ...view,
      sheet: { ...view.sheet, unpriced: 2 },
      findings: view.findings.map((finding, i) =>
        i === 0
          ? { ...finding, settled: true, overridden: { finding: finding.key, reason: "ridden so for years", by: "Ida", at: NOW } }
          : finding,
      ),
    };
    const after = texts(sheetPaper(overridden).content);
    expect(after).toContain(`${view.findings[0]!.title}: ridden so for years (Ida)`);
    expect(after).toContain("2 line(s) have no price yet: the total is at least what stands here.");
    expect(lines.join(" ")).not.toContain("have no price yet");
    expect(texts(workPaper(overridden).content)).toContain(`${view.findings[0]!.title}: ridden so for years (Ida)`);
  });
  test("says each promise with what was asked, which way it bounds, what is predicted, and what it rests on", async () => {
    const view = await viewOf("Odo");
    const lines = texts(sheetPaper(view).content);
    const line = (title: string) => lines.find((one) => one.startsWith(`${title}: asked`))!;
    const of = (id: string) => view.promises.find((promise) => promise.id === id)!;
    expect(line("Price, all in")).toBe(
      `Price, all in: asked ≤ ${formatMoney(Number(of("price").asked), "EUR")}, predicted ${formatMoney(Number(of("price").predicted), "EUR")} (${of("price").note})`,
    );
    expect(line("Mass of the bike")).toMatch(/asked ≤ 36 kg, predicted [\d.]+ kg/);
    expect(line("Ready")).toBe(
      `Ready: asked by ${formatDay(String(of("ready").asked))}, predicted ${formatDay(String(of("ready").predicted))} (${of("ready").note})`,
    );
    expect(line("Assist ends")).toMatch(/asked ≤ 25 km\/h, predicted 25 km\/h/);
    expect(line("Range on this road")).toMatch(/asked ≥ \d+ km, predicted \d+ km/);
    for (const assumption of view.ride.input!.assumptions) expect(lines).toContain(assumption);
    const unasked = texts(sheetPaper({ ...view, promises: [{ ...of("mass"), asked: null, predicted: null }] }).content);
    expect(unasked).toContain(`Mass of the bike: asked –, predicted – (${of("mass").note})`);
  });
  test("the parts' own prices and the customer's are told apart", async () => {
    const view = await viewOf("Odo");
    const [first] = view.sheet.lines;
    const mine = {
      ...view,
      sheet: {
        ...view.sheet,
        lines: [
          { ...first!, source: "customer" as const, priceMinor: 0 },
          { ...first!, priceMinor: null },
        ],
      },
    };
    const lines = texts(sheetPaper(mine).content);
    expect(lines).toEqual(expect.arrayContaining(["yours", "not priced"]));
  });
});

describe("the work order", () => {
  test("holds every step in order with its minutes, parts, tools, torques, cautions and who did it", async () => {
    const view = await viewOf("Maud");
    const lines = texts(workPaper(view).content);
    for (const [i, step] of view.steps.entries()) {
      const at = lines.indexOf(`${i + 1}. ${step.title}`);
      expect(at).toBeGreaterThan(0);
      const next = lines.indexOf(`${i + 2}. ${view.steps[i + 1]?.title}`);
      const mine = lines.slice(at, next < 0 ? undefined : next);
      expect(mine[1]).toBe(`${Math.round(step.minutes)} min ${AT[step.place]}`);
      for (const because of step.because) expect(mine).toContain(`${because.title}: ${because.says}`);
      const parts = step.parts.map(
        (p) =>
          `${p.quantity > 1 ? `${p.quantity} × ` : ""}${p.name}${p.waits ? ` (${p.waits})` : ""}${
            p.numbered ? `, number ${view.job.serials.find((one) => one.partId === p.id)?.serial ?? "______________"}` : ""
          }`,
      );
      if (parts.length > 0) expect(mine).toContain(`Parts: ${parts.join("; ")}`);
      if (step.tools.length > 0) expect(mine).toContain(`Tools: ${step.tools.join(", ")}`);
      for (const id of step.cautions) expect(mine).toContain(`Take care. ${CAUTIONS[id].says} Defer to ${CAUTIONS[id].deferTo}.`);
      if (step.torques.length > 0) expect(mine).toContain(step.torques.map(torqueText).join("; "));
      for (const line of [...step.does, ...step.waits.map((wait) => `Wait. ${wait.says}.`)]) expect(mine).toContain(line);
      const tick = view.job.ticks[step.id];
      expect(tick === undefined).toBe(step.id === "revisit");
      if (tick) expect(mine).toContain(`Done by ${tick.by}, ${formatMoment(tick.at)}. ${tick.note}`);
    }
    expect(lines).toContain(
      `${view.steps.length} steps, ${Math.floor(view.sheet.labourMinutes / 60)} h ${String(view.sheet.labourMinutes % 60).padStart(2, "0")} quoted`,
    );
    expect(lines.at(-1)).toBe(`Signed by Tamsin, ${formatMoment(view.job.signed!.at)}`);
  });
  test("begins with what is laid out before the first bolt, what is not there told; nothing of it where work is done or refused", async () => {
    const view = await viewOf("Odo");
    const lines = texts(workPaper(view).content);
    const from = lines.indexOf("Before the first bolt");
    const first = lines.findIndex((line) => line.startsWith("1. "));
    expect([from > 0, from < first]).toEqual([true, true]);
    const before = lines.slice(from, first).join("\n");
    for (const step of view.steps.filter(({ id }) => !view.job.ticks[id] && id !== "revisit")) {
      for (const part of step.parts) expect(before).toContain(`${part.name}${part.waits ? ` (${part.waits})` : ""}`);
      for (const tool of step.tools) expect(before).toContain(tool);
    }
    // What must not wait: the chain's steps in their order, no other one.
    const chain = networkOf(view.steps, (id) => view.job.ticks[id] !== undefined, view.work.dayMinutes).nodes;
    const course = lines.slice(from, first).find((line) => line.startsWith("What must not wait: "))!;
    const at = chain.map(({ id }) => course.indexOf(view.steps.find((step) => step.id === id)!.title));
    expect(at.map((place) => place >= 0)).toEqual(chain.map((node) => node.isCritical));
    expect(at.filter((place) => place >= 0)).toEqual(at.filter((place) => place >= 0).sort((a, b) => a - b));
    expect(texts(workPaper({ ...view, steps: [] }).content)).not.toContain("Before the first bolt");
    expect(texts(workPaper(await viewOf("Ivo")).content)).not.toContain("Before the first bolt");
  });
  test("leaves room for a name where a step is open, and tells a thread's hand", async () => {
    const view = await viewOf("Odo");
    const lines = texts(workPaper(view).content);
    expect(lines.filter((line) => line.startsWith("Done by ____"))).toHaveLength(
      view.steps.filter((step) => !view.job.ticks[step.id]).length,
    );
    expect(lines.at(-1)).toMatch(/^Signed ____/);
    expect(lines.join(" ")).toMatch(/N·m \(.*left-hand.*\)/);
    expect(lines.slice(0, 5)).toEqual([
      "The Slip Workshop",
      "3 Ferry Slip, Saltmarsh",
      "Work order",
      `Job 0${view.job.number}: ${view.job.wish.customer}, ${view.job.wish.bike}`,
      `Promised by ${formatDay(view.job.wish.readyBy!)}`,
    ]);
  });
});

describe("an order", () => {
  const order: PlacedOrder = {
    id: "o1",
    number: "0112-1",
    supplierId: "inlet",
    supplierName: "Inlet Test Supply",
    placed: { at: "2026-11-25T09:00:00.000Z", by: "Ida" },
    currency: "EUR",
    lines: [
      {
        partId: "pack-1",
        name: "A pack",
        kind: "battery",
        quantity: 1,
        packs: 1,
        packSize: 1,
        packPriceMinor: 25000,
        offerCurrency: "GBP",
        totalMinor: 28750,
        because: [],
      },
      {
        partId: "spoke-1",
        name: "A spoke",
        kind: "spoke",
        quantity: 38,
        packs: 2,
        packSize: 20,
        packPriceMinor: 1099,
        offerCurrency: "EUR",
        totalMinor: 2198,
        because: ["Wheel", "Spares"],
      },
    ],
    goodsMinor: 30948,
    carriageMinor: 1250,
    landed: null,
    purchase: null,
    dangerousGoods: true,
    leadDays: 4,
    arrived: null,
    billed: null,
    off: null,
  };
  test("before it is placed says that it is not, and what is open; the supplier's copy says nothing of the bike; one called off says why", async () => {
    const view = await viewOf("Perran");
    const open = view.findings.filter((finding) => finding.verdict !== "clear" && !finding.settled);
    expect(open.length).toBeGreaterThan(0);
    const of = (over: Partial<PlacedOrder>) => texts(orderPaper(view, { ...order, ...over }).content);
    const draft = of({ placed: { at: "", by: "" } });
    expect(draft).toContain(`Not placed yet, for job 0${view.job.number}`);
    for (const { verdict, title, says } of open) {
      expect(draft).toContain(`${verdict}: ${title}. ${says}`);
      expect(of({}).join()).not.toContain(title);
    }
    const off = { at: "2026-11-26T09:00:00.000Z", by: "Ida", how: "cancelled" as const, why: "the wrong axle was sent" };
    expect(of({ off })).toContain("Cancelled: the wrong axle was sent");
    expect(of({ off: { ...off, how: "returned" } })).toContain("Sent back: the wrong axle was sent");
  });
  test("holds what is bought in packs at the supplier's price, the sums in the shop's money, and the dangerous goods", async () => {
    const view = await viewOf("Maud");
    const { title, content } = orderPaper(view, order);
    const lines = texts(content);
    expect(title).toBe("Order 0112-1");
    expect(lines.slice(0, 5)).toEqual([
      "The Slip Workshop",
      "3 Ferry Slip, Saltmarsh",
      "Order 0112-1",
      "To Inlet Test Supply",
      `Placed Wed 25 Nov 2026 by Ida, for job 0${view.job.number}`,
    ]);
    expect(lines.slice(10, 20)).toEqual([
      "pack-1",
      "A pack",
      "1",
      "250.00\u00a0£",
      "250.00\u00a0£",
      "spoke-1",
      "A spoke",
      "2 packs of 20",
      "10.99\u00a0€",
      "21.98\u00a0€",
    ]);
    expect(lines.slice(20, 22)).toEqual(["Goods 309.48\u00a0€, carriage 12.50\u00a0€", "Total 321.98\u00a0€"]);
    expect(lines[22]).toBe("Deliver to: The Slip Workshop, 3 Ferry Slip, Saltmarsh");
    expect(lines[23]).toBe("Prices in another currency are put into EUR at the shop's rate, in decimal, half up to the cent.");
    expect(lines[24]).toMatch(/lithium battery: dangerous goods, class 9.*UN 38\.3/);
    const elsewhere = { ...view.shop, deliverTo: "The yard, 5 Ferry Slip", billTo: "The bookkeeper, 2 Hill" };
    const told = texts(orderPaper({ ...view, shop: elsewhere }, order).content);
    expect(told).toContain("Deliver to: The Slip Workshop, The yard, 5 Ferry Slip");
    expect(told).toContain("Send the bill to: The Slip Workshop, The bookkeeper, 2 Hill");
    const nowhere = { name: "", address: "", deliverTo: "", billTo: "" };
    expect(texts(orderPaper({ ...view, shop: nowhere }, order).content).join(" ")).not.toMatch(/Deliver to|Send the bill/);
    expect(
      texts(orderPaper(view, { ...order, dangerousGoods: false, placed: { ...order.placed, by: "" } }).content).join(" "),
    ).not.toContain("dangerous");
  });
  test("as CSV a pack keeps its price, its size and what it is for", () =>
    expect(rows(orderCsv(order))).toEqual([
      {
        order: "0112-1",
        supplier: "Inlet Test Supply",
        part: "pack-1",
        name: "A pack",
        packs: "1",
        pack_size: "1",
        pack_price: "250.00",
        currency: "GBP",
        for: "",
      },
      {
        order: "0112-1",
        supplier: "Inlet Test Supply",
        part: "spoke-1",
        name: "A spoke",
        packs: "2",
        pack_size: "20",
        pack_price: "10.99",
        currency: "EUR",
        for: "Wheel; Spares",
      },
    ]));
});

describe("the walk as a form", () => {
  test("holds every item of this bike's walk under its number, what is known filled in, the choices beside", async () => {
    const view = await viewOf("Odo");
    const items = walk(view.job.donor);
    const lines = texts(walkPaper(view).content);
    for (const [i, key] of items.entries()) {
      const item = donorItem(key);
      const at = lines.findIndex((line, n) => line === String(i + 1) && lines[n + 1] === item.label);
      expect([key, at > 0]).toEqual([key, true]);
      expect(lines[at + 2]).toBe(`\n${item.ask}`);
      const reading = view.job.donor[key];
      const filled = lines[at + 4]!;
      if (item.kind === "choice") expect(filled).toBe(reading ? item.options[String(reading.value)] : "");
      else expect(filled.startsWith(reading ? formatNumber(Number(reading.value), 2) : "__________")).toBe(true);
    }
  });
  test("an item that decides something on this build is set bold", async () => {
    const view = await viewOf("Odo");
    const bold = (content: unknown): string[] =>
      Array.isArray(content)
        ? content.flatMap(bold)
        : typeof content === "object" && content !== null
          ? [
              ...((content as { bold?: boolean; text?: unknown }).bold ? texts((content as { text: unknown }).text) : []),
              ...Object.values(content).flatMap(bold),
            ]
          : [];
    const items = walk(view.job.donor);
    const labels = new Set(bold(walkPaper(view).content));
    for (const key of items) expect([key, labels.has(String(items.indexOf(key) + 1))]).toEqual([key, view.needed.includes(key)]);
  });
});

describe("PDF", () => {
  const isPdf = (bytes: Uint8Array) => Buffer.from(bytes.slice(0, 5)).toString() === "%PDF-" && bytes.length > 5000;
  test("every paper of every demo job is made, an empty job's too", async () => {
    for (const name of ["Maud", "Odo", "Perran", "Ivo", "Wenna"]) {
      const view = await viewOf(name);
      expect(isPdf(await pdfOf(sheetPaper(view)))).toBe(true);
      expect(isPdf(await pdfOf(workPaper(view)))).toBe(true);
      for (const order of view.job.orders) expect(isPdf(await pdfOf(orderPaper(view, order)))).toBe(true);
    }
  });
});
