import { pitchRadiusMm } from "@/core/chain/chainLength";
import { formatNumber } from "@/core/units/formatQuantity";
import { Dimension } from "./dimension";

const SEA = "#14525F";
const LINE = "#5B676C";

type Figures = Record<string, unknown>;

/** A drawing beside a tool's figures, to the figures' own proportions; nothing where none helps. */
export function ToolDrawing({ name, input, output }: { name: string; input: Figures; output: Figures }) {
  if (name === "spoke-length")
    return <SpokeDrawing p={input as never} lengthMm={output.lengthMm as number} hubAngleDeg={output.hubAngleDeg as number} />;
  if (name === "wheel-size") return <WheelDrawing p={input as never} diameterMm={output.diameterMm as number} />;
  if (name === "chain-length") return <ChainDrawing p={input as never} links={output.links as number} />;
  if (name === "chainline")
    return (
      <LineDrawing frontMm={output.frontMm as number} cogs={output.cogs as never} chainstayMm={input.chainstayMm as number} />
    );
  return null;
}

const box = (label: string, children: React.ReactNode, height = 260) => (
  <svg viewBox={`0 0 520 ${height}`} className="drawing" role="img" aria-label={label}>
    {children}
  </svg>
);

function SpokeDrawing({
  p,
  lengthMm,
  hubAngleDeg,
}: {
  p: { erdMm: number; flangePcdMm: number; spokes: number };
  lengthMm: number;
  hubAngleDeg: number;
}) {
  const k = 120 / (p.erdMm / 2);
  const [R, r] = [p.erdMm * 0.5 * k, p.flangePcdMm * 0.5 * k];
  const half = p.spokes / 2;
  const drawn = Math.min(half, 36);
  const spokes = Array.from({ length: drawn }, (_, i) => {
    const at = (i * 2 * Math.PI) / half;
    const lean = ((i % 2 ? 1 : -1) * hubAngleDeg * Math.PI) / 180;
    return {
      x1: 260 + R * Math.cos(at),
      y1: 130 + R * Math.sin(at),
      x2: 260 + r * Math.cos(at + lean),
      y2: 130 + r * Math.sin(at + lean),
    };
  });
  return box(
    "One flange's spokes, true angles",
    <>
      <circle cx="260" cy="130" r={R} fill="none" stroke={LINE} strokeWidth="5" />
      <circle cx="260" cy="130" r={r} fill="#CFE3E1" stroke={SEA} strokeWidth="2" />
      {spokes.map((s, i) => (
        <line key={i} {...s} stroke={i === 0 ? "#C23B22" : "#8C979B"} strokeWidth={i === 0 ? 2.6 : 1.2} />
      ))}
      <text x="400" y="30" fontSize="13" fill="#C23B22">
        {formatNumber(lengthMm, 1)} mm
      </text>
      <text x="10" y="250" fontSize="12" fill="#47565C">
        one flange from outside
      </text>
    </>,
  );
}

function WheelDrawing({ p, diameterMm }: { p: { beadSeatMm: number; tyreWidthMm: number }; diameterMm: number }) {
  const k = 200 / diameterMm;
  return box(
    "Wheel and tyre",
    <>
      <circle
        cx="200"
        cy="122"
        r={(diameterMm / 2 - p.tyreWidthMm / 2) * k}
        fill="none"
        stroke="#3A464B"
        strokeWidth={Math.max(1, p.tyreWidthMm * k)}
        opacity="0.8"
      />
      <circle cx="200" cy="122" r={(p.beadSeatMm / 2) * k} fill="none" stroke={SEA} strokeWidth="2" />
      <Dimension from={{ x: 200 - 100, y: 244 }} to={{ x: 300, y: 244 }} text={`${formatNumber(diameterMm, 0)} mm`} />
      <text x="330" y="126" fontSize="13" fill={SEA}>
        bead seat {formatNumber(p.beadSeatMm, 0)} mm
      </text>
    </>,
  );
}

function ChainDrawing({ p, links }: { p: { ringTeeth: number; cogTeeth: number; centreMm: number }; links: number }) {
  const [big, small] = [pitchRadiusMm(p.ringTeeth), pitchRadiusMm(p.cogTeeth)];
  const k = 440 / (p.centreMm + big + small);
  const [x1, x2, y] = [40 + small * k, 40 + (small + p.centreMm) * k, 100];
  const phi = Math.asin(Math.max(-1, Math.min(1, (big - small) / p.centreMm)));
  const edge = (x: number, radius: number, up: 1 | -1) =>
    `${x + -Math.sin(phi) * radius * k} ${y - up * Math.cos(phi) * radius * k}`;
  return box(
    "Two sprockets and the chain",
    <>
      <circle cx={x1} cy={y} r={small * k} fill="#EAE7DD" stroke={LINE} strokeWidth="2" />
      <circle cx={x2} cy={y} r={big * k} fill="#CFE3E1" stroke={SEA} strokeWidth="2" />
      <path
        d={`M${edge(x1, small, 1)}L${edge(x2, big, 1)}M${edge(x1, small, -1)}L${edge(x2, big, -1)}`}
        stroke="#3A464B"
        strokeWidth="3"
        strokeDasharray="7 3"
      />
      <Dimension from={{ x: x1, y: 184 }} to={{ x: x2, y: 184 }} text={`${formatNumber(p.centreMm, 0)} mm`} />
      <text x="260" y="22" textAnchor="middle" fontSize="13">
        {links} links
      </text>
    </>,
    200,
  );
}

function LineDrawing({
  frontMm,
  cogs,
  chainstayMm,
}: {
  frontMm: number;
  cogs: { rearMm: number; angleDeg: number }[];
  chainstayMm: number;
}) {
  const all = [frontMm, ...cogs.map((cog) => cog.rearMm)];
  const [low, high] = [Math.min(...all) - 6, Math.max(...all) + 6];
  const y = (mm: number) => 20 + ((mm - low) / (high - low)) * 190;
  return box(
    "Ring, cogs and chain from above, stretched across",
    <>
      {cogs.map((cog) => (
        <g key={cog.rearMm}>
          <line
            x1="450"
            y1={y(frontMm)}
            x2="90"
            y2={y(cog.rearMm)}
            stroke={Math.abs(cog.angleDeg) > 3 ? "#C23B22" : "#3F7A4E"}
            strokeWidth="1.2"
          />
          <line x1="66" x2="114" y1={y(cog.rearMm)} y2={y(cog.rearMm)} stroke={LINE} strokeWidth="4" />
          <text x="58" y={y(cog.rearMm) + 4} textAnchor="end" fontSize="12">
            {formatNumber(cog.angleDeg, 1)}°
          </text>
        </g>
      ))}
      <line x1="410" x2="490" y1={y(frontMm)} y2={y(frontMm)} stroke={SEA} strokeWidth="5" />
      <text x="492" y={y(frontMm) - 9} textAnchor="end" fontSize="12" fill={SEA}>
        ring {formatNumber(frontMm, 1)} mm
      </text>
      <text x="270" y="250" textAnchor="middle" fontSize="12" fill="#47565C">
        {formatNumber(chainstayMm, 0)} mm along; stretched across
      </text>
    </>,
  );
}
