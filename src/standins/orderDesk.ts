import { createServer, type IncomingMessage, type Server, type ServerResponse } from "node:http";
import { daysAfter } from "@/core/units/days";

/**
 * A supplier's order desk to try a shop with, on this machine alone: it takes orders over HTTP and says what becomes of them. Of our own
 * making, imitating nobody's: `POST /orders` with an `Idempotency-Key`, `GET /news?since=N`, described in docs/order-desk.md.
 */
export type DeskManner = {
  /** The first so many requests are answered with 503: it is down for a while. */
  readonly downFor: number;
  /** Every so many-th answer comes after this many milliseconds; 0 of either: never. */
  readonly lateEvery: number;
  readonly lateMs: number;
  /** Every so many-th order is delayed, by so many days. */
  readonly delayEvery: number;
  readonly delayDays: number;
  /** Every so many-th order's first line costs a tenth more. */
  readonly dearerEvery: number;
  /** Every so many-th order is not taken. */
  readonly refuseEvery: number;
};
export const PLAIN_DESK: DeskManner = {
  downFor: 0,
  lateEvery: 0,
  lateMs: 0,
  delayEvery: 0,
  delayDays: 0,
  dearerEvery: 0,
  refuseEvery: 0,
};
/** One that does all that a desk may do to a shop. */
export const ODD_DESK: DeskManner = {
  downFor: 1,
  lateEvery: 5,
  lateMs: 6_000,
  delayEvery: 2,
  delayDays: 6,
  dearerEvery: 3,
  refuseEvery: 7,
};

type Line = { packs: number; packSize: number; packPriceMinor: number };
type Order = { order: string; wantedBy: string; lines: Line[] };
type News = { seq: number; order: string; what: string } & Record<string, unknown>;

const MOST_BYTES = 1_000_000;

/** How many orders it has, for who looks at it from a test. */
export type Desk = { readonly server: Server; readonly orders: ReadonlyMap<string, Order>; readonly news: readonly News[] };

/** Opens a desk that listens nowhere yet. */
export function openDesk(manner: DeskManner = PLAIN_DESK): Desk {
  const orders = new Map<string, Order>();
  const news: News[] = [];
  let asked = 0;
  const say = (order: string, what: string, more: object) => void news.push({ seq: news.length + 1, order, what, ...more });
  const every = (n: number, count: number) => n > 0 && count % n === 0;

  /** What becomes of an order, all of it at once: a shop hears it as it asks. */
  const takeUp = (order: Order) => {
    const count = orders.size;
    if (every(manner.refuseEvery, count)) return say(order.order, "refused", { why: "sold out" });
    say(order.order, "acknowledged", { theirNumber: `D${String(1_000 + count)}` });
    say(order.order, "confirmed", { day: order.wantedBy });
    if (every(manner.dearerEvery, count) && order.lines[0])
      say(order.order, "price", { line: 0, packPriceMinor: Math.ceil(order.lines[0].packPriceMinor * 1.1) });
    if (every(manner.delayEvery, count)) {
      const day = daysAfter(order.wantedBy, manner.delayDays);
      say(order.order, "delayed", { day, why: "a container is late" });
    }
    const pieces = order.lines.map((line, i) => ({ line: i, pieces: line.packs * line.packSize }));
    // In two parcels where there are two lines or more.
    const first = pieces.slice(0, Math.ceil(pieces.length / 2));
    if (first.length > 0) say(order.order, "shipped", { parcel: `P${count}A`, lines: first });
    if (first.length < pieces.length) say(order.order, "shipped", { parcel: `P${count}B`, lines: pieces.slice(first.length) });
  };

  const answer = async (request: IncomingMessage, response: ServerResponse): Promise<void> => {
    asked += 1;
    const send = (status: number, body: unknown) => {
      response.writeHead(status, { "content-type": "application/json" });
      response.end(JSON.stringify(body));
    };
    if (asked <= manner.downFor) return send(503, { error: "closed for a moment" });
    const url = new URL(request.url ?? "/", "http://desk");
    if (request.method === "GET" && url.pathname === "/news") {
      const since = Number(url.searchParams.get("since") ?? 0);
      return send(200, Number.isFinite(since) ? news.filter((one) => one.seq > since).slice(0, 200) : []);
    }
    if (request.method !== "POST" || url.pathname !== "/orders") return send(404, { error: "no such thing here" });
    const key = request.headers["idempotency-key"];
    if (typeof key !== "string" || key === "") return send(400, { error: "an order wants an Idempotency-Key" });
    const order = await read(request);
    if (!order) return send(400, { error: "that is no order" });
    const known = orders.get(key);
    if (!known) {
      orders.set(key, order);
      takeUp(order);
    }
    // Taken up first, answered late: whoever gave the answer up has ordered all the same.
    if (every(manner.lateEvery, asked)) await new Promise((resolve) => setTimeout(resolve, manner.lateMs).unref());
    return send(known ? 200 : 201, { order: order.order });
  };

  const server = createServer((request, response) => {
    answer(request, response).catch(() => {
      if (!response.headersSent) response.writeHead(500);
      response.end();
    });
  });
  return { server, orders, news };
}

async function read(request: IncomingMessage): Promise<Order | null> {
  const parts: Buffer[] = [];
  let bytes = 0;
  for await (const part of request as AsyncIterable<Buffer>) {
    bytes += part.length;
    if (bytes > MOST_BYTES) return null;
    parts.push(part);
  }
  try {
    const raw = JSON.parse(Buffer.concat(parts).toString("utf8")) as Order;
    const sound =
      typeof raw.order === "string" &&
      /^\d{4}-\d{2}-\d{2}$/.test(raw.wantedBy) &&
      Array.isArray(raw.lines) &&
      raw.lines.every((line) =>
        [line.packs, line.packSize, line.packPriceMinor].every((one) => Number.isSafeInteger(one) && one >= 0),
      );
    return sound ? raw : null;
  } catch {
    return null;
  }
}
