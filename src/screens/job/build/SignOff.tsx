"use client";

import { Input } from "antd";
import { AFTER_SIGNING } from "@/core/work/signature";
import { formatMoment } from "@/core/units/date";
import { useKeptText } from "@/ui/useDraft";
import { Only } from "../../Only";
import { useSettings } from "../../settings";
import { useJob } from "../JobContext";

/** What comes once the bike is signed for: the paper, what goes back, the visit. */
function AfterSigning() {
  const { view } = useJob();
  const { job, steps, work } = view;
  const visit = steps.find((step) => AFTER_SIGNING.has(step.id));
  const back = work.goesBack.length;
  return (
    <span>
      Next: print the work order for the customer
      {back > 0 && `, hand back what came off (${back} ${back === 1 ? "thing" : "things"}, listed below)`}
      {visit && !job.ticks[visit.id] && `, and agree the day of the visit: ${visit.title.toLowerCase()}`}.
    </span>
  );
}

/** The signature: what is left before it, or who gave it. */
export function SignOff() {
  const { view, act, busy } = useJob();
  const { by } = useSettings();
  const { job, steps } = view;
  const { work } = view;
  const [despite, setDespite, despiteStored] = useKeptText(`${job.id} sign despite`);
  const left = steps.filter((step) => !job.ticks[step.id] && !AFTER_SIGNING.has(step.id)).length;
  const held = work.signHeld.why.length > 0;
  const ready = left === 0 && (!held || (!work.signHeld.stop && despite.trim().length >= 8));
  return (
    <div className="sign card">
      {job.signed && (
        <b className={work.changed.length === 0 ? "good" : "bad"}>
          Signed by {job.signed.by}, {formatMoment(job.signed.at)}
          {work.changed.length > 0 && ", for another state"}
        </b>
      )}
      {job.signed && work.changed.length === 0 && <AfterSigning />}
      {(!job.signed || work.changed.length > 0) && (
        <>
          <span>
            {left > 0
              ? `${left} ${left === 1 ? "step" : "steps"} left before it can be signed.`
              : by
                ? `All done. Signing as ${by}.`
                : "All done. Put your name at the top right to sign."}
          </span>
          {left === 0 && held && !work.signHeld.stop && (
            <Input
              value={despite}
              onChange={(event) => setDespite(event.target.value)}
              placeholder={`${work.signHeld.why[0]}. Reason to sign all the same`}
              aria-label="Reason to sign all the same"
              maxLength={400}
            />
          )}
          <Only may="sign">
            <button
              className="button main-action"
              disabled={busy || !ready}
              onClick={() =>
                void act({ do: "sign", ...(held && { despite: despite.trim() }) }).then(
                  ({ done }) => done && despiteStored(despite),
                )
              }
            >
              {job.signed ? "Sign it anew" : "Sign the work order"}
            </button>
          </Only>
        </>
      )}
      <span className="fill" />
      <a className="button quiet" href={`/api/jobs/${job.id}/labels.pdf`} target="_blank" rel="noreferrer">
        Labels PDF
      </a>
      <a className="button" href={`/api/jobs/${job.id}/work.pdf`} target="_blank" rel="noreferrer">
        Work order PDF
      </a>
    </div>
  );
}
