import { z } from "zod";
import { stamp, text } from "../record";

export const serialText = text(60).min(1, "a serial number must not be empty");
/** A piece that came, by the number on its label, and the lot it was made in where the label says one. */
export const cameSerialSchema = z.strictObject({ serial: serialText, lot: text(40), ...stamp });
export type CameSerial = z.output<typeof cameSerialSchema>;
