import { hub } from "../../../../../tests/bench.fixture";

export const rear = (over: object = {}) => ({
  rearOverLocknutMm: 135,
  rearDropout: "slot",
  rearDropoutMaterial: "steel",
  rearDropoutThicknessMm: 6.5,
  rearSlotWidthMm: 10.2,
  rearSlotDepthMm: 14,
  rearDropoutCondition: "sound",
  rearBeadSeatMm: 622,
  rearBrake: "rim linear",
  frameMaterial: "steel",
  ...over,
});

export const front = (over: object = {}) => ({
  frontOverLocknutMm: 100,
  frontDropout: "slot",
  frontDropoutMaterial: "steel",
  frontDropoutThicknessMm: 6,
  frontSlotWidthMm: 10.1,
  frontSlotDepthMm: 10,
  frontDropoutCondition: "sound",
  frontBeadSeatMm: 622,
  frontBrake: "rim linear",
  forkKind: "rigid",
  forkMaterial: "steel",
  ...over,
});

export const rearHub = (over: object = {}) => hub({ end: "rear", overLocknutMm: 135, cluster: "freewheel-iso", ...over });
