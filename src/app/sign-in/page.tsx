import { redirect } from "next/navigation";
import { SignInScreen } from "@/screens/people/SignInScreen";
import { asksForPeople, whoAsks } from "@/server/who";
import { database } from "@/shop/openShop";
import { hasPeople } from "@/shop/people";

export default async function SignInPage({ searchParams }: { searchParams: Promise<{ to?: string | string[] }> }) {
  const { to } = await searchParams;
  // Only to a place of this bench.
  const next = typeof to === "string" && /^\/(?![/\\])/.test(to) ? to.slice(0, 400) : "/";
  if (!asksForPeople(process.env) || (await whoAsks())) redirect(next);
  return <SignInScreen first={!(await hasPeople(await database()))} next={next} />;
}
