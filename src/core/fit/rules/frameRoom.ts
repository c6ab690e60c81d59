import { batteryBay, type BayAnswer } from "../../bay/batteryBay";
import { frameBay, frameJoints, seatAngleFromTape, type FrameBay, type FrameLengths, type Tubes } from "../../bay/frameTriangle";
import type { PartOf } from "../../parts/part";
import type { Survey } from "../rule";

/** The frame's tubes as they were taped; turned into a shape by angles or by diagonals, as the survey says. */
export function frameLengths(survey: Survey): FrameLengths {
  const lengths = {
    seatTubeMm: survey.number("seatTubeMm").value,
    topTubeMm: survey.number("topTubeMm").value,
    downTubeMm: survey.number("downTubeMm").value,
    headTubeMm: survey.number("headTubeMm").value,
  };
  if (survey.choice("triangleBy") === "diagonals")
    return {
      by: "diagonals",
      seatAngleDeg: seatAngle(survey, lengths.seatTubeMm),
      diagonalUpMm: survey.number("diagonalUpMm").value,
      diagonalDownMm: survey.number("diagonalDownMm").value,
      ...lengths,
    };
  return {
    by: "angles",
    seatAngleDeg: survey.number("seatAngleDeg").value,
    headAngleDeg: survey.number("headAngleDeg").value,
    ...lengths,
  };
}

/** The seat tube's angle from the third diagonal, for how the frame stands to the ground; 73° where the tapes close no triangle. */
function seatAngle(survey: Survey, seatTubeMm: number): number {
  const radius = survey.number("rearBeadSeatMm").value / 2 + survey.number("tyreWidthMm").value;
  const angle = seatAngleFromTape({
    chainstayMm: survey.number("chainstayMm").value,
    seatTubeMm,
    axleToSeatMm: survey.number("axleToSeatMm").value,
    axleOverCrankMm: radius - survey.number("shellHeightMm").value,
  });
  return angle ?? 73;
}

/** Tapes that contradict each other by more than this make no frame, mm. */
export const TAPES_AGREE_MM = 12;
/** Room that a pack keeps to tubes, cables and shock, mm (common practice). */
export const PACK_ROOM_MM = 3;

export type Room = {
  readonly frame: FrameBay;
  readonly plusMinus: number;
  /** What the tapes contradict each other by, mm. */
  readonly gapMm: number;
};

/** The last few frames' open triangles by their figures: one job is asked about many times over. */
const BAYS = new Map<string, FrameBay | null>();
const BAYS_KEPT = 64;

function knownBay(lengths: FrameLengths, tubes: Tubes): FrameBay | null {
  const key = JSON.stringify([lengths, tubes]);
  const known = BAYS.get(key);
  if (known !== undefined) return known;
  if (BAYS.size >= BAYS_KEPT) BAYS.delete(BAYS.keys().next().value!);
  const fresh = frameBay(frameJoints(lengths)!, tubes);
  BAYS.set(key, fresh);
  return fresh;
}

/** The last survey's answer: three rules and the drawings ask, one after another. */
let last: { survey: Survey; room: Room | string } | null = null;

/** The open triangle; a string says why there is none. */
export function roomOf(survey: Survey): Room | string {
  if (last?.survey !== survey) last = { survey, room: readRoom(survey) };
  return last.room;
}

function readRoom(survey: Survey): Room | string {
  if (survey.choice("triangleBy") === "none") return "This frame has no triangle for a pack.";
  const lengths = frameLengths(survey);
  const joints = frameJoints(lengths);
  if (!joints) return "These lengths close no frame: one tube is longer than the others together.";
  if (joints.gapMm > TAPES_AGREE_MM)
    return `The tapes contradict each other by ${Math.round(joints.gapMm)} mm: tape the diagonals again.`;
  const suspended = survey.choice("frameKind") === "full-suspension";
  const shock = suspended
    ? {
        near: { x: survey.number("shockNearMm").value, y: survey.number("shockNearUpMm").value },
        far: { x: survey.number("shockFarMm").value, y: survey.number("shockFarUpMm").value },
      }
    : null;
  const frame = knownBay(lengths, {
    seatTubeDiameterMm: survey.number("seatTubeDiameterMm").value,
    topTubeDiameterMm: survey.number("topTubeDiameterMm").value,
    downTubeDiameterMm: survey.number("downTubeDiameterMm").value,
    seatBoltsMm: survey.number("seatBoltsMm").value,
    shock,
  });
  if (!frame) return "The tubes leave nothing open.";
  const taped = survey.number("downTubeMm").plusMinus;
  return { frame, plusMinus: taped, gapMm: joints.gapMm };
}

/** Bosses on the down tube, counted from the crank axle along it, mm; none when the frame has none. */
export function bossesMm(survey: Survey): number[] {
  if (survey.choice("bossKind") === "none") return [];
  const count = survey.number("bossCount").value;
  if (count === 0) return [];
  const first = survey.number("bossFirstMm").value;
  const apart = survey.number("bossSpacingMm").value;
  return Array.from({ length: count }, (_, i) => first + i * apart);
}

/** Answers already worked out, as long as the survey that they rest on is not changed: three rules and every round ask for them. */
const ANSWERS = new WeakMap<FrameBay, Map<string, BayAnswer>>();

/** Where a down-tube pack goes in this frame, at rest or with its slide. */
export function packIn(room: Room, battery: PartOf<"battery">, bosses: readonly number[], slideMm: number): BayAnswer {
  const answers = ANSWERS.get(room.frame) ?? new Map<string, BayAnswer>();
  ANSWERS.set(room.frame, answers);
  const key = `${battery.id} ${slideMm} ${bosses.join(" ")}`;
  const known = answers.get(key);
  if (known) return known;
  const fresh = batteryBay({
    bay: room.frame.bay,
    rail: room.frame.rail,
    pack: { lengthMm: battery.spec.lengthMm, heightMm: battery.spec.heightMm, cradleMm: battery.spec.cradleMm },
    slideMm,
    clearanceMm: PACK_ROOM_MM,
    bossesMm: bosses.map((mm) => mm - room.frame.railFromMm),
    slotsMm: battery.spec.slotsMm,
  });
  answers.set(key, fresh);
  return fresh;
}
