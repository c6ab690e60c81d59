import { z } from "zod";
import { bad, type Result } from "../result";
import { runCalculator, type CalcError, type Calculator } from "./calculator";
import { cadenceCalculator, chainLengthCalculator, chainlineCalculator, gearTableCalculator } from "./calculators/chain";
import { batteryPackCalculator, chargeTimeCalculator, wireDropCalculator } from "./calculators/electricity";
import { driveSteadyCalculator, rideCalculator, roadLoadCalculator } from "./calculators/ride";
import { spokeLengthCalculator, wheelSizeCalculator } from "./calculators/wheels";
import { axleReactionCalculator, batteryBayCalculator, lacingCalculator, stoppingCalculator } from "./calculators/workshop";

/** Every calculator, in the order that the Tools page shows them. */
export const CALCULATORS: readonly Calculator[] = [
  spokeLengthCalculator,
  lacingCalculator,
  wheelSizeCalculator,
  gearTableCalculator,
  cadenceCalculator,
  chainLengthCalculator,
  chainlineCalculator,
  batteryPackCalculator,
  chargeTimeCalculator,
  wireDropCalculator,
  roadLoadCalculator,
  driveSteadyCalculator,
  rideCalculator,
  batteryBayCalculator,
  axleReactionCalculator,
  stoppingCalculator,
];

// A Map, so that `constructor` and its like are unknown names.
const byName = new Map(CALCULATORS.map((calculator) => [calculator.name, calculator]));

export const getCalculator = (name: unknown): Calculator | undefined => (typeof name === "string" ? byName.get(name) : undefined);

/** What is said of a name that no calculator has. */
export const unknownCalculator = (name: unknown): CalcError => ({
  calculator: typeof name === "string" ? name : null,
  issues: [{ path: "name", message: `unknown calculator; known are ${[...byName.keys()].join(", ")}` }],
});

/** Looks a calculator up by name and runs it on raw input. */
export function calculate(name: unknown, raw: unknown): Result<unknown, CalcError> {
  const calculator = getCalculator(name);
  return calculator ? runCalculator(calculator, raw) : bad(unknownCalculator(name));
}

/** JSON Schemas of a calculator's input (as written, defaults optional) and output. */
export const calculatorSchema = (calculator: Calculator) => ({
  input: z.toJSONSchema(calculator.input, { io: "input" }),
  output: z.toJSONSchema(calculator.output),
});
