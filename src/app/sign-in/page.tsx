import { redirect } from "next/navigation";
import { SignInScreen } from "@/screens/people/SignInScreen";
import { asksForPeople, placeAfter, whoAsks } from "@/server/who";
import { database } from "@/shop/openShop";
import { hasPeople } from "@/shop/people";

export default async function SignInPage({ searchParams }: { searchParams: Promise<{ to?: string | string[] }> }) {
  const { to } = await searchParams;
  const next = placeAfter(to);
  if (!asksForPeople(process.env) || (await whoAsks())) redirect(next);
  return <SignInScreen first={!(await hasPeople(await database()))} next={next} />;
}
