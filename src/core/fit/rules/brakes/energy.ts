import { stopping } from "../../../brake/stopping";
import { BRAKE_BANDS, BRAKE_BASIS, BRAKES_END_J, HILLY, RIM_BRAKE_KMH, ROTOR_STEP_MM } from "../../../standards/brakes";
import { formatNumber } from "../../../units/formatQuantity";
import { type Build, effectOf, motorsOf, needPart } from "../../build";
import type { Outcome, Remedy } from "../../finding";
import { bought, consumable, isDone } from "../../remedies";
import { defineRule, type Survey } from "../../rule";
import { brakePlace, type End, ENDS, keysOfEnd } from "../subjects";
import { isRim, ladenKg, topKmh } from "./demand";

const hilly = (build: Build) => (build.asked.hillPercent ?? 0) > HILLY.percent && (build.asked.hillKm ?? 0) > HILLY.km;

/** The band of a kinetic energy, one step up on a hilly ride. */
export function brakeBand(energyJ: number, isHilly: boolean) {
  const index = BRAKE_BANDS.findLastIndex((band) => energyJ > band.overJ || band.overJ === 0);
  return BRAKE_BANDS[Math.min(BRAKE_BANDS.length - 1, index + (isHilly ? 1 : 0))]!;
}

export const brakeEnergy = defineRule<End>({
  id: "brakes/energy",
  title: (end) => `Brake for the mass and speed, ${end}`,
  why: "Energy grows with the square of speed: a brake that was right for 20 km/h is asked to stop twice that.",
  basis: BRAKE_BASIS,
  subjects: (build) => (motorsOf(build).length > 0 ? ENDS : []),
  key: (end) => end,
  place: brakePlace,
  needs: (end) => [keysOfEnd(end).brake, "bikeMassKg"],
  check(end, survey, build): Outcome {
    const keys = keysOfEnd(end);
    const brake = survey.choice(keys.brake);
    const laden = ladenKg(survey, build);
    const speedKmh = topKmh(build);
    const stop = stopping({
      massKg: laden.kg,
      speedKmh,
      reactionS: 1,
      decelerationMs2: 4,
      wheelsKg: 1.5,
      rotorMm: 160,
      axleShare: 0.65,
      rotorShare: 0.9,
    });
    const band = brakeBand(stop.energyJ, hilly(build));
    const wantMm = end === "front" ? band.frontMm : band.rearMm;
    const figures = [
      { label: "laden", value: laden.kg, unit: "kg" },
      { label: "assist ends at", value: speedKmh, unit: "km/h" },
      { label: "energy of one stop", value: stop.energyJ / 1000, unit: "kJ" },
      { label: "way to standstill, 4 m/s² after 1 s", value: stop.distanceM, unit: "m" },
      ...(hilly(build) ? [{ label: "hill", value: "one step up" }] : []),
    ];
    if (stop.energyJ > BRAKES_END_J)
      return {
        verdict: "stop",
        safety: true,
        says: `${formatNumber(stop.energyJ / 1000, 1)} kJ is more than bicycle brakes are taken for.`,
        figures,
        lifts: "a lower speed or less mass",
        caution: "brakes",
      };
    if (brake === "disc") return discBrake(end, wantMm, figures, survey, build);
    if (isRim(brake)) return rimBrake(end, band.rim, speedKmh, figures, build, stop.energyJ);
    if (brake === "none")
      return {
        verdict: "stop",
        safety: true,
        says: `No brake on the ${end} wheel.`,
        figures,
        lifts: "a brake on it",
        caution: "brakes",
      };
    const ok = speedKmh <= 25 + 1e-9 && !hilly(build);
    return ok
      ? {
          verdict: "clear",
          says: `${brake === "coaster" ? "Back-pedal" : "Drum or roller"} brake to 25 km/h without long hills.`,
          figures,
          caution: "brakes",
        }
      : {
          verdict: "stop",
          safety: true,
          says: `A ${brake === "coaster" ? "back-pedal" : "drum or roller"} brake fades ${speedKmh > 25 ? `over 25 km/h` : "on long hills"}.`,
          figures,
          lifts: speedKmh > 25 ? "an assist that ends at 25 km/h, or a disc brake" : "a disc brake, or a way round the hill",
          caution: "brakes",
        };
  },
});

/** Rotors that differ by no more are one size (140 and 141, 203 and 204), mm. */
const ROTOR_SAME_MM = 1;

function discBrake(end: End, wantMm: number, figures: Outcome["figures"], survey: Survey, build: Build): Outcome {
  const keys = keysOfEnd(end);
  const now = survey.number(keys.rotor).value;
  const haveMm = effectOf(build, keys.rotorEffect, now);
  const limit = build.donor[keys.rotorLimit];
  const carbon = end === "front" ? build.donor.forkMaterial?.value === "carbon" : build.donor.frameMaterial?.value === "carbon";
  const mayMm = typeof limit?.value === "number" ? limit.value : now + (carbon ? 0 : ROTOR_STEP_MM);
  const all = [
    ...figures,
    { label: "rotor", value: haveMm, unit: "mm" },
    { label: "wanted", value: wantMm, unit: "mm" },
    { label: "allowed", value: mayMm, unit: "mm" },
  ];
  const margin = { value: haveMm - wantMm + ROTOR_SAME_MM, unit: "mm", plusMinus: 0 };
  if (margin.value >= 0)
    return {
      verdict: "clear",
      says: `A ${formatNumber(haveMm, 0)} rotor, ${wantMm} wanted.`,
      figures: all,
      margin,
      caution: "brakes",
    };
  const says = `A ${formatNumber(haveMm, 0)} rotor, ${wantMm} wanted.`;
  if (wantMm > mayMm + 3)
    return limit === undefined && !carbon
      ? {
          verdict: "measure",
          says: `${says} Without the maker's limit no more than ${formatNumber(mayMm, 0)} goes: ask for it.`,
          figures: all,
          settle: [keys.rotorLimit],
          caution: "brakes",
        }
      : {
          verdict: "stop",
          safety: true,
          says: `${says} The ${end === "front" ? "fork" : "frame"} allows ${formatNumber(mayMm, 0)}.`,
          figures: all,
          margin,
          lifts: "a lower assist speed, less mass, or a fork that takes the rotor",
          caution: "brakes",
        };
  const mount = survey.choice(keys.brakeMount);
  const rotor = build.catalogue
    .distinct("rotor")
    .find(({ spec }) => spec.diameterMm >= wantMm - ROTOR_SAME_MM && spec.diameterMm <= mayMm + 3 && spec.mount === "six-bolt");
  const newMm = rotor?.spec.diameterMm ?? wantMm;
  const adapterMount = mount === "tabs" ? "tabs" : "post";
  const remedy: Remedy = {
    id: `rotor-${newMm}`,
    title: `${newMm} rotor and its adapter`,
    says: `the calliper rises ${formatNumber((newMm - now) / 2, 1)} mm; bed the pads in`,
    parts: [
      {
        kind: "rotor",
        partId: rotor?.id ?? null,
        quantity: 1,
        says: `six-bolt rotor, ${wantMm} to ${formatNumber(mayMm, 0)} mm`,
      },
      needPart(
        build,
        "calliper-adapter",
        1,
        `${adapterMount} adapter from ${formatNumber(now, 0)} to ${newMm}`,
        (spec) => spec.mount === adapterMount && Math.abs(spec.baseMm - now) <= 3 && Math.abs(spec.newMm - newMm) <= 3,
      ),
    ],
    tasks: ["brakeUpgrade"],
    effect: { numbers: { [keys.rotorEffect]: newMm }, flags: [`adapter ${end}`, `has ${end} rotor`] },
    caution: "brakes",
  };
  return { verdict: "adapt", safety: true, says, figures: all, margin, remedies: [remedy], caution: "brakes" };
}

function rimBrake(end: End, band: string, speedKmh: number, figures: Outcome["figures"], build: Build, energyJ: number): Outcome {
  const over = speedKmh > RIM_BRAKE_KMH + 1e-9;
  if (over && !(build.house.rimBrakesOver32 === "two good brakes" && energyJ <= 6000))
    return {
      verdict: "stop",
      safety: true,
      says: `Rim brakes end at ${RIM_BRAKE_KMH} km/h; the assist is to end at ${formatNumber(speedKmh, 1)}.`,
      figures,
      margin: { value: RIM_BRAKE_KMH - speedKmh, unit: "km/h", plusMinus: 0 },
      lifts: `the assist set to ${RIM_BRAKE_KMH} km/h or less (a 20 mph build to 19.8 mph), or disc brakes`,
      caution: "brakes",
    };
  if (band === "no")
    return {
      verdict: "stop",
      safety: true,
      says: `${formatNumber(energyJ / 1000, 1)} kJ${hilly(build) ? " on a long hill" : ""} is too much for rim brakes.`,
      figures,
      lifts: "a lower assist speed, less mass, or a bike with disc mounts",
      caution: "brakes",
    };
  const sound = isDone(build, `new pads ${end}`) || build.donor.pads?.value === "good";
  if (band === "sound" || sound)
    return {
      verdict: "clear",
      says: `Rim brake at ${formatNumber(energyJ / 1000, 1)} kJ${band === "flat" ? ", good pads, no long hills" : ""}.`,
      figures,
      caution: "brakes",
    };
  return {
    verdict: "adapt",
    says: `Rim brake at ${formatNumber(energyJ / 1000, 1)} kJ wants new pads.`,
    figures,
    remedies: [
      bought(
        "new-pads",
        "New rim-brake pads",
        "for this rim; run in on wet and dry",
        [consumable(build, "rim pads", 1)],
        ["brakesFirst"],
        `new pads ${end}`,
      ),
    ],
    caution: "brakes",
  };
}
