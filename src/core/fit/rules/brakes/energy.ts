import type { DonorKey } from "../../../donor/items";
import { combined } from "../../../donor/reading";
import { stopping } from "../../../brake/stopping";
import { BRAKE_BANDS, BRAKE_BASIS, BRAKES_END_J, HILLY, RIM_BRAKE_KMH, ROTOR_STEP_MM } from "../../../standards/brakes";
import { formatNumber } from "../../../units/formatQuantity";
import { type Build, motorsOf, needPart } from "../../build";
import type { Outcome, Remedy } from "../../finding";
import { isCarbonFork } from "../../forks";
import { bought, consumable, isDone } from "../../remedies";
import { defineRule, type Survey } from "../../rule";
import { brakePlace, type End, ENDS, keysOfEnd } from "../subjects";
import { adapterLifts, mountBaseMm, ROTOR_SAME_MM } from "./adapter";
import { brakeAt, hasOwnBrake, rotorAt, rotorBefore, rotorOpen } from "./brakeAt";
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
  // A wheel whose brake goes with its hub is spoken of by the rule for that, until another brake is there.
  subjects: (build) => (motorsOf(build).length > 0 ? ENDS.filter((end) => hasOwnBrake(end, build)) : []),
  key: (end) => end,
  place: brakePlace,
  needs: (end) => [keysOfEnd(end).brake, "bikeMassKg"],
  check(end, survey, build): Outcome {
    const brake = brakeAt(end, survey, build);
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
    const plusMinusJ = 0.5 * laden.plusMinus * (speedKmh / 3.6) ** 2;
    const weighedJ = 0.5 * survey.number("bikeMassKg").plusMinus * (speedKmh / 3.6) ** 2;
    const band = brakeBand(stop.energyJ, hilly(build));
    const wantsAt = (energyJ: number): number => {
      const { frontMm, rearMm } = brakeBand(energyJ, hilly(build));
      return end === "front" ? frontMm : rearMm;
    };
    const wantMm = wantsAt(stop.energyJ);
    // Beside the border of a band the bike on the scale leaves open which rotor is wanted; rider and load are taken as they were said.
    const openMm = Math.max(...[-1, 1].map((sign) => Math.abs(wantsAt(stop.energyJ + sign * weighedJ) - wantMm)));
    const figures = [
      { label: "laden", value: laden.kg, unit: "kg" },
      { label: "assist ends at", value: speedKmh, unit: "km/h" },
      { label: "energy of one stop", value: stop.energyJ / 1000, unit: "kJ" },
      { label: "way to standstill, 4 m/s² after 1 s", value: stop.distanceM, unit: "m" },
      ...(hilly(build) ? [{ label: "hill", value: "one step up" }] : []),
    ];
    if (stop.energyJ + weighedJ > BRAKES_END_J)
      return {
        verdict: "stop",
        safety: true,
        says: `${formatNumber(stop.energyJ / 1000, 1)} kJ; bicycle brakes are taken for ${BRAKES_END_J / 1000} at most.`,
        figures,
        margin: { value: BRAKES_END_J - stop.energyJ, unit: "J", plusMinus: weighedJ },
        settle: ["bikeMassKg"],
        lifts: "a lower speed or less mass",
        caution: "brakes",
      };
    if (brake === "disc") return discBrake(end, { wantMm, openMm }, figures, survey, build);
    if (isRim(brake)) {
      const other = brakeAt(end === "front" ? "rear" : "front", survey, build);
      return rimBrake(end, { band: band.rim, speedKmh, energyJ: stop.energyJ, plusMinusJ, beside: other }, figures, build);
    }
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

/** @param want the rotor that is wanted, and by how much that is open, mm */
function discBrake(
  end: End,
  { wantMm, openMm }: { wantMm: number; openMm: number },
  figures: Outcome["figures"],
  survey: Survey,
  build: Build,
): Outcome {
  const keys = keysOfEnd(end);
  const now = rotorBefore(end, survey, build);
  const haveMm = rotorAt(end, survey, build);
  const limit = build.donor[keys.rotorLimit];
  const carbon = end === "front" ? isCarbonFork(build) : build.donor.frameMaterial?.value === "carbon";
  const known = typeof limit?.value === "number";
  // What is on stands on its maker's word; without one a step over the mount's own size is the most, and none on carbon.
  const changes = Math.abs(haveMm - now) > ROTOR_SAME_MM || haveMm < wantMm - ROTOR_SAME_MM;
  const baseMm = known || !changes ? now : mountBaseMm(end, survey);
  const mayMm = known ? Number(limit.value) : Math.max(baseMm + (carbon ? 0 : ROTOR_STEP_MM), changes ? 0 : now);
  const all = [
    ...figures,
    { label: "rotor", value: haveMm, unit: "mm" },
    { label: "wanted", value: wantMm, unit: "mm" },
    { label: "allowed", value: mayMm, unit: "mm" },
  ];
  const holder = end === "front" ? "fork" : "frame";
  if (haveMm > mayMm + ROTOR_SAME_MM && Math.abs(haveMm - now) > ROTOR_SAME_MM)
    return {
      verdict: "stop",
      safety: true,
      says: `A ${formatNumber(haveMm, 0)} rotor; the ${holder} ${known ? "allows" : "has no limit known, and its mount takes"} ${formatNumber(mayMm, 0)}.`,
      figures: all,
      margin: { value: mayMm - haveMm, unit: "mm", plusMinus: known ? limit.plusMinus : 0 },
      settle: [keys.rotorLimit],
      lifts: `a rotor of ${formatNumber(mayMm, 0)} or less${known ? "" : `, or the ${holder} maker's word for a larger one`}`,
      caution: "brakes",
    };
  const own = rotorOpen(end, survey, build);
  const margin = { value: haveMm - wantMm + ROTOR_SAME_MM, unit: "mm", plusMinus: combined(openMm, own.plusMinus) };
  const settle: readonly DonorKey[] = [...(openMm > 0 ? (["bikeMassKg"] as const) : []), ...own.settle];
  if (margin.value >= 0)
    return {
      verdict: "clear",
      says: `A ${formatNumber(haveMm, 0)} rotor, ${wantMm} wanted.`,
      figures: all,
      margin,
      settle,
      caution: "brakes",
    };
  const says = `A ${formatNumber(haveMm, 0)} rotor, ${wantMm} wanted.`;
  if (wantMm > mayMm + ROTOR_LIMIT_SLACK_MM)
    return !known && !carbon
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
          says: `${says} The ${holder} allows ${formatNumber(mayMm, 0)}.`,
          figures: all,
          margin,
          settle,
          lifts: "a lower assist speed, less mass, or a fork that takes the rotor",
          caution: "brakes",
        };
  const rotor = build.catalogue
    .distinct("rotor")
    .find(
      ({ spec }) =>
        spec.diameterMm >= wantMm - ROTOR_SAME_MM && spec.diameterMm <= mayMm + ROTOR_LIMIT_SLACK_MM && spec.mount === "six-bolt",
    );
  const newMm = rotor?.spec.diameterMm ?? wantMm;
  const fromMm = mountBaseMm(end, survey);
  const lifted = newMm - fromMm > ROTOR_SAME_MM;
  const adapterMount = survey.choice(keys.brakeMount);
  const remedy: Remedy = {
    id: `rotor-${newMm}`,
    title: `${newMm} rotor${lifted ? " and its adapter" : ""}`,
    says: `${lifted ? `the calliper rises ${formatNumber((newMm - fromMm) / 2, 1)} mm over its mount; ` : ""}bed the pads in`,
    parts: [
      {
        kind: "rotor",
        partId: rotor?.id ?? null,
        quantity: 1,
        says: `six-bolt rotor, ${wantMm} to ${formatNumber(mayMm, 0)} mm`,
      },
      ...(lifted
        ? [
            needPart(
              build,
              "calliper-adapter",
              1,
              `${adapterMount} adapter from ${formatNumber(fromMm, 0)} to ${newMm}`,
              (spec) => adapterLifts(spec, adapterMount, fromMm, newMm),
            ),
          ]
        : []),
    ],
    tasks: ["brakeUpgrade"],
    effect: { numbers: { [keys.rotorEffect]: newMm }, flags: [`has ${end} rotor`] },
    caution: "brakes",
  };
  return {
    verdict: "adapt",
    safety: true,
    says,
    figures: all,
    margin,
    remedies: [remedy],
    caution: "brakes",
    settle,
  };
}

/** A limit of 200 takes a rotor of 203, mm. */
const ROTOR_LIMIT_SLACK_MM = 3;

/** What the rim end of a bike with a disc at the other end takes on its own share, J: more on the flat with good pads (reading). */
const RIM_SHARE_J = { hills: 3000, flat: 6000 };
const AXLE_SHARE = { front: 0.65, rear: 0.35 };

type RimStop = { band: string; speedKmh: number; energyJ: number; plusMinusJ: number; beside: string };

function rimBrake(
  end: End,
  { band, speedKmh, energyJ, plusMinusJ, beside }: RimStop,
  figures: Outcome["figures"],
  build: Build,
): Outcome {
  const sound = isDone(build, `new pads ${end}`) || build.donor.pads?.value === "good";
  const caution = "brakes" as const;
  // With a disc at the other wheel each end stands for itself, by its share of the stop.
  if (beside === "disc") {
    const mineJ = AXLE_SHARE[end] * energyJ;
    const mayJ = hilly(build) || !sound ? RIM_SHARE_J.hills : RIM_SHARE_J.flat;
    const all = [...figures, { label: "this wheel's share", value: mineJ / 1000, unit: "kJ" }];
    const margin = { value: mayJ - mineJ, unit: "J", plusMinus: AXLE_SHARE[end] * plusMinusJ };
    return mineJ <= mayJ
      ? {
          verdict: "clear",
          says: `${formatNumber(mineJ / 1000, 1)} kJ on this rim, the disc takes the rest.`,
          figures: all,
          margin,
          caution,
        }
      : {
          verdict: "stop",
          safety: true,
          says: `${formatNumber(mineJ / 1000, 1)} kJ on this rim beside a disc, ${mayJ / 1000} is the most.`,
          figures: all,
          margin,
          lifts: "a lower assist speed, less mass, or a disc brake on this wheel too",
          caution,
        };
  }
  const over = speedKmh > RIM_BRAKE_KMH + 1e-9;
  const speedMargin = { value: RIM_BRAKE_KMH - speedKmh, unit: "km/h", plusMinus: 0 };
  if (over && !(build.house.rimBrakesOver32 === "two good brakes" && energyJ <= 6000))
    return {
      verdict: "stop",
      safety: true,
      says: `Rim brakes end at ${RIM_BRAKE_KMH} km/h; the assist is to end at ${formatNumber(speedKmh, 1)}.`,
      figures,
      margin: speedMargin,
      lifts: `the assist set to ${RIM_BRAKE_KMH} km/h or less (a 20 mph build to 19.8 mph), or disc brakes`,
      caution,
    };
  const mayJ = hilly(build) || !sound ? RIM_SHARE_J.hills : RIM_SHARE_J.flat;
  const energyMargin = { value: (band === "sound" ? RIM_SHARE_J.hills : mayJ) - energyJ, unit: "J", plusMinus: plusMinusJ };
  // Whichever of the two limits is nearer, as a share of itself.
  const margin = over || energyMargin.value / mayJ <= speedMargin.value / RIM_BRAKE_KMH ? energyMargin : speedMargin;
  if (band === "no")
    return {
      verdict: "stop",
      safety: true,
      says: `${formatNumber(energyJ / 1000, 1)} kJ${hilly(build) ? " on a long hill" : ""} is too much for rim brakes.`,
      figures,
      margin: energyMargin,
      lifts: "a lower assist speed, less mass, or a bike with disc mounts",
      caution,
    };
  if (band === "sound" || sound)
    return {
      verdict: "clear",
      says: `Rim brake at ${formatNumber(energyJ / 1000, 1)} kJ${band === "flat" ? ", good pads, no long hills" : ""}.`,
      figures,
      margin,
      caution,
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
