"use client";

import { useMemo } from "react";
import { isQuicker, networkOf } from "@/core/work/network";
import { hours } from "@/ui/format";
import { useJob } from "../JobContext";

const SHOWN_SHORTER = 3;
const percent = (part: number, whole: number) => `${((100 * part) / whole).toFixed(2)}%`;

/** How what is left of the work hangs together: one line, which opens to a picture of it. */
export function Course() {
  const { view, setAt } = useJob();
  const { steps, job, work } = view;
  const net = useMemo(
    () => networkOf(steps, (id) => job.ticks[id] !== undefined, work.dayMinutes, work.curing),
    [steps, job.ticks, work.dayMinutes, work.curing],
  );
  if (net.nodes.length < 2) return null;
  const titleOf = (id: string) => steps.find((step) => step.id === id)?.title ?? id;
  const cures = net.nodes.some((node) => node.curesMin > 0);
  return (
    <details className="course card">
      <summary>
        <b>What is left:</b> {hours(net.oneMin)} for one{cures && ", what cures among it"};{" "}
        {isQuicker(net) ? `with a second pair of hands ${hours(net.twoMin)}` : "a second pair of hands is no quicker"}
      </summary>
      <ol className="course-steps">
        {net.nodes.map((node) => (
          <li key={node.id} className={node.isCritical ? "critical" : ""}>
            <button className="course-title" onClick={() => setAt(node.id)}>
              {titleOf(node.id)}
            </button>
            <span className="small soft">{node.isDone ? "done, cures" : node.place}</span>
            <span className="course-line" aria-hidden="true">
              <span
                className="course-bar"
                style={{ left: percent(node.startMin, net.chainMin), width: percent(node.minutes, net.chainMin) }}
              />
              <span
                className="course-cures"
                style={{
                  left: percent(node.startMin + node.minutes, net.chainMin),
                  width: percent(node.curesMin, net.chainMin),
                }}
              />
              <span
                className="course-float"
                style={{
                  left: percent(node.startMin + node.minutes + node.curesMin, net.chainMin),
                  width: percent(node.floatMin, net.chainMin),
                }}
              />
            </span>
            <span className="num small">{node.isCritical ? "no play" : `play ${hours(node.floatMin)}`}</span>
          </li>
        ))}
      </ol>
      <p className="small">
        Dark: the longest chain of steps that wait for each other, {hours(net.chainMin)} ± {hours(net.chainSpreadMin)}. The others
        may begin so much later as their thin line is long. The bike is in one place at a time; wheels go on beside it.
        {net.twoMin > net.twoAtLeastMin + 1 && ` No order of work with two is under ${hours(net.twoAtLeastMin)}.`}
        {cures && ` Hatched: what cures, without anybody; a day of it counts as a working day, ${hours(work.dayMinutes)}.`}
      </p>
      {net.shortens.length > 0 && (
        <p className="small">
          What is saved on these shortens the chain, by so much at the most:{" "}
          {net.shortens
            .slice(0, SHOWN_SHORTER)
            .map(({ id, byMin }) => `${titleOf(id)} (${hours(byMin)})`)
            .join("; ")}
          .
        </p>
      )}
    </details>
  );
}
