import type { Point } from "./pins";

const INK = "#47565C";

/** A dimension line with arrowheads at both ends and its text over the middle, on paper so that it stays readable. */
export function Dimension({ from, to, text, side = -1 }: { from: Point; to: Point; text: string; side?: 1 | -1 }) {
  const length = Math.hypot(to.x - from.x, to.y - from.y) || 1;
  const u = { x: (to.x - from.x) / length, y: (to.y - from.y) / length };
  const n = { x: -u.y * side, y: u.x * side };
  const mid = { x: (from.x + to.x) / 2 + n.x * 9, y: (from.y + to.y) / 2 + n.y * 9 };
  const head = (p: Point, s: 1 | -1) =>
    `M${p.x} ${p.y}l${s * u.x * 7 + u.y * 2.6} ${s * u.y * 7 - u.x * 2.6}l${-u.y * 5.2} ${u.x * 5.2}z`;
  return (
    <g>
      <line x1={from.x} y1={from.y} x2={to.x} y2={to.y} stroke={INK} strokeWidth="1" />
      <path d={head(from, 1)} fill={INK} />
      <path d={head(to, -1)} fill={INK} />
      <text
        x={mid.x}
        y={mid.y + 4}
        textAnchor="middle"
        fontSize="12"
        fill="#1D2A30"
        stroke="#fff"
        strokeWidth="3.5"
        paintOrder="stroke"
      >
        {text}
      </text>
    </g>
  );
}

/** A bar of so many millimetres, which tells the drawing's scale. */
export function ScaleBar({ x, y, mm, perMm }: { x: number; y: number; mm: number; perMm: number }) {
  return (
    <g>
      <path
        d={`M${x} ${y - 4}v8M${x} ${y}h${mm * perMm}M${x + mm * perMm} ${y - 4}v8`}
        stroke={INK}
        strokeWidth="1.4"
        fill="none"
      />
      <text x={x + (mm * perMm) / 2} y={y - 6} textAnchor="middle" fontSize="11" fill={INK}>
        {mm} mm
      </text>
    </g>
  );
}
