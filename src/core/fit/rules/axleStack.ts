import { derived, memory, PRACTICE } from "../../basis";
import { combined } from "../../donor/reading";
import { CALLIPER_SHIFT_MM, ROTOR_SHIM_MM } from "../../standards/brakes";
import { formatNumber } from "../../units/formatQuantity";
import { effectOf, lastOf, partsOf, suppliedOf, type Build, type HubMotor } from "../build";
import type { Remedy } from "../finding";
import { judge } from "../judge";
import { anyOf, bought, consumable, isDone, operation } from "../remedies";
import { acknowledge, defineRule, stated, type Survey } from "../rule";
import { axlePlace, brakePlace, endKey, endKeys, hubMotors } from "./subjects";
import { needPart } from "../build";

const each = { subjects: hubMotors, key: endKey };
type Side = "left" | "right";

/** Usual tab washer and nut, mm, and thread pitch by axle (common practice). */
const TAB_MM = 3;
const usualNutMm = (diameterMm: number) => (diameterMm <= 12 ? 10 : 12);
const pitchMm = (diameterMm: number) => (diameterMm <= 12 ? 1.25 : 1.5);

/** On which sides arms go: the first on the side without the cable, the second on the cable's. */
function armSides(motor: HubMotor, arms: number): Record<Side, boolean> {
  const cable = motor.spec.cableSide ?? "right";
  const first: Side = cable === "right" ? "left" : "right";
  return { left: arms >= 2 || (arms === 1 && first === "left"), right: arms >= 2 || (arms === 1 && first === "right") };
}

const armsFor = (motor: HubMotor, build: Build) =>
  suppliedOf(build, "torque-arm").reduce(
    (sum, s) => sum + (Math.abs(s.part.spec.axleDiameterMm - motor.spec.axleDiameterMm) < 0.2 ? s.quantity : 0),
    0,
  );

/** What stands on the axle outside the shoulder on one side, from the inside out, mm. */
export function stackOf(motor: HubMotor, survey: Survey, build: Build, side: Side) {
  const keys = endKeys(motor);
  const rings = effectOf(build, side === "left" ? keys.leftSpacer : keys.rightSpacer, 0);
  const armMm = partsOf(build, "torque-arm")[0]?.spec.plateMm ?? 6;
  const arm = armSides(motor, armsFor(motor, build))[side] ? armMm : 0;
  const replaces = arm > 0 && isDone(build, `arm for tab ${motor.spec.end}`);
  const nut = lastOf(build, "axle-nut")?.spec.heightMm ?? usualNutMm(motor.spec.axleDiameterMm);
  return [
    { says: "rings", mm: rings },
    { says: "dropout", mm: survey.number(keys.thickness).value },
    { says: "keyed tab washer", mm: replaces ? 0 : TAB_MM },
    { says: "torque arm", mm: arm },
    { says: "nut", mm: nut },
    { says: "one thread", mm: pitchMm(motor.spec.axleDiameterMm) },
  ].filter((layer) => layer.mm > 0);
}

export const axleProtrusion = defineRule<HubMotor>({
  ...each,
  id: "axle/protrusion",
  title: "Axle long enough for its stack",
  why: "Rings, dropout, washer, arm and nut all stand on the axle: a nut on half its thread strips or lets go.",
  basis: [derived("washer stack"), PRACTICE],
  place: axlePlace,
  needs: (motor) => [endKeys(motor).thickness],
  check(motor, survey, build) {
    const lengthMm = stated(motor, motor.spec.axleLengthMm, "its axle's whole length");
    const haveMm = (lengthMm - motor.spec.overLocknutMm) / 2;
    const sides = (["left", "right"] as const).map((side) => {
      const stack = stackOf(motor, survey, build, side);
      return { side, stack, needMm: stack.reduce((sum, layer) => sum + layer.mm, 0) };
    });
    const worst = sides[0]!.needMm >= sides[1]!.needMm ? sides[0]! : sides[1]!;
    const thickness = survey.number(endKeys(motor).thickness);
    const key = `axle/protrusion ${motor.spec.end}`;
    const lessMm = worst.needMm - haveMm;
    return judge({
      room: -lessMm,
      unit: "mm",
      plusMinus: thickness.plusMinus,
      figures: [
        { label: "beyond each shoulder", value: haveMm, unit: "mm" },
        ...worst.stack.map((layer) => ({ label: `${layer.says}, ${worst.side}`, value: layer.mm, unit: "mm" })),
        { label: "wanted", value: worst.needMm, unit: "mm" },
      ],
      settle: [endKeys(motor).thickness],
      clear: `${formatNumber(haveMm, 1)} mm of axle for ${formatNumber(worst.needMm, 1)} mm of stack on the ${worst.side}.`,
      short: () => {
        const usual = usualNutMm(motor.spec.axleDiameterMm);
        const thin = build.catalogue
          .distinct("axle-nut")
          .find(
            ({ spec }) =>
              Math.abs(spec.diameterMm - motor.spec.axleDiameterMm) < 0.2 &&
              spec.heightMm >= motor.spec.axleDiameterMm / 2 &&
              usual - spec.heightMm >= lessMm + thickness.plusMinus,
          );
        const remedies: Remedy[] = [];
        if (armsFor(motor, build) > 0 && TAB_MM >= lessMm + thickness.plusMinus)
          remedies.push(
            operation(
              "arm-for-tab",
              "Arm in place of the tab washer",
              "its closed hole is keyed to the flats; the washer stays off that side",
              ["fitHub"],
              `arm for tab ${motor.spec.end}`,
            ),
          );
        if (thin)
          remedies.push(
            bought(
              `nut-${thin.id}`,
              thin.name,
              `half the axle's diameter or more; ${formatNumber(usual - thin.spec.heightMm, 1)} mm won`,
              [{ kind: "axle-nut", partId: thin.id, quantity: 2, says: thin.name }],
            ),
          );
        const says = `The stack on the ${worst.side} wants ${formatNumber(worst.needMm, 1)} mm and the axle gives ${formatNumber(haveMm, 1)}.`;
        return remedies.length > 0
          ? { verdict: "adapt", safety: true, says, remedies, caution: "axleSpins" }
          : {
              verdict: "stop",
              safety: true,
              says,
              lifts:
                `an axle ${formatNumber(lessMm * 2, 1)} mm longer; never a nut on less than 0.8 of its height (${key})`.replace(
                  ` (${key})`,
                  "",
                ),
              caution: "axleSpins",
            };
      },
    });
  },
});

/** The rim stands in the middle to this, mm. */
const DISH_MM = 0.5;

export const dish = defineRule<HubMotor>({
  ...each,
  id: "axle/dish",
  title: "Rim in the middle",
  why: "Rings on one side move the hub: the rim must be dished back, or the wheel rubs the stay and the brake pulls sideways.",
  basis: [derived("washer stack")],
  place: (motor) => (motor.spec.end === "front" ? "front wheel" : "rear wheel"),
  needs: () => [],
  check(motor, _survey, build) {
    const keys = endKeys(motor);
    const left = effectOf(build, keys.leftSpacer, 0);
    const right = effectOf(build, keys.rightSpacer, 0);
    const shiftMm = (right - left) / 2;
    const figures = [
      { label: "rings left", value: left, unit: "mm" },
      { label: "rings right", value: right, unit: "mm" },
      { label: "rim off the middle", value: Math.abs(shiftMm), unit: "mm" },
    ];
    const flag = `dished ${motor.spec.end}`;
    if (isDone(build, flag)) return { verdict: "clear", says: "The rim is dished to the new line.", figures };
    return judge({
      room: DISH_MM - Math.abs(shiftMm),
      unit: "mm",
      figures,
      clear:
        shiftMm === 0
          ? "Rings alike on both sides: the rim stays in the middle."
          : `${formatNumber(Math.abs(shiftMm), 2)} mm off the middle.`,
      short: () => ({
        verdict: "adapt",
        says: `The rings put the rim ${formatNumber(Math.abs(shiftMm), 1)} mm to the ${shiftMm > 0 ? "left" : "right"}.`,
        remedies: [
          operation(
            "redish",
            `Re-dish ${formatNumber(Math.abs(shiftMm), 1)} mm to the ${shiftMm > 0 ? "right" : "left"}`,
            "then the brake is centred again",
            ["redish"],
            flag,
            "tension",
          ),
        ],
      }),
    });
  },
});

export const lips = defineRule<HubMotor>({
  ...each,
  id: "axle/lips",
  title: "Lips and recesses at the seat",
  why: "A washer that rides on a lip tips and works loose; in a recess that is too small it never touches the dropout.",
  basis: [PRACTICE],
  place: axlePlace,
  needs: (motor) => [endKeys(motor).lips],
  check(motor, survey, build) {
    const keys = endKeys(motor);
    const kind = survey.choice(keys.lips);
    const flag = `seat filled ${motor.spec.end}`;
    const figures = [{ label: "at the seat", value: kind }];
    if (kind === "none" || isDone(build, flag))
      return { verdict: "clear", says: kind === "none" ? "Flat faces." : "Filled and level.", figures };
    const washers = (title: string, says: string, thickMm: number) =>
      bought(
        "recess-washers",
        title,
        says,
        [
          needPart(
            build,
            "washer",
            2,
            `recess washer, bore ${motor.spec.axleDiameterMm}, ${formatNumber(thickMm, 1)} mm`,
            (spec) =>
              spec.use === "recess washer" &&
              Math.abs(spec.boreMm - motor.spec.axleDiameterMm) < 1 &&
              Math.abs(spec.thicknessMm - thickMm) <= 0.5,
          ),
        ],
        ["fileSlots"],
        flag,
      );
    if (kind === "lips")
      return {
        verdict: "adapt",
        says: "Raised lips at the mouth: the washer would stand on their edge.",
        figures,
        remedies: [washers("C-washers behind the lips", "as thick as the lip is high; nuts clamp on metal, never on the lip", 2)],
      };
    const depth = survey.number(keys.recess);
    const across = survey.number(keys.recessDiameter);
    const washerMm = motor.spec.axleDiameterMm + 10;
    const all = [
      ...figures,
      { label: "deep", value: depth.value, unit: "mm" },
      { label: "across", value: across.value, unit: "mm" },
      { label: "washer", value: washerMm, unit: "mm" },
    ];
    if (across.value - washerMm >= across.plusMinus)
      return {
        verdict: "clear",
        says: `The washer sits inside the ${formatNumber(across.value, 1)} mm recess.`,
        figures: all,
        margin: { value: across.value - washerMm, unit: "mm", plusMinus: across.plusMinus },
      };
    return {
      verdict: "adapt",
      says: `The ${formatNumber(washerMm, 0)} mm washer does not go into a recess of ${formatNumber(across.value, 1)}.`,
      figures: all,
      remedies: [washers("Fill the recess", `C-washers of ${formatNumber(depth.value, 1)} mm, level with the face`, depth.value)],
    };
  },
});

export const trackEnd = defineRule<HubMotor>({
  id: "axle/track-end",
  title: "Axle in a track end",
  why: "A motor's push slides an axle along a horizontal slot: the wheel goes crooked and the chain slack.",
  basis: [PRACTICE],
  subjects: hubMotors,
  key: endKey,
  place: axlePlace,
  needs: (motor) => [endKeys(motor).dropout],
  check(motor, survey, build) {
    const seat = survey.choice(endKeys(motor).dropout);
    const figures = [{ label: "axle seat", value: seat }];
    if (seat !== "track end") return { verdict: "clear", says: "The slot does not let the axle slide forward.", figures };
    const stops = partsOf(build, "consumable").some((part) => part.spec.use === "axle stops");
    if (stops) return { verdict: "clear", says: "An axle stop each side.", figures };
    return {
      verdict: "adapt",
      safety: true,
      says: "A track end holds the axle only by its nuts.",
      figures,
      caution: "axleSpins",
      remedies: [
        bought(
          "axle-stops",
          "Axle stops, one a side",
          "chain tugs or screws against the axle, and an arm",
          [consumable(build, "axle stops", 1)],
          ["fitHub"],
        ),
      ],
    };
  },
});

/** Force that one worm-drive clamp takes at an arm's end, N (common practice). */
const HOSE_CLAMP_N = 500;

export const armSeat = defineRule<HubMotor>({
  id: "axle/arm-seat",
  title: "What the arm clamps to",
  why: "An arm made for a round stay has nothing to clamp to on many frames, and is found out with the wheel in.",
  basis: [PRACTICE],
  subjects: (build) => hubMotors(build).filter((motor) => armsFor(motor, build) > 0),
  key: endKey,
  place: axlePlace,
  needs: (motor) => [endKeys(motor).armSeat, endKeys(motor).armFrom],
  check(motor, survey, build) {
    const keys = endKeys(motor);
    const seat = survey.choice(keys.armSeat);
    const from = survey.number(keys.armFrom);
    const plates = partsOf(build, "torque-arm").some((part) => part.spec.clamps === "clamping plates");
    const figures = [
      { label: "to clamp to", value: seat },
      { label: "from the axle", value: from.value, unit: "mm", plusMinus: from.plusMinus },
    ];
    if (plates) return { verdict: "clear", says: "Clamping plates hold on the dropout itself.", figures };
    const goes = (spec: {
      clamps: string;
      armMm: number;
      leastMm: number | null;
      tubeMm: readonly [number, number] | null;
      axleDiameterMm: number;
      axleFlatsMm: number;
    }) => {
      if (
        Math.abs(spec.axleDiameterMm - motor.spec.axleDiameterMm) >= 0.2 ||
        Math.abs(spec.axleFlatsMm - motor.spec.axleFlatsMm) > 0.1
      )
        return false;
      if (spec.clamps === "clamping plates") return true;
      if (from.value + from.plusMinus > spec.armMm) return false;
      if (spec.clamps === "bolted saddle") return seat === "round" || seat === "boss" || seat === "flat";
      const tube = survey.number(keys.leg).value;
      return seat === "round" && (spec.tubeMm === null || (tube >= spec.tubeMm[0] && tube <= spec.tubeMm[1]));
    };
    const arms = suppliedOf(build, "torque-arm").filter(
      (s) => Math.abs(s.part.spec.axleDiameterMm - motor.spec.axleDiameterMm) < 0.2,
    );
    const wanted = arms
      .filter((s) => s.origin.type !== "remedy" || !s.origin.finding.startsWith("axle/arm-seat"))
      .reduce((sum, s) => sum + s.quantity, 0);
    const fitting = arms.reduce((sum, s) => sum + (goes(s.part.spec) ? s.quantity : 0), 0);
    const arm = arms.find((s) => goes(s.part.spec))?.part ?? arms[0]!.part;
    const clampN = motor.spec.peakTorqueNm / (arm.spec.armMm / 1000);
    const all = [
      ...figures,
      { label: "arm reaches", value: arm.spec.armMm, unit: "mm" },
      { label: "force at its clamp", value: clampN, unit: "N" },
    ];
    if (fitting >= wanted) {
      const worm = arm.spec.clamps === "hose clamp" && clampN > HOSE_CLAMP_N && !isDone(build, `two clamps ${motor.spec.end}`);
      if (!worm)
        return {
          verdict: "clear",
          says: `${arm.name} reaches a ${seat === "boss" ? "boss" : "tube"} ${formatNumber(from.value, 0)} mm from the axle; ${formatNumber(clampN, 0)} N at its clamp.`,
          figures: all,
          margin: { value: arm.spec.armMm - from.value, unit: "mm", plusMinus: from.plusMinus },
        };
      return {
        verdict: "adapt",
        says: `${formatNumber(clampN, 0)} N at the arm's clamp; one hose clamp takes ${HOSE_CLAMP_N}.`,
        figures: all,
        remedies: [
          bought(
            "second-clamp",
            "A second clamp beside the first",
            "or an M6 bolt to a boss; pad under both",
            [consumable(build, "hose clamp", 1)],
            ["fitHub"],
            `two clamps ${motor.spec.end}`,
          ),
        ],
      };
    }
    const others = build.catalogue
      .distinct("torque-arm")
      .filter((part) => goes(part.spec))
      .slice(0, 2);
    const says =
      seat === "none" || seat === "thin"
        ? `${seat === "none" ? "There is nothing in reach that an arm could clamp to" : "A thin or carbon tube takes no clamp"}.`
        : `${arms[0]!.part.name} has nothing to clamp to: ${seat === "round" ? `the tube begins ${formatNumber(from.value, 0)} mm from the axle` : seat === "boss" ? "there is a boss, and the arm has a hose clamp" : "the tube is flattened"}.`;
    if (others.length === 0)
      return {
        verdict: "stop",
        safety: true,
        says,
        figures: all,
        lifts: "an arm for this frame, made against it and bolted, or a motor elsewhere",
        caution: "axleSpins",
      };
    return {
      verdict: "adapt",
      safety: true,
      says,
      figures: all,
      caution: "axleSpins",
      remedies: others.map((part) =>
        bought(`arm-${part.id}`, part.name, `${part.spec.clamps}, ${part.spec.armMm} mm`, [
          { kind: "torque-arm" as const, partId: part.id, quantity: wanted, says: part.name },
        ]),
      ),
    };
  },
});

export const cableExit = defineRule<HubMotor>({
  ...each,
  id: "axle/cable-exit",
  title: "Where the motor's cable leaves",
  why: "A cable under a washer, or pointing up, is cut or fills with water.",
  basis: [PRACTICE],
  place: axlePlace,
  needs: (motor) => [endKeys(motor).dropout],
  check(motor, survey, build) {
    const side = stated(motor, motor.spec.cableSide, "on which side its cable leaves");
    const seat = survey.choice(endKeys(motor).dropout);
    const figures = [
      { label: "cable leaves", value: side },
      { label: "axle seat", value: seat },
    ];
    const onIt = armSides(motor, armsFor(motor, build))[side];
    const hanger = seat === "hanger" && side === "right";
    const key = `axle/cable-exit ${motor.spec.end}`;
    if (!hanger && !onIt)
      return { verdict: "clear", says: `It leaves on the ${side}, down, with a drip loop; nothing clamps there.`, figures };
    return {
      verdict: "adapt",
      says: hanger
        ? "It leaves on the right, beside the hanger and the derailleur's cable."
        : `The second arm stands on the ${side}, where the cable leaves.`,
      figures,
      remedies: [
        acknowledge(
          key,
          hanger
            ? "routed over the stay, tied clear of the chain by 20 mm"
            : "arm over the cable before the plug goes on; groove down, drip loop, no washer on the cable",
        ),
      ],
    };
  },
});

/** Free on each side of a motor's body, mm. */
const BODY_ROOM_MM = 2;

export const motorWidth = defineRule<HubMotor>({
  ...each,
  id: "axle/motor-width",
  title: "Motor body between the stays",
  why: "Stays curve in ahead of the axle: a wide motor body meets them before the axle is in its seat.",
  basis: [PRACTICE],
  place: axlePlace,
  needs: (motor) => [endKeys(motor).inside],
  check(motor, survey) {
    const inside = survey.number(endKeys(motor).inside);
    const widthMm = stated(motor, motor.spec.coverWidthMm, "its body's width");
    const freeMm = (inside.value - widthMm) / 2;
    return judge({
      room: freeMm - BODY_ROOM_MM,
      unit: "mm",
      plusMinus: inside.plusMinus / 2,
      figures: [
        {
          label: `between the ${motor.spec.end === "front" ? "fork legs" : "stays"}`,
          value: inside.value,
          unit: "mm",
          plusMinus: inside.plusMinus,
        },
        { label: "motor's body", value: widthMm, unit: "mm" },
        { label: "free a side", value: freeMm, unit: "mm" },
        { label: "wanted", value: BODY_ROOM_MM, unit: "mm" },
      ],
      settle: [endKeys(motor).inside],
      clear: `${formatNumber(freeMm, 1)} mm free on each side of the motor.`,
      short: () => ({
        verdict: "stop",
        says: `The motor's body is ${formatNumber(widthMm, 0)} mm wide, between the ${motor.spec.end === "front" ? "legs" : "stays"} there are ${formatNumber(inside.value, 0)}.`,
        lifts: `a motor with a body of ${formatNumber(inside.value - 2 * BODY_ROOM_MM, 0)} mm or less`,
      }),
    });
  },
});

export const rotorLine = defineRule<HubMotor>({
  id: "brakes/rotor-line",
  title: "Rotor in the calliper",
  why: "The motor's rotor face is not where the old hub's was: the rotor rubs, or the calliper cannot be centred.",
  basis: [derived("washer stack"), memory("rotor lines; gauged against the old wheel")],
  subjects: (build) => hubMotors(build).filter((motor) => build.donor[endKeys(motor).brake]?.value === "disc"),
  key: endKey,
  place: (motor) => brakePlace(motor.spec.end),
  needs: (motor) => [endKeys(motor).rotorLine, endKeys(motor).brakeMount],
  check(motor, survey, build) {
    const keys = endKeys(motor);
    const line = survey.number(keys.rotorLine);
    const mount = survey.choice(keys.brakeMount);
    const faceMm = stated(motor, motor.spec.rotorFaceMm, "how far its rotor face is from the left shoulder");
    const left = effectOf(build, keys.leftSpacer, 0);
    const shim = effectOf(build, keys.rotorShim, 0);
    const offMm = faceMm + left - shim - line.value;
    const figures = [
      { label: "rotor face to the shoulder", value: faceMm, unit: "mm" },
      { label: "rings left", value: left, unit: "mm" },
      { label: "rotor line of the bike", value: line.value, unit: "mm", plusMinus: line.plusMinus },
      { label: "shims", value: shim, unit: "mm" },
      { label: "off the line", value: offMm, unit: "mm" },
    ];
    const shiftMm = mount === "post" ? CALLIPER_SHIFT_MM : mount === "flat" ? 1 : 0.3;
    const flag = `calliper shimmed ${motor.spec.end}`;
    if (isDone(build, flag)) return { verdict: "clear", says: "The calliper is shimmed to the rotor.", figures };
    const plusMinus = combined(line.plusMinus);
    if (Math.abs(offMm) <= shiftMm)
      return {
        verdict: "clear",
        says: `${formatNumber(Math.abs(offMm), 1)} mm off the line; the calliper shifts ${formatNumber(shiftMm, 1)}.`,
        figures,
        margin: { value: shiftMm - Math.abs(offMm), unit: "mm", plusMinus },
        settle: [keys.rotorLine],
      };
    const says = `The rotor stands ${formatNumber(Math.abs(offMm), 1)} mm ${offMm > 0 ? "inside" : "outside"} the calliper's line; it shifts ${formatNumber(shiftMm, 1)}.`;
    const common = { figures, margin: { value: shiftMm - Math.abs(offMm), unit: "mm", plusMinus }, settle: [keys.rotorLine] };
    const remedies: Remedy[] = [];
    if (offMm > 0 && offMm - shiftMm + shim <= ROTOR_SHIM_MM + 1e-9) {
      const wantMm = Math.min(ROTOR_SHIM_MM, offMm + shim);
      remedies.push({
        id: `rotor-shim-${formatNumber(wantMm, 1)}`,
        title: `Rotor shims of ${formatNumber(wantMm, 1)} mm`,
        says: "between hub and rotor; the bolts keep five threads",
        parts: [needPart(build, "washer", 1, `rotor shim, ${formatNumber(wantMm, 1)} mm`, (spec) => spec.use === "rotor shim")],
        tasks: ["rotorLine"],
        effect: { numbers: { [keys.rotorShim]: wantMm } },
      });
    }
    if (mount !== "flat" && Math.abs(offMm) <= 4)
      remedies.push(
        bought(
          "calliper-shim",
          "Shim the calliper",
          `${formatNumber(Math.abs(offMm), 1)} mm under its bolts, longer bolts`,
          [needPart(build, "washer", 2, "calliper shim", (spec) => spec.use === "calliper shim")],
          ["rotorLine"],
          flag,
        ),
      );
    return remedies.length > 0
      ? { verdict: "adapt", says, remedies, ...common }
      : {
          verdict: "stop",
          says,
          lifts: "a motor whose rotor face is nearer the bike's line, or another calliper mount",
          ...common,
        };
  },
});

/** The least rotor that keeps a calliper clear of a motor's cover of up to so much, mm (common practice). */
const LEAST_ROTOR = [
  { coverMm: 170, rotorMm: 160 },
  { coverMm: 220, rotorMm: 180 },
  { coverMm: Infinity, rotorMm: 203 },
] as const;

export const rotorRoom = defineRule<HubMotor>({
  id: "brakes/rotor-room",
  title: "Calliper beside the motor",
  why: "A large motor's cover reaches under the calliper: a 160 rotor does not clear it.",
  basis: [PRACTICE],
  subjects: (build) => hubMotors(build).filter((motor) => build.donor[endKeys(motor).brake]?.value === "disc"),
  key: endKey,
  place: (motor) => brakePlace(motor.spec.end),
  needs: (motor) => [endKeys(motor).rotor],
  check(motor, survey, build) {
    const coverMm = stated(motor, motor.spec.coverDiameterMm, "its body's diameter");
    const keys = endKeys(motor);
    const rotorMm = effectOf(build, keys.rotorEffect, survey.number(keys.rotor).value);
    const leastMm = LEAST_ROTOR.find((row) => coverMm <= row.coverMm)!.rotorMm;
    return judge({
      room: rotorMm - leastMm,
      unit: "mm",
      figures: [
        { label: "motor's body", value: coverMm, unit: "mm" },
        { label: "rotor", value: rotorMm, unit: "mm" },
        { label: "least rotor", value: leastMm, unit: "mm" },
      ],
      settle: [keys.rotor],
      clear: `A ${formatNumber(rotorMm, 0)} rotor keeps the calliper clear of a ${formatNumber(coverMm, 0)} motor.`,
      short: () => ({
        verdict: "adapt",
        says: `A ${formatNumber(rotorMm, 0)} rotor leaves the calliper on the motor's cover of ${formatNumber(coverMm, 0)}.`,
        remedies: anyOf(build, "rotor", {
          title: "Larger rotor",
          says: "keeps the calliper clear of the cover",
          will: (spec) => spec.diameterMm >= leastMm && spec.mount === "six-bolt",
          tasks: ["brakeUpgrade"],
          most: 1,
        }).map((r) => {
          const part = r.parts[0]?.partId === null || !r.parts[0] ? undefined : build.catalogue.parts.get(r.parts[0].partId!);
          return part?.kind === "rotor" ? { ...r, effect: { numbers: { [keys.rotorEffect]: part.spec.diameterMm } } } : r;
        }),
      }),
    });
  },
});
