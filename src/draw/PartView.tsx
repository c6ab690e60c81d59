import type { ReactNode } from "react";
import { pitchRadiusMm } from "@/core/chain/chainLength";
import { Dimension, ScaleBar } from "./dimension";
import type { Point } from "./pins";

const W = 400;
const H = 250;
const BODY = "#E3E8E6";
const EDGE = "#14525F";
const SOFT = "#8C979A";

type Figures = Readonly<Record<string, unknown>>;
/** A figure of the part that a line of the drawing shows, by its path in the form. */
type Line = { readonly path: string; readonly from: Point; readonly to: Point; readonly side?: 1 | -1 };

/** Kinds that are drawn from their figures. */
const DRAWN = ["hub-motor", "mid-motor", "battery", "chainring", "cluster", "rotor"] as const;
export const isDrawn = (kind: string): boolean => (DRAWN as readonly string[]).includes(kind);

const num = (spec: Figures, key: string): number | undefined =>
  typeof spec[key] === "number" && Number.isFinite(spec[key]) ? spec[key] : undefined;
const known = (values: readonly (number | undefined)[]): readonly number[] | null =>
  values.every((value) => value !== undefined) ? (values as readonly number[]) : null;

/**
 * A part as its figures say, to scale; a figure that is being typed stands out. What is not known is not drawn; null while too little is.
 * @param at the path of the figure that is being typed, such as `spec.lengthMm`
 */
export function PartView({
  kind,
  spec,
  at,
  show,
}: {
  kind: string;
  spec: Figures;
  at: string | null;
  show: (mm: number) => string;
}) {
  const made =
    kind === "hub-motor"
      ? hub(spec)
      : kind === "mid-motor"
        ? mid(spec)
        : kind === "battery"
          ? pack(spec)
          : kind === "chainring"
            ? ring(spec)
            : kind === "cluster"
              ? cluster(spec)
              : kind === "rotor"
                ? rotor(spec)
                : null;
  if (made === null) return <p className="soft small">It is drawn here once its main figures are filled in.</p>;
  const { body, lines, perMm, says } = made;
  return (
    <svg viewBox={`0 0 ${W} ${H}`} width="100%" role="img" aria-label={says} className="part-view">
      {body}
      {lines.map((line) => {
        const value = num(spec, line.path);
        return (
          value !== undefined && (
            <g key={line.path} className={at === `spec.${line.path}` ? "pointed" : undefined}>
              <Dimension from={line.from} to={line.to} text={show(value)} side={line.side ?? -1} />
            </g>
          )
        );
      })}
      <ScaleBar x={12} y={H - 8} mm={perMm > 1.6 ? 20 : 50} perMm={perMm} />
    </svg>
  );
}

type Made = { readonly body: ReactNode; readonly lines: readonly Line[]; readonly perMm: number; readonly says: string } | null;

/** A hub motor cut along its axle, seen from behind: left is left. */
function hub(spec: Figures): Made {
  const sizes = known(
    ["overLocknutMm", "axleDiameterMm", "flangePcdMm", "flangeOffsetLeftMm", "flangeOffsetRightMm"].map((key) => num(spec, key)),
  );
  if (!sizes || sizes[0]! <= 0 || sizes[2]! <= 0) return null;
  const [old, axle, pcd, left, right] = sizes as [number, number, number, number, number];
  const length = Math.max(num(spec, "axleLengthMm") ?? old + 70, old);
  const beyond = (length - old) / 2;
  const [beyondLeft, beyondRight] = [num(spec, "axleLeftMm") ?? beyond, num(spec, "axleRightMm") ?? beyond];
  const cover = num(spec, "coverDiameterMm") ?? pcd + 16;
  const wide = num(spec, "coverWidthMm") ?? left + right + 8;
  const s = Math.min((W - 90) / (old + beyondLeft + beyondRight), 138 / Math.max(cover, pcd + 8));
  const middle = W / 2 + ((beyondLeft - beyondRight) / 2) * s;
  const cy = 106;
  const x = (mm: number) => middle + mm * s;
  const ends = { left: x(-old / 2 - beyondLeft) - 20, right: x(old / 2 + beyondRight) + 38 };
  const face = num(spec, "rotorFaceMm");
  const room = num(spec, "clusterRoomMm");
  const flange = (at: number) => (
    <g key={at}>
      <rect x={x(at) - 1.5} y={cy - ((pcd + 8) / 2) * s} width="3" height={(pcd + 8) * s} fill={EDGE} />
      {[-1, 1].map((up) => (
        <circle key={up} cx={x(at)} cy={cy + up * (pcd / 2) * s} r="2.6" fill="#fff" stroke={EDGE} />
      ))}
    </g>
  );
  const foot = cy + (Math.max(cover, pcd + 8) / 2) * s;
  return {
    perMm: s,
    says: `Hub motor cut along its axle: ${old} mm over the locknuts, flange hole circle ${pcd} mm`,
    body: (
      <g>
        <rect x={x(-wide / 2)} y={cy - (cover / 2) * s} width={wide * s} height={cover * s} rx="8" fill={BODY} stroke={SOFT} />
        <rect
          x={x(-old / 2 - beyondLeft)}
          y={cy - (axle / 2) * s}
          width={(old + beyondLeft + beyondRight) * s}
          height={axle * s}
          fill="#fff"
          stroke={EDGE}
          strokeDasharray={num(spec, "axleLengthMm") === undefined ? "4 3" : undefined}
        />
        {[-1, 1].map((end) => (
          <path key={end} d={`M${x((end * old) / 2)} ${cy - 22}V${cy + 22}`} stroke={EDGE} strokeWidth="2.5" />
        ))}
        {flange(-left)}
        {flange(right)}
        {room !== undefined && room > 0 && (
          <rect
            x={x(old / 2 - room)}
            y={cy - 24 * s}
            width={room * s}
            height={48 * s}
            fill="none"
            stroke="#6B5B1E"
            strokeDasharray="4 3"
          />
        )}
        {face !== undefined && spec.rotorMount !== "none" && (
          <path d={`M${x(-old / 2 + face)} ${cy - 34 * s}V${cy + 34 * s}`} stroke="#C23B22" strokeWidth="2" />
        )}
        <path d={`M${x(0)} 14V${foot + 8}`} stroke={SOFT} strokeDasharray="9 3 2 3" />
        <path d={`M${ends.left} ${cy}H${ends.right}`} stroke={SOFT} strokeDasharray="9 3 2 3" strokeWidth="0.7" />
      </g>
    ),
    lines: [
      { path: "flangeOffsetLeftMm", from: { x: x(-left), y: 24 }, to: { x: x(0), y: 24 } },
      { path: "flangeOffsetRightMm", from: { x: x(0), y: 24 }, to: { x: x(right), y: 24 } },
      { path: "flangePcdMm", from: { x: ends.left, y: cy - (pcd / 2) * s }, to: { x: ends.left, y: cy + (pcd / 2) * s } },
      {
        path: "coverDiameterMm",
        from: { x: ends.right, y: cy - (cover / 2) * s },
        to: { x: ends.right, y: cy + (cover / 2) * s },
        side: 1,
      },
      {
        path: "clusterRoomMm",
        from: { x: x(old / 2 - (room ?? 0)), y: cy + 24 * s + 12 },
        to: { x: x(old / 2), y: cy + 24 * s + 12 },
        side: 1,
      },
      {
        path: "rotorFaceMm",
        from: { x: x(-old / 2), y: cy + 34 * s + 10 },
        to: { x: x(-old / 2 + (face ?? 0)), y: cy + 34 * s + 10 },
        side: 1,
      },
      { path: "overLocknutMm", from: { x: x(-old / 2), y: foot + 16 }, to: { x: x(old / 2), y: foot + 16 }, side: 1 },
      {
        path: "axleLengthMm",
        from: { x: x(-old / 2 - beyondLeft), y: foot + 36 },
        to: { x: x(old / 2 + beyondRight), y: foot + 36 },
        side: 1,
      },
      {
        path: "axleDiameterMm",
        from: { x: x(old / 2 + beyondRight) - 4, y: cy - (axle / 2) * s },
        to: { x: x(old / 2 + beyondRight) - 4, y: cy + (axle / 2) * s },
      },
    ],
  };
}

/** A drive for the bottom bracket cut along its axle tube: gear case at the right, the thread at the left. */
function mid(spec: Figures): Made {
  const sizes = known(
    ["tubeDiameterMm", "shoulderToThreadEndMm", "shoulderToThreadStartMm", "caseRadiusMm"].map((key) => num(spec, key)),
  );
  if (!sizes || sizes[1]! <= 0) return null;
  const [tube, end, start, radius] = sizes as [number, number, number, number];
  const s = Math.min(250 / (end + 60), 86 / Math.max(radius, 30));
  const shoulder = (W + end * s - 44 * s) / 2;
  const cy = 104;
  const plane = num(spec, "ringPlaneMm");
  const offset = num(spec, "caseOffsetMm") ?? 0;
  return {
    perMm: s,
    says: `Drive for the bottom bracket: axle tube ${tube} mm, thread from ${start} to ${end} mm`,
    body: (
      <g>
        <rect
          x={shoulder + offset * s}
          y={cy - radius * s}
          width={44 * s}
          height={radius * 2 * s}
          rx="8"
          fill={BODY}
          stroke={SOFT}
        />
        <rect x={shoulder - end * s} y={cy - (tube / 2) * s} width={end * s} height={tube * s} fill="#fff" stroke={EDGE} />
        {Array.from({ length: Math.max(0, Math.floor((end - start) / 3)) }, (_, i) => (
          <path key={i} d={`M${shoulder - (start + i * 3) * s} ${cy - (tube / 2) * s}v${tube * s}`} stroke={SOFT} />
        ))}
        <path d={`M${shoulder} ${cy - 40 * s}V${cy + 40 * s}`} stroke={EDGE} strokeWidth="2.5" />
        {plane !== undefined && (
          <path d={`M${shoulder + plane * s} ${cy - 78}V${cy + 78}`} stroke="#6B5B1E" strokeWidth="2" strokeDasharray="4 3" />
        )}
      </g>
    ),
    lines: [
      {
        path: "shoulderToThreadStartMm",
        from: { x: shoulder - start * s, y: cy + (tube / 2) * s + 22 },
        to: { x: shoulder, y: cy + (tube / 2) * s + 22 },
        side: 1,
      },
      {
        path: "shoulderToThreadEndMm",
        from: { x: shoulder - end * s, y: cy + (tube / 2) * s + 46 },
        to: { x: shoulder, y: cy + (tube / 2) * s + 46 },
        side: 1,
      },
      {
        path: "tubeDiameterMm",
        from: { x: shoulder - end * s - 18, y: cy - (tube / 2) * s },
        to: { x: shoulder - end * s - 18, y: cy + (tube / 2) * s },
      },
      { path: "ringPlaneMm", from: { x: shoulder, y: 20 }, to: { x: shoulder + (plane ?? 0) * s, y: 20 } },
      {
        path: "caseRadiusMm",
        from: { x: shoulder + (offset + 44) * s + 18, y: cy - radius * s },
        to: { x: shoulder + (offset + 44) * s + 18, y: cy },
        side: 1,
      },
    ],
  };
}

/** A pack on its cradle from the side, its lower end at the left, with the slots that bosses meet. */
function pack(spec: Figures): Made {
  const [length = 0, height = 0] = [num(spec, "lengthMm"), num(spec, "heightMm")];
  if (length <= 0 || height <= 0) return null;
  const cradle = num(spec, "cradleMm") ?? 0;
  const slide = num(spec, "slideMm") ?? 0;
  const s = Math.min((W - 80) / (length + slide), 130 / (height + cradle));
  const x0 = 40;
  const foot = 180;
  const top = foot - (height + cradle) * s;
  const slots = Array.isArray(spec.slotsMm) ? (spec.slotsMm as unknown[]) : [];
  return {
    perMm: s,
    says: `Pack from the side: ${length} mm long, ${height} mm high, ${slots.length} slots`,
    body: (
      <g>
        {slide > 0 && (
          <rect
            x={x0 + slide * s}
            y={top}
            width={length * s}
            height={height * s}
            rx="10"
            fill="none"
            stroke={SOFT}
            strokeDasharray="4 3"
          />
        )}
        <rect x={x0} y={top} width={length * s} height={height * s} rx="10" fill={BODY} stroke={EDGE} />
        <rect x={x0} y={foot - cradle * s} width={length * s} height={Math.max(3, cradle * s)} fill="#fff" stroke={EDGE} />
        {slots.map((slot, i) => {
          const [from, to] = Array.isArray(slot) ? (slot as unknown[]) : [];
          return (
            typeof from === "number" &&
            typeof to === "number" && (
              <rect
                key={i}
                x={x0 + from * s}
                y={foot + 2}
                width={Math.max(2, (to - from) * s)}
                height="7"
                rx="3"
                fill="#C23B22"
              />
            )
          );
        })}
      </g>
    ),
    lines: [
      { path: "lengthMm", from: { x: x0, y: top - 14 }, to: { x: x0 + length * s, y: top - 14 } },
      { path: "heightMm", from: { x: x0 - 16, y: top }, to: { x: x0 - 16, y: foot - cradle * s } },
      {
        path: "slideMm",
        from: { x: x0 + length * s, y: foot + 24 },
        to: { x: x0 + (length + slide) * s, y: foot + 24 },
        side: 1,
      },
      { path: "cradleMm", from: { x: x0 + length * s + 14, y: foot - cradle * s }, to: { x: x0 + length * s + 14, y: foot } },
    ],
  };
}

/** A chainring from the side by its pitch circle, and its tooth plane beside the plane it is bolted in. */
function ring(spec: Figures): Made {
  const teeth = num(spec, "teeth") ?? 0;
  if (teeth < 5) return null;
  const diameter = 2 * pitchRadiusMm(teeth);
  const offset = num(spec, "offsetMm") ?? 0;
  const s = 190 / (diameter + 12);
  const [cx, cy] = [130, 112];
  const bolted = 320;
  return {
    perMm: s,
    says: `Chainring of ${teeth} teeth, pitch circle ${diameter.toFixed(1)} mm, offset ${offset} mm`,
    body: (
      <g>
        <Teeth cx={cx} cy={cy} teeth={teeth} s={s} fill={BODY} />
        <circle cx={cx} cy={cy} r={(diameter / 2) * s} fill="none" stroke={SOFT} strokeDasharray="9 3 2 3" />
        <circle cx={cx} cy={cy} r={(diameter / 2) * s * 0.55} fill="#fff" stroke={SOFT} />
        <text x={cx} y={cy + 4} textAnchor="middle" fontSize="12" fill="#1D2A30">
          ⌀ {diameter.toFixed(1)}
        </text>
        <path d={`M${bolted} ${cy - 50}V${cy + 50}`} stroke={SOFT} strokeDasharray="4 3" />
        <path d={`M${bolted + offset * s} ${cy - 84}V${cy + 84}`} stroke={EDGE} strokeWidth="4" />
        <text x={bolted} y={cy + 102} textAnchor="middle" fontSize="11" fill="#4A585E">
          bolted here
        </text>
        <text x={W - 10} y={H - 24} textAnchor="end" fontSize="11" fill="#4A585E">
          outboard to the right
        </text>
      </g>
    ),
    lines: [{ path: "offsetMm", from: { x: bolted, y: 22 }, to: { x: bolted + offset * s, y: 22 } }],
  };
}

/** Cogs from the side, by their pitch circles. */
function cluster(spec: Figures): Made {
  const cogs = Array.isArray(spec.teeth)
    ? (spec.teeth as unknown[]).filter((one): one is number => typeof one === "number" && one >= 5)
    : [];
  if (cogs.length === 0) return null;
  const s = 200 / (2 * pitchRadiusMm(Math.max(...cogs)) + 12);
  const [cx, cy] = [W / 2, 112];
  return {
    perMm: s,
    says: `Cluster of ${cogs.length} cogs, ${cogs.join(", ")} teeth`,
    body: (
      <g>
        {[...cogs]
          .sort((a, b) => b - a)
          .map((teeth, i) => (
            <Teeth key={`${teeth} ${i}`} cx={cx} cy={cy} teeth={teeth} s={s} fill={i % 2 === 0 ? BODY : "#fff"} />
          ))}
        <text x={W - 12} y={H - 8} textAnchor="end" fontSize="12" fill="#4A585E">
          {Math.min(...cogs)} to {Math.max(...cogs)} teeth
        </text>
      </g>
    ),
    lines: [],
  };
}

function rotor(spec: Figures): Made {
  const diameter = num(spec, "diameterMm") ?? 0;
  if (diameter <= 0) return null;
  const s = 180 / Math.max(diameter, 140);
  const [cx, cy, r] = [W / 2, 104, (diameter / 2) * s];
  return {
    perMm: s,
    says: `Rotor of ${diameter} mm`,
    body: (
      <g>
        <circle cx={cx} cy={cy} r={r} fill={BODY} stroke={EDGE} strokeWidth="2" />
        <circle cx={cx} cy={cy} r={Math.max(4, r - 16 * s)} fill="#fff" stroke={SOFT} />
        <circle cx={cx} cy={cy} r={22 * s} fill="#fff" stroke={EDGE} />
        {spec.mount === "six-bolt" &&
          // Six bolts on a circle of 44 mm: common practice.
          Array.from({ length: 6 }, (_, i) => {
            const turn = (i * Math.PI) / 3;
            return <circle key={i} cx={cx + 22 * s * Math.cos(turn)} cy={cy + 22 * s * Math.sin(turn)} r="3" fill={EDGE} />;
          })}
      </g>
    ),
    lines: [{ path: "diameterMm", from: { x: cx - r, y: cy + r + 14 }, to: { x: cx + r, y: cy + r + 14 }, side: 1 }],
  };
}

/** A toothed outline: tips a little over the pitch circle, gaps as deep under it. */
function Teeth({ cx, cy, teeth, s, fill }: { cx: number; cy: number; teeth: number; s: number; fill: string }) {
  const pitch = pitchRadiusMm(teeth);
  const points = Array.from({ length: teeth * 4 }, (_, i) => {
    const turn = (i * Math.PI) / (2 * teeth);
    const r = (pitch + (i % 4 < 2 ? 3.2 : -3.4)) * s;
    return `${(cx + r * Math.cos(turn)).toFixed(2)},${(cy + r * Math.sin(turn)).toFixed(2)}`;
  });
  return <polygon points={points.join(" ")} fill={fill} stroke={EDGE} strokeWidth="0.9" strokeLinejoin="round" />;
}
