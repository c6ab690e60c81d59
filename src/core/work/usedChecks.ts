import type { PartKind } from "../parts/kinds";

const TURNS = "turns by hand without grating or play";
const CONTACTS = "contacts bright, no melted or pulled wire";

/**
 * What a used part is looked at for before it goes on a bike (common practice; the 0.5 and 0.75 % of a chain and the 1.5 mm of a rotor are
 * usual limits, from memory: the part's own mark governs).
 */
const CHECKS: Partial<Record<PartKind, readonly string[]>> = {
  battery: [
    "no dent, swelling, water or smell; else outdoors and refused",
    "full charge, then discharged at a known current: capacity counted and written down, under four fifths of its label it is told to the customer",
    "cell groups within 0.05 V of each other at rest, charged and empty",
    "its number is on no recall that is known",
  ],
  "hub-motor": [TURNS, "phases alike two by two, no path to the axle", "axle flats and threads whole", CONTACTS],
  "mid-motor": [TURNS, "phases alike two by two, no path to the case", "spindle and threads whole", CONTACTS],
  "frame-motor": [TURNS, "phases alike two by two, no path to the case", "mount threads whole", CONTACTS],
  controller: ["no path from phases to plus or minus", "case dry inside, seals whole", CONTACTS],
  charger: ["volts at no load as its label says", "lead and plugs whole", "its own current into a pack watched for ten minutes"],
  rotor: ["1.5 mm or more at its thinnest, and over the mark on it", "true within 0.2 mm"],
  chain: ["longer by less than 0.5 %, or 0.75 % where it runs on its old cogs"],
  cluster: ["no hooked tooth; a new chain does not jump under load"],
  chainring: ["no hooked or missing tooth, true within 0.5 mm"],
  tyre: ["no crack, no thread showing, its year read"],
  rim: ["braking face over its wear mark, no crack at a spoke hole"],
  "brake-lever": ["returns by itself, its switch opens and closes each time"],
  throttle: ["returns to nothing by itself from every place, ten times"],
  display: ["every button and segment, its supply volts as the pack's"],
};
const ANY = "whole, its figures read off it, not on a recall that is known";

/** @example usedChecks("chain") // => ["longer by less than 0.5 %, …"] */
export const usedChecks = (kind: PartKind): readonly string[] => CHECKS[kind] ?? [ANY];
