import type { Knex } from "knex";
import { benchPlanSchema, NO_PLAN, type BenchPlan } from "@/core/bench/benchPlan";
import { DEFAULT_FLOOR, shopFloorSchema, type ShopFloor } from "@/core/bench/shopFloor";
import { readSetting, settingOf, writeSetting } from "./settings";

/** Who works here and where; what no longer reads is as if it was not set. */
export const shopFloor = settingOf<ShopFloor>("shop floor", (stored) => shopFloorSchema.safeParse(stored).data ?? DEFAULT_FLOOR);
export const writeFloor = (db: Knex, floor: ShopFloor): Promise<void> => writeSetting(db, "shop floor", floor);

/** The plan as it was kept last; an empty one where none was. */
export const benchPlan = async (db: Knex): Promise<BenchPlan> =>
  benchPlanSchema.safeParse(await readSetting(db, "bench plan")).data ?? NO_PLAN;
export const writeBenchPlan = (db: Knex, plan: BenchPlan): Promise<void> => writeSetting(db, "bench plan", plan);
