import type { PinPlace } from "@/core/fit/finding";
import type { Layout, MotorDrawn } from "@/core/job/layout";
import { bikePoints } from "./bikeGeometry";
import { Dimension, ScaleBar } from "./dimension";
import { Pins, type Pin, type Point } from "./pins";
import { useShow } from "./show";

const WIDTH = 640;
const HEIGHT = 330;
const MARGIN = 26;
const STEEL = "#8C979B";
const SEA = "#14525F";

/** The bike from its drive side, to scale from what was measured; what was not is dashed, at a usual size. */
export function SideView({ layout, pins, onPick }: { layout: Layout; pins: readonly Pin[]; onPick: (key: string) => void }) {
  const show = useShow();
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
    fork: at(between(bike.crown, bike.frontAxle, 0.3)),
    "front brake": { x: front.x - bike.frontRadius * scale * 0.2, y: front.y - bike.frontRadius * scale * 0.5 },
    "rear brake": { x: rear.x + bike.rearRadius * scale * 0.2, y: rear.y - bike.rearRadius * scale * 0.5 },
    wiring: at(between(bike.crown, bike.crank, 0.35)),
    frame: at(between(bike.crank, bike.seatTop, 0.7)),
    "down tube": at(between(bike.crank, bike.joints?.headLow ?? bike.crown, 0.22)),
    rider: at({ x: bike.seatTop.x - 32, y: bike.seatTop.y + 120 }),
    kit: at({ x: bike.crank.x - 60, y: bike.crank.y + 400 }),
  };
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="drawing"
      data-per-mm={scale}
      role="group"
      aria-label="Side view of the bike, to scale"
    >
      <line x1="8" x2={WIDTH - 8} y1={ground} y2={ground} stroke="#B9B4A4" strokeWidth="1.5" />
      <Wheel
        centre={rear}
        radius={bike.rearRadius * scale}
        tyre={layout.wheels.rear.tyreWidth.mm * scale}
        measured={layout.wheels.rear.beadSeat.measured}
      />
      <Wheel
        centre={front}
        radius={bike.frontRadius * scale}
        tyre={layout.wheels.front.tyreWidth.mm * scale}
        measured={layout.wheels.front.beadSeat.measured}
      />
      {frameTubes(layout, bike).map(([from, to, mm, measured]) => tube(from, to, mm, measured))}
      <Bar at={at} bike={bike} />
      <Leads layout={layout} bike={bike} at={at} />
      <Battery layout={layout} bike={bike} at={at} scale={scale} />
      {layout.motors.map((motor, i) => (
        <Motor key={i} motor={motor} layout={layout} rear={rear} front={front} crank={crank} scale={scale} />
      ))}
      <circle
        cx={crank.x}
        cy={crank.y}
        r={layout.ring.radiusMm * scale}
        fill="none"
        stroke={SEA}
        strokeWidth="2"
        strokeDasharray={layout.motors.some((motor) => motor.at === "crank") ? undefined : "4 3"}
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
        text={`${show(layout.chainstay.mm)}${layout.chainstay.measured ? "" : " ?"}`}
        side={1}
      />
      <ScaleBar x={WIDTH - 30 - 200 * scale} y={HEIGHT - 10} mm={200} perMm={scale} />
      <text x="8" y="14" fontSize="11" fill="#47565C">
        dashed: not measured, drawn at a usual size; dotted: leads
      </text>
      <Pins pins={pins} at={(place) => places[place]} width={WIDTH} onPick={onPick} />
    </svg>
  );
}

const between = (a: Point, b: Point, t: number): Point => ({ x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t });

type Bike = ReturnType<typeof bikePoints>;

/** From the head tube back to the seat tube. */
function topTube(layout: Layout, bike: Bike): [head: Point, seat: Point] {
  if (bike.joints) return [bike.joints.headUp, bike.joints.seat];
  return layout.frameKind === "step-through"
    ? [between(bike.crown, bike.headTop, 0.75), between(bike.crank, bike.seatTop, 0.34)]
    : [between(bike.crown, bike.headTop, 0.85), between(bike.crank, bike.seatTop, 0.94)];
}

function frameTubes(layout: Layout, bike: Bike): [Point, Point, number, boolean][] {
  const lowHead = between(bike.crown, bike.headTop, 0.25);
  const fork: [Point, Point, number, boolean][] = [
    [bike.crown, bike.frontAxle, 20, layout.wheels.front.beadSeat.measured],
    [bike.crown, bike.headTop, 36, bike.joints !== null],
  ];
  const rear: [Point, Point, number, boolean][] = [
    [bike.crank, bike.rearAxle, 18, layout.chainstay.measured],
    [between(bike.crank, bike.seatTop, 0.9), bike.rearAxle, 14, false],
  ];
  const measured: [Point, Point, number, boolean][] | null = bike.joints && [
    [bike.crank, bike.seatTop, layout.places.frame!.seatMm, true],
    [bike.joints.headLow, bike.crank, layout.places.frame!.downMm, true],
    [...topTube(layout, bike), layout.places.frame!.topMm, true],
  ];
  const main: [Point, Point, number, boolean][] = measured ?? [
    [bike.crank, bike.seatTop, 30, false],
    [lowHead, bike.crank, 36, false],
    [...topTube(layout, bike), 30, false],
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

/** Where the pack stands, in mm: in the measured triangle, else along the down tube from its lower end, or on the rack. */
function batteryAt(layout: Layout, bike: Bike): { corner: Point; angle: number; middle: Point } {
  const { lengthMm, heightMm, mount } = layout.battery ?? { lengthMm: 300, heightMm: 90, mount: "down tube" };
  const { bay } = layout.places;
  if (bay) {
    const length = Math.hypot(bay.rail.to.x - bay.rail.from.x, bay.rail.to.y - bay.rail.from.y);
    const u = { x: (bay.rail.to.x - bay.rail.from.x) / length, y: (bay.rail.to.y - bay.rail.from.y) / length };
    const corner = {
      x: bike.crank.x + bay.rail.from.x + u.x * bay.atMm - u.y * bay.pack.cradleMm,
      y: bike.crank.y + bay.rail.from.y + u.y * bay.atMm + u.x * bay.pack.cradleMm,
    };
    const middle = { x: corner.x + (u.x * lengthMm - u.y * heightMm) / 2, y: corner.y + (u.y * lengthMm + u.x * heightMm) / 2 };
    return { corner, angle: Math.atan2(u.y, u.x), middle };
  }
  if (mount === "rack" || mount === "box" || mount === "bag") {
    const corner = { x: -lengthMm * 0.35, y: bike.rearRadius * 2 + 45 };
    return { corner, angle: 0, middle: { x: corner.x + lengthMm / 2, y: corner.y + heightMm / 2 } };
  }
  if (mount === "seat tube") {
    const length = Math.hypot(bike.seatTop.x - bike.crank.x, bike.seatTop.y - bike.crank.y);
    const u = { x: (bike.seatTop.x - bike.crank.x) / length, y: (bike.seatTop.y - bike.crank.y) / length };
    const corner = { x: bike.crank.x + u.x * 120 - u.y * 20, y: bike.crank.y + u.y * 120 + u.x * 20 };
    return {
      corner,
      angle: Math.atan2(u.y, u.x),
      middle: { x: corner.x + (u.x * lengthMm - u.y * heightMm) / 2, y: corner.y + (u.y * lengthMm + u.x * heightMm) / 2 },
    };
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
  const show = useShow();
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
        {show(layout.battery.lengthMm)} × {show(layout.battery.heightMm)}
      </text>
      {layout.places.bay && layout.places.bay.slideMm > 0 && (
        <path
          d={`M${layout.battery.lengthMm * scale} 0h${layout.places.bay.slideMm * scale}v${-layout.battery.heightMm * scale}h${-layout.places.bay.slideMm * scale}`}
          fill="none"
          stroke={SEA}
          strokeDasharray="5 3"
        />
      )}
    </g>
  );
}

/** The leads along the tubes that they are tied to: bar to the shell or pack, and on to the motor. */
function Leads({ layout, bike, at }: { layout: Layout; bike: Bike; at: (p: Point) => Point }) {
  if (layout.motors.length === 0) return null;
  const crankDriven = layout.motors.some((motor) => motor.at === "crank");
  const bar = { x: bike.headTop.x + 10, y: bike.headTop.y + 60 };
  const pack = layout.battery ? batteryAt(layout, bike).middle : between(bike.crown, bike.crank, 0.5);
  const low = between(bike.crown, bike.headTop, 0.1);
  const [head, seat] = topTube(layout, bike);
  const behind = pack.x < seat.x;
  // A pack behind the saddle sends its leads down the seat tube and along the top tube; one in the frame along the down tube.
  const beside = between(bike.crank, low, 0.7);
  const forward = behind ? [pack, between(bike.crank, bike.seatTop, 0.92), seat, head, low] : [pack, beside, low];
  const runs: Point[][] = [[bar, bike.headTop, low, ...(crankDriven ? [bike.crank] : [...forward].reverse().slice(1))]];
  const down = behind ? between(bike.crank, bike.seatTop, 0.92) : beside;
  for (const motor of layout.motors) {
    if (motor.at === "front") runs.push([...forward, between(bike.crown, bike.frontAxle, 0.2), bike.frontAxle]);
    if (motor.at === "rear") runs.push(behind ? [pack, down, bike.rearAxle] : [pack, down, bike.crank, bike.rearAxle]);
    if (motor.at === "crank")
      runs.push(
        [pack, down, bike.crank],
        [bike.crank, between(bike.crank, bike.rearAxle, Math.max(0, 1 - 120 / layout.chainstay.mm))],
      );
  }
  return (
    <g fill="none" stroke="#C2571B" strokeWidth="1.6" strokeDasharray="1.5 3.5" strokeLinecap="round">
      {runs.map((run, i) => (
        <path key={i} d={`M${run.map((p) => `${at(p).x.toFixed(1)} ${at(p).y.toFixed(1)}`).join("L")}`} />
      ))}
    </g>
  );
}

function Motor({
  motor,
  layout,
  rear,
  front,
  crank,
  scale,
}: {
  motor: MotorDrawn;
  layout: Layout;
  rear: Point;
  front: Point;
  crank: Point;
  scale: number;
}) {
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
  const body = layout.places.body;
  const can = body
    ? { x: crank.x + body.centre.x * scale, y: crank.y - body.centre.y * scale }
    : { x: crank.x + 95 * scale, y: crank.y + 40 * scale };
  return (
    <g fill="#CFE3E1" stroke={SEA} strokeWidth="2">
      <title>{motor.name}</title>
      <circle cx={can.x} cy={can.y} r={(body?.radiusMm ?? 62) * scale} />
      <circle cx={crank.x} cy={crank.y} r={motor.caseRadiusMm * scale} />
    </g>
  );
}
