import { cookies } from "next/headers";
import { may, notTheirs, type Deed, type Who } from "@/core/people/roles";
import { whoHas } from "@/shop/people";
import { database } from "@/shop/openShop";
import { bare, LOOPBACK } from "./gate";

export const SESSION_COOKIE = "gull-session";

/**
 * Whether people sign in: wherever the shop listens on more than its own machine, or answers to a name that leads there from outside.
 * @param env HOST, GULL_HOSTS; GULL_SIGN_IN=1 asks on the own machine too
 */
export function asksForPeople(env: Readonly<Record<string, string | undefined>>): boolean {
  const own = (host: string) => ["", "::1", ...LOOPBACK].includes(bare(host));
  return env.GULL_SIGN_IN === "1" || !own(env.HOST ?? "") || (env.GULL_HOSTS ?? "").split(",").some((host) => !own(host.trim()));
}

/** What is open to everybody where people sign in: the way in, and what one looks at by an address that nobody guesses: a customer's own page, a calendar. */
export const isWayIn = (method: string, path: string): boolean =>
  method === "POST"
    ? path === "/api/sign-in"
    : (method === "GET" || method === "HEAD") &&
      (path === "/sign-in" || /^\/(for\/[^/]+(\/hand-over\.pdf)?|calendar\/[^/]+)$/.test(path));

export const whoHolds = async (token: string | undefined): Promise<Who | undefined> =>
  (await whoHas(await database(), token, new Date().toISOString())) ?? undefined;

/** Where somebody goes after signing in: a place of this bench, else its first page. What a browser leaves out of an address is none. */
export const placeAfter = (to: unknown): string =>
  typeof to === "string" && /^\/(?!\/)[!-[\]-~]*$/.test(to) ? to.slice(0, 400) : "/";

/** A refusal for whoever may not do this by a route; null for who may. */
export async function refuseOthers(deed: Deed): Promise<Response | null> {
  const who = await whoAsks();
  if (who === undefined) return Response.json({ error: "Sign in first: nothing was done." }, { status: 401 });
  return may(who, deed) ? null : Response.json({ error: notTheirs(who!, deed) }, { status: 403 });
}

/** Who asks: null at an open bench; undefined where people sign in and nobody has. */
export async function whoAsks(): Promise<Who | undefined> {
  if (!asksForPeople(process.env)) return null;
  return whoHolds((await cookies()).get(SESSION_COOKIE)?.value);
}
