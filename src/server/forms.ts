import { randomUUID } from "node:crypto";
import { LRUCache } from "lru-cache";
import { oneForAll } from "@/data/oneForAll";

/** What differs from one answer to the next of the same page: the word of its scripts, the job's id, and what it shows. */
export type Blank = "word" | "id" | "sent";

type Cut = readonly (Buffer | Blank)[];

/** A page as it was rendered once, with blanks for what differs. */
export type Form = {
  readonly status: number;
  readonly body: Cut;
  readonly headers: readonly (readonly [name: string, value: Cut])[];
};

/** Carried by a request of the server to itself, which wants a form. As in the way there (next.config). */
export const TICKET = "x-gull-ticket";
const given = oneForAll("tickets", () => new Set<string>());

/** Whether this server itself asks, and for a form. */
export const wantsForm = (ticket: string | null): boolean => ticket !== null && given.has(ticket);

/** Stand where a job's id and what the page shows will be: nobody else writes them, for they are made up when the server starts. */
export const MARKS = oneForAll("marks", () => ({ id: `id-${randomUUID()}`, sent: `sent-${randomUUID()}` }));

/** What a page shows stands in its block alone; what else the page's scripts say of that block is not shown, and stays as it is. */
const inBlock = (json: string): string => `>${json}<`;

/** The word that a page's own scripts carry, in its policy. */
export const wordIn = (policy: string | null): string | null => /'nonce-([^']+)'/.exec(policy ?? "")?.[1] ?? null;

/** @returns the text cut wherever a mark stands, with the blank's name there; a mark has no letter of more than one byte */
export function cutAt(whole: Buffer, marks: Readonly<Record<Blank, string>>): Cut {
  const found = (Object.keys(marks) as Blank[]).flatMap((blank) => placesOf(whole, marks[blank]).map((at) => ({ blank, at })));
  const pieces: (Buffer | Blank)[] = [];
  let from = 0;
  for (const { blank, at } of found.sort((a, b) => a.at - b.at)) {
    pieces.push(whole.subarray(from, at), blank);
    from = at + marks[blank].length;
  }
  return [...pieces, whole.subarray(from)];
}

function placesOf(whole: Buffer, mark: string): number[] {
  const places: number[] = [];
  for (let at = whole.indexOf(mark); at >= 0; at = whole.indexOf(mark, at + mark.length)) places.push(at);
  return places;
}

const filled = (cut: Cut, put: Readonly<Record<Blank, Buffer>>): Buffer =>
  Buffer.concat(cut.map((piece) => (typeof piece === "string" ? put[piece] : piece)));

/** @param sent JSON; nothing in it ends the block of the page that it stands in */
export function filledIn({ body, headers, status }: Form, { word, id, sent }: Readonly<Record<Blank, string>>): Response {
  const put = { word: Buffer.from(word), id: Buffer.from(id), sent: Buffer.from(inBlock(sent.replaceAll("<", "\\u003c"))) };
  return new Response(new Uint8Array(filled(body, put)), {
    status,
    headers: headers.map(([name, value]): [string, string] => [name, filled(value, put).toString()]),
  });
}

/** What of an answer goes with the page; the rest is put on every answer anew. */
const KEPT_HEADERS = ["content-type", "cache-control", "link", "location"];

/** Asks this server itself for a page: to be filled in, or as it is, where the page itself has to say what there is not. */
export async function rendered(path: string, cookie: string | null, wants: "form" | "page"): Promise<Form> {
  const ticket = randomUUID();
  if (wants === "form") given.add(ticket);
  try {
    const answer = await fetch(ownAddress(process.env) + path, {
      // What goes to this server itself need not be made small and large again.
      headers: { [TICKET]: ticket, "accept-encoding": "identity", ...(cookie !== null && { cookie }) },
      redirect: "manual",
    });
    const marks = {
      id: MARKS.id,
      sent: inBlock(MARKS.sent),
      word: wordIn(answer.headers.get("content-security-policy")) ?? randomUUID(),
    };
    const headers = KEPT_HEADERS.flatMap((name) => {
      const value = answer.headers.get(name);
      return value === null ? [] : [[name, cutAt(Buffer.from(value), marks)] as const];
    });
    return { status: answer.status, body: cutAt(Buffer.from(await answer.arrayBuffer()), marks), headers };
  } finally {
    given.delete(ticket);
  }
}

const EVERYWHERE = ["", "0.0.0.0", "::", "[::]"];

/** Where this server listens, asked from its own machine. */
export function ownAddress({ HOST = "", PORT = "" }: Readonly<Record<string, string | undefined>>): string {
  const host = EVERYWHERE.includes(HOST) ? "127.0.0.1" : HOST.includes(":") && !HOST.startsWith("[") ? `[${HOST}]` : HOST;
  return `http://${host}:${PORT}`;
}

/** Forms for all that they depend on: rendered once; the one that nobody asked for the longest goes. */
export class KeptForms {
  /** Several who ask at once wait for one rendering. */
  private readonly forms: LRUCache<string, Promise<Form>>;

  constructor(most: number) {
    this.forms = new LRUCache({ max: most });
  }

  async ask(of: string, render: () => Promise<Form>): Promise<Form> {
    const known = this.forms.get(of);
    if (known) return known;
    const form = render();
    this.forms.set(of, form);
    const whole = await form.then(
      ({ status }) => status === 200,
      // Who asked is told why.
      () => false,
    );
    if (!whole && this.forms.peek(of) === form) this.forms.delete(of);
    return form;
  }
}

/** Of some 30 kB each: ten stages, as many as are pointed at in them, for whoever is signed in. */
export const keptForms = new KeptForms(500);
