import { LRUCache } from "lru-cache";
import type { JobView } from "@/core/job/view";
import type { Catalogue } from "@/core/parts/catalogue";
import { oneForAll } from "@/data/oneForAll";
import { packed, unpacked } from "./packed";

/** A view as a thing and as JSON, each made when it is first asked for; and what others hold of the parts that it asked for. */
export type Kept = {
  readonly view: () => JobView;
  readonly json: () => string;
  readonly asked: readonly string[];
  readonly held: string;
};
type Packed = Pick<Kept, "asked" | "held"> & { readonly small: Buffer };
type Views = {
  readonly last: LRUCache<string, Kept>;
  readonly others: LRUCache<string, Packed>;
  /** What each job's view is kept under: one that an edit made old is let go, or the store fills with what nobody asks for again. */
  readonly keys: Map<string, string>;
};

const MOST_AS_THEY_ARE = 64;
/** Of 30 kB each, so some 2,000. */
const MOST_PACKED_BYTES = 64 * 1024 * 1024;

/**
 * What a job comes to depends on the job, the parts, the house's rules, the day and what others hold of the parts it asks for, and on
 * nothing else: it is worked out once for each of these and kept as long as the parts stay as they are, the last ones as they are, what
 * nobody asked for since then packed.
 */
const kept = oneForAll("views", () => new WeakMap<Catalogue, Views>());

function viewsOf(catalogue: Catalogue): Views {
  const known = kept.get(catalogue);
  if (known) return known;
  const keys = new Map<string, string>();
  const others = new LRUCache<string, Packed>({
    maxSize: MOST_PACKED_BYTES,
    sizeCalculation: ({ small }) => small.length + 1,
    dispose: (_small, key, why) => {
      if (why === "evict" && keys.get(jobOf(key)) === key && !last.has(key)) keys.delete(jobOf(key));
    },
  });
  const last = new LRUCache<string, Kept>({
    max: MOST_AS_THEY_ARE,
    dispose: ({ json, asked, held }, key, why) => {
      if (why !== "evict") return;
      void packed(Buffer.from(json())).then((small) => {
        if (keys.get(jobOf(key)) === key) others.set(key, { asked, held, small });
      });
    },
  });
  const views = { last, others, keys };
  kept.set(catalogue, views);
  return views;
}

/** @param stands whether what was kept is still what it was */
export async function knownView(
  catalogue: Catalogue,
  key: string,
  stands: (of: Pick<Kept, "asked" | "held">) => boolean,
): Promise<Kept | undefined> {
  const { last, others } = viewsOf(catalogue);
  const known = last.get(key);
  if (known) return stands(known) ? known : undefined;
  const small = others.get(key);
  if (!small || !stands(small)) return undefined;
  const again = fromElsewhere({ ...small, json: (await unpacked(small.small)).toString() });
  last.set(key, again);
  return again;
}

/** @param key begins with the job's id and a blank */
export function keepView(catalogue: Catalogue, key: string, view: Kept): void {
  const { last, others, keys } = viewsOf(catalogue);
  const old = keys.get(jobOf(key));
  if (old !== undefined && old !== key) {
    last.delete(old);
    others.delete(old);
  }
  keys.set(jobOf(key), key);
  last.set(key, view);
}

const jobOf = (key: string): string => key.slice(0, key.indexOf(" "));

/** A view as it came as JSON, from another thread or packed. */
export const fromElsewhere = ({ json, asked, held }: Pick<Kept, "asked" | "held"> & { readonly json: string }): Kept => ({
  view: once(() => JSON.parse(json) as JobView),
  json: () => json,
  asked,
  held,
});

export function once<T>(make: () => T): () => T {
  let made: { readonly is: T } | null = null;
  return () => (made ??= { is: make() }).is;
}
