import { z } from "zod";
import { inThreePoints } from "../recipes/olderRecipes";
import { houseRulesSchema, type HouseRules } from "./houseRules";
import { houseSentence } from "./schools";
import { bad, good, type Result } from "../result";

/** The shop's recipes and minutes as a file: open JSON, minutes and days. */
const recipesFileSchema = z
  .strictObject({
    format: z.literal("gull-bench recipes 1").describe("Says what this file is"),
    recipes: houseRulesSchema.shape.recipes.describe("Lines, orders and steps of the shop's own"),
    minutes: houseRulesSchema.shape.minutes.describe("The shop's own minutes of the tables' steps, done once"),
  })
  .describe("Recipes of a shop that works with Gull Bench");
type RecipesFile = z.output<typeof recipesFileSchema>;

export const writeRecipes = ({ recipes, minutes }: Pick<HouseRules, "recipes" | "minutes">): RecipesFile => ({
  format: "gull-bench recipes 1",
  recipes,
  minutes,
});

/** Reads such a file; what is wrong is told by what it is called on the screen. */
export function readRecipes(text: string): Result<Pick<HouseRules, "recipes" | "minutes">> {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    return bad("It is not JSON");
  }
  if ((raw as { format?: unknown } | null)?.format !== "gull-bench recipes 1")
    return bad('It is no file of recipes: such a one says "format": "gull-bench recipes 1"');
  const read = recipesFileSchema.safeParse(inThreePoints(raw));
  return read.success ? good({ recipes: read.data.recipes, minutes: read.data.minutes }) : bad(houseSentence(read.error.issues));
}

export const recipesJsonSchema = () => z.toJSONSchema(recipesFileSchema, { io: "input" });
