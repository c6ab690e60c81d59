"use client";

import { Input } from "antd";
import { isOpen } from "@/core/fit/finding";
import type { FindingView } from "@/core/job/view";
import { hours, signedMoney } from "@/ui/format";
import { useKeptText } from "@/ui/useDraft";
import { VerdictMark } from "@/ui/VerdictMark";
import { Only } from "../../Only";
import { useJob } from "../JobContext";
import type { StepView } from "./stepView";

const FOUND = "bench/found ";
const MEASURED = "bench/measured ";

/** What was found at this step, and what may be done about it at once. */
export function FoundHere({ step }: { step: StepView }) {
  const { view } = useJob();
  const mine = new Set([
    ...view.job.found.filter((one) => one.step === step.id || one.task === step.id).map(({ id }) => FOUND + id),
    ...step.measures.map(({ key }) => MEASURED + key),
  ]);
  const findings = view.findings.filter((finding) => mine.has(finding.key) && finding.verdict !== "clear");
  return findings.map((finding) => <FoundCard key={finding.key} finding={finding} />);
}

function FoundCard({ finding }: { finding: FindingView }) {
  const { view, act, busy, goTo } = useJob();
  const [how, setHow, stored] = useKeptText(`${view.job.id} ${finding.key} right again`);
  const id = finding.key.startsWith(FOUND) ? finding.key.slice(FOUND.length) : null;
  const [cause, setCause, storedCause] = useKeptText(`${view.job.id} ${finding.key} it came from`);
  const settle = async () => {
    if (id === null || how.trim().length < 3) return;
    const { done } = await act({ do: "settle problem", id, how: how.trim(), cause: cause.trim() });
    if (!done) return;
    stored(how);
    storedCause(cause);
  };
  return (
    <div className={`found${finding.verdict === "stop" ? " stop" : ""}`} role="status">
      <p>
        <VerdictMark verdict={finding.verdict} settled={finding.settled} size={20} /> <b>{finding.title}.</b> {finding.says}{" "}
        <button className="link" onClick={() => void goTo("Fit", finding.key)}>
          its finding
        </button>
      </p>
      {finding.applied.map((remedy) => (
        <p key={remedy.id}>Decided: {remedy.title}.</p>
      ))}
      {isOpen(finding) && finding.remedies.length > 0 && (
        <Only may="accept">
          <div className="found-ways">
            {finding.remedies.map((remedy) => (
              <button
                key={remedy.id}
                className="button"
                disabled={busy}
                onClick={() => void act({ do: "accept", finding: finding.key, remedy: remedy.id })}
              >
                {remedy.title}{" "}
                <span className="num soft">
                  {signedMoney(remedy.would.priceMinor, view.sheet.currency)}
                  {remedy.would.minutes > 0 && `, ${hours(remedy.would.minutes)}`}
                </span>
              </button>
            ))}
          </div>
        </Only>
      )}
      {id !== null && (
        <Only may="settle problem">
          <div className="found-over">
            <Input
              value={cause}
              onChange={(event) => setCause(event.target.value)}
              onPressEnter={() => void settle()}
              placeholder="What it came from, if known"
              aria-label="What it came from, if known"
              maxLength={400}
            />
            <Input
              value={how}
              onChange={(event) => setHow(event.target.value)}
              onPressEnter={() => void settle()}
              placeholder="How it was put right"
              aria-label="How it was put right"
              maxLength={400}
            />
            <button className="button" disabled={busy || how.trim().length < 3} onClick={() => void settle()}>
              It is right again
            </button>
          </div>
        </Only>
      )}
    </div>
  );
}
