import { visitsToCome } from "../logbook/due";
import { accountOf } from "../cost/account";
import type { Currency } from "../parts/part";
import { promiseBound, promiseFigure } from "../promise/promiseText";
import { standing } from "../supply/standing";
import { AFTER_SIGNING } from "../work/signature";
import { givenLines } from "./letters";
import type { JobView } from "./view";

/** What a customer sees of their own job by their link: nothing that the shop pays or earns, nobody's name but theirs, no other job. */
export type CustomerView = {
  readonly shop: { readonly name: string; readonly address: string };
  readonly number: number;
  readonly customer: string;
  readonly bike: string;
  readonly readyBy: string | null;
  /** Where it stands, the first things first: done, or how far. */
  readonly way: readonly { readonly says: string; readonly done: boolean }[];
  /** The sheet as it was last given; null before. */
  readonly sheet: {
    readonly givenAt: string;
    readonly currency: Currency;
    readonly lines: readonly { readonly says: string; readonly quantity: number; readonly totalMinor: number }[];
    /** Labour, carriage, consumables, reserve and tax: what the lines leave of it all. */
    readonly otherMinor: number;
    readonly allInMinor: number;
    /** What they paid so far. */
    readonly paidMinor: number;
  } | null;
  readonly promises: readonly {
    readonly title: string;
    readonly asked: string;
    readonly predicted: string;
    readonly proved: string;
  }[];
  /** Days on which the finished bike is looked at again; empty before it is handed over. */
  readonly handedOver: boolean;
  readonly visits: readonly { readonly when: string; readonly day: string | null; readonly what: string }[];
};

/** A job as its customer may see it. A price is shown as it was given, never as it moves on the bench. */
export function customerView({ job, steps, promises, sheet, shop, work, logbook }: JobView): CustomerView {
  const orders = standing(job.orders);
  const arrived = orders.filter((order) => order.arrived).length;
  const before = steps.filter((step) => !AFTER_SIGNING.has(step.id));
  const ticked = before.filter((step) => job.ticks[step.id]).length;
  const signed = job.signed !== null && work.changed.length === 0;
  const accepted = job.given.findLast(({ answer }) => answer?.how === "accepted");
  const given = accepted ?? job.given.at(-1) ?? null;
  const lines = given === null ? [] : givenLines(given);
  return {
    shop,
    number: job.number,
    customer: job.wish.customer,
    bike: job.wish.bike,
    readyBy: job.wish.readyBy,
    way: [
      { says: "Your wish is taken in", done: true },
      { says: "Your bike is measured", done: Object.keys(job.donor).length > 0 },
      { says: accepted ? "The sheet is given to you, and accepted" : "The sheet is given to you", done: given !== null },
      {
        says: orders.length === 0 ? "Parts are ordered" : `Parts are ordered: ${arrived} of ${orders.length} parcels are here`,
        done: orders.length > 0 && arrived === orders.length,
      },
      {
        says: ticked === 0 ? "Work on your bike" : `Work on your bike: ${ticked} of ${before.length} steps are done`,
        done: before.length > 0 && ticked === before.length,
      },
      { says: "Checked and signed by the workshop", done: signed },
      { says: "Handed over to you", done: job.handed !== null },
    ],
    sheet: given && {
      givenAt: given.at,
      currency: given.currency,
      lines,
      otherMinor: given.allInMinor - lines.reduce((sum, line) => sum + line.totalMinor, 0),
      allInMinor: given.allInMinor,
      paidMinor: accountOf(job.payments, { ...given, depositMinor: 0 }).paidMinor,
    },
    promises: [
      ...promises.filter((promise) => promise.id !== "price"),
      // A ride is reckoned where it is shown: what was predicted of it stands on the sheet's paper.
      { id: "range", title: "Range on your road", asked: job.wish.rangeKm, predicted: null, proved: null },
      { id: "hill", title: "Up your steepest hill", asked: job.wish.hillKmh, predicted: null, proved: null },
    ]
      .filter(({ asked }) => asked !== null)
      .map(({ id, title, asked, predicted, proved }) => ({
        title,
        asked: promiseBound(id) + promiseFigure(id, asked, sheet.currency),
        predicted: predicted === null ? "on your sheet" : promiseFigure(id, predicted, sheet.currency),
        proved: proved === null ? "" : promiseFigure(id, proved, sheet.currency),
      })),
    visits: logbook ? visitsToCome(logbook.built, logbook.visits) : [],
    handedOver: logbook !== null,
  };
}
