import { memory, PRACTICE } from "../basis";
import { batteryOf, motorsOf, partsOf, type Build } from "../fit/build";
import type { Measure } from "../fit/measures";
import { motorClass } from "../power/motorClass";
import { STEP_MEASURES, type StepMeasure } from "../standards/stepMeasures";
import type { TaskId } from "../standards/tasks";
import { hasDerailleur } from "../work/partStep";

/** A measure of a finished bike at its visits, and what it was when the bike was new, as far as that is known. */
export type VisitMeasure = Measure & { readonly asNew: { readonly value: number; readonly says: string } | null };

/** A pack with less than this of what it was sold with is old; its resistance by then has about doubled (common practice). */
const OLD_SHARE = 0.8;
/** A gauge says so of a chain that is due: thin chains for many cogs sooner, before they spoil them (common practice). */
const CHAIN_PERCENT = { wide: 0.75, thin: 0.5 } as const;
const THIN_FROM_COGS = 11;
/** No plug or socket should be hotter in use, °C: what the housings of small power plugs are made for, less a third. */
const PLUG_C = 60;

const base = { helps: [], hurts: false } as const;

/** What is read on a finished bike when it comes back, by what is in it: per wheel where a wheel has a motor. */
export function visitMeasuresOf(build: Build): VisitMeasure[] {
  return [...ofWheels(build), ...ofBrakes(build), ...ofChain(build), ...ofPack(build), ...ofMotor(build)];
}

function ofWheels(build: Build): VisitMeasure[] {
  const hubs = partsOf(build, "hub-motor");
  const ends = [...new Set(hubs.map(({ spec }) => spec.end))];
  return ends.flatMap((end) => [
    {
      ...base,
      id: "axle mark",
      key: `axle mark ${end}`,
      says: `Witness mark at the ${end} axle has moved`,
      unit: "mm" as const,
      atMost: 0,
      usualMost: 20,
      with: "eye",
      plusMinus: 0,
      hurts: true,
      basis: PRACTICE,
      asNew: { value: 0, says: "marked when it was built" },
    },
    {
      ...atBench("checkWheel", "loosest"),
      key: `loosest ${end}`,
      says: `Loosest spoke of the ${end} wheel`,
      asNew: readAsNew(build, ["laceWheel", "checkWheel"], end, "loosest"),
    },
  ]);
}

/** What was read at the bench when it was built, whichever step it was read at. */
function readAsNew(build: Build, tasks: readonly string[], end: string, id: string): VisitMeasure["asNew"] {
  for (const task of tasks)
    for (const key of [`${task} ${end} ${id}`, `${task} ${id}`]) {
      const read = build.readings?.[key];
      if (read) return { value: read.value, says: "read when it was built" };
    }
  return null;
}

const ofBrakes = (build: Build): VisitMeasure[] => [
  { ...atBench("brakesFirst", "pads"), key: "pads", asNew: readAsNew(build, ["brakesFirst"], "", "pads") },
  { ...atBench("checks", "cut-off time"), key: "cut-off", asNew: readAsNew(build, ["checks"], "", "cut-off time") },
];

/** What is read at a visit as it was read at the bench keeps the table's limit and instrument. */
function atBench(task: TaskId, id: string): StepMeasure {
  const measure = STEP_MEASURES[task]?.find((one) => one.id === id);
  if (!measure) throw new RangeError(`no ${id} is measured at ${task}`);
  return measure;
}

function ofChain(build: Build): VisitMeasure[] {
  if (build.donor.gears?.value === "belt") return [];
  const cogs = build.donor.cogCount?.value;
  const thin = hasDerailleur(build) && typeof cogs === "number" && cogs >= THIN_FROM_COGS;
  return [
    {
      ...base,
      id: "chain",
      key: "chain",
      says: "Chain, longer than new by",
      unit: "%",
      atMost: thin ? CHAIN_PERCENT.thin : CHAIN_PERCENT.wide,
      usualMost: 5,
      with: "chain gauge",
      plusMinus: 0.05,
      basis: PRACTICE,
      asNew: partsOf(build, "chain").length > 0 ? { value: 0, says: "a new chain went on" } : null,
    },
  ];
}

function ofPack(build: Build): VisitMeasure[] {
  const battery = batteryOf(build);
  if (!battery) return [];
  const { capacityAh } = battery.spec;
  return [
    {
      ...base,
      id: "capacity",
      key: "capacity",
      says: "Pack's charge, from full until it cuts off",
      unit: "Ah",
      atLeast: Number((OLD_SHARE * capacityAh).toFixed(2)),
      usualMost: 1.3 * capacityAh,
      with: "charge counter",
      plusMinus: Number((0.02 * capacityAh).toFixed(2)),
      basis: PRACTICE,
      asNew: { value: capacityAh, says: "as the pack was sold" },
    },
    {
      ...base,
      id: "swollen",
      key: "swollen",
      says: "Pack's case thicker than new by",
      unit: "mm",
      atMost: 0,
      usualMost: 30,
      with: "caliper",
      plusMinus: 0,
      hurts: true,
      basis: PRACTICE,
      asNew: { value: 0, says: "as it was new" },
    },
    {
      ...base,
      id: "plug heat",
      key: "plug heat",
      says: "Hottest plug after the hill",
      unit: "°C",
      atMost: PLUG_C,
      usualMost: 200,
      with: "thermometer",
      plusMinus: 2,
      hurts: true,
      basis: memory("housings of small power plugs"),
      asNew: null,
    },
  ];
}

function ofMotor(build: Build): VisitMeasure[] {
  const motors = motorsOf(build);
  if (motors.length === 0) return [];
  return [
    {
      ...base,
      id: "winding",
      key: "winding",
      says: "Motor's winding after the hill",
      unit: "°C",
      atMost: Math.min(...motors.map((motor) => motorClass(motor).thermal.limitC)),
      usualMost: 250,
      with: "display or programming lead",
      plusMinus: 3,
      basis: memory("typical of the motor's class"),
      asNew: null,
    },
  ];
}
