import { memory } from "../../../basis";
import { wireAmps } from "../../../standards/plugs";
import { formatNumber } from "../../../units/formatQuantity";
import { measuredRun, midBatteryRun, runMm } from "../../../wiring/paths";
import { batteryOf, type Build, controllersOf, type CrankMotor, lastOf } from "../../build";
import type { Outcome } from "../../finding";
import { judge } from "../../judge";
import { anyOf } from "../../remedies";
import { defineRule, stated, type Survey } from "../../rule";
import { leftOpen } from "../../leftOpen";
import { crankMotors } from "../subjects";
import { isPackPlaced, waysOf } from "./ways";

function runOf(survey: Survey, build: Build) {
  const measured = survey.seen("batteryPathMm");
  const run = midBatteryRun(waysOf(survey, build));
  return measured ? measuredRun(run, measured.value) : run;
}

/** Stands for a controller that is not chosen yet, A. */
const USUAL_A = 20;

export const midBatteryLead = defineRule<CrankMotor>({
  id: "wiring/pack-to-motor",
  title: "Lead from pack to motor",
  why: "The lead of a motor at the crank is made for a pack on the down tube; one on a rack is a metre away.",
  basis: [memory("path lengths; measured along this bike's tubes")],
  // One that is bolted to its frame and has no controller inside is fed by that, not by the pack.
  subjects: (build) =>
    batteryOf(build) && isPackPlaced(build)
      ? crankMotors(build).filter(({ kind, spec }) => kind === "mid-motor" || spec.controllerBuiltIn !== null)
      : [],
  key: () => "battery",
  place: () => "wiring",
  needs: () => ["downTubeMm", "chainstayMm"],
  check(motor, survey, build): Outcome {
    const needMm = runMm(runOf(survey, build));
    const flowsA = controllersOf(build).reduce((sum, one) => sum + one.batteryA, 0) || USUAL_A;
    const haveMm = Math.max(
      lastOf(build, "wire")?.spec.lengthMm ?? 0,
      stated(motor, motor.spec.batteryLeadMm, "the length of its battery lead"),
    );
    return judge({
      room: haveMm - needMm,
      unit: "mm",
      plusMinus: leftOpen(survey, (s) => runMm(runOf(s, build))),
      figures: [
        { label: "wanted", value: needMm, unit: "mm" },
        { label: "in the build", value: haveMm, unit: "mm" },
      ],
      settle: ["batteryPathMm", "downTubeMm", "chainstayMm"],
      clear: `${formatNumber(haveMm, 0)} mm for a path of ${formatNumber(needMm, 0)}.`,
      short: () => ({
        verdict: "adapt",
        says: `${formatNumber(needMm - haveMm, 0)} mm too short for where the pack sits.`,
        remedies: anyOf(build, "wire", {
          title: "Longer battery lead",
          says: `${formatNumber(needMm, 0)} mm, for ${formatNumber(flowsA, 0)} A`,
          will: (spec) =>
            spec.lengthMm >= needMm &&
            spec.conductor === "copper" &&
            wireAmps(spec.awg, { inTube: batteryOf(build)!.spec.mount === "box", insulation: spec.insulation }) >= flowsA,
          most: 1,
          tasks: ["leads"],
        }),
      }),
    });
  },
});
