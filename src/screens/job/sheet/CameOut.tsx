"use client";

import { useState } from "react";
import type { Afterwards, Outcome } from "@/core/cost/afterwards";
import { hours, money, signedMoney } from "@/ui/format";
import { useJob } from "../JobContext";

const ROWS: readonly [title: string, of: (one: Outcome) => number][] = [
  ["Parts", (one) => -one.partsMinor],
  ["Carriage", (one) => -one.carriageMinor],
  ["Work, at what an hour costs", (one) => -one.hoursMinor],
];

/** How a finished job's money came out: quoted, ordered, real, and what made the difference. For the shop alone. */
export function CameOut() {
  const { cameOut, sheet } = useJob().view;
  const [all, setAll] = useState(false);
  if (!cameOut) return null;
  const m = (minor: number) => money(minor, sheet.currency);
  const { quoted, ordered, real } = cameOut;
  const three = [quoted, ordered, real];
  return (
    <section className="card came-out shop-only" aria-label="How it came out">
      <h3>
        How it came out{" "}
        <b className={real.leftMinor < 0 ? "bad" : "good"}>
          {real.leftMinor < 0 ? `lost ${m(-real.leftMinor)}` : `left ${m(real.leftMinor)}`}
        </b>
      </h3>
      <p className="small soft">{known(cameOut)}</p>
      <table className="lines">
        <thead>
          <tr>
            <th>Before tax</th>
            <th className="right">As quoted</th>
            <th className="right">As ordered</th>
            <th className="right">As it came out</th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <td>Price</td>
            {three.map((_, i) => (
              <td key={i} className="right num">
                {m(cameOut.priceMinor)}
              </td>
            ))}
          </tr>
          {ROWS.map(([title, of]) => (
            <tr key={title}>
              <td>{title}</td>
              {three.map((one, i) => (
                <td key={i} className="right num">
                  {m(of(one))}
                </td>
              ))}
            </tr>
          ))}
          <tr>
            <td>Consumables, as charged</td>
            {three.map((_, i) => (
              <td key={i} className="right num">
                {m(-cameOut.consumablesMinor)}
              </td>
            ))}
          </tr>
        </tbody>
        <tfoot>
          <tr>
            <td>Left</td>
            {three.map((one, i) => (
              <td key={i} className={`right num${one.leftMinor < 0 ? " bad" : ""}`}>
                {m(one.leftMinor)}
              </td>
            ))}
          </tr>
        </tfoot>
      </table>
      {cameOut.because.length > 0 && (
        <>
          <h4>What made the difference</h4>
          <ul className="came-out-because">
            {cameOut.because.slice(0, all ? undefined : 5).map(({ says, minor }, i) => (
              // Two wheels may have a tyre of one name.
              <li key={`${says} ${i}`}>
                <span>{says}</span>
                <b className={`num ${minor < 0 ? "bad" : "good"}`}>{signedMoney(minor, sheet.currency)}</b>
              </li>
            ))}
          </ul>
        </>
      )}
      <button className="link" onClick={() => setAll(!all)}>
        {all ? "Less" : "Every line and step"}
      </button>
      {all && <Whole cameOut={cameOut} show={m} />}
    </section>
  );
}

function known({ untimed, unbilled, steps, hourCostMinor }: Afterwards): string {
  const gaps = [
    ...(untimed > 0 ? [`no time is noted for ${untimed} of ${steps.length} steps: quoted minutes count there`] : []),
    ...(unbilled > 0
      ? [`no bill is noted for ${unbilled} ${unbilled === 1 ? "order: it counts" : "orders: they count"} as placed`]
      : []),
  ];
  return `An hour at ${(hourCostMinor / 100).toFixed(2)}${gaps.length > 0 ? `; ${gaps.join("; ")}` : "; every step is timed, every order billed"}.`;
}

function Whole({ cameOut, show }: { cameOut: Afterwards; show: (minor: number) => string }) {
  const amount = (minor: number | null) => (minor === null ? "–" : show(minor));
  return (
    <div className="came-out-whole">
      <table className="lines">
        <thead>
          <tr>
            <th>Line, at what it cost</th>
            <th className="right">Quoted</th>
            <th className="right">Ordered</th>
            <th className="right">Real</th>
          </tr>
        </thead>
        <tbody>
          {cameOut.lines.map((line) => (
            <tr key={line.key}>
              <td>{line.says}</td>
              {[line.quotedMinor, line.orderedMinor, line.realMinor].map((minor, i) => (
                <td key={i} className={`right num${i === 2 && minor !== line.quotedMinor ? " moved" : ""}`}>
                  {amount(minor)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <table className="lines">
        <thead>
          <tr>
            <th>Step</th>
            <th className="right">Quoted</th>
            <th className="right">Took</th>
          </tr>
        </thead>
        <tbody>
          {cameOut.steps.map((step) => (
            <tr key={step.id + step.title}>
              <td>{step.title}</td>
              <td className="right num">{hours(step.quotedMinutes)}</td>
              <td className="right num">{step.tookMinutes === null ? "–" : hours(step.tookMinutes)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
