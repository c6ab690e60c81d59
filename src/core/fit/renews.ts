import { z } from "zod";
import { partId, text } from "../record";
import { FATES } from "./fates";

/** A piece that a finished bike loses when it is upgraded. */
export const offSchema = z.strictObject({
  partId,
  says: text(160),
  quantity: z.int().min(1).max(50),
  kind: z.string().max(40),
  goes: z.enum(FATES),
  /** Null where no scales said it. */
  massKg: z.number().min(0).max(60).nullable(),
  minutes: z.number().min(0).max(600),
});
export type Off = z.output<typeof offSchema>;

/** The finished bike that a job begins from: what comes off, and the work that is in it already, each step as it was signed for. */
export const renewsSchema = z
  .strictObject({
    jobId: text(40),
    number: z.int().min(1),
    off: z.array(offSchema).max(60),
    /** Pieces that are in the bike and stay, by part; the kits that some came in too. */
    stays: z.record(z.string().max(60), z.int().min(1).max(500)),
    done: z.array(z.strictObject({ id: text(40), title: text(160), is: z.array(text(600)).max(60) })).max(80),
  })
  .nullable()
  .default(null);
export type Renews = NonNullable<z.output<typeof renewsSchema>>;
