import type { z } from "zod";
import { bad, good, type Result } from "../result";

/** A calculation that stands on its own: one definition serves the command line, the HTTP route, the Tools pages and the docs. */
export type Calculator = {
  readonly name: string;
  readonly title: string;
  readonly input: z.ZodType;
  readonly output: z.ZodType;
  readonly run: (input: unknown) => unknown;
};

export type CalcIssue = { path: string; message: string };
export type CalcError = { calculator: string | null; issues: CalcIssue[] };

/** Thrown by a calculator whose figures are each in range and together are no case to reckon with. */
export class Refused extends Error {
  constructor(
    readonly path: string,
    message: string,
  ) {
    super(message);
  }
}

/** Ties the pure function to its schemas; the registry forgets the exact types, this checks them once. */
export function defineCalculator<I extends z.ZodType, O extends z.ZodType>(definition: {
  name: string;
  title: string;
  input: I;
  output: O;
  run: (input: z.output<I>) => z.output<O>;
}): Calculator {
  return { ...definition, run: (input) => definition.run(input as z.output<I>) };
}

/**
 * Runs a calculator on what came from outside.
 * @returns its output, or every issue with its dotted path; never a number from bad input, never a number that is not finite
 */
export function runCalculator(calculator: Calculator, raw: unknown): Result<unknown, CalcError> {
  const refuse = (issues: CalcIssue[]) => bad({ calculator: calculator.name, issues });
  if (raw === undefined) return refuse([{ path: "", message: "expected an object with the calculator's fields, got nothing" }]);
  const parsed = calculator.input.safeParse(raw);
  if (!parsed.success) return refuse(issuesOf(parsed.error));
  const overflow = [{ path: "", message: "these figures are too large: the result overflows" }];
  try {
    const output = calculator.run(parsed.data);
    return isFinite(output) ? good(output) : refuse(overflow);
  } catch (error) {
    if (error instanceof Refused) return refuse([{ path: error.path, message: error.message }]);
    if (error instanceof RangeError) return refuse(overflow);
    throw error;
  }
}

/** One issue a path; an unknown field stands at its own path, and so does what is wrong inside the form that a choice was given in. */
function issuesOf(error: { issues: readonly z.core.$ZodIssue[] }, under: readonly PropertyKey[] = []): CalcIssue[] {
  return error.issues.flatMap((issue) => {
    const path = [...under, ...issue.path];
    if (issue.code === "unrecognized_keys")
      return issue.keys.map((key) => ({ path: [...path, key].join("."), message: "unknown field" }));
    const meant =
      issue.code === "invalid_union" &&
      issue.errors.find((issues) => issues.every((inner) => inner.path.length > 0 || inner.code === "unrecognized_keys"));
    return meant ? issuesOf({ issues: meant }, path) : [{ path: path.join("."), message: issue.message }];
  });
}

function isFinite(value: unknown): boolean {
  if (typeof value === "number") return Number.isFinite(value);
  return typeof value !== "object" || value === null || Object.values(value).every(isFinite);
}
