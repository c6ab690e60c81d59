"use client";

import { useEffect } from "react";
import { CAUTIONS, type CautionId } from "@/core/standards/cautions";
import { MeasureList } from "../build/Measures";
import { FoundHere } from "../build/FoundHere";
import { Photos } from "../Photos";
import { useJob } from "../JobContext";
import type { CheckView } from "./checkView";

/** What may hurt somebody at each stage of the checks. */
const CAUTION: Readonly<Record<CheckView["check"]["stage"], readonly CautionId[]>> = {
  "pack out": ["packFire"],
  power: ["spinningWheel", "cutOffs"],
  road: ["brakes", "law"],
};

/** One check large: what is done, with what, what passes, and when to stop. */
export function CheckCard({ state, of }: { state: CheckView; of: number }) {
  const { view } = useJob();
  const { check, number, measures, waits } = state;
  // Ready for the first reading that is still to be taken; a keypad that opens by itself would cover the check.
  useEffect(() => {
    if (window.matchMedia("(pointer: coarse)").matches || state.stands === "passed") return;
    const first = measures.findIndex(({ taken }) => taken === null);
    const boxes = document.querySelectorAll<HTMLElement>(".measures input");
    (first >= 0 ? boxes[first] : document.querySelector<HTMLElement>(".stand-bar .step-foot input"))?.focus({
      preventScroll: true,
    });
    // Once, as it is opened.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  const step = view.steps.find(({ id }) => id === (check.stage === "road" ? "roadTest" : "checks"));
  return (
    <>
      <article className="step-card">
        <p className="soft">
          Check {number} of {of}
        </p>
        <h1>{check.title}</h1>
        {CAUTION[check.stage].map((id) => (
          <p key={id} className="caution small">
            {CAUTIONS[id].says}
          </p>
        ))}
        <p className="check-does">{check.does}.</p>
        <dl className="check-limits">
          <dt>With</dt>
          <dd>{check.with}</dd>
          <dt>Passes</dt>
          <dd className="good">{check.passes}</dd>
          <dt>Stop if</dt>
          <dd className="bad">{check.stopsIf}</dd>
        </dl>
        {waits.map((why) => (
          <p key={why} className="steps-held small">
            {why}.
          </p>
        ))}
      </article>
      {step && <FoundHere step={step} />}
      <MeasureList measures={measures} label="Readings of this check" />
      <Photos step={`check ${check.id}`} />
    </>
  );
}
