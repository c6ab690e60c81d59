"use client";

import { Input, Popconfirm } from "antd";
import { useState } from "react";
import { standingInvoices } from "@/core/cost/standingInvoices";
import { formatDay } from "@/core/units/date";
import { money, signedMoney } from "@/ui/format";
import { useKeptText } from "@/ui/useDraft";
import { Only } from "../../Only";
import { useJob } from "../JobContext";

/** What the customer is asked to pay, as it was issued; one invoice stands at a time. */
export function Invoices() {
  const { view, invoice } = useJob();
  const { job, sheet, invoices } = view;
  const [address, setAddress, addressStored] = useKeptText(`${job.id} invoice address`);
  const [says, setSays] = useState("");
  const [busy, setBusy] = useState(false);
  const [stands] = standingInvoices(invoices);
  const change = stands && stands.currency === sheet.currency ? sheet.allInMinor - stands.grossMinor : 0;
  const send = async (deed: "issue" | "credit", raw: object) => {
    setBusy(true);
    const why = await invoice(deed, raw);
    setBusy(false);
    setSays(why);
    if (why === "" && deed === "issue") addressStored(address);
  };
  return (
    <div className="invoices card">
      <div className="tally-row">
        <b>Invoice</b>
        <span className="soft small">{stands ? `${stands.number}, pay by ${formatDay(stands.payBy)}` : "none issued"}</span>
      </div>
      {change !== 0 && (
        <p className="note">
          Since {stands!.number} the sheet is {signedMoney(change, sheet.currency)}: take it back with a credit note, and issue it
          anew.
        </p>
      )}
      {invoices.length > 0 && (
        <ul>
          {invoices.map((one) => (
            <li key={one.number}>
              <a href={`/api/jobs/${job.id}/invoice.pdf?number=${one.number}`} target="_blank" rel="noreferrer">
                {one.number}
              </a>
              <span>
                {one.kind}
                {one.of && ` for ${one.of}`}, {formatDay(one.issued.at)}
                {one.issued.by && <span className="soft">, {one.issued.by}</span>}{" "}
                <a className="small" href={`/api/jobs/${job.id}/invoice.xml?number=${one.number}`} download>
                  XML
                </a>
              </span>
              <span className="num">
                {one.kind === "credit note" ? "−" : ""}
                {money(one.grossMinor, one.currency)}
              </span>
            </li>
          ))}
        </ul>
      )}
      <Only may="invoice">
        {stands ? (
          <Popconfirm
            title={`A credit note takes ${stands.number} back, whole. Both keep their numbers.`}
            okText="Take it back"
            cancelText="Leave it"
            onConfirm={() => void send("credit", { number: stands.number })}
          >
            <button className="button" disabled={busy}>
              Take {stands.number} back
            </button>
          </Popconfirm>
        ) : (
          <form
            className="invoice-issue"
            onSubmit={(event) => {
              event.preventDefault();
              void send("issue", { expectMinor: sheet.allInMinor, address: address.trim() });
            }}
          >
            <Input
              value={address}
              onChange={(event) => setAddress(event.target.value)}
              placeholder="the customer's address, where it must stand there"
              aria-label="The customer's address on the invoice"
              maxLength={200}
            />
            <button className="button" disabled={busy}>
              Issue the invoice
            </button>
          </form>
        )}
      </Only>
      {says && (
        <p className="bad small" role="status">
          {says}
        </p>
      )}
    </div>
  );
}
