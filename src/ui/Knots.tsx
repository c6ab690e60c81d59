import "./knots.css";

type Stage = { name: string; knot: string; undone: number };

/** The ten stages as knots on a line: open, half or tied, each with the count of what is still undone there. */
export function Knots({
  stages,
  current,
  onPick,
}: {
  stages: readonly Stage[];
  current?: string;
  onPick?: (name: string) => void;
}) {
  return (
    <ol className={`knots${onPick ? " knots-large" : ""}`}>
      {stages.map((stage, index) => {
        const label = `${stage.name}${stage.undone > 0 ? `, ${stage.undone} left` : ""}`;
        const inner = (
          <>
            <Knot knot={stage.knot} />
            {onPick && <span className="knot-name">{stage.name}</span>}
            {onPick && stage.undone > 0 && (
              <span className="knot-count num">
                {stage.undone}
                <span className="sr-only"> left</span>
              </span>
            )}
          </>
        );
        return (
          <li key={stage.name} className={stage.name === current ? "here" : ""} title={label}>
            {onPick ? (
              <button
                onClick={() => onPick(stage.name)}
                aria-current={stage.name === current ? "step" : undefined}
                title={`${label} ( ${(index + 1) % 10} )`}
              >
                {inner}
              </button>
            ) : (
              inner
            )}
          </li>
        );
      })}
    </ol>
  );
}

function Knot({ knot }: { knot: string }) {
  return (
    <svg width="22" height="22" viewBox="0 0 22 22" aria-hidden className="knot">
      <circle cx="11" cy="11" r="9" fill={knot === "tied" ? "#1D2A30" : "#FFFFFF"} stroke="#1D2A30" strokeWidth="2" />
      {knot === "half" && <path d="M11 2a9 9 0 0 0 0 18z" fill="#1D2A30" />}
      {knot === "tied" && <path d="M6.6 11.2l3 3 5.6-6" fill="none" stroke="#FFFFFF" strokeWidth="2.2" />}
    </svg>
  );
}
