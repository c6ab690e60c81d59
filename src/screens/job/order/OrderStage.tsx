"use client";

import Link from "next/link";
import { countVerdicts } from "@/core/fit/finding";
import { dueDay } from "@/core/supply/standing";
import { notTakenSays, OTHERWISE_ALONE } from "@/core/supply/notTaken";
import type { PlannedOrder } from "@/core/supply/supplyPlan";
import { formatDay } from "@/core/units/date";
import { overBudget } from "@/core/cost/overBudget";
import { useEffect, useState } from "react";
import { AskWhy } from "@/ui/AskWhy";
import { AskBefore } from "@/ui/AskBefore";
import { money } from "@/ui/format";
import { BillBox } from "../../buying/BillBox";
import { useSettings } from "../../settings";
import { Only } from "../../Only";
import { useJob } from "../JobContext";
import { WouldDo } from "./WouldDo";
import "./order.css";

/** What to order from whom: planned orders, cheapest with their carriage; placed ones as they were frozen. */
export function OrderStage() {
  const { view } = useJob();
  const { sheet, job } = view;
  const stops = countVerdicts(view.findings).stop;
  const missing = sheet.lines.filter((line) => line.partId === null && line.priceMinor === null);
  const ready = view.promises.find((promise) => promise.id === "ready");
  const resting = useRest(job.orders.length);
  const { turned } = useSettings();
  if (turned)
    return (
      <section className="eyes order wide">
        <p className="card empty">
          What the shop orders and pays is not shown while the customer looks: the switch is at the top right.
        </p>
      </section>
    );
  return (
    <section className="eyes order wide">
      <div className="sheet-head">
        <h2>Orders</h2>
        <span className="soft">goods and carriage together at their cheapest, carriage counted once a supplier</span>
      </div>
      {typeof ready?.predicted === "string" && (
        <p className="soft">
          Ready {formatDay(ready.predicted)}: {ready.note}.
        </p>
      )}
      {stops > 0 && <p className="note stop">The fit says stop ({stops}): nothing is ordered until that is settled.</p>}
      {sheet.plan.orders.length > 0 && (view.agreed === null || view.agreed.changes.length > 0) && (
        <p className="note">
          {view.agreed === null
            ? "No sheet is accepted yet: what is ordered now, the shop answers for."
            : "What is on the bench was not agreed like this: what is ordered now, the shop answers for."}
        </p>
      )}
      {sheet.plan.orders.length === 0 && sheet.plan.unpriced.length === 0 && missing.length === 0 && job.orders.length === 0 && (
        <p className="card empty">Nothing to order: the sheet has no line to buy.</p>
      )}
      {sheet.plan.orders.map((order) => (
        <Planned key={order.supplier.id} order={order} stopped={stops > 0} resting={resting} />
      ))}
      <WouldDo />
      {sheet.plan.unpriced.length > 0 && (
        <p className="note stop">
          On no order: {sheet.plan.unpriced.map((line) => `${line.quantity} × ${line.part.name} (${line.why})`).join("; ")}.
        </p>
      )}
      {missing.length > 0 && (
        <p className="note stop">
          Not in the catalogue, so on no order:{" "}
          {missing.map((line) => `${line.quantity} × ${line.says} (${line.why})`).join("; ")}. Put the part into the books, or
          take another remedy.
        </p>
      )}
      {!sheet.plan.proved && (
        <p className="note">
          So many suppliers offer these lines that not every way to share them out was weighed:{" "}
          {sheet.plan.withinPercent === undefined
            ? "a cheaper one may exist."
            : `one that is cheaper by up to ${sheet.plan.withinPercent} % may exist, none by more.`}
        </p>
      )}
      {[...job.orders].reverse().map((order) => (
        <Placed key={order.id} order={order} />
      ))}
    </section>
  );
}

/** As an order goes, the next one comes under the pointer: for a moment a second click places nothing. */
const REST_MS = 1_200;
function useRest(orders: number): boolean {
  const [rested, setRested] = useState(orders);
  useEffect(() => {
    const timer = setTimeout(() => setRested(orders), REST_MS);
    return () => clearTimeout(timer);
  }, [orders]);
  return rested !== orders;
}

function Planned({ order, stopped, resting }: { order: PlannedOrder; stopped: boolean; resting: boolean }) {
  const { view, act, busy } = useJob();
  const { currency } = view.sheet;
  const total = order.goodsMinor + order.carriageMinor;
  const untaken = notTakenSays(order);
  const why = (partId: string) => view.sheet.lines.filter((line) => line.partId === partId && line.source === "buy");
  return (
    <article className="card order-card">
      <header>
        <h3>{order.supplier.name}</h3>
        <span className="soft">
          to place; here {formatDay(view.arrivals[order.supplier.id]!)} if it goes today
          {order.supplier.terms?.cutOff ? ` before ${order.supplier.terms.cutOff}` : ""}
        </span>
        {order.dangerousGoods && (
          <span className="tag-danger" title="A battery: by special carriage">
            dangerous goods
          </span>
        )}
        <span className="fill" />
        <b className="num">{money(total, currency)}</b>
        <a
          className="button"
          href={`/api/jobs/${view.job.id}/order.pdf?supplier=${encodeURIComponent(order.supplier.id)}`}
          target="_blank"
          rel="noreferrer"
        >
          See the paper
        </a>
        <Only may="place order">
          <AskBefore
            asks={overBudget(view.sheet)}
            yes="Order all the same"
            disabled={busy || stopped || resting || untaken !== ""}
            onYes={(asked) =>
              void act({
                do: "place order",
                supplierId: order.supplier.id,
                expectMinor: total,
                ...(asked && { overBudget: true }),
              })
            }
          >
            Mark as placed
          </AskBefore>
        </Only>
      </header>
      {untaken !== "" && (
        <p className="note stop">
          {untaken} {OTHERWISE_ALONE}
        </p>
      )}
      <table className="lines">
        <tbody>
          {order.lines.map((line) => (
            <tr key={`${line.part.id} ${line.offer.packSize}`}>
              <td>{line.part.name}</td>
              <td className="soft">{line.part.id}</td>
              <td>
                <Reasons lines={why(line.part.id)} />
              </td>
              <td className="right num">
                {line.packs}{" "}
                {line.offer.packSize > 1
                  ? `pack${line.packs === 1 ? "" : "s"} of ${line.offer.packSize}`
                  : line.packs === 1
                    ? "piece"
                    : "pieces"}
              </td>
              <td className="right num">{money(line.offer.priceMinor * line.packs, line.offer.currency)}</td>
            </tr>
          ))}
          <tr>
            <td colSpan={4}>Carriage</td>
            <td className="right num">{money(order.carriageMinor, currency)}</td>
          </tr>
        </tbody>
      </table>
    </article>
  );
}

function Reasons({ lines }: { lines: { key: string; why: string; finding: string | null }[] }) {
  const { goTo } = useJob();
  return (
    <>
      {lines.map((line) =>
        line.finding ? (
          <button key={line.key} className="link" onClick={() => void goTo("Fit", line.finding!)}>
            {line.why}
          </button>
        ) : (
          <span key={line.key} className="soft">
            {line.why}
          </span>
        ),
      )}
    </>
  );
}

function Placed({ order }: { order: ReturnType<typeof useJob>["view"]["job"]["orders"][number] }) {
  const { view, act, busy } = useJob();
  const { may } = useSettings();
  const wanted = new Set(view.sheet.lines.filter((line) => line.source === "buy").map((line) => line.partId));
  const surplus = order.off ? [] : order.lines.filter((line) => !wanted.has(line.partId));
  return (
    <article className={`card order-card placed${order.off ? " off" : ""}`}>
      <header>
        <h3>
          {order.number} <span className="soft">{order.supplierName}</span>
        </h3>
        <span className="soft">
          placed {formatDay(order.placed.at)} by {order.placed.by || "no name"};{" "}
          {order.arrived
            ? `here since ${formatDay(order.arrived.at)}`
            : order.off
              ? `was due ${formatDay(dueDay(order))}`
              : `due ${formatDay(dueDay(order))}`}
        </span>
        <span className="fill" />
        <b className="num">{money(order.goodsMinor + order.carriageMinor, order.currency)}</b>
        {order.purchase && (
          <Link prefetch={false} className="button" href={`/buying/${order.purchase}`}>
            In {order.purchase}, with other jobs
          </Link>
        )}
        {!order.arrived && !order.off && !order.purchase && (
          <button
            className="button"
            data-next-step
            disabled={busy}
            onClick={() => void act({ do: "arrived", orderId: order.id })}
          >
            It is here
          </button>
        )}
        {!order.purchase && (
          <>
            <a className="button" href={`/api/jobs/${view.job.id}/order.pdf?order=${order.id}`} target="_blank" rel="noreferrer">
              PDF
            </a>
            <a className="button" href={`/api/jobs/${view.job.id}/order.csv?order=${order.id}`}>
              CSV
            </a>
          </>
        )}
        {!order.off && (order.arrived || !order.purchase) && may("call off") && (
          <AskWhy
            label={order.arrived ? "Sent back" : "Cancelled"}
            asks={
              order.arrived
                ? `Order ${order.number} goes back to ${order.supplierName}?`
                : `Order ${order.number} is cancelled with ${order.supplierName}?`
            }
            yes={order.arrived ? "It goes back" : "It is cancelled"}
            disabled={busy}
            onYes={(why) => void act({ do: "call off", orderId: order.id, why })}
          />
        )}
      </header>
      {order.off && (
        <p className="note">
          <b>{order.off.how === "cancelled" ? "Cancelled" : "Sent back"}</b> {formatDay(order.off.at)},{" "}
          {order.off.by || "no name"}: {order.off.why}
        </p>
      )}
      {!order.off && !order.purchase && (
        <BillBox
          order={order}
          billed={order.billed}
          busy={busy}
          may={may("note bill")}
          onNote={(bill, confirmed) =>
            act({ do: "note bill", orderId: order.id, bill, ...(confirmed && { confirmed: true }) }).then(({ done }) => done)
          }
        />
      )}
      {surplus.length > 0 && (
        <p className="note">
          Ordered, but the build does not want it any more: {surplus.map((line) => line.name).join(", ")}. Cancel it or send it
          back.
        </p>
      )}
      <table className="lines">
        <tbody>
          {order.lines.map((line) => (
            <tr key={line.partId}>
              <td>{line.name}</td>
              <td className="soft">{line.partId}</td>
              <td className="soft">{line.because.join("; ")}</td>
              <td className="right num">
                {line.packs}{" "}
                {line.packSize > 1
                  ? `pack${line.packs === 1 ? "" : "s"} of ${line.packSize}`
                  : line.packs === 1
                    ? "piece"
                    : "pieces"}
              </td>
              <td className="right num">{money(line.packPriceMinor * line.packs, line.offerCurrency)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </article>
  );
}
