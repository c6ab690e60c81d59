import { GRAVITY_MS2 } from "../units/gravity";
import { airDensityKgM3 } from "./airDensity";

/** The wheels' own drag area as they turn, both together, m²: Martin et al. (1998), from memory. */
export const WHEEL_DRAG_AREA_M2 = 0.0044;

export type RoadLoadInput = {
  speedKmh: number;
  gradePercent: number;
  massKg: number;
  cdaM2: number;
  crr: number;
  headwindKmh: number;
  altitudeM: number;
  temperatureC: number;
  wheelDragAreaM2: number;
  drivetrainEfficiency: number;
};

export type Load = Omit<RoadLoadInput, "speedKmh" | "drivetrainEfficiency">;

/** What the road takes, as forces in newtons: the parts that do not change with speed, and those that do. */
export type Resistance = {
  /** ½ρ(CdA + Fw), N·s²/m² */
  readonly aeroK: number;
  readonly headwindMs: number;
  readonly rollingN: number;
  readonly climbingN: number;
};

export function resistanceOf(load: Load): Resistance {
  return onGrade(
    {
      aeroK: 0.5 * airDensityKgM3(load) * (load.cdaM2 + load.wheelDragAreaM2),
      headwindMs: load.headwindKmh / 3.6,
      rollingN: load.crr * load.massKg * GRAVITY_MS2,
      climbingN: 0,
    },
    load.massKg,
    load.gradePercent,
  );
}

/** The same road, level in `level`, on a slope. */
export function onGrade(level: Resistance, massKg: number, gradePercent: number): Resistance {
  const rise = gradePercent / 100;
  const along = Math.hypot(1, rise);
  return {
    aeroK: level.aeroK,
    headwindMs: level.headwindMs,
    rollingN: level.rollingN / along,
    climbingN: (massKg * GRAVITY_MS2 * rise) / along,
  };
}

const bearingN = (speedMs: number) => (91 + 8.7 * speedMs) / 1000;

/** Force against the bike at a speed, N; negative when wind or slope push harder than the rest holds. It never falls as speed rises. */
export function loadN(r: Resistance, speedMs: number): number {
  const air = speedMs + r.headwindMs;
  return r.aeroK * air * Math.abs(air) + r.rollingN + r.climbingN + bearingN(speedMs);
}

/** How fast that force grows, N·s/m. */
export const loadSlope = (r: Resistance, speedMs: number): number => 2 * r.aeroK * Math.abs(speedMs + r.headwindMs) + 8.7 / 1000;

/**
 * Power that a steady speed takes, term by term.
 * Source: Martin, Milliken, Cobb, McFadden and Coggan, Validation of a mathematical model for road cycling power,
 * J. Appl. Biomech. 14 (1998); the bearings' (91 + 8.7·v)/1000 N from there, from memory.
 * @param p speedKmh 0 or more; massKg over 0; headwindKmh negative for a tailwind; drivetrainEfficiency over 0, at most 1
 * @returns air's density in kg/m³, powers in W; inputW is what must go into the drivetrain, or what comes back through it
 * @example roadLoad({ speedKmh: 25, gradePercent: 0, massKg: 115, cdaM2: 0.6, crr: 0.008, headwindKmh: 0, altitudeM: 0, temperatureC: 15, wheelDragAreaM2: 0.0044, drivetrainEfficiency: 1 }).totalW // => 187.7
 */
export function roadLoad(p: RoadLoadInput) {
  const v = p.speedKmh / 3.6;
  const r = resistanceOf(p);
  const air = v + r.headwindMs;
  const aeroW = r.aeroK * air * Math.abs(air) * v;
  const rollingW = v * r.rollingN;
  const climbingW = v * r.climbingN;
  const bearingW = v * bearingN(v);
  const totalW = aeroW + rollingW + climbingW + bearingW;
  return {
    airDensity: airDensityKgM3(p),
    aeroW,
    rollingW,
    climbingW,
    bearingW,
    totalW,
    inputW: totalW < 0 ? totalW * p.drivetrainEfficiency : totalW / p.drivetrainEfficiency,
  };
}
