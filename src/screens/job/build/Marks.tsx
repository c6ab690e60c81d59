"use client";

import { formatMoment } from "@/core/units/date";
import { unmarked } from "@/core/work/marks";
import { Key } from "@/ui/Key";
import { useKeys } from "@/ui/useKeys";
import { useSettings } from "../../settings";
import { useJob } from "../JobContext";
import type { StepView } from "./stepView";

/** What gets a witness mark at this step, and what somebody signs for: a box each, with the name of whoever touched it. A key takes the next. */
export function Marks({ step }: { step: StepView }) {
  const { view, act, busy } = useJob();
  const { may } = useSettings();
  const ticked = view.job.ticks[step.id] !== undefined;
  const next = ticked || busy || !may("mark") ? undefined : unmarked(step.marks, view.job.marks)[0];
  const markNext = () => {
    if (next) void act({ do: "mark", mark: next.key });
  };
  useKeys("k", markNext);
  useKeys("alt+k", markNext, { enableOnFormTags: true });
  if (step.marks.length === 0) return null;
  return (
    <section className="marks" aria-label="Mark and sign">
      <h3>
        Mark and sign <Key>k</Key>
      </h3>
      <ul>
        {step.marks.map(({ key, kind, says }) => {
          const named = view.job.marks[key];
          return (
            <li key={key}>
              <button
                className="mark-box"
                role="checkbox"
                aria-checked={named !== undefined}
                disabled={busy || ticked || !may(named ? "unmark" : "mark")}
                onClick={() => void act({ do: named ? "unmark" : "mark", mark: key })}
              >
                <span className="mark-tick">{named && "✓"}</span>
                <span>
                  {kind === "witness" && <b>Witness mark. </b>}
                  {says}
                </span>
                <span className="small soft mark-by">{named && `${named.by || "no name"}, ${formatMoment(named.at)}`}</span>
              </button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
