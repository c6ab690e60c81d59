import { randomUUID } from "node:crypto";
import { LRUCache } from "lru-cache";

/** A page as it was rendered once, without the word that its scripts carry: cut wherever that stood. */
export type Page = {
  readonly status: number;
  readonly body: readonly Buffer[];
  readonly headers: readonly (readonly [name: string, value: readonly string[]])[];
};

/** Together they are so large at most; the one that nobody asked for the longest goes. */
const MOST_BYTES = 96 * 1024 * 1024;
const pages = new LRUCache<string, Page>({
  maxSize: MOST_BYTES,
  sizeCalculation: ({ body }) => body.reduce((bytes, piece) => bytes + piece.length, 1),
});

/** Carried by a request of the server to itself: what its page shows is handed over under it. As in the way there (next.config). */
export const TICKET = "x-gull-ticket";
const holder = globalThis as unknown as { gullHanded?: Map<string, string> };
const handed = (holder.gullHanded ??= new Map());

/** What was handed over for this page; undefined where the page has to look for itself. */
export const handedOver = (ticket: string | null): string | undefined => (ticket === null ? undefined : handed.get(ticket));

/** The word that a page's own scripts carry, in its policy. */
export const wordIn = (policy: string | null): string | null => /'nonce-([^']+)'/.exec(policy ?? "")?.[1] ?? null;

/** @returns the pieces between; all of it where the mark is not in it */
export function cutAt(whole: Buffer, mark: string): Buffer[] {
  const pieces: Buffer[] = [];
  let from = 0;
  for (let at = whole.indexOf(mark); at >= 0; at = whole.indexOf(mark, from)) {
    pieces.push(whole.subarray(from, at));
    from = at + mark.length;
  }
  return [...pieces, whole.subarray(from)];
}

/** A page with the word of this one answer in it. */
export function withWord({ body, headers, status }: Page, word: string): Response {
  const mark = Buffer.from(word);
  const whole = Buffer.concat(body.flatMap((piece, i) => (i === 0 ? [piece] : [mark, piece])));
  return new Response(whole, { status, headers: headers.map(([name, value]): [string, string] => [name, value.join(word)]) });
}

/** What of an answer goes with the page; the rest is put on every answer anew. */
const KEPT_HEADERS = ["content-type", "cache-control", "link", "location"];

/** Asks this server itself for a page. @param sent what it shows; null where it has to look for itself */
export async function rendered(path: string, cookie: string | null, sent: string | null): Promise<Page> {
  const ticket = randomUUID();
  if (sent !== null) handed.set(ticket, sent);
  try {
    const answer = await fetch(ownAddress(process.env) + path, {
      headers: { [TICKET]: ticket, ...(cookie !== null && { cookie }) },
      redirect: "manual",
    });
    const word = wordIn(answer.headers.get("content-security-policy")) ?? randomUUID();
    const body = cutAt(Buffer.from(await answer.arrayBuffer()), word);
    const headers = KEPT_HEADERS.flatMap((name) => {
      const value = answer.headers.get(name);
      return value === null ? [] : [[name, value.split(word)] as const];
    });
    return { status: answer.status, body, headers };
  } finally {
    handed.delete(ticket);
  }
}

const EVERYWHERE = ["", "0.0.0.0", "::", "[::]"];

/** Where this server listens, asked from its own machine. */
export function ownAddress({ HOST = "", PORT = "" }: Readonly<Record<string, string | undefined>>): string {
  const host = EVERYWHERE.includes(HOST) ? "127.0.0.1" : HOST.includes(":") && !HOST.startsWith("[") ? `[${HOST}]` : HOST;
  return `http://${host}:${PORT}`;
}

/** A page for all that it depends on: rendered once, kept as long as there is room. */
export async function keptPage(of: string, render: () => Promise<Page>): Promise<Page> {
  const known = pages.get(of);
  if (known) return known;
  const page = await render();
  if (page.status === 200) pages.set(of, page);
  return page;
}
