import { plusMinusOf } from "./donor";
import { donorItem, type DonorKey } from "./items";
import type { Donor } from "./donor";
import type { Reading } from "./readingSchema";

/** A common kind of bike to begin a survey from: the sizes that are usual on it (common practice), each to be measured yet. */
type Template = { readonly title: string; readonly usual: Partial<Record<DonorKey, number | string>> };

const STEEL_FRONT: Template["usual"] = {
  forkKind: "rigid",
  forkMaterial: "steel",
  frontDropout: "slot",
  frontDropoutMaterial: "steel",
  frontOverLocknutMm: 100,
};
const CITY_SIZES: Template["usual"] = { frontBeadSeatMm: 622, rearBeadSeatMm: 622, tyreWidthMm: 37, shellWidthMm: 68 };

export const BIKE_TEMPLATES = {
  city: {
    title: "City bike, hub gear, back-pedal brake",
    usual: {
      ...STEEL_FRONT,
      ...CITY_SIZES,
      frameKind: "step-through",
      frameMaterial: "steel",
      frontBrake: "rim linear",
      rearBrake: "coaster",
      leverKind: "separate mechanical",
      barKind: "swept",
      gears: "hub gear",
      shifterSpeeds: 3,
      shellStandard: "iso",
      rearOverLocknutMm: 120,
      chainstayMm: 455,
      bikeMassKg: 17,
    },
  },
  trekking: {
    title: "Trekking bike, nine gears, rim brakes",
    usual: {
      ...CITY_SIZES,
      frameKind: "diamond",
      frameMaterial: "aluminium",
      forkKind: "suspension",
      forkMaterial: "aluminium",
      frontOverLocknutMm: 100,
      frontBrake: "rim linear",
      rearBrake: "rim linear",
      leverKind: "separate mechanical",
      barKind: "flat",
      gears: "derailleur",
      shifterSpeeds: 9,
      cogCount: 9,
      smallestCogTeeth: 11,
      largestCogTeeth: 32,
      clusterInterface: "spline-8-10",
      shellStandard: "iso",
      rearOverLocknutMm: 135,
      chainstayMm: 450,
      bikeMassKg: 16,
    },
  },
  hardtail: {
    title: "Mountain hardtail, disc brakes",
    usual: {
      frameKind: "diamond",
      frameMaterial: "aluminium",
      forkKind: "suspension",
      forkMaterial: "aluminium",
      frontBrake: "disc",
      rearBrake: "disc",
      leverKind: "hydraulic flat",
      barKind: "flat",
      gears: "derailleur",
      frontBeadSeatMm: 584,
      rearBeadSeatMm: 584,
      tyreWidthMm: 57,
      shellStandard: "iso",
      shellWidthMm: 73,
      rearOverLocknutMm: 135,
      chainstayMm: 435,
      bikeMassKg: 14,
    },
  },
  folding: {
    title: "Folding bike, small wheels",
    usual: {
      ...STEEL_FRONT,
      frameKind: "folding",
      frameMaterial: "steel",
      frontOverLocknutMm: 74,
      frontBrake: "rim linear",
      rearBrake: "rim linear",
      leverKind: "separate mechanical",
      barKind: "flat",
      gears: "derailleur",
      frontBeadSeatMm: 406,
      rearBeadSeatMm: 406,
      tyreWidthMm: 47,
      shellStandard: "iso",
      shellWidthMm: 68,
      rearOverLocknutMm: 130,
      chainstayMm: 400,
      bikeMassKg: 12.5,
    },
  },
} as const satisfies Record<string, Template>;
export type TemplateId = keyof typeof BIKE_TEMPLATES;

const told = (key: DonorKey, value: number | string, taken: { at: string; by: string }): Reading => ({
  value,
  how: "told",
  plusMinus: plusMinusOf(donorItem(key), "told", value),
  taken,
  earlier: [],
});

/** The survey that a kind of bike begins with: nothing of it is measured, all of it told. */
export const donorFrom = (id: TemplateId, taken: { at: string; by: string }): Donor =>
  Object.fromEntries(
    (Object.entries(BIKE_TEMPLATES[id].usual) as [DonorKey, number | string][]).map(([key, value]) => [
      key,
      told(key, value, taken),
    ]),
  );

/** Another bike's survey as what it is for this one: told. */
export const asTold = (donor: Donor, taken: { at: string; by: string }): Donor =>
  Object.fromEntries((Object.entries(donor) as [DonorKey, Reading][]).map(([key, { value }]) => [key, told(key, value, taken)]));
