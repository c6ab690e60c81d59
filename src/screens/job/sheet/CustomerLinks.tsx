"use client";

import { Input } from "antd";
import { FIRST_BOX } from "@/ui/CaretFirst";
import { Dialog } from "@/ui/Dialog";
import { useState } from "react";
import { MOST_DAYS } from "@/core/people/linkDays";
import type { LinkView } from "@/core/people/links";
import { formatDay } from "@/core/units/date";
import { useSettings } from "../../settings";
import { AddressList, useAddresses } from "../../people/Addresses";
import { useJob } from "../JobContext";

const ENDED: Readonly<Record<LinkView["ended"], string>> = { open: "open until", expired: "ended", revoked: "ended by the shop" };

/** Links by which a customer looks at their own job: made for so many days, and ended at a click. */
export function CustomerLinks({ onClose }: { onClose: () => void }) {
  const { view, links } = useJob();
  const { by } = useSettings();
  const { id } = view.job;
  const [days, setDays] = useState("30");
  const addresses = useAddresses(() => links.list(id));
  const make = () =>
    /^\d{1,3}$/.test(days.trim())
      ? void addresses.make(links.give(id, Number(days), by))
      : addresses.tell(`For how many days? A whole number, 1 to ${MOST_DAYS}.`);
  return (
    <Dialog open onCancel={onClose} footer={null} title="A link for the customer">
      <p>
        Whoever has it sees this job alone and changes nothing: where it stands, what was promised, and the price as the sheet was
        given. No other price, nothing of the shop.
      </p>
      <form
        className="link-make"
        onSubmit={(event) => {
          event.preventDefault();
          make();
        }}
      >
        <label className="field">
          <span>Good for</span>
          <Input
            value={days}
            onChange={(event) => setDays(event.target.value)}
            suffix="days"
            inputMode="numeric"
            {...FIRST_BOX}
            aria-label="Days that the link is good for"
            maxLength={3}
          />
        </label>
        <button className="button main-action" disabled={addresses.busy}>
          Make a link
        </button>
      </form>
      <AddressList
        of={addresses}
        none="No link to this job was made yet."
        lineOf={(link) => ({
          says: `Made ${formatDay(link.madeAt.slice(0, 10))}${link.by && ` by ${link.by}`}, ${ENDED[link.ended]}${link.ended === "revoked" ? "" : ` ${formatDay(link.until.slice(0, 10))}`}`,
          isOpen: link.ended === "open",
        })}
        onEnd={(link) => void addresses.end(links.end(id, link))}
      />
    </Dialog>
  );
}
