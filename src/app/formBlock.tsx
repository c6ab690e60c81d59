import { headers } from "next/headers";
import { MARKS, TICKET, wantsForm, wordIn } from "@/server/forms";
import { Sent } from "@/ui/Sent";

/** Where this server itself asks for a page's form: the block that what it shows is filled into; null where a page is asked for. */
export async function formBlock(): Promise<React.ReactElement | null> {
  const asked = await headers();
  if (!wantsForm(asked.get(TICKET))) return null;
  return <Sent nonce={wordIn(asked.get("content-security-policy")) ?? ""} json={MARKS.sent} />;
}
