/** What the gate looks at of a request; header names as they are asked for. */
export type Asked = {
  readonly method: string;
  readonly path: string;
  readonly header: (name: string) => string | null;
};
export type Gate = {
  /** Names and addresses that this shop answers to, small letters, without a port. */
  readonly hosts: ReadonlySet<string>;
};
export type Refusal = { readonly status: 403 | 421; readonly says: string };

export const LOOPBACK = ["localhost", "127.0.0.1", "[::1]"];
const EVERYWHERE = new Set(["0.0.0.0", "::", "[::]"]);

/** A host without its port: `127.0.0.1:4170`, `[::1]:4170`, `bench.local`. */
export const bare = (host: string): string =>
  host
    .trim()
    .toLowerCase()
    .replace(/(?<!:):\d+$/, "")
    .replace(/\.$/, "");

/**
 * The names that a shop is asked by: this machine's own, the address that it listens on, and those it is told of.
 * @param listens HOST; where that is every address of the machine, `addresses` are those
 * @param told GULL_HOSTS, names with commas between
 */
export function gateOf(listens: string | undefined, told: string | undefined, addresses: readonly string[]): Gate {
  const own = EVERYWHERE.has(listens ?? "") ? addresses.map((one) => (one.includes(":") ? `[${one}]` : one)) : [listens ?? ""];
  const named = (told ?? "").split(",");
  return { hosts: new Set([...LOOPBACK, ...own, ...named].map(bare).filter((one) => one !== "")) };
}

const READS = new Set(["GET", "HEAD"]);

/**
 * Why a request is not let in, or null. A name that is not this shop's may be any page's in the world that was led here; what another
 * page asks for, by a picture or a form, is not asked by whoever sits at the bench. A link that is followed is.
 */
export function refusalOf({ method, path, header }: Asked, { hosts }: Gate): Refusal | null {
  const host = header("host") ?? "";
  if (!hosts.has(bare(host)))
    return {
      status: 421,
      says: `This bench does not answer to the name ${host.slice(0, 80) || "of nothing"}. Who runs it may add the name to GULL_HOSTS.`,
    };
  const foreign: Refusal = { status: 403, says: "Asked for by a page that is not this bench's: nothing was done." };
  const site = header("sec-fetch-site");
  const origin = header("origin");
  const ownOrigin = origin === null || originHost(origin) === host.toLowerCase();
  const reads = READS.has(method);
  if (!reads || path.startsWith("/api/")) {
    if (!ownOrigin || (site !== null && site !== "same-origin" && site !== "none")) return foreign;
    return null;
  }
  const followed = header("sec-fetch-mode") === "navigate" && header("sec-fetch-dest") === "document";
  return site === "cross-site" && !followed ? foreign : null;
}

function originHost(origin: string): string | null {
  try {
    return new URL(origin).host.toLowerCase();
  } catch {
    return null;
  }
}

/** What a page of this shop may load: its own, and scripts that carry this answer's own word. Styles are written by the components. */
export const policyFor = (nonce: string, dev: boolean): string =>
  [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${dev ? " 'unsafe-eval'" : ""}`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self' data:",
    "connect-src 'self'",
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join("; ");

/** Heard only by a browser that trusts the way here: this machine, or a sealed one. Others complain of it. */
export const OPENER_GUARD = ["Cross-Origin-Opener-Policy", "same-origin"] as const;
export const isTrusted = (host: string | null, proto: string | null): boolean =>
  proto === "https" || LOOPBACK.includes(bare(host ?? ""));

/** Stand on every answer. */
export const GUARDS: Readonly<Record<string, string>> = {
  "X-Content-Type-Options": "nosniff",
  "X-Frame-Options": "DENY",
  "Referrer-Policy": "same-origin",
  "Cross-Origin-Resource-Policy": "same-origin",
  // Nothing of a shop is for a search engine.
  "X-Robots-Tag": "noindex, nofollow",
  "Permissions-Policy": "geolocation=(), microphone=(), payment=(), usb=()",
};
