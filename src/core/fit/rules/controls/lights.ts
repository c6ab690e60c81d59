import { PRACTICE } from "../../../basis";
import type { Spec } from "../../../parts/specs";
import { atMost } from "../../../units/atLeast";
import { formatNumber } from "../../../units/formatQuantity";
import {
  batteryOf,
  type Build,
  controllersOf,
  countOf,
  lastOf,
  type Motor,
  needPart,
  partsOf,
  suppliedOf,
  voltsOf,
} from "../../build";
import type { Outcome, PartNeed, Remedy } from "../../finding";
import { anyOf, bought, isDone, operation } from "../../remedies";
import { acknowledge, defineRule, stated } from "../../rule";
import { hubMotorAt, onceABike } from "../subjects";
import { converterTakes } from "../wiring/converterTakes";

/** A supply is stated to the volt: so much beside a lamp's own range, V, is no fault (reading). */
const STATED_V = 0.1;
const lives = ({ minV, maxV }: Spec<"light">, volts: number): boolean => volts >= minV - STATED_V && volts <= maxV + STATED_V;

/** Both lamps on one output. */
const JOINED = "lamps joined";

export const lightsRule = defineRule<Motor>({
  ...onceABike,
  id: "controls/lights",
  title: "Lights on this supply",
  why: "Lamps want their own volts: 36 V into a 6 V lamp is smoke, and one output feeds both only if they are joined.",
  basis: [PRACTICE],
  place: () => "wiring",
  needs: () => ["lights"],
  check(_motor, survey, build): Outcome {
    const now = survey.choice("lights");
    const lamps = partsOf(build, "light");
    const count = countOf(build, "light");
    const watts = suppliedOf(build, "light").reduce((sum, s) => sum + s.part.spec.watts * s.quantity, 0);
    const figures = [{ label: "lights now", value: now }];
    const front = hubMotorAt("front", build) !== undefined;
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
    const wrong = lamps.filter(({ spec }) => !lives(spec, supply.volts));
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
          will: (spec) => converterTakes(spec, build) && wrong.every((lamp) => lives(lamp.spec, spec.outV)),
          most: 1,
          tasks: ["lights"],
        }),
      };
    }
    if (supply.outputs !== null && count > supply.outputs && !isDone(build, JOINED))
      return {
        verdict: "adapt",
        says: `${count} lamps and ${supply.outputs} output.`,
        figures: all,
        remedies: [
          operation(
            "join-lamps",
            "Join both lamps on one output",
            `${formatNumber(watts, 1)} W in all; by the output's limit`,
            ["lights"],
            JOINED,
          ),
        ],
      };
    // What the lamps draw on the controller's own output; a converter's load is judged with all that hangs on it.
    if (supply.part) {
      const may = stated(supply.part, supply.amps, "how much current its light output gives");
      const drawA = watts / supply.volts;
      const withAmps = [
        ...all,
        { label: "lamps draw", value: drawA, unit: "A" },
        { label: "output gives", value: may, unit: "A" },
      ];
      const margin = { value: may - drawA, unit: "A", plusMinus: 0 };
      if (!atMost(drawA, may))
        return {
          verdict: "adapt",
          says: `The lamps draw ${formatNumber(drawA, 2)} A, the output gives ${formatNumber(may, 2)}.`,
          figures: withAmps,
          margin,
          remedies: anyOf(build, "converter", {
            title: "Voltage converter for the lamps",
            says: `${formatNumber(supply.volts, 0)} V, ${formatNumber(drawA, 2)} A or more, on a fused branch`,
            will: (spec) =>
              converterTakes(spec, build) && spec.outA >= drawA && lamps.every((lamp) => lives(lamp.spec, spec.outV)),
            most: 1,
            tasks: ["lights"],
          }),
        };
      return {
        verdict: "clear",
        says: `${formatNumber(supply.volts, 0)} V from ${supply.says} for ${count} lamp${count === 1 ? "" : "s"}: ${formatNumber(drawA, 2)} of ${formatNumber(may, 2)} A.`,
        figures: withAmps,
        margin,
      };
    }
    return {
      verdict: "clear",
      says: `${formatNumber(supply.volts, 0)} V from ${supply.says} for ${count} lamp${count === 1 ? "" : "s"}.`,
      figures: all,
    };
  },
});

/** A lamp for each end that lives on the supply that is there; a converter with them where its output gives too little. */
function lampRemedies(build: Build): Remedy[] {
  const supply = supplyOf(build);
  const lamps = build.catalogue.distinct("light").filter(({ spec }) => supply === null || lives(spec, supply.volts));
  const at = (end: "front" | "rear") => lamps.filter(({ spec }) => spec.end === end);
  const pairs = at("front").flatMap((front) => at("rear").map((rear) => [front, rear] as const));
  const mostW = supply?.part && supply.amps !== null ? supply.amps * supply.volts : Infinity;
  const pair = pairs.find((one) => atMost(wattsOf(one), mostW)) ?? pairs[0];
  const [front, rear] = pair ?? [at("front")[0], at("rear")[0]];
  const onConverter = pair !== undefined && !atMost(wattsOf(pair), mostW);
  const joined = !onConverter && supply?.outputs === 1;
  return [
    bought(
      "lamps",
      onConverter ? "Front and rear lamp on a converter of their own" : "Front and rear lamp on the pack",
      supply === null
        ? "by the controller's light output"
        : `for ${formatNumber(supply.volts, 0)} V${joined ? ", both joined on its one output" : ""}`,
      [
        { kind: "light", partId: front?.id ?? null, quantity: 1, says: "front lamp" },
        { kind: "light", partId: rear?.id ?? null, quantity: 1, says: "rear lamp" },
        ...(onConverter ? [converterFor(pair, build)] : []),
      ],
      [],
      joined ? JOINED : undefined,
    ),
  ];
}

type Lamps = readonly { readonly spec: Spec<"light"> }[];
const wattsOf = (lamps: Lamps): number => lamps.reduce((sum, { spec }) => sum + spec.watts, 0);

const converterFor = (lamps: Lamps, build: Build): PartNeed =>
  needPart(
    build,
    "converter",
    1,
    `converter for lamps of ${formatNumber(wattsOf(lamps), 1)} W`,
    (spec) =>
      converterTakes(spec, build) &&
      atMost(wattsOf(lamps), spec.outA * spec.outV) &&
      lamps.every((lamp) => lives(lamp.spec, spec.outV)),
  );

type Supply = {
  volts: number;
  says: string;
  outputs: number | null;
  amps: number | null;
  /** Whose sheet gives the output; none for a converter. */
  part: { id: string; name: string } | null;
};

/** What feeds lamps: a converter, else the light output of controller or motor. */
function supplyOf(build: Build): Supply | null {
  const converter = lastOf(build, "converter");
  if (converter) return { volts: converter.spec.outV, says: converter.name, outputs: null, amps: null, part: null };
  const frame = lastOf(build, "frame-motor");
  const controller = controllersOf(build)[0];
  const from = controller ?? (frame && { ...frame.spec, id: frame.id, name: frame.name });
  if (!from || from.lightV === null) return null;
  return {
    volts: from.lightV,
    says: "the light output",
    outputs: from.lightOutputs,
    amps: from.lightA,
    part: { id: from.id, name: from.name },
  };
}
