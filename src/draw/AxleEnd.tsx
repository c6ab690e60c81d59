import type { AxleDrawn, Layer } from "@/core/job/places";
import { Dimension, ScaleBar } from "./dimension";
import type { Point } from "./pins";
import { useShow } from "./show";

const WIDTH = 640;
const HEIGHT = 352;
const INK = "#1D2A30";
const SEA = "#14525F";
/** Numbers of the layers, from the shoulder outwards. */
const ORDER = ["rings", "dropout", "keyed tab washer", "torque arm", "nut", "one thread"];
const COLOURS: Record<string, string> = {
  rings: "#CFE3E1",
  dropout: "#D9D5C8",
  "keyed tab washer": "#F3E2B3",
  "torque arm": "#E0A100",
  nut: "#B7BFC2",
  "one thread": "#fff",
};

/** The axle in its seat, to scale: the stack pulled apart in its order on both sides, and the slot with the flats end-on. */
export function AxleEnd({ axle }: { axle: AxleDrawn }) {
  const show = useShow();
  const half = axle.overLocknutMm / 2;
  const sum = (layers: readonly Layer[]) => layers.reduce((total, layer) => total + layer.mm, 0);
  const longest = half + Math.max(sum(axle.left), sum(axle.right), axle.axleMm === null ? 0 : axle.axleMm / 2 - half) + 8;
  // Twice as much across as along would be too small: the drawing shows the outer 40 mm of the hub on each side, broken in the middle.
  const broken = Math.max(0, half - 40);
  const span = 2 * (longest - broken) + 24;
  const scale = Math.min(5.2, (WIDTH - 200) / span);
  const middle = (WIDTH - 170) / 2;
  const y = 150;
  const x = (mm: number) => middle + Math.sign(mm) * (Math.max(0, Math.abs(mm) - broken) * scale + 12);
  const axleHalf = axle.axleMm === null ? longest : axle.axleMm / 2;
  const r = (axle.diameterMm / 2) * scale;
  const thickness = (layers: readonly Layer[], says: string) =>
    layers
      .filter((layer) => layer.says === says)
      .map((layer) => show(layer.mm))
      .join(" + ");
  const entries = ORDER.map((says, i) => {
    const [left, right] = [thickness(axle.left, says), thickness(axle.right, says)];
    return (left || right) && `${i + 1} ${says} ${left === right ? left : `${left || "none"} left, ${right || "none"} right`}`;
  }).filter(Boolean);
  const legend = [entries.slice(0, 3).join(" · "), entries.slice(3).join(" · ")].filter(Boolean);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="drawing"
      data-per-mm={scale}
      role="img"
      aria-label={`The ${axle.end} axle's stack, to scale`}
    >
      <rect
        x={x(-axleHalf)}
        y={y - r}
        width={x(axleHalf) - x(-axleHalf)}
        height={2 * r}
        fill="#EEF1F1"
        stroke={INK}
        strokeWidth="1.4"
        strokeDasharray={axle.axleMm === null ? "6 4" : undefined}
      />
      <rect x={x(-half)} y={y - 44} width={x(half) - x(-half)} height="88" rx="6" fill="#CFE3E1" stroke={SEA} strokeWidth="2" />
      <text x={middle} y={y + 4} textAnchor="middle" fontSize="12" fill={SEA}>
        hub {show(axle.overLocknutMm)}
      </text>
      <Side layers={axle.left} x={x} half={half} side={-1} y={y} />
      <Side layers={axle.right} x={x} half={half} side={1} y={y} />
      {legend.map((line, i) => (
        <text key={line} x="8" y={HEIGHT - 46 + i * 15} fontSize="12" fill={INK}>
          {line}
        </text>
      ))}
      <text x={x(-half) + 4} y="22" fontSize="13" fontWeight="700" fill={INK}>
        left
      </text>
      <text x={x(half) - 4} y="22" fontSize="13" fontWeight="700" fill={INK} textAnchor="end">
        right, chain side
      </text>
      {axle.cableSide && (
        <path
          d={`M${x(axle.cableSide === "left" ? -axleHalf : axleHalf)} ${y}q${axle.cableSide === "left" ? -16 : 16} 4 ${axle.cableSide === "left" ? -14 : 14} 46`}
          fill="none"
          stroke={INK}
          strokeWidth="4"
          strokeLinecap="round"
        />
      )}
      <Dimension
        from={{ x: x(-half), y: 240 }}
        to={{ x: x(half), y: 240 }}
        text={`frame ${show(axle.frameMm)}, hub ${show(axle.overLocknutMm)}`}
        side={1}
      />
      {axle.axleMm !== null && (
        <Dimension
          from={{ x: x(-axleHalf), y: 268 }}
          to={{ x: x(axleHalf), y: 268 }}
          text={`axle ${show(axle.axleMm)}`}
          side={1}
        />
      )}
      <Slot axle={axle} show={show} />
      <ScaleBar x={14} y={HEIGHT - 10} mm={20} perMm={scale} />
      <text x={30 + 20 * scale} y={HEIGHT - 8} fontSize="11" fill="#47565C">
        the hub&apos;s middle is left out
      </text>
    </svg>
  );
}

function Side({
  layers,
  x,
  half,
  side,
  y,
}: {
  layers: readonly Layer[];
  x: (mm: number) => number;
  half: number;
  side: 1 | -1;
  y: number;
}) {
  const heights: Record<string, number> = {
    dropout: 74,
    "keyed tab washer": 46,
    "torque arm": 56,
    nut: 36,
    rings: 40,
    "one thread": 14,
  };
  const starts = layers.map((_, i) => half + layers.slice(0, i).reduce((sum, layer) => sum + layer.mm, 0));
  return (
    <g>
      {layers.map((layer, i) => {
        const [a, b] = [x(side * starts[i]!), x(side * (starts[i]! + layer.mm))];
        const height = heights[layer.says] ?? 40;
        const mid = (a + b) / 2;
        const lift = 16 + (i % 2) * 13;
        return (
          <g key={layer.says}>
            <rect
              x={Math.min(a, b)}
              y={y - height}
              width={Math.abs(b - a)}
              height={height * 2}
              fill={COLOURS[layer.says] ?? "#eee"}
              stroke={INK}
              strokeWidth="1.1"
              opacity={layer.says === "one thread" ? 0.5 : 1}
            />
            <line x1={mid} y1={y - height} x2={mid} y2={y - 78 - lift + 6} stroke="#B9B4A4" />
            <text x={mid} y={y - 78 - lift + 2} textAnchor="middle" fontSize="13" fontWeight="700" fill={INK}>
              {ORDER.indexOf(layer.says) + 1}
            </text>
          </g>
        );
      })}
    </g>
  );
}

/** The slot end-on with the flats in it, three times as large as life is drawn small: its own scale bar stands below. */
function Slot({ axle, show }: { axle: AxleDrawn; show: (mm: number) => string }) {
  const scale = 4.4;
  const c: Point = { x: WIDTH - 96, y: 122 };
  const slot = (axle.filed ? Math.max(axle.slotMm, axle.flatsMm) : axle.slotMm) * scale;
  const mouth = c.y + axle.depthMm * scale;
  const r = (axle.diameterMm / 2) * scale;
  const f = (axle.flatsMm / 2) * scale;
  const h = Math.sqrt(Math.max(0, r * r - f * f));
  const tight = axle.slotMm < axle.flatsMm && !axle.filed;
  return (
    <g>
      <path
        d={`M${c.x - 62} ${mouth}V${c.y - 30}q0 -44 62 -44t62 44V${mouth}H${c.x + slot / 2}V${c.y}a${slot / 2} ${slot / 2} 0 0 0 ${-slot} 0V${mouth}Z`}
        fill="#D9D5C8"
        stroke={INK}
        strokeWidth="1.2"
      />
      <path
        d={`M${c.x - f} ${c.y - h}A${r} ${r} 0 0 1 ${c.x + f} ${c.y - h}V${c.y + h}A${r} ${r} 0 0 1 ${c.x - f} ${c.y + h}Z`}
        fill="#EEF1F1"
        stroke={tight ? "#C23B22" : SEA}
        strokeWidth="2"
      />
      <Dimension from={{ x: c.x - f, y: c.y }} to={{ x: c.x + f, y: c.y }} text={show(axle.flatsMm)} />
      <Dimension
        from={{ x: c.x - slot / 2, y: mouth + 14 }}
        to={{ x: c.x + slot / 2, y: mouth + 14 }}
        text={`slot ${show(axle.slotMm)}${axle.filed ? ", filed" : ""}`}
        side={1}
      />
      <Dimension from={{ x: c.x + 70, y: c.y }} to={{ x: c.x + 70, y: mouth }} text={show(axle.depthMm)} />
      <text x={c.x} y="22" textAnchor="middle" fontSize="12" fontWeight="700" fill={INK}>
        slot end-on
      </text>
      {axle.arm && (
        <text x={c.x} y={mouth + 52} textAnchor="middle" fontSize="11" fill={INK}>
          arm {show(axle.arm.armMm)}, clamp from {show(axle.arm.fromMm)}
        </text>
      )}
      <ScaleBar x={c.x - 22} y={HEIGHT - 10} mm={10} perMm={scale} />
    </g>
  );
}
