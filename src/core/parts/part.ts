import { z } from "zod";
import { CURRENCIES } from "../money/currencies";
import { bad, good, type Result } from "../result";
import { SPECS, type Spec } from "./specs";
import { PART_KINDS, type PartKind } from "./kinds";
import { termsSchema } from "./terms";

export const currencySchema = z.enum(CURRENCIES, "must be one of EUR, GBP, USD, CHF");
export type { Currency } from "../money/currencies";

const id = z.string().regex(/^[a-z0-9][a-z0-9-]{0,59}$/, "must be small letters, figures and hyphens, at most 60");

const offerDay = z.iso.date("must be a day such as 2026-12-31");

/** What a supplier asks for a part. A lithium pack travels as dangerous goods. */
export const offerSchema = z
  .strictObject({
    supplierId: id.describe("Supplier"),
    priceMinor: z
      .int("must be whole cents")
      .min(0, "must be 0 or more")
      .max(100_000_00, "must be at most 100,000.00")
      .describe("Price of a pack, in cents, before tax"),
    currency: currencySchema.describe("Currency"),
    packSize: z.int().min(1, "must be 1 or more").max(1000, "must be at most 1000").describe("Pieces in a pack"),
    leadDays: z.int().min(0, "must be 0 or more").max(365, "must be at most 365").describe("Lead time, days"),
    carriage: z.enum(["ordinary", "dangerous goods"]).describe("Carriage class"),
    number: z.string().trim().min(1).max(40, "must be at most 40 letters").optional().describe("Their number for it"),
    free: z.literal(true).optional().describe("Costs nothing, and that is meant"),
    atLeast: z
      .int("must be whole packs")
      .min(1, "must be 1 or more")
      .max(1000, "must be at most 1000")
      .optional()
      .describe("This price from so many packs on"),
    atMost: z
      .int("must be whole packs")
      .min(1, "must be 1 or more")
      .max(9_999, "must be at most 9,999")
      .optional()
      .describe("At most so many packs in an order"),
    validFrom: offerDay.optional().describe("Holds from"),
    validTo: offerDay.optional().describe("Holds until, that day too"),
    followedBy: id.optional().describe("What follows it"),
  })
  .superRefine(({ atLeast = 1, atMost = Infinity, validFrom, validTo, followedBy }, context) => {
    const wrong = (path: string, message: string) => context.addIssue({ code: "custom", path: [path], message });
    if (atMost >= 1 && atMost < atLeast) wrong("atMost", "must not be fewer than those from which the price holds");
    if (validFrom !== undefined && validTo !== undefined && validTo < validFrom)
      wrong("validTo", "must not be before the day from which it holds");
    if (followedBy !== undefined && validTo === undefined) wrong("followedBy", "wants the day until which this one is sold");
  });
export type Offer = z.output<typeof offerSchema>;

/** A price of 0.00 is a slip until somebody says that it is meant: no sum is made with it. */
export const isPriced = (offer: Pick<Offer, "priceMinor" | "free">): boolean => offer.priceMinor > 0 || offer.free === true;

/** Whether an offer can be bought by on a day; without one every offer can. */
export const isInForce = ({ validFrom, validTo }: Pick<Offer, "validFrom" | "validTo">, day: string | null): boolean =>
  day === null || ((validFrom ?? day) <= day && day <= (validTo ?? day));

/** Offers of one part that are kept. */
export const MOST_OFFERS = 20;

const head = {
  id: id.describe("Part number"),
  name: z.string().trim().min(1, "must not be empty").max(90, "must be at most 90 letters").describe("Name"),
  maker: z.string().trim().max(60, "must be at most 60 letters").describe("Maker"),
  massKg: z.number().min(0, "must be 0 to 60 kg").max(60, "must be 0 to 60 kg").nullable().describe("Mass, kg"),
  offers: z.array(offerSchema).max(MOST_OFFERS),
  inStock: z.int().min(0).max(10000).describe("In the shop's stock"),
  keepAtLeast: z.int("must be whole pieces").min(0).max(10000).optional().describe("Kept on the shelf at least"),
  keepUpTo: z.int("must be whole pieces").min(0).max(10000).optional().describe("Then filled up to"),
  bin: z.string().trim().min(1).max(20, "must be at most 20 letters").optional().describe("Where it lies"),
  used: z
    .string()
    .trim()
    .min(3, "must say in what condition it is, in a few words")
    .max(120, "must be at most 120 letters")
    .optional()
    .describe("It ran before: its condition"),
  onlyFor: z.string().min(1).max(40).optional().describe("Brought by the customer of this job, by its id"),
};

/** A part as typed or stored, its spec not yet looked into. */
export const partHeadSchema = z
  .strictObject({ ...head, kind: z.enum(PART_KINDS), spec: z.record(z.string(), z.unknown()) })
  .superRefine(({ keepAtLeast, keepUpTo }, context) => {
    if (keepUpTo === undefined) return;
    const wrong = (message: string) => context.addIssue({ code: "custom", path: ["keepUpTo"], message });
    if (keepAtLeast === undefined) wrong("wants the number under which it is bought");
    else if (keepUpTo < keepAtLeast) wrong(`must not be under the ${keepAtLeast} that are kept at least`);
  });
export type PartHead = z.output<typeof partHeadSchema>;

export type PartOf<K extends PartKind> = Omit<PartHead, "kind" | "spec"> & { readonly kind: K; readonly spec: Spec<K> };
export type Part = { [K in PartKind]: PartOf<K> }[PartKind];

/** So many pieces of a part: what a build holds, an order line buys, a sheet prices. */
export type PartCount<P = Part> = { readonly part: P; readonly quantity: number };

/** What is wrong with a part's spec, field by field. */
export type SpecIssue = { path: string; message: string };

/** Reads a part whole: the same check at every door. @returns the part, or the head's and spec's issues with their paths */
export function readPart(raw: unknown): Result<Part, SpecIssue[]> {
  const head = partHeadSchema.safeParse(raw);
  const { kind, spec: figures } = (typeof raw === "object" && raw !== null ? raw : {}) as { kind?: unknown; spec?: unknown };
  // Everything that is wrong is told at once: the figures too where the head is not right, as long as their kind is known.
  const known = PART_KINDS.find((one) => one === kind);
  const spec = known && SPECS[known].safeParse(figures);
  if (head.success && spec?.success) return good({ ...head.data, spec: spec.data } as Part);
  const ofHead = head.success ? [] : issues(head.error, []);
  const ofSpec = !spec || spec.success || ofHead.some(({ path }) => path === "spec") ? [] : issues(spec.error, ["spec"]);
  return bad([...ofHead, ...ofSpec]);
}

const issues = (error: z.ZodError, at: string[]): SpecIssue[] =>
  error.issues.flatMap((issue) =>
    issue.code === "unrecognized_keys"
      ? issue.keys.map((key) => ({ path: [...at, ...issue.path, key].join("."), message: "unknown field" }))
      : [{ path: [...at, ...issue.path].join("."), message: plainMessage(issue) }],
  );

/** The schema's own words where it has some; plain ones for what is not there at all, or is none of a list. */
function plainMessage(issue: z.core.$ZodIssue): string {
  if (issue.code === "invalid_type" && issue.message.endsWith("received undefined")) return "is missing";
  if (issue.code === "invalid_value" && issue.message.startsWith("Invalid option"))
    return `must be one of ${issue.values.join(", ")}`;
  return issue.message;
}

const AMOUNT = "must be 0.00 to 100,000.00";
const amount = z.int(AMOUNT).min(0, AMOUNT).max(100_000_00, AMOUNT);

export const supplierSchema = z
  .strictObject({
    id: id.describe("Short name"),
    name: z.string().trim().min(1, "must not be empty").max(60, "must be at most 60 letters").describe("Name"),
    currency: currencySchema.describe("Currency"),
    carriageMinor: amount.describe("Carriage of an order"),
    freeFromMinor: amount.nullable().describe("Sent free from"),
    dangerousGoodsMinor: amount.describe("Carriage of dangerous goods, on top"),
    terms: termsSchema.optional(),
  })
  .superRefine(({ carriageMinor, freeFromMinor, terms }, context) => {
    // A carriage that rose with the order would be split into smaller ones by whoever orders; it is asked about as a slip.
    let [from, carriage] = [0, carriageMinor];
    terms?.carriageSteps.forEach((step, i) => {
      const wrong = (key: string, message: string) =>
        context.addIssue({ code: "custom", path: ["terms", "carriageSteps", i, key], message });
      if (step.fromMinor <= from) wrong("fromMinor", "must be more than the step before");
      if (step.carriageMinor > carriage) wrong("carriageMinor", "must not be more than the step before");
      if (freeFromMinor !== null && step.fromMinor >= freeFromMinor) wrong("fromMinor", "must be under what is sent free from");
      [from, carriage] = [step.fromMinor, step.carriageMinor];
    });
    // One that fell with the mass would be filled up with ballast.
    let [over, more] = [0, 0];
    terms?.massSteps.forEach((step, i) => {
      const wrong = (key: string, message: string) =>
        context.addIssue({ code: "custom", path: ["terms", "massSteps", i, key], message });
      if (i > 0 && step.overKg <= over) wrong("overKg", "must be more than the step before");
      if (step.moreMinor < more) wrong("moreMinor", "must not be less than the step before");
      [over, more] = [step.overKg, step.moreMinor];
    });
  });
/** Where parts come from: carriage once an order by steps, free from an order value, a surcharge when a pack travels along, customs. */
export type Supplier = z.output<typeof supplierSchema>;

export const isKind = <K extends PartKind>(part: Part | undefined, kind: K): part is Extract<Part, { kind: K }> =>
  part?.kind === kind;
