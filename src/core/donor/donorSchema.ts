import { z } from "zod";
import { DONOR_KEYS } from "./items";
import { readingSchema } from "./readingSchema";

export const donorSchema = z.partialRecord(z.enum(DONOR_KEYS), readingSchema);
