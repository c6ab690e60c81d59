import { calculate, CALCULATORS, calculatorSchema, getCalculator } from "@/core/calc/registry";
import { labelOf, unitOf } from "@/core/figures/schema";
import { EXAMPLES, inputOf, textsOf, type ObjectSchema } from "./toolFields";

const schemaOf = (name: string) => calculatorSchema(getCalculator(name)!).input as ObjectSchema;

describe("tools", () => {
  test.each(CALCULATORS.map((c) => c.name))("%s starts with an example that it can work out", (name) => {
    expect(EXAMPLES[name]).toBeDefined();
    expect(calculate(name, EXAMPLES[name])).toMatchObject({ ok: true });
  });

  test.each(CALCULATORS.map((c) => c.name))("a link carries the example of %s whole", (name) => {
    const { derailleur = false, ...rest } = EXAMPLES[name]!;
    const carried = inputOf(schemaOf(name), textsOf(EXAMPLES[name]!));
    expect(carried).toEqual("derailleur" in schemaOf(name).properties! ? { derailleur, ...rest } : rest);
  });

  test("typed texts become the calculator's input: numbers, lists, switches; empty ones are left out", () => {
    expect(
      inputOf(schemaOf("gear-table"), {
        chainringTeeth: "42",
        cogTeeth: "14, 16;18  20",
        circumferenceMm: "2187,5",
        cadenceRpm: "",
      }),
    ).toEqual({ chainringTeeth: 42, cogTeeth: [14, 16, 18, 20], circumferenceMm: 2187.5 });
    expect(inputOf(schemaOf("chain-length"), { ringTeeth: "42", derailleur: "true" })).toEqual({
      ringTeeth: 42,
      derailleur: true,
    });
    expect(inputOf(schemaOf("chain-length"), {})).toEqual({ derailleur: false });
    expect(inputOf(schemaOf("battery-pack"), { chemistry: "lfp" })).toEqual({ chemistry: "lfp" });
  });

  test("what is no number stays text, so that the schema refuses it at its field", () => {
    const answer = calculate("wheel-size", inputOf(schemaOf("wheel-size"), { beadSeatMm: "wide", tyreWidthMm: "37" }));
    expect(!answer.ok && answer.error.issues.map((issue) => issue.path)).toEqual(["beadSeatMm"]);
  });

  test("an unknown field of a link is left aside", () =>
    expect(inputOf(schemaOf("wheel-size"), { beadSeatMm: "622", tyreWidthMm: "37", colour: "red" })).toEqual({
      beadSeatMm: 622,
      tyreWidthMm: 37,
    }));

  test.each([
    ["Wheel circumference, mm", "mm", "Wheel circumference"],
    ["Copper area, mm²; instead of the gauge", "mm²", "Copper area; instead of the gauge"],
    ["Greatest chain angle, degrees", "°", "Greatest chain angle"],
    ["Resistance of one lead, Ω/m", "Ω/m", "Resistance of one lead"],
    ["Cog teeth, one number a cog", "", "Cog teeth, one number a cog"],
    ["Cells", "", "Cells"],
    ["Hottest winding, °C", "°C", "Hottest winding"],
    ["Ridden, km", "km", "Ridden"],
    ["Energy for a kilometre, Wh/km", "Wh/km", "Energy for a kilometre"],
  ])("%s: unit %p, label %p", (description, unit, label) =>
    expect([unitOf(description), labelOf(description)]).toEqual([unit, label]),
  );
});
