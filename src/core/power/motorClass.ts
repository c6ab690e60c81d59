import { memory } from "../basis";
import type { PartOf } from "../parts/part";
import type { Thermal } from "./heat";
import type { Motor } from "./machine";

/** What a motor of a class is like inside. No maker prints these figures: they are typical, and a promise made of them has its range. */
export type MotorClass = { readonly says: string; readonly motor: Motor; readonly thermal: Thermal; readonly clutch: boolean };

export const MOTOR_CLASS_BASIS = memory("typical of the motor's class; the maker does not say");

/** Drag is told for rad/s in the tables, and used for rpm. */
const perRpm = (perRadPerS: number): number => (perRadPerS * Math.PI) / 30;

/** Shell to air is told at 20 km/h; at rest it is 0.4 of that, and in between about straight. */
const thermal = (
  windingJPerK: number,
  shellJPerK: number,
  windingToShellWPerK: number,
  at20: number,
  limitC: number,
): Thermal => ({
  windingJPerK,
  shellJPerK,
  windingToShellWPerK,
  shellToAirWPerK: 0.4 * at20,
  shellToAirWPerKPerMs: (0.6 * at20) / (20 / 3.6),
  limitC,
});

const CLASSES = {
  "small geared hub": {
    motor: {
      kvRpmPerV: 34.7,
      windingOhm: 0.15,
      gearRatio: 4.43,
      gearEfficiency: 0.93,
      dragNm: 0.06,
      dragNmPerRpm: perRpm(0.0006),
    },
    thermal: thermal(275, 950, 2.2, 3.2, 110),
    clutch: true,
  },
  "large geared hub": {
    motor: { kvRpmPerV: 38, windingOhm: 0.09, gearRatio: 5, gearEfficiency: 0.93, dragNm: 0.08, dragNmPerRpm: perRpm(0.0007) },
    thermal: thermal(550, 2000, 3, 5.5, 120),
    clutch: true,
  },
  "direct-drive hub": {
    motor: { kvRpmPerV: 9, windingOhm: 0.15, gearRatio: 1, gearEfficiency: 1, dragNm: 0.7, dragNmPerRpm: perRpm(0.01) },
    thermal: thermal(1600, 3100, 1.8, 8, 140),
    clutch: false,
  },
  "small mid-drive": {
    motor: { kvRpmPerV: 81, windingOhm: 0.15, gearRatio: 30, gearEfficiency: 0.88, dragNm: 0.03, dragNmPerRpm: perRpm(0.0002) },
    thermal: thermal(200, 700, 2, 2.5, 115),
    clutch: true,
  },
  "medium mid-drive": {
    motor: { kvRpmPerV: 72, windingOhm: 0.06, gearRatio: 21.9, gearEfficiency: 0.9, dragNm: 0.05, dragNmPerRpm: perRpm(0.00025) },
    thermal: thermal(300, 1200, 4, 4, 120),
    clutch: true,
  },
  "large mid-drive": {
    motor: { kvRpmPerV: 63, windingOhm: 0.045, gearRatio: 21, gearEfficiency: 0.9, dragNm: 0.07, dragNmPerRpm: perRpm(0.0003) },
    thermal: thermal(500, 2000, 5.5, 5.5, 120),
    clutch: true,
  },
} satisfies Record<string, Omit<MotorClass, "says">>;

type ClassName = keyof typeof CLASSES;

type FittedMotor = PartOf<"hub-motor"> | PartOf<"mid-motor"> | PartOf<"frame-motor">;

function classOf(motor: FittedMotor): ClassName {
  if (motor.kind === "hub-motor") {
    if (motor.spec.drive === "direct") return "direct-drive hub";
    return motor.spec.ratedW > 350 ? "large geared hub" : "small geared hub";
  }
  if (motor.spec.ratedW > 750) return "large mid-drive";
  return motor.spec.ratedW > 300 ? "medium mid-drive" : "small mid-drive";
}

/** The class that a part belongs to, by its kind and rated power. */
export function motorClass(motor: FittedMotor): MotorClass {
  const says = classOf(motor);
  return { says, ...CLASSES[says] };
}

/** Phase current at which a motor of its class gives the peak torque that the part is sold with, A. */
export function phaseForTorque(motor: Motor, peakTorqueNm: number): number {
  const kt = 60 / (2 * Math.PI * motor.kvRpmPerV);
  return (peakTorqueNm / (motor.gearRatio * motor.gearEfficiency) + motor.dragNm) / kt;
}
