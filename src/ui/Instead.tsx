"use client";

import { tagNumber } from "@/core/units/tagNumber";
import Link from "next/link";
import { useState } from "react";
import type { Substitute } from "@/core/job/substitutes";
import type { Currency } from "@/core/parts/part";
import { SubstituteLine } from "./SubstituteLine";

type Found = {
  readonly currency: Currency;
  readonly jobs: readonly {
    readonly jobId: string;
    readonly number: number;
    readonly customer: string;
    readonly substitutes: readonly Substitute[];
  }[];
  readonly left: number;
};

/** Looks for what would do as well as a part, or as all that some jobs buy; sought only when it is asked for. */
export function Instead({ ask, none }: { ask: { partId: string } | { jobs: readonly string[] }; none: string }) {
  const [found, setFound] = useState<{ for: string; is: Found | string } | null>(null);
  const [busy, setBusy] = useState(false);
  const key = JSON.stringify(ask);
  const look = async () => {
    setBusy(true);
    const answer = await fetch("/api/buying/instead", { method: "POST", body: key }).catch(() => null);
    const body = (await answer?.json().catch(() => null)) as (Found & { error?: string }) | null;
    setBusy(false);
    setFound({ for: key, is: answer?.ok && body ? body : (body?.error ?? "The shop does not answer: look again later.") });
  };
  const is = found?.for === key ? found.is : null;
  const some = is !== null && typeof is !== "string" ? is.jobs.filter((job) => job.substitutes.length > 0) : [];
  return (
    <div className="instead">
      <button className="button" disabled={busy} onClick={() => void look()}>
        {busy ? "Trying parts …" : "Look for what would do as well"}
      </button>
      {typeof is === "string" && (
        <p className="bad" role="status">
          {is}
        </p>
      )}
      {is !== null && typeof is !== "string" && (
        <div role="status">
          {some.length === 0 && <p className="soft">{none}</p>}
          {some.map((job) => (
            <div key={job.jobId}>
              <p>
                <Link prefetch={false} href={`/jobs/${job.jobId}/order`}>
                  {tagNumber(job.number)} {job.customer}
                </Link>
              </p>
              {job.substitutes.map((one) => (
                <SubstituteLine key={`${one.insteadId} ${one.partId}`} one={one} currency={is.currency} />
              ))}
            </div>
          ))}
          {is.left > 0 && <p className="soft small">{is.left} more jobs were not gone through: look in their Order.</p>}
        </div>
      )}
    </div>
  );
}
