import { cookies } from "next/headers";
import { readJson } from "@/server/readBody";
import { SESSION_COOKIE } from "@/server/who";
import { database } from "@/shop/openShop";
import { LONGEST_DAYS, signIn, signInWithKey } from "@/shop/people";

const MOST_BYTES = 2_000;

/** Signs in by name and PIN or password, or, with the owner's key, makes an owner; the session is in a cookie that no script reads. */
export async function POST(request: Request): Promise<Response> {
  const body = await readJson(request, MOST_BYTES);
  if (!body.ok) return Response.json({ error: body.error }, { status: 400 });
  const [db, now] = [await database(), new Date().toISOString()];
  const machine = request.headers.get("user-agent") ?? "";
  const withKey = typeof body.value === "object" && body.value !== null && "key" in body.value;
  const made = await (withKey ? signInWithKey : signIn)(db, body.value, machine, now);
  // Asked and answered, as a refusal of an action is: no fault of the page.
  if (!made.ok) return Response.json({ error: made.error });
  (await cookies()).set(SESSION_COOKIE, made.value.token, {
    httpOnly: true,
    sameSite: "lax",
    // A workshop's own net has no certificate; behind one, the cookie never goes without.
    secure: request.headers.get("x-forwarded-proto") === "https" || new URL(request.url).protocol === "https:",
    path: "/",
    maxAge: LONGEST_DAYS * 86_400,
  });
  return Response.json({ name: made.value.name, role: made.value.role });
}
