import { tagNumber } from "@/core/units/tagNumber";
import type { Knex } from "knex";
import type { Refusal } from "@/core/job/command";
import type { Job } from "@/core/job/job";
import { plainSerial, sameSerial } from "@/core/supply/serials";
import { loadCatalogue } from "@/data/catalogue";
import { findJob } from "@/data/jobs";
import { fittedOf, type Fitted } from "@/data/fitted";
import { serialsNumbered, serialsOf } from "@/data/purchases";

const bikeOf = ({ jobNumber, customer }: Fitted) => `job ${tagNumber(jobNumber)} of ${customer}`;

/** The bike of another job in which such a piece is already, in words; null where every piece of this job is its own. */
export async function inAnotherBike(db: Knex, { id, serials }: Pick<Job, "id" | "serials">): Promise<string | null> {
  const [clash] = await takenElsewhere(db, { id, serials });
  return clash
    ? `The piece with the number ${clash.serial} is in ${clash.bike} already: look at the label again, or take it out there first.`
    : null;
}

/** Of a job's numbers those that are noted in another bike, and in whose. */
export async function takenElsewhere(db: Knex, { id, serials }: Pick<Job, "id" | "serials">) {
  if (serials.length === 0) return [];
  const others = (await fittedOf(db, [...new Set(serials.map(({ partId }) => partId))])).filter(({ jobId }) => jobId !== id);
  return serials.flatMap(({ partId, serial }) => {
    const other = others.find((one) => one.partId === partId && one.plain === plainSerial(serial));
    return other ? [{ partId, serial, bike: bikeOf(other) }] : [];
  });
}

/** A number that came on another part's label is asked about: the wrong box was scanned, or the delivery was noted wrong. */
export async function cameAsAnother(db: Knex, partId: string, serial: string): Promise<Refusal | null> {
  const came = await serialsNumbered(db, plainSerial(serial));
  const kits = await kitsWith(db, partId);
  if (came.length === 0 || came.some((one) => one.partId === partId || kits.includes(one.partId))) return null;
  const { parts } = await loadCatalogue(db);
  const name = (id: string) => parts.get(id)?.name ?? id;
  const { number, partId: other } = came[0]!;
  return {
    kind: "ask",
    says: `The number ${serial} came with ${number} as ${name(other)}. Is it on the label of ${name(partId)}?`,
    perhaps: null,
    value: 0,
  };
}

/** Kits that a part comes in. */
async function kitsWith(db: Knex, partId: string): Promise<string[]> {
  return (await loadCatalogue(db))
    .ofKind("kit")
    .filter((kit) => kit.spec.contents.some((one) => one.partId === partId))
    .map(({ id }) => id);
}

/** Numbers of a part that came and are in no bike yet, the last that came first. */
export async function numbersToFit(db: Knex, partId: string): Promise<{ serial: string; lot: string; with: string }[]> {
  const came = await serialsOf(db, [partId]);
  const fitted = await fittedOf(db, [partId]);
  return came
    .filter(({ serial }) => !fitted.some(({ plain }) => sameSerial(plain, serial)))
    .map(({ serial, lot, number }) => ({ serial, lot, with: number }))
    .reverse()
    .slice(0, 12);
}

/** A piece of a part that is known by its number: what it came with, and whose bike it is in. */
export type NumberedPiece = {
  readonly serial: string;
  /** Null where it came with no order that is kept. */
  readonly came: { readonly with: string; readonly lot: string; readonly at: string } | null;
  readonly bike: { readonly jobId: string; readonly number: number; readonly customer: string } | null;
};

/** Pieces of a part that came or went into a bike, so many of them, the last that came first. */
export async function numberedPieces(db: Knex, partId: string, most: number): Promise<NumberedPiece[]> {
  const all = (await serialsOf(db, [partId])).reverse();
  const came = all.slice(0, most);
  const fitted = await fittedOf(db, [partId]);
  const unseen = fitted.filter(({ plain }) => !all.some(({ serial }) => sameSerial(plain, serial))).slice(0, most - came.length);
  const jobs = await Promise.all(unseen.map(({ jobId }) => findJob(db, jobId)));
  // As its job has it: what is kept to compare is in capitals.
  const written = ({ plain }: Fitted, at: number) =>
    jobs[at]?.serials.find((one) => one.partId === partId && sameSerial(one.serial, plain))?.serial ?? plain;
  const bike = (one: Fitted | undefined) => (one ? { jobId: one.jobId, number: one.jobNumber, customer: one.customer } : null);
  return [
    ...came.map(({ serial, lot, at, number }) => ({
      serial,
      came: { with: number, lot, at },
      bike: bike(fitted.find(({ plain }) => sameSerial(plain, serial))),
    })),
    ...unseen.map((one, at) => ({ serial: written(one, at), came: null, bike: bike(one) })),
  ];
}
