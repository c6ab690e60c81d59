import type { Knex } from "knex";
import { shopFloorSchema } from "@/core/bench/shopFloor";
import { bad, good, type Result } from "@/core/result";
import { shopFloor, writeFloor } from "@/data/bench";
import { appendRecord, recordVersion } from "@/data/records";
import type { Storing } from "./parts";
import { FLOOR } from "./benchPage";

/** Why people and places were not kept; where somebody else was first, so is said. */
export async function storeFloor(db: Knex, raw: unknown, { at, by, version }: Storing): Promise<Result<number>> {
  const read = shopFloorSchema.safeParse(raw);
  if (!read.success) {
    const [issue] = read.error.issues;
    return bad(floorSentence(issue!.path, issue!.message, raw));
  }
  return db.transaction(async (trx): Promise<Result<number>> => {
    const [before, now] = [await shopFloor(trx), await recordVersion(trx, "floor", FLOOR)];
    if (version !== now)
      return bad("People and places were changed meanwhile: look at them as they are now. Yours still stand here.");
    await writeFloor(trx, read.data);
    const says = "Changed: who works here and where";
    await appendRecord(trx, { kind: "floor", recordId: FLOOR, version: now + 1, at, by, says, before, after: read.data });
    return good(now + 1);
  });
}

const FIELDS: Readonly<Record<string, string>> = {
  name: "name",
  week: "working hours",
  off: "days away",
  does: "kinds of work",
  kind: "kind",
  out: "days out of use",
  lateDayMinor: "What a late day costs",
};

/** A refusal in the words of the form: whose, which box, and what is wrong. */
function floorSentence(path: readonly PropertyKey[], message: string, raw: unknown): string {
  const [list, at, field] = path;
  if (list === "people" || list === "places") {
    const rows = (raw as { people?: { name?: unknown }[]; places?: { name?: unknown }[] } | null)?.[list];
    const name = typeof at === "number" ? rows?.[at]?.name : undefined;
    const whose = typeof name === "string" && name !== "" ? name : list === "people" ? "Somebody" : "A place";
    const box = typeof field === "string" ? `, ${FIELDS[field] ?? "this"}` : "";
    return `${whose}${box}: ${message}`;
  }
  return `${FIELDS[String(list)] ?? "This"} ${message}`;
}
