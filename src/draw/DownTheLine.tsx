import type { PinPlace } from "@/core/fit/finding";
import type { Layout } from "@/core/job/layout";
import { formatNumber } from "@/core/units/formatQuantity";
import { Dimension, ScaleBar } from "./dimension";
import { useShow } from "./show";
import { Pins, VERDICT_COLOURS, type Pin, type Point } from "./pins";

const WIDTH = 640;
const HEIGHT = 330;
const SEA = "#14525F";
const INK = "#1D2A30";
/** Half the room across that the drawing shows, mm. */
const HALF_MM = 92;

/** The bike from above: centre line, shell, motor, ring, every cog and the chain to the outer ones. Drive side below, front to the right. */
export function DownTheLine({ layout, pins, onPick }: { layout: Layout; pins: readonly Pin[]; onPick: (key: string) => void }) {
  const show = useShow();
  const stay = layout.chainstay.mm;
  const along = (WIDTH - 150) / (stay + 60);
  const across = Math.min((HEIGHT - 46) / 2 / HALF_MM, Math.max(along, 1.5));
  const stretched = across / along;
  // x: mm behind the crank axle; y: mm outboard on the drive side.
  const at = (behindMm: number, outMm: number): Point => ({
    x: WIDTH - 92 - behindMm * along,
    y: HEIGHT / 2 - 6 + outMm * across,
  });
  const half = { shell: layout.shellWidth.mm / 2, rear: layout.rearOverLocknut.mm / 2 };
  const ring = layout.ring;
  const outer = [layout.cogs[0], layout.cogs[layout.cogs.length - 1]].filter(
    (cog, i, all) => cog !== undefined && all.indexOf(cog) === i,
  );
  const places: Partial<Record<PinPlace, Point>> = {
    shell: at(0, half.shell),
    stay: at(layout.stay.near.radius.mm, layout.stay.near.out.mm),
    chain: at(stay * 0.45, ring.frontMm + ((layout.cogs.at(-1)?.rearMm ?? ring.frontMm) - ring.frontMm) * 0.45),
    ring: at(0, ring.frontMm),
    cluster: at(stay, layout.cogs[0]?.rearMm ?? half.rear),
    "rear axle": at(stay, -half.rear),
    "rear wheel": at(stay - 60, 0),
  };
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="drawing"
      data-per-mm={along}
      role="group"
      aria-label="The drive line from above, to scale"
    >
      <line x1="14" x2={WIDTH - 14} y1={at(0, 0).y} y2={at(0, 0).y} stroke="#7C8B92" strokeWidth="1" strokeDasharray="14 4 3 4" />
      <Stay layout={layout} at={at} side={1} />
      <Stay layout={layout} at={at} side={-1} />
      <Shell layout={layout} at={at} across={across} />
      <Axle stay={stay} half={half.rear} at={at} />
      {layout.cogs.map((cog, i) => {
        const radius = 28 + (i / Math.max(1, layout.cogs.length - 1)) * Math.max(4, layout.largestCogTeeth * 2.02 - 28);
        const [a, b] = [at(stay + radius, cog.rearMm), at(stay - radius, cog.rearMm)];
        return (
          <line key={cog.rearMm} x1={a.x} x2={b.x} y1={a.y} y2={b.y} stroke="#5B676C" strokeWidth={Math.max(1.4, 1.8 * across)} />
        );
      })}
      {outer.map(
        (cog, i) =>
          cog && <ChainLine key={cog.rearMm} cog={cog} from={at(0, ring.frontMm)} to={at(stay, cog.rearMm)} above={i > 0} />,
      )}
      <line
        x1={at(ring.radiusMm, 0).x}
        x2={at(-ring.radiusMm, 0).x}
        y1={at(0, ring.frontMm).y}
        y2={at(0, ring.frontMm).y}
        stroke={SEA}
        strokeWidth={Math.max(2.5, 2.4 * across)}
        strokeDasharray={ring.measured ? undefined : "7 4"}
      />
      <text
        x={at(-ring.radiusMm, 0).x - 2}
        y={at(0, ring.frontMm).y + 17}
        textAnchor="end"
        fontSize="12"
        fill={SEA}
        stroke="#fff"
        strokeWidth="3"
        paintOrder="stroke"
      >
        ring {ring.teeth} T
      </text>
      <Dimension
        from={{ x: WIDTH - 22, y: at(0, 0).y }}
        to={{ x: WIDTH - 22, y: at(0, ring.frontMm).y }}
        text={show(ring.frontMm)}
        side={-1}
      />
      <Dimension
        from={{ x: 20, y: at(0, -half.rear).y }}
        to={{ x: 20, y: at(0, half.rear).y }}
        text={show(layout.rearOverLocknut.mm)}
        side={-1}
      />
      <ScaleBar x={58} y={HEIGHT - 10} mm={100} perMm={along} />
      <text x={WIDTH - 10} y={HEIGHT - 8} textAnchor="end" fontSize="11" fill="#47565C">
        {stretched > 1.05 ? `drawn ${formatNumber(stretched, 1)} : 1 across; ` : "true to scale; "}drive side below, front to the
        right
      </text>
      <Pins pins={pins.filter((pin) => places[pin.place])} at={(place) => places[place]!} width={WIDTH} onPick={onPick} />
    </svg>
  );
}

type At = (behindMm: number, outMm: number) => Point;

const path = (points: Point[]) => `M${points.map((p) => `${p.x.toFixed(1)} ${p.y.toFixed(1)}`).join("L")}Z`;

/** The stay's outside through its two measured points, out to the dropout; a usual 15 mm deep. */
function Stay({ layout, at, side }: { layout: Layout; at: At; side: 1 | -1 }) {
  const { near, far } = layout.stay;
  const end = layout.rearOverLocknut.mm / 2 + 6;
  const outside: [number, number][] = [
    [22, Math.min(layout.shellWidth.mm / 2 - 4, near.out.mm)],
    [near.radius.mm, near.out.mm],
    [far.radius.mm, far.out.mm],
    [layout.chainstay.mm - 70, end - 2],
    [layout.chainstay.mm + 18, end],
  ];
  const inside = [...outside].reverse().map(([behind, out], i): [number, number] => [behind, out - (i < 2 ? 6 : 15)]);
  const measured = near.out.measured && far.out.measured && side === 1;
  return (
    <path
      d={path([...outside, ...inside].map(([behind, out]) => at(behind, out * side)))}
      fill="#EAE7DD"
      stroke="#5B676C"
      strokeWidth="1.2"
      strokeDasharray={measured ? undefined : "6 4"}
    />
  );
}

function Shell({ layout, at, across }: { layout: Layout; at: At; across: number }) {
  const show = useShow();
  const half = layout.shellWidth.mm / 2;
  const a = at(20, -half);
  const b = at(-20, half);
  const { driveSpacerMm } = layout;
  const motor = layout.motors.find(({ at: where }) => where === "crank");
  return (
    <g>
      <rect
        x={a.x}
        y={a.y}
        width={b.x - a.x}
        height={b.y - a.y}
        fill="#fff"
        stroke={INK}
        strokeWidth="1.6"
        strokeDasharray={layout.shellWidth.measured ? undefined : "6 4"}
      />
      <text x={(a.x + b.x) / 2} y={a.y - 6} textAnchor="middle" fontSize="12" fill={INK}>
        shell {show(layout.shellWidth.mm)}
      </text>
      {motor && (
        <>
          {driveSpacerMm > 0 && (
            <rect
              x={a.x - 3}
              y={b.y}
              width={b.x - a.x + 6}
              height={driveSpacerMm * across}
              fill="#E0A100"
              stroke={INK}
              strokeWidth="1"
            />
          )}
          <rect
            x={at(motor.caseRadiusMm, 0).x}
            y={at(0, half + driveSpacerMm + motor.caseOffsetMm).y}
            width={at(-motor.caseRadiusMm, 0).x - at(motor.caseRadiusMm, 0).x}
            height={9 * across}
            rx="3"
            fill="#CFE3E1"
            stroke={SEA}
            strokeWidth="1.6"
          />
        </>
      )}
    </g>
  );
}

function Axle({ stay, half, at }: { stay: number; half: number; at: At }) {
  const [inner, outer] = [at(stay, -half - 10), at(stay, half + 10)];
  return (
    <g>
      <line x1={inner.x} x2={outer.x} y1={inner.y} y2={outer.y} stroke={INK} strokeWidth="1.4" strokeDasharray="3 3" />
      {[-1, 1].map((side) => {
        const p = at(stay, side * half);
        return (
          <rect
            key={side}
            x={p.x - 12}
            y={side > 0 ? p.y : p.y - 8}
            width="24"
            height="8"
            fill="#EAE7DD"
            stroke={INK}
            strokeWidth="1.2"
          />
        );
      })}
    </g>
  );
}

function ChainLine({
  cog,
  from,
  to,
  above,
}: {
  cog: { rearMm: number; angleDeg: number };
  from: Point;
  to: Point;
  above: boolean;
}) {
  const steep = Math.abs(cog.angleDeg);
  const colour = steep > 4.5 ? VERDICT_COLOURS.stop : steep > 3 ? "#B27F00" : VERDICT_COLOURS.clear;
  const t = above ? 0.62 : 0.66;
  return (
    <g>
      <line x1={from.x} y1={from.y} x2={to.x} y2={to.y} stroke={colour} strokeWidth="1.8" />
      <text
        x={from.x + (to.x - from.x) * t}
        y={from.y + (to.y - from.y) * t + (above ? -6 : 15)}
        textAnchor="middle"
        fontSize="12"
        fontWeight="600"
        fill={colour}
        stroke="#fff"
        strokeWidth="3.5"
        paintOrder="stroke"
      >
        {formatNumber(cog.angleDeg, 1)}°
      </text>
    </g>
  );
}
