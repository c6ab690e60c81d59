import { Progress } from "antd";
import type { Searching } from "@/core/supply/searchStep";
import { money } from "@/ui/format";

const WHAT: Readonly<Record<Searching["what"], string>> = {
  waiting: "Another search is done first.",
  weighing: "Suppliers, packs and carriage are weighed against each other.",
  proving: "A plan is found; whether anything is cheaper is being proved.",
  days: "What each day sooner costs is worked out:",
  apart: "What the same costs ordered job by job is worked out:",
};
const COUNTED: Readonly<Partial<Record<Searching["what"], string>>> = { days: "days", apart: "jobs" };

/** How far a search for the cheapest orders is, and the way to end it with what stands by now. */
export function SearchUnderWay({ step, currency, onStop }: { step: Searching; currency: string; onStop: () => void }) {
  const counted = COUNTED[step.what];
  return (
    <div className="card buying-search" role="status">
      <p>
        {WHAT[step.what]}
        {counted && ` ${step.done} of ${step.of} ${counted}.`}
      </p>
      <Progress
        percent={counted ? Math.round((step.done / Math.max(1, step.of)) * 100) : 0}
        showInfo={false}
        strokeColor="var(--sea)"
      />
      <div className="buying-search-foot">
        <span>
          {step.leastMinor !== null && (
            <>
              So far <b className="num">{money(step.leastMinor, currency)}</b>
            </>
          )}
        </span>
        <button className="button" onClick={onStop} disabled={step.leastMinor === null}>
          Stop and take what stands
        </button>
      </div>
    </div>
  );
}
