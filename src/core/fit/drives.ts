import { type Build, controllersOf, type Drive, type HubMotor, type Motor, motorsOf } from "./build";

/**
 * The controller of each motor. One with an output for each motor feeds them all, each with its share; otherwise they go in order,
 * and a motor for which none is left is taken to have the last one whole: too much is the safe side for its axle.
 */
export function driveOf(motor: Motor, build: Build): Drive | null {
  const motors = motorsOf(build);
  const outlets = outletsFor(motors, build);
  return outlets[motors.indexOf(motor)] ?? outlets.at(-1) ?? null;
}

function outletsFor(motors: readonly Motor[], build: Build): readonly Drive[] {
  const controllers = controllersOf(build);
  const known = build.memo?.outlets;
  if (known && known.of === controllers && known.motors === motors) return known.all;
  const all = controllers.flatMap((controller) => {
    const fed = motors.length > 1 ? controller.outputs : 1;
    return Array.from({ length: fed }, (): Drive => ({ controller, share: 1 / fed }));
  });
  if (build.memo) build.memo.outlets = { of: controllers, motors, all };
  return all;
}

/** Outputs for motors that the build's controllers have. */
export const outletsOf = (build: Build) => controllersOf(build).reduce((sum, controller) => sum + controller.outputs, 0);

/**
 * Peak torque of a hub motor at the wheel, N·m: the sheet's, held down by its share of the phase current where both that and the
 * motor's torque constant are known; by those two alone where the sheet gives no torque.
 * @returns null when neither is known
 */
export function wheelTorqueNm(motor: HubMotor, build: Build): number | null {
  const drive = driveOf(motor, build);
  const phaseA = drive?.controller.phaseA ?? null;
  const byPhase =
    drive === null || phaseA === null || motor.spec.torqueConstantNmPerA === null
      ? null
      : phaseA * drive.share * motor.spec.torqueConstantNmPerA;
  const sheet = motor.spec.peakTorqueNm;
  if (sheet === null || byPhase === null) return sheet ?? byPhase;
  return Math.min(sheet, byPhase);
}
