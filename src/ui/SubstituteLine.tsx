import type { ReactNode } from "react";
import type { Substitute } from "@/core/job/substitutes";
import type { Currency } from "@/core/parts/part";
import { money } from "./format";
import "./substitutes.css";

/** One part instead of another: what it saves, how much sooner all is here, and what would be different. */
export function SubstituteLine({ one, currency, children }: { one: Substitute; currency: Currency; children?: ReactNode }) {
  const gains = [
    ...(one.savesMinor > 0 ? [`saves ${money(one.savesMinor, currency)}`] : []),
    ...(one.daysSooner > 0 ? [`all is here ${one.daysSooner} ${one.daysSooner === 1 ? "day" : "days"} sooner`] : []),
  ];
  const costs = [
    ...(one.savesMinor < 0 ? [`${money(-one.savesMinor, currency)} dearer`] : []),
    ...(one.daysSooner < 0 ? [`${-one.daysSooner} ${one.daysSooner === -1 ? "day" : "days"} later`] : []),
  ];
  return (
    <div className="substitute">
      <p>
        <b>{one.name}</b> instead of {one.insteadName}: <b className="good">{gains.join(", ")}</b>
        {costs.length > 0 && <span className="bad">, {costs.join(", ")}</span>}
        {one.changes.length > 0 && <span className="soft small"> {one.changes.join("; ")}</span>}
      </p>
      {children}
    </div>
  );
}
