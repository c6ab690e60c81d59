import { z } from "zod";
import { plainSerial } from "./serials";
import { partId, stamp, text } from "../record";

export const serialText = text(60).min(1, "a serial number must not be empty");
/** A piece that came, by the number on its label, and the lot it was made in where the label says one. */
export const cameSerialSchema = z.strictObject({ serial: serialText, lot: text(40), ...stamp });
export type CameSerial = z.output<typeof cameSerialSchema>;

/** A piece that went into a bike, by the number on its label. */
const fittedPieceSchema = z.strictObject({ partId, serial: serialText, ...stamp });
export const fittedPiecesSchema = z
  .array(fittedPieceSchema)
  .max(60, "a job holds at most 60 serial numbers: take one out first")
  .refine((all) => new Set(all.map((one) => `${one.partId} ${plainSerial(one.serial)}`)).size === all.length, {
    message: "one serial number is written twice for the same part",
  });
