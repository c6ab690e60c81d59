"use client";

import Link from "next/link";
import type { SeenLead } from "@/core/supply/seenLead";
import type { Supplier } from "@/core/parts/part";
import { money } from "@/ui/format";
import { ForUsAlone } from "../ForUsAlone";
import { Only } from "../Only";
import { useSettings } from "../settings";
import "./suppliers.css";

type Row = { readonly supplier: Supplier; readonly offers: number; readonly seen: SeenLead | null; readonly unrated: boolean };

const WORKING = "Mon, Tue, Wed, Thu, Fri";
const daysOf = (days: readonly string[]) => (days.length === 0 || days.join(", ") === WORKING ? "working days" : days.join(", "));

/** Everybody the shop buys from: what they ask beside prices, and how long they take. */
export function SuppliersScreen({ rows, broken }: { rows: readonly Row[]; broken: readonly string[] }) {
  const { turned } = useSettings();
  if (turned) return <ForUsAlone />;
  return (
    <div className="page suppliers">
      <div className="page-head">
        <h1>Suppliers</h1>
        <span className="soft">Who sells to this shop, what they ask beside their prices, and how long they take.</span>
        <span className="fill" />
        <Only may="save supplier">
          <Link prefetch={false} className="button main-action" href="/suppliers/new">
            New supplier
          </Link>
        </Only>
      </div>
      {broken.length > 0 && (
        <p className="note stop">
          {broken.length === 1 ? "One does" : `${broken.length} do`} not read, so nothing of theirs is bought:{" "}
          {broken.map((id, i) => (
            <span key={id}>
              {i > 0 && ", "}
              <Link prefetch={false} href={`/suppliers/${id}`}>
                {id}
              </Link>
            </span>
          ))}
          .
        </p>
      )}
      <div className="card suppliers-table">
        <table className="lines">
          <thead>
            <tr>
              <th>Supplier</th>
              <th className="right">Offers</th>
              <th className="right">Carriage</th>
              <th className="right">Free from</th>
              <th>Small order</th>
              <th>Orders on</th>
              <th>Customs</th>
              <th className="right">Days seen</th>
            </tr>
          </thead>
          <tbody>
            {rows.map(({ supplier, offers, seen, unrated }) => {
              const { terms, currency } = supplier;
              return (
                <tr key={supplier.id}>
                  <td>
                    <Link prefetch={false} className="part-link" href={`/suppliers/${supplier.id}`}>
                      <b>{supplier.name}</b>
                    </Link>
                    {unrated && <div className="bad small">no rate for {currency}: nothing of theirs has a price</div>}
                  </td>
                  <td className="right num">{offers}</td>
                  <td className="right num">{money(supplier.carriageMinor, currency)}</td>
                  <td className="right num">
                    {supplier.freeFromMinor === null ? "never" : money(supplier.freeFromMinor, currency)}
                  </td>
                  <td className="num">
                    {terms?.leastOrderMinor ? <div>none under {money(terms.leastOrderMinor, currency)}</div> : null}
                    {terms?.smallOrderUnderMinor != null && terms.smallOrderFeeMinor > 0
                      ? `under ${money(terms.smallOrderUnderMinor, currency)}: ${money(terms.smallOrderFeeMinor, currency)}`
                      : ""}
                  </td>
                  <td>
                    {daysOf(terms?.orderDays ?? [])}
                    {terms?.cutOff && ` until ${terms.cutOff}`}
                  </td>
                  <td>{terms?.customs ? terms.customs.origin || "yes" : ""}</td>
                  <td className="right num">{seen ? `${seen.meanDays.toFixed(1)} ± ${seen.spreadDays.toFixed(1)}` : ""}</td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
      {rows.length === 0 && <p className="card empty">Nobody yet: without a supplier no part has a price.</p>}
    </div>
  );
}
