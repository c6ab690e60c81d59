import type { Donor } from "../donor/donor";
import type { DonorKey } from "../donor/items";
import type { HouseRules } from "../house/houseRules";
import type { Catalogue } from "../parts/catalogue";
import type { Part, PartCount, PartOf } from "../parts/part";
import type { Spec } from "../parts/specs";
import type { PartKind } from "../parts/kinds";
import { packVolts } from "../power/batteryPack";
import type { BenchReading, Found } from "./atBench";
import type { LeftIn } from "./leftIn";
import type { Off } from "./renews";
import type { EffectNumber, Geometry } from "./effect";
import type { PartNeed } from "./finding";

/** Why a part is in the build. The thread from finding to order hangs on it. */
export type Origin =
  | { readonly type: "kit"; readonly kitId: string }
  | { readonly type: "choice"; readonly slot: string }
  | { readonly type: "remedy"; readonly finding: string; readonly remedy: string };

export type Supplied<P = Part> = PartCount<P> & { readonly origin: Origin };

/** What the wish says that a fit depends on; null where it was not asked yet. */
export type Asked = {
  readonly throttle: boolean;
  readonly where: string;
  readonly riderKg: number | null;
  readonly loadKg: number | null;
  readonly assistKmh: number | null;
  readonly hillPercent: number | null;
  readonly hillKm: number | null;
  readonly coldestC: number | null;
  readonly chargeHours: number | null;
  readonly tows: "nothing" | "child seat" | "trailer";
};

/** All that the rules look at. */
export type Build = {
  readonly donor: Donor;
  readonly supplied: readonly Supplied[];
  /** What kit or choices brought and a remedy's part displaces: it is not fitted. */
  readonly spare?: readonly Supplied[];
  readonly geometry: Geometry;
  readonly house: HouseRules;
  readonly catalogue: Catalogue;
  readonly asked: Asked;
  /** Figures of the survey that no sum may use, and why: they are not in `donor`. */
  readonly doubts?: readonly { readonly key: DonorKey; readonly says: string }[];
  /** What was measured at the steps of the work, by the measure's key, and what was found there. */
  readonly readings?: Readonly<Record<string, BenchReading>>;
  readonly found?: readonly Found[];
  /** What comes off a finished bike that is upgraded. */
  readonly off?: readonly Off[];
  /** What finished steps put in that are open again or gone. */
  readonly leftIn?: readonly LeftIn[];
  /** What was worked out of this build before; the engine puts an empty one in. */
  readonly memo?: Memo;
};

/**
 * Every rule asks for parts by kind, motors and controllers, many times a run: sorted once a build. Each entry names what it was
 * worked out of, so that a copy of a build with other parts is not answered from it. A plain field: the garbage collector pays
 * for weak maps of builds that live a millisecond.
 */
type Memo = {
  of?: { supplied: readonly Supplied[]; kinds: Map<PartKind, { all: Supplied[]; parts: Part[] }>; motors: readonly Motor[] };
  controllers?: { supplied: readonly Supplied[]; geometry: Geometry; all: readonly Controller[] };
  outlets?: { of: readonly Controller[]; motors: readonly Motor[]; all: readonly Drive[] };
  ends?: { of: readonly HubMotor[]; motored: readonly End[]; all: readonly End[] };
  watch?: Watch;
};

/** What one motor is fed by: its controller, and which share of that controller's currents is its own. */
export type Drive = { readonly controller: Controller; readonly share: number };
type End = HubMotor["spec"]["end"];

/** Who is told what is read of a build that remedies may change: a kind of parts by its name. @see watched in known.ts */
export type Watch = { readonly of: () => Build; readonly supplied: readonly Supplied[]; readonly saw: (what: string) => void };

/** The parts of a build, for those who look at some kinds of them alone and say which. */
export function piecesOf(build: Build): readonly Supplied[] {
  const watch = build.memo?.watch;
  // A copy of a watched build may have other parts: they are its own.
  return watch?.of() === build ? watch.supplied : build.supplied;
}

export type HubMotor = PartOf<"hub-motor">;
export type MidMotor = PartOf<"mid-motor">;
export type FrameMotor = PartOf<"frame-motor">;
/** A motor at the crank: clamped in the shell, or bolted to a frame that was made for it. */
export type CrankMotor = MidMotor | FrameMotor;
export type Motor = HubMotor | CrankMotor;

function sorted(build: Build) {
  const known = build.memo?.of;
  const pieces = piecesOf(build);
  if (known?.supplied === pieces) return known;
  const kinds = new Map<PartKind, { all: Supplied[]; parts: Part[] }>();
  for (const supplied of pieces) {
    let entry = kinds.get(supplied.part.kind);
    if (!entry) kinds.set(supplied.part.kind, (entry = { all: [], parts: [] }));
    entry.all.push(supplied);
    entry.parts.push(supplied.part);
  }
  const motors = MOTOR_KINDS.flatMap((kind) => kinds.get(kind)?.parts ?? []) as Motor[];
  const fresh = { supplied: pieces, kinds, motors };
  if (build.memo) build.memo.of = fresh;
  return fresh;
}

const NO_PARTS: readonly never[] = [];

/** Parts of one kind in the build, one entry each (not multiplied by quantity). */
export function suppliedOf<K extends PartKind>(build: Build, kind: K): readonly Supplied<PartOf<K>>[] {
  build.memo?.watch?.saw(kind);
  return (sorted(build).kinds.get(kind)?.all ?? NO_PARTS) as unknown as Supplied<PartOf<K>>[];
}

export function partsOf<K extends PartKind>(build: Build, kind: K): readonly PartOf<K>[] {
  build.memo?.watch?.saw(kind);
  return (sorted(build).kinds.get(kind)?.parts ?? NO_PARTS) as unknown as PartOf<K>[];
}

/** How many pieces of a kind whose spec will do are in the build. */
export const countOf = <K extends PartKind>(build: Build, kind: K, will: (spec: Spec<K>) => boolean = () => true): number =>
  suppliedOf(build, kind).reduce((sum, s) => sum + (will(s.part.spec) ? s.quantity : 0), 0);

/** Of several parts of a kind the one in force: what a remedy brought, else what was chosen or came in the kit. */
export function lastOf<K extends PartKind>(build: Build, kind: K): PartOf<K> | undefined {
  const all = suppliedOf(build, kind);
  return (all.findLast((s) => s.origin.type === "remedy") ?? all[0])?.part;
}

export function motorsOf(build: Build): readonly Motor[] {
  sawAll(build, MOTOR_KINDS);
  return sorted(build).motors;
}

const MOTOR_KINDS = ["hub-motor", "mid-motor", "frame-motor"] as const;
const sawAll = (build: Build, what: readonly string[]): void => {
  const watch = build.memo?.watch;
  if (watch) for (const one of what) watch.saw(one);
};

export const effectOf = (build: Build, name: EffectNumber, otherwise: number) => build.geometry.numbers[name] ?? otherwise;

/** A controller with the settings in force, whether in a box of its own or in a mid-drive. */
export type Controller = {
  id: string;
  name: string;
  batteryA: number;
  leastBatteryA: number | null;
  /** The maker's highest input; null where the sheet gives none. */
  maxV: number | null;
  capacitorV: number | null;
  cutV: number;
  cutSettable: boolean;
  speedSettable: boolean;
  regenMaxV: number | null;
  regenSettable: boolean;
  batteryLeadMm: number | null;
  batteryLeadAwg: number | null;
  motorLeadMm: number | null;
  displayLeadMm: number | null;
  controlPlug: string | null;
  motorPlug: string | null;
  plug: string | null;
  lightV: number | null;
  lightOutputs: number | null;
  lightA: number | null;
  phaseA: number | null;
  /** How many motors it drives, each by its share. */
  outputs: number;
};

/** Every controller of the build, each as often as it is there. */
export function controllersOf(build: Build): readonly Controller[] {
  // Said each time: what is answered from before was read by whoever asked first.
  sawAll(build, CONTROLLERS_READ);
  const known = build.memo?.controllers;
  const pieces = piecesOf(build);
  if (known?.supplied === pieces && known.geometry === build.geometry) return known.all;
  const all = readControllers(build);
  if (build.memo) build.memo.controllers = { supplied: pieces, geometry: build.geometry, all };
  return all;
}

const CONTROLLERS_READ = ["controller", "mid-motor", "frame-motor", "regenMaxV", "controllerBatteryA", "controllerCutV"];

function readControllers(build: Build): Controller[] {
  const all: Controller[] = [];
  for (const { part, quantity } of suppliedOf(build, "controller"))
    for (let i = 0; i < quantity; i += 1) all.push(withSettings(part.id, part.name, part.spec, part.spec, build));
  for (const part of [...partsOf(build, "mid-motor"), ...partsOf(build, "frame-motor")])
    if (part.spec.controllerBuiltIn)
      all.push(withSettings(part.id, `${part.name}, its controller`, part.spec.controllerBuiltIn, leadsInside(part), build));
  return all;
}

type Electric = Omit<NonNullable<Spec<"mid-motor">["controllerBuiltIn"]>, "maxV"> & { maxV: number | null };
type Leads = Pick<
  Controller,
  | "regenMaxV"
  | "regenSettable"
  | "batteryLeadMm"
  | "batteryLeadAwg"
  | "motorLeadMm"
  | "displayLeadMm"
  | "controlPlug"
  | "motorPlug"
  | "plug"
  | "lightV"
  | "lightOutputs"
  | "lightA"
  | "capacitorV"
  | "phaseA"
  | "outputs"
>;

/** A controller inside a motor has no leads to the motor, and none of these regenerates. */
const leadsInside = ({ spec }: CrankMotor): Leads => ({
  regenMaxV: null,
  regenSettable: false,
  batteryLeadMm: spec.batteryLeadMm,
  batteryLeadAwg: spec.batteryLeadAwg,
  motorLeadMm: null,
  displayLeadMm: spec.displayLeadMm,
  controlPlug: null,
  motorPlug: null,
  plug: spec.plug,
  lightV: spec.lightV,
  lightOutputs: spec.lightOutputs,
  lightA: spec.lightA,
  capacitorV: null,
  phaseA: null,
  outputs: 1,
});

/** Field by field: this is done for every build of every preview, and spreading two long specs is the dear way. */
function withSettings(id: string, name: string, electric: Electric, leads: Leads, build: Build): Controller {
  return {
    id,
    name,
    regenMaxV: leads.regenMaxV === null ? null : Math.min(leads.regenMaxV, effectOf(build, "regenMaxV", Infinity)),
    regenSettable: leads.regenSettable,
    batteryLeadMm: leads.batteryLeadMm,
    batteryLeadAwg: leads.batteryLeadAwg,
    motorLeadMm: leads.motorLeadMm,
    displayLeadMm: leads.displayLeadMm,
    controlPlug: leads.controlPlug,
    motorPlug: leads.motorPlug,
    plug: leads.plug,
    lightV: leads.lightV,
    lightOutputs: leads.lightOutputs,
    lightA: leads.lightA,
    capacitorV: leads.capacitorV,
    phaseA: leads.phaseA,
    outputs: leads.outputs,
    batteryA: Math.min(electric.batteryA, effectOf(build, "controllerBatteryA", Infinity)),
    leastBatteryA: electric.leastBatteryA,
    maxV: electric.maxV,
    cutV: Math.max(electric.cutV, electric.cutSettable ? effectOf(build, "controllerCutV", 0) : 0),
    cutSettable: electric.cutSettable,
    speedSettable: electric.speedSettable,
  };
}

/** Capacitors are held this far under what is printed on them (common practice). */
const CAPACITOR_SHARE = 0.85;

/** The highest volts a controller may see: its maker's, else by its capacitors; null where nobody says. */
export const highestInputV = ({ maxV, capacitorV }: Pick<Controller, "maxV" | "capacitorV">): number | null =>
  maxV ?? (capacitorV === null ? null : CAPACITOR_SHARE * capacitorV);

/** One of each kind of controller, for rules that look at a kind. */
export function controllerKinds(build: Build): readonly Controller[] {
  const all = controllersOf(build);
  return all.filter((controller, i) => all.findIndex((other) => other.id === controller.id) === i);
}

export const batteryOf = (build: Build): PartOf<"battery"> | undefined => partsOf(build, "battery")[0];

/** The pack's volts from its cells. */
export const voltsOf = (battery: PartOf<"battery">) => packVolts(battery.spec.chemistry, battery.spec.series);

/**
 * Of the parts that will do the one that least speaks against, the cheapest of those, as a need.
 * @param against how much other checks would find wrong with it, 0 for nothing: what it opens is told, but it is not offered where a better one is there
 */
export function needBest<K extends PartKind>(
  build: Build,
  kind: K,
  quantity: number,
  says: string,
  will: (spec: Spec<K>) => boolean,
  against: (spec: Spec<K>) => number,
): PartNeed {
  const fits = build.catalogue.distinct(kind).filter((part) => will(part.spec));
  const least = Math.min(...fits.map((part) => against(part.spec)));
  return { kind, partId: fits.find((part) => against(part.spec) === least)?.id ?? null, quantity, says };
}

/** The cheapest part that will do, as a need; a need without a part says what is missing from the catalogue. */
export function needPart<K extends PartKind>(
  build: Build,
  kind: K,
  quantity: number,
  says: string,
  will: (spec: Spec<K>) => boolean,
): PartNeed {
  return { kind, partId: build.catalogue.cheapest(kind, will)?.id ?? null, quantity, says };
}
