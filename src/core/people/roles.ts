import type { Command } from "../job/command";

/** What somebody does in the shop; nobody needs more than their own work. */
export const ROLES = ["owner", "counter", "builder", "buyer"] as const;
export type Role = (typeof ROLES)[number];

/** Everything that changes something: what is done to a job, and what is done to the shop. */
export type Deed =
  | Command["do"]
  | "undo"
  | "redo"
  | "new job"
  | "take in job file"
  | "sample"
  | "save part"
  | "save supplier"
  | "place joint order"
  | "receive"
  | "call off joint order"
  | "save house rules"
  | "copy the shop"
  | "keep people"
  | "invoice"
  | "count"
  | "plan the bench"
  | "save people and places"
  | "customer's link"
  | "calendar";

const ALL = ROLES;
const COUNTER = ["owner", "counter"] as const;
const AT_THE_BIKE = ["owner", "counter", "builder"] as const;
const BENCH = ["owner", "builder"] as const;
const BUYING = ["owner", "buyer"] as const;

/** Who may do what: the counter speaks with the customer, the builder is at the bike, the buyer is with the suppliers, the owner is all. */
export const ALLOWED: Readonly<Record<Deed, readonly Role[]>> = {
  "edit wish": COUNTER,
  measure: AT_THE_BIKE,
  "forget reading": AT_THE_BIKE,
  choose: AT_THE_BIKE,
  accept: AT_THE_BIKE,
  "take back": AT_THE_BIKE,
  refuse: AT_THE_BIKE,
  "offer again": AT_THE_BIKE,
  "put in": AT_THE_BIKE,
  "take out": AT_THE_BIKE,
  "put in instead": AT_THE_BIKE,
  "keep photo": AT_THE_BIKE,
  "drop photo": AT_THE_BIKE,
  // Whoever overrides a finding answers for the bike.
  override: BENCH,
  "withdraw override": BENCH,
  source: ["owner", "counter", "buyer"],
  "add line": COUNTER,
  "remove line": COUNTER,
  "give sheet": COUNTER,
  "answer sheet": COUNTER,
  invoice: COUNTER,
  "take up sheet": COUNTER,
  discount: COUNTER,
  "place order": BUYING,
  arrived: ALL,
  "call off": BUYING,
  tick: BENCH,
  untick: BENCH,
  mark: BENCH,
  unmark: BENCH,
  "begin step": BENCH,
  "pause step": BENCH,
  "note reading": BENCH,
  "drop reading": BENCH,
  "report problem": AT_THE_BIKE,
  "settle problem": BENCH,
  "note minutes": BENCH,
  "note serial": BENCH,
  "drop serial": BENCH,
  "note bill": BUYING,
  "pass check": BENCH,
  "fail check": BENCH,
  "open check": BENCH,
  weigh: BENCH,
  "forget weighing": BENCH,
  "take in ride": AT_THE_BIKE,
  "drop ride": AT_THE_BIKE,
  "agree to less": COUNTER,
  "hand over": AT_THE_BIKE,
  "note visit": AT_THE_BIKE,
  "take out visit": AT_THE_BIKE,
  "read settings": BENCH,
  "write settings": BENCH,
  sign: BENCH,
  "note call": ALL,
  "take payment": COUNTER,
  brought: ALL,
  "put aside": COUNTER,
  "take up": COUNTER,
  // What is stepped back over is looked at by itself: nobody takes back what they may not do.
  undo: ALL,
  redo: ALL,
  "new job": COUNTER,
  "take in job file": COUNTER,
  sample: COUNTER,
  "save part": ["owner", "counter", "buyer"],
  "save supplier": BUYING,
  "place joint order": BUYING,
  receive: ALL,
  count: ALL,
  "call off joint order": BUYING,
  "save house rules": ["owner"],
  "plan the bench": AT_THE_BIKE,
  "save people and places": ["owner"],
  "copy the shop": ["owner"],
  "keep people": ["owner"],
  "customer's link": COUNTER,
  calendar: ALL,
};

/** Who does something: a person who signed in, or whoever stands at a bench that is open to its own machine alone. */
export type Who = { readonly name: string; readonly role: Role } | null;

export const may = (who: Who, deed: Deed): boolean => who === null || ALLOWED[deed].includes(who.role);

/** Why somebody may not, in words: whose work it is. */
export const notTheirs = (who: { readonly role: Role }, deed: Deed): string =>
  `“${deed}” is not for the ${who.role}: ${ALLOWED[deed].join(", ")} may. Nothing was stored.`;
