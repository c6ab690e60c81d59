import type { Recipes } from "./recipesSchema";

/** The tables alone: what a shop begins with. */
export const NO_RECIPES: Recipes = { texts: {}, signs: {}, order: [], own: [] };
