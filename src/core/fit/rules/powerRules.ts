import { memory, PRACTICE } from "../../basis";
import type { PartOf } from "../../parts/part";
import { chargeTimeHours } from "../../power/chargeTime";
import { PACK_CURRENT_SHARE } from "../../standards/current";
import { PLUG_AMPS } from "../../standards/plugs";
import { formatNumber } from "../../units/formatQuantity";
import { GRAVITY_MS2 } from "../../units/gravity";
import { batteryOf, controllerKinds, controllersOf, motorsOf, partsOf, voltsOf, type Controller } from "../build";
import type { Figure, Outcome } from "../finding";
import { judge } from "../judge";
import { anyOf } from "../remedies";
import { acknowledge, defineRule } from "../rule";
import { hubMotors } from "./subjects";

/** Regeneration ends usefully below this share of the full pack (common practice). */
const REGEN_SHARE = 0.985;

export const regenCeiling = defineRule<Controller>({
  id: "power/regen",
  title: "Regeneration ceiling",
  why: "A controller that pushes over the pack's full volts trips its protection at speed; one with too low a ceiling never regenerates.",
  basis: [PRACTICE],
  subjects: (build) =>
    batteryOf(build) && hubMotors(build).some((motor) => motor.spec.regenerates) ? controllerKinds(build) : [],
  key: (controller) => controller.id,
  place: () => "battery",
  needs: () => [],
  check(controller, _survey, build): Outcome {
    const full = voltsOf(batteryOf(build)!).full;
    const ceiling = controller.regenMaxV;
    const figures: Figure[] = [
      { label: "pack full", value: full, unit: "V" },
      { label: "regeneration ends at", value: ceiling ?? "not stated", ...(ceiling !== null && { unit: "V" }) },
    ];
    if (ceiling === null)
      return {
        verdict: "measure",
        says: `The sheet of ${controller.name} leaves out at which volts it stops regenerating: ask its maker.`,
        figures,
        sheetOf: controller.id,
      };
    const margin = { value: full - ceiling, unit: "V", plusMinus: 0 };
    const set = Math.floor(full * 10) / 10;
    if (ceiling > full + 1e-9)
      return controller.regenSettable
        ? {
            verdict: "adapt",
            safety: true,
            says: `It would push to ${formatNumber(ceiling, 1)} V, the pack is full at ${formatNumber(full, 1)}.`,
            figures,
            margin,
            remedies: [
              {
                id: `set-regen-${set}`,
                title: `Set the ceiling to ${formatNumber(set, 1)} V`,
                says: "read back and written on the work order",
                parts: [],
                tasks: ["setRegen"],
                effect: { numbers: { regenMaxV: set } },
              },
            ],
            caution: "packCurrent",
          }
        : {
            verdict: "stop",
            safety: true,
            says: `It pushes to ${formatNumber(ceiling, 1)} V and cannot be set; the pack is full at ${formatNumber(full, 1)}: its protection opens at speed.`,
            figures,
            margin,
            lifts: `a controller whose ceiling is ${formatNumber(full, 1)} V or can be set, or regeneration left off`,
            caution: "packCurrent",
          };
    if (ceiling < full * REGEN_SHARE)
      return {
        verdict: "adapt",
        says: `It regenerates only below ${formatNumber(ceiling, 1)} V, well under the full ${formatNumber(full, 1)}: nothing comes back on a fresh pack.`,
        figures,
        margin,
        remedies: [
          acknowledge(`power/regen ${controller.id}`, "the customer is told: no regeneration until the pack has fallen"),
        ],
      };
    return { verdict: "clear", says: `It ends at ${formatNumber(ceiling, 1)} V, the pack's full.`, figures, margin };
  },
});

export const protectionTrip = defineRule<PartOf<"battery">>({
  id: "power/trip",
  title: "Protection trip",
  why: "The pack's protection opens at full throttle, far from home, and the bike is dead until it is unplugged.",
  basis: [PRACTICE],
  subjects: (build) => (batteryOf(build)?.spec.tripA != null && controllersOf(build).length > 0 ? [batteryOf(build)!] : []),
  key: () => "pack",
  place: () => "battery",
  needs: () => [],
  check(battery, _survey, build): Outcome {
    const asksA = controllersOf(build).reduce((sum, c) => sum + c.batteryA, 0);
    const tripA = battery.spec.tripA!;
    const setA = Math.floor((tripA * 0.9) / Math.max(1, controllersOf(build).length));
    const settable = controllersOf(build).every((c) => c.leastBatteryA !== null && c.leastBatteryA <= setA);
    return judge({
      room: tripA - asksA,
      unit: "A",
      figures: [
        { label: "controllers ask", value: asksA, unit: "A" },
        { label: "protection trips at", value: tripA, unit: "A" },
      ],
      clear: `${formatNumber(asksA, 1)} A, it trips at ${formatNumber(tripA, 1)}.`,
      short: () =>
        settable
          ? {
              verdict: "adapt",
              says: `${formatNumber(asksA, 1)} A trips it at ${formatNumber(tripA, 1)}.`,
              remedies: [
                {
                  id: `set-${setA}-amps`,
                  title: `Set the battery limit to ${setA} A`,
                  says: "under the trip with a tenth to spare",
                  parts: [],
                  tasks: ["setCurrent"],
                  effect: { numbers: { controllerBatteryA: setA } },
                },
              ],
            }
          : {
              verdict: "stop",
              says: `${formatNumber(asksA, 1)} A trips it at ${formatNumber(tripA, 1)}, and the limit cannot be set.`,
              lifts: `a pack that trips over ${formatNumber(asksA, 0)} A, or a controller that can be set`,
            },
    });
  },
});

/** A charger's amps as a share of the capacity that are still easy on the cells (common practice). */
const CHARGE_RATE = 0.5;

export const chargerAmps = defineRule<PartOf<"charger">>({
  id: "power/charger-amps",
  title: "Charger's amps, plug and time",
  why: "Too strong a charger heats cells and its plug; too weak a one is not done by the morning.",
  basis: [PRACTICE],
  subjects: (build) => (batteryOf(build) ? partsOf(build, "charger").slice(0, 1) : []),
  key: () => "charger",
  place: () => "battery",
  needs: () => [],
  check(charger, _survey, build): Outcome {
    const battery = batteryOf(build)!;
    const mayA = CHARGE_RATE * battery.spec.capacityAh;
    const plugA = battery.spec.chargePlugA ?? PLUG_AMPS[charger.spec.plug]?.amps ?? null;
    const hours = chargeTimeHours({
      capacityAh: battery.spec.capacityAh,
      chargerA: charger.spec.outputA,
      efficiency: 0.8,
      fromPercent: 0,
      toPercent: 100,
    });
    const limitA = Math.min(mayA, plugA ?? Infinity);
    return judge({
      room: limitA - charger.spec.outputA,
      unit: "A",
      figures: [
        { label: "charger", value: charger.spec.outputA, unit: "A" },
        { label: "half the capacity", value: mayA, unit: "A" },
        { label: "plug", value: plugA ?? "not stated", ...(plugA !== null && { unit: "A" }) },
        { label: "from empty", value: hours, unit: "h" },
      ],
      caution: "packFire",
      clear: `${formatNumber(charger.spec.outputA, 1)} A: ${formatNumber(hours, 1)} h from empty at 80 %.`,
      short: () => ({
        verdict: "adapt",
        safety: true,
        says: `${formatNumber(charger.spec.outputA, 1)} A is over the ${formatNumber(limitA, 1)} that ${limitA === plugA ? "the plug" : "the cells"} should take.`,
        remedies: anyOf(build, "charger", {
          title: "Gentler charger",
          says: `${formatNumber(limitA, 1)} A or less`,
          will: (spec) => Math.abs(spec.outputV - voltsOf(battery).full) <= 0.1 && spec.outputA <= limitA,
          most: 1,
        }),
      }),
    });
  },
});

export const plugRating = defineRule<PartOf<"battery">>({
  id: "power/plug-rating",
  title: "Rating of the power plug",
  why: "A plug that is too small gets hot, softens, and lets go on the hill.",
  basis: [memory("plug ratings in free air; the part's sheet governs")],
  subjects: (build) => (batteryOf(build) && controllersOf(build).length > 0 ? [batteryOf(build)!] : []),
  key: () => "pack",
  place: () => "wiring",
  needs: () => [],
  check(battery, _survey, build): Outcome {
    const asksA = controllersOf(build).reduce((sum, c) => sum + c.batteryA, 0);
    const sheet = partsOf(build, "connector").find((part) => part.spec.family === battery.spec.plug)?.spec.continuousA;
    const amps = sheet ?? PLUG_AMPS[battery.spec.plug]?.amps;
    if (amps === undefined)
      return {
        verdict: "measure",
        says: `Nothing says what a ${battery.spec.plug} plug takes: ask its maker.`,
        figures: [{ label: "plug", value: battery.spec.plug }],
        sheetOf: battery.id,
      };
    const setA = Math.floor(amps / Math.max(1, controllersOf(build).length));
    const settable = controllersOf(build).every((c) => c.leastBatteryA !== null && c.leastBatteryA <= setA);
    return judge({
      room: amps - asksA,
      unit: "A",
      figures: [
        { label: "plug", value: battery.spec.plug },
        { label: "it takes", value: amps, unit: "A" },
        { label: "controllers ask", value: asksA, unit: "A" },
      ],
      clear: `${battery.spec.plug}: ${formatNumber(amps, 0)} A for ${formatNumber(asksA, 1)}.`,
      short: () => ({
        verdict: settable ? "adapt" : "stop",
        safety: true,
        says: `${battery.spec.plug} takes ${formatNumber(amps, 0)} A, ${formatNumber(asksA, 1)} are asked.`,
        lifts: "a pack with a larger plug; the plug inside a cradle is not changed here",
        remedies: settable
          ? [
              {
                id: `set-${setA}-amps`,
                title: `Set the battery limit to ${setA} A`,
                says: "what the plug takes",
                parts: [],
                tasks: ["setCurrent"],
                effect: { numbers: { controllerBatteryA: setA } },
              },
            ]
          : [],
      }),
    });
  },
});

/** Rear share of the weight, height of mass over wheelbase, and grip on a damp road, for the front wheel's check (common practice). */
const GRIP = { rearShare: 0.6, heightOverBase: 1.0, friction: 0.5, grade: 0.1 };
const FRONT_SHARE = 0.4;

/** How much of the front wheel's grip a motor's thrust uses. @example frontGrip({ torqueNm: 30, wheelM: 0.34, kg: 120, rearShare: 0.6, heightOverBase: 1, grade: 0.05, friction: 0.5 }) // => 411.5 N load, 21.4 % of it */
export function frontGrip(p: {
  torqueNm: number;
  wheelM: number;
  kg: number;
  rearShare: number;
  heightOverBase: number;
  grade: number;
  friction: number;
}) {
  const angle = Math.atan(p.grade);
  const loadN = p.kg * GRAVITY_MS2 * ((1 - p.rearShare) * Math.cos(angle) - p.heightOverBase * Math.sin(angle));
  const thrustN = p.torqueNm / p.wheelM;
  return { loadN, thrustN, used: loadN <= 0 ? Infinity : thrustN / loadN, slips: thrustN > p.friction * loadN };
}

export const twoMotors = defineRule<"two">({
  id: "power/two-motors",
  title: "Two motors on one pack",
  why: "Two controllers draw the sum from one pack; the weaker motor drops out first, and the front wheel slips on the hill.",
  basis: [PRACTICE],
  subjects: (build) => (motorsOf(build).length > 1 ? ["two"] : []),
  key: () => "motors",
  place: () => "wiring",
  needs: () => ["rearBeadSeatMm"],
  check(_two, survey, build): Outcome {
    const motors = motorsOf(build);
    const controllers = controllersOf(build);
    const front = hubMotors(build).find((motor) => motor.spec.end === "front");
    const battery = batteryOf(build);
    const total = motors.reduce((sum, motor) => sum + motor.spec.peakTorqueNm, 0);
    const share = (front?.spec.peakTorqueNm ?? 0) / total;
    const asksA = controllers.reduce((sum, c) => sum + c.batteryA, 0);
    const wheelM = survey.number("rearBeadSeatMm").value / 2000 + 0.04;
    const grip = front && frontGrip({ torqueNm: front.spec.peakTorqueNm, wheelM, kg: (build.asked.riderKg ?? 80) + 25, ...GRIP });
    const figures: Figure[] = [
      { label: "motors", value: motors.map((motor) => motor.name).join(" and ") },
      { label: "controllers", value: controllers.length },
      { label: "together ask", value: asksA, unit: "A" },
      ...(battery?.spec.continuousA
        ? [{ label: "pack gives in all weathers", value: battery.spec.continuousA * PACK_CURRENT_SHARE, unit: "A" }]
        : []),
      { label: "front share of the torque", value: share * 100, unit: "%" },
      ...(grip ? [{ label: "front wheel's grip used on 10 %", value: (grip.used / GRIP.friction) * 100, unit: "%" }] : []),
    ];
    if (controllers.length < motors.length)
      return {
        verdict: "adapt",
        says: `${motors.length} motors and ${controllers.length} controller${controllers.length === 1 ? "" : "s"}: each motor has its own.`,
        figures,
        remedies: anyOf(build, "controller", {
          title: "Second controller",
          says: "its own fuse; both cut by the levers",
          will: (spec) => battery === undefined || (spec.maxV >= voltsOf(battery).full && spec.cutV >= voltsOf(battery).empty),
          most: 2,
          tasks: ["harness"],
        }),
      };
    if (share > FRONT_SHARE + 1e-9 || grip?.slips)
      return {
        verdict: "adapt",
        says: grip?.slips
          ? "The front wheel slips on a damp 10 % hill."
          : `The front motor gives ${formatNumber(share * 100, 0)} % of the torque, ${FRONT_SHARE * 100} is the most.`,
        figures,
        margin: { value: FRONT_SHARE * 100 - share * 100, unit: "%", plusMinus: 0 },
        remedies: [
          acknowledge(
            "power/two-motors motors",
            "the front controller's phase current is set down on the test hill until it no longer slips; the rider is told",
          ),
        ],
      };
    return {
      verdict: "clear",
      says: `${formatNumber(share * 100, 0)} % of the torque in front, a controller each.`,
      figures,
      margin: { value: FRONT_SHARE * 100 - share * 100, unit: "%", plusMinus: 0 },
    };
  },
});
