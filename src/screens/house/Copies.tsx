"use client";

import { useState } from "react";
import { formatMoment } from "@/core/units/date";

import { Only } from "../Only";

export type CopiesOf = {
  /** The moments of the copies, the latest first. */
  readonly moments: readonly string[];
  /** Hours since the latest; null when there is none. */
  readonly ageHours: number | null;
  readonly folder: string;
};
export type MakeCopy = () => Promise<{ ok: true; value: string } | { ok: false; says: string }>;

/** A copy this old is an evening's work lost, and more. */
const OLD_HOURS = 48;

/** How old the last copy of the shop is, and one more at a click. */
export function Copies({ copies, makeCopy }: { copies: CopiesOf; makeCopy: MakeCopy }) {
  const [made, setMade] = useState<{ ok: boolean; says: string } | null>(null);
  const [busy, setBusy] = useState(false);
  const { moments, ageHours, folder } = copies;
  const old = ageHours === null || ageHours > OLD_HOURS;
  const make = async () => {
    setBusy(true);
    const answer = await makeCopy().catch(() => ({ ok: false as const, says: "The bench does not answer. No copy was made." }));
    setBusy(false);
    setMade(answer.ok ? { ok: true, says: answer.value } : answer);
  };
  return (
    <section className="card house-copies">
      <h2>Copies of the shop</h2>
      <p className={old && !made?.ok ? "bad" : ""}>
        {made?.says ??
          (ageHours === null
            ? "None yet. One is made every day by itself while the bench runs."
            : `The last of ${moments.length} is of ${formatMoment(moments[0]!)}, ${ageOf(ageHours)} old.`)}
      </p>
      <p className="small soft">
        They lie in {folder}: carry one of them to another machine now and then. How one is put back stands in the README.
      </p>
      <Only may="copy the shop">
        <button className="button" disabled={busy} onClick={() => void make()}>
          {busy ? "Copying …" : "Make a copy now"}
        </button>
      </Only>
    </section>
  );
}

const ageOf = (hours: number): string =>
  hours < 1 ? "under an hour" : hours < 48 ? `${Math.floor(hours)} h` : `${Math.floor(hours / 24)} days`;
