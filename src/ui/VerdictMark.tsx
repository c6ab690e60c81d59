import type { Verdict } from "@/core/fit/finding";

/** A verdict's mark: its own shape, colour and word, never colour alone. */
export function VerdictMark({ verdict, size = 18, settled = false }: { verdict: Verdict; size?: number; settled?: boolean }) {
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 18 18"
      role="img"
      aria-label={settled ? `${verdict}, settled` : verdict}
      className={`mark mark-${verdict}`}
    >
      {verdict === "clear" && <circle cx="9" cy="9" r="7.5" fill="currentColor" />}
      {verdict === "adapt" && (
        <>
          <circle cx="9" cy="9" r="7" fill="#fff" stroke="currentColor" strokeWidth="2" />
          <path d="M9 2a7 7 0 0 0 0 14z" fill="currentColor" />
        </>
      )}
      {verdict === "measure" && (
        <circle cx="9" cy="9" r="7" fill="#fff" stroke="currentColor" strokeWidth="2" strokeDasharray="3.4 2.1" />
      )}
      {verdict === "stop" && <rect x="1.5" y="1.5" width="15" height="15" rx="1.5" fill="currentColor" />}
      {settled && verdict !== "clear" && <path d="M5 9.2l2.8 2.8L13.4 6" fill="none" stroke="#1D2A30" strokeWidth="2.2" />}
    </svg>
  );
}
