import { formatNumber } from "@/core/units/formatQuantity";

const WIDTH = 640;
const HEIGHT = 120;
const PAD = { left: 40, right: 10, top: 10, bottom: 22 };

/** Height along the way; the scale of height is as large as the picture allows and stands at the side. */
export function RoadProfile({ stepM, elevationM }: { stepM: number; elevationM: readonly number[] }) {
  const lengthM = stepM * (elevationM.length - 1);
  const [low, high] = [Math.min(...elevationM), Math.max(...elevationM)];
  const span = Math.max(10, high - low);
  const x = (m: number) => PAD.left + ((WIDTH - PAD.left - PAD.right) * m) / lengthM;
  const y = (m: number) => HEIGHT - PAD.bottom - ((HEIGHT - PAD.top - PAD.bottom) * (m - low)) / span;
  const line = elevationM.map((height, i) => `${x(i * stepM).toFixed(1)},${y(height).toFixed(1)}`).join(" ");
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="road-profile" role="img" aria-label="Height along the way">
      <polygon points={`${x(0)},${HEIGHT - PAD.bottom} ${line} ${x(lengthM)},${HEIGHT - PAD.bottom}`} fill="#CFE3E1" />
      <polyline points={line} fill="none" stroke="#14525F" strokeWidth="1.6" />
      <g fontSize="11" fill="#47565C">
        <text x={PAD.left - 5} y={y(high) + 8} textAnchor="end">
          {formatNumber(high, 0)} m
        </text>
        <text x={PAD.left - 5} y={y(low)} textAnchor="end">
          {formatNumber(low, 0)} m
        </text>
        <text x={PAD.left} y={HEIGHT - 6}>
          0 km
        </text>
        <text x={WIDTH - PAD.right} y={HEIGHT - 6} textAnchor="end">
          {formatNumber(lengthM / 1000, 1)} km
        </text>
      </g>
    </svg>
  );
}
