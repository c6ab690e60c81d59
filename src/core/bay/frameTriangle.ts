import type { Corner } from "./batteryBay";

const RAD = Math.PI / 180;

/** Lengths between the tubes' centre lines, mm, and what turns them into a shape: two angles, or the first diagonal. */
export type FrameLengths = {
  seatTubeMm: number;
  topTubeMm: number;
  downTubeMm: number;
  headTubeMm: number;
} & (
  | { by: "angles"; seatAngleDeg: number; headAngleDeg: number }
  | { by: "diagonals"; seatAngleDeg: number; diagonalUpMm: number; diagonalDownMm: number }
);

export type Tubes = {
  seatTubeDiameterMm: number;
  topTubeDiameterMm: number;
  downTubeDiameterMm: number;
  /** What stands into the space from the seat tube, mm. */
  seatBoltsMm: number;
  /** The lowest line of a shock in its travel, along the down tube from the crank axle and up from its middle, mm; null without one. */
  shock: { near: Corner; far: Corner } | null;
};

/** Joints in mm: x forward and y up from the crank axle. `gapMm`: by how much the tapes contradict each other. */
export type Joints = { crank: Corner; seat: Corner; headUp: Corner; headLow: Corner; gapMm: number };

/** Half a head tube, mm (common practice: 34 to 44 across). */
const HALF_HEAD_MM = 18;

/**
 * The frame's four joints from what a tape and a level give.
 * @returns the joints, or null when the lengths close no frame (a tube longer than the others together)
 */
export function frameJoints(p: FrameLengths): Joints | null {
  const crank = { x: 0, y: 0 };
  const seat = { x: -Math.cos(p.seatAngleDeg * RAD) * p.seatTubeMm, y: Math.sin(p.seatAngleDeg * RAD) * p.seatTubeMm };
  if (p.by === "diagonals") {
    const headUp = ahead(meet(crank, p.diagonalUpMm, seat, p.topTubeMm));
    const headLow = headUp && lower(meet(crank, p.downTubeMm, headUp, p.headTubeMm));
    if (!headUp || !headLow) return null;
    const gapMm = Math.abs(Math.hypot(headLow.x - seat.x, headLow.y - seat.y) - p.diagonalDownMm);
    return { crank, seat, headUp, headLow, gapMm };
  }
  const head = { x: -Math.cos(p.headAngleDeg * RAD) * p.headTubeMm, y: Math.sin(p.headAngleDeg * RAD) * p.headTubeMm };
  const from = { x: seat.x - head.x, y: seat.y - head.y };
  const headLow = ahead(meet(crank, p.downTubeMm, from, p.topTubeMm));
  return headLow && { crank, seat, headLow, headUp: { x: headLow.x + head.x, y: headLow.y + head.y }, gapMm: 0 };
}

/** Where two circles meet; null when they do not. */
function meet(a: Corner, aMm: number, b: Corner, bMm: number): [Corner, Corner] | null {
  const d = Math.hypot(b.x - a.x, b.y - a.y);
  if (d === 0 || d > aMm + bMm || d < Math.abs(aMm - bMm)) return null;
  const along = (aMm ** 2 - bMm ** 2 + d ** 2) / (2 * d);
  const off = Math.sqrt(Math.max(0, aMm ** 2 - along ** 2));
  const [ux, uy] = [(b.x - a.x) / d, (b.y - a.y) / d];
  const [p, q] = [1, -1].map((s) => ({ x: a.x + along * ux - s * off * uy, y: a.y + along * uy + s * off * ux }));
  return [p!, q!];
}

/** Frames face forward: a joint at the head is the point further ahead; the down tube's end is the lower of two. */
const ahead = (points: [Corner, Corner] | null) => points && (points[0].x > points[1].x ? points[0] : points[1]);
const lower = (points: [Corner, Corner] | null) => points && (points[0].y < points[1].y ? points[0] : points[1]);

/** The open space between the tubes, counter-clockwise, and the down tube's inner edge, mm from the crank axle. */
export type FrameBay = {
  bay: Corner[];
  rail: { from: Corner; to: Corner };
  railFromMm: number;
  /** The lower edge of a shock's sweep, from its lower to its upper end. */
  shock: { near: Corner; far: Corner } | null;
};

/**
 * Cuts the tubes' halves, bolts and a shock's sweep off the frame's inside.
 * `railFromMm` is how far along the down tube, from the crank axle, the rail begins: bosses are counted from there.
 * @returns null when the tubes leave nothing open
 */
export function frameBay(joints: Joints, tubes: Tubes): FrameBay | null {
  const { crank, seat, headUp, headLow } = joints;
  const edges = [
    inner(crank, headLow, tubes.downTubeDiameterMm / 2),
    inner(headLow, headUp, HALF_HEAD_MM),
    inner(headUp, seat, tubes.topTubeDiameterMm / 2),
    inner(seat, crank, tubes.seatTubeDiameterMm / 2 + tubes.seatBoltsMm),
  ];
  const u = direction(crank, headLow);
  const place = (c: Corner): Corner => ({ x: c.x * u.x - c.y * u.y, y: c.x * u.y + c.y * u.x });
  const shock = tubes.shock && { near: place(tubes.shock.near), far: place(tubes.shock.far) };
  if (shock) edges.push(inner(shock.far, shock.near, 0));
  let bay: Corner[] = [
    { x: -4000, y: -4000 },
    { x: 4000, y: -4000 },
    { x: 4000, y: 4000 },
    { x: -4000, y: 4000 },
  ];
  for (const edge of edges) bay = cut(bay, edge.at, edge.along);
  if (bay.length < 3) return null;
  const rail = edges[0]!;
  const onRail = bay
    .filter((c) => Math.abs((c.x - rail.at.x) * -u.y + (c.y - rail.at.y) * u.x) < 1e-6)
    .map((c) => c.x * u.x + c.y * u.y)
    .sort((a, b) => a - b);
  if (onRail.length < 2 || onRail.at(-1)! - onRail[0]! < 1) return null;
  const at = (mm: number) => ({ x: rail.at.x + u.x * mm, y: rail.at.y + u.y * mm });
  return { bay, rail: { from: at(onRail[0]!), to: at(onRail.at(-1)!) }, railFromMm: onRail[0]!, shock };
}

function direction(a: Corner, b: Corner): Corner {
  const d = Math.hypot(b.x - a.x, b.y - a.y) || 1;
  return { x: (b.x - a.x) / d, y: (b.y - a.y) / d };
}

/** A tube's line moved so far to the left of its direction, into the frame. */
function inner(a: Corner, b: Corner, byMm: number) {
  const along = direction(a, b);
  return { at: { x: a.x - along.y * byMm, y: a.y + along.x * byMm }, along };
}

/** Keeps what lies left of a line (Sutherland and Hodgman, 1974). */
function cut(corners: readonly Corner[], at: Corner, along: Corner): Corner[] {
  const left = (c: Corner) => along.x * (c.y - at.y) - along.y * (c.x - at.x);
  return corners.flatMap((a, i) => {
    const b = corners[(i + 1) % corners.length]!;
    const [la, lb] = [left(a), left(b)];
    const kept = la >= 0 ? [a] : [];
    if (la * lb >= 0) return kept;
    const t = la / (la - lb);
    return [...kept, { x: a.x + t * (b.x - a.x), y: a.y + t * (b.y - a.y) }];
  });
}

/**
 * Angle of the seat tube over the level, from the third diagonal: rear axle to seat joint, with chainstay and seat tube the three sides
 * of a triangle, and the axle's height over the crank axle. Degrees; null when the three close no triangle.
 */
export function seatAngleFromTape(p: {
  chainstayMm: number;
  seatTubeMm: number;
  axleToSeatMm: number;
  axleOverCrankMm: number;
}): number | null {
  const cosine = (p.chainstayMm ** 2 + p.seatTubeMm ** 2 - p.axleToSeatMm ** 2) / (2 * p.chainstayMm * p.seatTubeMm);
  const slope = p.axleOverCrankMm / p.chainstayMm;
  if (Math.abs(cosine) > 1 || Math.abs(slope) > 1) return null;
  return (Math.acos(cosine) + Math.asin(slope)) / RAD;
}

/** Angle of the down tube over the level, degrees. */
export const downTubeAngleDeg = (joints: Joints) => Math.atan2(joints.headLow.y, joints.headLow.x) / RAD;
