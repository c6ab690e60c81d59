import { memory, PRACTICE, standard } from "../../basis";
import { awgDiameterMm, wireDrop } from "../../power/wire";
import { BATTERY_LEAD_DROP_PERCENT, WARM_LEAD_C, WIRE_AMPS, WIRE_BASIS } from "../../standards/plugs";
import { formatNumber } from "../../units/formatQuantity";
import { displayRun, midBatteryRun, midDisplayRun, motorRun, runMm, sensorRun, type Run, type Ways } from "../../wiring/paths";
import {
  batteryOf,
  controllerKinds,
  controllersOf,
  effectOf,
  lastOf,
  partsOf,
  voltsOf,
  type Build,
  type Controller,
  type Motor,
} from "../build";
import type { Outcome } from "../finding";
import { judge } from "../judge";
import { anyOf } from "../remedies";
import { acknowledge, defineRule, stated, type Survey } from "../rule";
import { hubMotors, midMotors } from "./subjects";

/** What the leads run along on this bike. */
function waysOf(survey: Survey, build: Build): Ways {
  const radius = (key: "rearBeadSeatMm" | "frontBeadSeatMm") => survey.number(key).value / 2 + survey.number("tyreWidthMm").value;
  const mount = batteryOf(build)?.spec.mount ?? "down tube";
  return {
    downTubeMm: survey.number("downTubeMm").value,
    chainstayMm: survey.number("chainstayMm").value,
    rearRadiusMm: radius("rearBeadSeatMm"),
    frontRadiusMm: radius("frontBeadSeatMm"),
    barHalfMm: survey.number("barLeftMm").value,
    batteryAt: mount === "rack" ? "rack" : mount === "seat tube" ? "seat tube" : "down tube",
  };
}

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
    const plusMinus = survey.number(lead.what === "sensor" ? "chainstayMm" : "downTubeMm").plusMinus;
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

export const batteryLead = defineRule<Controller>({
  id: "wiring/battery-lead",
  title: "Battery lead: gauge, drop and heat",
  why: "A thin lead gets hot and eats the volts that the hill wants.",
  basis: [standard("ASTM B258, IEC 60028"), ...WIRE_BASIS],
  subjects: (build) => (batteryOf(build) ? controllerKinds(build) : []),
  key: (controller) => controller.id,
  place: () => "wiring",
  needs: () => [],
  check(controller, survey, build): Outcome {
    const part = { id: controller.id, name: controller.name };
    const wire = lastOf(build, "wire");
    const awg = wire?.spec.awg ?? stated(part, controller.batteryLeadAwg, "its battery lead's gauge");
    const lengthMm = wire?.spec.lengthMm ?? stated(part, controller.batteryLeadMm, "its battery lead's length");
    const inTube = batteryOf(build)!.spec.mount === "box";
    const rated =
      (WIRE_AMPS[awg] ??
        WIRE_AMPS[
          [...Object.keys(WIRE_AMPS)]
            .map(Number)
            .filter((n) => n >= awg)
            .sort((a, b) => a - b)[0] ?? 24
        ]!) * (inTube ? 0.7 : 1);
    const volts = voltsOf(batteryOf(build)!).nominal;
    const areaMm2 = (Math.PI / 4) * awgDiameterMm(awg) ** 2;
    const drop = wireDrop({
      areaMm2,
      lengthM: lengthMm / 1000,
      currentA: controller.batteryA,
      voltageV: volts,
      temperatureC: WARM_LEAD_C,
    });
    const figures = [
      { label: "gauge", value: `${awg} AWG, ${formatNumber(areaMm2, 2)} mm²` },
      { label: "length, one way", value: lengthMm, unit: "mm" },
      { label: "current", value: controller.batteryA, unit: "A" },
      { label: "wire takes", value: rated, unit: "A" },
      { label: `drop at ${WARM_LEAD_C} °C`, value: drop.dropPercent, unit: "%" },
      { label: "lost in it", value: drop.lossW, unit: "W" },
    ];
    const ampsOk = rated >= controller.batteryA - 1e-9;
    const dropOk = drop.dropPercent <= BATTERY_LEAD_DROP_PERCENT + 1e-9;
    if (ampsOk && dropOk)
      return {
        verdict: "clear",
        says: `${awg} AWG takes ${formatNumber(rated, 0)} A; ${formatNumber(drop.dropPercent, 1)} % drop.`,
        figures,
        margin: { value: rated - controller.batteryA, unit: "A", plusMinus: 0 },
      };
    return {
      verdict: "adapt",
      safety: !ampsOk,
      says: ampsOk
        ? `${formatNumber(drop.dropPercent, 1)} % drop, ${BATTERY_LEAD_DROP_PERCENT} is the aim.`
        : `${awg} AWG takes ${formatNumber(rated, 0)} A, ${formatNumber(controller.batteryA, 0)} flow.`,
      figures,
      margin: {
        value: ampsOk ? BATTERY_LEAD_DROP_PERCENT - drop.dropPercent : rated - controller.batteryA,
        unit: ampsOk ? "%" : "A",
        plusMinus: 0,
      },
      caution: "faultCurrent",
      remedies: [
        ...anyOf(build, "wire", {
          title: "Thicker lead",
          says: "silicone, its plug crimped",
          will: (spec) => spec.awg < awg && (WIRE_AMPS[spec.awg] ?? 0) >= controller.batteryA && spec.lengthMm >= lengthMm,
          most: 1,
          tasks: ["harness"],
        }),
        ...(ampsOk
          ? [acknowledge(`wiring/battery-lead ${controller.id}`, "a little power is lost in the lead; it stays cool")]
          : []),
      ],
    };
  },
});

export const fuseAndCable = defineRule<Controller>({
  id: "wiring/fuse",
  title: "Fuse against the cable",
  why: "A fuse larger than its cable protects nothing: the cable burns first.",
  basis: [PRACTICE, memory("wire currents")],
  subjects: (build) => (partsOf(build, "fuse").length > 0 && batteryOf(build) ? controllersOf(build).slice(0, 1) : []),
  key: () => "main",
  place: () => "wiring",
  needs: () => [],
  check(controller, _survey, build): Outcome {
    const fuse = lastOf(build, "fuse")!;
    const part = { id: controller.id, name: controller.name };
    const awg = lastOf(build, "wire")?.spec.awg ?? stated(part, controller.batteryLeadAwg, "its battery lead's gauge");
    const rated = WIRE_AMPS[awg] ?? 0;
    const full = voltsOf(batteryOf(build)!).full;
    const figures = [
      { label: "fuse", value: fuse.spec.ratedA, unit: "A" },
      { label: "for up to", value: fuse.spec.maxV, unit: "V" },
      { label: "cable takes", value: rated, unit: "A" },
      { label: "pack full", value: full, unit: "V" },
    ];
    if (fuse.spec.maxV < full)
      return {
        verdict: "stop",
        safety: true,
        says: `The fuse is for ${fuse.spec.maxV} V, the pack gives ${formatNumber(full, 1)}: it would not break the arc.`,
        figures,
        lifts: `a fuse for ${formatNumber(full, 0)} V or more`,
        caution: "faultCurrent",
      };
    return judge({
      room: rated - fuse.spec.ratedA,
      unit: "A",
      figures,
      caution: "faultCurrent",
      clear: `${fuse.spec.ratedA} A fuse on a cable for ${formatNumber(rated, 0)} A.`,
      short: () => ({
        verdict: "adapt",
        safety: true,
        says: `A ${fuse.spec.ratedA} A fuse on a cable for ${formatNumber(rated, 0)} A.`,
        remedies: anyOf(build, "wire", {
          title: "Thicker cable",
          says: `for ${fuse.spec.ratedA} A`,
          will: (spec) => (WIRE_AMPS[spec.awg] ?? 0) >= fuse.spec.ratedA,
          most: 1,
          tasks: ["harness"],
        }),
      }),
    });
  },
});

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
    const needMm = runMm(midBatteryRun(waysOf(survey, build)));
    const haveMm = Math.max(
      lastOf(build, "wire")?.spec.lengthMm ?? 0,
      stated(mid, mid.spec.batteryLeadMm, "the length of its battery lead"),
    );
    return judge({
      room: haveMm - needMm,
      unit: "mm",
      plusMinus: survey.number("downTubeMm").plusMinus,
      figures: [
        { label: "wanted", value: needMm, unit: "mm" },
        { label: "in the build", value: haveMm, unit: "mm" },
      ],
      settle: ["downTubeMm", "chainstayMm"],
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
