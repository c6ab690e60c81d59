import { parentPort } from "node:worker_threads";
import type { Knex } from "knex";
import { bad, type Result } from "@/core/result";
import { troubleOf } from "@/data/trouble";
import { shopIn } from "./shopIn";

/** What is done in the books, by name: each with the database first, then what can be sent to a worker. */
export type Works = Readonly<Record<string, (db: Knex, ...rest: never[]) => Promise<Result<unknown>>>>;
export type AsideInput = { readonly file: string; readonly what: string; readonly with: readonly unknown[] };

/** The worker's side: on a connection of its own. @param gaveUp said of what failed in a way that nobody foresaw */
export function serve(works: Works, gaveUp: string): void {
  parentPort!.on("message", ({ file, what, with: rest }: AsideInput) => {
    void works[what]!(shopIn(file), ...(rest as never[]))
      .catch((error: unknown) => bad(troubleOf(error) ?? gaveUp))
      .then((answer) => parentPort!.postMessage(answer));
  });
}
