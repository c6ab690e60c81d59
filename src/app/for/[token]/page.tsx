import type { Metadata } from "next";
import { CustomerScreen } from "@/screens/people/CustomerScreen";
import { openLink } from "@/shop/customerLinks";
import { database } from "@/shop/openShop";

export const metadata: Metadata = { title: "Your bicycle", robots: { index: false, follow: false }, referrer: "no-referrer" };

/** A customer's own job, to look at; nothing else of the shop is reached from here. */
export default async function CustomerPage({ params }: { params: Promise<{ token: string }> }) {
  return <CustomerScreen view={await openLink(await database(), (await params).token, new Date().toISOString())} />;
}
