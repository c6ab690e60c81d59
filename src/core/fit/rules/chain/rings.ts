import type { Build, CrankMotor } from "../../build";
import type { Remedy } from "../../finding";

/** Rings that go on this motor and do not collide with its case. */
export function ringsFor(motor: CrankMotor, build: Build) {
  return build.catalogue
    .distinct("chainring")
    .filter(
      ({ spec }) =>
        spec.mount === motor.spec.ringMount &&
        (spec.offsetMm >= 0 || spec.teeth >= ((motor.kind === "mid-motor" ? motor.spec.ringMinTeeth : null) ?? 0)) &&
        (!spec.narrowWide || spec.teeth % 2 === 0),
    );
}

export const useRing = (ring: { id: string; name: string; spec: { offsetMm: number; teeth: number } }, says: string): Remedy => ({
  id: `ring-${ring.id}`,
  title: ring.name,
  says,
  parts: [{ kind: "chainring", partId: ring.id, quantity: 1, says: ring.name }],
  tasks: [],
  effect: { numbers: { ringOffsetMm: ring.spec.offsetMm, ringTeeth: ring.spec.teeth } },
});
