/** A brushless motor as its direct-current equivalent, everything at its own shaft. */
export type Motor = {
  kvRpmPerV: number;
  /** line to line at 20 °C, Ω */
  windingOhm: number;
  /** shaft turns for one turn of the output */
  gearRatio: number;
  gearEfficiency: number;
  dragNm: number;
  dragNmPerRpm: number;
};

/** The motor turns the wheel itself, or a chainring. */
export type Output = "wheel" | { chainringTeeth: number; cogTeeth: number; efficiency: number };

export type Controller = {
  batteryA: number;
  phaseA: number;
  efficiency: number;
  /** it takes no more current than keeps the battery over these volts, V; left out where it has no such cut */
  cutV?: number;
};

/** Motors, each behind a controller of its own, reduced to the wheel that they drive. */
export type Machine = {
  readonly motors: number;
  /** torque constant, N·m/A */
  readonly kt: number;
  readonly kvRpmPerV: number;
  readonly windingOhm: number;
  readonly dragNm: number;
  readonly dragNmPerRpm: number;
  /** shaft's rpm for one m/s of the bike */
  readonly rpmPerMs: number;
  /** force at the road for one N·m at one shaft, N */
  readonly forcePerNm: number;
  readonly controller: Required<Controller>;
};

/** Copper's resistance grows so much for each kelvin over 20 °C (IEC 60028). */
export const COPPER_PER_K = 0.00393;

export function machineOf(p: {
  motor: Motor;
  motors: number;
  output: Output;
  controller: Controller;
  circumferenceMm: number;
}): Machine {
  const circumferenceM = p.circumferenceMm / 1000;
  const wheelRpmPerMs = 60 / circumferenceM;
  const step = p.output === "wheel" ? 1 : p.output.cogTeeth / p.output.chainringTeeth;
  const chain = p.output === "wheel" ? 1 : p.output.efficiency;
  const perRadius = (2 * Math.PI) / circumferenceM;
  return {
    motors: p.motors,
    kt: 60 / (2 * Math.PI * p.motor.kvRpmPerV),
    kvRpmPerV: p.motor.kvRpmPerV,
    windingOhm: p.motor.windingOhm,
    dragNm: p.motor.dragNm,
    dragNmPerRpm: p.motor.dragNmPerRpm,
    rpmPerMs: wheelRpmPerMs * step * p.motor.gearRatio,
    forcePerNm: p.motor.gearRatio * p.motor.gearEfficiency * step * chain * perRadius,
    // Field by field and always all of them: a ride asks many thousand times, and records of one shape are read the quickest.
    controller: {
      batteryA: p.controller.batteryA,
      phaseA: p.controller.phaseA,
      efficiency: p.controller.efficiency,
      cutV: p.controller.cutV ?? 0,
    },
  };
}

/** What bounds a motor at full throttle; `idle` when its current would not even overcome its own drag. */
export type Bound = "phase-current" | "battery-current" | "voltage" | "idle";

/** The state of the motors at one moment. Currents and losses of one motor stand beside the sums of all at the battery. */
export type Working = {
  /** `assist` where the rider's own force bounds what the motors answer with */
  bound: Bound | "assist";
  /** of one motor, A */
  phaseA: number;
  /** what its current gives over its own drag, N·m at one shaft; negative when idle */
  spareNm: number;
  /** of all motors at the road, N */
  forceN: number;
  /** how that force changes with speed, N·s/m */
  slope: number;
  /** of all motors, A */
  batteryA: number;
  batteryV: number;
};

export type Throttled = Working & { bound: Bound };

export const newWorking = (): Working => ({
  bound: "idle",
  phaseA: 0,
  spareNm: 0,
  forceN: 0,
  slope: 0,
  batteryA: 0,
  batteryV: 0,
});

/** Written into one record, as the ride asks for it many thousand times. */
function rest(out: Working, openV: number, spareNm: number): Throttled {
  out.bound = "idle";
  out.phaseA = 0;
  out.spareNm = spareNm;
  out.forceN = 0;
  out.slope = 0;
  out.batteryA = 0;
  out.batteryV = openV;
  return out as Throttled;
}

/** Battery current of one motor that takes so much power from its controller's input: the smaller root of (Voc − n·Rb·I)·I = P. */
function batteryCurrent(powerW: number, openV: number, sharedOhm: number): number {
  return (2 * powerW) / (openV + Math.sqrt(Math.max(0, openV * openV - 4 * sharedOhm * powerW)));
}

/**
 * Full throttle at a speed. The phase current is the least of the controller's phase limit, what full duty drives through the winding
 * against the motor's own volts, and what the battery limit feeds. Of the two battery currents that carry one power the smaller holds:
 * where full duty would pull the battery down past half of its open volts, a lower duty gives more, and the battery is what bounds.
 * @param speedMs 0 or more   @param openV the battery's open-circuit volts   @param packOhm its resistance, shared by all motors
 * @param windingOhm at the winding's temperature   @param out the record that is written and given back
 */
export function fullThrottle(
  m: Machine,
  speedMs: number,
  openV: number,
  packOhm: number,
  windingOhm: number,
  out: Working,
): Throttled {
  const { phaseA, efficiency, cutV } = m.controller;
  const sharedOhm = m.motors * packOhm;
  const rpm = m.rpmPerMs * speedMs;
  const emf = rpm / m.kvRpmPerV;
  if (openV <= cutV) return rest(out, openV, -m.dragNm);
  // Halfway down a battery gives its most; before that the cut folds the current back.
  const lowestV = Math.max(openV / 2, cutV);
  const limitA = sharedOhm > 0 ? Math.min(m.controller.batteryA, (openV - lowestV) / sharedOhm) : m.controller.batteryA;
  const limitW = efficiency * (openV - sharedOhm * limitA) * limitA;
  const byBattery = (2 * limitW) / (emf + Math.sqrt(emf * emf + 4 * windingOhm * limitW));
  const fullDutyOhm = windingOhm + sharedOhm / efficiency;
  const byVolts = (openV - emf) / fullDutyOhm;
  let bound: Bound = "phase-current";
  let current = phaseA;
  if (byBattery < current) [bound, current] = ["battery-current", byBattery];
  if (byVolts < current && byVolts <= efficiency * limitA) [bound, current] = ["voltage", byVolts];

  const spareNm = m.kt * current - m.dragNm - m.dragNmPerRpm * rpm;
  if (!(spareNm > 0)) return rest(out, openV, spareNm);
  const emfPerMs = m.rpmPerMs / m.kvRpmPerV;
  let currentPerMs = 0;
  let batteryA = limitA;
  if (bound === "phase-current")
    batteryA = batteryCurrent((current * current * windingOhm + emf * current) / efficiency, openV, sharedOhm);
  else if (bound === "voltage") {
    currentPerMs = -emfPerMs / fullDutyOhm;
    batteryA = current / efficiency;
  } else currentPerMs = (-current * emfPerMs) / (2 * current * windingOhm + emf);
  out.bound = bound;
  out.phaseA = current;
  out.spareNm = spareNm;
  out.forceN = m.motors * spareNm * m.forcePerNm;
  out.slope = m.motors * m.forcePerNm * (m.kt * currentPerMs - m.dragNmPerRpm * m.rpmPerMs);
  out.batteryA = m.motors * batteryA;
  out.batteryV = openV - packOhm * out.batteryA;
  return out as Throttled;
}

/** Part load: the motors together give so much force at the road, no more than at full throttle; nothing is drawn for none. */
export function atForce(
  m: Machine,
  speedMs: number,
  forceN: number,
  openV: number,
  packOhm: number,
  windingOhm: number,
  out: Working,
): Working {
  if (!(forceN > 0)) return rest(out, openV, 0);
  const rpm = m.rpmPerMs * speedMs;
  const spareNm = forceN / (m.motors * m.forcePerNm);
  const current = (spareNm + m.dragNm + m.dragNmPerRpm * rpm) / m.kt;
  const powerW = (current * current * windingOhm + (rpm / m.kvRpmPerV) * current) / m.controller.efficiency;
  out.bound = "voltage";
  out.phaseA = current;
  out.spareNm = spareNm;
  out.forceN = forceN;
  out.slope = 0;
  out.batteryA = m.motors * batteryCurrent(powerW, openV, m.motors * packOhm);
  out.batteryV = openV - packOhm * out.batteryA;
  return out;
}

/** A controller brakes with so much of its drive currents (common practice). */
const BRAKING_SHARE = 0.5;

/**
 * Braking: motors without a clutch take up to so much force from the road and charge the battery, held by half of the drive's phase
 * and battery currents and by the volts that the battery may reach; the other brakes take the rest.
 * @param forceN wanted, 0 or more   @param mostV the charging ceiling, V; nothing within 1 % of it (common practice)
 * @param out written: forces and currents negative, and nothing where the motors' own drag takes all that there is
 */
export function braking(
  m: Machine,
  speedMs: number,
  forceN: number,
  p: { openV: number; packOhm: number; windingOhm: number; mostV: number },
  out: Working,
): Working {
  rest(out, p.openV, 0);
  const rpm = m.rpmPerMs * speedMs;
  const dragNm = m.dragNm + m.dragNmPerRpm * rpm;
  const emf = rpm / m.kvRpmPerV;
  const wanted = Math.min((forceN / (m.motors * m.forcePerNm) - dragNm) / m.kt, BRAKING_SHARE * m.controller.phaseA);
  // More current than half of emf ÷ R only heats the winding: less of it charges as much.
  const current = Math.min(wanted, emf / (2 * p.windingOhm));
  if (!(current > 0) || p.openV >= 0.99 * p.mostV) return out;
  const room = p.packOhm > 0 ? (p.mostV - p.openV) / p.packOhm : Infinity;
  const mostA = Math.min(room, m.motors * BRAKING_SHARE * m.controller.batteryA);
  const mostW = mostA * (p.openV + p.packOhm * mostA);
  const { efficiency } = m.controller;
  const given = m.motors * efficiency * (emf - current * p.windingOhm) * current;
  const chargeW = Math.min(given, mostW);
  // The smaller root of (emf − R·I)·I = P where the battery takes less than the motors could give.
  const perMotor = chargeW / (m.motors * efficiency);
  const phaseA = chargeW < given ? (2 * perMotor) / (emf + Math.sqrt(emf * emf - 4 * p.windingOhm * perMotor)) : current;
  const batteryA = (2 * chargeW) / (p.openV + Math.sqrt(p.openV * p.openV + 4 * p.packOhm * chargeW));
  out.bound = chargeW < given ? "battery-current" : "phase-current";
  out.phaseA = -phaseA;
  out.spareNm = -(m.kt * phaseA + dragNm);
  out.forceN = m.motors * out.spareNm * m.forcePerNm;
  out.batteryA = -batteryA;
  out.batteryV = p.openV + p.packOhm * batteryA;
  return out;
}

/** What one motor loses to its own drag, W. */
export const dragW = (m: Machine, speedMs: number): number => {
  const rpm = m.rpmPerMs * speedMs;
  return ((m.dragNm + m.dragNmPerRpm * rpm) * rpm * 2 * Math.PI) / 60;
};
