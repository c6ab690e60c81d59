"use client";

import { Input } from "antd";
import { useState } from "react";
import { typedNumber } from "@/core/figures/schema";
import { parseMoney } from "@/core/money/money";
import { useKeptText } from "@/ui/useDraft";
import { Only } from "../../Only";
import { useJob } from "../JobContext";

/** Something off the sheet: a share of parts and labour, or an amount, and why. */
export function DiscountBox() {
  const { view, act, busy } = useJob();
  const { job, sheet } = view;
  const [much, setMuch, muchStored] = useKeptText(`${job.id} discount`);
  const [why, setWhy, whyStored] = useKeptText(`${job.id} discount why`);
  const [wrong, setWrong] = useState("");
  const give = async () => {
    const percent = /^(.*?)\s*%$/.exec(much.trim());
    const share = percent ? typedNumber(percent[1]!) : null;
    const amount = percent ? null : parseMoney(much);
    if (much.trim() === "") return setWrong("Write how much: 5 %, or 50.00.");
    if (percent && typeof share !== "number") return setWrong("The discount wants a share such as 5 %.");
    if (amount?.ok === false) return setWrong(`The discount: ${amount.error}.`);
    if (why.trim().length < 3) return setWrong("Say why: it stands on the sheet.");
    setWrong("");
    const off = amount?.ok
      ? { as: "amount" as const, minor: amount.value }
      : { as: "percent" as const, percent: share as number };
    const outcome = await act({ do: "discount", discount: { off, why: why.trim() } });
    if (!outcome.done) return;
    muchStored(much);
    whyStored(why);
  };
  return (
    <Only may="discount">
      {job.discount ? (
        <button className="link small" disabled={busy} onClick={() => void act({ do: "discount", discount: null })}>
          Take the discount off again
        </button>
      ) : (
        <form
          className="discount"
          onSubmit={(event) => {
            event.preventDefault();
            void give();
          }}
        >
          <Input
            className="num"
            value={much}
            onChange={(event) => setMuch(event.target.value)}
            placeholder="5 % or 50.00"
            inputMode="decimal"
            aria-label={`Discount: a share of parts and labour, or an amount in ${sheet.currency}`}
            maxLength={14}
          />
          <Input
            value={why}
            onChange={(event) => setWhy(event.target.value)}
            placeholder="why: it stands on the sheet"
            aria-label="Why there is a discount"
            maxLength={120}
          />
          <button className="button" disabled={busy}>
            Take off
          </button>
        </form>
      )}
      {wrong && <p className="bad small">{wrong}</p>}
    </Only>
  );
}
