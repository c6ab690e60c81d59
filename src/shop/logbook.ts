import type { Knex } from "knex";
import { z } from "zod";
import { bikeKind } from "@/core/donor/bikeKind";
import { lessonsPooled, overridesOver, promisesOver, workOver } from "@/core/logbook/learned";
import type { FaultFound, LogbookPage, Recall, Recalled, ShopLearned } from "@/core/logbook/pages";
import { good, type Result } from "@/core/result";
import { usedId } from "@/core/job/taken";
import { plainSerial } from "@/core/supply/serials";
import { loadCatalogue } from "@/data/catalogue";
import { bikesWith, faultsLike, finishedBikes, goesOnIn, linesOfFinished } from "@/data/logbook";
import { houseRules } from "@/data/settings";
import { fittedOf } from "@/data/fitted";
import { serialsOf } from "@/data/purchases";

/** Bikes that a page of the logbook lists at most. */
const MOST_BIKES = 60;

/** Finished bikes, those that are due first. */
export const logbookPage = async (db: Knex, find: string): Promise<Omit<LogbookPage, "behind">> =>
  finishedBikes(db, find.slice(0, 80), MOST_BIKES);

export const recallSchema = z.object({
  partId: z.string().max(60),
  /** Numbers or a lot, as they stand on the notice: parts of them do; empty for every piece. */
  numbers: z.string().max(2000).catch(""),
});

/** Which bikes have this part, and in which of them is a piece that a notice names by its number or its lot. */
export async function recalled(db: Knex, raw: unknown): Promise<Recall | null> {
  const { partId, numbers } = recallSchema.parse(raw);
  const part = (await loadCatalogue(db)).parts.get(partId);
  if (!part) return null;
  const wanted = numbers
    .split(/[\s,;]+/)
    .map(plainSerial)
    .filter((one) => one !== "");
  // One that came off a bike and went into another is the same piece.
  const ids = [partId, usedId(partId)];
  const [bikes, fitted, came] = await Promise.all([bikesWith(db, ids), fittedOf(db, ids), serialsOf(db, ids)]);
  const rows = bikes.map((bike): Recalled => {
    const serials = fitted
      .filter(({ jobId }) => jobId === bike.id)
      .map(({ plain }) => {
        const one = came.find(({ serial }) => plainSerial(serial) === plain);
        return { serial: one?.serial ?? plain, lot: one?.lot ?? "" };
      });
    const named = serials.some(({ serial, lot }) =>
      wanted.some((one) => plainSerial(serial) === one || (lot !== "" && plainSerial(lot) === one)),
    );
    // A piece without a lot may be of the lot that is meant.
    const open = serials.length === 0 || serials.some(({ lot }) => lot === "");
    return {
      ...bike,
      serials,
      is: wanted.length === 0 || named ? "named" : open && !everyNumber(serials, wanted, came) ? "perhaps" : "not",
    };
  });
  const order = { named: 0, perhaps: 1, not: 2 } as const;
  return { part: part.name, bikes: rows.sort((a, b) => order[a.is] - order[b.is] || a.number - b.number) };
}

/** Whether all that a notice names are numbers of pieces that came here: then a piece of another number is not meant. */
const everyNumber = (
  serials: readonly { serial: string }[],
  wanted: readonly string[],
  came: readonly { serial: string }[],
): boolean => serials.length > 0 && wanted.every((one) => came.some(({ serial }) => plainSerial(serial) === one));

/** The job in which a finished bike goes on since it was renewed. */
export const laterOf = (db: Knex, jobId: string) => goesOnIn(db, jobId.slice(0, 60));

/** What was ever wrong, by any of these words. */
export const faultsFound = (db: Knex, words: string): Promise<FaultFound[]> => faultsLike(db, words.slice(0, 200), 40);

/** What finished bikes taught, over all of them. */
export async function shopLearned(db: Knex): Promise<Result<ShopLearned>> {
  const [rows, { currency }] = await Promise.all([linesOfFinished(db), houseRules(db)]);
  const bikes = rows.map(({ number, line }) => ({ number, line, faults: line.later }));
  return good({
    bikes: rows.length,
    promises: promisesOver(bikes, bikeKind),
    work: workOver(bikes, bikeKind),
    currency,
    pooled: lessonsPooled(bikes, bikeKind),
    overrides: overridesOver(bikes),
  });
}
