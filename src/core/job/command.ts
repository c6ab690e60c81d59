import { amountSchema } from "../cost/payments";
import { PAID_BY } from "../cost/account";
import { z } from "zod";
import { DONOR_KEYS } from "../donor/items";
import { HOWS } from "../donor/reading";
import { discountSchema } from "../cost/discount";
import { strokesSchema } from "./drawnSignature";
import { answerSchema } from "./givenSheet";
import { handLineSchema } from "../cost/handLine";
import { billSchema } from "../supply/billSchema";
import { serialText } from "../supply/serialSchema";
import { MOST_TOOK_MINUTES } from "../work/took";
import { photoSchema, type Job } from "./job";
import { TROUBLES } from "../fit/atBench";
import { CHECK_IDS } from "../standards/commissioning";
import { rideFieldsSchema } from "../prove/rideLogSchema";
import { PROMISE_IDS } from "../wish/promiseIds";
import { LINES } from "../settings/lines";
import { visitSchema } from "../logbook/visitSchema";
import { VISIT_IDS } from "../standards/visits";
import { SLOTS } from "./slots";
import { wishSchema } from "../wish/wish";

const key = z.string().min(1).max(160);
const reason = z.string().trim().min(8, "give a reason of a few words: it is kept with the job").max(400, "at most 400 letters");

/** How long a step took, minutes; null: not noted. Confirmed where it was asked about. */
const took = {
  minutes: z
    .number("must be a number of minutes")
    .min(0, "must be 0 or more minutes")
    .max(MOST_TOOK_MINUTES, "must be at most 48 hours")
    .nullable()
    .optional(),
  confirmed: z.literal(true).optional(),
};

/** Everything that can be done to a job, one variant a use case. The same schema stands at every door. */
export const commandSchema = z.discriminatedUnion("do", [
  z.strictObject({ do: z.literal("edit wish"), wish: wishSchema.partial(), confirmed: z.literal(true).optional() }),
  z.strictObject({
    do: z.literal("measure"),
    key: z.enum(DONOR_KEYS),
    text: z.string().max(60),
    system: z.enum(["metric", "imperial"]),
    how: z.enum(HOWS),
    confirmed: z.boolean(),
  }),
  z.strictObject({ do: z.literal("forget reading"), key: z.enum(DONOR_KEYS) }),
  z.strictObject({ do: z.literal("choose"), slot: z.enum(SLOTS), partId: z.string().max(60).nullable() }),
  z.strictObject({ do: z.literal("accept"), finding: key, remedy: key }),
  z.strictObject({ do: z.literal("take back"), finding: key, remedy: key }),
  z.strictObject({ do: z.literal("refuse"), finding: key, remedy: key }),
  z.strictObject({ do: z.literal("offer again"), finding: key, remedy: key }),
  z.strictObject({ do: z.literal("put in"), partId: z.string().max(60), quantity: z.int().min(1).max(50) }),
  z.strictObject({ do: z.literal("take out"), partId: z.string().max(60) }),
  z.strictObject({
    do: z.literal("put in instead"),
    partId: z.string().max(60),
    insteadOf: z.string().max(60),
  }),
  z.strictObject({ do: z.literal("keep photo"), photo: photoSchema.omit({ at: true, by: true }) }),
  z.strictObject({ do: z.literal("drop photo"), id: key }),
  z.strictObject({ do: z.literal("override"), finding: key, reason }),
  z.strictObject({ do: z.literal("withdraw override"), finding: key }),
  z.strictObject({ do: z.literal("source"), line: key, source: z.enum(["buy", "stock", "customer"]) }),
  // Its number comes from the shop where the caller gives none: not every browser in a workshop can make one.
  z.strictObject({ do: z.literal("add line"), line: handLineSchema.partial({ id: true }) }),
  z.strictObject({ do: z.literal("remove line"), id: key }),
  z.strictObject({ do: z.literal("give sheet"), overBudget: z.literal(true).optional() }),
  z.strictObject({
    do: z.literal("answer sheet"),
    given: z.int().min(0).max(49),
    expectMinor: z.int(),
    /** null: it is open again. */
    answer: answerSchema.nullable(),
  }),
  z.strictObject({ do: z.literal("take up sheet"), given: z.int().min(0).max(49) }),
  z.strictObject({ do: z.literal("discount"), discount: discountSchema.nullable() }),
  z.strictObject({ do: z.literal("place order"), supplierId: key, expectMinor: z.int(), overBudget: z.literal(true).optional() }),
  z.strictObject({ do: z.literal("arrived"), orderId: key }),
  z.strictObject({ do: z.literal("call off"), orderId: key, why: reason.max(200, "at most 200 letters") }),
  z.strictObject({
    do: z.literal("tick"),
    step: key,
    note: z.string().max(200),
    despite: reason.optional(),
    next: key.optional(),
    ...took,
  }),
  z.strictObject({ do: z.literal("untick"), step: key }),
  z.strictObject({ do: z.literal("mark"), mark: key }),
  z.strictObject({ do: z.literal("unmark"), mark: key }),
  z.strictObject({ do: z.literal("begin step"), step: key }),
  z.strictObject({ do: z.literal("pause step"), step: key }),
  z.strictObject({
    do: z.literal("note reading"),
    measure: key,
    text: z.string().max(40),
    confirmed: z.literal(true).optional(),
  }),
  z.strictObject({ do: z.literal("drop reading"), measure: key }),
  z.strictObject({
    do: z.literal("report problem"),
    step: key,
    what: z.enum(TROUBLES),
    partId: z.string().max(60).nullable(),
    task: key.nullable(),
    says: z.string().trim().min(3, "say what is wrong").max(400, "at most 400 letters"),
    hurts: z.boolean(),
  }),
  z.strictObject({
    do: z.literal("settle problem"),
    id: key,
    how: z.string().trim().min(3, "say how it was put right").max(400, "at most 400 letters"),
    cause: z.string().trim().max(400, "at most 400 letters").default(""),
  }),
  z.strictObject({
    do: z.literal("pass check"),
    check: z.enum(CHECK_IDS),
    says: z.string().trim().max(200, "at most 200 letters").default(""),
  }),
  z.strictObject({
    do: z.literal("fail check"),
    check: z.enum(CHECK_IDS),
    says: z.string().trim().min(3, "say what was seen").max(400, "at most 400 letters"),
    /** Work that is opened again for it; null: none of the order. */
    task: key.nullable(),
  }),
  z.strictObject({ do: z.literal("open check"), check: z.enum(CHECK_IDS) }),
  z.strictObject({
    do: z.literal("weigh"),
    front: z.string().max(40),
    rear: z.string().max(40),
    system: z.enum(["metric", "imperial"]),
    confirmed: z.literal(true).optional(),
  }),
  z.strictObject({ do: z.literal("forget weighing") }),
  z.strictObject({
    do: z.literal("take in ride"),
    ride: rideFieldsSchema.omit({ id: true, at: true, by: true }),
    confirmed: z.literal(true).optional(),
  }),
  z.strictObject({ do: z.literal("drop ride"), id: key }),
  z.strictObject({
    do: z.literal("agree to less"),
    promise: z.enum(PROMISE_IDS),
    customer: z.string().trim().min(2, "say who agreed to it: the customer's name").max(80, "at most 80 letters"),
    /** What was asked and proved when it was agreed to. */
    says: z.string().trim().min(3).max(300, "at most 300 letters"),
  }),
  z.strictObject({ do: z.literal("read settings"), line: z.enum(LINES) }),
  z.strictObject({
    do: z.literal("write settings"),
    values: z.record(z.string().max(40), z.number("must be a figure")),
    line: z.enum(LINES),
    confirmed: z.literal(true).optional(),
  }),
  z.strictObject({
    do: z.literal("hand over"),
    customer: z.string().trim().min(2, "say who takes the bike").max(80, "at most 80 letters"),
    /** null where it was signed on paper. */
    strokes: strokesSchema.nullable(),
  }),
  z.strictObject({
    do: z.literal("note visit"),
    kind: z.enum(VISIT_IDS),
    day: z.string().trim().min(1, "say on which day it was").max(40),
    /** As it was read off its counter, with its unit or without; empty where there is none. */
    way: z.string().trim().max(40),
    system: z.enum(["metric", "imperial"]),
    /** As they were typed, by the measure's key. */
    readings: z.record(z.string().max(80), z.string().trim().max(40)),
    faults: visitSchema.shape.faults,
    did: z.string().trim().max(600, "at most 600 letters"),
    minutes: took.minutes,
    confirmed: z.literal(true).optional(),
  }),
  z.strictObject({ do: z.literal("take out visit"), id: key }),
  z.strictObject({ do: z.literal("note minutes"), step: key, ...took }),
  z.strictObject({
    do: z.literal("note serial"),
    partId: z.string().max(60),
    serial: serialText,
    confirmed: z.literal(true).optional(),
  }),
  z.strictObject({ do: z.literal("drop serial"), partId: z.string().max(60), serial: serialText }),
  z.strictObject({
    do: z.literal("note bill"),
    orderId: key,
    bill: billSchema.nullable(),
    confirmed: z.literal(true).optional(),
  }),
  z.strictObject({
    do: z.literal("note call"),
    says: z.string().trim().min(1, "say what was said").max(400, "at most 400 letters"),
  }),
  z.strictObject({
    do: z.literal("take payment"),
    minor: amountSchema,
    back: z.boolean(),
    how: z.enum(PAID_BY),
    says: z.string().trim().max(120, "at most 120 letters"),
    /** More than is owed is taken all the same. */
    over: z.literal(true).optional(),
  }),
  z.strictObject({ do: z.literal("brought"), partId: z.string().max(60) }),
  z.strictObject({ do: z.literal("put aside"), why: reason }),
  z.strictObject({ do: z.literal("take up") }),
  z.strictObject({ do: z.literal("sign"), despite: reason.optional() }),
]);
export type Command = z.output<typeof commandSchema>;
export type CommandOf<D extends Command["do"]> = Extract<Command, { do: D }>;

/** What comes back from a command that was not carried out. Nothing was stored, and what was typed is the caller's to keep. */
export type Refusal =
  /** Wrong, and what to do. */
  | { readonly kind: "refused"; readonly says: string }
  /** Readable but unlikely: asked about before it is taken. */
  | { readonly kind: "ask"; readonly says: string; readonly perhaps: number | null; readonly value: number };

/** What a command does: the job as it should be, and a sentence for the history. */
export type Done = { readonly job: Partial<Job>; readonly says: string };
