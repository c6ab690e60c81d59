import { flatChordMm } from "../../../axle/axleReaction";
import { PRACTICE } from "../../../basis";
import { combined } from "../../../donor/reading";
import { SEAT_DEPTH_MM, SLOT_PLAY_MM, SLOT_SIDE_METAL_MM } from "../../../standards/axleTorque";
import { formatNumber } from "../../../units/formatQuantity";
import { type Build, type HubMotor, needPart } from "../../build";
import type { Outcome, Remedy } from "../../finding";
import { acknowledge, defineRule, type Survey } from "../../rule";
import { axlePlace, endKey, endKeys, hubMotors } from "../subjects";

export const axleSlot = defineRule<HubMotor>({
  id: "axle/slot",
  title: "Axle flats in the slot",
  why: "The flats must go into the slot and sit at its root; a loose or shallow seat lets the axle turn or the wheel out.",
  basis: [PRACTICE],
  subjects: hubMotors,
  key: endKey,
  place: axlePlace,
  needs: (motor) => [endKeys(motor).dropout, endKeys(motor).material],
  check(motor, survey, build): Outcome {
    const keys = endKeys(motor);
    const seat = survey.choice(keys.dropout);
    const material = survey.choice(keys.material);
    if (material === "carbon" || material === "magnesium")
      return {
        verdict: "stop",
        safety: true,
        says: `The ends are ${material}: no motor axle is clamped in that.`,
        figures: [{ label: "dropout", value: material }],
        lifts: `a steel ${motor.spec.end === "front" ? "fork" : "rear end"}, or a motor elsewhere`,
        caution: "carbon",
      };
    const flats = motor.spec.axleFlatsMm;
    if (seat === "thru" || motor.spec.matchedThruAxle) {
      const both = seat === "thru" && motor.spec.matchedThruAxle;
      return both
        ? { verdict: "clear", says: "Thru axle in a motor made for it; it still wants a torque arm of its own.", figures: [] }
        : {
            verdict: "stop",
            safety: true,
            says:
              seat === "thru"
                ? "The ends are closed: a solid axle cannot go in."
                : "This motor wants a thru axle and the ends are open.",
            figures: [],
            lifts: seat === "thru" ? "a motor made for this thru axle, or a motor at the crank" : "a motor with a solid axle",
          };
    }
    const slot = survey.number(keys.slotWidth);
    const playMm = slot.value - flats;
    const figures = [
      { label: "slot", value: slot.value, unit: "mm", plusMinus: slot.plusMinus },
      { label: "axle across flats", value: flats, unit: "mm" },
      { label: "play", value: playMm, unit: "mm" },
    ];
    // A slot filed in this job fits the flats; how deep the axle then sits is still to be judged.
    const filed = build.geometry.flags.has(`filed ${motor.spec.end}`);
    const narrow = playMm < 0 && !filed ? { figures, ...tooNarrow(motor, -playMm, slot.plusMinus, survey) } : null;
    if (narrow?.verdict === "stop") return narrow;
    // Filing makes the slot wider, never deeper: a seat too shallow is said before anybody files.
    const seated = seatDepth(motor, Math.max(0, playMm), figures, survey, build);
    return narrow && seated.verdict !== "stop" ? narrow : seated;
  },
});

type Part = Omit<Outcome, "figures">;

function tooNarrow(motor: HubMotor, shortMm: number, plusMinus: number, survey: Survey): Part {
  const keys = endKeys(motor);
  const says = `The slot is ${formatNumber(shortMm, 1)} mm narrower than the flats.`;
  const margin = { value: -shortMm, unit: "mm", plusMinus };
  const material = survey.choice(keys.material);
  if (material !== "steel" && material !== "stamped steel")
    return {
      verdict: "stop",
      safety: true,
      says: `${says} A slot in ${material} is not filed.`,
      margin,
      settle: [keys.slotWidth],
      lifts: `a motor with flats of ${formatNumber(motor.spec.axleFlatsMm - shortMm, 1)} mm or less`,
      caution: "tubeTurns",
    };
  // Half of it comes off each flank: what is left beside the slot must be measured before anybody files.
  const metal = survey.number(keys.slotMetal);
  const leftMm = metal.value - shortMm / 2 - SLOT_SIDE_METAL_MM;
  const left = { value: leftMm, unit: "mm", plusMinus: combined(metal.plusMinus, plusMinus / 2) };
  if (leftMm < -1e-9)
    return {
      verdict: "stop",
      safety: true,
      says: `${says} Filed, it would leave ${formatNumber(metal.value - shortMm / 2, 1)} mm of metal beside it; ${SLOT_SIDE_METAL_MM} is the least.`,
      margin: left,
      settle: [keys.slotMetal, keys.slotWidth],
      lifts: `a motor with flats of ${formatNumber(motor.spec.axleFlatsMm - shortMm, 1)} mm or less, or ends with more metal`,
      caution: "tubeTurns",
    };
  const file: Remedy = {
    id: "file-slot",
    title: "File the slots parallel",
    says: `${formatNumber(shortMm / 2, 2)} mm off each side, corners rounded, at least ${SLOT_SIDE_METAL_MM} mm of metal left beside it`,
    parts: [],
    tasks: ["fileSlots"],
    effect: { flags: [`filed ${motor.spec.end}`] },
    caution: "tubeTurns",
  };
  return {
    verdict: "adapt",
    says,
    margin: left,
    settle: [keys.slotMetal, keys.slotWidth],
    remedies: [file],
    caution: "tubeTurns",
  };
}

function seatDepth(motor: HubMotor, playMm: number, given: Outcome["figures"], survey: Survey, build: Build): Outcome {
  const keys = endKeys(motor);
  const depth = survey.number(keys.slotDepth);
  const byFlats = flatChordMm(motor.spec.axleDiameterMm, motor.spec.axleFlatsMm) / 2 + 2;
  const [least, wanted] = [Math.min(byFlats, SEAT_DEPTH_MM), Math.max(byFlats, SEAT_DEPTH_MM)];
  const figures = [
    ...given,
    { label: "seat depth", value: depth.value, unit: "mm", plusMinus: depth.plusMinus },
    { label: "wanted", value: wanted, unit: "mm" },
  ];
  const common = { figures, settle: [keys.slotDepth, keys.slotWidth] };
  if (depth.value < least)
    return {
      verdict: "stop",
      safety: true,
      says: `The axle would sit ${formatNumber(depth.value, 1)} mm deep, ${formatNumber(least, 1)} is the least: it can come out.`,
      margin: { value: depth.value - least, unit: "mm", plusMinus: depth.plusMinus },
      lifts: "a motor with a thinner axle, or a motor elsewhere",
      ...common,
    };
  const key = `axle/slot ${motor.spec.end}`;
  if (depth.value < wanted)
    return {
      verdict: "adapt",
      says: `The axle sits ${formatNumber(depth.value, 1)} mm deep; ${formatNumber(wanted, 1)} is wanted.`,
      margin: { value: depth.value - wanted, unit: "mm", plusMinus: depth.plusMinus },
      remedies: [acknowledge(key, "shallow seat: arms on, nuts checked at 20 km", "fitHub")],
      ...common,
    };
  if (playMm > SLOT_PLAY_MM.fill && !build.geometry.flags.has(`filled ${motor.spec.end}`))
    return {
      verdict: "adapt",
      says: `${formatNumber(playMm, 1)} mm of play: the slot does not hold the flats.`,
      margin: { value: SLOT_PLAY_MM.fill - playMm, unit: "mm", plusMinus: survey.number(keys.slotWidth).plusMinus },
      remedies: [
        {
          id: "recess-washers",
          title: "Fill the slots with keyed washers",
          says: "one a side, tab in the slot, bore keyed to the flats; the arms do the holding",
          parts: [
            needPart(
              build,
              "washer",
              2,
              `tab washer, bore ${motor.spec.axleDiameterMm}`,
              (spec) => spec.use === "tab washer" && Math.abs(spec.boreMm - motor.spec.axleDiameterMm) < 1,
            ),
          ],
          tasks: ["seatWashers"],
          effect: { flags: [`filled ${motor.spec.end}`] },
        },
      ],
      ...common,
    };
  // Too shallow or too loose, whichever is nearer. Not too narrow: a tenth there is found by trying the axle, and filed.
  const deep = { value: depth.value - wanted, plusMinus: depth.plusMinus };
  const tight = { value: SLOT_PLAY_MM.fill - playMm, plusMinus: survey.number(keys.slotWidth).plusMinus };
  const filled = build.geometry.flags.has(`filled ${motor.spec.end}`);
  const { value, plusMinus } = filled || deep.value - deep.plusMinus <= tight.value - tight.plusMinus ? deep : tight;
  return {
    verdict: "clear",
    says: `Flats ${motor.spec.axleFlatsMm} in a ${formatNumber(motor.spec.axleFlatsMm + playMm, 1)} slot, ${formatNumber(depth.value, 1)} mm deep${playMm > SLOT_PLAY_MM.loose ? "; loose, so one dropout counts in the arms check" : ""}.`,
    margin: { value, unit: "mm", plusMinus },
    ...common,
  };
}
