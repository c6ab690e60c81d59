import type { PriceStep } from "@/core/cost/waterfall";

const W = 760;
const H = 216;
const TOP = 34;
const FOOT = 40;

/** From parts to price, to scale: each step stands on what came before it; the budget is a line across all of them. */
export function Waterfall({
  steps,
  budgetMinor,
  show,
}: {
  steps: readonly PriceStep[];
  budgetMinor: number | null;
  show: (minor: number) => string;
}) {
  const most = Math.max(...steps.map((step) => Math.max(step.afterMinor, step.afterMinor - step.minor)), budgetMinor ?? 0, 1);
  const y = (minor: number) => TOP + (1 - minor / most) * (H - TOP - FOOT);
  const wide = (W - 20) / steps.length;
  const over = budgetMinor !== null && steps.at(-1)!.afterMinor > budgetMinor;
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      width="100%"
      role="img"
      aria-label={`From parts to price: ${steps.map((step) => `${step.says} ${show(step.minor)}`).join(", ")}${budgetMinor === null ? "" : `; budget ${show(budgetMinor)}`}`}
    >
      {/* Bars, the budget across them, and over both the figures. */}
      {steps.map((step, i) => {
        const x = 10 + i * wide;
        const from = step.sum ? 0 : step.afterMinor - step.minor;
        const [low, high] = [Math.min(from, step.afterMinor), Math.max(from, step.afterMinor)];
        const fill = step.sum ? "#14525F" : step.minor < 0 ? "#5C7F4A" : "#8FB3B8";
        const words = step.says.split(" ");
        const half = Math.ceil(words.length / 2);
        const lines =
          step.says.length > 11 && words.length > 1 ? [words.slice(0, half).join(" "), words.slice(half).join(" ")] : [step.says];
        return (
          <g key={`${step.says} ${i}`}>
            <rect
              x={x + wide * 0.14}
              y={y(high)}
              width={wide * 0.72}
              height={Math.max(1.5, y(low) - y(high))}
              fill={fill}
              rx="2"
            />
            {i + 1 < steps.length && (
              <path d={`M${x + wide * 0.86} ${y(step.afterMinor)}h${wide * 0.28}`} stroke="#8C979A" strokeDasharray="2 2" />
            )}
            {lines.map((line, at) => (
              <text key={line} x={x + wide / 2} y={H - FOOT + 16 + at * 14} textAnchor="middle" fontSize="12" fill="#4A585E">
                {line}
              </text>
            ))}
          </g>
        );
      })}
      <path d={`M10 ${y(0)}H${W - 10}`} stroke="#B9C0BD" />
      {budgetMinor !== null && (
        <g>
          <path
            d={`M10 ${y(budgetMinor)}H${W - 10}`}
            stroke={over ? "#C23B22" : "#5C7F4A"}
            strokeWidth="1.6"
            strokeDasharray="7 4"
          />
          <path d="M10 8h26" stroke={over ? "#C23B22" : "#5C7F4A"} strokeWidth="1.6" strokeDasharray="7 4" />
          <text x="42" y="12" fontSize="12" fill={over ? "#8E2A17" : "#3D5A2E"}>
            budget {show(budgetMinor)}
            {over ? `: ${show(steps.at(-1)!.afterMinor - budgetMinor)} over` : ""}
          </text>
        </g>
      )}
      {steps.map((step, i) => (
        <text
          key={`${step.says} ${i}`}
          x={10 + (i + 0.5) * wide}
          y={y(Math.max(step.sum ? 0 : step.afterMinor - step.minor, step.afterMinor)) - 6}
          textAnchor="middle"
          fontSize="12"
          fontWeight={step.sum ? 700 : 400}
          fill="#1D2A30"
          stroke="#fff"
          strokeWidth="3.5"
          paintOrder="stroke"
        >
          {step.minor < 0 ? `−${show(-step.minor)}` : show(step.minor)}
        </text>
      ))}
    </svg>
  );
}
