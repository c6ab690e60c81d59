import { PRACTICE } from "../../basis";
import { LEGAL_CLASSES, legalClassOf, LAW_KNOWN, UNDER_LIMIT_KMH, type LegalClass } from "../../standards/law";
import { formatNumber } from "../../units/formatQuantity";
import { batteryOf, controllersOf, effectOf, lastOf, motorsOf, partsOf, voltsOf, type Build, type Motor } from "../build";
import type { Outcome, Remedy } from "../finding";
import { judge } from "../judge";
import { anyOf, bought, consumable, isDone, operation } from "../remedies";
import { acknowledge, asked, defineRule, stated, type Survey } from "../rule";
import type { PartOf } from "../../parts/part";

const one = { subjects: (build: Build) => motorsOf(build).slice(0, 1), key: () => "bike" };

type Half = "left" | "right";
export type OnBar = { readonly name: string; readonly mm: number };

/** What the build adds to each half of the bar: throttle right, remote or display and bell left, a new shifter right (common practice). */
export function addedToBar(build: Build): Record<Half, OnBar[]> {
  const items: Record<Half, OnBar[]> = { left: [], right: [] };
  const put = (half: Half, part: { id: string; name: string; spec: { barMm: number | null } } | undefined, says: string) => {
    if (part) items[half].push({ name: part.name, mm: stated(part, part.spec.barMm, says) });
  };
  const display = lastOf(build, "display");
  put("left", display, "how much bar its remote or clamp takes");
  put(lastOf(build, "throttle")?.spec.style === "twist" ? "right" : "right", lastOf(build, "throttle"), "how much bar it takes");
  put("right", lastOf(build, "shifter"), "how much bar it takes");
  put("left", lastOf(build, "bell"), "how much bar it takes");
  for (const light of partsOf(build, "light").filter((part) => part.spec.end === "front"))
    put("right", light, "how much bar it takes");
  return items;
}

export const barBudget = defineRule<Half>({
  id: "controls/bar-budget",
  title: (half) => `Room on the bar, ${half}`,
  why: "Lever, shifter, throttle, remote and bell all want their millimetres; the last one ends up where no thumb reaches.",
  basis: [PRACTICE],
  subjects: (build) => (motorsOf(build).length > 0 ? ["left", "right"] : []),
  key: (half) => half,
  place: () => "bar",
  needs: (half) => [
    half === "left" ? "barLeftMm" : "barRightMm",
    "gripMm",
    half === "left" ? "barTakenLeftMm" : "barTakenRightMm",
  ],
  check(half, survey, build): Outcome {
    const straight = survey.number(half === "left" ? "barLeftMm" : "barRightMm");
    const taken = survey.number(half === "left" ? "barTakenLeftMm" : "barTakenRightMm");
    const grip = survey.number("gripMm");
    const gripMm = isDone(build, "short grips") ? Math.min(grip.value, 90) : grip.value;
    const added = addedToBar(build)[half];
    const addedMm = added.reduce((sum, item) => sum + item.mm, 0);
    const twist = half === "right" && lastOf(build, "throttle")?.spec.style === "twist";
    // A twist throttle replaces a part of the grip that it is as long as.
    const gripLeftMm = twist ? Math.max(0, gripMm - 60) : gripMm;
    const freeMm = straight.value - gripLeftMm - taken.value - addedMm;
    return judge({
      room: freeMm,
      unit: "mm",
      plusMinus: Math.hypot(straight.plusMinus, grip.plusMinus, taken.plusMinus),
      figures: [
        { label: "straight bar", value: straight.value, unit: "mm", plusMinus: straight.plusMinus },
        { label: "grip", value: gripLeftMm, unit: "mm" },
        { label: "taken now", value: taken.value, unit: "mm" },
        ...added.map((item) => ({ label: item.name, value: item.mm, unit: "mm" })),
        { label: "left over", value: freeMm, unit: "mm" },
      ],
      settle: [half === "left" ? "barLeftMm" : "barRightMm", half === "left" ? "barTakenLeftMm" : "barTakenRightMm", "gripMm"],
      clear: `${formatNumber(freeMm, 0)} mm left over on the ${half}.`,
      short: () => {
        const remedies: Remedy[] = [];
        if (!isDone(build, "short grips") && grip.value > 90)
          remedies.push(
            bought(
              "short-grips",
              "Short grips of 90 mm",
              `${formatNumber(grip.value - 90, 0)} mm won on each side`,
              [consumable(build, "short grips", 1)],
              ["barLayout"],
              "short grips",
            ),
          );
        remedies.push(
          acknowledge(
            `controls/bar-budget ${half}`,
            "remote or bell goes on the stem or a bar extension; the customer has seen where",
          ),
        );
        return { verdict: "adapt", says: `${formatNumber(-freeMm, 0)} mm too little bar on the ${half}.`, remedies };
      },
    });
  },
});

/** A clamp sits on a bar of its size, mm. */
const CLAMP_MM = 0.2;
type Clamped = PartOf<"display"> | PartOf<"throttle">;

export const clampSize = defineRule<Clamped>({
  id: "controls/clamp",
  title: (part) => `Clamp of the ${part.kind}`,
  why: "A clamp for a thicker bar turns on a thin one; one for a thinner bar does not go on at all.",
  basis: [PRACTICE],
  subjects: (build) => [lastOf(build, "display"), lastOf(build, "throttle")].filter((part) => part !== undefined),
  key: (part) => part.kind,
  place: () => "bar",
  needs: () => ["barGripMm"],
  check(part, survey, build): Outcome {
    const centre = part.kind === "display" && part.spec.clampMm > 24.5;
    const bar = survey.number(centre ? "barCentreMm" : "barGripMm");
    const offMm = part.spec.clampMm - bar.value;
    const figures = [
      { label: centre ? "bar at the stem" : "bar at the grips", value: bar.value, unit: "mm", plusMinus: bar.plusMinus },
      { label: "clamp", value: part.spec.clampMm, unit: "mm" },
    ];
    const shim = partsOf(build, "clamp-shim").find(
      ({ spec }) => Math.abs(spec.barMm - bar.value) <= CLAMP_MM + 0.1 && Math.abs(spec.clampMm - part.spec.clampMm) <= CLAMP_MM,
    );
    if (Math.abs(offMm) <= CLAMP_MM + 1e-9)
      return {
        verdict: "clear",
        says: `${formatNumber(part.spec.clampMm, 1)} clamp on a ${formatNumber(bar.value, 1)} bar.`,
        figures,
      };
    if (shim) return { verdict: "clear", says: `${shim.name} fills it.`, figures };
    const fitsBar = (mm: number) => Math.abs(mm - survey.number(mm > 24.5 ? "barCentreMm" : "barGripMm").value) <= CLAMP_MM;
    const others =
      part.kind === "display"
        ? build.catalogue
            .distinct("display")
            .filter(({ spec }) => fitsBar(spec.clampMm) && spec.plug === part.spec.plug)
            .slice(0, 1)
            .map((other) =>
              bought(
                `display-${other.id}`,
                other.name,
                "its clamp goes on this bar",
                [{ kind: "display" as const, partId: other.id, quantity: 1, says: other.name }],
                [],
              ),
            )
        : [];
    const shims =
      offMm > 0
        ? anyOf(build, "clamp-shim", {
            title: "Shim under the clamp",
            says: `${formatNumber(bar.value, 1)} to ${formatNumber(part.spec.clampMm, 1)} mm`,
            will: (spec) =>
              Math.abs(spec.barMm - bar.value) <= CLAMP_MM + 0.1 && Math.abs(spec.clampMm - part.spec.clampMm) <= CLAMP_MM,
            most: 1,
          })
        : [];
    const remedies = [...shims, ...others];
    const says = `A ${formatNumber(part.spec.clampMm, 1)} clamp on a ${formatNumber(bar.value, 1)} bar.`;
    return remedies.length > 0
      ? { verdict: "adapt", says, figures, remedies }
      : { verdict: "stop", says, figures, lifts: `a ${part.kind} with a ${formatNumber(bar.value, 1)} clamp` };
  },
});

export const pedalSensorPlace = defineRule<PartOf<"pedal-sensor">>({
  id: "controls/pedal-sensor",
  title: "Pedal sensor's disc and side",
  why: "The disc wants room beside the shell, and not every crank comes off to let it on.",
  basis: [PRACTICE],
  subjects: (build) => partsOf(build, "pedal-sensor").slice(0, 1),
  key: () => "sensor",
  place: () => "shell",
  needs: () => ["crankKind"],
  check(sensor, survey, build): Outcome {
    const cranks = survey.choice("crankKind");
    const figures = [
      { label: "cranks", value: cranks },
      { label: "sensor's side", value: sensor.spec.side },
    ];
    if (cranks === "one-piece" && !isDone(build, "split disc"))
      return {
        verdict: "adapt",
        says: "A one-piece crank does not come off for a closed disc.",
        figures,
        remedies: [
          bought(
            "split-disc",
            "Split magnet disc",
            "clipped round the axle",
            [consumable(build, "split magnet disc", 1)],
            ["pedalSensor"],
            "split disc",
          ),
        ],
      };
    if (sensor.spec.side === "right")
      return {
        verdict: "clear",
        says: `Right side, behind the ring${sensor.spec.senses === "torque" ? ": it replaces the axle" : ""}.`,
        figures,
      };
    const gap = survey.number("leftCrankGapMm");
    const wantMm = stated(sensor, sensor.spec.thickMm, "how much room its disc wants");
    return judge({
      room: gap.value - wantMm,
      unit: "mm",
      plusMinus: gap.plusMinus,
      figures: [
        ...figures,
        { label: "shell to crank", value: gap.value, unit: "mm", plusMinus: gap.plusMinus },
        { label: "disc and sensor", value: wantMm, unit: "mm" },
      ],
      settle: ["leftCrankGapMm"],
      clear: `${formatNumber(gap.value - wantMm, 1)} mm to spare between shell and crank.`,
      short: () => ({
        verdict: "adapt",
        says: `The disc wants ${formatNumber(wantMm, 1)} mm, the crank leaves ${formatNumber(gap.value, 1)}.`,
        remedies: [
          ...anyOf(build, "pedal-sensor", {
            title: "Another sensor",
            says: "thinner, or for the right side",
            will: (spec) => spec.side === "right" || (spec.thickMm ?? 99) <= gap.value - gap.plusMinus,
            most: 2,
          }),
        ],
      }),
    });
  },
});

export const bellRule = defineRule<Motor>({
  ...one,
  id: "controls/bell",
  title: "Bell",
  why: "A faster bike that nobody hears coming; most places ask for one.",
  basis: [PRACTICE],
  place: () => "bar",
  needs: () => ["bell"],
  check(_motor, survey, build): Outcome {
    const has = survey.choice("bell") === "yes" || partsOf(build, "bell").length > 0;
    return has
      ? { verdict: "clear", says: "A bell is on it.", figures: [] }
      : {
          verdict: "adapt",
          says: "No bell.",
          figures: [],
          remedies: anyOf(build, "bell", { title: "Bell", says: "in reach of a thumb", will: () => true, most: 1 }),
        };
  },
});

export const lightsRule = defineRule<Motor>({
  ...one,
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

export const legalClass = defineRule<Motor>({
  ...one,
  id: "law/class",
  title: "Legal class where it is ridden",
  why: "Rated power, speed and throttle decide what the bike is in law; no program says that it is legal.",
  basis: LEGAL_CLASSES.flatMap((row) => row.basis),
  place: () => "kit",
  needs: () => [],
  check(_motor, _survey, build): Outcome {
    const where = asked(build, "where");
    const row = legalClassOf(where);
    const figures = [
      { label: "ridden", value: where },
      { label: "law as known in", value: LAW_KNOWN },
    ];
    if (row === undefined)
      return {
        verdict: "measure",
        says: `No class is known for “${where}”: confirm locally what it must meet.`,
        figures,
        asks: true,
        caution: "law",
      };
    if (row === null)
      return {
        verdict: "clear",
        says: "Private land: road law usually does not apply; consent, insurance and product safety do.",
        figures,
        caution: "law",
      };
    return byClass(row, build, figures);
  },
});

function byClass(row: LegalClass, build: Build, given: Outcome["figures"]): Outcome {
  const ratedW = motorsOf(build).reduce((sum, motor) => sum + motor.spec.ratedW, 0);
  const kmh = Math.min(build.asked.assistKmh ?? row.assistKmh, effectOf(build, "speedLimitKmh", Infinity));
  const throttle = partsOf(build, "throttle").length > 0 && !isDone(build, "throttle walks");
  const figures = [
    ...given,
    { label: "class", value: `${row.id}: ${row.says}` },
    { label: "rated power", value: ratedW, unit: "W" },
    { label: "class allows", value: row.ratedW, unit: "W" },
    { label: "assist ends at", value: kmh, unit: "km/h" },
    { label: "class allows", value: row.assistKmh, unit: "km/h" },
    { label: "throttle", value: throttle ? "fitted" : "none, or to 6 km/h" },
    { label: "to be marked", value: row.marks },
  ];
  const common = { figures, basis: row.basis, caution: "law" as const };
  const margin = { value: row.ratedW - ratedW, unit: "W", plusMinus: 0 };
  if (ratedW > row.ratedW)
    return {
      verdict: "stop",
      says: `${ratedW} W rated; ${row.id} ends at ${row.ratedW}. It may not be ridden there.`,
      margin,
      safety: false,
      lifts: `motors of ${row.ratedW} W together, or private land; a setting does not change what is printed on the motor`,
      ...common,
    };
  if (row.ratedUnsureOverW && ratedW > row.ratedUnsureOverW)
    return {
      verdict: "measure",
      says: `${ratedW} W lies between two texts (${row.ratedUnsureOverW} and ${row.ratedW} W): confirm locally.`,
      asks: true,
      ...common,
    };
  if (kmh > row.assistKmh + 1e-9) {
    const settable = controllersOf(build).every((controller) => controller.speedSettable);
    const set = Math.floor((row.assistKmh - UNDER_LIMIT_KMH) * 10) / 10;
    return settable
      ? {
          verdict: "adapt",
          safety: true,
          says: `The assist is to end at ${formatNumber(kmh, 1)} km/h, ${row.id} at ${formatNumber(row.assistKmh, 1)}.`,
          remedies: [
            {
              id: `set-${set}`,
              title: `Set the assist to end at ${formatNumber(set, 1)} km/h`,
              says: "read back and written on the work order",
              parts: [],
              tasks: ["setSpeed"],
              effect: { numbers: { speedLimitKmh: set } },
              caution: "law",
            },
          ],
          ...common,
        }
      : {
          verdict: "stop",
          says: `The assist ends at ${formatNumber(kmh, 1)} km/h and cannot be set; ${row.id} ends at ${formatNumber(row.assistKmh, 1)}.`,
          lifts: "a controller whose limit can be set",
          ...common,
        };
  }
  if (throttle && row.throttle !== "allowed")
    return {
      verdict: "adapt",
      safety: true,
      says: `${row.id} allows no throttle beyond walking pace.`,
      remedies: [
        operation(
          "throttle-walks",
          "Limit the throttle to 6 km/h",
          "walk assist only; or leave it off the bike",
          ["setSpeed"],
          "throttle walks",
          "law",
        ),
      ],
      ...common,
    };
  const volts = batteryOf(build) ? voltsOf(batteryOf(build)!).nominal : 0;
  if (row.nominalV !== null && volts > row.nominalV + 0.1)
    return {
      verdict: "measure",
      says: `${formatNumber(volts, 1)} V nominal is over the ${row.nominalV} V that the class's standard covers: confirm locally.`,
      asks: true,
      ...common,
    };
  return {
    verdict: "clear",
    says: `Within the figures of ${row.id} as known in ${LAW_KNOWN}; confirm locally, mark it: ${row.marks}.`,
    margin,
    ...common,
  };
}

/** Plugs that meet: what each side has. */
type Pair = {
  readonly what: string;
  readonly a: string;
  readonly aName: string;
  readonly b: string;
  readonly bName: string;
  readonly power: boolean;
};

function pairs(build: Build): Pair[] {
  const battery = batteryOf(build);
  const list: Pair[] = [];
  for (const controller of controllersOf(build)) {
    if (battery && controller.plug !== null)
      list.push({
        what: "battery",
        a: battery.spec.plug,
        aName: battery.name,
        b: controller.plug,
        bName: controller.name,
        power: true,
      });
    const motor = partsOf(build, "hub-motor")[0];
    if (motor?.spec.plug && controller.motorPlug)
      list.push({
        what: "motor",
        a: motor.spec.plug,
        aName: motor.name,
        b: controller.motorPlug,
        bName: controller.name,
        power: true,
      });
    const display = lastOf(build, "display");
    if (display && controller.controlPlug)
      list.push({
        what: "display",
        a: display.spec.plug,
        aName: display.name,
        b: controller.controlPlug,
        bName: controller.name,
        power: false,
      });
  }
  return list.filter((pair, i) => list.findIndex((other) => other.what === pair.what) === i);
}

export const plugs = defineRule<Pair>({
  id: "wiring/plugs",
  title: (pair) => `Plug of the ${pair.what}`,
  why: "Two plugs that do not meet stop the job on the last evening.",
  basis: [PRACTICE],
  subjects: pairs,
  key: (pair) => pair.what,
  place: () => "wiring",
  needs: () => [],
  check(pair, _survey: Survey, build): Outcome {
    const figures = [
      { label: pair.aName, value: pair.a },
      { label: pair.bName, value: pair.b },
    ];
    if (pair.a === pair.b) return { verdict: "clear", says: `Both ${pair.a}.`, figures };
    const flag = `plug made ${pair.what}`;
    if (isDone(build, flag)) return { verdict: "clear", says: `A ${pair.a} end is made on the ${pair.b} side.`, figures };
    const says = `${pair.a} on one side, ${pair.b} on the other.`;
    if (!pair.power)
      return {
        verdict: "stop",
        says: `${says} Signals of two makers do not meet.`,
        figures,
        lifts: `a ${pair.what} with ${pair.b}, or a controller with ${pair.a}`,
      };
    const make: Remedy = bought(
      "make-plug",
      build.house.powerLeads === "plugs"
        ? `New ${pair.a} plug on the controller's lead`
        : "Solder the leads, shrink and strain relief",
      build.house.powerLeads === "plugs"
        ? "crimped with its die; shrouded half on the source"
        : "no plug to come loose; wick kept out of the flexing part",
      build.house.powerLeads === "plugs"
        ? anyOf(build, "connector", {
            title: "Plug",
            says: `${pair.a} plug pair`,
            will: (spec) => spec.family === pair.a,
            most: 1,
          })[0]!.parts
        : [consumable(build, "shrink tube", 1)],
      ["harness"],
      flag,
    );
    return { verdict: "adapt", says, figures, remedies: [make] };
  },
});
