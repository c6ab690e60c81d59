import type { DonorKey } from "@/core/donor/items";
import type { How } from "@/core/donor/reading";

/** A survey as it is typed: the text alone by the item's own tool, or with the tool that was at hand. */
export type TypedSurvey = Partial<Record<DonorKey, string | [text: string, how: How]>>;

/** An ordinary sound bike with a flat bar, whose own figures are laid over this. */
export const SOUND_BIKE: TypedSurvey = {
  barKind: "flat",
  barGripMm: "22.2",
  barCentreMm: "25.4",
  barLeftMm: "270",
  barRightMm: "275",
  gripMm: "128",
  barTakenLeftMm: "62",
  barTakenRightMm: "66",
  bell: "yes",
  lights: "battery",
  shiftCable: "cable",
  leverPull: "long",
  forkColumnMm: "28.6",
  forkColumnMaterial: "steel",
  headset: "sound",
  shellRoundMm: "0.04",
  shellFaceMm: "0.05",
  guideBoltMm: "0",
  shellInside: "clear",
  behindShellMm: "64",
  shellHeightMm: "284",
  underDownTube: "clear",
  bracketSeat: "round",
  crankKind: "square",
  leftCrankGapMm: "11",
  triangleBy: "angles",
  seatTubeMm: "505",
  topTubeMm: "565",
  downTubeMm: "615",
  headTubeMm: "88",
  seatAngleDeg: "72.5",
  headAngleDeg: "71",
  seatTubeDiameterMm: "28.6",
  topTubeDiameterMm: "28.6",
  downTubeDiameterMm: "31.8",
  bossKind: "brazed",
  bossCount: "2",
  bossFirstMm: "210",
  bossSpacingMm: "64",
  guideUpMm: "0",
  seatBoltsMm: "0",
  crankRoomMm: "152",
  otherBay: "none",
  loadLimitKg: "140",
  wheelbaseMm: "1050",
  frontBeadSeatMm: "622",
  rearBeadSeatMm: "622",
  cracks: "none",
  rust: "surface",
  dents: "none",
  bearings: "sound",
  chain24Mm: "305.2",
  cogTeeth: "square",
  pads: "good",
  hoses: "sound",
  tyreAge: "2",
  riderHeightMm: "1700",
  inseamMm: "790",
  standOverMm: "735",
  saddleLowMm: "610",
  saddleHighMm: "780",
  saddleToBarMm: "535",
  frontRimWearMm: "0.05",
  rearRimWearMm: "0.05",
};

/** A steel front end that takes an ordinary front motor. */
export const STEEL_FORK: TypedSurvey = {
  forkKind: "rigid",
  forkMaterial: "steel",
  frontOverLocknutMm: "100.1",
  frontDropout: "slot",
  frontDropoutMaterial: "steel",
  frontDropoutThicknessMm: "6.1",
  frontSlotWidthMm: "10.1",
  frontSlotDepthMm: "11",
  frontDropoutCondition: "sound",
  frontLips: "none",
  frontInsideMm: "96",
  frontTyreRoomMm: "64",
  frontMudguard: "yes",
  frontArmSeat: "round",
  frontArmFromMm: "80",
  frontLegMm: "22",
};

/** A rear end with nuts that takes an ordinary rear motor. */
export const NUTTED_REAR: TypedSurvey = {
  rearOverLocknutMm: "135.1",
  rearDropout: "slot",
  rearDropoutMaterial: "steel",
  rearDropoutThicknessMm: "6.2",
  rearSlotWidthMm: "10.1",
  rearSlotDepthMm: "16",
  rearDropoutCondition: "sound",
  rearLips: "none",
  rearInsideMm: "122",
  rearTyreRoomMm: "66",
  rearMudguard: "no",
  rearArmSeat: "round",
  rearArmFromMm: "90",
  rearLegMm: "18",
};

/** Disc brakes on posts, 160 in front and behind. */
export const DISCS: TypedSurvey = { frontBrake: "disc", rearBrake: "disc", frontBrakeMount: "post", rearBrakeMount: "post", frontRotorMm: "160", rearRotorMm: "160", frontRotorLimitMm: "203", rearRotorLimitMm: "180", frontRotorLineMm: "10.5", rearRotorLineMm: "15.4" };

/** A shell that takes a crank motor, its stay in two points. */
export const ISO_SHELL: TypedSurvey = { shellStandard: "iso", shellWidthMm: "68.2", shellBoreMm: "33.72", stayNearRadiusMm: "60", stayNearOutMm: "33", stayFarRadiusMm: "112", stayFarOutMm: "37", frameFlexes: "no", chainstayMm: ["440", "tape"] };

/** A nine-speed derailleur drivetrain of family A. */
export const NINE_SPEED: TypedSurvey = {
  gears: "derailleur",
  shifterSpeeds: "9",
  shifterFamily: "A",
  clusterInterface: "spline-8-10",
  cogCount: "9",
  smallestCogTeeth: "11",
  largestCogTeeth: "32",
  wrapTeeth: "43",
  ringCount: "3",
  ringLargeTeeth: "44",
  ringSmallTeeth: "28",
  locknutToSmallestMm: "4.7",
  frontChainlineMm: "46",
};
