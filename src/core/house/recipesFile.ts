import { z } from "zod";
import { inThreePoints } from "../recipes/olderRecipes";
import { houseRulesSchema, type RecipeRules } from "./houseRules";
import { houseSentence } from "./schools";
import { bad, good, type Result } from "../result";

/** The shop's recipes and minutes as a file: open JSON, minutes and days. */
const recipesFileSchema = z
  .strictObject({
    format: z.literal("gull-bench recipes 1").describe("Says what this file is"),
    recipes: houseRulesSchema.shape.recipes.describe("Lines, orders and steps of the shop's own"),
    minutes: houseRulesSchema.shape.minutes.describe("The shop's own minutes of a step, done once"),
    minutesOn: houseRulesSchema.shape.minutesOn
      .default({})
      .describe("The same for one kind of bike, as the survey names it, before those for all"),
  })
  .describe("Recipes of a shop that works with Gull Bench");
type RecipesFile = z.output<typeof recipesFileSchema>;

export const writeRecipes = ({ recipes, minutes, minutesOn }: RecipeRules): RecipesFile => ({
  format: "gull-bench recipes 1",
  recipes,
  minutes,
  minutesOn,
});

/** Reads such a file; what is wrong is told by what it is called on the screen. */
export function readRecipes(text: string): Result<RecipeRules> {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    return bad("It is not JSON");
  }
  if ((raw as { format?: unknown } | null)?.format !== "gull-bench recipes 1")
    return bad('It is no file of recipes: such a one says "format": "gull-bench recipes 1"');
  const read = recipesFileSchema.safeParse(inThreePoints(raw));
  if (!read.success) return bad(houseSentence(read.error.issues));
  const { recipes, minutes, minutesOn } = read.data;
  return good({ recipes, minutes, minutesOn });
}

export const recipesJsonSchema = () => z.toJSONSchema(recipesFileSchema, { io: "input" });
