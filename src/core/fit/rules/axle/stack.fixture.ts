import { hub, partOf } from "../../../../../tests/bench.fixture";

export const arm = (over: object = {}) =>
  partOf("torque-arm", {
    axleDiameterMm: 12,
    axleFlatsMm: 10,
    plateMm: 6,
    clamps: "hose clamp",
    armMm: 110,
    tubeMm: [14, 30],
    ...over,
  });

export const front = (over: Parameters<typeof hub>[0] = {}) => hub({ end: "front", ...over });
