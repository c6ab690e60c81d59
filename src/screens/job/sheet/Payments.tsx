"use client";

import { Input } from "antd";
import { useState } from "react";
import { accountOf, PAID_BY } from "@/core/cost/account";
import type { Payment } from "@/core/cost/payments";
import { parseMoney } from "@/core/money/money";
import { formatMoment } from "@/core/units/date";
import { AskBefore } from "@/ui/AskBefore";
import { Choice } from "@/ui/Choice";
import { money } from "@/ui/format";
import { useKeptText } from "@/ui/useDraft";
import { Only } from "../../Only";
import { useJob } from "../JobContext";

/** What the customer paid, and what is still owed. */
export function Payments() {
  const { view, act, busy } = useJob();
  const { job, sheet } = view;
  const m = (minor: number) => money(minor, sheet.currency);
  const account = accountOf(job.payments, sheet);
  const [amount, setAmount, amountStored] = useKeptText(`${job.id} payment`);
  const [says, setSays, saysStored] = useKeptText(`${job.id} payment says`);
  const [how, setHow] = useState<Payment["how"]>("card");
  const [wrong, setWrong] = useState("");
  const read = parseMoney(amount);
  const over = read.ok && read.value > account.owedMinor;
  const send = async (back: boolean, asked = false) => {
    if (!read.ok)
      return setWrong(amount.trim() === "" ? "Write the amount, such as 200 or 200.50." : `The amount: ${read.error}.`);
    setWrong("");
    const outcome = await act({
      do: "take payment",
      minor: read.value,
      back,
      how,
      says: says.trim(),
      ...(asked && { over: true }),
    });
    if (!outcome.done) return;
    amountStored(amount);
    saysStored(says);
  };
  const next =
    account.depositLeftMinor > 0
      ? `deposit ${m(account.depositLeftMinor)} to come`
      : account.owedMinor > 0
        ? `${m(account.owedMinor)} at hand-over`
        : account.owedMinor < 0
          ? `${m(-account.owedMinor)} too much`
          : "paid";
  return (
    <div className="payments card">
      <div className="tally-row">
        <b>Paid</b>
        <b className="num">{m(account.paidMinor)}</b>
      </div>
      <div className="tally-row">
        <span>Still owed</span>
        <span className="num">{m(Math.max(0, account.owedMinor))}</span>
      </div>
      <p className={`small ${account.owedMinor < 0 ? "bad" : "soft"}`}>
        {next}
        {account.otherwise > 0 && `; ${account.otherwise} in another currency, in no sum`}.
      </p>
      {job.payments.length > 0 && (
        <ul>
          {job.payments.map((payment) => (
            <li key={payment.at}>
              <span className="num small soft">{formatMoment(payment.at)}</span>
              <span>
                {payment.back ? "given back" : "paid"}, {payment.how}
                {payment.says && `: ${payment.says}`}
                {payment.by && <span className="soft">, {payment.by}</span>}
              </span>
              <span className="num">
                {payment.back ? "−" : ""}
                {money(payment.minor, payment.currency)}
              </span>
            </li>
          ))}
        </ul>
      )}
      <Only may="take payment">
        <div className="payment-take">
          <Input
            className="num"
            value={amount}
            onChange={(event) => setAmount(event.target.value)}
            suffix={sheet.currency}
            placeholder={account.depositLeftMinor > 0 ? (account.depositLeftMinor / 100).toFixed(2) : "such as 200"}
            maxLength={20}
            aria-label="Amount that is paid"
          />
          <Choice
            value={how}
            onChange={setHow}
            options={PAID_BY.map((value) => ({ value, label: value }))}
            label="How it is paid"
          />
          <Input
            value={says}
            onChange={(event) => setSays(event.target.value)}
            placeholder="what for, a receipt's number"
            maxLength={120}
            aria-label="What the payment is for"
          />
          <AskBefore
            asks={over ? `That is more than the ${m(Math.max(0, account.owedMinor))} that is owed.` : null}
            yes="Take it all the same"
            disabled={busy}
            onYes={(asked) => void send(false, asked)}
          >
            Take it
          </AskBefore>
          <button className="button" disabled={busy || account.paidMinor <= 0} onClick={() => void send(true)}>
            Give it back
          </button>
        </div>
        {wrong && <p className="bad small">{wrong}</p>}
      </Only>
    </div>
  );
}
