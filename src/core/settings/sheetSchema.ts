import { z } from "zod";
import { text } from "../record";

/** What a parameter is for: what a build wants is known by it, whatever a family calls it. */
export const PURPOSES = [
  "assist limit",
  "wheel turn",
  "battery current",
  "low-voltage cut",
  "regeneration ceiling",
  "throttle limit",
  "level at switching on",
] as const;
export type Purpose = (typeof PURPOSES)[number];

const parameterSchema = z
  .strictObject({
    id: z.string().regex(/^[a-z][a-z0-9-]{1,30}$/, "small letters, figures and hyphens"),
    address: z.int().min(0).max(255),
    purpose: z.enum(PURPOSES),
    says: text(80).min(1),
    does: text(300).min(1),
    unit: z.enum(["km/h", "mph", "mm", "in", "A", "V", "level"]),
    min: z.number(),
    max: z.number(),
    /** Its smallest step; what is stored is so many steps. */
    step: z.number().gt(0),
    delivered: z.number(),
  })
  .refine(({ min, max, delivered }) => min <= delivered && delivered <= max, "is delivered outside its own range")
  .refine(({ min, max, step }) => max / step < 2 ** 31 && min / step >= 0, "does not fit into four bytes of steps");

/** The parameters of a family of controllers, as open JSON. */
export const parameterSheetSchema = z
  .strictObject({
    format: z.literal("gull-bench parameter sheet 1"),
    family: text(60).min(1),
    /** The one that a controller answers to; another is not written to. */
    version: z.int().min(1).max(65_535),
    parameters: z.array(parameterSchema).min(1).max(64),
  })
  .refine(
    ({ parameters }) => new Set(parameters.map(({ address }) => address)).size === parameters.length,
    "names an address twice",
  )
  .refine(({ parameters }) => new Set(parameters.map(({ id }) => id)).size === parameters.length, "names a parameter twice");
export type ParameterSheet = z.output<typeof parameterSheetSchema>;
export type Parameter = ParameterSheet["parameters"][number];

export const parameterSheetJsonSchema = () => z.toJSONSchema(parameterSheetSchema, { io: "input" });

/** Values by the parameter's id, each in the parameter's own unit. */
export type Values = Readonly<Record<string, number>>;

export const stepsOf = ({ step }: Pick<Parameter, "step">, value: number): number => Math.round(value / step);
export const valueOf = ({ step }: Pick<Parameter, "step">, steps: number): number => Number((steps * step).toFixed(6));
