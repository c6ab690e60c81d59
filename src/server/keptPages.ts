import { randomUUID } from "node:crypto";
import { LRUCache } from "lru-cache";
import { packed, unpacked } from "@/shop/packed";
import { oneForAll } from "@/data/oneForAll";

/** A page as it was rendered once, without the word that its scripts carry: cut wherever that stood. */
export type Page = {
  readonly status: number;
  readonly body: readonly Buffer[];
  readonly headers: readonly (readonly [name: string, value: readonly string[]])[];
};

/** The same, packed, with the lengths of its pieces. */
type Packed = Omit<Page, "body"> & { readonly lengths: readonly number[]; readonly small: Buffer };

/** Carried by a request of the server to itself: what its page shows is handed over under it. As in the way there (next.config). */
export const TICKET = "x-gull-ticket";
const handed = oneForAll("handed", () => new Map<string, string>());

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
      // What goes to this server itself need not be made small and large again.
      headers: { [TICKET]: ticket, "accept-encoding": "identity", ...(cookie !== null && { cookie }) },
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

/** Cut where it was cut before. */
async function whole({ small, lengths, status, headers }: Packed): Promise<Page> {
  const all = await unpacked(small);
  let from = 0;
  return { status, headers, body: lengths.map((length) => all.subarray(from, (from += length))) };
}

async function small({ body, status, headers }: Page): Promise<Packed> {
  return { small: await packed(Buffer.concat(body)), lengths: body.map(({ length }) => length), status, headers };
}

/** Pages for all that they depend on: rendered once, kept packed as long as there is room; the one that nobody asked for the longest goes. */
export class KeptPages {
  private readonly pages: LRUCache<string, Packed>;
  /** Several who ask at once wait for one rendering; nobody waits for its packing. */
  private readonly underWay = new Map<string, { readonly page: Promise<Page>; readonly kept: Promise<void> }>();

  constructor(mostBytes: number) {
    this.pages = new LRUCache({ maxSize: mostBytes, sizeCalculation: ({ small }) => small.length + 1 });
  }

  async ask(of: string, render: () => Promise<Page>): Promise<Page> {
    const known = this.pages.get(of);
    if (known) return whole(known);
    const before = this.underWay.get(of);
    if (before) return before.page;
    const page = render();
    const kept = page
      .then(async (page) => {
        if (page.status === 200) this.pages.set(of, await small(page));
      })
      // Who asked is told why.
      .catch(() => undefined)
      .finally(() => this.underWay.delete(of));
    this.underWay.set(of, { page, kept });
    return page;
  }

  /** Once all is kept that was asked for until now. */
  settled = async (): Promise<void> => void (await Promise.all([...this.underWay.values()].map(({ kept }) => kept)));
}

/** 3,500 pages or so. */
export const keptPages = new KeptPages(160 * 1024 * 1024);
