import { writeRecipes } from "@/core/house/recipesFile";
import { houseRules } from "@/shop/houseRules";
import { database } from "@/shop/openShop";

/** The shop's recipes as they are kept, as a file. */
export async function GET(): Promise<Response> {
  return new Response(`${JSON.stringify(writeRecipes(await houseRules(await database())), null, 2)}\n`, {
    headers: { "content-type": "application/json", "content-disposition": 'attachment; filename="recipes.json"' },
  });
}
