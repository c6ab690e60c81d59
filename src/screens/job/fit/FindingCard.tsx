"use client";

import { Input } from "antd";
import Link from "next/link";
import { useState } from "react";
import { BASIS_WORD, weakestBasis } from "@/core/basis";
import { isOpen } from "@/core/fit/finding";
import type { WouldClear } from "@/core/fit/limits";
import type { FindingView } from "@/core/job/view";
import { CAUTIONS } from "@/core/standards/cautions";
import { figure, hours, signedMoney } from "@/ui/format";
import { Key } from "@/ui/Key";
import { useKeys } from "@/ui/useKeys";
import { Term } from "@/ui/Term";
import { VerdictMark } from "@/ui/VerdictMark";
import { useSettings } from "../../settings";
import { Only } from "../../Only";
import { useKeptText } from "@/ui/useDraft";
import { useJob } from "../JobContext";
import { WaysOut } from "./WaysOut";

/** What a finding says, why, what would make it clear, and what makes it go. */
export function FindingCard({ finding }: { finding: FindingView }) {
  const { act } = useJob();
  const { system, may } = useSettings();
  const [why, setWhy] = useState(false);
  useKeys(
    "enter",
    () => {
      const first = finding.remedies[0];
      if (may("accept") && isOpen(finding) && first && !first.refused)
        void act({ do: "accept", finding: finding.key, remedy: first.id });
    },
    // On another button Enter is that button's.
    { ignoreEventWhen: (event) => (event.target as Element | null)?.closest("a, button:not(.finding)") !== null },
  );
  const weakest = weakestBasis(finding.basis);
  return (
    <div className="finding-card">
      <div className="finding-title">
        <VerdictMark verdict={finding.verdict} settled={finding.settled} size={22} />
        <h2>{finding.title}</h2>
        <span className={`verdict-word ${finding.verdict}`}>
          <Term of={finding.verdict}>{finding.settled ? "settled" : finding.verdict}</Term>
        </span>
        <span className="fill" />
        <button className="button quiet" onClick={() => setWhy(!why)} aria-expanded={why}>
          {why ? "Less" : "Why?"}
        </button>
      </div>
      <p>{finding.says}</p>
      {finding.lifts && (
        <p className="lifts">
          <b>What would lift it:</b> {finding.lifts}.
        </p>
      )}
      {isOpen(finding) && <NextStep finding={finding} />}
      {finding.caution && (
        <p className="caution small">
          <b>Take care.</b> {CAUTIONS[finding.caution].says} Defer to {CAUTIONS[finding.caution].deferTo}.
        </p>
      )}
      <Remedies finding={finding} />
      {why && (
        <div className="why card">
          <p>{finding.why}</p>
          <table>
            <tbody>
              {finding.figures.map((row) => (
                <tr key={row.label}>
                  <td>{row.label}</td>
                  <td className="num">{figure(row.value, row.unit, system)}</td>
                  <td className="num soft">{row.plusMinus ? `± ${figure(row.plusMinus, row.unit, system)}` : ""}</td>
                </tr>
              ))}
            </tbody>
          </table>
          {finding.margin && (
            <p className="num">
              Margin {finding.margin.value > 0 ? "+" : ""}
              {figure(finding.margin.value, finding.margin.unit, system)}
              {finding.margin.plusMinus > 0 && `, measured to ± ${figure(finding.margin.plusMinus, finding.margin.unit, system)}`}
            </p>
          )}
          <p className="small soft">
            {weakest && `${BASIS_WORD[weakest.code]}: `}
            {finding.basis.map((basis) => basis.source).join("; ")}
          </p>
        </div>
      )}
      {isOpen(finding) && finding.figures.length > 0 && <Clears finding={finding} />}
      {finding.verdict === "stop" && <WaysOut />}
      <OverrideBox finding={finding} />
    </div>
  );
}

/** What is missing before it can be said: a measurement, a part, a figure of its sheet, the customer's word. */
function NextStep({ finding }: { finding: FindingView }) {
  const { view, goTo } = useJob();
  const { measureNext } = finding;
  return (
    <>
      {measureNext && (
        <button className="button main-action" onClick={() => void goTo("Survey", measureNext.key)}>
          Measure {measureNext.label.toLowerCase()} <Key>m</Key>
        </button>
      )}
      {finding.choose && (
        <button className="button main-action" onClick={() => void goTo("Drive")}>
          Choose the {finding.choose} in Drive
        </button>
      )}
      {finding.sheetOf && (
        <Link
          className="button main-action"
          prefetch={false}
          href={`/parts/${finding.sheetOf}?back=${encodeURIComponent(`/jobs/${view.job.id}/fit?at=${encodeURIComponent(finding.key)}`)}`}
        >
          Open the part&apos;s sheet
        </Link>
      )}
      {finding.asks && (
        <button className="button main-action" onClick={() => void goTo("Ask")}>
          Ask the customer
        </button>
      )}
    </>
  );
}

/** Solved on the server when asked: which single figure would make it clear, and from where on. */
function Clears({ finding }: { finding: FindingView }) {
  const { view } = useJob();
  const [found, setFound] = useState<readonly WouldClear[] | "busy" | "none" | null>(null);
  const ask = async () => {
    setFound("busy");
    try {
      const answer = await fetch(`/api/jobs/${view.job.id}/clears?finding=${encodeURIComponent(finding.key)}`);
      setFound(answer.ok ? ((await answer.json()) as WouldClear[]) : "none");
    } catch {
      setFound("none");
    }
  };
  if (found === null)
    return (
      <button className="button quiet clears-ask" onClick={() => void ask()}>
        What would make it clear?
      </button>
    );
  if (found === "busy") return <p className="soft small">working it out …</p>;
  if (found === "none") return <p className="small bad">The bench does not answer. Try again.</p>;
  return (
    <div className="clears">
      <b>Any one of these would make it clear</b>
      {found.length === 0 ? (
        <p className="soft small">No single figure does: see the remedies, or choose other parts.</p>
      ) : (
        <ul>
          {found.map((way) => (
            <li key={way.of + way.label}>{way.says}</li>
          ))}
        </ul>
      )}
    </div>
  );
}

function Remedies({ finding }: { finding: FindingView }) {
  const { view, act, busy } = useJob();
  const { may } = useSettings();
  return (
    <ul className="remedies">
      {finding.applied.map((remedy) => (
        <li key={remedy.id} className="remedy taken">
          <span>
            <b>{remedy.title}</b> <span className="soft small">accepted; {remedy.says}</span>
          </span>
          <Only may="take back">
            <button
              className="button quiet"
              disabled={busy}
              onClick={() => void act({ do: "take back", finding: finding.key, remedy: remedy.id })}
            >
              Take back
            </button>
          </Only>
        </li>
      ))}
      {!finding.settled &&
        finding.verdict !== "clear" &&
        finding.remedies.map((remedy, index) => (
          <li
            key={remedy.id}
            className={`remedy${index === 0 && !remedy.refused ? " first" : ""}${remedy.refused ? " refused" : ""}`}
          >
            <span>
              <b>{remedy.title}</b> <span className="soft small">{remedy.says}</span>
              {remedy.would.missing.length > 0 && (
                <span className="small bad"> Not in the catalogue: {remedy.would.missing.join(", ")}.</span>
              )}
              {remedy.would.opens.length > 0 && <span className="small bad"> It opens: {remedy.would.opens.join(", ")}.</span>}
              {remedy.would.against.length > 0 && (
                <span className="small bad"> In conflict with what is accepted: {remedy.would.against.join("; ")}.</span>
              )}
              {remedy.would.settles.length > 1 && (
                <span className="small good">
                  {" "}
                  It also settles: {remedy.would.settles.filter((title) => title !== finding.title).join(", ")}.
                </span>
              )}
            </span>
            <span className="remedy-cost num">
              {signedMoney(remedy.would.priceMinor, view.sheet.currency)}
              <br />
              {remedy.would.minutes === 0
                ? "0 min"
                : `${remedy.would.minutes > 0 ? "+" : "−"}${hours(Math.abs(remedy.would.minutes))}`}
            </span>
            {!may("accept") ? null : remedy.refused ? (
              <button
                className="button quiet"
                disabled={busy}
                onClick={() => void act({ do: "offer again", finding: finding.key, remedy: remedy.id })}
              >
                Offer again
              </button>
            ) : (
              <span className="remedy-buttons">
                <button
                  className={`button${index === 0 ? " main-action" : ""}`}
                  disabled={busy}
                  onClick={() => void act({ do: "accept", finding: finding.key, remedy: remedy.id })}
                >
                  Accept {index === 0 && <Key>Enter</Key>}
                </button>
                <button
                  className="button quiet"
                  disabled={busy}
                  aria-label={`Refuse ${remedy.title}`}
                  title="Not this one: it goes to the end of the list"
                  onClick={() => void act({ do: "refuse", finding: finding.key, remedy: remedy.id })}
                >
                  Refuse
                </button>
              </span>
            )}
          </li>
        ))}
    </ul>
  );
}

function OverrideBox({ finding }: { finding: FindingView }) {
  const { act, view } = useJob();
  const [open, setOpen] = useState(false);
  const [reason, setReason, stored] = useKeptText(`${view.job.id} override ${finding.key}`);
  if (finding.overridden)
    return (
      <p className="note">
        Overridden by {finding.overridden.by || "somebody"}: {finding.overridden.reason}{" "}
        <Only may="withdraw override">
          <button className="button quiet" onClick={() => void act({ do: "withdraw override", finding: finding.key })}>
            Withdraw
          </button>
        </Only>
      </p>
    );
  if (!isOpen(finding) || finding.verdict === "measure") return null;
  if (finding.safety)
    return <p className="small soft">A safety {finding.verdict}: it is settled by what lifts it, never by an override.</p>;
  if (!open)
    return (
      <Only may="override">
        <button className="button quiet" onClick={() => setOpen(true)}>
          Override this rule of thumb …
        </button>
      </Only>
    );
  const keep = async () => {
    const outcome = await act({ do: "override", finding: finding.key, reason });
    if (!outcome.done) return;
    stored(reason);
    setOpen(false);
  };
  return (
    <div className="override">
      <Input.TextArea
        autoFocus
        value={reason}
        onChange={(event) => setReason(event.target.value)}
        placeholder="The reason: it stays on the sheet and the work order"
        aria-label="Reason for the override"
        maxLength={400}
        autoSize={{ minRows: 1, maxRows: 3 }}
      />
      <button className="button" onClick={() => void keep()}>
        Override
      </button>
    </div>
  );
}
