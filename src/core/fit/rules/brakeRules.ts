import { PRACTICE } from "../../basis";
import { descent, rotorRow, stopping } from "../../brake/stopping";
import {
  BRAKE_BANDS,
  BRAKE_BASIS,
  BRAKES_END_J,
  DRUM_HILL,
  HILLY,
  HOSE_CUT_MM,
  RIM_BRAKE_KMH,
  RIM_DRAG_W,
  ROTOR_RISE_K,
  ROTOR_STEP_MM,
} from "../../standards/brakes";
import { LEVER_CUT_OFFS } from "../../standards/cutOff";
import { formatNumber } from "../../units/formatQuantity";
import { effectOf, lastOf, motorsOf, needPart, partsOf, type Build, type Motor } from "../build";
import type { Outcome, Remedy } from "../finding";
import { anyOf, bought, consumable, isDone } from "../remedies";
import { acknowledge, asked, defineRule, type Survey } from "../rule";
import { brakePlace, ENDS, keysOfEnd, type End } from "./subjects";

const isRim = (brake: string) => brake === "rim linear" || brake === "rim calliper";
/** Speed at which the assist ends with the settings in force, km/h. */
export const topKmh = (build: Build) => Math.min(asked(build, "assistKmh"), effectOf(build, "speedLimitKmh", Infinity));

/** Bike as it came, what the build adds, rider and load, kg. */
export function ladenKg(survey: Survey, build: Build) {
  const bike = survey.number("bikeMassKg");
  const added = build.supplied.reduce(
    (sum, s) => sum + (s.part.kind === "charger" || s.part.kind === "kit" ? 0 : (s.part.massKg ?? 0) * s.quantity),
    0,
  );
  return { kg: bike.value + added + asked(build, "riderKg") + (build.asked.loadKg ?? 0), plusMinus: bike.plusMinus };
}

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

export const brakeDescent = defineRule<End>({
  id: "brakes/descent",
  title: (end) => `Down the customer's hill, ${end}`,
  why: "Dragged brakes on a long hill heat until they fade or burst a tube, with the most mass aboard.",
  basis: [...BRAKE_BASIS, PRACTICE],
  subjects: (build) =>
    motorsOf(build).length > 0 && build.asked.hillPercent !== null && build.asked.hillKm !== null ? ENDS : [],
  key: (end) => end,
  place: brakePlace,
  needs: (end) => [keysOfEnd(end).brake, "bikeMassKg"],
  check(end, survey, build): Outcome {
    const brake = survey.choice(keysOfEnd(end).brake);
    const percent = asked(build, "hillPercent");
    const km = asked(build, "hillKm");
    const laden = ladenKg(survey, build);
    const rotorMm =
      brake === "disc" ? effectOf(build, keysOfEnd(end).rotorEffect, survey.number(keysOfEnd(end).rotor).value) : 160;
    const hill = descent({ massKg: laden.kg, gradePercent: percent, speedKmh: 30, crr: 0.008, cdaM2: 0.6, rotorMm, share: 0.5 });
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
      const bigger = build.catalogue
        .distinct("rotor")
        .find(
          ({ spec }) =>
            spec.diameterMm > rotorMm &&
            rotorRow(spec.diameterMm).coolingWPerK > rotorRow(rotorMm).coolingWPerK &&
            spec.mount === "six-bolt" &&
            spec.diameterMm <= Number(build.donor[keysOfEnd(end).rotorLimit]?.value ?? 0) + 3,
        );
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
      const remedies: Remedy[] = bigger
        ? [
            {
              ...bought(
                `rotor-${bigger.spec.diameterMm}`,
                `${bigger.name} and its adapter`,
                "cools better; sintered pads",
                [{ kind: "rotor", partId: bigger.id, quantity: 1, says: bigger.name }],
                ["brakeUpgrade"],
              ),
              effect: { numbers: { [keysOfEnd(end).rotorEffect]: bigger.spec.diameterMm } },
              caution: "descent",
            },
          ]
        : [];
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

export const adapterLift = defineRule<End>({
  id: "brakes/adapter",
  title: (end) => `Calliper over the new rotor, ${end}`,
  why: "A larger rotor wants its calliper higher by half the difference, by an adapter for its mount.",
  basis: [PRACTICE],
  subjects: (build) => ENDS.filter((end) => effectOf(build, keysOfEnd(end).rotorEffect, 0) > 0 && motorsOf(build).length > 0),
  key: (end) => end,
  place: brakePlace,
  needs: (end) => [keysOfEnd(end).rotor, keysOfEnd(end).brakeMount],
  check(end, survey, build): Outcome {
    const keys = keysOfEnd(end);
    const now = survey.number(keys.rotor).value;
    const newMm = effectOf(build, keys.rotorEffect, now);
    const mount = survey.choice(keys.brakeMount);
    const lift = (newMm - now) / 2;
    const figures = [
      { label: "rotor now", value: now, unit: "mm" },
      { label: "rotor then", value: newMm, unit: "mm" },
      { label: "calliper rises", value: lift, unit: "mm" },
      { label: "mount", value: mount },
    ];
    if (lift < 1) return { verdict: "clear", says: "Same size: no adapter.", figures };
    const goes = (spec: { mount: string; baseMm: number; newMm: number }) =>
      spec.mount === (mount === "tabs" ? "tabs" : "post") &&
      Math.abs(spec.baseMm - now) <= 3 &&
      Math.abs(spec.newMm - newMm) <= 3;
    const has = partsOf(build, "calliper-adapter").find((part) => goes(part.spec));
    if (has) return { verdict: "clear", says: `${has.name} lifts it ${formatNumber(lift, 1)} mm.`, figures };
    if (mount === "flat" && newMm > 180)
      return {
        verdict: "stop",
        says: `A flat mount takes no ${newMm} rotor.`,
        figures,
        lifts: "the mount maker's own adapter, to 180",
      };
    return {
      verdict: "adapt",
      safety: true,
      says: `The calliper must rise ${formatNumber(lift, 1)} mm.`,
      figures,
      caution: "brakes",
      remedies: anyOf(build, "calliper-adapter", {
        title: "Calliper adapter",
        says: `${mount} mount, ${formatNumber(now, 0)} to ${newMm}`,
        will: goes,
        most: 1,
      }),
    };
  },
});

export const leverPull = defineRule<Motor>({
  id: "brakes/lever-pull",
  title: "Levers that match the brakes",
  why: "A lever with the wrong pull halves the braking or bottoms on the bar; fluids that are mixed destroy the seals.",
  basis: [PRACTICE],
  subjects: (build) => (partsOf(build, "brake-lever").length > 0 ? motorsOf(build).slice(0, 1) : []),
  key: () => "levers",
  place: () => "bar",
  needs: () => ["leverKind", "frontBrake", "rearBrake"],
  check(_motor, survey, build): Outcome {
    const kind = survey.choice("leverKind");
    const methods: readonly string[] = LEVER_CUT_OFFS[kind].methods;
    const levers = partsOf(build, "brake-lever");
    const figures = [
      { label: "levers on the bike", value: LEVER_CUT_OFFS[kind].says.toLowerCase() },
      { label: "levers in the build", value: levers.map((part) => part.spec.pull).join(", ") },
    ];
    const hydraulic = LEVER_CUT_OFFS[kind].fluid;
    if (!methods.includes("switched lever") && !hydraulic)
      return { verdict: "clear", says: "The levers in the kit do not go on this bar: they stay in the box.", figures };
    if (hydraulic) {
      const fluid = survey.choice("brakeFluid");
      const wet = levers.filter((part) => part.spec.pull === "mineral oil" || part.spec.pull === "DOT");
      const right = fluid === "mineral" ? "mineral oil" : "DOT";
      if (wet.some((part) => part.spec.pull !== right))
        return {
          verdict: "stop",
          safety: true,
          says: `Levers for ${wet[0]!.spec.pull} on brakes with ${right}: never mixed.`,
          figures,
          lifts: `levers for ${right}`,
          caution: "hydraulic",
        };
      return {
        verdict: "clear",
        says:
          wet.length > 0
            ? `Levers for ${right}, as the brakes.`
            : "The cable levers in the kit do not go on hydraulic brakes: they stay in the box.",
        figures,
      };
    }
    const pull =
      survey.choice("frontBrake") === "rim linear" || survey.choice("rearBrake") === "rim linear"
        ? "long"
        : survey.choice("leverPull");
    const right = levers.find((part) => part.spec.pull === pull);
    if (right)
      return {
        verdict: "clear",
        says: `${right.name} for ${pull}-pull brakes.`,
        figures: [...figures, { label: "brakes want", value: `${pull} pull` }],
      };
    return {
      verdict: "adapt",
      safety: true,
      says: `The levers in the build are for ${levers[0]!.spec.pull} pull, the brakes want ${pull}.`,
      figures: [...figures, { label: "brakes want", value: `${pull} pull` }],
      caution: "brakes",
      remedies: anyOf(build, "brake-lever", {
        title: `Switched levers, ${pull} pull`,
        says: "match the brakes; the others stay in the box",
        will: (spec) => spec.pull === pull && spec.switched,
        most: 1,
      }),
    };
  },
});

export const hose = defineRule<Motor>({
  id: "brakes/hose",
  title: "Hoses with a switch in them",
  why: "A pressure switch costs hose, new ends and a bleed on each side; the fluid must be the brake's own.",
  basis: [PRACTICE],
  subjects: (build) =>
    partsOf(build, "cut-off").some((part) => part.spec.method === "pressure switch") ? motorsOf(build).slice(0, 1) : [],
  key: () => "hoses",
  place: () => "bar",
  needs: () => ["hoseSlackMm", "brakeFluid"],
  check(_motor, survey, build): Outcome {
    const slack = survey.number("hoseSlackMm");
    const fluid = survey.choice("brakeFluid");
    const use = fluid === "mineral" ? "mineral oil" : "DOT fluid";
    const uses = partsOf(build, "consumable").map((part) => part.spec.use);
    const figures = [
      { label: "spare hose", value: slack.value, unit: "mm", plusMinus: slack.plusMinus },
      { label: "cut off for the switch", value: HOSE_CUT_MM, unit: "mm" },
      { label: "fluid", value: fluid },
    ];
    if (slack.value < HOSE_CUT_MM && !uses.includes("brake hose"))
      return {
        verdict: "adapt",
        says: `${formatNumber(slack.value, 0)} mm of hose to spare, the switch costs ${HOSE_CUT_MM}.`,
        figures,
        remedies: [
          bought(
            "longer-hose",
            "New hoses",
            "cut to length, ends and fluid with them",
            [consumable(build, "brake hose", 1), consumable(build, "hose ends", 2), consumable(build, use, 1)],
            ["hose"],
          ),
        ],
        caution: "hydraulic",
      };
    if (uses.includes("hose ends") && uses.includes(use))
      return { verdict: "clear", says: `Hose ends and ${use} are in the build.`, figures, caution: "hydraulic" };
    return {
      verdict: "adapt",
      says: `Opened hoses want new ends and ${use}.`,
      figures,
      remedies: [
        bought(
          "hose-ends",
          `Hose ends and ${use}`,
          "an olive and an insert a side; never reuse them",
          [consumable(build, "hose ends", 2), consumable(build, use, 1)],
          ["hose"],
        ),
      ],
      caution: "hydraulic",
    };
  },
});

/** Run-on after pedalling stops over which a cut-off is a must, s (common practice). */
const RUN_ON_S = 0.3;

export const runOn = defineRule<Motor>({
  id: "brakes/run-on",
  title: "Run-on and kill switch",
  why: "A motor that runs on after the feet stop pushes into the junction.",
  basis: [PRACTICE],
  subjects: (build) => motorsOf(build).slice(0, 1),
  key: () => "motor",
  place: () => "bar",
  needs: () => [],
  check(motor, _survey, build): Outcome {
    const sensor = lastOf(build, "pedal-sensor");
    const cadence = sensor?.spec.senses === "cadence" || (motor.kind !== "hub-motor" && motor.spec.pedalSensor === "cadence");
    const known = sensor?.spec.runOnS ?? (motor.kind === "mid-motor" ? motor.spec.runOnS : null);
    const runOnS = known ?? (cadence ? 1.0 : 0.2);
    const cuts = partsOf(build, "cut-off").length + partsOf(build, "brake-lever").filter((part) => part.spec.switched).length;
    const figures = [
      { label: known === null ? "run-on, usual for its kind" : "run-on", value: runOnS, unit: "s" },
      { label: "cut-offs in the build", value: cuts },
    ];
    if (runOnS <= RUN_ON_S + 1e-9 || cuts > 0 || isDone(build, "kill switch"))
      return {
        verdict: "clear",
        says:
          runOnS <= RUN_ON_S
            ? `It stops ${formatNumber(runOnS, 1)} s after the feet.`
            : `It runs on ${formatNumber(runOnS, 1)} s; ${isDone(build, "kill switch") ? "a kill switch" : "the levers"} cut it.`,
        figures,
      };
    return {
      verdict: "adapt",
      safety: true,
      says: `It runs on ${formatNumber(runOnS, 1)} s after the feet stop, and nothing cuts it.`,
      figures,
      caution: "cutOffs",
      remedies: [
        ...anyOf(build, "cut-off", {
          title: "Cut-off on a lever",
          says: "one lever at least",
          will: (spec) => spec.method !== "pressure switch",
          most: 1,
          tasks: ["cutOffs"],
        }),
        {
          ...bought(
            "kill-switch",
            "Kill switch at the thumb",
            "on the controller's cut-off input, in reach without letting go",
            [consumable(build, "kill switch")],
            ["cutOffs"],
            "kill switch",
          ),
          caution: "cutOffs",
        },
      ],
    };
  },
});
