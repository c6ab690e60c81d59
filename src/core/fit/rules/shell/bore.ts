import { PRACTICE } from "../../../basis";
import { BORE_CLEARANCE_MM } from "../../../standards/shells";
import { formatNumber } from "../../../units/formatQuantity";
import { type Build, type MidMotor, needPart, partsOf } from "../../build";
import type { Outcome, Remedy } from "../../finding";
import { defineRule } from "../../rule";
import { midMotors } from "../subjects";

/** Other school on a carbon shell: a full-length sleeve, and no more torque than this, N·m. */
const CARBON_SLEEVE_NM = 80;

export const shellBore = defineRule<MidMotor>({
  id: "shell/bore",
  title: "Shell bore",
  why: "The motor's axle tube passes through the shell: too tight and it does not go, too loose and it fidgets under torque.",
  basis: [PRACTICE],
  subjects: midMotors,
  key: (motor) => motor.id,
  place: () => "shell",
  needs: () => ["shellStandard", "shellBoreMm", "frameMaterial"],
  check(motor, survey, build): Outcome {
    const tubeMm = motor.spec.tubeDiameterMm;
    const bore = survey.number("shellBoreMm");
    // To the hundredth that a gauge tells: the limit itself still goes.
    const clearanceMm = Math.round((bore.value - tubeMm) * 1000) / 1000;
    const figures = [
      { label: "bore", value: bore.value, unit: "mm", plusMinus: bore.plusMinus },
      { label: "tube", value: tubeMm, unit: "mm" },
      { label: "clearance", value: clearanceMm, unit: "mm" },
    ];
    const bareCarbon = survey.choice("frameMaterial") === "carbon" && survey.choice("shellLining") === "bare";
    if (bareCarbon && (build.house.carbonShell === "refuse" || motor.spec.peakTorqueNm > CARBON_SLEEVE_NM))
      return {
        verdict: "stop",
        safety: true,
        says: "Bare carbon shell: the motor would crush it and its torque has nothing to hold.",
        figures,
        lifts: "a metal sleeve bonded in by the frame maker, or a hub motor in a metal dropout",
        caution: "carbon",
      };
    if (survey.choice("shellStandard") === "made")
      return {
        verdict: "stop",
        says: "This shell is made for a motor of its own: a tube motor has nothing to clamp.",
        figures,
        lifts: "the motor that the frame was made for",
      };
    const adapter = partsOf(build, "shell-adapter").find(
      (part) => Math.abs(part.spec.boreMm - bore.value) <= 0.3 && Math.abs(part.spec.tubeMm - tubeMm) <= 0.3,
    );
    if (adapter)
      return {
        verdict: "clear",
        says: `${adapter.name} fills the ${formatNumber(bore.value, 2)} bore round the ${tubeMm} tube.`,
        figures,
      };
    // The school that fits a motor there fits it in a full-length sleeve: never the bare tube in carbon.
    if (bareCarbon && clearanceMm <= BORE_CLEARANCE_MM.shim)
      return {
        verdict: "stop",
        safety: true,
        says: `Bare carbon shell, and ${formatNumber(clearanceMm, 2)} mm round the ${tubeMm} tube are no room for a sleeve.`,
        figures,
        lifts: "a motor with a thinner tube, a metal sleeve bonded in by the frame maker, or a hub motor in a metal dropout",
        caution: "carbon",
      };
    const borders = [BORE_CLEARANCE_MM.direct, BORE_CLEARANCE_MM.shim, BORE_CLEARANCE_MM.sleeve].map(
      (border) => clearanceMm - border,
    );
    const nearest = borders.reduce((a, b) => (Math.abs(b) < Math.abs(a) ? b : a));
    const margin = {
      value: clearanceMm < BORE_CLEARANCE_MM.direct ? borders[0]! : Math.abs(nearest),
      unit: "mm",
      plusMinus: bore.plusMinus,
    };
    const common = { figures, margin, settle: ["shellBoreMm"] as const };
    if (clearanceMm < BORE_CLEARANCE_MM.direct) return tooTight(motor, clearanceMm, survey.choice("frameMaterial"), common);
    if (clearanceMm <= BORE_CLEARANCE_MM.shim)
      return {
        verdict: "clear",
        says: `The ${tubeMm} tube passes a ${formatNumber(bore.value, 2)} bore with ${formatNumber(clearanceMm, 2)} mm to spare.`,
        ...common,
      };
    return {
      verdict: "adapt",
      says: `The ${tubeMm} tube has ${formatNumber(clearanceMm, 2)} mm of play in the bore.`,
      remedies: [filler(build, bore.value, tubeMm, clearanceMm)],
      ...common,
    };
  },
});

function tooTight(
  motor: MidMotor,
  clearanceMm: number,
  material: string,
  common: Pick<Outcome, "figures" | "margin" | "settle">,
): Outcome {
  const shortMm = BORE_CLEARANCE_MM.direct - clearanceMm;
  const says = `The ${motor.spec.tubeDiameterMm} tube wants ${formatNumber(shortMm, 2)} mm more than the bore has.`;
  const metal = material === "steel" || material === "thin steel" || material === "aluminium";
  if (!metal || shortMm > BORE_CLEARANCE_MM.dressAtMost + 1e-9)
    return {
      verdict: "stop",
      says,
      lifts: `a motor with a tube of ${formatNumber(motor.spec.tubeDiameterMm - shortMm, 1)} mm or less`,
      ...common,
    };
  return {
    verdict: "adapt",
    says,
    remedies: [
      {
        id: "dress-crests",
        title: "Dress the thread crests",
        says: `Take ${formatNumber(shortMm, 2)} mm off the diameter, no more than ${BORE_CLEARANCE_MM.dressAtMost}; then measure again`,
        parts: [],
        tasks: ["cleanShell"],
        effect: {},
      },
    ],
    ...common,
  };
}

function filler(build: Build, boreMm: number, tubeMm: number, clearanceMm: number): Remedy {
  const style = clearanceMm > BORE_CLEARANCE_MM.sleeve ? "sleeve" : "shim";
  const wallMm = clearanceMm / 2;
  const threaded = boreMm > 51;
  return {
    id: `fill-${style}`,
    title: threaded
      ? "Threaded adapter for the one-piece shell"
      : style === "shim"
        ? "Wrap shim round the tube"
        : "Machined sleeve, both ends",
    says: `wall ${formatNumber(wallMm, 2)} mm, full length of the shell`,
    parts: [
      needPart(
        build,
        "shell-adapter",
        1,
        `${style} from ${formatNumber(boreMm, 1)} to ${tubeMm} mm`,
        (spec) => Math.abs(spec.boreMm - boreMm) <= 0.3 && Math.abs(spec.tubeMm - tubeMm) <= 0.3,
      ),
    ],
    tasks: ["cleanShell"],
    effect: {},
  };
}
