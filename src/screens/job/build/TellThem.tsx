"use client";

import { Input } from "antd";
import { toTell } from "@/core/job/given";
import { formatDay } from "@/core/units/date";
import { useKeptText } from "@/ui/useDraft";
import { Only } from "../../Only";
import { useJob } from "../JobContext";

/** What the customer is to be told: the price that they accepted, or the day that they were promised, is another one now. */
export function TellThem() {
  const { view, act, busy, goTo } = useJob();
  const [said, setSaid, stored] = useKeptText(`${view.job.id} told them`);
  if (view.job.signed) return null;
  const price = view.agreed ? toTell(view.agreed) : null;
  const ready = view.promises.find(({ id }) => id === "ready");
  const late =
    ready?.kept === false && ready.predicted !== null && ready.asked !== null
      ? `promised ${formatDay(String(ready.asked))}; as it stands it is ready ${formatDay(String(ready.predicted))}`
      : null;
  if (!price && late === null) return null;
  const calls = view.job.calls;
  const last = calls[calls.length - 1];
  const note = () => void act({ do: "note call", says: said.trim() }).then(({ done }) => done && stored(said));
  return (
    <div className="note tell-them" role="status">
      <p>
        <b>{price?.call ? "Stop and call the customer." : "The customer is to be told."}</b>{" "}
        {[price?.says, late].filter(Boolean).join("; ")}.{" "}
        {price && (
          <button className="link" onClick={() => void goTo("Sheet")}>
            the sheet
          </button>
        )}
        {last && (
          <span className="soft small">
            {" "}
            Last call, {formatDay(last.at.slice(0, 10))}: {last.says}
          </span>
        )}
      </p>
      <Only may="note call">
        <div className="found-over">
          <Input
            value={said}
            onChange={(event) => setSaid(event.target.value)}
            onPressEnter={() => said.trim() !== "" && note()}
            placeholder="What was said on the telephone"
            aria-label="What was said on the telephone"
            maxLength={400}
          />
          <button className="button" disabled={busy || said.trim() === ""} onClick={note}>
            Note the call
          </button>
        </div>
      </Only>
    </div>
  );
}
