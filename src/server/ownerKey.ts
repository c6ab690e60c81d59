import { hasNoKey, makeOwnerKey } from "@/shop/people";
import { database } from "@/shop/openShop";
import { asksForPeople } from "./who";

/** At the first start of a shop where people sign in: the owner's key, printed this once and kept as a hash. */
export async function tellOwnerKey(): Promise<void> {
  if (!asksForPeople(process.env)) return;
  const db = await database();
  if (!(await hasNoKey(db))) return;
  const key = await makeOwnerKey(db);
  console.log(
    `\nThe owner's key of this shop, shown this once: ${key}\nWith it the first owner signs in. Lost: \`npm run gull -- key\` makes another.\n`,
  );
}
