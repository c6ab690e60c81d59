import type { PinPlace } from "@/core/fit/finding";
import type { Layout } from "@/core/job/layout";
import { bikePoints } from "./bikeGeometry";
import { Dimension, ScaleBar } from "./dimension";
import { Pins, type Pin, type Point } from "./pins";

const WIDTH = 640;
const HEIGHT = 330;
const MARGIN = 26;
const STEEL = "#8C979B";
const SEA = "#14525F";

/** The bike from its drive side, to scale from what was measured; what was not is dashed, at a usual size. */
export function SideView({ layout, pins, onPick }: { layout: Layout; pins: readonly Pin[]; onPick: (key: string) => void }) {
  const bike = bikePoints(layout);
  const left = -bike.rearRadius;
  const right = bike.frontAxle.x + bike.frontRadius;
  const top = Math.max(bike.seatTop.y + 130, bike.headTop.y + 90, bike.rearRadius * 2);
  const scale = Math.min((WIDTH - 2 * MARGIN) / (right - left), (HEIGHT - 62) / top);
  const shiftX = (WIDTH - (right - left) * scale) / 2;
  const at = (p: Point): Point => ({ x: shiftX + (p.x - left) * scale, y: HEIGHT - 34 - p.y * scale });
  const tube = (from: Point, to: Point, mm: number, measured = false) => {
    const [a, b] = [at(from), at(to)];
    return (
      <g key={`${from.x} ${from.y} ${to.x} ${to.y}`}>
        <line
          x1={a.x}
          y1={a.y}
          x2={b.x}
          y2={b.y}
          stroke={STEEL}
          strokeWidth={mm * scale + 1.6}
          strokeLinecap="round"
          strokeDasharray={measured ? undefined : "7 4"}
        />
        <line
          x1={a.x}
          y1={a.y}
          x2={b.x}
          y2={b.y}
          stroke="#F4F2EC"
          strokeWidth={Math.max(0.5, mm * scale - 0.8)}
          strokeLinecap="round"
        />
      </g>
    );
  };
  const [rear, front, crank] = [at(bike.rearAxle), at(bike.frontAxle), at(bike.crank)];
  const ground = HEIGHT - 34;
  const places: Record<PinPlace, Point> = {
    shell: crank,
    stay: between(rear, crank, 0.72),
    chain: between(rear, crank, 0.4),
    ring: crank,
    cluster: rear,
    "front axle": front,
    "rear axle": rear,
    "front wheel": { x: front.x + bike.frontRadius * scale * 0.66, y: front.y - bike.frontRadius * scale * 0.66 },
    "rear wheel": { x: rear.x - bike.rearRadius * scale * 0.66, y: rear.y - bike.rearRadius * scale * 0.66 },
    bar: at({ x: bike.headTop.x + 10, y: bike.headTop.y + 60 }),
    battery: at(batteryAt(layout, bike).middle),
    kit: at({ x: bike.crank.x - 60, y: bike.crank.y + 400 }),
  };
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="drawing" role="img" aria-label="Side view of the bike, to scale">
      <line x1="8" x2={WIDTH - 8} y1={ground} y2={ground} stroke="#B9B4A4" strokeWidth="1.5" />
      <Wheel
        centre={rear}
        radius={bike.rearRadius * scale}
        tyre={layout.tyreWidth.mm * scale}
        measured={layout.rearBeadSeat.measured}
      />
      <Wheel
        centre={front}
        radius={bike.frontRadius * scale}
        tyre={layout.tyreWidth.mm * scale}
        measured={layout.frontBeadSeat.measured}
      />
      {frameTubes(layout, bike).map(([from, to, mm, measured]) => tube(from, to, mm, measured))}
      <Bar at={at} bike={bike} />
      <Battery layout={layout} bike={bike} at={at} scale={scale} />
      <Motor layout={layout} rear={rear} front={front} crank={crank} scale={scale} />
      <circle
        cx={crank.x}
        cy={crank.y}
        r={layout.ring.radiusMm * scale}
        fill="none"
        stroke={SEA}
        strokeWidth="2"
        strokeDasharray={layout.motor?.at === "crank" ? undefined : "4 3"}
      />
      <line
        x1={crank.x}
        y1={crank.y}
        x2={crank.x + 120 * scale}
        y2={crank.y + 120 * scale}
        stroke="#1D2A30"
        strokeWidth="3"
        strokeLinecap="round"
      />
      <Dimension
        from={{ x: rear.x, y: ground + 18 }}
        to={{ x: crank.x, y: ground + 18 }}
        text={`${Math.round(layout.chainstay.mm)}${layout.chainstay.measured ? "" : " ?"}`}
        side={1}
      />
      <ScaleBar x={WIDTH - 30 - 200 * scale} y={HEIGHT - 10} mm={200} perMm={scale} />
      <text x="8" y="14" fontSize="11" fill="#47565C">
        dashed: not measured, drawn at a usual size
      </text>
      <Pins pins={pins} at={(place) => places[place]} width={WIDTH} onPick={onPick} />
    </svg>
  );
}

const between = (a: Point, b: Point, t: number): Point => ({ x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t });

type Bike = ReturnType<typeof bikePoints>;

function frameTubes(layout: Layout, bike: Bike): [Point, Point, number, boolean][] {
  const lowHead = between(bike.crown, bike.headTop, 0.25);
  const step = layout.frameKind === "step-through";
  const seatLow = between(bike.crank, bike.seatTop, 0.34);
  const fork: [Point, Point, number, boolean][] = [
    [bike.crown, bike.frontAxle, 20, layout.frontBeadSeat.measured],
    [bike.crown, bike.headTop, 36, false],
  ];
  const rear: [Point, Point, number, boolean][] = [
    [bike.crank, bike.rearAxle, 18, layout.chainstay.measured],
    [between(bike.crank, bike.seatTop, 0.9), bike.rearAxle, 14, false],
  ];
  const main: [Point, Point, number, boolean][] = [
    [bike.crank, bike.seatTop, 30, false],
    [lowHead, bike.crank, 36, false],
    [
      step ? between(bike.crown, bike.headTop, 0.75) : between(bike.crown, bike.headTop, 0.85),
      step ? seatLow : between(bike.crank, bike.seatTop, 0.94),
      30,
      false,
    ],
  ];
  if (!bike.stokerCrank) return [...rear, ...main, ...fork];
  const stokerTop = { x: bike.stokerCrank.x - 145, y: bike.stokerCrank.y + 480 };
  return [
    [bike.stokerCrank, bike.rearAxle, 18, layout.chainstay.measured],
    [between(bike.stokerCrank, stokerTop, 0.9), bike.rearAxle, 14, false],
    [bike.stokerCrank, stokerTop, 30, false],
    [bike.crank, bike.stokerCrank, 40, layout.chainstay.measured],
    [between(bike.crank, bike.seatTop, 0.94), between(bike.stokerCrank, stokerTop, 0.94), 30, false],
    ...main,
    ...fork,
  ];
}

function Wheel({ centre, radius, tyre, measured }: { centre: Point; radius: number; tyre: number; measured: boolean }) {
  return (
    <g fill="none" strokeDasharray={measured ? undefined : "7 4"}>
      <circle
        cx={centre.x}
        cy={centre.y}
        r={radius - tyre / 2}
        stroke="#3A464B"
        strokeWidth={tyre}
        opacity={measured ? 0.85 : 0.4}
      />
      <circle cx={centre.x} cy={centre.y} r={Math.max(1, radius - tyre - 6)} stroke={STEEL} strokeWidth="1.4" />
      <circle cx={centre.x} cy={centre.y} r="3" fill="#1D2A30" stroke="none" />
    </g>
  );
}

function Bar({ at, bike }: { at: (p: Point) => Point; bike: Bike }) {
  const [head, stem, grip] = [
    at(bike.headTop),
    at({ x: bike.headTop.x + 20, y: bike.headTop.y + 70 }),
    at({ x: bike.headTop.x - 90, y: bike.headTop.y + 85 }),
  ];
  const [seat, saddle] = [at(bike.seatTop), at({ x: bike.seatTop.x - 32, y: bike.seatTop.y + 105 })];
  return (
    <g fill="none" stroke="#3A464B" strokeWidth="3" strokeLinecap="round">
      <path d={`M${head.x} ${head.y}L${stem.x} ${stem.y}L${grip.x} ${grip.y}`} />
      <path d={`M${seat.x} ${seat.y}L${saddle.x} ${saddle.y}m-18 -2h34`} />
    </g>
  );
}

/** Where the pack stands, in mm: along the down tube from its lower end, or on the rack. */
function batteryAt(layout: Layout, bike: Bike): { corner: Point; angle: number; middle: Point } {
  const { lengthMm, heightMm, mount } = layout.battery ?? { lengthMm: 300, heightMm: 90, mount: "down tube" };
  if (mount === "rack" || mount === "box") {
    const corner = { x: -lengthMm * 0.35, y: bike.rearRadius * 2 + 45 };
    return { corner, angle: 0, middle: { x: corner.x + lengthMm / 2, y: corner.y + heightMm / 2 } };
  }
  const head = between(bike.crown, bike.headTop, 0.25);
  const length = Math.hypot(head.x - bike.crank.x, head.y - bike.crank.y);
  const u = { x: (head.x - bike.crank.x) / length, y: (head.y - bike.crank.y) / length };
  const n = { x: -u.y, y: u.x };
  const start = Math.max(110, (length - lengthMm) / 2);
  const corner = { x: bike.crank.x + u.x * start + n.x * 22, y: bike.crank.y + u.y * start + n.y * 22 };
  return {
    corner,
    angle: Math.atan2(u.y, u.x),
    middle: { x: corner.x + (u.x * lengthMm + n.x * heightMm) / 2, y: corner.y + (u.y * lengthMm + n.y * heightMm) / 2 },
  };
}

function Battery({ layout, bike, at, scale }: { layout: Layout; bike: Bike; at: (p: Point) => Point; scale: number }) {
  if (!layout.battery) return null;
  const { corner, angle } = batteryAt(layout, bike);
  const origin = at(corner);
  return (
    <g transform={`translate(${origin.x} ${origin.y}) rotate(${(-angle * 180) / Math.PI})`}>
      <title>{layout.battery.name}</title>
      <rect
        x="0"
        y={-layout.battery.heightMm * scale}
        width={layout.battery.lengthMm * scale}
        height={layout.battery.heightMm * scale}
        rx="4"
        fill="#CFE3E1"
        stroke={SEA}
        strokeWidth="1.8"
      />
      <text
        x={(layout.battery.lengthMm * scale) / 2}
        y={-(layout.battery.heightMm * scale) / 2 + 4}
        textAnchor="middle"
        fontSize="11"
        fill={SEA}
      >
        {Math.round(layout.battery.lengthMm)} × {Math.round(layout.battery.heightMm)}
      </text>
    </g>
  );
}

function Motor({
  layout,
  rear,
  front,
  crank,
  scale,
}: {
  layout: Layout;
  rear: Point;
  front: Point;
  crank: Point;
  scale: number;
}) {
  const { motor } = layout;
  if (!motor) return null;
  if (motor.at !== "crank") {
    const centre = motor.at === "front" ? front : rear;
    const radius = ((motor.hubPcdMm ?? 120) / 2 + 8) * scale;
    return (
      <g>
        <title>{motor.name}</title>
        <circle cx={centre.x} cy={centre.y} r={radius} fill="#CFE3E1" stroke={SEA} strokeWidth="2.2" />
        <circle cx={centre.x} cy={centre.y} r="3" fill={SEA} />
      </g>
    );
  }
  const can = { x: crank.x + 95 * scale, y: crank.y + 40 * scale };
  return (
    <g fill="#CFE3E1" stroke={SEA} strokeWidth="2">
      <title>{motor.name}</title>
      <circle cx={can.x} cy={can.y} r={62 * scale} />
      <circle cx={crank.x} cy={crank.y} r={motor.caseRadiusMm * scale} />
    </g>
  );
}
