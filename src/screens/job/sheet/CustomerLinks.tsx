"use client";

import { Input, Modal } from "antd";
import { useEffect, useState } from "react";
import { MOST_DAYS } from "@/core/people/linkDays";
import type { LinkView } from "@/core/people/links";
import { formatDay } from "@/core/units/date";
import { useSettings } from "../../settings";
import { Refusal } from "../../people/SecretBox";
import { useJob } from "../JobContext";

const ENDED: Readonly<Record<LinkView["ended"], string>> = { open: "open until", expired: "ended", revoked: "ended by the shop" };
const NO_ANSWER = { ok: false as const, says: "The bench does not answer. Nothing was changed." };

/** Links by which a customer looks at their own job: made for so many days, and ended at a click. */
export function CustomerLinks({ onClose }: { onClose: () => void }) {
  const { view, links } = useJob();
  const { by } = useSettings();
  const { id } = view.job;
  const [list, setList] = useState<readonly LinkView[] | null>(null);
  const [days, setDays] = useState("30");
  const [path, setPath] = useState<string | null>(null);
  const [says, setSays] = useState("");
  const [busy, setBusy] = useState(false);
  useEffect(() => {
    let old = false;
    void links
      .list(id)
      .catch(() => NO_ANSWER)
      .then((answer) => {
        if (old) return;
        if (answer.ok) setList(answer.value);
        else setSays(answer.says);
      });
    return () => {
      old = true;
    };
  }, [links, id]);
  const make = async () => {
    if (!/^\d{1,3}$/.test(days.trim())) return setSays(`For how many days? A whole number, 1 to ${MOST_DAYS}.`);
    setBusy(true);
    const answer = await links.give(id, Number(days), by).catch(() => NO_ANSWER);
    setBusy(false);
    if (!answer.ok) return setSays(answer.says);
    setSays("");
    setPath(answer.value.path);
    setList(answer.value.links);
  };
  const end = async (link: number) => {
    setBusy(true);
    const answer = await links.end(id, link).catch(() => NO_ANSWER);
    setBusy(false);
    if (!answer.ok) return setSays(answer.says);
    setSays("");
    setPath(null);
    setList(answer.value);
  };
  return (
    <Modal open onCancel={onClose} footer={null} title="A link for the customer">
      <p>
        Whoever has it sees this job alone and changes nothing: where it stands, what was promised, and the price as the sheet was
        given. No other price, nothing of the shop.
      </p>
      <form
        className="link-make"
        onSubmit={(event) => {
          event.preventDefault();
          void make();
        }}
      >
        <label className="field">
          <span>Good for</span>
          <Input
            value={days}
            onChange={(event) => setDays(event.target.value)}
            suffix="days"
            inputMode="numeric"
            autoFocus
            aria-label="Days that the link is good for"
            maxLength={3}
          />
        </label>
        <button className="button main-action" disabled={busy}>
          Make a link
        </button>
      </form>
      <Refusal says={says} />
      {path && (
        <p className="note" role="status">
          Shown this once, copy it now:
          <br />
          <b className="link-address">{window.location.origin + path}</b>
        </p>
      )}
      {list?.length === 0 && <p className="soft">No link to this job was made yet.</p>}
      {list && list.length > 0 && (
        <ul className="link-list">
          {list.map((link) => (
            <li key={link.id} className={link.ended === "open" ? "" : "soft"}>
              <span>
                Made {formatDay(link.madeAt.slice(0, 10))}
                {link.by && ` by ${link.by}`}, {ENDED[link.ended]}
                {link.ended !== "revoked" && ` ${formatDay(link.until.slice(0, 10))}`}
              </span>
              {link.ended === "open" && (
                <button className="button quiet small" disabled={busy} onClick={() => void end(link.id)}>
                  End it now
                </button>
              )}
            </li>
          ))}
        </ul>
      )}
    </Modal>
  );
}
