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
  /** wind across the way, m/s; the air's drag is along the bike, its speed that of both together */
  readonly crossMs: number;
  readonly rollingN: number;
  readonly climbingN: number;
};

export function resistanceOf(load: Load): Resistance {
  return onGrade(
    {
      aeroK: 0.5 * airDensityKgM3(load) * (load.cdaM2 + load.wheelDragAreaM2),
      headwindMs: load.headwindKmh / 3.6,
      crossMs: 0,
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
    crossMs: level.crossMs,
    rollingN: level.rollingN / along,
    climbingN: (massKg * GRAVITY_MS2 * rise) / along,
  };
}

/** The same road in another wind, and with so many times the rolling resistance. @param crossKmh either side alike */
export const inWeather = (r: Resistance, p: { headwindKmh: number; crossKmh: number; rollingTimes: number }): Resistance => ({
  aeroK: r.aeroK,
  headwindMs: p.headwindKmh / 3.6,
  crossMs: Math.abs(p.crossKmh) / 3.6,
  rollingN: r.rollingN * p.rollingTimes,
  climbingN: r.climbingN,
});

/** Speed of the air past the bike, m/s, of what comes along and across. */
const airMs = (alongMs: number, crossMs: number): number =>
  crossMs === 0 ? Math.abs(alongMs) : Math.sqrt(alongMs * alongMs + crossMs * crossMs);

const bearingN = (speedMs: number) => (91 + 8.7 * speedMs) / 1000;

/** Force against the bike at a speed, N; negative when wind or slope push harder than the rest holds. It never falls as speed rises. */
export function loadN(r: Resistance, speedMs: number): number {
  const air = speedMs + r.headwindMs;
  return r.aeroK * air * airMs(air, r.crossMs) + r.rollingN + r.climbingN + bearingN(speedMs);
}

/** How fast that force grows, N·s/m. */
export function loadSlope(r: Resistance, speedMs: number): number {
  const along = speedMs + r.headwindMs;
  const air = airMs(along, r.crossMs);
  return (air > 0 ? r.aeroK * (air + (along * along) / air) : 0) + 8.7 / 1000;
}

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
