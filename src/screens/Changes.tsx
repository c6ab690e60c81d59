import { formatMoment } from "@/core/units/date";

/** One change of what is kept, and what stood before it. */
export type RecordLine = {
  readonly version: number;
  readonly at: string;
  readonly by: string;
  readonly says: string;
  readonly before: unknown;
};

/**
 * Who changed it, when and how; what stood before each change can be put back.
 * @param put null for whoever may not
 */
export function Changes({
  history,
  put,
  busy = false,
}: {
  history: readonly RecordLine[];
  put: ((before: Record<string, unknown>) => void) | null;
  busy?: boolean;
}) {
  return (
    <section className="card part-changes shop-only">
      <h2>What was changed</h2>
      <ul>
        {history.map((line) => (
          <li key={line.version}>
            <span className="num small soft">{formatMoment(line.at)}</span>
            <span>
              {line.says}
              {line.by && <span className="soft">, {line.by}</span>}
            </span>
            {line.before !== null && put && (
              <button className="button quiet small" disabled={busy} onClick={() => put(line.before as Record<string, unknown>)}>
                As before this
              </button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
