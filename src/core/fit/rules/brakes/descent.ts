import { PRACTICE } from "../../../basis";
import { descent, rotorRow } from "../../../brake/stopping";
import { BRAKE_BASIS, DRUM_HILL, RIM_DRAG_W, ROTOR_RISE_K } from "../../../standards/brakes";
import { formatNumber } from "../../../units/formatQuantity";
import type { PartOf } from "../../../parts/part";
import { type Build, motorsOf } from "../../build";
import type { Outcome, Remedy } from "../../finding";
import { bought } from "../../remedies";
import { acknowledge, asked, defineRule } from "../../rule";
import { brakePlace, type End, ENDS, keysOfEnd } from "../subjects";
import { brakeAt, hasOwnBrake, rotorAt } from "./brakeAt";
import { isRim, ladenKg } from "./demand";

/** Rotors that cool better than the one there, within what the end takes. */
const coolerRotors = (end: End, rotorMm: number, build: Build) =>
  build.catalogue
    .distinct("rotor")
    .filter(
      ({ spec }) =>
        spec.diameterMm > rotorMm &&
        rotorRow(spec.diameterMm).coolingWPerK > rotorRow(rotorMm).coolingWPerK &&
        spec.mount === "six-bolt" &&
        spec.diameterMm <= Number(build.donor[keysOfEnd(end).rotorLimit]?.value ?? 0) + 3,
    );

/** A larger rotor; where it is not enough by itself the rider is told as well. */
function largerRotor(
  end: End,
  { part, riseK }: { readonly part: PartOf<"rotor">; readonly riseK: number },
  told: Remedy,
): Remedy {
  const isEnough = riseK <= ROTOR_RISE_K.warn;
  const flags = isEnough ? undefined : told.effect.flags;
  return {
    ...bought(
      `rotor-${part.spec.diameterMm}`,
      `${part.name} and its adapter${isEnough ? "" : ", and the rider is told"}`,
      isEnough
        ? "cools better; sintered pads"
        : `${formatNumber(riseK, 0)} K then; sintered pads; both brakes in turns, stop and let them cool`,
      [{ kind: "rotor", partId: part.id, quantity: 1, says: part.name }],
      isEnough ? ["brakeUpgrade"] : ["brakeUpgrade", "handOver"],
    ),
    effect: { numbers: { [keysOfEnd(end).rotorEffect]: part.spec.diameterMm }, ...(flags && { flags }) },
    caution: "descent",
  };
}

export const brakeDescent = defineRule<End>({
  id: "brakes/descent",
  title: (end) => `Down the customer's hill, ${end}`,
  why: "Dragged brakes on a long hill heat until they fade or burst a tube, with the most mass aboard.",
  basis: [...BRAKE_BASIS, PRACTICE],
  subjects: (build) =>
    motorsOf(build).length > 0 && build.asked.hillPercent !== null && build.asked.hillKm !== null
      ? ENDS.filter((end) => hasOwnBrake(end, build))
      : [],
  key: (end) => end,
  place: brakePlace,
  needs: (end) => [keysOfEnd(end).brake, "bikeMassKg"],
  check(end, survey, build): Outcome {
    const brake = brakeAt(end, survey, build);
    const percent = asked(build, "hillPercent");
    const km = asked(build, "hillKm");
    const laden = ladenKg(survey, build);
    const rotorMm = brake === "disc" ? rotorAt(end, survey, build) : 160;
    const down = (mm: number) =>
      descent({ massKg: laden.kg, gradePercent: percent, speedKmh: 30, crr: 0.008, cdaM2: 0.6, rotorMm: mm, share: 0.5 });
    const hill = down(rotorMm);
    const risesK = (mm: number) => down(mm).rotorRiseK;
    const figures = [
      { label: "hill", value: `${formatNumber(percent, 1)} % for ${formatNumber(km, 1)} km` },
      { label: "laden", value: laden.kg, unit: "kg" },
      { label: "in the brakes at 30 km/h", value: hill.brakingW, unit: "W" },
    ];
    const key = `brakes/descent ${end}`;
    const told = acknowledge(key, "the rider is told: both brakes in turns, stop and let them cool");
    const minutes = (km / 30) * 60;
    // Under two minutes nothing comes near its steady heat (from memory: rotors' time constant is about as long).
    if (minutes < 2 || percent < 4)
      return {
        verdict: "clear",
        says: `${formatNumber(minutes, 1)} min of braking: nothing gets near its steady heat.`,
        figures,
      };
    if (brake === "disc") {
      const all = [
        ...figures,
        { label: "rotor", value: rotorMm, unit: "mm" },
        { label: "steady rise over the air, ± 40 %", value: hill.rotorRiseK, unit: "K" },
        { label: "pads fade from", value: ROTOR_RISE_K.warn, unit: "K" },
      ];
      const margin = { value: ROTOR_RISE_K.warn - hill.rotorRiseK, unit: "K", plusMinus: 0 };
      if (hill.rotorRiseK <= ROTOR_RISE_K.warn)
        return {
          verdict: "clear",
          says: `The rotor rises ${formatNumber(hill.rotorRiseK, 0)} K, pads fade from ${ROTOR_RISE_K.warn}.`,
          figures: all,
          margin,
          caution: "descent",
        };
      const better = coolerRotors(end, rotorMm, build).map((part) => ({ part, riseK: risesK(part.spec.diameterMm) }));
      // One that is enough is taken before one that is cooler still; where none is, the coolest, and the rider is told.
      const bigger =
        better.find(({ riseK }) => riseK <= ROTOR_RISE_K.warn) ??
        better.filter(({ riseK }) => riseK <= ROTOR_RISE_K.stop).sort((one, other) => one.riseK - other.riseK)[0];
      const says = `Dragged down the hill the rotor rises ${formatNumber(hill.rotorRiseK, 0)} K; pads fade from ${ROTOR_RISE_K.warn}.`;
      if (hill.rotorRiseK > ROTOR_RISE_K.stop && !bigger)
        return {
          verdict: "stop",
          safety: true,
          says,
          figures: all,
          margin,
          lifts: "a larger rotor, less mass, or another way down",
          caution: "descent",
        };
      const remedies = bigger ? [largerRotor(end, bigger, told)] : [];
      return {
        verdict: "adapt",
        says,
        figures: all,
        margin,
        remedies: hill.rotorRiseK > ROTOR_RISE_K.stop ? remedies : [...remedies, told],
        caution: "descent",
      };
    }
    if (isRim(brake)) {
      const eachW = hill.brakingW / 2;
      if (eachW <= RIM_DRAG_W)
        return { verdict: "clear", says: `${formatNumber(eachW, 0)} W a rim.`, figures, caution: "descent" };
      return {
        verdict: "adapt",
        says: `${formatNumber(eachW, 0)} W heat each rim for ${formatNumber(minutes, 0)} min: tubes and glue suffer.`,
        figures,
        remedies: [told],
        caution: "descent",
      };
    }
    if (percent > DRUM_HILL.percent && km > DRUM_HILL.km)
      return {
        verdict: "stop",
        safety: true,
        says: `A ${brake === "coaster" ? "back-pedal" : "drum or roller"} brake fades on ${formatNumber(percent, 0)} % for ${formatNumber(km, 1)} km.`,
        figures,
        lifts: "a disc or rim brake on that wheel, or another way down",
        caution: "descent",
      };
    return { verdict: "clear", says: "The hill is short enough for this brake.", figures, caution: "descent" };
  },
});
