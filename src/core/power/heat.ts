import { COPPER_PER_K } from "./machine";

/** How a motor keeps and sheds heat: winding and shell, each one lump. */
export type Thermal = {
  windingJPerK: number;
  shellJPerK: number;
  windingToShellWPerK: number;
  shellToAirWPerK: number;
  /** more of that for each m/s of the bike, W/K per m/s */
  shellToAirWPerKPerMs: number;
  limitC: number;
};

export type Temperatures = { windingC: number; shellC: number };

/** So that both stages of the step damp the fastest heat flow fully. */
const GAMMA = 1 - Math.SQRT1_2;

/**
 * Winding and shell after a step: copper loss, which grows with the winding's own temperature, heats the winding; drag loss the shell.
 * Source: two lumped nodes (Hendershot & Miller, Design of Brushless Permanent-Magnet Machines, 2010), stepped by the two-stage
 * diagonally implicit Runge–Kutta method of order two that is L-stable, so that a small lump never makes it swing.
 * @param t at the step's start, °C; written with its end
 * @param p.copperW at 20 °C of winding temperature, mean over the step
 */
export function warm(
  t: Temperatures,
  h: number,
  p: { copperW: number; dragW: number; ambientC: number; speedMs: number },
  thermal: Thermal,
): void {
  const toAir = thermal.shellToAirWPerK + thermal.shellToAirWPerKPerMs * p.speedMs;
  const toShell = thermal.windingToShellWPerK;
  const growth = p.copperW * COPPER_PER_K;
  const a = (growth - toShell) / thermal.windingJPerK;
  const b = toShell / thermal.windingJPerK;
  const c = toShell / thermal.shellJPerK;
  const d = -(toShell + toAir) / thermal.shellJPerK;
  const gw = (p.copperW - growth * 20) / thermal.windingJPerK;
  const gs = (p.dragW + toAir * p.ambientC) / thermal.shellJPerK;

  const gh = GAMMA * h;
  const [m11, m12, m21, m22] = [1 - gh * a, -gh * b, -gh * c, 1 - gh * d];
  const det = m11 * m22 - m12 * m21;
  const rw1 = a * t.windingC + b * t.shellC + gw;
  const rs1 = c * t.windingC + d * t.shellC + gs;
  const w1 = (m22 * rw1 - m12 * rs1) / det;
  const s1 = (m11 * rs1 - m21 * rw1) / det;
  const back = h * (1 - GAMMA);
  const [windingC, shellC] = [t.windingC + back * w1, t.shellC + back * s1];
  const rw2 = a * windingC + b * shellC + gw;
  const rs2 = c * windingC + d * shellC + gs;
  t.windingC = windingC + (gh * (m22 * rw2 - m12 * rs2)) / det;
  t.shellC = shellC + (gh * (m11 * rs2 - m21 * rw2)) / det;
}

/** How fast the winding warms now, K/s. */
export const windingRate = (t: Temperatures, copperW: number, thermal: Thermal): number =>
  (copperW * (1 + COPPER_PER_K * (t.windingC - 20)) - thermal.windingToShellWPerK * (t.windingC - t.shellC)) /
  thermal.windingJPerK;

/** A motor whose winding gets so many times as warm over its shell as its class has it, and the shell over the air. */
export const heats = (thermal: Thermal, { winding, shell }: { winding: number; shell: number }): Thermal => ({
  ...thermal,
  windingToShellWPerK: thermal.windingToShellWPerK / winding,
  shellToAirWPerK: thermal.shellToAirWPerK / shell,
  shellToAirWPerKPerMs: thermal.shellToAirWPerKPerMs / shell,
});
