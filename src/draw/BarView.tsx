import type { BarHalf } from "@/core/job/places";
import { Dimension, ScaleBar } from "./dimension";
import { useShow } from "./show";

const WIDTH = 640;
const HEIGHT = 330;
const INK = "#1D2A30";
const SPOT = "#C23B22";

/** The handlebar from above, to scale: what sits where on each half from its end inwards, and how much is left. */
export function BarView({ bar }: { bar: readonly BarHalf[] }) {
  const show = useShow();
  const longest = Math.max(...bar.map((half) => Math.max(half.straightMm, half.straightMm - half.freeMm)), 100);
  const scale = (WIDTH / 2 - 50) / longest;
  const middle = WIDTH / 2;
  const y = 150;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="drawing"
      data-per-mm={scale}
      role="img"
      aria-label="The handlebar and what sits on it, to scale"
    >
      {bar.map((half) => (
        <Half key={half.half} half={half} scale={scale} middle={middle} y={y} show={show} />
      ))}
      <rect x={middle - 26} y={y - 30} width="52" height="60" rx="8" fill="#EAE7DD" stroke="#8C979B" strokeWidth="1.5" />
      <text x={middle} y={y + 4} textAnchor="middle" fontSize="11" fill="#47565C">
        stem
      </text>
      <ScaleBar x={14} y={HEIGHT - 10} mm={100} perMm={scale} />
      <text x={WIDTH - 14} y={HEIGHT - 8} textAnchor="end" fontSize="11" fill="#47565C">
        green: what this build adds; throttle and shifter right, remote and bell left
      </text>
    </svg>
  );
}

function Half({
  half,
  scale,
  middle,
  y,
  show,
}: {
  half: BarHalf;
  scale: number;
  middle: number;
  y: number;
  show: (mm: number) => string;
}) {
  const side = half.half === "left" ? -1 : 1;
  const end = middle + side * (26 + half.straightMm * scale);
  const x = (fromEnd: number) => end - side * fromEnd * scale;
  const starts = half.pieces.map((_, i) => half.pieces.slice(0, i).reduce((sum, piece) => sum + piece.mm, 0));
  const used = half.straightMm - half.freeMm;
  const over = half.freeMm < 0;
  return (
    <g>
      <line
        x1={middle + side * 26}
        x2={end}
        y1={y}
        y2={y}
        stroke="#8C979B"
        strokeWidth={Math.max(6, 22 * scale)}
        strokeLinecap="round"
      />
      {half.pieces.map((piece, i) => {
        const [a, b] = [x(starts[i]!), x(starts[i]! + piece.mm)];
        return (
          <g key={`${piece.says} ${i}`}>
            <rect
              x={Math.min(a, b)}
              y={y - 26}
              width={Math.abs(b - a)}
              height="52"
              rx="5"
              fill={piece.added ? "#D5E6D8" : "#fff"}
              stroke={piece.added ? "#3F7A4E" : INK}
              strokeWidth={piece.added ? 2 : 1.2}
            />
            <line x1={(a + b) / 2} x2={(a + b) / 2} y1={y - 26} y2={y - 38 - (i % 3) * 16} stroke="#7C8B92" />
            <text
              x={(a + b) / 2}
              y={y - 42 - (i % 3) * 16}
              textAnchor="middle"
              fontSize="11"
              fill={INK}
              stroke="#fff"
              strokeWidth="3"
              paintOrder="stroke"
            >
              {piece.says.length > 26 ? `${piece.says.slice(0, 25)}…` : piece.says} {show(piece.mm)}
            </text>
          </g>
        );
      })}
      {over ? (
        <Dimension
          from={{ x: x(half.straightMm), y: y + 46 }}
          to={{ x: x(used), y: y + 46 }}
          text={`${show(-half.freeMm)} too little`}
          side={1}
        />
      ) : (
        <Dimension
          from={{ x: x(used), y: y + 46 }}
          to={{ x: x(half.straightMm), y: y + 46 }}
          text={`${show(half.freeMm)} left`}
          side={side === 1 ? -1 : 1}
        />
      )}
      <text x={(end + middle) / 2} y={y + 108} textAnchor="middle" fontSize="13" fontWeight="700" fill={over ? SPOT : INK}>
        {half.half}: {show(half.straightMm)} straight,{" "}
        {over ? `${show(-half.freeMm)} too little` : `${show(half.freeMm)} left over`}
      </text>
    </g>
  );
}
