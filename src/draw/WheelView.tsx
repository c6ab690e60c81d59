import type { WheelDrawn } from "@/core/job/places";
import { formatNumber } from "@/core/units/formatQuantity";
import { ScaleBar } from "./dimension";
import { useShow } from "./show";

const WIDTH = 640;
const HEIGHT = 330;
const SEA = "#14525F";

/** The lacing from outside the chain side, true angles to scale: the near flange's spokes dark, the far one's pale. */
export function WheelView({ wheel }: { wheel: WheelDrawn }) {
  const show = useShow();
  const c = { x: 178, y: HEIGHT / 2 };
  const scale = (HEIGHT / 2 - 14) / (wheel.erdMm / 2 + 12);
  const [rim, hub] = [(wheel.erdMm / 2) * scale, (wheel.pcdMm / 2) * scale];
  const at = (radius: number, turn: number) => ({ x: c.x + radius * Math.cos(turn), y: c.y + radius * Math.sin(turn) });
  const half = wheel.spokes / 2;
  const step = (2 * Math.PI) / wheel.spokes;
  const lean = (4 * Math.PI * wheel.crosses) / wheel.spokes;
  const spokes = Array.from({ length: wheel.spokes }, (_, i) => {
    const near = i % 2 === 0;
    const pull = Math.floor(i / 2) % 2 === 0 ? 1 : -1;
    const rimTurn = i * step;
    return { near, pull, from: at(hub, rimTurn + pull * lean), to: at(rim, rimTurn) };
  });
  const rows: [string, string][] = [
    ["rim, effective", show(wheel.erdMm)],
    ["flange circle", show(wheel.pcdMm)],
    ["spokes", `${wheel.spokes}, ${half} a side`],
    ["crosses", wheel.crosses === 0 ? "0, radial" : String(wheel.crosses)],
    ["left", show(wheel.leftMm)],
    ["right", show(wheel.rightMm)],
    ["nipple angle", `${formatNumber(wheel.nippleDeg, 1)}°`],
    ["tension, loose ÷ tight", formatNumber(wheel.tensionRatio, 2)],
  ];
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="drawing"
      data-per-mm={scale}
      role="img"
      aria-label={`Lacing of the ${wheel.end} wheel, to scale`}
    >
      <circle cx={c.x} cy={c.y} r={rim + 8 * scale} fill="none" stroke="#8C979B" strokeWidth={12 * scale} />
      {[false, true].map((nearSide) =>
        spokes
          .filter((spoke) => spoke.near === nearSide)
          .map((spoke, i) => (
            <line
              key={`${nearSide} ${i}`}
              x1={spoke.from.x}
              y1={spoke.from.y}
              x2={spoke.to.x}
              y2={spoke.to.y}
              stroke={nearSide ? (spoke.pull === 1 ? SEA : "#3A464B") : "#C3CACC"}
              strokeWidth={nearSide ? 1.3 : 0.9}
            />
          )),
      )}
      <circle cx={c.x} cy={c.y} r={hub} fill="none" stroke="#5B676C" strokeWidth="1.2" strokeDasharray="2 3" />
      <circle cx={c.x} cy={c.y} r={Math.max(3, hub - 7 * scale)} fill="#CFE3E1" stroke={SEA} strokeWidth="1.6" />
      {rows.map(([label, value], i) => (
        <g key={label} fontSize="13">
          <text x="372" y={58 + i * 25} fill="#47565C">
            {label}
          </text>
          <text x="628" y={58 + i * 25} textAnchor="end" fontWeight="700" fill="#1D2A30">
            {value}
          </text>
          <line x1="372" x2="628" y1={65 + i * 25} y2={65 + i * 25} stroke="#E4E0D4" />
        </g>
      ))}
      <text x="372" y="26" fontSize="13" fontWeight="700" fill="#1D2A30">
        {wheel.end} wheel, {wheel.rim}
      </text>
      <text x="372" y="284" fontSize="11" fill="#47565C">
        blue pulls forward, dark backward, pale is the far flange
      </text>
      <ScaleBar x={WIDTH - 30 - 100 * scale} y={HEIGHT - 10} mm={100} perMm={scale} />
    </svg>
  );
}
