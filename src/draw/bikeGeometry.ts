import type { Layout } from "@/core/job/layout";
import type { Point } from "./pins";

const RAD = Math.PI / 180;

/** Points of the side view in mm: x forward from the rear axle, y up from the ground. What nobody measured is at a usual size. */
export type BikePoints = {
  rearAxle: Point;
  frontAxle: Point;
  crank: Point;
  seatTop: Point;
  headTop: Point;
  crown: Point;
  stokerCrank: Point | null;
  rearRadius: number;
  frontRadius: number;
  /** The measured joints of the open triangle; null where the frame is drawn at usual sizes. */
  joints: { seat: Point; headUp: Point; headLow: Point } | null;
};

/** Usual frame figures (common practice): angles, front centre, seat tube. */
const USUAL = {
  seatAngle: 73,
  headAngle: 71,
  forkOffset: 45,
  frontCentre: 615,
  seatTube: 510,
  headTube: 140,
  stokerBack: 690,
};

export function bikePoints(layout: Layout): BikePoints {
  const rearRadius = layout.wheels.rear.radiusMm;
  const frontRadius = layout.wheels.front.radiusMm;
  const crankHeight = layout.crankHeight.mm;
  const drop = rearRadius - crankHeight;
  const rearAxle = { x: 0, y: rearRadius };
  const crank = { x: Math.sqrt(Math.max(1, layout.chainstay.mm ** 2 - drop ** 2)), y: crankHeight };
  const along = { x: -Math.cos(USUAL.headAngle * RAD), y: Math.sin(USUAL.headAngle * RAD) };
  const forward = { x: Math.sin(USUAL.headAngle * RAD), y: Math.cos(USUAL.headAngle * RAD) };
  const axleX = layout.wheelbase.measured
    ? Math.max(layout.wheelbase.mm, crank.x + frontRadius * 0.7)
    : crank.x + USUAL.frontCentre;
  const frontAxle = { x: axleX, y: frontRadius };
  const stokerCrank = layout.frameKind === "tandem" ? { x: crank.x - USUAL.stokerBack, y: crankHeight } : null;
  const shared = { rearAxle, frontAxle, crank, stokerCrank, rearRadius, frontRadius };
  const frame = layout.places.frame;
  if (frame) {
    const place = (c: Point): Point => ({ x: crank.x + c.x, y: crank.y + c.y });
    const [headUp, crown] = [place(frame.joints.headUp), place(frame.joints.headLow)];
    const head = { x: headUp.x - crown.x, y: headUp.y - crown.y };
    const stretch = 0.35;
    return {
      ...shared,
      crown: { x: crown.x - head.x * stretch, y: crown.y - head.y * stretch },
      headTop: { x: headUp.x + head.x * stretch, y: headUp.y + head.y * stretch },
      seatTop: place({ x: frame.joints.seat.x * 1.06, y: frame.joints.seat.y * 1.06 }),
      joints: { seat: place(frame.joints.seat), headUp, headLow: crown },
    };
  }
  const crownMm = frontRadius + 48;
  const crown = {
    x: frontAxle.x - forward.x * USUAL.forkOffset + along.x * crownMm,
    y: frontAxle.y - forward.y * USUAL.forkOffset + along.y * crownMm,
  };
  const headMm = layout.frameKind === "folding" ? 330 : USUAL.headTube;
  return {
    ...shared,
    seatTop: {
      x: crank.x - Math.cos(USUAL.seatAngle * RAD) * USUAL.seatTube,
      y: crank.y + Math.sin(USUAL.seatAngle * RAD) * USUAL.seatTube,
    },
    headTop: { x: crown.x + along.x * headMm, y: crown.y + along.y * headMm },
    crown,
    joints: null,
  };
}
