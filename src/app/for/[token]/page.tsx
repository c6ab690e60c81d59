import type { Metadata } from "next";
import { CustomerScreen } from "@/screens/people/CustomerScreen";
import { openLink } from "@/shop/customerLinks";
import { database } from "@/shop/openShop";

export const metadata: Metadata = { title: "Your bicycle", robots: { index: false, follow: false }, referrer: "no-referrer" };

/** A customer's own job, to look at; nothing else of the shop is reached from here. */
export default async function CustomerPage({ params }: { params: Promise<{ token: string }> }) {
  const { token } = await params;
  const view = await openLink(await database(), token, new Date().toISOString());
  return <CustomerScreen view={view} paper={`/for/${encodeURIComponent(token)}/hand-over.pdf`} />;
}
