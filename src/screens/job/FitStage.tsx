"use client";

import { Input, Segmented } from "antd";
import { useEffect, useRef, useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { BASIS_WORD, weakestBasis } from "@/core/basis";
import { countVerdicts } from "@/core/fit/engine";
import { isOpen } from "@/core/fit/finding";
import type { FindingView } from "@/core/job/view";
import { donorItem } from "@/core/donor/items";
import { CAUTIONS } from "@/core/standards/cautions";
import { DownTheLine } from "@/draw/DownTheLine";
import { SideView } from "@/draw/SideView";
import type { Pin } from "@/draw/pins";
import { figure, hours, signedMoney } from "@/ui/format";
import { Key } from "@/ui/Key";
import { VerdictMark } from "@/ui/VerdictMark";
import { useSettings } from "../settings";
import { useJob } from "./JobContext";
import { WaysOut } from "./WaysOut";

/** Every finding, the drawing it is pinned on, and what makes it go. */
export function FitStage() {
  const { view, pointed, point } = useJob();
  const { findings } = view;
  const shown = findings.find((finding) => finding.key === pointed) ?? findings[0];
  const [drawing, setDrawing] = useState<"side" | "line" | null>(null);
  const counts = countVerdicts(findings);
  const open = findings.filter(isOpen);
  const pins: Pin[] = (open.length > 0 ? open : findings.slice(0, 6)).slice(0, 12).map((finding, index) => ({
    key: finding.key,
    place: finding.place,
    verdict: finding.verdict,
    number: index + 1,
    here: finding.key === shown?.key,
    title: finding.title,
  }));
  const which = drawing ?? (shown && ["chain", "ring", "stay", "shell", "cluster"].includes(shown.place) ? "line" : "side");
  return (
    <>
      <section className="hands findings" aria-label="Findings">
        <div className="findings-head">
          <b>{findings.length} checks</b>
          <span className="soft">
            {counts.stop} stop, {counts.adapt} adapt, {counts.measure} measure
          </span>
        </div>
        <ol>
          {findings.map((finding) => (
            <FindingRow
              key={finding.key}
              finding={finding}
              number={pins.find((pin) => pin.key === finding.key)?.number}
              here={finding.key === shown?.key}
              onPick={() => point(finding.key)}
            />
          ))}
        </ol>
        <Leftovers />
      </section>
      <section className="eyes fit">
        <div className="fit-drawing">
          <Segmented
            value={which}
            onChange={(value) => setDrawing(value as "side" | "line")}
            options={[
              { value: "side", label: "Side" },
              { value: "line", label: "Down the line" },
            ]}
          />
          {which === "side" ? (
            <SideView layout={view.layout} pins={pins} onPick={point} />
          ) : (
            <DownTheLine layout={view.layout} pins={pins} onPick={point} />
          )}
        </div>
        {shown && <FindingCard key={shown.key} finding={shown} />}
      </section>
    </>
  );
}

function FindingRow({
  finding,
  number,
  here,
  onPick,
}: {
  finding: FindingView;
  number: number | undefined;
  here: boolean;
  onPick: () => void;
}) {
  const { system } = useSettings();
  const row = useRef<HTMLLIElement>(null);
  useEffect(() => {
    if (here) row.current?.scrollIntoView({ block: "nearest" });
  }, [here]);
  return (
    <li ref={row}>
      <button className={`finding${here ? " here" : ""}${isOpen(finding) ? "" : " closed"}`} onClick={onPick} aria-current={here}>
        <VerdictMark verdict={finding.verdict} settled={finding.settled} />
        <span className="finding-text">
          <b>
            {number !== undefined && <span className="finding-number num">{number}</span>}
            {finding.title}
          </b>
          <span className="soft small">{finding.says}</span>
        </span>
        <span className={`num finding-margin${finding.margin && finding.margin.value < 0 && isOpen(finding) ? " bad" : ""}`}>
          {finding.verdict === "measure" && !finding.margin
            ? "?"
            : finding.margin && finding.margin.value !== 0
              ? figure(finding.margin.value, finding.margin.unit, system, 1)
              : ""}
        </span>
      </button>
    </li>
  );
}

/** What was accepted or overridden once and has nothing to hold on to now. */
function Leftovers() {
  const { view } = useJob();
  if (view.idle.length + view.unusedOverrides.length === 0) return null;
  return (
    <div className="note leftovers small">
      {view.idle.length > 0 && (
        <p>
          {view.idle.length} accepted {view.idle.length === 1 ? "remedy is" : "remedies are"} not offered any more and{" "}
          {view.idle.length === 1 ? "adds" : "add"} nothing to the sheet.
        </p>
      )}
      {view.unusedOverrides.length > 0 && (
        <p>
          {view.unusedOverrides.length} {view.unusedOverrides.length === 1 ? "override has" : "overrides have"} nothing to
          override.
        </p>
      )}
    </div>
  );
}

function FindingCard({ finding }: { finding: FindingView }) {
  const { act, goTo } = useJob();
  const { system } = useSettings();
  const [why, setWhy] = useState(false);
  useHotkeys(
    "enter",
    () =>
      void (
        isOpen(finding) &&
        finding.remedies[0] &&
        act({ do: "accept", finding: finding.key, remedy: finding.remedies[0].id })
      ),
    [finding],
  );
  const weakest = weakestBasis(finding.basis);
  return (
    <div className="finding-card">
      <div className="finding-title">
        <VerdictMark verdict={finding.verdict} settled={finding.settled} size={22} />
        <h2>{finding.title}</h2>
        <span className={`verdict-word ${finding.verdict}`}>{finding.settled ? "settled" : finding.verdict}</span>
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
          <p className="small soft">
            {weakest && `${BASIS_WORD[weakest.code]}: `}
            {finding.basis.map((basis) => basis.source).join("; ")}
          </p>
        </div>
      )}
      {finding.caution && (
        <p className="caution small">
          <b>Take care.</b> {CAUTIONS[finding.caution].says} Defer to {CAUTIONS[finding.caution].deferTo}.
        </p>
      )}
      <Remedies finding={finding} />
      {isOpen(finding) && finding.settle.length > 0 && finding.verdict === "measure" && (
        <button className="button main-action" onClick={() => goTo("Survey")}>
          Measure {donorItem(finding.settle[0]!).label.toLowerCase()} <Key>m</Key>
        </button>
      )}
      {isOpen(finding) && finding.choose && (
        <button className="button main-action" onClick={() => goTo("Drive")}>
          Choose the {finding.choose} in Drive
        </button>
      )}
      {finding.verdict === "stop" && <WaysOut />}
      <OverrideBox finding={finding} />
    </div>
  );
}

function Remedies({ finding }: { finding: FindingView }) {
  const { view, act, busy } = useJob();
  return (
    <ul className="remedies">
      {finding.applied.map((remedy) => (
        <li key={remedy.id} className="remedy taken">
          <span>
            <b>{remedy.title}</b> <span className="soft small">accepted; {remedy.says}</span>
          </span>
          <button
            className="button quiet"
            disabled={busy}
            onClick={() => void act({ do: "take back", finding: finding.key, remedy: remedy.id })}
          >
            Take back
          </button>
        </li>
      ))}
      {!finding.settled &&
        finding.remedies.map((remedy, index) => (
          <li key={remedy.id} className={`remedy${index === 0 ? " first" : ""}`}>
            <span>
              <b>{remedy.title}</b> <span className="soft small">{remedy.says}</span>
              {remedy.would.missing.length > 0 && (
                <span className="small bad"> Not in the catalogue: {remedy.would.missing.join(", ")}.</span>
              )}
              {remedy.would.opens.length > 0 && <span className="small bad"> It opens: {remedy.would.opens.join(", ")}.</span>}
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
            <button
              className={`button${index === 0 ? " main-action" : ""}`}
              disabled={busy}
              onClick={() => void act({ do: "accept", finding: finding.key, remedy: remedy.id })}
            >
              Accept {index === 0 && <Key>Enter</Key>}
            </button>
          </li>
        ))}
    </ul>
  );
}

function OverrideBox({ finding }: { finding: FindingView }) {
  const { act } = useJob();
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState("");
  if (finding.overridden)
    return (
      <p className="note">
        Overridden by {finding.overridden.by || "somebody"}: {finding.overridden.reason}{" "}
        <button className="button quiet" onClick={() => void act({ do: "withdraw override", finding: finding.key })}>
          Withdraw
        </button>
      </p>
    );
  if (!isOpen(finding) || finding.verdict === "measure") return null;
  if (finding.safety)
    return <p className="small soft">A safety {finding.verdict}: it is settled by what lifts it, never by an override.</p>;
  if (!open)
    return (
      <button className="button quiet" onClick={() => setOpen(true)}>
        Override this rule of thumb …
      </button>
    );
  const keep = async () => {
    const outcome = await act({ do: "override", finding: finding.key, reason });
    if (outcome.done) setOpen(false);
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
