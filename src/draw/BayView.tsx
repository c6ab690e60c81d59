import type { Corner } from "@/core/bay/batteryBay";
import type { BayDrawn, FrameDrawn } from "@/core/job/places";
import { Dimension, ScaleBar } from "./dimension";
import type { Point } from "./pins";
import { useShow } from "./show";

const WIDTH = 640;
const HEIGHT = 330;
const SEA = "#14525F";
const SPOT = "#C23B22";
const INK = "#1D2A30";

/** The open triangle square to the bike, to scale: the pack where it stands best, where it may stand, its slide, the bosses under its slots. */
export function BayView({ bay, frame }: { bay: BayDrawn; frame: FrameDrawn | null }) {
  const show = useShow();
  const corners = frame
    ? [...bay.bay, frame.joints.crank, frame.joints.seat, frame.joints.headUp, frame.joints.headLow]
    : bay.bay;
  const [left, right] = [Math.min(...corners.map((c) => c.x)) - 30, Math.max(...corners.map((c) => c.x)) + 30];
  const [low, high] = [Math.min(...corners.map((c) => c.y)) - 30, Math.max(...corners.map((c) => c.y)) + 40];
  const scale = Math.min((WIDTH - 40) / (right - left), (HEIGHT - 40) / (high - low));
  const at = (c: Corner): Point => ({
    x: (WIDTH - (right - left) * scale) / 2 + (c.x - left) * scale,
    y: 14 + (high - c.y) * scale,
  });
  const length = Math.hypot(bay.rail.to.x - bay.rail.from.x, bay.rail.to.y - bay.rail.from.y);
  const u = { x: (bay.rail.to.x - bay.rail.from.x) / length, y: (bay.rail.to.y - bay.rail.from.y) / length };
  const on = (along: number, up: number): Point =>
    at({ x: bay.rail.from.x + u.x * along - u.y * up, y: bay.rail.from.y + u.y * along + u.x * up });
  const path = (points: readonly Point[]) => `M${points.map((p) => `${p.x.toFixed(2)} ${p.y.toFixed(2)}`).join("L")}Z`;
  const box = (from: number, to: number, bottom: number, top: number) =>
    path([on(from, bottom), on(to, bottom), on(to, top), on(from, top)]);
  const { pack } = bay;
  const top = pack.cradleMm + pack.heightMm;
  const s = bay.atMm;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="drawing"
      data-per-mm={scale}
      role="img"
      aria-label="The battery in the frame's open space, to scale"
    >
      {frame && <Tubes frame={frame} at={at} scale={scale} />}
      <path d={path(bay.bay.map(at))} fill="#FBFAF6" stroke="#7C8B92" strokeWidth="1.2" strokeDasharray="5 3" />
      {bay.shock && <Shock from={at(bay.shock.near)} to={at(bay.shock.far)} />}
      {bay.slideMm > 0 && (
        <path
          d={box(s + pack.lengthMm, s + pack.lengthMm + bay.slideMm, 0, top)}
          fill="none"
          stroke={SEA}
          strokeWidth="1.2"
          strokeDasharray="6 4"
        />
      )}
      <path d={box(s, s + pack.lengthMm, 0, pack.cradleMm)} fill="#B9CDCB" stroke={SEA} strokeWidth="1.2" />
      <path
        d={box(s, s + pack.lengthMm, pack.cradleMm, top)}
        fill={bay.fits ? "#CFE3E1" : "#F3D9D3"}
        stroke={bay.fits ? SEA : SPOT}
        strokeWidth="2"
      />
      {bay.slotsMm.map(([from, to]) => {
        const [a, b] = [on(s + from, pack.cradleMm * 0.5), on(s + to, pack.cradleMm * 0.5)];
        return (
          <line
            key={from}
            x1={a.x}
            y1={a.y}
            x2={b.x}
            y2={b.y}
            stroke="#fff"
            strokeWidth={Math.max(2.5, 5 * scale)}
            strokeLinecap="round"
          />
        );
      })}
      {bay.bossesMm.map((boss) => {
        const used = bay.slotsMm.some(([from, to]) => boss - s >= from && boss - s <= to);
        const [a, b] = [on(boss, -6), on(boss, pack.cradleMm)];
        return (
          <g key={boss} stroke={used ? "#3F7A4E" : SPOT} strokeWidth="2">
            <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} />
            {used ? (
              <circle cx={a.x} cy={a.y} r="4" fill="#3F7A4E" stroke="#fff" />
            ) : (
              <path d={`M${a.x - 4} ${a.y - 4}l8 8m0 -8l-8 8`} />
            )}
          </g>
        );
      })}
      <Dimension from={on(s, top + 12)} to={on(s + pack.lengthMm, top + 12)} text={`${show(pack.lengthMm)}`} />
      <Dimension from={on(s - 12, 0)} to={on(s - 12, top)} text={`${show(top)}`} side={1} />
      {bay.clearanceMm !== null && (
        <text x="14" y="22" fontSize="12" fill={SEA}>
          {show(bay.clearanceMm)} from the pack to the nearest tube
        </text>
      )}
      {!bay.fits && (
        <text
          x={on(s + pack.lengthMm / 2, top / 2).x}
          y={on(s + pack.lengthMm / 2, top / 2).y}
          textAnchor="middle"
          fontSize="13"
          fontWeight="700"
          fill={SPOT}
        >
          does not go in
        </text>
      )}
      {bay.slideMm > 0 && (
        <text
          x={on(s + pack.lengthMm + bay.slideMm, top).x + 6}
          y={on(s + pack.lengthMm + bay.slideMm, top).y}
          fontSize="11"
          fill={INK}
        >
          slides {show(bay.slideMm)}
        </text>
      )}
      <ScaleBar x={WIDTH - 30 - 100 * scale} y={HEIGHT - 10} mm={100} perMm={scale} />
      <text x="8" y={HEIGHT - 8} fontSize="11" fill="#47565C">
        green: boss under a slot; red cross: boss beside them
      </text>
    </svg>
  );
}

/** A shock by the edge that its sweep leaves free, its name written along it on the far side of the pack. */
function Shock({ from, to }: { from: Point; to: Point }) {
  const [x, y] = [(from.x + to.x) / 2, (from.y + to.y) / 2];
  const turn = (Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI;
  return (
    <g>
      <line x1={from.x} y1={from.y} x2={to.x} y2={to.y} stroke="#8C979B" strokeWidth="5" strokeLinecap="round" />
      <circle cx={from.x} cy={from.y} r="5" fill="#fff" stroke="#8C979B" strokeWidth="2" />
      <circle cx={to.x} cy={to.y} r="5" fill="#fff" stroke="#8C979B" strokeWidth="2" />
      <text x={x} y={y} dy="-8" textAnchor="middle" fontSize="11" fill={INK} transform={`rotate(${turn.toFixed(2)} ${x} ${y})`}>
        shock&apos;s sweep
      </text>
    </g>
  );
}

function Tubes({ frame, at, scale }: { frame: FrameDrawn; at: (c: Corner) => Point; scale: number }) {
  const { crank, seat, headUp, headLow } = frame.joints;
  const tube = (a: Corner, b: Corner, mm: number) => {
    const [p, q] = [at(a), at(b)];
    return (
      <line
        key={`${a.x} ${b.x}`}
        x1={p.x}
        y1={p.y}
        x2={q.x}
        y2={q.y}
        stroke="#D9D5C8"
        strokeWidth={mm * scale}
        strokeLinecap="round"
      />
    );
  };
  return (
    <g>
      {tube(crank, headLow, frame.downMm)}
      {tube(seat, headUp, frame.topMm)}
      {tube(crank, seat, frame.seatMm)}
      {tube(headLow, headUp, 36)}
      <circle cx={at(crank).x} cy={at(crank).y} r={21 * scale} fill="#fff" stroke="#8C979B" strokeWidth="2" />
    </g>
  );
}
