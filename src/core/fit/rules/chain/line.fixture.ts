import { hub, partOf } from "../../../../../tests/bench.fixture";

export const drivetrain = (over: object = {}) => ({
  gears: "derailleur",
  frameKind: "diamond",
  rearOverLocknutMm: 135,
  chainstayMm: [440, "caliper"] as [number, "caliper"],
  shellWidthMm: 68,
  cogCount: 9,
  locknutToSmallestMm: 4.6,
  largestCogTeeth: 34,
  clusterInterface: "spline-8-10",
  shifterSpeeds: 9,
  shifterFamily: "A",
  leverKind: "separate mechanical",
  frontChainlineMm: [47.5, "caliper"] as [number, "caliper"],
  ...over,
});

export const ring = (offsetMm: number, teeth = 42) => partOf("chainring", { teeth, mount: "test", offsetMm, narrowWide: false });

export const rearHub = (over: object = {}) =>
  hub({ end: "rear", overLocknutMm: 135, cluster: "freewheel-iso", locknutToSmallestMm: 6, clusterRoomMm: 36, ...over });
