import { partsOf, type Build, type Supplied } from "../fit/build";
import { idleAtLevers, idleOf } from "../fit/rules/brakes/levers";
import type { PartKind } from "../parts/kinds";

export type LeftOver = { readonly says: string; readonly why: string };
/** With what it typically weighs, kg (from memory). */
export type ComesOff = LeftOver & { readonly kg: number };

/** What was bought or came in the kit and is not fitted. */
export const staysInBox = (build: Build): LeftOver[] => {
  const line = ({ part, quantity }: Supplied, why: string): LeftOver => ({
    says: `${quantity > 1 ? `${quantity} × ` : ""}${part.name}`,
    why,
  });
  return [
    ...(build.spare ?? []).map((supplied) => line(supplied, "another part stands in its place")),
    ...idleAtLevers(build).map(({ supplied, why }) => line(supplied, why)),
  ];
};

const ENDS = ["front", "rear"] as const;

/** A new part of this kind takes an old one's place, and one of it weighs so much, kg. */
const REPLACES: Partial<Record<PartKind, readonly [says: string, kg: number]>> = {
  "brake-lever": ["Old brake levers", 0.1],
  brake: ["Old brake", 0.35],
  rotor: ["Old rotor", 0.15],
  chain: ["Old chain", 0.3],
  shifter: ["Old shifter and its cable", 0.15],
  fork: ["Old fork", 1.8],
  shock: ["Old shock", 0.4],
  tyre: ["Old tyre", 0.6],
  tube: ["Old tube", 0.15],
};

/** Two of these are one at each end; levers, chains and the like are told by what they are. */
const BY_THE_PIECE: ReadonlySet<PartKind> = new Set(["brake", "rotor", "tyre", "tube"]);

/** Motor, controller and wires of years ago, without the pack. */
const OLD_CONVERSION_KG = 4;
const OLD_WHEEL_KG = { front: 1.5, rear: 2.2 } as const;

/** What comes off the bike and is the customer's: nothing of it is thrown away unasked. A bare frame has nothing to take off. */
export function goesBack(build: Build): ComesOff[] {
  const { donor } = build;
  const idle = idleOf(build);
  const back: ComesOff[] = [];
  if (donor.cameAs?.value === "converted")
    back.push({
      says: "The old conversion: motor, controller, wires",
      why: "it came off first; its pack only after it was judged sound",
      kg: OLD_CONVERSION_KG,
    });
  if (donor.cameAs?.value === "frame") return back;
  for (const end of ENDS)
    if (partsOf(build, "hub-motor").some(({ spec }) => spec.end === end))
      back.push({
        says: `Old ${end} wheel: hub, rim and spokes`,
        why: "the motor's wheel stands in its place",
        kg: OLD_WHEEL_KG[end],
      });
  if (partsOf(build, "mid-motor").length > 0)
    back.push({ says: "Old cranks, chainrings and bottom bracket", why: "the motor has its own", kg: 1.4 });
  else if (partsOf(build, "chainring").length > 0 && partsOf(build, "frame-motor").length === 0)
    back.push({ says: "Old chainring", why: "another went on", kg: 0.12 });
  if (partsOf(build, "cluster").length > 0) back.push({ says: "Old cogs", why: "another cluster went on", kg: 0.4 });
  if (partsOf(build, "rim").length > 0 && partsOf(build, "hub-motor").length === 0)
    back.push({ says: "Old rim", why: "worn; another was laced over", kg: 0.6 });
  if (partsOf(build, "light").length > 0 && (donor.lights?.value === "battery" || donor.lights?.value === "dynamo"))
    back.push({ says: "Old lamps", why: "the new ones run from the pack", kg: 0.2 });
  for (const [kind, [says, kg]] of Object.entries(REPLACES) as [PartKind, [string, number]][]) {
    const count = build.supplied.reduce((sum, s) => sum + (s.part.kind === kind && !idle.has(s) ? s.quantity : 0), 0);
    if (count > 0)
      back.push({
        says: count > 1 && BY_THE_PIECE.has(kind) ? `${count} × ${says.toLowerCase()}` : says,
        why: count > 1 && BY_THE_PIECE.has(kind) ? "new ones went on" : "a new one went on",
        kg: kg * count,
      });
  }
  return back;
}

/** What comes off a finished bike and is its rider's. */
export const offToCustomer = ({ off = [] }: Build): LeftOver[] =>
  off
    .filter(({ goes }) => goes === "customer")
    .map(({ says, quantity }) => ({
      says: `${quantity > 1 ? `${quantity} × ` : ""}${says}`,
      why: "it came off when the bike was renewed",
    }));
