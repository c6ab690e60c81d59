import type { PartKind } from "../parts/kinds";
import type { Part } from "../parts/part";
import type { Build, Supplied } from "./build";
import type { Remedy } from "./finding";
import { endServed } from "./rules/perEnd";

/** A remedy in force, and one that a job took, by the keys that the engine uses. */
type InForce = { readonly finding: string; readonly remedy: Remedy };
type Taken = { readonly finding: string; readonly remedy: string };

/** Kinds of which a bike has one, and kinds of which a wheel has one: of two only one can be fitted. */
const ONE_A_BIKE: ReadonlySet<PartKind> = new Set([
  "chainring",
  "cluster",
  "shifter",
  "display",
  "throttle",
  "charger",
  "fuse",
  "wire",
  "converter",
]);
const ONE_A_WHEEL: ReadonlySet<PartKind> = new Set(["rotor", "calliper-adapter", "tyre", "tube", "rim", "brake"]);

/** The place on the bike that a part takes for itself; null for what there may be several of, or that is for no end in particular. */
export function placeOf(supplied: Supplied<Part>, build: Build): string | null {
  const { kind } = supplied.part;
  if (ONE_A_BIKE.has(kind)) return kind;
  if (!ONE_A_WHEEL.has(kind)) return null;
  const end = endServed(supplied, build);
  return end === null ? null : `${end} ${kind}`;
}

/** Where a remedy's parts go, of those that take a place for themselves. */
export const placesOf = ({ finding, remedy }: InForce, build: Build): string[] =>
  remedy.parts.flatMap((need) => {
    const part = need.partId === null ? undefined : build.catalogue.parts.get(need.partId);
    const place =
      part && placeOf({ part, quantity: need.quantity, origin: { type: "remedy", finding, remedy: remedy.id } }, build);
    return place ? [place] : [];
  });

/** Of two remedies in force that bring a part to one place the one that was accepted first: the later decision displaces it. */
export function outdone<T extends Taken>(applied: readonly InForce[], accepted: readonly T[], build: Build): T | undefined {
  if (applied.length < 2) return undefined;
  const inOrder = accepted.flatMap((a) => {
    const found = applied.find((one) => one.finding === a.finding && one.remedy.id === a.remedy);
    return found ? [{ a, places: placesOf(found, build) }] : [];
  });
  return inOrder.find(({ places }, i) =>
    inOrder.slice(i + 1).some((later) => later.places.some((place) => places.includes(place))),
  )?.a;
}

/** Splits what kit and choices bring into what stays in force beside the remedies' parts and what these displace. */
export function besides(
  given: readonly Supplied[],
  brought: readonly Supplied[],
  build: Build,
): { kept: readonly Supplied[]; spare: readonly Supplied[] } {
  const taken = new Set(brought.flatMap((s) => placeOf(s, build) ?? []));
  if (taken.size === 0) return { kept: given, spare: [] };
  const spare = given.filter((s) => {
    const place = placeOf(s, build);
    return place !== null && taken.has(place);
  });
  return spare.length === 0 ? { kept: given, spare } : { kept: given.filter((s) => !spare.includes(s)), spare };
}
