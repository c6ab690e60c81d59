import { memory, PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import { displayRun, midDisplayRun, motorRun, type Run, runMm, sensorRun, type Ways } from "../../../wiring/paths";
import { type Build, controllersOf, effectOf, lastOf } from "../../build";
import type { Outcome } from "../../finding";
import { judge } from "../../judge";
import { anyOf } from "../../remedies";
import { defineRule, stated } from "../../rule";
import { leftOpen } from "../../leftOpen";
import { hubMotors, midMotors } from "../subjects";
import { waysOf } from "./ways";

type Lead = {
  readonly what: "display" | "motor" | "sensor";
  readonly title: string;
  readonly run: (ways: Ways) => Run;
  readonly part: { id: string; name: string };
  readonly haveMm: number | null;
  readonly says: string;
  readonly plug: string | null;
};

function leads(build: Build): Lead[] {
  const list: Lead[] = [];
  const mid = midMotors(build)[0];
  const hub = hubMotors(build)[0];
  const display = lastOf(build, "display");
  const controller = controllersOf(build)[0];
  if (display && controller)
    list.push({
      what: "display",
      title: "Display lead",
      run: mid ? midDisplayRun : displayRun,
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
  if (hub && controller)
    list.push({
      what: "motor",
      title: "Motor cable",
      run: (ways) => motorRun(ways, hub.spec.end),
      part: hub,
      haveMm: hub.spec.cableMm === null ? null : hub.spec.cableMm + (controller.motorLeadMm ?? 0),
      says: "the length of its cable",
      plug: hub.spec.plug,
    });
  if (mid)
    list.push({
      what: "sensor",
      title: "Speed sensor lead",
      run: sensorRun,
      part: mid,
      haveMm: mid.spec.sensorLeadMm,
      says: "the length of its speed sensor's lead",
      plug: null,
    });
  return list;
}

const LEAD_EFFECT = { display: "displayLeadMm", motor: "motorLeadMm", sensor: "sensorLeadMm" } as const;

export const leadLength = defineRule<Lead>({
  id: "wiring/lead",
  title: (lead) => lead.title,
  why: "The lead that is a hand too short on a long bike is found when everything else is on.",
  basis: [memory("path lengths; measured along this bike's tubes"), PRACTICE],
  subjects: leads,
  key: (lead) => lead.what,
  place: () => "wiring",
  needs: () => ["downTubeMm", "chainstayMm"],
  check(lead, survey, build): Outcome {
    const run = lead.run(waysOf(survey, build));
    const needMm = runMm(run);
    const haveMm = stated(lead.part, lead.haveMm, lead.says) + effectOf(build, LEAD_EFFECT[lead.what], 0);
    const plusMinus = leftOpen(survey, (s) => runMm(lead.run(waysOf(s, build))));
    return judge({
      room: haveMm - needMm,
      unit: "mm",
      plusMinus,
      figures: [
        ...run.segments.map((segment) => ({ label: segment.says, value: segment.mm, unit: "mm" })),
        { label: "loops", value: run.loopsMm, unit: "mm" },
        { label: "wanted, with 5 % slack", value: needMm, unit: "mm" },
        { label: "in the build", value: haveMm, unit: "mm" },
      ],
      settle: [lead.what === "sensor" ? "chainstayMm" : "downTubeMm"],
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
              effect: { numbers: { [LEAD_EFFECT[lead.what]]: lengthMm + effectOf(build, LEAD_EFFECT[lead.what], 0) } },
            };
          }),
        };
      },
    });
  },
});
