import { z } from "zod";
import { formatMoney } from "../money/money";
import { text } from "../record";
import { bad, good, type Result } from "../result";
import { formatDay } from "../units/date";
import { orderedPieces } from "./pieces";
import type { Purchase } from "./purchaseSchema";
import { DAY_MS } from "../units/days";

const place = z.int().min(0).max(500);
const head = {
  /** Counts up within a supplier; what was heard once is not heard again. */
  seq: z.int().min(1).max(1_000_000_000),
  order: text(20).min(1),
};

/** What a supplier's order desk says of an order. */
export const newsSchema = z.discriminatedUnion("what", [
  z.strictObject({ ...head, what: z.literal("acknowledged"), theirNumber: text(40) }),
  z.strictObject({ ...head, what: z.literal("confirmed"), day: z.iso.date() }),
  z.strictObject({ ...head, what: z.literal("delayed"), day: z.iso.date(), why: text(200) }),
  z.strictObject({ ...head, what: z.literal("price"), line: place, packPriceMinor: z.int().min(1).max(100_000_00) }),
  z.strictObject({
    ...head,
    what: z.literal("shipped"),
    parcel: text(40),
    lines: z
      .array(z.strictObject({ line: place, pieces: z.int().min(1).max(100_000) }))
      .min(1)
      .max(500),
  }),
  z.strictObject({ ...head, what: z.literal("refused"), why: text(200) }),
]);
export type News = z.output<typeof newsSchema>;
/** News as they come: an answer of a desk, many at most. */
export const newsListSchema = z.array(z.unknown()).max(1_000);

const MOST_DAYS = 400;

/** News of an order that are kept: a desk that never stops talking fills no shop. What it said first goes first. */
const MOST_NEWS = 200;

/**
 * Takes in what a supplier says of an order. A day moves the day on which it is due; nothing else of the order is changed by what
 * somebody outside says: a price is told, and what is shipped is not here yet. The order's version stays, so that whoever counts what
 * came is not disturbed.
 *
 * @returns the order with the news kept, and what is told; `says` empty where it was heard before. Or why it cannot be meant.
 */
export function hear(
  purchase: Purchase,
  news: News,
  { at }: { readonly at: string },
): Result<{ readonly purchase: Purchase; readonly says: string }> {
  if (purchase.news.some((one) => one.seq === news.seq)) return good({ purchase, says: "" });
  const read = readNews(purchase, news);
  if (!read.ok) return read;
  const { says, dueDay = purchase.dueDay, bad: red = false } = read.value;
  return good({
    purchase: {
      ...purchase,
      dueDay,
      news: [...purchase.news.slice(1 - MOST_NEWS), { seq: news.seq, at, what: news.what, says, red }],
    },
    says: `${purchase.number}: ${says}`,
  });
}

/** The same by telephone: somebody was told the day on which an order comes. */
export function comesOn(
  purchase: Purchase,
  { day, why, at }: { readonly day: string; readonly why: string; readonly at: string },
): Result<{ readonly purchase: Purchase; readonly says: string }> {
  if (purchase.closed) return bad(`${purchase.number} is closed: ${purchase.closed.how}.`);
  const what = day > purchase.dueDay ? ("delayed" as const) : ("confirmed" as const);
  const read = readNews(purchase, { seq: BY_HAND, order: purchase.number, what, day, why } as News);
  if (!read.ok) return read;
  const { says, bad: red = false } = read.value;
  return good({
    purchase: {
      ...purchase,
      dueDay: day,
      news: [...purchase.news.slice(1 - MOST_NEWS), { seq: BY_HAND, at, what, says, red }],
    },
    says: `${purchase.number}: ${says}`,
  });
}
/** News that came by no desk have no number of theirs. */
const BY_HAND = 0;

type Heard = { readonly says: string; readonly dueDay?: string; readonly bad?: boolean };

function readNews(purchase: Purchase, news: News): Result<Heard> {
  const nonsense = (why: string): Result<Heard> =>
    bad(`What ${purchase.supplierName} says of ${purchase.number} cannot be meant: ${why}. Nothing was taken in; ask them.`);
  switch (news.what) {
    case "acknowledged":
      return good({ says: `they have it${news.theirNumber && `, their number ${news.theirNumber}`}` });
    case "confirmed":
    case "delayed": {
      const away = (Date.parse(news.day) - Date.parse(purchase.placed.at.slice(0, 10))) / DAY_MS;
      if (away < 0) return nonsense(`it comes on ${formatDay(news.day)}, before it was ordered`);
      if (away > MOST_DAYS)
        return nonsense(`it comes on ${formatDay(news.day)}, more than ${MOST_DAYS} days after it was ordered`);
      const late = news.day > purchase.dueDay;
      const why = news.what === "delayed" && news.why ? `: ${news.why}` : "";
      return good({
        says: `${news.what === "delayed" ? "delayed, it" : "it"} comes on ${formatDay(news.day)}${news.day === purchase.dueDay ? ", as thought" : `, thought was ${formatDay(purchase.dueDay)}`}${why}`,
        dueDay: news.day,
        bad: late,
      });
    }
    case "price": {
      const line = purchase.lines[news.line];
      if (!line) return nonsense("there is no such line");
      const more = news.packPriceMinor - line.packPriceMinor;
      return good({
        says: `${line.name} is ${formatMoney(news.packPriceMinor, line.offerCurrency)} a pack now, ordered at ${formatMoney(line.packPriceMinor, line.offerCurrency)}: ${more > 0 ? "accept it by noting their bill, or call the order off" : "look at their invoice"}`,
        bad: more > 0,
      });
    }
    case "shipped": {
      const seen = new Set<number>();
      for (const { line, pieces } of news.lines) {
        const ordered = purchase.lines[line];
        if (!ordered) return nonsense("there is no such line");
        if (seen.has(line)) return nonsense(`${ordered.name} stands there twice`);
        seen.add(line);
        if (pieces > orderedPieces(ordered))
          return nonsense(`${pieces} × ${ordered.name} are shipped, ${orderedPieces(ordered)} were ordered`);
      }
      return good({
        says: `on its way${news.parcel && `, parcel ${news.parcel}`}: ${news.lines.map(({ line, pieces }) => `${pieces} × ${purchase.lines[line]!.name}`).join(", ")}`.slice(
          0,
          400,
        ),
      });
    }
    case "refused":
      return good({ says: `they do not take it: ${news.why || "no reason given"}. Call it off and buy elsewhere`, bad: true });
  }
}
