"use client";

import Link from "next/link";
import type { ShopLearned } from "@/core/logbook/pages";
import { PROMISE_TITLES } from "@/core/promise/promiseText";
import { formatMoney } from "@/core/money/money";
import { formatNumber } from "@/core/units/formatQuantity";
import { tagNumber } from "@/core/units/tagNumber";
import { hours } from "@/ui/format";
import { useListing } from "@/ui/useListing";
import { biasText } from "./biasText";

/** What finished bikes teach: promises against what was proved, the ride's figures by kind, and what was overridden. */
export function Learned() {
  const learned = useListing<ShopLearned | null>("/api/logbook/learned", null, (value) => value === null);
  if (learned === null) return <p className="soft">Going through all finished bikes …</p>;
  if (learned.bikes === 0) return <p className="soft">No bike is handed over yet: nothing can be learnt.</p>;
  return (
    <>
      <h2>Promised and proved</h2>
      <p className="soft small">
        Over {learned.bikes} finished {learned.bikes === 1 ? "bike" : "bikes"}; proved less predicted in the mean, price and date
        less asked, and how far single bikes lie from that. A kind of bike or a motor stands here from two on.
      </p>
      <table className="lines card">
        <thead>
          <tr>
            <th>Promise</th>
            <th>Of</th>
            <th className="right">Bikes</th>
            <th className="right">Kept</th>
            <th className="right">Not kept</th>
            <th className="right">Proved against predicted or asked</th>
            <th className="right">Spread</th>
          </tr>
        </thead>
        <tbody>
          {learned.promises.map((one) => (
            <tr key={`${one.of} ${one.promise}`} className={one.promise === "price" ? "shop-only" : ""}>
              <td>{one.of === "all" && <b>{PROMISE_TITLES[one.promise]}</b>}</td>
              <td>{one.of === "all" ? "all bikes" : one.of}</td>
              <td className="right num">{one.bikes}</td>
              <td className="right num">{one.asked === 0 ? "–" : `${one.kept} of ${one.asked}`}</td>
              <td className={`right num${one.notKept > 0 ? " bad" : ""}`}>{one.asked === 0 ? "–" : one.notKept}</td>
              <td className="right num">{biasText(one, learned.currency)}</td>
              <td className="right num">
                {one.spread === null ? "–" : biasText({ ...one, bias: one.spread, biasPercent: null }, learned.currency, "plain")}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <h2>Minutes and cost</h2>
      {learned.work.length === 0 ? (
        <p className="soft">No step of a finished bike was timed.</p>
      ) : (
        <Work work={learned.work} currency={learned.currency} />
      )}
      <h2>Figures of the ride</h2>
      {learned.pooled.length === 0 ? (
        <p className="soft">
          A figure is told for a kind of bike, a motor or a pack as soon as rides of two bikes have taught it.
        </p>
      ) : (
        <>
          <table className="lines card">
            <thead>
              <tr>
                <th>Figure</th>
                <th>Of</th>
                <th className="right">Bikes</th>
                <th className="right">Against the table</th>
                <th>Each</th>
              </tr>
            </thead>
            <tbody>
              {learned.pooled.map((one) => (
                <tr key={one.key}>
                  <td>{one.says}</td>
                  <td>{one.of}</td>
                  <td className="right num">{one.bikes}</td>
                  <td className="right num">
                    × {formatNumber(one.times, 2)} ± {formatNumber(1.96 * one.sd, 2)}
                  </td>
                  <td className="num small">
                    {one.each
                      .map(
                        ({ number, times, sd }) =>
                          `${tagNumber(number)}: ${formatNumber(times, 2)} ± ${formatNumber(1.96 * sd, 2)}`,
                      )
                      .join("; ")}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="small soft">
            ± at 95 %, for the next bike of that kind. Taken over into later forecasts under{" "}
            <Link prefetch={false} href="/house">
              House rules
            </Link>
            , by hand.
          </p>
        </>
      )}
      <p className="small soft">
        What finished work taught of single steps and of the reserve, and taking it over, stands under{" "}
        <Link prefetch={false} href="/house">
          House rules
        </Link>
        .
      </p>
      <h2>Overridden</h2>
      {learned.overrides.length === 0 ? (
        <p className="soft">No finding of a finished bike was overridden.</p>
      ) : (
        <table className="lines card">
          <thead>
            <tr>
              <th>Rule</th>
              <th>Bikes</th>
              <th>Why</th>
              <th>What was wrong with them later</th>
            </tr>
          </thead>
          <tbody>
            {learned.overrides.flatMap(({ rule, bikes }) =>
              bikes.map(({ number, reason, faults }) => (
                <tr key={`${rule} ${number}`}>
                  <td>{rule}</td>
                  <td className="num">{tagNumber(number)}</td>
                  <td>{reason}</td>
                  <td>{faults.join("; ") || <span className="soft">nothing noted</span>}</td>
                </tr>
              )),
            )}
          </tbody>
        </table>
      )}
    </>
  );
}

/** What work took and cost against what was quoted, over all bikes and by kind and motor. */
function Work({ work, currency }: Pick<ShopLearned, "work" | "currency">) {
  const share = (percent: number | null) => (percent === null ? "–" : `${percent > 0 ? "+" : ""}${formatNumber(percent, 0)} %`);
  return (
    <>
      <table className="lines card">
        <thead>
          <tr>
            <th>Of</th>
            <th className="right">Timed bikes</th>
            <th className="right">Quoted, each</th>
            <th className="right">Took, each</th>
            <th className="right">Against quoted</th>
            <th className="right">Spread</th>
            <th className="right shop-only">Cost against quoted</th>
            <th className="right shop-only">Left, each</th>
          </tr>
        </thead>
        <tbody>
          {work.map((one) => (
            <tr key={one.of}>
              <td>{one.of === "all" ? <b>all bikes</b> : one.of}</td>
              <td className="right num">{one.bikes}</td>
              <td className="right num">{hours(one.quotedMinutes)}</td>
              <td className="right num">{hours(one.tookMinutes)}</td>
              <td className="right num">{share(one.minutesPercent)}</td>
              <td className="right num">{one.minutesSpread === null ? "–" : `± ${formatNumber(one.minutesSpread, 0)} %`}</td>
              <td className="right num shop-only">
                {share(one.costPercent)}
                {one.billed > 0 && one.billed < one.bikes && <span className="soft small"> of {one.billed}</span>}
              </td>
              <td className={`right num shop-only${one.lost > 0 ? " bad" : ""}`}>
                {one.leftMinor === null ? "–" : formatMoney(one.leftMinor, currency)}
                {one.lost > 0 && <span className="small">, {one.lost} lost money</span>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="small soft">
        Of the steps whose time was noted; cost is parts, carriage and hours, of bikes that are timed and billed throughout.
      </p>
    </>
  );
}
