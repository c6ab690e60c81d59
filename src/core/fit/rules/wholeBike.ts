import { derived, PRACTICE } from "../../basis";
import { formatNumber } from "../../units/formatQuantity";
import { batteryOf, motorsOf, partsOf, type Build, type Motor } from "../build";
import type { Figure, Outcome } from "../finding";
import { judge } from "../judge";
import { acknowledge, asked, defineRule } from "../rule";
import { ladenKg, topKmh } from "./brakeRules";
import { hubMotors } from "./subjects";

const one = { subjects: (build: Build) => motorsOf(build).slice(0, 1), key: () => "bike", place: () => "frame" as const };

export const loadLimit = defineRule<Motor>({
  ...one,
  id: "whole/load-limit",
  title: "Total against the frame's limit",
  why: "Motor and pack eat what the frame was allowed to carry.",
  basis: [PRACTICE],
  needs: () => ["loadLimitKg", "bikeMassKg"],
  check(_motor, survey, build): Outcome {
    const limit = survey.number("loadLimitKg");
    const laden = ladenKg(survey, build);
    return judge({
      room: limit.value - laden.kg,
      unit: "kg",
      plusMinus: Math.hypot(laden.plusMinus, limit.plusMinus),
      figures: [
        { label: "bike, build, rider, load", value: laden.kg, unit: "kg" },
        { label: "largest total allowed", value: limit.value, unit: "kg" },
      ],
      settle: ["loadLimitKg", "bikeMassKg"],
      caution: "overload",
      clear: `${formatNumber(laden.kg, 0)} of ${formatNumber(limit.value, 0)} kg.`,
      short: () => ({
        verdict: "stop",
        safety: true,
        says: `${formatNumber(laden.kg, 0)} kg in all, the frame allows ${formatNumber(limit.value, 0)}.`,
        lifts: `${formatNumber(laden.kg - limit.value, 0)} kg less of load, pack or motor, or a stronger bike`,
      }),
    });
  },
});

/** Share of the load on the front wheel under which steering goes light (common practice). */
const FRONT_PERCENT = 32;
/** Where masses sit along the wheelbase, from the rear axle as a share of it (from memory: common upright bikes). */
const AT = { rider: 0.4, bike: 0.48, rack: -0.05, load: 0.0, crank: 0.42, frame: 0.6 };

export const massPlace = defineRule<Motor>({
  ...one,
  id: "whole/front-share",
  title: "Weight on the front wheel",
  why: "A motor and a pack at the back make the front light: it wanders on the hill and shakes at speed.",
  basis: [derived("moments about the rear axle"), PRACTICE],
  needs: () => ["bikeMassKg"],
  check(_motor, survey, build): Outcome {
    const bike = survey.number("bikeMassKg");
    const battery = batteryOf(build);
    const load = build.asked.loadKg ?? 0;
    const pieces = [
      { kg: asked(build, "riderKg"), at: AT.rider },
      { kg: bike.value, at: AT.bike },
      { kg: load, at: AT.load },
      { kg: battery?.massKg ?? 0, at: battery?.spec.mount === "rack" || battery?.spec.mount === "box" ? AT.rack : AT.frame },
      ...motorsOf(build).map((motor) => ({
        kg: motor.massKg ?? 0,
        at: motor.kind === "hub-motor" ? (motor.spec.end === "front" ? 1 : 0) : AT.crank,
      })),
    ];
    const total = pieces.reduce((sum, piece) => sum + piece.kg, 0);
    const percent = (pieces.reduce((sum, piece) => sum + piece.kg * piece.at, 0) / total) * 100;
    return judge({
      room: percent - FRONT_PERCENT,
      unit: "%",
      figures: [
        { label: "on the front wheel", value: percent, unit: "%" },
        { label: "wanted", value: FRONT_PERCENT, unit: "%" },
        { label: "laden", value: total, unit: "kg" },
      ],
      caution: "wobble",
      clear: `${formatNumber(percent, 0)} % of the weight stands on the front wheel.`,
      short: () => ({
        verdict: "adapt",
        says: `${formatNumber(percent, 0)} % of the weight stands on the front wheel, ${FRONT_PERCENT} is wanted.`,
        remedies: [
          acknowledge(
            "whole/front-share bike",
            "a pack in the frame or load in front is offered; the rider is told how it steers",
          ),
        ],
      }),
    });
  },
});

export const frameKindRule = defineRule<Motor>({
  ...one,
  id: "whole/frame-kind",
  title: "What this frame is for",
  why: "Some frames take no motor, or not that motor, whatever its size.",
  basis: [PRACTICE],
  needs: () => ["frameKind", "frameMaterial"],
  check(_motor, survey, build): Outcome {
    const kind = survey.choice("frameKind");
    const material = survey.choice("frameMaterial");
    const rear = hubMotors(build).some((motor) => motor.spec.end === "rear");
    const figures: Figure[] = [
      { label: "frame", value: kind },
      { label: "of", value: material },
    ];
    if (kind === "trike" && rear)
      return {
        verdict: "stop",
        safety: true,
        says: "A rear hub motor drives one of a trike's two wheels and turns it round in its axle.",
        figures,
        lifts: "a front hub motor, or one at the crank",
      };
    if (material === "carbon" && batteryOf(build)?.spec.mount === "down tube" && build.donor.bossKind?.value === "none")
      return {
        verdict: "stop",
        safety: true,
        says: "A carbon frame without moulded bosses takes no pack on its tube.",
        figures,
        lifts: "a rack made for the bike, or another frame",
        caution: "carbon",
      };
    if (
      kind === "folding" &&
      motorsOf(build).some((motor) => motor.spec.peakTorqueNm > 60 && motor.kind === "hub-motor" && motor.spec.end === "front")
    )
      return {
        verdict: "adapt",
        says: "Over 60 N·m in the front wheel of a folder works its hinge.",
        figures,
        remedies: [acknowledge("whole/frame-kind bike", "the hinge is checked at every service; torque set down")],
      };
    return { verdict: "clear", says: `A ${kind === "diamond" ? "diamond" : kind} frame of ${material} takes it.`, figures };
  },
});

/** Speeds over which a frame of a kind is not for the road with a motor, km/h (common practice). */
const FRAME_KMH: Record<string, number> = { folding: 32, "step-through": 32, trike: 25, "long-wheelbase": 32 };

export const frameSpeed = defineRule<Motor>({
  ...one,
  id: "whole/speed",
  title: "Speed against frame, fork and steering",
  why: "A flexible frame, a loose headset and a light front begin to shake at speeds that pedals never reached.",
  basis: [PRACTICE],
  needs: () => ["frameKind", "headset", "frameFlexes"],
  check(_motor, survey, build): Outcome {
    const kmh = topKmh(build);
    const kind = survey.choice("frameKind");
    const headset = survey.choice("headset");
    const flexes = survey.choice("frameFlexes") === "yes";
    const limit = Math.min(FRAME_KMH[kind] ?? 45, flexes ? 25 : 45);
    const figures: Figure[] = [
      { label: "assist ends at", value: kmh, unit: "km/h" },
      { label: "for this frame at most", value: limit, unit: "km/h" },
      { label: "headset", value: headset },
      { label: "rear triangle", value: flexes ? "flexes" : "stiff" },
    ];
    const margin = { value: limit - kmh, unit: "km/h", plusMinus: 0 };
    if (headset === "play" && kmh > 25)
      return {
        verdict: "stop",
        safety: true,
        says: `A headset with play at ${formatNumber(kmh, 0)} km/h.`,
        figures,
        lifts: "the headset adjusted and measured again",
        caution: "wobble",
      };
    if (kmh <= limit + 1e-9)
      return { verdict: "clear", says: `${formatNumber(kmh, 0)} km/h on a ${kind} frame.`, figures, margin, caution: "wobble" };
    return {
      verdict: "adapt",
      says: `${formatNumber(kmh, 0)} km/h on a ${kind} frame${flexes ? " that flexes" : ""}; ${limit} is usual.`,
      figures,
      margin,
      caution: "wobble",
      remedies: [
        {
          id: `set-${limit}`,
          title: `Set the assist to end at ${limit} km/h`,
          says: "read back and written on the work order",
          parts: [],
          tasks: ["setSpeed"],
          effect: { numbers: { speedLimitKmh: limit } },
        },
      ],
    };
  },
});

export const towing = defineRule<Motor>({
  id: "whole/towing",
  title: "Child seat or trailer",
  why: "A child or a trailer wants stronger brakes, a stand, and a lower limit.",
  basis: [PRACTICE],
  subjects: (build) => (build.asked.tows === "nothing" ? [] : motorsOf(build).slice(0, 1)),
  key: () => "bike",
  place: () => "rear wheel",
  needs: () => ["frontBrake", "rearBrake"],
  check(_motor, survey, build): Outcome {
    const tows = build.asked.tows;
    const brakes = [survey.choice("frontBrake"), survey.choice("rearBrake")];
    const kmh = topKmh(build);
    const rearHub = partsOf(build, "hub-motor").some((motor) => motor.spec.end === "rear");
    const figures: Figure[] = [
      { label: "it carries or tows", value: tows },
      { label: "brakes", value: brakes.join(" and ") },
      { label: "assist ends at", value: kmh, unit: "km/h" },
    ];
    if (kmh > 25 + 1e-9)
      return {
        verdict: "adapt",
        safety: true,
        says: `A ${tows} at ${formatNumber(kmh, 0)} km/h.`,
        figures,
        caution: "towing",
        remedies: [
          {
            id: "set-25",
            title: "Set the assist to end at 25 km/h",
            says: "a second level for riding without is not supplied",
            parts: [],
            tasks: ["setSpeed"],
            effect: { numbers: { speedLimitKmh: 25 } },
          },
        ],
      };
    if (rearHub && tows === "trailer")
      return {
        verdict: "adapt",
        says: "A trailer's hitch sits on the axle that the motor turns on.",
        figures,
        caution: "towing",
        remedies: [acknowledge("whole/towing bike", "hitch on its own bracket at the stay; never under the motor's nut")],
      };
    return {
      verdict: "clear",
      says: `A ${tows} with ${brakes.includes("disc") ? "disc brakes" : "these brakes"}, to 25 km/h; by its maker's rules.`,
      figures,
      caution: "towing",
    };
  },
});
