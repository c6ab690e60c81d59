import { PRACTICE } from "../../../basis";
import { CUT_OFF_CAUTION, type CutOffMethod, LEVER_CUT_OFFS } from "../../../standards/cutOff";
import { type Build, countOf, type CrankMotor, type Motor, motorsOf, partsOf } from "../../build";
import type { Outcome, PartNeed, Remedy } from "../../finding";
import { defineRule, stated } from "../../rule";
import { crankMotors, ENDS, firstMotor, hubMotors } from "../subjects";
import { brakeAt, goesWithHub } from "./brakeAt";
import { cutOffMethods, fittedCutOffs } from "./levers";
import { pullAt } from "./pulls";
import { sensedBy } from "./sensing";

/** How many cut-offs a control asks for: the least without which it must not go, and the house's number. */
export function cutOffsWanted(p: {
  throttle: boolean;
  senses: "torque" | "cadence" | "none";
  ratedW: number;
  regenerates: boolean;
  house: { throttleCutOffs: 1 | 2; cadenceCutOffs: 1 | 2 };
}) {
  if (p.regenerates) return { least: 2, wanted: 2, because: "regeneration on the levers" };
  if (p.throttle) return { least: 1, wanted: p.house.throttleCutOffs, because: "a throttle pulls with still feet" };
  if (p.senses === "cadence")
    return { least: 1, wanted: p.house.cadenceCutOffs, because: "cadence sensing runs on after pedalling stops" };
  if (p.senses === "torque" && p.ratedW <= 250)
    return { least: 0, wanted: 0, because: "torque sensing up to 250 W stops with the rider; one is advised" };
  if (p.senses === "torque" && p.ratedW <= 500) return { least: 1, wanted: 1, because: "torque sensing over 250 W" };
  return p.senses === "torque"
    ? { least: 2, wanted: 2, because: "over 500 W the chain's wind-up keeps pushing" }
    : { least: 1, wanted: 1, because: "no pedal sensor is known" };
}

export const cutOff = defineRule<Motor>({
  id: "brakes/cut-off",
  title: "Motor cut-off on the levers",
  why: "A brake that fights the motor stops late; each kind of lever takes only some kinds of switch.",
  basis: [PRACTICE],
  subjects: firstMotor,
  key: () => "levers",
  place: () => "bar",
  needs: () => ["leverKind", "frontBrake", "rearBrake"],
  check(_motor, survey, build): Outcome {
    const brakes = [brakeAt("front", survey, build), brakeAt("rear", survey, build)];
    const brakeCount = brakes.filter((brake) => brake !== "none").length;
    const lost = (["front", "rear"] as const).filter((end) => goesWithHub(end, build) && brakeAt(end, survey, build) === "none");
    if (brakeCount < 2 && lost.length === 0)
      return {
        verdict: "stop",
        safety: true,
        says: `${brakeCount === 0 ? "No brake" : "One brake"}: a motor wants two that do not depend on each other.`,
        figures: [{ label: "brakes", value: brakeCount }],
        margin: { value: brakeCount - 2, unit: "brakes", plusMinus: 0 },
        lifts: "a second independent brake",
        caution: "brakes",
      };
    if (brakes.includes("coaster") && crankMotors(build).some((atCrank) => !goesWithCoaster(atCrank)))
      return {
        verdict: "stop",
        safety: true,
        says: "Back-pedal brake behind a motor at the crank that is not made for one: the motor's clutch may block it.",
        figures: [],
        lifts: "a motor at the crank that is made for back-pedal brakes, a front hub motor, or a rear hand brake",
        caution: "brakes",
      };
    const lever = survey.choice("leverKind");
    const kind = LEVER_CUT_OFFS[lever];
    const methods = cutOffMethods(lever, build);
    const wanted = wantedFor(build);
    const have = fittedCutOffs(lever, build);
    const figures = [
      { label: "levers", value: kind.says.toLowerCase() },
      { label: "wanted", value: wanted.wanted },
      { label: "fit these levers", value: have },
    ];
    const margin = { value: have - wanted.wanted, unit: "cut-offs", plusMinus: 0 };
    if (have >= wanted.wanted)
      return {
        verdict: "clear",
        says: `${have} cut-off${have === 1 ? "" : "s"} for ${wanted.wanted} wanted: ${wanted.because}.`,
        figures,
        margin,
        caution: "cutOffs",
      };
    if (methods.length === 0)
      return {
        verdict: "stop",
        safety: true,
        says: `No hand lever to put a cut-off on; ${wanted.because}.`,
        figures,
        margin,
        lifts: "a hand brake with a switched lever",
        caution: "cutOffs",
      };
    return {
      verdict: "adapt",
      safety: have < wanted.least,
      says: `${have} cut-off${have === 1 ? "" : "s"} for ${wanted.wanted} wanted: ${wanted.because}.${unfit(lever, build)}`,
      figures,
      margin,
      caution: "cutOffs",
      remedies: methods.map((method) => cutOffRemedy(method, wanted.wanted - have, build)),
    };
  },
});

const goesWithCoaster = (motor: CrankMotor): boolean =>
  motor.kind === "mid-motor"
    ? motor.spec.coasterSafe
    : stated(motor, motor.spec.coasterSafe, "whether it is made to go with a back-pedal brake");

/** What all motors and controls of the build together ask for. */
const wantedFor = (build: Build) =>
  cutOffsWanted({
    throttle: partsOf(build, "throttle").length > 0,
    senses: sensedBy(build),
    ratedW: motorsOf(build).reduce((sum, m) => sum + m.spec.ratedW, 0),
    regenerates: hubMotors(build).some((motor) => motor.spec.regenerates),
    house: build.house,
  });

function unfit(lever: keyof typeof LEVER_CUT_OFFS, build: Build): string {
  const inBox = countOf(build, "brake-lever", (spec) => spec.switched);
  return inBox > 0 && fittedCutOffs(lever, build) === 0 ? " The switched levers in the kit do not go with these brakes." : "";
}

function cutOffRemedy(method: CutOffMethod, missing: number, build: Build): Remedy {
  const needs = method === "switched lever" ? leverNeeds(missing, build) : [switchNeed(method, missing, build)];
  return {
    id: method.replace(" ", "-"),
    title:
      method === "switched lever"
        ? "Switched levers"
        : `${method[0]!.toUpperCase()}${method.slice(1)} on ${missing === 1 ? "one lever" : "both levers"}`,
    says: CUT_OFF_CAUTION[method],
    parts: needs,
    tasks: method === "pressure switch" ? ["cutOffs", "hose"] : ["cutOffs"],
    effect: { flags: method === "switched lever" ? ["levers replaced"] : [] },
    caution: method === "pressure switch" ? "hydraulic" : "cutOffs",
  };
}

/** Levers of the pull that the brakes want; where front and rear want another each, one of each. */
function leverNeeds(missing: number, build: Build): PartNeed[] {
  const pulls = [...new Set(ENDS.flatMap((end) => pullAt(end, build) ?? []))];
  const wanted = pulls.length > 0 ? pulls : (["short"] as const);
  return wanted.map((pull) => {
    const least = wanted.length > 1 ? 1 : missing;
    const part = build.catalogue
      .distinct("brake-lever")
      .find(({ spec }) => spec.switched && spec.pull === pull && spec.levers >= least);
    return { kind: "brake-lever", partId: part?.id ?? null, quantity: 1, says: `switched levers, ${pull} pull` };
  });
}

function switchNeed(method: CutOffMethod, missing: number, build: Build): PartNeed {
  const parts = build.catalogue.distinct("cut-off").filter(({ spec }) => spec.method === method);
  const part = parts.find(({ spec }) => spec.switches >= missing) ?? parts[0];
  return {
    kind: "cut-off",
    partId: part?.id ?? null,
    quantity: part ? Math.ceil(missing / part.spec.switches) : missing,
    says: method,
  };
}
