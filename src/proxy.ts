import { networkInterfaces } from "node:os";
import { NextResponse, type NextRequest } from "next/server";
import { asksForPeople, isWayIn, SESSION_COOKIE, whoHolds } from "./server/who";
import { gateOf, GUARDS, isTrusted, OPENER_GUARD, policyFor, refusalOf } from "./server/gate";

const addresses = Object.values(networkInterfaces()).flatMap((all) => (all ?? []).map(({ address }) => address));
const gate = gateOf(process.env.HOST, process.env.GULL_HOSTS, addresses);

const signsIn = asksForPeople(process.env);

/** Stands before every page, action and route: who may ask, and what their browser may do with the answer. */
export async function proxy(request: NextRequest): Promise<NextResponse> {
  const { pathname } = request.nextUrl;
  const refusal = refusalOf({ method: request.method, path: pathname, header: (name) => request.headers.get(name) }, gate);
  if (refusal) return guarded(request, NextResponse.json({ error: refusal.says }, { status: refusal.status }));
  if (signsIn && !isWayIn(request.method, pathname) && (await whoHolds(request.cookies.get(SESSION_COOKIE)?.value)) === undefined)
    return guarded(request, toSignIn(request));
  if (pathname.startsWith("/api/")) return guarded(request, NextResponse.next(), "frame-ancestors 'none'");
  const policy = policyFor(btoa(crypto.randomUUID()), process.env.NODE_ENV !== "production");
  // The pages' own scripts read their word from the request's policy.
  const headers = new Headers(request.headers);
  headers.set("Content-Security-Policy", policy);
  return guarded(request, NextResponse.next({ request: { headers } }), policy);
}

/** A page that is asked for comes after signing in; anything else is told that nobody is signed in. */
function toSignIn(request: NextRequest): NextResponse {
  const { pathname, search } = request.nextUrl;
  const page = request.method === "GET" && !pathname.startsWith("/api/") && !request.headers.has("rsc");
  if (!page) return NextResponse.json({ error: "Sign in first: nothing was done." }, { status: 401 });
  const way = request.nextUrl.clone();
  way.pathname = "/sign-in";
  way.search = pathname === "/" ? "" : `?${new URLSearchParams({ to: pathname + search })}`;
  return NextResponse.redirect(way);
}

function guarded(request: NextRequest, answer: NextResponse, policy?: string): NextResponse {
  for (const [name, value] of Object.entries(GUARDS)) answer.headers.set(name, value);
  if (isTrusted(request.headers.get("host"), request.headers.get("x-forwarded-proto"))) answer.headers.set(...OPENER_GUARD);
  if (policy) answer.headers.set("Content-Security-Policy", policy);
  return answer;
}

// What never changes and holds nothing of the shop goes by itself.
export const config = { matcher: ["/((?!_next/static|icon.svg|favicon.ico).*)"] };
