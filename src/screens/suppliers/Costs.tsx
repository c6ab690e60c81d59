"use client";

import { DEFAULT_HOUSE_RULES } from "@/core/house/defaults";
import type { HouseRules } from "@/core/house/houseRules";
import { supplierSchema } from "@/core/parts/part";
import { landedCarriage, landedGoods, landedOf, stepsAsked } from "@/core/supply/landed";
import { LANDED_ROWS } from "@/core/supply/landedRows";
import { CarriageSteps } from "@/draw/CarriageSteps";
import { money } from "@/ui/format";

type Money = Pick<HouseRules, "currency" | "rates" | "rateBufferPercent">;

const EXAMPLES = [50_00, 250_00, 1_000_00];

/** What orders cost there as it is typed now: carriage over goods, and three orders taken apart. */
export function Costs({ supplier, money: of }: { supplier: Readonly<Record<string, unknown>>; money: Money }) {
  const read = supplierSchema.safeParse(supplier);
  if (!read.success) return <p className="small soft">Here stands what an order costs, once what is typed reads.</p>;
  const house: HouseRules = { ...DEFAULT_HOUSE_RULES, ...of };
  const asks = landedCarriage(read.data, house);
  const least = read.data.terms?.leastOrderMinor ?? 0;
  const own = (minor: number) => money(minor, read.data.currency);
  const orders = EXAMPLES.map((priceMinor) => {
    const goods = landedGoods({ priceMinor, currency: read.data.currency }, "tyre", read.data, house);
    if (!goods || !asks) return null;
    const step = Math.max(
      0,
      asks.steps.findLastIndex(({ from }) => goods.worthOf(1) >= from),
    );
    const total = goods.costOf(1) + asks.steps[step]!.asks;
    const line = { priceMinor, currency: read.data.currency, packs: 1, kind: "tyre" as const };
    return { priceMinor, total, landed: landedOf([line], stepsAsked(read.data)[step]!.asks, total, read.data, house) };
  });
  return (
    <div>
      <h2>What an order costs</h2>
      <CarriageSteps steps={stepsAsked(read.data)} least={least} show={own} />
      {!asks ? (
        <p className="bad small">No rate for {read.data.currency} in the house rules: nothing of theirs has a price.</p>
      ) : (
        <table className="lines small">
          <thead>
            <tr>
              <th>Bicycle parts for</th>
              {EXAMPLES.map((minor) => (
                <th key={minor} className="right num">
                  {own(minor)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {LANDED_ROWS.filter(([, key]) => orders.some((order) => order && order.landed[key] !== 0)).map(([label, key]) => (
              <tr key={key}>
                <td>{label}</td>
                {orders.map((order, i) => (
                  <td key={i} className="right num">
                    {order && money(order.landed[key], of.currency)}
                  </td>
                ))}
              </tr>
            ))}
            <tr>
              <td>
                <b>in the shop</b>
              </td>
              {orders.map((order, i) => (
                <td key={i} className="right num">
                  <b>{order && (order.priceMinor < least ? "not taken" : money(order.total, of.currency))}</b>
                </td>
              ))}
            </tr>
          </tbody>
        </table>
      )}
    </div>
  );
}
