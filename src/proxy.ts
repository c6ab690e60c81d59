import { networkInterfaces } from "node:os";
import { NextResponse, type NextRequest } from "next/server";
import { gateOf, GUARDS, policyFor, refusalOf } from "./server/gate";

const addresses = Object.values(networkInterfaces()).flatMap((all) => (all ?? []).map(({ address }) => address));
const gate = gateOf(process.env.HOST, process.env.GULL_HOSTS, addresses);

/** Stands before every page, action and route: who may ask, and what their browser may do with the answer. */
export function proxy(request: NextRequest): NextResponse {
  const { pathname } = request.nextUrl;
  const refusal = refusalOf({ method: request.method, path: pathname, header: (name) => request.headers.get(name) }, gate);
  if (refusal) return guarded(NextResponse.json({ error: refusal.says }, { status: refusal.status }));
  if (pathname.startsWith("/api/")) return guarded(NextResponse.next(), "frame-ancestors 'none'");
  const policy = policyFor(btoa(crypto.randomUUID()), process.env.NODE_ENV !== "production");
  // The pages' own scripts read their word from the request's policy.
  const headers = new Headers(request.headers);
  headers.set("Content-Security-Policy", policy);
  return guarded(NextResponse.next({ request: { headers } }), policy);
}

function guarded(answer: NextResponse, policy?: string): NextResponse {
  for (const [name, value] of Object.entries(GUARDS)) answer.headers.set(name, value);
  if (policy) answer.headers.set("Content-Security-Policy", policy);
  return answer;
}

// What never changes and holds nothing of the shop goes by itself.
export const config = { matcher: ["/((?!_next/static|_next/image|icon.svg).*)"] };
