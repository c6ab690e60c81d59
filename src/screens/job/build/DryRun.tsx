"use client";

import Link from "next/link";
import { useMemo } from "react";
import { dryRunOf } from "@/core/work/dryRun";
import { useJob } from "../JobContext";

const count = (number: number, one: string, many: string) => `${number} ${number === 1 ? one : many}`;

/** What must lie on the bench before the first bolt: one line, which opens. */
export function DryRun() {
  const { view } = useJob();
  const { steps, job, layout } = view;
  const run = useMemo(
    () => dryRunOf(steps, (id) => job.ticks[id] !== undefined, layout.places),
    [steps, job.ticks, layout.places],
  );
  // A bike that was taken in and looked at has no bolt turned yet.
  const isBegun = ({ id }: (typeof steps)[number]) => job.ticks[id] !== undefined && id !== "survey";
  if (run.tools.length === 0 && run.parts.length === 0) return null;
  return (
    <details className="dry-run card">
      <summary>
        <b>{steps.some(isBegun) ? "For what is left:" : "Before the first bolt:"}</b> {count(run.parts.length, "part", "parts")}
        {run.missing > 0 && <span className="bad">, {run.missing} not here</span>}, {count(run.tools.length, "tool", "tools")}
        {run.templates.length > 0 && `, ${count(run.templates.length, "template", "templates")} to print`}
      </summary>
      <div className="dry-run-lists">
        <div>
          <h3>Parts</h3>
          <ul>
            {run.parts.map((part) => (
              <li key={`${part.id} ${part.waits}`}>
                {part.quantity > 1 && `${part.quantity} × `}
                <Link prefetch={false} href={`/parts/${encodeURIComponent(part.id)}`}>
                  {part.name}
                </Link>
                {part.waits ? (
                  <span className="bad small"> {part.waits}</span>
                ) : (
                  part.bin && <span className="soft"> in {part.bin}</span>
                )}
                <span className="soft small dry-run-for">{part.steps.join("; ")}</span>
              </li>
            ))}
          </ul>
        </div>
        <div>
          <h3>Tools</h3>
          <ul>
            {run.tools.map((tool) => (
              <li key={tool}>{tool}</li>
            ))}
          </ul>
        </div>
        <div>
          <h3>Used up</h3>
          <ul>
            {run.uses.map((use) => (
              <li key={use}>{use}</li>
            ))}
          </ul>
          {run.templates.length > 0 && (
            <>
              <h3>Templates, printed at 100 %</h3>
              <ul>
                {run.templates.map(({ what, says }) => (
                  <li key={what}>
                    <a href={`/api/jobs/${job.id}/template.svg?what=${what}`} target="_blank" rel="noreferrer">
                      {says}
                    </a>
                  </li>
                ))}
              </ul>
            </>
          )}
        </div>
      </div>
    </details>
  );
}
