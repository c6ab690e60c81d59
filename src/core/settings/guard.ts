import { batteryOf, controllersOf, voltsOf, type Build } from "../fit/build";
import { limitToSet } from "../fit/rules/law/limitToSet";
import { wheelTurnOf } from "../fit/rules/law/setting";
import { formatNumber } from "../units/formatQuantity";
import type { Parameter, ParameterSheet, Values } from "./sheetSchema";
import { inCoreUnit } from "./wanted";

/** What is wrong with a value before it is written. `stop`: it is not written whatever is said; else it is asked about. */
export type Guarded = { readonly parameter: string; readonly stop: boolean; readonly says: string };

const MPH = 1.609344;
/** A wheel so far off what was measured gives speeds that far off, share. */
const WHEEL_OFF = 0.03;
/** One that was left as delivered was not rolled out: so far off already, as a limit is set with so little to spare. */
const WHEEL_LEFT = 0.01;
/** Two figures that are one in two units lie within so much, share. */
const SAME = 0.03;

/**
 * Looks at values before they are written: range and step, a speed in the wrong unit, a wheel as it was delivered, a current over what pack
 * or leads carry or under what moves the bike, a ceiling over the pack, a cut under it.
 * @param leastA battery current under which the bike does not come up its hill; null where that is not reckoned
 */
export function guard(sheet: ParameterSheet, values: Values, build: Build, leastA: number | null = null): Guarded[] {
  const told: Guarded[] = [];
  for (const [id] of Object.entries(values))
    if (!sheet.parameters.some((parameter) => parameter.id === id))
      told.push({ parameter: id, stop: true, says: `${id} is no parameter of this family.` });
  for (const parameter of sheet.parameters) {
    const value = values[parameter.id];
    if (value === undefined) continue;
    const wrong = outside(parameter, value);
    if (wrong !== null) told.push({ parameter: parameter.id, stop: true, says: wrong });
    else told.push(...about(parameter, value, build, leastA));
  }
  return told;
}

/** What speaks against what a controller holds, each asked about: not writing anything else would help nobody. @param held as last read */
export const guardHeld = (sheet: ParameterSheet, held: Values, build: Build, leastA: number | null = null): Guarded[] =>
  guard(sheet, held, build, leastA).map((one) => ({ ...one, stop: false }));

/** The same of what it would keep, as it is not written. @param held as last read; null where nobody has read it */
export function guardKept(
  sheet: ParameterSheet,
  held: Values | null,
  written: Values,
  build: Build,
  leastA: number | null = null,
): Guarded[] {
  const left = sheet.parameters.filter(({ id }) => written[id] === undefined);
  if (left.length === 0) return [];
  if (held === null) {
    const says = `Nobody has read what it holds of ${left.map((one) => one.says.toLowerCase()).join(", ")}: that would stay. Read it first.`;
    return [{ parameter: left[0]!.id, stop: false, says }];
  }
  const stays = Object.fromEntries(left.flatMap(({ id }) => (held[id] === undefined ? [] : [[id, held[id]]])));
  return guardHeld(sheet, stays, build, leastA).map((one) => ({ ...one, says: `It holds, and would keep: ${one.says}` }));
}

function outside({ says, min, max, step, unit }: Parameter, value: number): string | null {
  if (!Number.isFinite(value)) return `${says}: that is no figure.`;
  if (value < min - 1e-9 || value > max + 1e-9)
    return `${says}: ${formatNumber(value, 2)} ${unit} is outside ${formatNumber(min, 2)} to ${formatNumber(max, 2)} ${unit}, which this family takes.`;
  const steps = value / step;
  if (Math.abs(steps - Math.round(steps)) > 1e-6)
    return `${says}: it is set in steps of ${formatNumber(step, 3)} ${unit}; ${formatNumber(value, 3)} lies between two.`;
  return null;
}

function about(parameter: Parameter, value: number, build: Build, leastA: number | null): Guarded[] {
  const told = (stop: boolean, says: string): Guarded[] => [
    { parameter: parameter.id, stop, says: `${parameter.says}: ${says}` },
  ];
  const core = inCoreUnit(parameter, value);
  const of = (figure: number, unit: string) => `${formatNumber(figure, 1)} ${unit}`;
  switch (parameter.purpose) {
    case "assist limit":
    case "throttle limit": {
      const limit = limitToSet(build)?.kmh;
      if (limit === undefined) return [];
      // 25 typed into a box of miles, or 15.5 into one of kilometres.
      const other = parameter.unit === "mph" ? core / MPH : core * MPH;
      if (value > 0 && Math.abs(other / limit - 1) < SAME && Math.abs(core / limit - 1) > SAME)
        return told(
          core > limit,
          `${of(value, parameter.unit)} is ${of(core, "km/h")}; ${of(limit, "km/h")} is wanted, and this family counts in ${parameter.unit}. A speed in the wrong unit?`,
        );
      return core > limit + 1e-6
        ? told(true, `${of(core, "km/h")} is over the ${of(limit, "km/h")} of this build and its class.`)
        : [];
    }
    case "wheel turn": {
      const turn = wheelTurnOf(build);
      if (turn === null) return told(false, "the wheel was not measured: roll it out, rider on.");
      const asDelivered = value === parameter.delivered;
      if (Math.abs(core / turn - 1) <= (asDelivered ? WHEEL_LEFT : WHEEL_OFF)) return [];
      const left = asDelivered ? " It is as it was delivered." : "";
      // Counted by too small a wheel every speed reads low, and the help goes on over its limit.
      return told(
        core < turn || left !== "",
        `${of(core, "mm")} against ${of(turn, "mm")} measured: every speed would read ${formatNumber(Math.abs(100 * (core / turn - 1)), 0)} % ${core > turn ? "high" : "low"}.${left}`,
      );
    }
    case "battery current": {
      const battery = batteryOf(build);
      const most = battery?.spec.continuousA ?? null;
      const sold = controllersOf(build)[0]?.batteryA;
      if (most !== null && core > most + 1e-6)
        return told(true, `${of(core, "A")} is over the ${of(most, "A")} that the pack gives.`);
      if (sold !== undefined && core > sold + 1e-6)
        return told(true, `${of(core, "A")} is over the ${of(sold, "A")} that this build was checked for.`);
      if (leastA !== null && core < leastA - 1e-6)
        return told(false, `under ${of(leastA, "A")} the bike does not come up its hill at walking pace.`);
      return [];
    }
    case "low-voltage cut": {
      const battery = batteryOf(build);
      if (!battery) return [];
      const { empty, full } = voltsOf(battery);
      if (core < empty - 0.05) return told(true, `${of(core, "V")} is under the ${of(empty, "V")} at which the pack is empty.`);
      return core >= full
        ? told(true, `${of(core, "V")}: the pack has ${of(full, "V")} when full, the motor would never run.`)
        : [];
    }
    case "regeneration ceiling": {
      const battery = batteryOf(build);
      if (!battery) return [];
      const { full } = voltsOf(battery);
      return core > full + 1e-6
        ? told(true, `${of(core, "V")} is over the ${of(full, "V")} of the full pack: it would be overcharged downhill.`)
        : [];
    }
    case "level at switching on":
      return value > 1 ? told(false, "the bike would push before anybody chose.") : [];
  }
}
