import type { How } from "./reading";

/** Where on the bike the builder stands, in the order of the walk: bike down (bars, fork), then up, and last the rider. */
export const PLACES = [
  "frame",
  "bars",
  "fork",
  "front end",
  "shell",
  "stays",
  "rear end",
  "cluster",
  "triangle",
  "whole bike",
  "condition",
  "rider",
] as const;
export type Place = (typeof PLACES)[number];

/** The picture that shows where the jaws go: a base drawing and the mark on it. */
export type Picture = {
  readonly base:
    | "frame"
    | "bar"
    | "fork"
    | "legs"
    | "brake"
    | "dropout"
    | "dropoutPlan"
    | "rim"
    | "shell"
    | "shellPlan"
    | "underShell"
    | "stayPlan"
    | "sideDrive"
    | "cluster"
    | "triangle"
    | "rider"
    | "scale";
  readonly mark: string;
};

/** An item that only makes sense after another answer. */
export type Only = { readonly key: string; readonly is: readonly string[]; readonly or?: Only };

type Item = {
  readonly place: Place;
  readonly label: string;
  readonly ask: string;
  readonly picture: Picture;
  readonly only?: Only;
};

export type NumberKind = "length" | "count" | "mass" | "angle" | "torque" | "speed";
/** A figure: its tool sets its uncertainty; outside `plausible` it is asked about, not swallowed. The first chip is the likely one. */
export type NumberItem = Item & {
  readonly kind: NumberKind;
  readonly tool: How;
  readonly chips: readonly number[];
  readonly plausible: readonly [low: number, high: number];
  readonly toldPlusMinus: number;
};
export type ChoiceItem = Item & { readonly kind: "choice"; readonly options: Readonly<Record<string, string>> };
export type DonorItem = NumberItem | ChoiceItem;

/** Stored unit of each kind of figure. */
export const KIND_UNIT: Record<NumberKind, "mm" | "kg" | "count" | "°" | "N·m" | "km/h"> = {
  length: "mm",
  mass: "kg",
  count: "count",
  angle: "°",
  torque: "N·m",
  speed: "km/h",
};

export const length = (
  place: Place,
  label: string,
  ask: string,
  tool: How,
  chips: readonly number[],
  plausible: readonly [number, number],
  toldPlusMinus: number,
  picture: Picture,
  only?: Only,
) => ({ kind: "length", place, label, ask, tool, chips, plausible, toldPlusMinus, picture, ...(only && { only }) }) as const;

const plain =
  <K extends NumberKind>(kind: K, tool: How, toldPlusMinus: number) =>
  (
    place: Place,
    label: string,
    ask: string,
    chips: readonly number[],
    plausible: readonly [number, number],
    picture: Picture,
    only?: Only,
  ) =>
    ({ kind, place, label, ask, tool, chips, plausible, toldPlusMinus, picture, ...(only && { only }) }) as const;

export const count = plain("count", "seen", 1);
export const mass = plain("mass", "gauge", 2);
export const angle = plain("angle", "level", 2);
/** A maker's figure, read off a sheet or asked for. */
export const torque = plain("torque", "nominal", 10);

/** A speed as a display or lead shows it. */
export const speed = plain("speed", "seen", 1);

export const choice = <O extends Readonly<Record<string, string>>>(
  place: Place,
  label: string,
  ask: string,
  options: O,
  picture: Picture,
  only?: Only,
) => ({ kind: "choice", place, label, ask, options, picture, ...(only && { only }) }) as const;

export const labelled = <T extends Record<string, { says: string }>>(table: T) =>
  Object.fromEntries(Object.entries(table).map(([key, row]) => [key, row.says])) as { [K in keyof T]: string };
