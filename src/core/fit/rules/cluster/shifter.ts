import { memory, PRACTICE } from "../../../basis";
import { COG_PITCH_MM, SHIFT_ERROR_MM, SHIFTER_FAMILIES, type ShifterFamily } from "../../../standards/clusters";
import { LEVER_CUT_OFFS } from "../../../standards/cutOff";
import { formatNumber } from "../../../units/formatQuantity";
import type { PartOf } from "../../../parts/part";
import { type Build, type HubMotor, lastOf } from "../../build";
import type { Outcome, Remedy } from "../../finding";
import { acknowledge, defineRule } from "../../rule";
import { hasDerailleur } from "../chain/rearCogs";
import { rearHubMotors } from "../subjects";
import { isFriction, shifterGoes } from "./shifterGoes";

/** How far the chain is off the cog at the end of the range, mm: (pull × ratio − pitch) × (cogs − 1).
 *  @example shiftErrorMm({ family: "A", shifterSpeeds: 9, cogs: 7 }) // => -4.5 */
export function shiftErrorMm(p: { family: ShifterFamily; shifterSpeeds: number; cogs: number }): number | undefined {
  const { ratio, pullMm } = SHIFTER_FAMILIES[p.family];
  const pull = (pullMm as Record<number, number>)[p.shifterSpeeds];
  const pitch = COG_PITCH_MM[p.cogs]?.pitchMm;
  return pull === undefined || pitch === undefined ? undefined : (pull * ratio - pitch) * (p.cogs - 1);
}

export const shifterMatch = defineRule<HubMotor>({
  id: "cluster/shifter",
  title: "Shifter and cogs",
  why: "A shifter made for another count lands beside the cogs: seven cogs do not index on nine clicks.",
  basis: [memory("cable pulls"), PRACTICE],
  subjects: (build) => (hasDerailleur(build) ? rearHubMotors(build) : []),
  key: (motor) => motor.id,
  place: () => "bar",
  needs: () => ["shifterSpeeds", "cogCount", "leverKind"],
  check(motor, survey, build): Outcome {
    const cogs = lastOf(build, "cluster")?.spec.teeth.length ?? survey.number("cogCount").value;
    const fitted = lastOf(build, "shifter");
    const figures = [{ label: "cogs", value: cogs }];
    const old = survey.choice("shifterFamily");
    if (fitted) return fittedShifter(motor, fitted, { hubGear: false, speeds: cogs, family: old }, figures, build);
    const clicks = survey.number("shifterSpeeds").value;
    const more = [...figures, { label: "clicks", value: clicks }, { label: "family", value: old }];
    if (old === "friction") return { verdict: "clear", says: "Friction lever: it goes with any count.", figures: more };
    // Lever, derailleur and cogs of one family and one count belong together whatever the table of pulls says.
    if (clicks === cogs && cogs === survey.number("cogCount").value)
      return { verdict: "clear", says: `${clicks} clicks on ${cogs} cogs, as before.`, figures: more };
    const error = shiftErrorMm({ family: old, shifterSpeeds: clicks, cogs });
    const withError = error === undefined ? more : [...more, { label: "off at the end of the range", value: error, unit: "mm" }];
    const margin = error === undefined ? undefined : { value: SHIFT_ERROR_MM - Math.abs(error), unit: "mm", plusMinus: 0 };
    const common = { figures: withError, ...(margin && { margin }) };
    if (error !== undefined && Math.abs(error) <= SHIFT_ERROR_MM) {
      if (clicks >= cogs)
        return {
          verdict: "clear",
          says: `${clicks} clicks on ${cogs} cogs: ${formatNumber(error, 1)} mm off at the end, which indexing hides.`,
          ...common,
        };
      return {
        verdict: "adapt",
        says: `${clicks} clicks on ${cogs} cogs: one cog is lost.`,
        remedies: [
          acknowledge(`cluster/shifter ${motor.id}`, "one cog is locked out with the limit screw", "derailleur"),
          ...newShifters(cogs, old, build),
        ],
        ...common,
      };
    }
    const combined = LEVER_CUT_OFFS[survey.choice("leverKind")].shifterIsOnIt
      ? " The old one is one piece with the brake lever: the new one needs its own place on the bar."
      : "";
    const says = `${clicks} clicks on ${cogs} cogs${error === undefined ? "" : `: ${formatNumber(Math.abs(error), 1)} mm off at the end of the range`}.${combined}`;
    return { verdict: "adapt", says, remedies: newShifters(cogs, old, build), ...common };
  },
});

function fittedShifter(
  motor: HubMotor,
  fitted: PartOf<"shifter">,
  gears: { hubGear: false; speeds: number; family: ShifterFamily | "friction" },
  figures: Outcome["figures"],
  build: Build,
): Outcome {
  const { name, spec } = fitted;
  const more = [
    ...figures,
    { label: "new shifter", value: isFriction(spec) ? "no clicks" : `${spec.speeds} clicks` },
    { label: "its family", value: spec.family ?? "none" },
  ];
  // A friction lever tells nothing of the derailleur it pulled.
  if (gears.family === "friction" && spec.family !== null && spec.speeds === gears.speeds)
    return {
      verdict: "adapt",
      says: `${name} on ${gears.speeds} cogs: the old lever had no clicks, so the derailleur's family is not known.`,
      figures: more,
      remedies: [
        acknowledge(`cluster/shifter ${motor.id}`, "its clicks are tried on this derailleur before it is fitted", "shifter"),
      ],
    };
  if (shifterGoes(spec, gears)) return { verdict: "clear", says: `${name} on ${gears.speeds} cogs.`, figures: more };
  const why =
    spec.family === null
      ? `${name} is for a hub gear, and this bike shifts by derailleur.`
      : spec.speeds !== gears.speeds
        ? `${name} clicks ${spec.speeds}, the cluster has ${gears.speeds} cogs.`
        : `${name} is of family ${spec.family}, the derailleur of family ${gears.family}.`;
  return {
    verdict: "adapt",
    says: why,
    figures: more,
    remedies: gears.family === "friction" ? frictionShifters(build) : newShifters(gears.speeds, gears.family, build),
  };
}

const useShifter = (part: PartOf<"shifter">, says: string): Remedy => ({
  id: `shifter-${part.id}`,
  title: part.name,
  says,
  parts: [{ kind: "shifter", partId: part.id, quantity: 1, says: part.name }],
  tasks: ["shifter", "derailleur"],
  effect: { numbers: { shifterSpeeds: part.spec.speeds } },
});

/** Where nobody knows the derailleur's family only a lever without clicks goes for sure. */
const frictionShifters = (build: Build): Remedy[] =>
  build.catalogue
    .distinct("shifter")
    .filter((part) => isFriction(part.spec))
    .slice(0, 2)
    .map((part) => useShifter(part, "no clicks, any count"));

function newShifters(cogs: number, family: ShifterFamily, build: Build): Remedy[] {
  const fits = build.catalogue
    .distinct("shifter")
    .filter((part) => shifterGoes(part.spec, { hubGear: false, speeds: cogs, family }));
  const remedies = fits
    .slice(0, 3)
    .map((part) =>
      useShifter(part, isFriction(part.spec) ? "no clicks, any count" : `${cogs} clicks of family ${family}, same derailleur`),
    );
  if (remedies.length > 0) return remedies;
  return [
    {
      id: "shifter-missing",
      title: `A ${cogs}-speed shifter of family ${family}`,
      says: "none in the catalogue",
      parts: [{ kind: "shifter", partId: null, quantity: 1, says: `${cogs}-speed shifter, family ${family}` }],
      tasks: ["shifter", "derailleur"],
      effect: {},
    },
  ];
}
