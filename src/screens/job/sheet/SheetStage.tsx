"use client";

import { standing } from "@/core/supply/standing";
import { Input } from "antd";
import { parseMoney } from "@/core/money/money";
import { useState } from "react";
import { overBudget } from "@/core/cost/overBudget";
import { AskBefore } from "@/ui/AskBefore";
import { Choice } from "@/ui/Choice";
import { contingencyTitle } from "@/core/cost/contingency";
import type { SheetLine } from "@/core/cost/sheet";
import { taxLines } from "@/core/cost/tax";
import { waterfall } from "@/core/cost/waterfall";
import { labourLines } from "@/core/cost/labourLines";
import { quoteMinutes } from "@/core/work/quoteMinutes";
import { Waterfall } from "@/draw/Waterfall";
import { hours, money } from "@/ui/format";
import { useSettings } from "../../settings";
import dynamic from "next/dynamic";
import { Only } from "../../Only";
import { useKeptText } from "@/ui/useDraft";
import { useJob } from "../JobContext";
import { DiscountBox } from "./DiscountBox";
import { Invoices } from "./Invoices";
import { CameOut } from "./CameOut";
import { Options } from "./Options";
import { Payments } from "./Payments";
import "./sheet.css";

const CustomerLinks = dynamic(() => import("./CustomerLinks").then((m) => m.CustomerLinks), { ssr: false });

/** The costed build sheet: every line says why it is there and goes back to its finding. */
export function SheetStage() {
  const { view } = useJob();
  const { turned } = useSettings();
  const [linking, setLinking] = useState(false);
  const { sheet, job } = view;
  const groups: [SheetLine["group"], string, number][] = [
    ["running", "The running bike", sheet.runningMinor],
    ["dressing", "The dressing", sheet.dressingMinor],
  ];
  return (
    <section className="eyes sheet wide">
      <div className="sheet-head">
        <h2>Build sheet</h2>
        <span className="fill" />
        <a className="button" href={`/api/jobs/${job.id}/sheet.pdf`} target="_blank" rel="noreferrer">
          PDF for the customer
        </a>
        <a className="button" href={`/api/jobs/${job.id}/sheet.csv`}>
          CSV
        </a>
        <Only may="customer's link">
          <button className="button" onClick={() => setLinking(true)}>
            Link for the customer
          </button>
        </Only>
        <GiveSheet />
      </div>
      {linking && <CustomerLinks onClose={() => setLinking(false)} />}
      <Options />
      {!turned && <CameOut />}
      {sheet.lines.length === 0 && <p className="card empty">Nothing on the sheet yet: choose a kit or parts in Drive.</p>}
      {groups.map(([group, title, total]) => {
        const lines = sheet.lines.filter((line) => line.group === group);
        return lines.length === 0 ? null : (
          <table key={group} className="lines">
            <thead>
              <tr>
                <th>{title}</th>
                <th>From</th>
                <th>Why it is here</th>
                <th className="right">Qty</th>
                <th className="right">Price</th>
              </tr>
            </thead>
            <tbody>
              {lines.map((line) => (
                <LineRow key={line.key} line={line} />
              ))}
            </tbody>
            <tfoot>
              <tr>
                <td colSpan={4}>Subtotal</td>
                <td className="right num">{money(total, sheet.currency)}</td>
              </tr>
            </tfoot>
          </table>
        );
      })}
      <Only may="add line">
        <AddLine />
      </Only>
      {sheet.lines.length > 0 && (
        <figure className="card waterfall">
          <figcaption>
            From parts to price
            {sheet.unpriced > 0 && (
              <span className="bad small">
                {" "}
                {sheet.unpriced} {sheet.unpriced === 1 ? "line or carriage has" : "lines or carriages have"} no price: at least
                this
              </span>
            )}
          </figcaption>
          <Waterfall
            steps={waterfall(sheet, !turned)}
            budgetMinor={sheet.budgetMinor}
            show={(minor) => money(minor, sheet.currency)}
          />
        </figure>
      )}
      {sheet.lines.length > 0 && (
        <div className="sheet-foot">
          <Totals />
          <div className="sheet-account">
            <Payments />
            <Invoices />
          </div>
        </div>
      )}
    </section>
  );
}

function LineRow({ line }: { line: SheetLine }) {
  const { view, act, goTo } = useJob();
  const { may } = useSettings();
  const fixed = line.source === "in the kit" || line.partId === null;
  const hand = line.key.startsWith("hand ");
  return (
    <tr className={line.source === "in the kit" ? "in-kit" : ""}>
      <td>{line.says}</td>
      <td>
        {fixed ? (
          <span className="soft">{hand ? "by hand" : line.partId === null ? "missing" : "kit"}</span>
        ) : (
          <Choice
            small
            disabled={!may("source")}
            value={line.source as "buy"}
            onChange={(source) => void act({ do: "source", line: line.key, source })}
            options={[
              { value: "buy", label: "bought" },
              { value: "stock", label: "our shelf" },
              { value: "customer", label: "customer's" },
            ]}
            label={`Where ${line.says} comes from`}
          />
        )}
      </td>
      <td className="soft">
        {line.finding ? (
          <button className="link" onClick={() => void goTo("Fit", line.finding!)}>
            {line.why}
          </button>
        ) : (
          line.why
        )}
        {hand && " "}
        {hand && may("remove line") && (
          <button className="link" onClick={() => void act({ do: "remove line", id: line.key.slice(5) })}>
            {" "}
            take out
          </button>
        )}
      </td>
      <td className="right num">{line.quantity}</td>
      <td className="right num">
        {line.priceMinor === null ? (
          <span className="bad">{line.problem}</span>
        ) : line.source === "in the kit" ? (
          <span className="soft">in the kit</span>
        ) : (
          money(line.priceMinor, view.sheet.currency)
        )}
      </td>
    </tr>
  );
}

function Totals() {
  const { sheet, job, steps } = useJob().view;
  // A signed sheet keeps its hours; the steps of today say nothing of them.
  const mean = Math.round(steps.reduce((sum, step) => sum + step.minutes, 0));
  const expected = Math.round(quoteMinutes(steps)) === sheet.labourMinutes ? mean : null;
  const { turned } = useSettings();
  const m = (minor: number) => money(minor, sheet.currency);
  const toPlace = sheet.plan.orders.length;
  const orders = standing(job.orders).length + toPlace;
  const rows: [string, string][] = [
    ...labourLines(sheet).map(([says, minor]): [string, string] => [says, m(minor)]),
    [
      `Carriage of ${orders} ${orders === 1 ? "order" : "orders"}${toPlace > 0 ? `, ${toPlace} to place` : ""}`,
      m(sheet.carriageMinor),
    ],
    ["Consumables", m(sheet.consumablesMinor)],
    [contingencyTitle(sheet), m(sheet.contingencyMinor)],
    ...(sheet.discountMinor > 0
      ? ([[`Discount: ${sheet.discountWhy}`, `−${m(sheet.discountMinor)}`]] as [string, string][])
      : []),
    ["Before tax", m(sheet.beforeTaxMinor)],
    ...taxLines(sheet).map(([says, minor]): [string, string] => [says, m(minor)]),
  ];
  return (
    <div className="totals card">
      {rows.map(([says, amount]) => (
        <div key={says} className="tally-row">
          <span>{says}</span>
          <span className="num">{amount}</span>
        </div>
      ))}
      <div className="tally-row grand">
        <b>All in</b>
        <b className="num">{m(sheet.allInMinor)}</b>
      </div>
      <DiscountBox />
      {expected !== null && (
        <p className="small soft">
          Labour: {hours(expected)} as its steps are expected, and {hours(sheet.labourMinutes - expected)} for what takes longer:
          one spread of all steps together, so that about five jobs in six keep within it.
        </p>
      )}
      <p className="small soft">
        Deposit {m(sheet.depositMinor)}: parts landed and a fifth of the labour, rounded up.
        {!turned && (
          <>
            {" "}
            Margin on parts {sheet.partsMarginPercent === null ? "–" : `${sheet.partsMarginPercent.toFixed(1)} %`} (for the shop,
            not on the customer&apos;s paper).
          </>
        )}
      </p>
    </div>
  );
}

function GiveSheet() {
  const { act, busy, view } = useJob();
  return (
    <Only may="give sheet">
      <AskBefore
        asks={overBudget(view.sheet)}
        yes="Give it all the same"
        disabled={busy || view.sheet.lines.length === 0}
        onYes={(asked) => void act({ do: "give sheet", ...(asked && { overBudget: true }) })}
      >
        Give it to the customer
      </AskBefore>
    </Only>
  );
}

function AddLine() {
  const { act, view } = useJob();
  const { id } = view.job;
  const [says, setSays, saysStored] = useKeptText(`${id} line says`);
  const [price, setPrice, priceStored] = useKeptText(`${id} line price`);
  const [cost, setCost, costStored] = useKeptText(`${id} line cost`);
  const [away, setAway, awayStored] = useKeptText(`${id} line away`);
  const [quantity, setQuantity] = useState("1");
  const [group, setGroup] = useState<"running" | "dressing">("dressing");
  const [wrong, setWrong] = useState("");
  const add = async () => {
    const priceMinor = parseMoney(price);
    if (says.trim() === "") return setWrong("Say what it is.");
    if (price.trim() === "") return setWrong("The price wants an amount such as 12.50.");
    if (!priceMinor.ok) return setWrong(`The price: ${priceMinor.error}.`);
    const costMinor = cost.trim() === "" ? null : parseMoney(cost);
    if (costMinor?.ok === false) return setWrong(`The cost: ${costMinor.error}.`);
    if (!/^[1-9]\d{0,2}$/.test(quantity.trim())) return setWrong("The quantity wants a whole number from 1.");
    if (!/^([1-9]\d?)?$/.test(away.trim())) return setWrong("The days away want a whole number from 1, or nothing.");
    setWrong("");
    const outcome = await act({
      do: "add line",
      line: {
        says: says.trim(),
        quantity: Number(quantity),
        priceMinor: priceMinor.value,
        costMinor: costMinor?.value ?? null,
        ...(away.trim() !== "" && { awayDays: Number(away) }),
        group,
      },
    });
    if (outcome.done) {
      saysStored(says);
      priceStored(price);
      costStored(cost);
      awayStored(away);
      setQuantity("1");
    }
  };
  return (
    <form
      className="add-line"
      onSubmit={(event) => {
        event.preventDefault();
        void add();
      }}
    >
      <Input
        value={says}
        onChange={(event) => setSays(event.target.value)}
        placeholder="A line by hand: bell, mudguards, paint …"
        aria-label="What the line is"
        maxLength={90}
      />
      <Input
        value={quantity}
        onChange={(event) => setQuantity(event.target.value)}
        aria-label="Quantity"
        className="num add-quantity"
        inputMode="numeric"
        maxLength={3}
      />
      <Input
        value={price}
        onChange={(event) => setPrice(event.target.value)}
        placeholder="price each"
        aria-label="Price each, before tax"
        className="num add-price"
        inputMode="decimal"
        maxLength={12}
      />
      <Input
        value={cost}
        onChange={(event) => setCost(event.target.value)}
        placeholder="cost each"
        aria-label="What one costs the shop, if it is known"
        className="num add-price shop-only"
        inputMode="decimal"
        maxLength={12}
      />
      <Input
        value={away}
        onChange={(event) => setAway(event.target.value)}
        placeholder="days away"
        aria-label="Done by another shop: days for which the bike is away"
        className="num add-price"
        inputMode="numeric"
        maxLength={2}
      />
      <Choice
        value={group}
        onChange={setGroup}
        options={[
          { value: "running", label: "running bike" },
          { value: "dressing", label: "dressing" },
        ]}
        label="Group"
      />
      <button className="button">Add line</button>
      {wrong && <span className="bad small">{wrong}</span>}
    </form>
  );
}
