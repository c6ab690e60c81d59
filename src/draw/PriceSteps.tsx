import type { PriceLine } from "@/core/supply/seenPrices";
import { formatDay } from "@/core/units/date";

const W = 420;
const H = 190;
const LEFT = 12;
const BOTTOM = 26;
/** Room at the right for what a line is called and where it ends. */
const RIGHT = 170;
/** Each line its own stroke beside its colour: they are told apart without colours too. */
const STROKES = [
  { stroke: "#14525F", dash: undefined },
  { stroke: "#C23B22", dash: "7 3" },
  { stroke: "#6B5B1E", dash: "2 3" },
  { stroke: "#4A585E", dash: "9 3 2 3" },
] as const;
const MOST = 6;

/** What a piece of a part cost of each supplier over time: steps from price to price, to scale from nothing up. */
export function PriceSteps({
  lines,
  today,
  nameOf,
  show,
}: {
  lines: readonly PriceLine[];
  today: string;
  nameOf: (supplierId: string) => string;
  show: (minor: number) => string;
}) {
  const shown = lines.slice(0, MOST);
  const time = (iso: string) => Date.parse(iso.slice(0, 10));
  const first = Math.min(...shown.flatMap((line) => line.points.map((point) => time(point.at))));
  const last = Math.max(time(today), first + 86_400_000);
  const top = Math.max(...shown.flatMap((line) => line.points.map((point) => point.pieceMinor)), 1) * 1.12;
  const x = (iso: string) => LEFT + ((time(iso) - first) / (last - first)) * (W - LEFT - RIGHT);
  const y = (minor: number) => 8 + (1 - minor / top) * (H - BOTTOM - 8);
  const ends = shown.map((line, i) => ({ i, line, at: y(line.points.at(-1)!.pieceMinor) }));
  // Words beside lines that end close together are set one under the other.
  const placed = [...ends]
    .sort((a, b) => a.at - b.at)
    .reduce<{ i: number; at: number }[]>((all, { i, at }) => {
      all.push({ i, at: Math.max(at, (all.at(-1)?.at ?? -Infinity) + 17) });
      return all;
    }, []);
  const low = Math.max(0, (placed.at(-1)?.at ?? 0) - (H - BOTTOM));
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      width="100%"
      role="img"
      aria-label={`Price of a piece over time: ${shown
        .map(
          (line) =>
            `${nameOf(line.supplierId)} ${line.points.map((p) => `${show(p.pieceMinor)} from ${formatDay(p.at)}`).join(", ")}`,
        )
        .join("; ")}`}
    >
      <path d={`M${LEFT} ${H - BOTTOM}H${W - RIGHT}`} fill="none" stroke="#B9C0BD" />
      {ends.map(({ line, i }) => {
        const { stroke, dash } = STROKES[i % STROKES.length]!;
        const path = line.points
          .map(
            ({ at, pieceMinor }, p) =>
              `${p === 0 ? "M" : "L"}${x(at)} ${y(pieceMinor)}L${x(line.points[p + 1]?.at ?? today)} ${y(pieceMinor)}`,
          )
          .join("");
        const word = placed.find((one) => one.i === i)!.at - low;
        return (
          <g key={`${line.supplierId} ${line.packSize} ${line.atLeast}`}>
            <path d={path} fill="none" stroke={stroke} strokeWidth="2.2" strokeDasharray={dash} />
            {line.points.slice(1).map((point) => (
              <circle key={point.at} cx={x(point.at)} cy={y(point.pieceMinor)} r="3" fill={stroke} />
            ))}
            <text x={W - RIGHT + 6} y={word + 4} fontSize="13" fill={stroke}>
              {show(line.points.at(-1)!.pieceMinor)} {nameOf(line.supplierId).slice(0, 14)}
              {line.packSize > 1 && `, pack of ${line.packSize}`}
              {line.atLeast > 1 && `, from ${line.atLeast}`}
            </text>
          </g>
        );
      })}
      <text x={LEFT} y={H - 8} fontSize="13" fill="#4A585E">
        {formatDay(new Date(first).toISOString())}
      </text>
      <text x={W - RIGHT} y={H - 8} fontSize="13" fill="#4A585E" textAnchor="end">
        today
      </text>
    </svg>
  );
}
