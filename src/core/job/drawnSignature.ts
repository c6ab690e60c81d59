import { z } from "zod";
import { MOST_POINTS, PAD } from "./signaturePad";

const point = z.tuple([z.int().min(0).max(PAD.width), z.int().min(0).max(PAD.height)]);
/** A signature as it was drawn: lines of points on the pad. */
export const strokesSchema = z
  .array(z.array(point).min(1).max(MOST_POINTS))
  .min(1, "nothing is drawn yet: sign on the pad")
  .max(300, "a signature has at most 300 lines")
  .refine((strokes) => strokes.reduce((sum, stroke) => sum + stroke.length, 0) <= MOST_POINTS, "a signature of too many points");
