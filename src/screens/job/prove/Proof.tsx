"use client";

import { Input } from "antd";
import { useState } from "react";
import { agreedTo } from "@/core/prove/agreedTo";
import { promiseBound, promiseFigure, promisePlusMinus } from "@/core/promise/promiseText";
import type { Promise as Promised } from "@/core/promise/promises";
import { formatDay } from "@/core/units/date";
import { useKeptText } from "@/ui/useDraft";
import { Refusal } from "@/ui/Refusal";
import { Only } from "../../Only";
import { useJob } from "../JobContext";
import { NearestPartLine } from "../Tally";
import { usePromises } from "../usePromises";
import { ProofTable } from "./ProofTable";

/** Asked, predicted, proved: a line for each promise, and what is done about one that is not kept. */
export function Proof() {
  const promises = usePromises();
  return (
    <article className="step-card">
      <h1>Asked, predicted, proved</h1>
      <ProofTable />
      {promises
        .filter(({ stands }) => stands === "not kept")
        .map((promise) => (
          <Less key={promise.id} promise={promise} />
        ))}
    </article>
  );
}

/** What to do where a promise is not kept: what would keep it, or the customer who takes less. */
function Less({ promise }: { promise: Promised }) {
  const { view, act, busy } = useJob();
  const [customer, setCustomer, stored] = useKeptText(`${view.job.id} less ${promise.id}`);
  const [wrong, setWrong] = useState("");
  const money = view.sheet.currency;
  const agreed = agreedTo(view.job, promise.id);
  const says =
    `${promise.title}: asked ${promiseBound(promise.id)}${promiseFigure(promise.id, promise.asked, money)}, proved ${promiseFigure(promise.id, promise.proved, money)} ${promisePlusMinus(promise.id, promise.plusMinus)}`.trim();
  const keep = async () => {
    const outcome = await act({ do: "agree to less", promise: promise.id, customer, says }, "says here");
    setWrong(outcome.done ? "" : (outcome.says ?? ""));
    if (outcome.done) stored(customer);
  };
  return (
    <section className="less" aria-label={`${promise.title} is not kept`}>
      <h3>{promise.title} is not kept</h3>
      {(promise.id === "range" || promise.id === "hill") && <NearestPartLine id={promise.id} />}
      {agreed && agreed.says === says ? (
        <p className="good">
          {agreed.customer} agreed to it, {formatDay(agreed.at.slice(0, 10))}: {agreed.says}
        </p>
      ) : (
        <Only may="agree to less">
          <div className="weigh-boxes">
            <Input
              value={customer}
              onChange={(event) => setCustomer(event.target.value)}
              placeholder="Customer's name"
              aria-label={`Customer who agrees to less: ${promise.title}`}
              maxLength={80}
            />
            <button className="button" disabled={busy || customer.trim().length < 2} onClick={() => void keep()}>
              The customer takes it as it is
            </button>
          </div>
        </Only>
      )}
      <Refusal says={wrong} />
    </section>
  );
}
