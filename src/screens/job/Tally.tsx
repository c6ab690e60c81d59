"use client";

import { useState } from "react";
import { givesAs } from "@/core/wish/promiseIds";
import { countVerdicts, VERDICTS } from "@/core/fit/finding";
import { promisePlusMinus } from "@/core/promise/promiseText";
import type { Promise as Promised } from "@/core/promise/promises";
import { formatNumber, formatQuantity } from "@/core/units/formatQuantity";
import { hours, money, figure, signedMoney } from "@/ui/format";
import { Term } from "@/ui/Term";
import { VerdictMark } from "@/ui/VerdictMark";
import { formatDay } from "@/core/units/date";
import { useSettings } from "../settings";
import { useJob } from "./JobContext";
import { useChooseSet } from "./useChooseSet";
import { usePromises } from "./usePromises";
import "./tally.css";

/** Always there on the right: each promise asked and predicted, the money against the budget, the findings counted. */
export function Tally() {
  const { view, goTo } = useJob();
  const promises = usePromises();
  const { sheet } = view;
  const counts = countVerdicts(view.findings);
  // On a narrow screen it is one line that opens.
  const [open, setOpen] = useState(false);
  return (
    <aside className={`tally${open ? " open" : ""}`} aria-label="Tally">
      <button className="tally-line" onClick={() => setOpen(!open)} aria-expanded={open}>
        <b className="num">{money(sheet.allInMinor, sheet.currency)}</b>
        {VERDICTS.filter((verdict) => counts[verdict] > 0).map((verdict) => (
          <span key={verdict}>
            <VerdictMark verdict={verdict} size={15} /> <span className="num">{counts[verdict]}</span> {verdict}
          </span>
        ))}
        <span className="fill" />
        <span className="link">{open ? "Less" : "Promises and money"}</span>
      </button>
      <section>
        <h3>
          Promises <span className="soft small">asked, predicted, proved</span>
        </h3>
        {promises.map((promise) => (
          <PromiseLine key={promise.id} promise={promise} />
        ))}
      </section>
      <section>
        <h3>
          Findings{" "}
          <span className="soft small">
            {view.findings.length} {view.findings.length === 1 ? "check" : "checks"}
          </span>
        </h3>
        <button className="tally-findings" onClick={() => void goTo("Fit")}>
          <span className="sr-only">Go to the findings: </span>
          {VERDICTS.map((verdict) => (
            <span key={verdict} className={counts[verdict] === 0 ? "none" : ""}>
              <VerdictMark verdict={verdict} size={17} />
              <b className="num">{counts[verdict]}</b> {verdict}
            </span>
          ))}
        </button>
      </section>
      <section>
        <h3>
          Money{" "}
          <span className="soft small">
            {sheet.budgetMinor === null ? "no budget yet" : `of ${money(sheet.budgetMinor, sheet.currency)}`}
          </span>
        </h3>
        <Row says="Running bike" term="running bike" minor={sheet.runningMinor} />
        <Row says="Dressing" term="dressing" minor={sheet.dressingMinor} />
        <Row says={`Labour ${hours(sheet.labourMinutes)}`} minor={sheet.labourMinor} />
        <Row says="Carriage" minor={sheet.carriageMinor} />
        <Row says="Sundries, reserve" term="sundries, reserve" minor={sheet.consumablesMinor + sheet.contingencyMinor} />
        {sheet.discountMinor > 0 && <Row says="Discount" minor={-sheet.discountMinor} />}
        <Row says="Tax" minor={sheet.taxMinor} />
        <Budget />
      </section>
    </aside>
  );
}

function Row({ says, minor, term }: { says: string; minor: number; term?: Parameters<typeof Term>[0]["of"] }) {
  const { view } = useJob();
  return (
    <div className="tally-row">
      <span>{term ? <Term of={term}>{says}</Term> : says}</span>
      <span className="num">{money(minor, view.sheet.currency)}</span>
    </div>
  );
}

function Budget() {
  const { view } = useJob();
  const { sheet } = view;
  const over = sheet.budgetMinor !== null && sheet.allInMinor > sheet.budgetMinor;
  const scale = Math.max(sheet.allInMinor, sheet.budgetMinor ?? 0, 1);
  return (
    <div className={`budget${over ? " over" : ""}`}>
      <div className="tally-row">
        <b>All in{sheet.unpriced > 0 || view.lacks !== "" ? ", at least" : ""}</b>
        <b className="num">{money(sheet.allInMinor, sheet.currency)}</b>
      </div>
      <svg width="100%" height="14" role="img" aria-label={over ? "over the budget" : "within the budget"}>
        <rect width="100%" height="10" y="2" rx="3" fill="#D9D5C8" />
        <rect width={`${(100 * sheet.allInMinor) / scale}%`} height="10" y="2" rx="3" fill={over ? "#C23B22" : "#3F7A4E"} />
        {sheet.budgetMinor !== null && (
          <line
            x1={`${Math.min(99.4, (100 * sheet.budgetMinor) / scale)}%`}
            x2={`${Math.min(99.4, (100 * sheet.budgetMinor) / scale)}%`}
            y1="0"
            y2="14"
            stroke="#1D2A30"
            strokeWidth="2"
          />
        )}
      </svg>
      {sheet.budgetMinor !== null && sheet.allInMinor > 0 && (
        <p className={`small ${over ? "bad" : "soft"}`}>
          {over
            ? `${money(sheet.allInMinor - sheet.budgetMinor, sheet.currency)} over the budget`
            : `${money(sheet.budgetMinor - sheet.allInMinor, sheet.currency)} left`}
        </p>
      )}
      {view.withFirstMinor !== null && sheet.allInMinor > 0 && (
        <p className="small soft">
          with the first remedies <span className="num">{money(view.withFirstMinor, sheet.currency)}</span>
        </p>
      )}
      {sheet.unpriced > 0 && (
        <p className="small bad">
          {sheet.unpriced} {sheet.unpriced === 1 ? "line has" : "lines have"} no price
        </p>
      )}
    </div>
  );
}

/** The part that alone would keep a ride promise, to choose at once. */
export function NearestPartLine({ id }: { id: Promised["id"] }) {
  const { view, rides } = useJob();
  const choose = useChooseSet();
  if (rides.nearestParts === null || (id !== "range" && id !== "hill")) return null;
  const part = rides.nearestParts.find((one) => one.promise === id);
  if (!part) return <p className="small soft">No part of the catalogue alone keeps it.</p>;
  return (
    <p className="small">
      <button className="link" onClick={() => void choose(part.choices)} aria-label={`Choose ${part.name}, which keeps it`}>
        {part.name}
      </button>{" "}
      keeps it: {formatNumber(part.predicted, 0)} {id === "range" ? "km" : "km/h"},{" "}
      <span className="num">{signedMoney(part.deltaMinor, view.sheet.currency)}</span>
    </p>
  );
}

const ORDINALS = ["first", "second", "third", "fourth", "fifth", "last"];

function PromiseLine({ promise }: { promise: Promised }) {
  const { view } = useJob();
  const { system } = useSettings();
  const show = (value: number | string | null) => {
    if (value === null) return "–";
    if (promise.id === "price") return money(Number(value), view.sheet.currency);
    if (promise.id === "mass") return figure(Number(value), "kg", system);
    if (promise.id === "assist" || promise.id === "hill") return formatQuantity(Number(value), "speed", system);
    if (promise.id === "range") return formatQuantity(Number(value), "distance", system);
    return formatDay(String(value));
  };
  const gives = givesAs(view.job.wish.gives, promise.id);
  const least = promise.id === "range" || promise.id === "hill";
  const unsure = least && promise.asked !== null && promise.predicted !== null ? "not sure" : "";
  const word = promise.kept === null ? unsure : promise.kept ? "kept" : "not kept";
  return (
    <div className={`promise${promise.kept === false ? " broken" : ""}`} title={promise.note}>
      <div className="tally-row">
        <span>{promise.title}</span>
        <b className="num">{show(promise.predicted)}</b>
      </div>
      <div className="tally-row small soft">
        <span>
          {promise.asked === null
            ? "not asked"
            : `asked ${promise.id === "ready" ? "by" : least ? "≥" : "≤"} ${show(promise.asked)}`}
          {gives !== null && <span className="gives">, gives {ORDINALS[gives - 1]}</span>}
        </span>
        <span className={promise.kept === false ? "bad" : promise.kept ? "good" : ""}>{word}</span>
      </div>
      {promise.proved !== null && (
        <div className="tally-row small">
          <span>
            proved {show(promise.proved)} {promisePlusMinus(promise.id, promise.plusMinus)}
          </span>
          <span className={promise.stands === "kept" ? "good" : promise.stands === "not kept" ? "bad" : "soft"}>
            {promise.stands ?? ""}
          </span>
        </div>
      )}
      {promise.predicted === null && promise.asked !== null && <p className="small soft">{promise.note}</p>}
      {promise.kept === false && <NearestPartLine id={promise.id} />}
    </div>
  );
}
