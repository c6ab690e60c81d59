import { partsOf, type Build } from "../fit/build";
import type { PartKind } from "../parts/kinds";

export type LeftOver = { readonly says: string; readonly why: string };

/** What was bought or came in the kit and is not fitted. */
export const staysInBox = (build: Build): LeftOver[] =>
  (build.spare ?? []).map(({ part, quantity }) => ({
    says: `${quantity > 1 ? `${quantity} × ` : ""}${part.name}`,
    why: "another part stands in its place",
  }));

const ENDS = ["front", "rear"] as const;

/** A new part of this kind takes an old one's place. */
const REPLACES: Partial<Record<PartKind, string>> = {
  "brake-lever": "Old brake levers",
  brake: "Old brake",
  rotor: "Old rotor",
  chain: "Old chain",
  shifter: "Old shifter and its cable",
  fork: "Old fork",
  shock: "Old shock",
  tyre: "Old tyre",
  tube: "Old tube",
};

/** What comes off the bike and is the customer's: nothing of it is thrown away unasked. A bare frame has nothing to take off. */
export function goesBack(build: Build): LeftOver[] {
  const { donor } = build;
  const back: LeftOver[] = [];
  if (donor.cameAs?.value === "converted")
    back.push({
      says: "The old conversion: motor, controller, wires",
      why: "it came off first; its pack only after it was judged sound",
    });
  if (donor.cameAs?.value === "frame") return back;
  for (const end of ENDS)
    if (partsOf(build, "hub-motor").some(({ spec }) => spec.end === end))
      back.push({ says: `Old ${end} wheel: hub, rim and spokes`, why: "the motor's wheel stands in its place" });
  if (partsOf(build, "mid-motor").length > 0)
    back.push({ says: "Old cranks, chainrings and bottom bracket", why: "the motor has its own" });
  else if (partsOf(build, "chainring").length > 0 && partsOf(build, "frame-motor").length === 0)
    back.push({ says: "Old chainring", why: "another went on" });
  if (partsOf(build, "cluster").length > 0) back.push({ says: "Old cogs", why: "another cluster went on" });
  if (partsOf(build, "rim").length > 0 && partsOf(build, "hub-motor").length === 0)
    back.push({ says: "Old rim", why: "worn; another was laced over" });
  if (partsOf(build, "light").length > 0 && (donor.lights?.value === "battery" || donor.lights?.value === "dynamo"))
    back.push({ says: "Old lamps", why: "the new ones run from the pack" });
  for (const [kind, says] of Object.entries(REPLACES) as [PartKind, string][])
    if (partsOf(build, kind).length > 0) back.push({ says, why: "a new one went on" });
  return back;
}
