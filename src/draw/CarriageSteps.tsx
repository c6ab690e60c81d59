import type { CarriageStep } from "@/core/supply/cheapest";

const W = 420;
const H = 170;
const LEFT = 52;
const BOTTOM = 30;
/** So wide is what is written of the least. */
const LABEL = 125;

/** What a supplier asks beside its goods, over the goods of an order: steps that fall, to scale. */
export function CarriageSteps({
  steps,
  least,
  show,
}: {
  steps: readonly CarriageStep[];
  /** Goods under which no order is taken: shaded. */
  least: number;
  show: (minor: number) => string;
}) {
  const far = Math.max(...steps.map((step) => step.from), least, 100_00) * 1.35;
  const most = Math.max(...steps.map((step) => step.asks), 1_00) * 1.15;
  const x = (minor: number) => LEFT + (minor / far) * (W - LEFT - 10);
  const y = (minor: number) => 10 + (1 - minor / most) * (H - BOTTOM - 10);
  const path = steps
    .map(({ from, asks }, i) => `${i === 0 ? "M" : "L"}${x(from)} ${y(asks)}L${x(steps[i + 1]?.from ?? far)} ${y(asks)}`)
    .join("");
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      width="100%"
      role="img"
      aria-label={`Carriage: ${steps.map((s) => `${show(s.asks)} from ${show(s.from)}`).join(", ")}${least > 0 ? `; no order under ${show(least)}` : ""}`}
    >
      {least > 0 && (
        <>
          <rect x={LEFT} y={10} width={x(least) - LEFT} height={H - BOTTOM - 10} fill="#F6DDD6" />
          <text
            x={x(least) + (x(least) > LEFT + LABEL ? -5 : 5)}
            y={(H - BOTTOM) / 2 + 14}
            fontSize="12"
            fill="#9A2E1B"
            textAnchor={x(least) > LEFT + LABEL ? "end" : "start"}
          >
            none under {show(least)}
          </text>
        </>
      )}
      <path d={`M${LEFT} 10V${H - BOTTOM}H${W - 10}`} fill="none" stroke="#B9C0BD" />
      <path d={path} fill="none" stroke="#14525F" strokeWidth="2.5" />
      {steps.map(({ from, asks }) => (
        <g key={from}>
          <circle cx={x(from)} cy={y(asks)} r="3.5" fill="#14525F" />
          <text x={x(from) + 6} y={y(asks) - 6} fontSize="12" fill="#1D2A30">
            {asks === 0 ? "free" : show(asks)}
          </text>
          {from > 0 && (
            <>
              <path d={`M${x(from)} ${y(asks)}V${H - BOTTOM}`} stroke="#B9C0BD" strokeDasharray="3 3" />
              <text x={x(from)} y={H - BOTTOM + 14} fontSize="12" fill="#4A585E" textAnchor="middle">
                {show(from)}
              </text>
            </>
          )}
        </g>
      ))}
      <text x={LEFT} y={H - 3} fontSize="12" fill="#4A585E">
        goods of an order
      </text>
    </svg>
  );
}
