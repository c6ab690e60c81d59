import { batteryOf, controllersOf, effectOf, motorsOf, partsOf, voltsOf, type Build } from "../fit/build";
import { limitToSet, throttleRides } from "../fit/rules/law/limitToSet";
import { wheelTurnOf } from "../fit/rules/law/setting";
import { formatNumber } from "../units/formatQuantity";
import { CRANK_BOARD, HUB_BOARD } from "./families";
import type { Parameter, ParameterSheet, Purpose, Values } from "./sheetSchema";

/** A figure that the build wants of a purpose, in the unit that the core counts in, and why; null where it is not known yet. */
export type Wanted = { readonly value: number; readonly unit: "km/h" | "mm" | "A" | "V" | "level"; readonly why: string };

const MPH = 1.609344;
const INCH = 25.4;
/** Walking pace, km/h: what a throttle may push where the class allows no more. */
const WALK_KMH = 6;

/** The sheet of a build's controller: a motor at the crank has its own. */
export const familyOf = (build: Build): ParameterSheet =>
  motorsOf(build).some(({ kind }) => kind !== "hub-motor") && partsOf(build, "controller").length === 0 ? CRANK_BOARD : HUB_BOARD;

/** What this build wants of every purpose. */
export function wantedOf(build: Build): Readonly<Partial<Record<Purpose, Wanted>>> {
  const controller = controllersOf(build)[0];
  const battery = batteryOf(build);
  const limit = limitToSet(build);
  const turn = wheelTurnOf(build);
  const throttle = partsOf(build, "throttle").length === 0 ? 0 : throttleRides(build) ? (limit?.kmh ?? null) : WALK_KMH;
  return {
    ...(limit && { "assist limit": { value: limit.kmh, unit: "km/h", why: limit.why } }),
    ...(turn !== null && {
      "wheel turn": { value: turn, unit: "mm", why: "bead seat and tyre, 1.5 % less under load; rolled out once to check" },
    }),
    ...(controller && {
      "battery current": {
        value: controller.batteryA,
        unit: "A",
        why:
          effectOf(build, "controllerBatteryA", Infinity) === controller.batteryA
            ? "turned down as accepted in Fit"
            : "what the controller is sold with, which pack and leads carry",
      },
      "low-voltage cut": {
        value: controller.cutV,
        unit: "V",
        why: battery ? `the pack is empty at ${formatNumber(voltsOf(battery).empty, 1)} V` : "as the controller comes",
      },
      // Delivered over the pack it would be overcharged downhill: no build leaves it as it comes.
      ...(battery && {
        "regeneration ceiling": {
          value: Math.min(controller.regenMaxV ?? Infinity, voltsOf(battery).full),
          unit: "V",
          why: `the pack is full at ${formatNumber(voltsOf(battery).full, 1)} V`,
        },
      }),
    }),
    ...(throttle !== null && {
      "throttle limit": {
        value: throttle,
        unit: "km/h",
        why:
          throttle === 0
            ? "no throttle is fitted"
            : throttle === WALK_KMH
              ? "walking pace: the class allows no more"
              : "as far as the help goes",
      },
    }),
    "level at switching on": { value: 1, unit: "level", why: "nobody is pushed before they chose" },
  };
}

/** How many of the core's unit one of a parameter's unit is. */
const PER: Readonly<Record<Parameter["unit"], number>> = { "km/h": 1, mph: MPH, mm: 1, in: INCH, A: 1, V: 1, level: 1 };

/** A parameter's value in the unit that the core counts in. */
export const inCoreUnit = ({ unit }: Pick<Parameter, "unit">, value: number): number => value * PER[unit];

/** Purposes of which a step too little is safe and one too much is not; of the cut it is the other way round. */
const DOWN: ReadonlySet<Purpose> = new Set(["assist limit", "battery current", "regeneration ceiling", "throttle limit"]);

/** What the build wants, in a sheet's own units and steps; a limit is set to the step under it, never over. */
export function wantedValues(
  sheet: ParameterSheet,
  build: Build,
): { readonly values: Values; readonly why: Readonly<Record<string, string>> } {
  const wanted = wantedOf(build);
  const values: Record<string, number> = {};
  const why: Record<string, string> = {};
  for (const parameter of sheet.parameters) {
    const one = wanted[parameter.purpose];
    if (!one) continue;
    const steps = one.value / PER[parameter.unit] / parameter.step;
    const whole = DOWN.has(parameter.purpose)
      ? Math.floor(steps + 1e-6)
      : parameter.purpose === "low-voltage cut"
        ? Math.ceil(steps - 1e-6)
        : Math.round(steps);
    values[parameter.id] = Number((Math.max(0, whole) * parameter.step).toFixed(6));
    why[parameter.id] = one.why;
  }
  return { values, why };
}
