import { PRACTICE } from "../../../basis";
import { type Build, type HubMotor, needPart } from "../../build";
import { judge } from "../../judge";
import { bought } from "../../remedies";
import { defineRule } from "../../rule";
import { countAt } from "../perEnd";
import { endKey, hubMotorAt, hubMotors, wheelPlace } from "../subjects";
import { crossingsOf, gaugeFor } from "./lacing";
import { spokeGoes } from "./spokeEnds";
import { erdOf } from "./spokes";

/** Spokes for a motor's wheel of lengths that will do: none goes to a wheel that is not laced here. */
const spokesAt = (motor: HubMotor, build: Build, will: (mm: number) => boolean): number =>
  countAt(build, "spoke", motor.spec.end, ({ lengthMm }, end) => hubMotorAt(end, build)?.spec.laced === null && will(lengthMm));

export const spokeCount = defineRule<HubMotor>({
  id: "wheel/spoke-count",
  title: "Spokes for every hole",
  why: "A wheel that is two spokes short stands in the truing stand until the post has come.",
  basis: [PRACTICE],
  subjects: (build) => hubMotors(build).filter((motor) => motor.spec.laced === null && spokesAt(motor, build, () => true) > 0),
  key: endKey,
  place: (motor) => wheelPlace(motor.spec.end),
  needs: () => [],
  check(motor, survey, build) {
    const table = crossingsOf(motor, erdOf(motor, survey, build), build);
    const { leftMm, rightMm } = table.options[table.recommended]!;
    const count = (will: (mm: number) => boolean) => spokesAt(motor, build, will);
    const half = motor.spec.spokes / 2;
    const [left, right] = [leftMm, rightMm].map((want) => count((mm) => spokeGoes(mm, want))) as [number, number];
    const both = count((mm) => spokeGoes(mm, leftMm) || spokeGoes(mm, rightMm));
    const gaugeMm = gaugeFor(motor.spec.ratedW);
    // Where one length goes on both sides, what goes on either must do for both.
    const sides = [
      { side: "left", mm: leftMm, short: half - left },
      { side: "right", mm: rightMm, short: half - right },
    ].filter(({ short }) => short > 0);
    const room = sides.length > 0 ? -Math.max(...sides.map(({ short }) => short)) : both - motor.spec.spokes;
    return judge({
      room,
      unit: "spokes",
      figures: [
        { label: "holes", value: motor.spec.spokes },
        { label: "spokes that go on the left", value: left },
        { label: "spokes that go on the right", value: right },
        { label: "on either", value: both },
      ],
      clear: `${both} spokes of right lengths for ${motor.spec.spokes} holes.`,
      short: () => ({
        verdict: "adapt",
        says: `${-room} spokes too few: ${motor.spec.spokes} holes, ${left} that go on the left, ${right} on the right, ${both} in all.`,
        remedies: [
          bought(
            "more-spokes",
            "Spokes for the rest",
            "of the same make, and the spare ones with them",
            (sides.length > 0 ? sides : [{ side: "both sides", mm: leftMm, short: -room }]).map(({ side, mm, short }) =>
              needPart(
                build,
                "spoke",
                short + build.house.spareSpokes,
                `spokes of ${mm.toFixed(1)} mm (−2 to +1), ${gaugeMm} mm, ${side}`,
                (spec) => spokeGoes(spec.lengthMm, mm) && spec.diameterMm >= gaugeMm - 0.05,
              ),
            ),
            ["laceWheel"],
          ),
        ],
      }),
    });
  },
});
