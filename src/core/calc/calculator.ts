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
  const output = calculator.run(parsed.data);
  if (!isFinite(output)) return refuse([{ path: "", message: "these figures are too large: the result overflows" }]);
  return good(output);
}

/** One issue a path; an unknown field stands at its own path. */
function issuesOf(error: z.ZodError): CalcIssue[] {
  return error.issues.flatMap((issue) =>
    issue.code === "unrecognized_keys"
      ? issue.keys.map((key) => ({ path: [...issue.path, key].join("."), message: "unknown field" }))
      : [{ path: issue.path.join("."), message: issue.message }],
  );
}

function isFinite(value: unknown): boolean {
  if (typeof value === "number") return Number.isFinite(value);
  return typeof value !== "object" || value === null || Object.values(value).every(isFinite);
}
