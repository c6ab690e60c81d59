"use client";

import { Dialog } from "@/ui/Dialog";
import { useEffect, useState } from "react";
import type { BenchPage, Planning } from "@/core/bench/page";
import { money } from "@/ui/format";
import { asked } from "./asked";

const LOOK_MS = 400;

/** Looks for a better plan, tells how far it is from what no plan beats, and keeps it when somebody wants it. */
export function PlanSearch({
  page,
  busy,
  onKeep,
  onBack,
}: {
  page: BenchPage;
  busy: boolean;
  onKeep: (found: string | null) => Promise<boolean>;
  onBack: () => Promise<boolean>;
}) {
  const [step, setStep] = useState<Planning | null>(null);
  const [says, setSays] = useState("");
  const [isOpen, setOpen] = useState(false);
  const id = step?.id;
  const isUnderWay = step !== null && !step.isOver;
  const take = (answer: Awaited<ReturnType<typeof asked<Planning>>>) => {
    if (answer.ok) setStep(answer.value);
    else {
      setStep(null);
      setSays(answer.says);
    }
  };
  useEffect(() => {
    if (!isUnderWay || id === undefined) return;
    let ended = false;
    const timer = setInterval(() => {
      void asked<Planning>("/api/bench/planning", { id }).then((answer) => {
        if (!ended) take(answer);
      });
    }, LOOK_MS);
    return () => {
      ended = true;
      clearInterval(timer);
    };
  }, [isUnderWay, id]);
  const begin = async () => {
    setSays("");
    setStep(null);
    setOpen(true);
    take(await asked<Planning>("/api/bench/planning", {}));
  };
  const amount = (minor: number) => <b className="num">{money(minor, page.currency)}</b>;
  const gap = step?.boundMinor == null || step.lateMinor === 0 ? 0 : (step.lateMinor - step.boundMinor) / step.lateMinor;
  const isSame = step !== null && step.isOver && step.moved.length === 0;
  return (
    <>
      {(!page.isKept || page.moved.length > 0) && page.jobs.length > 0 && (
        <button className="button" onClick={() => void onKeep(null)} disabled={busy}>
          Keep as it stands
        </button>
      )}
      {page.version > 0 && (
        <button className="button quiet" onClick={() => void onBack()} disabled={busy}>
          Plan before
        </button>
      )}
      <button className="button main-action" onClick={() => void begin()} disabled={busy || page.jobs.length === 0}>
        Find a better plan
      </button>
      {isOpen && (
        <Dialog
          open
          title="A better plan"
          footer={null}
          width={620}
          onCancel={() => {
            if (isUnderWay && id !== undefined) void asked("/api/bench/planning", { id, stop: true });
            setOpen(false);
          }}
        >
          <div className="bench-search" role="status">
            {says !== "" && <p className="bad">{says}</p>}
            {step === null && says === "" && <p>It begins …</p>}
            {step !== null && (
              <>
                <p>
                  {isUnderWay ? "So far" : "Found"}: being late costs {amount(step.lateMinor)}; as it stands{" "}
                  {amount(page.lateMinor)}.
                </p>
                <p>
                  {step.boundMinor === null ? (
                    "What no plan beats is being proved."
                  ) : step.lateMinor <= step.boundMinor ? (
                    <>No plan costs less: proved.</>
                  ) : (
                    <>
                      No plan costs less than {amount(step.boundMinor)}: proved. This one is at most {Math.ceil(gap * 100)} %
                      above the best.
                    </>
                  )}
                </p>
                {step.isOver && step.lateMinor === page.lateMinor && step.soonerDays >= 0.05 && (
                  <p>All bikes together are ready {step.soonerDays.toFixed(1)} days sooner than by the plan that stands.</p>
                )}
                {step.tries > 0 && <p className="small soft">{step.tries} plans were tried.</p>}
                {isUnderWay && (
                  <button
                    className="button"
                    onClick={() => void asked<Planning>("/api/bench/planning", { id, stop: true }).then(take)}
                  >
                    Stop and take what stands
                  </button>
                )}
                {isSame && <p>It is the plan that stands: nothing would move to another day.</p>}
                {step.isOver && step.moved.length > 0 && (
                  <>
                    <h3>What it moves</h3>
                    <ul className="bench-told">
                      {step.moved.map((one) => (
                        <li key={`${one.job} ${one.says}`} className={one.hit ? "bad" : ""}>
                          {one.says}
                        </li>
                      ))}
                    </ul>
                    <button
                      className="button main-action"
                      disabled={busy}
                      onClick={() => void onKeep(step.id).then((kept) => kept && setOpen(false))}
                    >
                      Keep this plan
                    </button>
                  </>
                )}
              </>
            )}
          </div>
        </Dialog>
      )}
    </>
  );
}
