import { NO_PIECES, type Pieces, type Shelf } from "../cost/shelf";
import type { Job } from "./job";

/** What a job may take from the shop's shelf, and what is in its bike already. */
export const shelfFor = ({ taken, renews }: Pick<Job, "taken" | "renews">, heldElsewhere: Pieces): Shelf => ({
  heldElsewhere,
  taken,
  inBike: renews?.stays ?? NO_PIECES,
});
