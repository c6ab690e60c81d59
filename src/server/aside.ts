import { bad, type Result } from "@/core/result";
import { databaseFile } from "@/data/connection";
import { database } from "@/shop/openShop";
import type { Pool } from "./pool";
import type { AsideInput, Works } from "./serve";

type After<F> = F extends (db: never, ...rest: infer Rest) => unknown ? Rest : never;

/** What is cut off in the middle of its transaction has stored nothing. */
const DEADLINE_MS = 60_000;

/**
 * Works in the books beside the server's thread, so that no other request waits for it.
 * @param look where to look when it is not known what became of it
 */
export const aside =
  <W extends Works>(pool: Pool<AsideInput, Result<unknown>>, look: string) =>
  async <Name extends keyof W & string>(what: Name, ...rest: After<W[Name]>): Promise<Awaited<ReturnType<W[Name]>>> => {
    // Brought up to date, or told why there is none, before another connection works on it.
    await database();
    const answer = await pool.run({ file: databaseFile(), what, with: rest }, DEADLINE_MS);
    const why = () => (!answer.ok && answer.why === "broke" ? "It was given up" : "Too much is being worked out");
    const found = answer.ok ? answer.value : bad(`${why()}: look ${look}, then try again.`);
    return found as Awaited<ReturnType<W[Name]>>;
  };
