import { VERDICTS, type Verdict } from "@/core/fit/finding";
import { VerdictMark } from "./VerdictMark";
import "./verdictCounts.css";

/** How many findings of each verdict, those that there are. */
export function VerdictCounts({ verdicts }: { verdicts: Record<Verdict, number> }) {
  return (
    <span className="verdict-counts">
      {VERDICTS.filter((verdict) => verdicts[verdict] > 0).map((verdict) => (
        <span key={verdict} title={`${verdicts[verdict]} ${verdict}`}>
          <VerdictMark verdict={verdict} size={14} />
          <span className="num">{verdicts[verdict]}</span>
        </span>
      ))}
    </span>
  );
}
