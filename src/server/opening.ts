import { NoShop } from "@/data/connection";
import { hasNoKey, makeOwnerKey } from "@/shop/people";
import { database } from "@/shop/openShop";
import { asksForPeople } from "./who";

/** Opens the shop as the server starts; what is no shop, or cannot be written, is told in a line and ends it. */
export async function openOrEnd(): Promise<void> {
  try {
    await database();
    await tellOwnerKey();
  } catch (error) {
    if (!(error instanceof NoShop)) throw error;
    console.error(error.message);
    process.exit(1);
  }
}

/** At the first start of a shop where people sign in: the owner's key, printed this once and kept as a hash. */
async function tellOwnerKey(): Promise<void> {
  if (!asksForPeople(process.env)) return;
  const db = await database();
  if (!(await hasNoKey(db))) return;
  const key = await makeOwnerKey(db);
  console.log(
    `\nThe owner's key of this shop, shown this once: ${key}\nWith it the first owner signs in. Lost: \`npm run gull -- key\` makes another.\n`,
  );
}
