import fc from "fast-check";
import type { Knex } from "knex";
import { answerBatchLine } from "@/core/calc/batch";
import { calculate, CALCULATORS } from "@/core/calc/registry";
import { parseMoney } from "@/core/money/money";
import { readTyped } from "@/core/donor/donor";
import { DONOR_KEYS } from "@/core/donor/items";
import { readPart } from "@/core/parts/part";
import { PART_KINDS } from "@/core/parts/kinds";
import { parseQuantity } from "@/core/units/parseQuantity";
import { NOW, openDemoShop } from "../../tests/demoShop";
import { findJob, listJobs } from "@/data/jobs";
import { candidates } from "./choices";
import { createJob } from "./createJob";
import { listParts, savePart } from "./parts";
import { perform } from "./perform";

const SEED = { seed: 20261125 };
let db: Knex;
let close: () => Promise<void>;
beforeAll(async () => {
  ({ db, close } = await openDemoShop());
});
afterAll(() => close());

/** Text as a hostile or careless hand would send it. */
const anyText = fc.oneof(
  fc.string({ maxLength: 60 }),
  fc.string({ unit: "binary", maxLength: 40 }),
  fc.constantFrom(
    "'; drop table job; --",
    "%",
    "_",
    "\\",
    "\u0000",
    "__proto__",
    "constructor",
    "1e999",
    "-0",
    "NaN",
    "٣",
    "½½",
    "1/0",
  ),
);

describe("what is typed", () => {
  test("a quantity is a finite number or a sentence, never anything else", () => {
    fc.assert(
      fc.property(
        anyText,
        fc.constantFrom("length" as const, "mass" as const, "distance" as const, "speed" as const),
        (text, dimension) => {
          const read = parseQuantity(text, dimension, "mm");
          expect(read.ok ? Number.isFinite(read.value) : read.error.length > 10).toBe(true);
        },
      ),
      { ...SEED, numRuns: 2000 },
    );
  });
  test("an amount is whole cents or a sentence", () => {
    fc.assert(
      fc.property(anyText, (text) => {
        const read = parseMoney(text);
        expect(read.ok ? Number.isInteger(read.value) && read.value >= 0 : read.error.length > 10).toBe(true);
      }),
      { ...SEED, numRuns: 2000 },
    );
  });
  test("a reading of any item is taken, asked about or refused", () => {
    fc.assert(
      fc.property(fc.constantFrom(...DONOR_KEYS), anyText, (key, text) => {
        const read = readTyped(key, text, "metric");
        if (read.ok && typeof read.value.value === "number") expect(Number.isFinite(read.value.value)).toBe(true);
        if (!read.ok) expect(read.error.length).toBeGreaterThan(10);
      }),
      { ...SEED, numRuns: 2000 },
    );
  });
});

describe("what comes in over a door", () => {
  test("any batch line gets an answer that is JSON, or is blank", () => {
    fc.assert(
      fc.property(fc.oneof(anyText, fc.json()), (line) => {
        const answer = answerBatchLine(line);
        if (answer === undefined) expect(line.trim()).toBe("");
        else expect(Object.keys(answer).sort()).toEqual(["id", "output" in answer ? "output" : "error"].sort());
      }),
      { ...SEED, numRuns: 1000 },
    );
  });
  test("any JSON into any calculator is finite figures or issues with paths", () => {
    fc.assert(
      fc.property(fc.constantFrom(...CALCULATORS.map((c) => c.name)), fc.jsonValue(), (name, raw) => {
        const answer = calculate(name, raw);
        if (answer.ok) expect(JSON.stringify(answer.value)).not.toMatch(/null/);
        else expect(answer.error.issues.every((issue) => typeof issue.path === "string" && issue.message.length > 3)).toBe(true);
      }),
      { ...SEED, numRuns: 1000 },
    );
  });
  test("any JSON as a part is read or refused by field, never thrown", () => {
    fc.assert(
      fc.property(fc.constantFrom(...PART_KINDS), fc.jsonValue(), fc.jsonValue(), (kind, spec, offers) => {
        const read = readPart({ id: "x", kind, name: "x", maker: "", massKg: null, inStock: 0, offers, spec });
        if (!read.ok) expect(read.error.length).toBeGreaterThan(0);
      }),
      { ...SEED, numRuns: 1000 },
    );
  });
  test("any JSON as a command is refused in words and changes nothing", async () => {
    const { id } = (await listJobs(db, "Perran", 1)).rows[0]!;
    const before = await findJob(db, id);
    await fc.assert(
      fc.asyncProperty(fc.jsonValue(), anyText, async (command, by) => {
        const answer = await perform(db, { jobId: id, version: before!.version, by, command }, NOW);
        expect(!answer.ok && answer.error.says.length > 3).toBe(true);
      }),
      { ...SEED, numRuns: 200 },
    );
    expect(await findJob(db, id)).toEqual(before);
  });
  test("any JSON as a new job or part is refused, or stored whole", async () => {
    const jobs = (await listJobs(db, "", 1)).total;
    await fc.assert(
      fc.asyncProperty(fc.jsonValue(), async (raw) => {
        expect((await createJob(db, raw, NOW)).ok).toBe(false);
        expect((await savePart(db, raw)).ok).toBe(false);
      }),
      { ...SEED, numRuns: 100 },
    );
    expect((await listJobs(db, "", 1)).total).toBe(jobs);
  });
});

describe("what is looked for", () => {
  test("any text finds what holds it, as text", async () => {
    await fc.assert(
      fc.asyncProperty(anyText, async (text) => {
        const found = await listJobs(db, text, 100);
        expect(found.rows.length).toBe(Math.min(100, found.total));
        expect((await listParts(db, text, "", NOW)).rows.length).toBeLessThanOrEqual(60);
        expect((await candidates(db, "motor", text, NOW)).candidates.length).toBeLessThanOrEqual(60);
      }),
      { ...SEED, numRuns: 100 },
    );
  });
  test.each([
    ["%", 0],
    ["_", 0],
    ["\\", 0],
    ["MAUD", 1],
    ["0", 11],
    ["", 14],
  ])("“%s” finds %d jobs", async (text, n) => expect((await listJobs(db, text, 100)).total).toBe(n));
});
