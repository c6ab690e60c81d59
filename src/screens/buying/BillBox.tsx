"use client";

import { Input } from "antd";
import { useState } from "react";
import { parseMoney } from "@/core/money/money";
import type { Currency } from "@/core/parts/part";
import { askBill } from "@/core/supply/bill";
import type { Bill } from "@/core/supply/billSchema";
import type { PlacedOrder } from "@/core/supply/placedOrder";
import { formatDay } from "@/core/units/date";
import { AskBefore, useEnterAsks } from "@/ui/AskBefore";
import { money, signedMoney } from "@/ui/format";
import { useKeptText } from "@/ui/useDraft";
import "./billBox.css";

/** What the supplier billed for an order against what it was placed at; noted, or taken back. */
export function BillBox({
  order,
  billed,
  busy,
  may,
  onNote,
}: {
  order: { number: string; currency: Currency; goodsMinor: number; carriageMinor: number };
  billed: PlacedOrder["billed"];
  busy: boolean;
  may: boolean;
  onNote: (bill: Bill | null, confirmed: boolean) => Promise<boolean>;
}) {
  const [goods, setGoods, goodsStored] = useKeptText(`${order.number} bill goods`);
  const [carriage, setCarriage, carriageStored] = useKeptText(`${order.number} bill carriage`);
  const [number, setNumber, numberStored] = useKeptText(`${order.number} bill number`);
  const [wrong, setWrong] = useState("");
  const [noteButton, enter] = useEnterAsks();
  const placed = order.goodsMinor + order.carriageMinor;
  if (billed) {
    const more = billed.goodsMinor + billed.carriageMinor - placed;
    return (
      <p className="bill-box">
        Billed{billed.number && ` with ${billed.number}`} on {formatDay(billed.at)}:{" "}
        <b className="num">{money(billed.goodsMinor + billed.carriageMinor, order.currency)}</b>
        {more === 0 ? (
          <span className="good">as it was placed</span>
        ) : (
          <span className={more > 0 ? "bad" : "good"}>{signedMoney(more, order.currency)} against the order</span>
        )}
        {may && (
          <button className="link" disabled={busy} onClick={() => void onNote(null, false)}>
            Take the bill back
          </button>
        )}
      </p>
    );
  }
  if (!may) return null;
  const [g, c] = [parseMoney(goods), parseMoney(carriage)];
  const bill = g.ok && c.ok ? { number: number.trim(), goodsMinor: g.value, carriageMinor: c.value } : null;
  const note = async (confirmed: boolean) => {
    if (!bill)
      return setWrong(
        goods.trim() === ""
          ? "Write what the goods came to, such as 412.50."
          : carriage.trim() === ""
            ? "Write what the carriage came to; 0 where there was none."
            : !g.ok
              ? `The goods: ${g.error}.`
              : `Carriage: ${c.ok ? "" : c.error}.`,
      );
    setWrong("");
    if (!(await onNote(bill, confirmed))) return;
    goodsStored(goods);
    carriageStored(carriage);
    numberStored(number);
  };
  return (
    <div className="bill-box">
      <span>
        Their bill <span className="soft small">without the tax that you get back, in {order.currency}</span>
      </span>
      <Input
        className="num"
        value={goods}
        inputMode="decimal"
        onChange={(event) => setGoods(event.target.value)}
        onPressEnter={enter}
        placeholder={`goods ${(order.goodsMinor / 100).toFixed(2)}`}
        aria-label={`${order.number}: goods as billed`}
        maxLength={20}
      />
      <Input
        className="num"
        value={carriage}
        inputMode="decimal"
        onChange={(event) => setCarriage(event.target.value)}
        onPressEnter={enter}
        placeholder={`carriage ${(order.carriageMinor / 100).toFixed(2)}`}
        aria-label={`${order.number}: carriage as billed`}
        maxLength={20}
      />
      <Input
        value={number}
        onChange={(event) => setNumber(event.target.value)}
        onPressEnter={enter}
        placeholder="their number"
        aria-label={`${order.number}: number of their bill`}
        maxLength={40}
      />
      <AskBefore
        asks={bill && askBill(order, bill)}
        yes="It is"
        disabled={busy || (goods.trim() === "" && carriage.trim() === "")}
        quiet
        buttonRef={noteButton}
        onYes={(asked) => void note(asked)}
      >
        Note it
      </AskBefore>
      {wrong && (
        <span className="bad small" role="status">
          {wrong}
        </span>
      )}
    </div>
  );
}
