import { COPPER_PER_K, machineOf, type Machine } from "../power/machine";
import type { ForecastInput } from "../ride/forecast";

/** What a winding runs at on the road where nobody read it, °C. */
export const USUAL_WINDING_C = 55;
/** Legs turn best about here, rpm: tells the gear of a motor at the crank. */
const CADENCE_RPM = 75;

/** The drive in the gear that a rider takes at a speed, m/s: the one in which the legs turn best. */
export function gearOf(
  p: Pick<ForecastInput, "outputs" | "motor" | "motors" | "controller" | "circumferenceMm">,
): (speedMs: number) => Machine {
  const { motor, motors, controller, circumferenceMm } = p;
  const gears = p.outputs.map((output) => ({
    output,
    machine: machineOf({ motor, motors, output, controller, circumferenceMm }),
  }));
  return (speedMs) => {
    const rpm = ({ output }: (typeof gears)[number]) =>
      output === "wheel" ? CADENCE_RPM : ((60_000 * speedMs) / circumferenceMm) * (output.cogTeeth / output.chainringTeeth);
    return gears.reduce((best, one) => (Math.abs(rpm(one) - CADENCE_RPM) < Math.abs(rpm(best) - CADENCE_RPM) ? one : best))
      .machine;
  };
}

/** Current of one motor, A, when all of them take so much power from the pack: the direct-current equivalent solved for it. */
export function motorA(m: Machine, speedMs: number, packW: number, windingC: number): number {
  const ohm = m.windingOhm * (1 + COPPER_PER_K * (windingC - 20));
  const emf = (m.rpmPerMs * speedMs) / m.kvRpmPerV;
  const motorW = Math.max(0, (packW * m.controller.efficiency) / m.motors);
  return (2 * motorW) / (emf + Math.sqrt(emf * emf + 4 * ohm * motorW) || 1);
}

/** The force at the road that motors make of so much power from the pack, N. @param clutch off they hold nothing back */
export function motorForceN(m: Machine, speedMs: number, packW: number, windingC: number, clutch: boolean): number {
  const spareNm = m.kt * motorA(m, speedMs, packW, windingC) - m.dragNm - m.dragNmPerRpm * m.rpmPerMs * speedMs;
  return m.motors * m.forcePerNm * (clutch ? Math.max(0, spareNm) : spareNm);
}
