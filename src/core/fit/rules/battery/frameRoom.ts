import { batteryBay, type BayAnswer, type BayInput, clearanceAtMm, mostBosses, playMm } from "../../../bay/batteryBay";
import {
  frameBay,
  type FrameBay,
  frameJoints,
  type FrameLengths,
  seatAngleFromTape,
  type Tubes,
} from "../../../bay/frameTriangle";
import type { NumberKey } from "../../../donor/items";
import { combined, type Measured } from "../../../donor/reading";
import type { PartOf } from "../../../parts/part";
import type { Survey } from "../../rule";
import { offBy } from "../../leftOpen";

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
  /** What the tapes contradict each other by, mm. */
  readonly gapMm: number;
  /** Answers already worked out for this frame: three rules, the drawings and every round ask for them. */
  readonly answers: Map<string, BayAnswer>;
  readonly spreads: Map<string, Spread>;
  /** The frame with one reading off by its uncertainty, up and down: made when a spread is first asked for. */
  moved?: readonly { readonly open: NumberKey; readonly frames: readonly { frame: FrameBay; by: number }[] }[];
};

/** What the tapes leave open of a margin, in its own unit, and the readings that make it, the largest first. */
export type Spread = { readonly plusMinus: number; readonly settle: readonly NumberKey[] };

/** The last few frames' rooms by their readings: one job is asked about many times over. */
const ROOMS = new Map<string, Room>();

const ROOMS_KEPT = 64;

/** The last survey's answer: three rules and the drawings ask, one after another. */
let last: { survey: Survey; room: Room | string } | null = null;

/** The open triangle; a string says why there is none. */
export function roomOf(survey: Survey): Room | string {
  if (last?.survey !== survey) last = { survey, room: knownRoom(survey) };
  return last.room;
}

function knownRoom(survey: Survey): Room | string {
  const tapes = readTapes(survey);
  if (tapes === null) return "This frame has no triangle for a pack.";
  const key = JSON.stringify([tapes, openReadings(survey)]);
  const known = ROOMS.get(key);
  if (known) return known;
  const room = roomFrom(tapes);
  if (typeof room === "string") return room;
  if (ROOMS.size >= ROOMS_KEPT) ROOMS.delete(ROOMS.keys().next().value!);
  ROOMS.set(key, room);
  return room;
}

type Tapes = { readonly lengths: FrameLengths; readonly tubes: Tubes };

function readTapes(survey: Survey): Tapes | null {
  if (survey.choice("triangleBy") === "none") return null;
  const suspended = survey.choice("frameKind") === "full-suspension";
  return {
    lengths: frameLengths(survey),
    tubes: {
      seatTubeDiameterMm: survey.number("seatTubeDiameterMm").value,
      topTubeDiameterMm: survey.number("topTubeDiameterMm").value,
      downTubeDiameterMm: survey.number("downTubeDiameterMm").value,
      seatBoltsMm: survey.number("seatBoltsMm").value,
      shock: suspended
        ? {
            near: { x: survey.number("shockNearMm").value, y: survey.number("shockNearUpMm").value },
            far: { x: survey.number("shockFarMm").value, y: survey.number("shockFarUpMm").value },
          }
        : null,
    },
  };
}

function roomFrom({ lengths, tubes }: Tapes): Room | string {
  const joints = frameJoints(lengths);
  if (!joints) return "These lengths close no frame: one tube is longer than the others together.";
  if (joints.gapMm > TAPES_AGREE_MM)
    return `The tapes contradict each other by ${Math.round(joints.gapMm)} mm: tape the diagonals again.`;
  const frame = frameBay(joints, tubes);
  return frame ? { frame, gapMm: joints.gapMm, answers: new Map(), spreads: new Map() } : "The tubes leave nothing open.";
}

/** Everything that a pack's place in the triangle rests on. */
const PLACE_KEYS = [
  "downTubeMm",
  "seatTubeMm",
  "topTubeMm",
  "headTubeMm",
  "seatAngleDeg",
  "headAngleDeg",
  "diagonalUpMm",
  "diagonalDownMm",
  "axleToSeatMm",
  "seatTubeDiameterMm",
  "topTubeDiameterMm",
  "downTubeDiameterMm",
  "seatBoltsMm",
  "shockNearMm",
  "shockNearUpMm",
  "shockFarMm",
  "shockFarUpMm",
  "bossFirstMm",
  "bossSpacingMm",
] as const satisfies readonly NumberKey[];

/** Bosses on the down tube, counted from the crank axle along it, mm; none when the frame has none. */
export function bossesMm(survey: Survey): number[] {
  if (survey.choice("bossKind") === "none") return [];
  const count = survey.number("bossCount").value;
  if (count === 0) return [];
  const first = survey.number("bossFirstMm").value;
  const apart = survey.number("bossSpacingMm").value;
  return Array.from({ length: count }, (_, i) => first + i * apart);
}

/** A pack by the figures that its place rests on, not by its id: they can be edited, or tried with another value. */
const packKey = ({ spec }: PartOf<"battery">, bosses: readonly number[], slideMm: number) =>
  [spec.lengthMm, spec.heightMm, spec.cradleMm, slideMm, "at", (spec.slotsMm ?? []).join(), "on", bosses.join()].join(" ");

/** Where a down-tube pack goes in this frame, at rest or with its slide. */
export function packIn(room: Room, battery: PartOf<"battery">, bosses: readonly number[], slideMm: number): BayAnswer {
  const key = packKey(battery, bosses, slideMm);
  const known = room.answers.get(key);
  if (known) return known;
  const fresh = batteryBay(bayInput(room.frame, battery, bosses, slideMm));
  room.answers.set(key, fresh);
  return fresh;
}

const bayInput = (frame: FrameBay, { spec }: PartOf<"battery">, bosses: readonly number[], slideMm: number): BayInput => ({
  bay: frame.bay,
  rail: frame.rail,
  pack: { lengthMm: spec.lengthMm, heightMm: spec.heightMm, cradleMm: spec.cradleMm },
  slideMm,
  clearanceMm: PACK_ROOM_MM,
  bossesMm: bosses.map((mm) => mm - frame.railFromMm),
  slotsMm: spec.slotsMm ?? [],
});

/**
 * How far a figure of a pack's place moves when each reading is off by its own uncertainty, up and down, one at a time; the root of
 * the sum of their squares. A pack that goes in is looked at where it would stand: its cradle goes with the bosses. Readings with
 * which the tapes would contradict each other are left out: they were seen to agree.
 */
export function spreadOf(
  figure: "clearance" | "slide" | "bosses",
  room: Room,
  battery: PartOf<"battery">,
  survey: Survey,
  slideMm = 0,
): Spread {
  const bosses = bossesMm(survey);
  const key = `${figure} ${packKey(battery, bosses, slideMm)}`;
  const known = room.spreads.get(key);
  if (known) return known;
  const answer = packIn(room, battery, bosses, slideMm);
  const fromCrankMm = room.frame.railFromMm + (answer.bestMm ?? 0);
  const look = (frame: FrameBay, at: readonly number[]): number => {
    const input = bayInput(frame, battery, at, slideMm);
    if (figure === "bosses") return mostBosses(input) ?? answer.bossesUsable ?? 0;
    if (figure === "slide" || !answer.fits) return playMm(input);
    const withBossesMm = answer.bossesUsable ? at[0]! - bosses[0]! : 0;
    return clearanceAtMm(input, fromCrankMm - frame.railFromMm + withBossesMm);
  };
  const here = look(room.frame, bosses);
  room.moved ??= openReadings(survey).map(([open, { plusMinus }]) => ({
    open,
    frames: [plusMinus, -plusMinus].flatMap((by) => {
      const moved = roomFrom(readTapes(offBy(survey, open, by))!);
      return typeof moved === "string" ? [] : [{ frame: moved.frame, by }];
    }),
  }));
  const moves = room.moved.map(({ open, frames }) => ({
    open,
    by: Math.max(0, ...frames.map(({ frame, by }) => Math.abs(look(frame, bossesMm(offBy(survey, open, by))) - here))),
  }));
  const plusMinus = combined(...moves.map((move) => move.by));
  const settle = moves
    .filter((move) => move.by > SHARE_THAT_COUNTS * plusMinus)
    .sort((a, b) => b.by - a.by)
    .map((move) => move.open);
  const fresh = { plusMinus, settle };
  room.spreads.set(key, fresh);
  return fresh;
}

/** A reading that makes less than this of a spread is not worth taking again. */
const SHARE_THAT_COUNTS = 0.3;

/** The readings of a pack's place that are there and not exact. */
const openReadings = (survey: Survey) =>
  PLACE_KEYS.flatMap((key): (readonly [NumberKey, Measured])[] => {
    const reading = survey.seen(key);
    return reading && reading.plusMinus > 0 ? [[key, reading]] : [];
  });
