import { memory } from "../../../basis";
import { WIRE_AMPS } from "../../../standards/plugs";
import { formatNumber } from "../../../units/formatQuantity";
import { measuredRun, midBatteryRun, runMm } from "../../../wiring/paths";
import { batteryOf, type Build, lastOf, type Motor } from "../../build";
import type { Outcome } from "../../finding";
import { judge } from "../../judge";
import { anyOf } from "../../remedies";
import { defineRule, stated, type Survey } from "../../rule";
import { leftOpen } from "../../leftOpen";
import { midMotors } from "../subjects";
import { waysOf } from "./ways";

function runOf(survey: Survey, build: Build) {
  const measured = survey.seen("batteryPathMm");
  const run = midBatteryRun(waysOf(survey, build));
  return measured ? measuredRun(run, measured.value) : run;
}

export const midBatteryLead = defineRule<Motor>({
  id: "wiring/pack-to-motor",
  title: "Lead from pack to motor",
  why: "A mid-drive's lead is made for a pack on the down tube; one on a rack is a metre away.",
  basis: [memory("path lengths; measured along this bike's tubes")],
  subjects: (build) => (batteryOf(build) ? midMotors(build) : []),
  key: () => "battery",
  place: () => "wiring",
  needs: () => ["downTubeMm", "chainstayMm"],
  check(motor, survey, build): Outcome {
    const mid = midMotors(build).find((part) => part.id === motor.id)!;
    const needMm = runMm(runOf(survey, build));
    const haveMm = Math.max(
      lastOf(build, "wire")?.spec.lengthMm ?? 0,
      stated(mid, mid.spec.batteryLeadMm, "the length of its battery lead"),
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
          says: `${formatNumber(needMm, 0)} mm, for ${formatNumber(mid.spec.controllerBuiltIn?.batteryA ?? 20, 0)} A`,
          will: (spec) => spec.lengthMm >= needMm && (WIRE_AMPS[spec.awg] ?? 0) >= (mid.spec.controllerBuiltIn?.batteryA ?? 20),
          most: 1,
          tasks: ["leads"],
        }),
      }),
    });
  },
});
