import { cookies } from "next/headers";
import { SESSION_COOKIE } from "@/server/who";
import { database } from "@/shop/openShop";
import { signOut } from "@/shop/people";

export async function POST(): Promise<Response> {
  const jar = await cookies();
  await signOut(await database(), jar.get(SESSION_COOKIE)?.value);
  jar.delete(SESSION_COOKIE);
  return Response.json({ done: true });
}
