import { type Build, partsOf } from "../../build";
import { crankMotors, hubMotors } from "../subjects";

export type Senses = "torque" | "cadence";

/** What tells a motor that the feet turn: what it senses, and how long the motor runs on after them, s; null where no sheet says it. */
export type Sensing = { readonly senses: Senses; readonly runOnS: number | null };

/** How long motors at the crank without a sensor inside run on, by their sheets, s: their electronics hold the time, whatever they listen to. */
const heldS = (build: Build): readonly number[] =>
  crankMotors(build).flatMap(({ spec }) => (spec.pedalSensor === "none" && spec.runOnS !== null ? [spec.runOnS] : []));

/** Run-on where no sheet says it, by what is sensed, s (common practice). */
const USUAL_S = { cadence: 1.0, torque: 0.2 };

/**
 * Each sensor that a motor of the build goes by: a motor at the crank by the one inside it, a hub motor by the kit's own, which beside a
 * crank motor with a sensor of its own would stay in the box.
 */
export function sensingOf(build: Build): readonly Sensing[] {
  const cranks = crankMotors(build);
  const inside = cranks.flatMap(({ spec: { pedalSensor, runOnS } }): Sensing[] =>
    pedalSensor === "none" ? [] : [{ senses: pedalSensor, runOnS }],
  );
  if (inside.length > 0 && hubMotors(build).length === 0) return inside;
  const held = heldS(build);
  const heldLongest = held.length > 0 ? Math.max(...held) : null;
  return [
    ...inside,
    ...partsOf(build, "pedal-sensor").map(({ spec }) => ({ senses: spec.senses, runOnS: spec.runOnS ?? heldLongest })),
  ];
}

/** How long the motor pulls after the feet, or the thumb, at the longest, s; and whether a sheet says so. */
export function runsOn(build: Build): { readonly s: number; readonly known: boolean } {
  const sensed = sensingOf(build).map(({ senses, runOnS }) => ({ s: runOnS ?? USUAL_S[senses], known: runOnS !== null }));
  const all = sensed.length > 0 ? sensed : heldS(build).map((s) => ({ s, known: true }));
  return all.reduce((worst, one) => (one.s > worst.s ? one : worst), all[0] ?? { s: USUAL_S.torque, known: false });
}

/** The worst of them: cadence goes on pulling where torque has let go; "none" where nothing senses the feet. */
export function sensedBy(build: Build): Senses | "none" {
  const all = sensingOf(build).map(({ senses }) => senses);
  return all.includes("cadence") ? "cadence" : (all[0] ?? "none");
}
