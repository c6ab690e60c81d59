import { randomInt } from "node:crypto";
import type { Knex } from "knex";
import { DEFAULT_HOUSE_RULES } from "@/core/house/defaults";
import { inThreePoints } from "@/core/recipes/olderRecipes";
import { houseRulesSchema, type HouseRules } from "@/core/house/houseRules";
import { readOnce } from "./readOnce";

async function settingText(db: Knex, key: string): Promise<string | undefined> {
  return (await db<{ key: string; value: string }>("setting").where({ key }).first())?.value;
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    // Altered from outside: as if it was not set, and the rest stands.
    return undefined;
  }
}

export async function readSetting(db: Knex, key: string): Promise<unknown> {
  const text = await settingText(db, key);
  return text === undefined ? undefined : parsed(text);
}

/** As `readSetting` for what is asked for all the time: checked once, the same thing as long as the same stands there. */
export function settingOf<T>(key: string, read: (stored: unknown) => T): (db: Knex) => Promise<T> {
  const once = readOnce<T>(1);
  return async (db) => {
    const text = await settingText(db, key);
    return once(key, text ?? "", () => read(text === undefined ? undefined : parsed(text)));
  };
}

export async function writeSetting(db: Knex, key: string, value: unknown): Promise<void> {
  await db("setting")
    .insert({ key, value: JSON.stringify(value) })
    .onConflict("key")
    .merge();
}

/** The shop's rules; a setting that no longer reads falls back to its default, one by one. */
export const houseRules = settingOf<HouseRules>("house", (kept) => {
  const stored = inThreePoints(kept);
  if (typeof stored !== "object" || stored === null) return DEFAULT_HOUSE_RULES;
  const all = houseRulesSchema.safeParse({ ...DEFAULT_HOUSE_RULES, ...stored });
  if (all.success) return all.data;
  let rules = DEFAULT_HOUSE_RULES;
  for (const [key, value] of Object.entries(stored)) {
    const taken = houseRulesSchema.safeParse({ ...rules, [key]: value });
    if (taken.success) rules = taken.data;
  }
  return rules;
});

export const catalogueRevision = async (db: Knex): Promise<number> => Number((await readSetting(db, "catalogue revision")) ?? 0);

/** As `catalogueRevision`, but what comes to the shelf and goes from it does not change it. */
export const offersRevision = async (db: Knex): Promise<number> => Number((await readSetting(db, "offers revision")) ?? 0);

/**
 * Said after each change of parts or suppliers, so that every process drops its copy. A number that was never there before: what a
 * transaction saw that was rolled back is not taken for what stands.
 */
export async function bumpCatalogue(db: Knex): Promise<void> {
  await bumpShelf(db);
  await writeSetting(db, "offers revision", randomInt(2 ** 47));
}

/** Said after each change of nothing but how many pieces are there. */
export const bumpShelf = async (db: Knex): Promise<void> => writeSetting(db, "catalogue revision", randomInt(2 ** 47));
