import { z } from "zod";
import { plusMinusOf } from "../donor/donor";
import { DONOR_KEYS, donorItem, type DonorKey } from "../donor/items";
import { HOWS } from "../donor/reading";
import { type Reading } from "../donor/readingSchema";
import { DEFAULT_HOUSE_RULES } from "../house/defaults";
import { inThreePoints } from "../recipes/olderRecipes";
import { houseRulesSchema, type HouseRules } from "../house/houseRules";
import { readPart, type Part } from "../parts/part";
import { PART_KINDS } from "../parts/kinds";
import type { PromiseId } from "../wish/promiseIds";
import { bad, good, type Result } from "../result";
import { EMPTY_WISH, wishSchema } from "../wish/wish";
import { jobSchema, newJob, type Job } from "./job";

const stamp = { at: z.iso.datetime({ offset: true }).optional(), by: z.string().max(40).optional() };

/** A reading in full, or its value alone: then it counts as taken with the item's own tool. */
const fileReading = z.union([
  z.number().describe("A figure, in mm, kg, degrees, N·m or a count, by the item's own tool"),
  z.string().max(60).describe("One of the item's options"),
  z.strictObject({
    value: z.union([z.number(), z.string().max(60)]),
    how: z.enum(HOWS).optional().describe("The tool it was taken with; the item's own when left out"),
    plusMinus: z.number().min(0).optional().describe("Its uncertainty; the tool's when left out"),
    taken: z.strictObject({ at: z.iso.datetime({ offset: true }), by: z.string().max(40) }).optional(),
    confirmed: z.literal(true).optional().describe("Outside the plausible range, and so at the bike"),
    earlier: z
      .array(
        z.strictObject({
          value: z.union([z.number(), z.string()]),
          how: z.enum(HOWS),
          taken: z.strictObject({ at: z.string(), by: z.string() }),
        }),
      )
      .max(50)
      .optional(),
  }),
]);

/** A part that travels with the job; its spec is read by its kind's own schema. */
const filePart = z.strictObject({
  id: z.string().max(60),
  kind: z.enum(PART_KINDS),
  name: z.string().max(90).optional(),
  maker: z.string().max(60).optional(),
  massKg: z.number().min(0).max(60).nullable().optional(),
  offers: z.array(z.unknown()).max(20).optional(),
  inStock: z.int().min(0).optional(),
  onlyFor: z.string().max(40).optional().describe("Brought by this job's customer; any text"),
  used: z.string().max(120).optional().describe("It ran before: its condition"),
  spec: z.record(z.string(), z.unknown()),
});

/** A whole job as a file: open JSON, every length in mm. What is left out is as in a new job. */
export const jobFileSchema = z
  .strictObject({
    format: z.literal("gull-bench job 1").describe("Says what this file is"),
    customer: z.string().trim().min(1).max(80).default("No name"),
    bike: z.string().max(80).default(""),
    wish: wishSchema.partial().optional().describe("What the customer asked for"),
    donor: z.partialRecord(z.enum(DONOR_KEYS), fileReading).default({}).describe("The survey, item by item"),
    choices: jobSchema.shape.choices.default({}).describe("Parts chosen, by slot"),
    also: jobSchema.shape.also.default([]).describe("Parts put in by hand"),
    accepted: z
      .array(z.strictObject({ finding: z.string().max(160), remedy: z.string().max(120), ...stamp }))
      .max(500)
      .default([]),
    refused: z
      .array(z.strictObject({ finding: z.string().max(160), remedy: z.string().max(120), ...stamp }))
      .max(500)
      .default([]),
    overrides: z
      .array(z.strictObject({ finding: z.string().max(160), reason: z.string().min(8).max(400), ...stamp }))
      .max(200)
      .default([]),
    sources: jobSchema.shape.sources.default({}),
    hand: jobSchema.shape.hand.default([]),
    discount: jobSchema.shape.discount.describe("What is taken off the sheet before tax"),
    given: jobSchema.shape.given.default([]).describe("Sheets as they were given to the customer"),
    orders: jobSchema.shape.orders
      .default([])
      .describe("Orders as they were placed; they get numbers of the shop that reads them"),
    orderSerial: jobSchema.shape.orderSerial,
    taken: jobSchema.shape.taken.describe("Pieces that finished steps took from the shelf where it was worked on"),
    ticks: jobSchema.shape.ticks.default({}).describe("Steps of the work that are done"),
    reopened: jobSchema.shape.reopened.describe("Steps that were done and are open again because the build changed under them"),
    leftIn: jobSchema.shape.leftIn.describe(
      "Pieces in the bike that no finished step stands for, since the build changed under theirs",
    ),
    marks: jobSchema.shape.marks.describe("Witness marks that were painted, and what was put a name to at the steps"),
    timers: jobSchema.shape.timers.describe("When somebody was at each step"),
    readings: jobSchema.shape.readings.describe("Figures that were read at the steps of the work"),
    found: jobSchema.shape.found.describe("What was found at the bench beside the survey"),
    passed: jobSchema.shape.passed.describe("Checks of commissioning that passed"),
    weighed: jobSchema.shape.weighed.describe("The finished bike on the scales, kg at each end"),
    rides: jobSchema.shape.rides.describe("Rides that were recorded on it, averaged over windows of even time"),
    less: jobSchema.shape.less.describe("Less than was promised, agreed to by the customer"),
    talks: jobSchema.shape.talks.describe("Talks with the controller: what it held and holds"),
    handed: jobSchema.shape.handed.describe("Who took the finished bike, and what was proved of it then"),
    renews: jobSchema.shape.renews.describe("The finished bike that it upgrades: what comes off, and what is done already"),
    visits: jobSchema.shape.visits.describe("What was read, wrong and done since, whenever the bike came back"),
    serials: jobSchema.shape.serials.describe("Serial numbers of the pieces that went into the bike"),
    brought: jobSchema.shape.brought,
    payments: jobSchema.shape.payments.describe("What the customer paid"),
    calls: jobSchema.shape.calls,
    aside: jobSchema.shape.aside,
    signed: jobSchema.shape.signed.default(null).describe("Who signed the finished bike, for which state"),
    parts: z.array(filePart).max(2000).default([]).describe("Parts that the job needs, whole"),
    house: houseRulesSchema
      .partial()
      .optional()
      .describe("House rules that the findings were made with; the defaults when left out"),
  })
  .describe("A job of Gull Bench: the wish, the survey, what was chosen, accepted and overridden, and the parts");
export type JobFile = z.output<typeof jobFileSchema>;

export type FileIssue = { path: string; message: string };
export type ReadJobFile = { job: Job; parts: Part[]; house: HouseRules };

const NEVER = "2026-01-01T00:00:00Z";

/** In a file of 0.2.0 and before one promise gave first; now they are an order. */
const GAVE: Record<string, PromiseId[]> = { price: ["price"], date: ["ready"], weight: ["mass"], nothing: [] };

function inOrder(raw: unknown): unknown {
  const file = raw as { wish?: { givesFirst?: unknown } } | null;
  const gave = GAVE[String(file?.wish?.givesFirst)];
  if (!gave) return raw;
  const { givesFirst: _old, ...wish } = file!.wish!;
  return { ...file, wish: { gives: gave, ...wish } };
}

/** A file of an older program, with house rules of its own, in today's words. */
function older(raw: unknown): unknown {
  const file = inOrder(raw) as { house?: unknown } | null;
  return file && typeof file === "object" && "house" in file ? { ...file, house: inThreePoints(file.house) } : file;
}

/** Reads a job file. @returns the job, its parts and house rules, or everything that is wrong with its dotted path */
export function readJobFile(raw: unknown): Result<ReadJobFile, FileIssue[]> {
  const parsed = jobFileSchema.safeParse(older(raw));
  if (!parsed.success)
    return bad(
      parsed.error.issues.flatMap((issue) =>
        issue.code === "unrecognized_keys"
          ? issue.keys.map((key) => ({ path: [...issue.path, key].join("."), message: "unknown field" }))
          : [{ path: issue.path.join("."), message: issue.message }],
      ),
    );
  const file = parsed.data;
  const issues: FileIssue[] = [];
  const donor: Job["donor"] = {};
  for (const [key, entry] of Object.entries(file.donor) as [DonorKey, z.output<typeof fileReading>][]) {
    const reading = readingOf(key, entry);
    if (reading.ok) donor[key] = reading.value;
    else issues.push({ path: `donor.${key}`, message: reading.error });
  }
  const parts: Part[] = [];
  file.parts.forEach((part, i) => {
    const read = readPart({ maker: "", massKg: null, offers: [], inStock: 0, ...part, name: part.name ?? part.id });
    if (read.ok) parts.push(read.value);
    else issues.push(...read.error.map((issue) => ({ path: `parts.${i}.${issue.path}`, message: issue.message })));
  });
  if (issues.length > 0) return bad(issues);
  const stamped = <T extends { at?: string | undefined; by?: string | undefined }>(entry: T) => ({
    ...entry,
    at: entry.at ?? NEVER,
    by: entry.by ?? "",
  });
  const job: Job = {
    ...newJob({ id: "file", number: 1, customer: file.customer, bike: file.bike }),
    wish: { ...EMPTY_WISH, customer: file.customer, bike: file.bike, ...(file.wish as Partial<Job["wish"]> | undefined) },
    donor,
    choices: file.choices,
    also: file.also,
    accepted: file.accepted.map(stamped),
    refused: file.refused.map(stamped),
    overrides: file.overrides.map(stamped),
    sources: file.sources,
    hand: file.hand,
    discount: file.discount,
    given: file.given,
    orders: file.orders,
    orderSerial: file.orderSerial,
    taken: file.taken,
    ticks: file.ticks,
    reopened: file.reopened,
    leftIn: file.leftIn,
    marks: file.marks,
    timers: file.timers,
    readings: file.readings,
    found: file.found,
    passed: file.passed,
    weighed: file.weighed,
    rides: file.rides,
    less: file.less,
    talks: file.talks,
    handed: file.handed,
    renews: file.renews,
    visits: file.visits,
    serials: file.serials,
    brought: file.brought,
    payments: file.payments,
    calls: file.calls,
    aside: file.aside,
    signed: file.signed,
  };
  return good({ job, parts, house: { ...DEFAULT_HOUSE_RULES, ...(file.house as Partial<HouseRules> | undefined) } });
}

function readingOf(key: DonorKey, entry: z.output<typeof fileReading>): Result<Reading> {
  const item = donorItem(key);
  const full = typeof entry === "object" ? entry : { value: entry };
  const { value } = full;
  if (item.kind === "choice") {
    if (typeof value !== "string" || !Object.hasOwn(item.options, value))
      return bad(`must be one of ${Object.keys(item.options).join(", ")}`);
  } else if (typeof value !== "number") return bad("must be a number");
  else if (!(value >= 0)) return bad(`cannot be ${value}: ${item.label.toLowerCase()} is ${item.plausible.join(" to ")}`);
  else if (item.kind === "count" && !Number.isInteger(value)) return bad("must be a whole number");
  const how = full.how ?? (item.kind === "choice" ? "seen" : item.tool);
  return good({
    value,
    how,
    plusMinus: full.plusMinus ?? plusMinusOf(item, how, value),
    taken: full.taken ?? { at: NEVER, by: "" },
    ...(full.confirmed && { confirmed: full.confirmed }),
    earlier: full.earlier ?? [],
  });
}

/** A job as a file, with the parts that it uses, so that it reads the same in another shop. Its photographs stay where they are. */
export function writeJobFile(job: Job, parts: readonly Part[], house: HouseRules): z.input<typeof jobFileSchema> {
  return {
    format: "gull-bench job 1",
    customer: job.wish.customer,
    bike: job.wish.bike,
    wish: job.wish,
    donor: job.donor,
    choices: job.choices,
    also: job.also,
    accepted: job.accepted,
    refused: job.refused,
    overrides: job.overrides,
    sources: job.sources,
    hand: job.hand,
    discount: job.discount,
    given: job.given,
    orders: job.orders,
    orderSerial: job.orderSerial,
    taken: job.taken,
    ticks: job.ticks,
    reopened: job.reopened,
    leftIn: job.leftIn,
    marks: job.marks,
    timers: job.timers,
    readings: job.readings,
    found: job.found,
    passed: job.passed,
    weighed: job.weighed,
    rides: job.rides,
    less: job.less,
    talks: job.talks,
    handed: job.handed,
    renews: job.renews,
    visits: job.visits,
    serials: job.serials,
    brought: job.brought,
    payments: job.payments,
    calls: job.calls,
    aside: job.aside,
    signed: job.signed,
    parts: parts.map(({ id, kind, name, maker, massKg, offers, inStock, onlyFor, used, spec }) => ({
      id,
      kind,
      name,
      maker,
      massKg,
      offers,
      inStock,
      ...(onlyFor !== undefined && { onlyFor }),
      ...(used !== undefined && { used }),
      spec: { ...spec },
    })),
    house,
  };
}

/** The file's JSON Schema, for editors and other programs. */
export const jobFileJsonSchema = () => z.toJSONSchema(jobFileSchema, { io: "input" });
