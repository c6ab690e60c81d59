import { armRow, armsByTable, type Seat, torqueClass } from "../../../axle/armTable";
import { axleReaction, USUAL_AXLE } from "../../../axle/axleReaction";
import {
  ALUMINIUM_REGEN_SAFETY,
  type ArmCount,
  AXLE_CLAMP,
  AXLE_TORQUE_BASIS,
  DROPOUT_STRENGTH,
  SLOT_PLAY_MM,
} from "../../../standards/axleTorque";
import type { Spec } from "../../../parts/specs";
import { formatNumber } from "../../../units/formatQuantity";
import { batteryOf, type Build, controllersOf, countOf, type HubMotor, needBest, voltsOf } from "../../build";
import type { Figure, Outcome } from "../../finding";
import { defineRule, type Survey } from "../../rule";
import { axlePlace, endKey, endKeys, hubMotors } from "../subjects";
import { armForAxle, armMayGo } from "./armGoes";

/** Plate of a torque arm in common sale, mm; the check takes the thinnest that the shop may fit. */
const ARM_MM = 6;

export const torqueArms = defineRule<HubMotor>({
  id: "axle/torque-arms",
  title: "Torque arms",
  why: "The axle pushes back as hard as the motor pulls; soft or thin seats let it spin, tear its cable and lock or lose the wheel.",
  basis: AXLE_TORQUE_BASIS,
  subjects: hubMotors,
  key: endKey,
  place: axlePlace,
  needs: (motor) => {
    const keys = endKeys(motor);
    return [
      keys.dropout,
      keys.material,
      keys.condition,
      ...(motor.spec.end === "front" ? (["forkKind", "forkMaterial"] as const) : []),
    ];
  },
  check(motor, survey, build): Outcome {
    const condition = survey.choice(endKeys(motor).condition);
    if (condition !== "sound")
      return {
        verdict: "stop",
        safety: true,
        says: condition === "filed" ? "The slots were filed before and nobody wrote how far." : "The seats are damaged.",
        figures: [],
        lifts: "a sound fork or frame end, or a motor elsewhere",
        caution: "axleSpins",
      };
    const seat = survey.choice(endKeys(motor).dropout);
    if (seat === "thru" && !motor.spec.matchedThruAxle)
      return {
        verdict: "stop",
        safety: true,
        says: `Closed ${motor.spec.end} ends: an arm has no axle to hold.`,
        figures: [{ label: "axle seat", value: seat }],
        lifts: wayOut(motor),
        caution: motor.spec.end === "front" ? "aluminiumFork" : "axleSpins",
      };
    const asked = armsWanted(motor, survey, build);
    if (asked.count === "unsure")
      return {
        verdict: "measure",
        says: "A tenth of a millimetre of dropout thickness decides between going and not: measure it better.",
        figures: asked.figures,
        settle: [endKeys(motor).thickness],
      };
    if (asked.count === "stop")
      return {
        verdict: "stop",
        safety: true,
        says: asked.says,
        figures: asked.figures,
        lifts: wayOut(motor),
        caution: motor.spec.end === "front" ? "aluminiumFork" : "axleSpins",
      };
    const always = build.house.rearArms === "always one" && motor.spec.end === "rear" && asked.count === 0;
    return compare(
      motor,
      always ? 1 : asked.count,
      always ? { ...asked, says: `${asked.says} The house always fits one.` } : asked,
      build,
    );
  },
});

const wayOut = (motor: HubMotor) =>
  motor.spec.end === "front"
    ? "a steel fork with tips over 5 mm, or a motor in the rear wheel or at the crank"
    : "a weaker motor, a frame with stronger ends, or a motor at the crank";

type Wanted = { count: ArmCount | "unsure"; says: string; figures: Figure[] };

function armsWanted(motor: HubMotor, survey: Survey, build: Build): Wanted {
  const keys = endKeys(motor);
  const thickness = survey.number(keys.thickness);
  const slot = survey.number(keys.slotWidth);
  const battery = batteryOf(build);
  const controller = controllersOf(build)[0];
  const peakW = battery && controller ? controller.batteryA * voltsOf(battery).full : null;
  const drive = { torqueNm: motor.spec.peakTorqueNm, ratedW: motor.spec.ratedW, peakW };
  const seatOf = (thicknessMm: number): Seat => ({
    end: motor.spec.end,
    dropout: survey.choice(keys.dropout),
    material: survey.choice(keys.material),
    thicknessMm,
    suspension: motor.spec.end === "front" && survey.choice("forkKind") === "suspension",
    forkMaterial: motor.spec.end === "front" ? survey.choice("forkMaterial") : null,
    matchedThruAxle: motor.spec.matchedThruAxle,
  });
  const slotHoldsFlats = slot.value - motor.spec.axleFlatsMm < 3;
  const inForce = { torqueClass: torqueClass(drive), regenerates: motor.spec.regenerates, slotHoldsFlats };
  const thin = armsByTable(seatOf(thickness.value - thickness.plusMinus), inForce);
  const thick = armsByTable(seatOf(thickness.value + thickness.plusMinus), inForce);
  const seat = seatOf(thickness.value - thickness.plusMinus);
  const figures: Figure[] = [
    { label: "torque at the wheel", value: motor.spec.peakTorqueNm, unit: "N·m" },
    { label: "peak input", value: peakW ?? "unknown, taken one class higher", ...(peakW !== null && { unit: "W" }) },
    { label: "class", value: inForce.torqueClass },
    { label: "seat", value: armRow(seat) },
    { label: "thickness", value: thickness.value, unit: "mm", plusMinus: thickness.plusMinus },
  ];
  const count = thin === "stop" ? "refused by the arm table" : thin === "plates" ? "two clamping plates" : `${thin} by the table`;
  const says = `${seatWords(seat)}, class ${inForce.torqueClass} motor: ${count}.`;
  // The stricter row governs, unless it alone would refuse the bike: then the thickness is worth another look.
  if (thin === "stop") return { count: thick === "stop" ? "stop" : "unsure", says, figures };
  return byChecks(motor, survey, thin, playOf(slot.value, motor), { says, figures });
}

/** The seat in a few words: what it is made of and how thick, or that it is closed. */
function seatWords(seat: Seat): string {
  const fork =
    seat.forkMaterial === "carbon" || seat.forkMaterial === "magnesium"
      ? `${seat.forkMaterial[0]!.toUpperCase()}${seat.forkMaterial.slice(1)} fork, `
      : "";
  const tips = `${seat.material} ${seat.end === "front" ? "tips" : "ends"} of ${formatNumber(seat.thicknessMm, 1)} mm or more`;
  return fork + (fork ? tips : `${tips[0]!.toUpperCase()}${tips.slice(1)}`);
}

const playOf = (slotMm: number, motor: HubMotor) => slotMm - motor.spec.axleFlatsMm;

/** The two checks may raise the table's count, never lower it. */
function byChecks(
  motor: HubMotor,
  survey: Survey,
  table: ArmCount,
  playMm: number,
  so: { says: string; figures: Figure[] },
): Wanted {
  const material = survey.choice(endKeys(motor).material);
  const strength = DROPOUT_STRENGTH[material as keyof typeof DROPOUT_STRENGTH];
  const aluminium = material === "aluminium";
  const reaction = (arms: number) =>
    axleReaction({
      torqueNm: motor.spec.peakTorqueNm,
      diameterMm: motor.spec.axleDiameterMm,
      flatsMm: motor.spec.axleFlatsMm,
      dropoutMm: survey.number(endKeys(motor).thickness).value,
      dropoutYieldMpa: strength.yieldMpa,
      ...USUAL_AXLE,
      dropouts: playMm > SLOT_PLAY_MM.loose ? 1 : 2,
      nutTorqueNm: AXLE_CLAMP.nutTorqueNm(motor.spec.axleDiameterMm, aluminium),
      safety: aluminium && motor.spec.regenerates ? ALUMINIUM_REGEN_SAFETY : strength.safety,
      arms,
      armMm: ARM_MM,
    });
  const atLeast = [0, 1, 2].find((arms) => reaction(arms).flatsHold);
  const bare = reaction(0);
  const figures: Figure[] = [
    ...so.figures,
    { label: "nut clamp holds", value: bare.clampNm, unit: "N·m" },
    { label: "wanted of it", value: bare.clampNeedNm, unit: "N·m" },
    { label: "flats hold, clamp lost", value: bare.capacityNm, unit: "N·m" },
    { label: "each arm adds", value: bare.armNm, unit: "N·m" },
    { label: "wanted of them", value: bare.demandNm, unit: "N·m" },
  ];
  if (atLeast === undefined)
    return {
      count: "stop",
      says: `Even two arms hold ${formatNumber(reaction(2).capacityNm, 0)} of the ${formatNumber(bare.demandNm, 0)} N·m wanted with the clamp lost.`,
      figures,
    };
  if (table === "plates") return { count: "plates", says: so.says, figures };
  const count = Math.max(table as number, atLeast, bare.clampHolds ? 0 : 2) as ArmCount;
  const says =
    count === table
      ? so.says
      : `${so.says} The ${atLeast > (table as number) ? "flats alone do not hold" : "nut clamp alone does not hold"}: ${count}.`;
  return { count, says, figures };
}

function compare(motor: HubMotor, count: ArmCount, asked: { says: string; figures: Figure[] }, build: Build): Outcome {
  const plates = count === "plates";
  const wanted = plates ? 2 : (count as number);
  const will = (spec: Spec<"torque-arm">) => armForAxle(spec, motor) && (!plates || spec.clamps === "clamping plates");
  const have = countOf(build, "torque-arm", will);
  const figures = [...asked.figures, { label: "wanted", value: wanted }, { label: "in the build", value: have }];
  const margin = { value: have - wanted, unit: wanted === 1 ? "arm" : "arms", plusMinus: 0 };
  if (have >= wanted)
    return {
      verdict: "clear",
      says: wanted === 0 ? `${asked.says} Keyed washers both sides.` : `${asked.says} ${have} in the build.`,
      figures,
      margin,
      caution: "axleSpins",
    };
  const missing = wanted - have;
  return {
    verdict: "adapt",
    safety: true,
    says: `${asked.says} ${have} in the build.`,
    figures,
    margin,
    caution: motor.spec.end === "front" && asked.says.includes("aluminium") ? "aluminiumFork" : "axleSpins",
    remedies: [
      {
        id: `arms-${missing}`,
        title: plates ? "Two bolted clamping plates" : missing === 1 ? "One torque arm" : `${missing} torque arms`,
        says: "closed hole on the flats, clamp end into the tube; the first on the side without the cable",
        parts: [
          needBest(
            build,
            "torque-arm",
            missing,
            `${plates ? "clamping plate" : "torque arm"} for a ${motor.spec.axleDiameterMm} axle with ${motor.spec.axleFlatsMm} flats`,
            will,
            (spec) => (armMayGo(spec, motor, build.donor) ? 0 : 1),
          ),
        ],
        tasks: [],
        effect: {},
        caution: "axleSpins",
      },
    ],
  };
}
