import { derived, memory } from "../../../basis";
import { combined } from "../../../donor/reading";
import { CALLIPER_SHIFT_MM, ROTOR_SHIM_MM } from "../../../standards/brakes";
import { atMost } from "../../../units/atLeast";
import { formatNumber } from "../../../units/formatQuantity";
import { effectOf, type HubMotor, needPart } from "../../build";
import type { Remedy } from "../../finding";
import { bought, isDone } from "../../remedies";
import { defineRule, stated } from "../../rule";
import { ringsOn } from "../axle/rings";
import { brakePlace, endKey, endKeys, hubMotors } from "../subjects";
import { brakeIn } from "./brakeAt";

/** How far shims under its bolts bring a calliper, mm (common practice). */
const SHIMMED_MM = 4;

/** How far a rotor may be off between tabs, which let the calliper shift nowhere, mm. */
const TABS_PASS_MM = 0.2;

export const rotorLine = defineRule<HubMotor>({
  id: "brakes/rotor-line",
  title: "Rotor in the calliper",
  why: "The motor's rotor face is not where the old hub's was: the rotor rubs, or the calliper cannot be centred.",
  basis: [derived("washer stack"), memory("rotor lines; gauged against the old wheel")],
  subjects: (build) => hubMotors(build).filter((motor) => brakeIn(motor.spec.end, build) === "disc"),
  key: endKey,
  place: (motor) => brakePlace(motor.spec.end),
  needs: (motor) => [endKeys(motor).rotorLine, endKeys(motor).brakeMount],
  check(motor, survey, build) {
    const keys = endKeys(motor);
    const line = survey.number(keys.rotorLine);
    const mount = survey.choice(keys.brakeMount);
    const faceMm = stated(motor, motor.spec.rotorFaceMm, "how far its rotor face is from the left shoulder");
    const { left } = ringsOn(motor, survey, build);
    const shim = effectOf(build, keys.rotorShim, 0);
    const offMm = faceMm + left - shim - line.value;
    const figures = [
      { label: "rotor face to the shoulder", value: faceMm, unit: "mm" },
      { label: "rings left", value: left, unit: "mm" },
      { label: "rotor line of the bike", value: line.value, unit: "mm", plusMinus: line.plusMinus },
      { label: "shims", value: shim, unit: "mm" },
      { label: "off the line", value: offMm, unit: "mm" },
    ];
    const shiftMm = mount === "post" ? CALLIPER_SHIFT_MM : mount === "flat" ? 1 : 0;
    const flag = `calliper shimmed ${motor.spec.end}`;
    const shimmable = mount !== "flat" && Math.abs(offMm) <= SHIMMED_MM;
    if (isDone(build, flag) && shimmable) return { verdict: "clear", says: "The calliper is shimmed to the rotor.", figures };
    const plusMinus = combined(line.plusMinus);
    // Tabs give nothing: there it is what a caliper can tell that is let pass.
    if (shiftMm === 0 && atMost(Math.abs(offMm), TABS_PASS_MM))
      return { verdict: "clear", says: `${formatNumber(Math.abs(offMm), 1)} mm off the line, as near as it is gauged.`, figures };
    if (atMost(Math.abs(offMm), shiftMm))
      return {
        verdict: "clear",
        says: `${formatNumber(Math.abs(offMm), 1)} mm off the line; the calliper shifts ${formatNumber(shiftMm, 1)}.`,
        figures,
        margin: { value: shiftMm - Math.abs(offMm), unit: "mm", plusMinus },
        settle: [keys.rotorLine],
      };
    const says = `The rotor stands ${formatNumber(Math.abs(offMm), 1)} mm ${offMm > 0 ? "inside" : "outside"} the calliper's line; it shifts ${formatNumber(shiftMm, 1)}.`;
    const common = { figures, margin: { value: shiftMm - Math.abs(offMm), unit: "mm", plusMinus }, settle: [keys.rotorLine] };
    const remedies: Remedy[] = [];
    if (offMm > 0 && offMm - shiftMm + shim <= ROTOR_SHIM_MM + 1e-9) {
      const wantMm = Math.min(ROTOR_SHIM_MM, offMm + shim);
      remedies.push({
        id: `rotor-shim-${formatNumber(wantMm, 1)}`,
        title: `Rotor shims of ${formatNumber(wantMm, 1)} mm`,
        says: "between hub and rotor; the bolts keep five threads",
        parts: [needPart(build, "washer", 1, `rotor shim, ${formatNumber(wantMm, 1)} mm`, (spec) => spec.use === "rotor shim")],
        tasks: ["rotorLine"],
        effect: { numbers: { [keys.rotorShim]: wantMm } },
      });
    }
    if (shimmable)
      remedies.push(
        bought(
          "calliper-shim",
          "Shim the calliper",
          `${formatNumber(Math.abs(offMm), 1)} mm under its bolts, longer bolts`,
          [needPart(build, "washer", 2, "calliper shim", (spec) => spec.use === "calliper shim")],
          ["rotorLine"],
          flag,
        ),
      );
    return remedies.length > 0
      ? { verdict: "adapt", says, remedies, ...common }
      : {
          verdict: "stop",
          says,
          lifts: "a motor whose rotor face is nearer the bike's line, or another calliper mount",
          ...common,
        };
  },
});
