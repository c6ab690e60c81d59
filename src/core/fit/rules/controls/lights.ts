import { PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import { batteryOf, type Build, controllersOf, lastOf, type Motor, partsOf, voltsOf } from "../../build";
import type { Outcome, Remedy } from "../../finding";
import { anyOf, bought, isDone, operation } from "../../remedies";
import { acknowledge, defineRule } from "../../rule";
import { onceABike } from "../subjects";

export const lightsRule = defineRule<Motor>({
  ...onceABike,
  id: "controls/lights",
  title: "Lights on this supply",
  why: "Lamps want their own volts: 36 V into a 6 V lamp is smoke, and one output feeds both only if they are joined.",
  basis: [PRACTICE],
  place: () => "wiring",
  needs: () => ["lights"],
  check(motor, survey, build): Outcome {
    const now = survey.choice("lights");
    const lamps = partsOf(build, "light");
    const figures = [{ label: "lights now", value: now }];
    const front = motor.kind === "hub-motor" && motor.spec.end === "front";
    if (now === "dynamo" && front && lamps.length === 0)
      return {
        verdict: "adapt",
        says: "The front hub motor takes the dynamo hub's place: the lamps lose their supply.",
        figures,
        remedies: lampRemedies(build),
      };
    if (lamps.length === 0)
      return now === "none"
        ? {
            verdict: "adapt",
            says: "No lights; most places ask for them in the dark.",
            figures,
            remedies: [
              ...lampRemedies(build),
              acknowledge("controls/lights bike", "ridden by day only, or with the customer's own lamps"),
            ],
          }
        : {
            verdict: "clear",
            says: now === "dynamo" ? "The dynamo feeds them as before." : "They have their own batteries.",
            figures,
          };
    const supply = supplyOf(build);
    if (supply === null)
      return {
        verdict: "measure",
        says: "Nothing says what feeds the lamps: the controller's light output is not on its sheet.",
        figures,
        choose: "controller",
      };
    const wrong = lamps.filter(({ spec }) => supply.volts < spec.minV - 0.1 || supply.volts > spec.maxV + 0.1);
    const all = [
      ...figures,
      { label: "supply", value: supply.volts, unit: "V" },
      { label: "from", value: supply.says },
      ...lamps.map((lamp) => ({ label: lamp.name, value: `${lamp.spec.minV} to ${lamp.spec.maxV} V` })),
    ];
    if (wrong.length > 0) {
      const full = batteryOf(build) ? voltsOf(batteryOf(build)!).full : 60;
      return {
        verdict: "adapt",
        says: `${wrong[0]!.name} wants ${wrong[0]!.spec.minV} to ${wrong[0]!.spec.maxV} V, ${supply.says} gives ${formatNumber(supply.volts, 0)}.`,
        figures: all,
        remedies: anyOf(build, "converter", {
          title: "Voltage converter",
          says: `from ${formatNumber(full, 0)} V`,
          will: (spec) =>
            spec.maxV >= full && wrong.every((lamp) => spec.outV >= lamp.spec.minV - 0.1 && spec.outV <= lamp.spec.maxV + 0.1),
          most: 1,
          tasks: ["lights"],
        }),
      };
    }
    if (supply.outputs !== null && lamps.length > supply.outputs && !isDone(build, "lamps joined"))
      return {
        verdict: "adapt",
        says: `${lamps.length} lamps and ${supply.outputs} output.`,
        figures: all,
        remedies: [
          operation(
            "join-lamps",
            "Join both lamps on one output",
            `${formatNumber(
              lamps.reduce((sum, lamp) => sum + lamp.spec.watts, 0),
              1,
            )} W in all; by the output's limit`,
            ["lights"],
            "lamps joined",
          ),
        ],
      };
    return {
      verdict: "clear",
      says: `${formatNumber(supply.volts, 0)} V from ${supply.says} for ${lamps.length} lamp${lamps.length === 1 ? "" : "s"}.`,
      figures: all,
    };
  },
});

function lampRemedies(build: Build): Remedy[] {
  const volts = supplyOf(build)?.volts ?? null;
  const goes = (end: "front" | "rear") =>
    build.catalogue
      .distinct("light")
      .find(({ spec }) => spec.end === end && (volts === null || (volts >= spec.minV && volts <= spec.maxV)));
  const [front, rear] = [goes("front"), goes("rear")];
  return [
    bought(
      "lamps",
      "Front and rear lamp on the pack",
      volts === null ? "by the controller's light output" : `for ${formatNumber(volts, 0)} V`,
      [
        { kind: "light", partId: front?.id ?? null, quantity: 1, says: "front lamp" },
        { kind: "light", partId: rear?.id ?? null, quantity: 1, says: "rear lamp" },
      ],
    ),
  ];
}

/** What feeds lamps: a converter, the controller's light output, else the pack itself. */
function supplyOf(build: Build): { volts: number; says: string; outputs: number | null } | null {
  const converter = lastOf(build, "converter");
  if (converter) return { volts: converter.spec.outV, says: converter.name, outputs: null };
  const frame = lastOf(build, "frame-motor");
  const controller = controllersOf(build)[0];
  const lightV = controller?.lightV ?? frame?.spec.lightV ?? null;
  return lightV === null
    ? null
    : { volts: lightV, says: "the light output", outputs: controller?.lightOutputs ?? frame?.spec.lightOutputs ?? null };
}
