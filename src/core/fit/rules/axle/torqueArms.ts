import { armRow, armsByTable, type Seat, torqueClass } from "../../../axle/armTable";
import { axleReaction, USUAL_AXLE } from "../../../axle/axleReaction";
import {
  ALUMINIUM_REGEN_SAFETY,
  type ArmCount,
  AXLE_CLAMP,
  AXLE_TORQUE_BASIS,
  DROPOUT_STRENGTH,
  PLAIN_FACES,
  SLOT_PLAY_MM,
  TORQUE_CLASSES,
  type TorqueClass,
  WROUGHT_YIELD_MPA,
} from "../../../standards/axleTorque";
import type { Spec } from "../../../parts/specs";
import { formatNumber } from "../../../units/formatQuantity";
import { batteryOf, type Build, effectOf, type HubMotor, needBest, needPart, voltsOf } from "../../build";
import { forkMaterialOf } from "../../forks";
import { driveOf, wheelTorqueNm } from "../../drives";
import type { Figure, Outcome, Remedy } from "../../finding";
import { isDone } from "../../remedies";
import { acknowledge, defineRule, type Survey } from "../../rule";
import { countAt, suppliedAt } from "../perEnd";
import { axlePlace, endKey, endKeys, hubMotors } from "../subjects";
import { armForAxle, armMayGo } from "./armGoes";

/** Plate of a torque arm in common sale, mm, for what is not in the build yet; a thinner one than the least is none (common practice). */
const ARM_MM = { usual: 6, least: 5 };

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
    const limit = build.donor[endKeys(motor).limit];
    const torqueNm = wheelTorqueNm(motor, build);
    if (seat === "hub-motor" && typeof limit?.value === "number" && torqueNm !== null && torqueNm > limit.value + 1e-9)
      return {
        verdict: "stop",
        safety: true,
        says: `The motor gives ${formatNumber(torqueNm, 0)} N·m; the frame's maker allows ${formatNumber(limit.value, 0)} at this end.`,
        figures: [
          { label: "torque at the wheel", value: torqueNm, unit: "N·m" },
          { label: "frame's limit", value: limit.value, unit: "N·m" },
        ],
        margin: { value: limit.value - torqueNm, unit: "N·m", plusMinus: limit.plusMinus },
        settle: [endKeys(motor).limit],
        lifts: "less phase current, set and read back, or a motor of less torque; no arm adds to it",
        caution: "axleSpins",
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
      survey,
      build,
    );
  },
});

const wayOut = (motor: HubMotor) =>
  motor.spec.end === "front"
    ? "a steel fork with tips over 5 mm, or a motor in the rear wheel or at the crank"
    : "a weaker motor, a frame with stronger ends, or a motor at the crank";

type Wanted = {
  count: ArmCount | "unsure";
  says: string;
  figures: Figure[];
  /** Keyed washers in place of plain ones would lower the count to this. */
  keyed?: number;
  /** A lower battery current would put the motor in a class that wants only so many. */
  set?: { amps: number; count: number };
  /** What the two checks alone want. */
  byChecks?: number;
  /** Whether an arm of this plate holds in the count wanted. */
  holds?: (plateMm: number, count: number) => boolean;
};

function armsWanted(motor: HubMotor, survey: Survey, build: Build): Wanted {
  const keys = endKeys(motor);
  const thickness = survey.number(keys.thickness);
  // A closed end holds the axle all round: there is no slot to be loose in.
  const closed = survey.choice(keys.dropout) === "thru";
  const playMm = closed ? 0 : survey.number(keys.slotWidth).value - motor.spec.axleFlatsMm;
  const battery = batteryOf(build);
  const drive = driveOf(motor, build);
  const fullV = battery ? voltsOf(battery).full : null;
  const peakW = fullV !== null && drive ? drive.controller.batteryA * drive.share * fullV : null;
  const torqueNm = wheelTorqueNm(motor, build);
  const classOf = (watts: number | null) => {
    const byRest = torqueClass({ torqueNm: torqueNm ?? 0, ratedW: motor.spec.ratedW, peakW: watts });
    return torqueNm === null ? nextClass(byRest) : byRest;
  };
  const seatOf = (thicknessMm: number): Seat => ({
    end: motor.spec.end,
    dropout: survey.choice(keys.dropout),
    material: survey.choice(keys.material),
    thicknessMm,
    suspension: motor.spec.end === "front" && survey.choice("forkKind") === "suspension",
    forkMaterial: motor.spec.end === "front" ? forkMaterialOf(build, survey) : null,
    matchedThruAxle: motor.spec.matchedThruAxle,
  });
  // The loosest that the reading leaves open.
  const slotHoldsFlats = playMm + (closed ? 0 : survey.number(keys.slotWidth).plusMinus) < 3;
  const inForce = { torqueClass: classOf(peakW), regenerates: motor.spec.regenerates, slotHoldsFlats };
  const thin = armsByTable(seatOf(thickness.value - thickness.plusMinus), inForce);
  const thick = armsByTable(seatOf(thickness.value + thickness.plusMinus), inForce);
  const seat = seatOf(thickness.value - thickness.plusMinus);
  const figures: Figure[] = [
    torqueNm === null
      ? { label: "torque at the wheel", value: "not on the sheet, taken one class higher" }
      : { label: "torque at the wheel", value: torqueNm, unit: "N·m" },
    { label: "peak input", value: peakW ?? "unknown, taken one class higher", ...(peakW !== null && { unit: "W" }) },
    { label: "class", value: inForce.torqueClass },
    { label: "seat", value: armRow(seat) },
    { label: "thickness", value: thickness.value, unit: "mm", plusMinus: thickness.plusMinus },
  ];
  const count = thin === "stop" ? "refused by the arm table" : thin === "plates" ? "two clamping plates" : `${thin} by the table`;
  const noted = torqueNm === null ? " Its torque is not on the sheet: taken one class higher." : "";
  const says = `${seatWords(seat)}, class ${inForce.torqueClass} motor: ${count}.${noted}`;
  // The stricter row governs, unless it alone would refuse the bike: then the thickness is worth another look.
  if (thin === "stop") return { count: thick === "stop" ? "stop" : "unsure", says, figures };
  // Ends made for hub motors clamp the axle all round: their maker's limit stands in place of the checks of a slot.
  if (seat.dropout === "hub-motor") return { count: thin, says, figures };
  const wanted = byChecks(motor, survey, build, {
    torqueNm: torqueNm ?? boundOf(classOf(peakW)),
    table: thin,
    playMm,
    so: { says, figures },
  });
  // The same seat with less current: only where the current alone makes the class, and the controller goes down so far.
  const least = drive?.controller.leastBatteryA ?? null;
  const setA = fullV === null || peakW === null ? null : lowerCurrentA(classOf, peakW, fullV * drive!.share);
  if (setA === null || least === null || least > setA || wanted.byChecks === undefined) return wanted;
  const lower = armsByTable(seat, { ...inForce, torqueClass: classOf(setA * fullV! * drive!.share) });
  return typeof lower === "number" ? { ...wanted, set: { amps: setA, count: Math.max(lower, wanted.byChecks) } } : wanted;
}

const nextClass = (id: TorqueClass): TorqueClass =>
  TORQUE_CLASSES[Math.min(TORQUE_CLASSES.length - 1, TORQUE_CLASSES.findIndex((row) => row.id === id) + 1)]!.id;

/** Where neither sheet nor current gives a torque the checks take the most that the class below the one taken stands for, N·m. */
const boundOf = (taken: TorqueClass): number =>
  TORQUE_CLASSES[Math.max(0, TORQUE_CLASSES.findIndex((row) => row.id === taken) - 1)]!.torqueNm;

/** The most whole amperes that put the drive a class lower, or null when torque or rated power make the class. */
function lowerCurrentA(classOf: (watts: number) => TorqueClass, peakW: number, wattsPerA: number): number | null {
  const lower = TORQUE_CLASSES.findLast((row) => row.peakW < peakW);
  if (!lower) return null;
  const amps = Math.floor(lower.peakW / wattsPerA + 1e-9);
  return amps >= 1 && classOf(amps * wattsPerA) !== classOf(peakW) ? amps : null;
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

export const keyedFlag = (motor: HubMotor) => `keyed washers ${motor.spec.end}`;

type Check = { torqueNm: number; table: ArmCount; playMm: number; so: { says: string; figures: Figure[] } };

/** The two checks may raise the table's count, never lower it. */
function byChecks(motor: HubMotor, survey: Survey, build: Build, { torqueNm, table, playMm, so }: Check): Wanted {
  const keys = endKeys(motor);
  const material = survey.choice(keys.material);
  const strength = DROPOUT_STRENGTH[material as keyof typeof DROPOUT_STRENGTH];
  const aluminium = material === "aluminium";
  const plain = motor.spec.washers === "plain" && !isDone(build, keyedFlag(motor));
  const reaction = (arms: number, armMm: number, faces: number = plain ? PLAIN_FACES : USUAL_AXLE.faces) =>
    axleReaction({
      torqueNm,
      diameterMm: motor.spec.axleDiameterMm,
      flatsMm: motor.spec.axleFlatsMm,
      dropoutMm: survey.number(keys.thickness).value,
      dropoutYieldMpa: aluminium && build.donor[keys.plate]?.value === "wrought" ? WROUGHT_YIELD_MPA : strength.yieldMpa,
      ...USUAL_AXLE,
      faces,
      dropouts: playMm > SLOT_PLAY_MM.loose + 1e-9 ? 1 : 2,
      nutTorqueNm: AXLE_CLAMP.nutTorqueNm(motor.spec.axleDiameterMm, aluminium),
      safety: aluminium && motor.spec.regenerates ? ALUMINIUM_REGEN_SAFETY : strength.safety,
      arms,
      armMm,
    });
  const inBuild = suppliedAt(build, "torque-arm", motor.spec.end, (spec) => goesOn(spec, motor));
  const armMm = inBuild.reduce((mm, s) => Math.min(mm, s.part.spec.plateMm), inBuild.length > 0 ? Infinity : ARM_MM.usual);
  const atLeast = [0, 1, 2].find((arms) => reaction(arms, armMm).flatsHold);
  const bare = reaction(0, armMm);
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
      says: `Even two arms hold ${formatNumber(reaction(2, armMm).capacityNm, 0)} of the ${formatNumber(bare.demandNm, 0)} N·m wanted with the clamp lost.`,
      figures: [...figures, { label: "room with two", value: reaction(2, armMm).capacityNm - bare.demandNm, unit: "N·m" }],
    };
  const holds = (plateMm: number, arms: number) => reaction(arms, Math.min(plateMm, armMm)).flatsHold;
  const byChecks = Math.max(atLeast, bare.clampHolds ? 0 : 2);
  if (table === "plates") return { count: "plates", says: so.says, figures, holds, byChecks };
  const count = Math.max(table as number, byChecks) as ArmCount;
  const keyed = Math.max(table as number, atLeast, reaction(0, armMm, USUAL_AXLE.faces).clampHolds ? 0 : 2);
  const says =
    count === table
      ? so.says
      : `${so.says} The ${atLeast > (table as number) ? "flats alone do not hold" : "nut clamp alone does not hold"}: ${count}.`;
  return { count, says, figures, holds, byChecks, ...(keyed < (count as number) && { keyed }) };
}

/** Whether a part counts as an arm on this axle: for its thread and flats, and stout enough. */
const goesOn = (spec: Spec<"torque-arm">, motor: HubMotor) => armForAxle(spec, motor) && spec.plateMm >= ARM_MM.least;

function compare(motor: HubMotor, count: ArmCount, asked: Wanted, survey: Survey, build: Build): Outcome {
  const { end } = motor.spec;
  const plates = count === "plates";
  const wanted = plates ? 2 : (count as number);
  const will = (spec: Spec<"torque-arm">) => goesOn(spec, motor) && (!plates || spec.clamps === "clamping plates");
  const have = countAt(build, "torque-arm", end, will);
  const thin = countAt(build, "torque-arm", end, (spec) => armForAxle(spec, motor) && spec.plateMm < ARM_MM.least);
  const figures = [...asked.figures, { label: "wanted", value: wanted }, { label: "in the build", value: have }];
  const margin = { value: have - wanted, unit: wanted === 1 ? "arm" : "arms", plusMinus: 0 };
  const aluminiumTips = end === "front" && survey.choice(endKeys(motor).material) === "aluminium";
  const caution = aluminiumTips ? "aluminiumFork" : "axleSpins";
  if (have >= wanted && aluminiumTips)
    return {
      verdict: "adapt",
      says: `${asked.says} ${have} in the build. An opened aluminium tip lets the wheel out: the rider is told in writing, and a motor in the rear wheel or at the crank is offered first.`,
      figures,
      margin,
      caution,
      remedies: [
        acknowledge(
          `axle/torque-arms ${end}`,
          "the customer was offered a motor elsewhere and signs that the tips are looked at every 500 km",
        ),
      ],
    };
  if (have >= wanted)
    return {
      verdict: "clear",
      says: wanted === 0 ? `${asked.says} Keyed washers both sides.` : `${asked.says} ${have} in the build.`,
      figures,
      margin,
      caution,
    };
  const missing = wanted - have;
  const remedies: Remedy[] = [
    {
      id: `arms-${missing}`,
      title: plates ? "Two bolted clamping plates" : missing === 1 ? "One torque arm" : `${missing} torque arms`,
      says: "closed hole on the flats, clamp end into the tube; the first on the side without the cable",
      parts: [
        needBest(
          build,
          "torque-arm",
          missing,
          `${plates ? "clamping plate" : "torque arm"} for a ${motor.spec.axleDiameterMm} axle with ${motor.spec.axleFlatsMm} flats, plate of ${ARM_MM.least} mm or more`,
          (spec) => will(spec) && (asked.holds?.(spec.plateMm, wanted) ?? true),
          (spec) => (armMayGo(spec, motor, build.donor) ? 0 : 1),
        ),
      ],
      tasks: [],
      effect: {},
      caution: "axleSpins",
    },
  ];
  if (asked.keyed !== undefined && asked.keyed <= have)
    remedies.push({
      id: "keyed-washers",
      title: "Keyed washers in place of the plain ones",
      says: "one a side, bore keyed to the flats, tab in the slot: four faces hold in place of two",
      parts: [
        needPart(
          build,
          "washer",
          2,
          `tab washer, bore ${motor.spec.axleDiameterMm}`,
          (spec) => spec.use === "tab washer" && Math.abs(spec.boreMm - motor.spec.axleDiameterMm) < 1,
        ),
      ],
      tasks: ["fitHub"],
      effect: { flags: [keyedFlag(motor)] },
    });
  if (asked.set && asked.set.count <= have && asked.set.amps < effectOf(build, "controllerBatteryA", Infinity))
    remedies.push({
      id: `set-${asked.set.amps}-amps`,
      title: `Set the battery limit to ${asked.set.amps} A`,
      says: "a class lower by its peak input; less pull on the hill, read back and written on the work order",
      parts: [],
      tasks: ["setCurrent"],
      effect: { numbers: { controllerBatteryA: asked.set.amps } },
    });
  return {
    verdict: "adapt",
    safety: true,
    says: `${asked.says} ${have} in the build.${thin > 0 ? ` ${thin} of less than ${ARM_MM.least} mm of plate ${thin === 1 ? "does" : "do"} not count.` : ""}`,
    figures,
    margin,
    caution,
    remedies,
  };
}
