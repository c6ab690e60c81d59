"use client";

import { useEffect, useState } from "react";
import type { Substitute } from "@/core/job/substitutes";
import { SubstituteLine } from "@/ui/SubstituteLine";
import { Only } from "../../Only";
import { askCompare } from "../compareBench";
import { useJob } from "../JobContext";

/** What is to be bought is worked out anew after each edit: nobody waits for this, so it waits for them. */
const QUIET_MS = 700;

/** Parts that would do as well as those to be bought, and cost less or come sooner; tried out beside the page. */
export function WouldDo() {
  const { view, act, busy } = useJob();
  const { job, sheet } = view;
  const [found, setFound] = useState<{ for: string; all: readonly Substitute[] } | null>(null);
  const key = `${job.id} ${job.version}`;
  const wanted = sheet.plan.wants.length > 0;
  useEffect(() => {
    if (!wanted) return;
    let old = false;
    const timer = setTimeout(
      () =>
        void askCompare({ do: "substitutes", job }).then((answer) => {
          if (!old && answer && "substitutes" in answer) setFound({ for: key, all: answer.substitutes });
        }),
      QUIET_MS,
    );
    return () => {
      old = true;
      clearTimeout(timer);
    };
  }, [key, job, wanted]);
  const all = found?.for === key ? found.all : [];
  if (all.length === 0) return null;
  return (
    <section className="card would-do" aria-label="Would do as well">
      <h3>Would do as well</h3>
      <p className="small soft">
        Put in, no check is worse and no promise is lost.{" "}
        {view.agreed && "It was not agreed: ask the customer before another part goes in."}
      </p>
      {all.map((one) => (
        <SubstituteLine key={`${one.insteadId} ${one.partId}`} one={one} currency={sheet.currency}>
          <Only may="put in instead">
            <button
              className="button"
              disabled={busy}
              onClick={() => void act({ do: "put in instead", partId: one.partId, insteadOf: one.insteadId })}
            >
              Take it instead
            </button>
          </Only>
        </SubstituteLine>
      ))}
    </section>
  );
}
