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
};

/** Usual frame figures (common practice): crank height, angles, front centre, seat tube. */
const USUAL = {
  crankHeight: 280,
  seatAngle: 73,
  headAngle: 71,
  forkOffset: 45,
  frontCentre: 615,
  seatTube: 510,
  headTube: 140,
  stokerBack: 690,
};

export function bikePoints(layout: Layout): BikePoints {
  const rearRadius = layout.rearBeadSeat.mm / 2 + layout.tyreWidth.mm;
  const frontRadius = layout.frontBeadSeat.mm / 2 + layout.tyreWidth.mm;
  const drop = rearRadius - USUAL.crankHeight;
  const rearAxle = { x: 0, y: rearRadius };
  const crank = { x: Math.sqrt(Math.max(1, layout.chainstay.mm ** 2 - drop ** 2)), y: USUAL.crankHeight };
  const along = { x: -Math.cos(USUAL.headAngle * RAD), y: Math.sin(USUAL.headAngle * RAD) };
  const forward = { x: Math.sin(USUAL.headAngle * RAD), y: Math.cos(USUAL.headAngle * RAD) };
  const frontAxle = { x: crank.x + USUAL.frontCentre, y: frontRadius };
  const crownMm = frontRadius + 48;
  const crown = {
    x: frontAxle.x - forward.x * USUAL.forkOffset + along.x * crownMm,
    y: frontAxle.y - forward.y * USUAL.forkOffset + along.y * crownMm,
  };
  const headMm = layout.frameKind === "folding" ? 330 : USUAL.headTube;
  return {
    rearAxle,
    frontAxle,
    crank,
    seatTop: {
      x: crank.x - Math.cos(USUAL.seatAngle * RAD) * USUAL.seatTube,
      y: crank.y + Math.sin(USUAL.seatAngle * RAD) * USUAL.seatTube,
    },
    headTop: { x: crown.x + along.x * headMm, y: crown.y + along.y * headMm },
    crown,
    stokerCrank: layout.frameKind === "tandem" ? { x: crank.x - USUAL.stokerBack, y: USUAL.crankHeight } : null,
    rearRadius,
    frontRadius,
  };
}
