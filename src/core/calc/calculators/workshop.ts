import { z } from "zod";
import { axleReaction } from "../../axle/axleReaction";
import { descent, stopping } from "../../brake/stopping";
import { batteryBay, crossesItself, signedArea2 } from "../../bay/batteryBay";
import { lacing, NIPPLE_ANGLE_DEG } from "../../wheel/lacing";
import { defineCalculator, Refused } from "../calculator";
import { NO_SPOKE } from "./wheels";
import { any, from0, GREATEST, over0, share, whole } from "../field";

const flange = z.strictObject({
  flangePcdMm: over0("Flange's hole circle, diameter, mm; under the rim's", GREATEST.mm),
  flangeOffsetMm: from0("Wheel's middle plane to the flange, mm", GREATEST.mm),
});
const underRim = "must be under the rim's effective diameter";

export const lacingCalculator = defineCalculator({
  name: "lacing",
  title: "Lacing: crosses, spoke lengths, tension ratio",
  input: z
    .strictObject({
      erdMm: over0("Effective rim diameter, mm", GREATEST.mm),
      spokes: whole(2, "Spokes in the whole wheel, even", GREATEST.spokes).refine((n) => n % 2 === 0, "must be even"),
      spokeHoleMm: from0("Spoke hole in the flange, mm", GREATEST.spokeHoleMm),
      left: flange.describe("The left flange, mm"),
      right: flange.describe("The right flange, mm"),
      clearNippleAngleDeg: from0("Nipple angle up to which it is clear, degrees", GREATEST.degrees).default(
        NIPPLE_ANGLE_DEG.clear,
      ),
      stopNippleAngleDeg: from0("Nipple angle over which it is refused, degrees", GREATEST.degrees).default(
        NIPPLE_ANGLE_DEG.stop,
      ),
    })
    .refine((p) => p.left.flangePcdMm < p.erdMm, { path: ["left", "flangePcdMm"], message: underRim })
    .refine((p) => p.right.flangePcdMm < p.erdMm, { path: ["right", "flangePcdMm"], message: underRim }),
  output: z.object({
    options: z
      .array(
        z.object({
          crosses: z.number().describe("Crosses, 0 to 4"),
          leftMm: z.number().describe("Left spoke length, exact, mm"),
          rightMm: z.number().describe("Right spoke length, exact, mm"),
          nippleAngleDeg: z.number().describe("The worse side's nipple angle, degrees"),
          pastTangent: z.boolean().describe("Either side leans past the tangent"),
          verdict: z.enum(["clear", "adapt", "stop"]).describe("Whether it goes"),
        }),
      )
      .describe("One for each crossing, 0 to 4"),
    recommended: z.number().describe("Crosses recommended"),
    tensionRatio: z.number().describe("The looser side's tension ÷ the tighter's"),
  }),
  run: (p) => {
    const answer = lacing(p);
    if (answer.options.some(({ leftMm, rightMm }) => leftMm <= 0 || rightMm <= 0)) throw new Refused("spokeHoleMm", NO_SPOKE);
    return answer;
  },
});

const point = (says: string) =>
  z.strictObject({ x: any("Forward, mm", GREATEST.bayMm), y: any("Up, mm", GREATEST.bayMm) }).describe(says);
const length = (says: string) => z.number().nullable().describe(`${says}, mm; null when it does not fit`);

export const batteryBayCalculator = defineCalculator({
  name: "battery-bay",
  title: "Room for the battery in the frame",
  input: z.strictObject({
    bay: z
      .array(point("A corner of the open space"))
      .min(3, "must have three corners or more")
      .max(GREATEST.corners, `must have at most ${GREATEST.corners} corners`)
      .refine((bay) => signedArea2(bay) > 0, "must run counter-clockwise round some space")
      .refine((bay) => !crossesItself(bay), "must not cross itself")
      .describe("Corners of the open space, counter-clockwise, mm"),
    rail: z
      .strictObject({ from: point("Start"), to: point("End") })
      .refine((rail) => Math.hypot(rail.to.x - rail.from.x, rail.to.y - rail.from.y) > 0, "must have a length")
      .describe("The tube's inner edge that the pack rides on, the bay on its left, mm"),
    pack: z
      .strictObject({
        lengthMm: over0("Length, mm", GREATEST.mm),
        heightMm: over0("Height over its cradle, mm", GREATEST.mm),
        cradleMm: from0("Cradle's height over the rail, mm", GREATEST.mm).default(0),
      })
      .describe("The pack in its cradle, mm"),
    slideMm: from0("How far it slides beyond its end to come out, mm", GREATEST.mm).default(0),
    clearanceMm: from0("Room to keep to every other side, mm", GREATEST.mm).default(3),
    bossesMm: z
      .array(any("A boss along the rail from its start, mm", GREATEST.mm))
      .max(GREATEST.bosses, `must be at most ${GREATEST.bosses}`)
      .default([])
      .describe("Bosses along the rail from its start, mm"),
    slotsMm: z
      .array(
        z
          .tuple([any("From, mm", GREATEST.mm), any("To, mm", GREATEST.mm)])
          .refine(([from, to]) => from <= to, "must not end before it starts"),
      )
      .max(GREATEST.bosses, `must be at most ${GREATEST.bosses}`)
      .default([])
      .describe("Slots along the pack from its end nearest the rail's start, mm"),
  }),
  output: z.object({
    fits: z.boolean().describe("Whether it goes in"),
    fromMm: length("Nearest start along the rail"),
    toMm: length("Furthest start along the rail"),
    bestMm: length("The best start: most bosses, then most clearance"),
    clearanceMm: length("Clearance there, pack at rest"),
    bossesUsable: z.number().nullable().describe("Bosses usable there; none when it does not fit"),
    shortMm: z.number().nullable().describe("Shortening with which it would fit, mm; 0 when it does, none where nothing helps"),
  }),
  run: (p) => batteryBay(p),
});

export const axleReactionCalculator = defineCalculator({
  name: "axle-reaction",
  title: "Axle torque: nut clamp, flats and arms",
  input: z
    .strictObject({
      torqueNm: over0("Peak torque at the wheel, N·m", GREATEST.torqueNm),
      diameterMm: over0("Axle thread diameter, mm", GREATEST.mm),
      flatsMm: over0("Axle across flats, mm; under the diameter", GREATEST.mm),
      dropoutMm: over0("Dropout thickness, mm", GREATEST.mm),
      dropoutYieldMpa: over0("Dropout yield stress, MPa", GREATEST.mpa),
      dropoutConstraint: over0("1 for an open slot, 1.5 for a closed hole", GREATEST.factor).default(1),
      dropouts: whole(1, "Dropouts counted: 2, or 1 with one loose slot", 2).default(2),
      slotMm: over0("Slot width, mm; none for no backlash figure", GREATEST.mm).optional(),
      arms: whole(0, "Torque arms", 4).default(0),
      armMm: over0("Arm plate thickness, mm", GREATEST.mm).default(6),
      armYieldMpa: over0("Arm yield stress, MPa", GREATEST.mpa).default(500),
      armConstraint: over0("1.5 for a closed hole", GREATEST.factor).default(1.5),
      armReachMm: over0("Axle centre to the arm's clamp, mm", GREATEST.mm).default(100),
      safety: over0("Safety factor on the torque", GREATEST.factor).default(1.5),
      nutTorqueNm: over0("Nut torque, N·m", GREATEST.torqueNm).default(40),
      nutFactor: over0("Nut factor", GREATEST.factor).default(0.2),
      friction: over0("Friction coefficient", GREATEST.factor).default(0.12),
      washerOuterMm: over0("Washer's outer radius, mm; the axle's radius and 5 when left out", GREATEST.mm).optional(),
      faces: whole(1, "Friction faces: 2, or 4 with keyed washers", 8).default(4),
    })
    .refine((p) => p.flatsMm < p.diameterMm, { path: ["flatsMm"], message: "must be under the axle's diameter" })
    .refine((p) => p.washerOuterMm === undefined || p.washerOuterMm > p.diameterMm / 2, {
      path: ["washerOuterMm"],
      message: "must be over the axle's radius",
    }),
  output: z.object({
    chordMm: z.number().describe("Length of a flat, mm"),
    nutClampN: z.number().describe("Clamp force of one nut, N"),
    clampNm: z.number().describe("(a) torque that the nut clamp holds, N·m"),
    clampNeedNm: z.number().describe("(a) wanted of it: 1.25 × the torque, N·m"),
    clampHolds: z.boolean().describe("(a) holds"),
    peakPressureMpa: z.number().describe("Peak pressure of a flat, torque on one dropout, elastic, MPa"),
    dropoutNm: z.number().describe("Plastic torque of one dropout, N·m"),
    armNm: z.number().describe("Plastic torque of one arm, N·m"),
    capacityNm: z.number().describe("(b) flats and arms, clamp lost, N·m"),
    demandNm: z.number().describe("(b) wanted of them: safety × the torque, N·m"),
    flatsHold: z.boolean().describe("(b) holds"),
    armClampN: z.number().describe("Force at the arm's clamp with the nut clamp lost, N"),
    backlashDeg: z.number().nullable().describe("Free rotation in the slot, degrees; none without a slot width"),
    cornerN: z.number().describe("Force on each corner of a flat, torque on one loose dropout, N"),
  }),
  run: axleReaction,
});

export const stoppingCalculator = defineCalculator({
  name: "stopping",
  title: "Stopping: distance, energy, rotor rise",
  input: z.strictObject({
    massKg: over0("Bike, rider and load, kg", GREATEST.kg),
    speedKmh: from0("Speed, km/h", GREATEST.kmh),
    reactionS: from0("Reaction time, s", GREATEST.seconds).default(1),
    decelerationMs2: over0("Deceleration, m/s²; 4 to 6 on dry road", GREATEST.ms2).default(4),
    wheelsKg: from0("Turning mass of the wheels, kg", GREATEST.kg).default(1.5),
    rotorMm: over0("Rotor diameter, mm", GREATEST.mm).default(160),
    axleShare: share("Share of the energy at this axle").default(0.65),
    rotorShare: share("Share of that in the rotor").default(0.9),
    descent: z
      .strictObject({
        gradePercent: from0("Grade downhill, percent as a positive figure", GREATEST.gradePercent),
        speedKmh: over0("Even speed, km/h", GREATEST.kmh),
        crr: from0("Rolling resistance coefficient", GREATEST.crr).default(0.008),
        cdaM2: from0("Drag area, m²", GREATEST.dragAreaM2).default(0.6),
        share: share("Share of the power in one rotor").default(0.5),
      })
      .optional()
      .describe("Dragging the brakes downhill; left out for none"),
  }),
  output: z.object({
    energyJ: z.number().describe("Kinetic energy, J"),
    distanceM: z.number().describe("Way to standstill with reaction, m"),
    forceN: z.number().describe("Braking force, N"),
    rotorRiseK: z.number().describe("Rotor's rise in one stop, nothing lost, K"),
    descentW: z.number().nullable().describe("Power in the brakes downhill, W; none without a descent"),
    descentRiseK: z.number().nullable().describe("Rotor's steady rise downhill, K, ± 40 %; none without a descent"),
  }),
  run: ({ descent: downhill, ...p }) => {
    const slope = downhill && descent({ ...downhill, massKg: p.massKg, rotorMm: p.rotorMm });
    return { ...stopping(p), descentW: slope?.brakingW ?? null, descentRiseK: slope?.rotorRiseK ?? null };
  },
});
