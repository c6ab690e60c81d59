import { memory, PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import {
  BARE_ENDS_MM,
  displayRun,
  measuredRun,
  midDisplayRun,
  motorRun,
  type Run,
  runMm,
  sensorRun,
  type Ways,
} from "../../../wiring/paths";
import { type Build, controllersOf, effectOf, lastOf, partsOf } from "../../build";
import type { Outcome } from "../../finding";
import { judge } from "../../judge";
import { anyOf } from "../../remedies";
import { driveOf } from "../../drives";
import { defineRule, stated, type Survey } from "../../rule";
import { leftOpen } from "../../leftOpen";
import { crankMotors, hubMotors } from "../subjects";
import { isPackPlaced, waysOf } from "./ways";

type Lead = {
  readonly what: "display" | "motor" | "sensor";
  /** Its finding's key: a bike with two motors has a cable of each. */
  readonly key: string;
  readonly effect: "displayLeadMm" | "frontMotorLeadMm" | "rearMotorLeadMm" | "sensorLeadMm";
  /** The survey's own path for it, where one was measured. */
  readonly path?: "displayPathMm" | "frontMotorPathMm" | "rearMotorPathMm";
  readonly title: string;
  readonly run: (ways: Ways) => Run;
  readonly part: { id: string; name: string };
  readonly haveMm: number | null;
  readonly says: string;
  readonly plug: string | null;
};

const farther =
  (one: Lead["run"], other: Lead["run"]): Lead["run"] =>
  (ways) => {
    const [a, b] = [one(ways), other(ways)];
    return runMm(b) > runMm(a) ? b : a;
  };

function leads(build: Build): Lead[] {
  const list: Lead[] = [];
  if (!isPackPlaced(build)) return list;
  const atCrank = crankMotors(build)[0];
  const display = lastOf(build, "display");
  const controller = controllersOf(build)[0];
  if (display && controller)
    list.push({
      what: "display",
      key: "display",
      effect: "displayLeadMm",
      path: "displayPathMm",
      title: "Display lead",
      // A controller inside the motor is at the shell; one beside a motor at the crank may be further off.
      run: !atCrank ? displayRun : partsOf(build, "controller").length === 0 ? midDisplayRun : farther(midDisplayRun, displayRun),
      part:
        controller.displayLeadMm === null && display.spec.leadMm !== null
          ? display
          : { id: controller.id, name: controller.name },
      haveMm:
        controller.displayLeadMm === null && display.spec.leadMm === null
          ? null
          : (controller.displayLeadMm ?? 0) + (display.spec.leadMm ?? 0),
      says: "the length of its display lead",
      plug: display.spec.plug,
    });
  const hubs = hubMotors(build);
  for (const hub of hubs) {
    const fed = driveOf(hub, build)?.controller;
    if (!fed) continue;
    const { end } = hub.spec;
    list.push({
      what: "motor",
      key: hubs.length > 1 ? `motor ${end}` : "motor",
      effect: end === "front" ? "frontMotorLeadMm" : "rearMotorLeadMm",
      path: end === "front" ? "frontMotorPathMm" : "rearMotorPathMm",
      title: hubs.length > 1 ? `Motor cable, ${end}` : "Motor cable",
      run: (ways) => motorRun(ways, end),
      part: hub,
      haveMm: hub.spec.cableMm === null ? null : hub.spec.cableMm + (fed.motorLeadMm ?? 0),
      says: "the length of its cable",
      plug: hub.spec.plug,
    });
  }
  if (atCrank)
    list.push({
      what: "sensor",
      key: "sensor",
      effect: "sensorLeadMm",
      title: "Speed sensor lead",
      run: sensorRun,
      part: atCrank,
      haveMm: atCrank.spec.sensorLeadMm,
      says: "the length of its speed sensor's lead",
      plug: null,
    });
  return list;
}

/** A lead's run: along the path that was measured for it, else the way worked out on this bike. */
function runOf(lead: Lead, survey: Survey, build: Build): Run {
  const measured = lead.path && survey.seen(lead.path);
  const run = lead.run(waysOf(survey, build));
  return measured ? measuredRun(run, measured.value) : run;
}

const bareMm = ({ plug }: Lead) => (plug !== null && /\bbare\b/.test(plug) ? BARE_ENDS_MM : 0);

export const leadLength = defineRule<Lead>({
  id: "wiring/lead",
  title: (lead) => lead.title,
  why: "The lead that is a hand too short on a long bike is found when everything else is on.",
  basis: [memory("path lengths; measured along this bike's tubes"), PRACTICE],
  subjects: leads,
  key: (lead) => lead.key,
  place: () => "wiring",
  needs: () => ["downTubeMm", "chainstayMm"],
  check(lead, survey, build): Outcome {
    const run = runOf(lead, survey, build);
    const needMm = runMm(run) + bareMm(lead);
    const haveMm = stated(lead.part, lead.haveMm, lead.says) + effectOf(build, lead.effect, 0);
    const plusMinus = leftOpen(survey, (s) => runMm(runOf(lead, s, build)));
    return judge({
      room: haveMm - needMm,
      unit: "mm",
      plusMinus,
      figures: [
        ...run.segments.map((segment) => ({ label: segment.says, value: segment.mm, unit: "mm" })),
        { label: "loops", value: run.loopsMm, unit: "mm" },
        ...(bareMm(lead) > 0 ? [{ label: "bare ends to terminate", value: bareMm(lead), unit: "mm" }] : []),
        { label: "wanted, with 5 % slack", value: needMm, unit: "mm" },
        { label: "in the build", value: haveMm, unit: "mm" },
      ],
      settle: [...(lead.path ? [lead.path] : []), lead.what === "sensor" ? ("chainstayMm" as const) : ("downTubeMm" as const)],
      clear: `${formatNumber(haveMm, 0)} mm for a path of ${formatNumber(needMm, 0)}${lead.what === "sensor" ? "" : ", with its steering or service loop; turn the bar to both locks"}.`,
      short: () => {
        const missing = needMm - haveMm + plusMinus;
        return {
          verdict: "adapt",
          says: `${formatNumber(needMm - haveMm, 0)} mm too short for its path.`,
          remedies: anyOf(build, "lead", {
            title: "Extension lead",
            says: `${formatNumber(missing, 0)} mm or more${lead.plug ? `, ${lead.plug}` : ""}`,
            will: (spec) => spec.use === lead.what && spec.lengthMm >= missing && (lead.plug === null || spec.plug === lead.plug),
            most: 1,
            tasks: ["leads"],
          }).map((remedy) => {
            const part = remedy.parts[0]?.partId ? build.catalogue.parts.get(remedy.parts[0].partId) : undefined;
            const lengthMm = part?.kind === "lead" ? part.spec.lengthMm : missing;
            return {
              ...remedy,
              effect: { numbers: { [lead.effect]: lengthMm + effectOf(build, lead.effect, 0) } },
            };
          }),
        };
      },
    });
  },
});
