import { z } from "zod";
import { discountSchema } from "../cost/discount";
import { frozenSheetSchema } from "../cost/frozenSheet";
import { handLineSchema } from "../cost/handLine";
import { currencySchema } from "../parts/part";
import { partId, stamp, text } from "../record";
import { strokesSchema } from "./drawnSignature";
import { SLOTS } from "./slots";

export const answerSchema = z.discriminatedUnion("how", [
  z.strictObject({
    how: z.literal("accepted"),
    name: text(80).min(2, "say who accepts it"),
    /** null where it was signed on paper. */
    strokes: strokesSchema.nullable(),
  }),
  z.strictObject({ how: z.literal("declined"), why: text(200) }),
]);
export type Answer = z.output<typeof answerSchema>;

/** What makes a build what it is: put back, the bench holds it again. */
export const buildSchema = z.strictObject({
  choices: z.partialRecord(z.enum(SLOTS), partId),
  also: z.array(z.strictObject({ partId, quantity: z.int().min(1).max(50) })).max(60),
  accepted: z.array(z.strictObject({ finding: text(160), remedy: text(120), says: text(400), ...stamp })).max(400),
  sources: z.record(z.string().max(160), z.enum(["buy", "stock", "customer"])),
  hand: z.array(handLineSchema).max(100),
  discount: discountSchema.nullable(),
});
export type Build = z.output<typeof buildSchema>;

const figure = z.union([z.number(), z.string().max(40)]).nullable();

/** A sheet as the customer got it. What was given before whole sheets were kept has only its lines. */
export const givenSheetSchema = z.strictObject({
  ...stamp,
  currency: currencySchema,
  lines: z.array(z.strictObject({ says: text(160), quantity: z.number(), totalMinor: z.int() })).default([]),
  allInMinor: z.int(),
  whole: z
    .strictObject({
      /** What is built, in a line. */
      title: text(200),
      sheet: frozenSheetSchema,
      build: buildSchema,
      /** Shop currency for one unit of each other, as they stood then. */
      rates: z.partialRecord(currencySchema, z.number()),
      promises: z
        .array(
          z.strictObject({
            id: text(20),
            title: text(60),
            asked: figure,
            predicted: figure,
            kept: z.boolean().nullable(),
            note: text(600),
          }),
        )
        .max(12),
    })
    .nullable()
    .default(null),
  answer: z
    .discriminatedUnion("how", [answerSchema.options[0].extend(stamp), answerSchema.options[1].extend(stamp)])
    .nullable()
    .default(null),
});
export type GivenSheet = z.output<typeof givenSheetSchema>;
