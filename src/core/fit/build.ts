import type { Donor } from "../donor/donor";
import type { HouseRules } from "../house/houseRules";
import type { Catalogue } from "../parts/catalogue";
import type { Part, PartOf } from "../parts/part";
import type { PartKind, Spec } from "../parts/specs";
import { packVolts } from "../power/batteryPack";
import type { EffectNumber, Geometry } from "./effect";
import type { PartNeed } from "./finding";

/** Why a part is in the build. The thread from finding to order hangs on it. */
export type Origin =
  | { readonly type: "kit"; readonly kitId: string }
  | { readonly type: "choice"; readonly slot: string }
  | { readonly type: "remedy"; readonly finding: string; readonly remedy: string };

export type Supplied = { readonly part: Part; readonly quantity: number; readonly origin: Origin };

/** All that the rules look at. */
export type Build = {
  readonly donor: Donor;
  readonly supplied: readonly Supplied[];
  readonly geometry: Geometry;
  readonly house: HouseRules;
  readonly catalogue: Catalogue;
  readonly wishesThrottle: boolean;
};

export type HubMotor = PartOf<"hub-motor">;
export type MidMotor = PartOf<"mid-motor">;
export type Motor = HubMotor | MidMotor | PartOf<"frame-motor">;

/** Parts of one kind in the build, one entry each (not multiplied by quantity). */
export function suppliedOf<K extends PartKind>(build: Build, kind: K): { part: PartOf<K>; quantity: number; origin: Origin }[] {
  return build.supplied.filter((s) => s.part.kind === kind) as unknown as { part: PartOf<K>; quantity: number; origin: Origin }[];
}

export const partsOf = <K extends PartKind>(build: Build, kind: K): PartOf<K>[] => suppliedOf(build, kind).map((s) => s.part);

/** How many pieces of a kind whose spec will do are in the build. */
export const countOf = <K extends PartKind>(build: Build, kind: K, will: (spec: Spec<K>) => boolean = () => true): number =>
  suppliedOf(build, kind).reduce((sum, s) => sum + (will(s.part.spec) ? s.quantity : 0), 0);

export const motorsOf = (build: Build): Motor[] => [
  ...partsOf(build, "hub-motor"),
  ...partsOf(build, "mid-motor"),
  ...partsOf(build, "frame-motor"),
];

export const effectOf = (build: Build, name: EffectNumber, otherwise: number) => build.geometry.numbers[name] ?? otherwise;

/** A controller with the settings in force, whether in a box of its own or in a mid-drive. */
export type Controller = {
  id: string;
  name: string;
  batteryA: number;
  leastBatteryA: number | null;
  maxV: number;
  cutV: number;
  cutSettable: boolean;
  speedSettable: boolean;
};

export function controllersOf(build: Build): Controller[] {
  const own = partsOf(build, "controller").map((part) => ({ id: part.id, name: part.name, spec: part.spec }));
  const inside = partsOf(build, "mid-motor").flatMap((part) =>
    part.spec.controllerBuiltIn ? [{ id: part.id, name: `${part.name}, its controller`, spec: part.spec.controllerBuiltIn }] : [],
  );
  return [...own, ...inside].map(({ id, name, spec }) => ({
    id,
    name,
    batteryA: Math.min(spec.batteryA, effectOf(build, "controllerBatteryA", Infinity)),
    leastBatteryA: spec.leastBatteryA,
    maxV: spec.maxV,
    cutV: Math.max(spec.cutV, spec.cutSettable ? effectOf(build, "controllerCutV", 0) : 0),
    cutSettable: spec.cutSettable,
    speedSettable: spec.speedSettable,
  }));
}

export const batteryOf = (build: Build): PartOf<"battery"> | undefined => partsOf(build, "battery")[0];

/** The pack's volts from its cells. */
export const voltsOf = (battery: PartOf<"battery">) => packVolts(battery.spec.chemistry, battery.spec.series);

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
