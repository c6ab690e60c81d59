import { type CutOffMethod, LEVER_CUT_OFFS } from "../../../standards/cutOff";
import type { PartOf } from "../../../parts/part";
import { type Build, type Supplied, suppliedOf } from "../../build";
import { lastAt } from "../perEnd";
import { type End, ENDS } from "../subjects";
import { brakeIn } from "./brakeAt";
import { pullAt } from "./pulls";

/** Ways to put a cut-off on a lever that is filled with oil or fluid. */
const FILLED: readonly CutOffMethod[] = LEVER_CUT_OFFS["hydraulic flat"].methods;

/** Ends whose brake brings no lever of its own: a hydraulic one that goes on comes filled, with the lever that it is filled through. */
const openEnds = (build: Build): number =>
  ENDS.filter((end) => lastAt(build, "brake", end)?.spec.style !== "disc hydraulic").length;

/** Ways to put cut-offs on both levers that will be there. */
export function cutOffMethods(lever: keyof typeof LEVER_CUT_OFFS, build: Build): readonly CutOffMethod[] {
  const own: readonly CutOffMethod[] = LEVER_CUT_OFFS[lever].methods;
  const open = openEnds(build);
  if (open === ENDS.length) return own;
  return open === 0 ? FILLED : own.filter((method) => FILLED.includes(method) && method !== "pressure switch");
}

/**
 * Cut-offs in the build that go with the levers that will be there: switched levers only where the levers' pull is a cable's, switches by
 * method; where a filled lever comes with its brake, no more of each kind than there are levers for it.
 */
export function fittedCutOffs(lever: keyof typeof LEVER_CUT_OFFS, build: Build): number {
  const { methods, fluid } = LEVER_CUT_OFFS[lever];
  const allowed = methods as readonly CutOffMethod[];
  const cable = (pull: string) => pull === "long" || pull === "short";
  const levers = allowed.includes("switched lever")
    ? suppliedOf(build, "brake-lever").reduce(
        (sum, s) => sum + (s.part.spec.switched && cable(s.part.spec.pull) !== fluid ? s.part.spec.levers * s.quantity : 0),
        0,
      )
    : 0;
  const switches = (will: (method: CutOffMethod) => boolean) =>
    suppliedOf(build, "cut-off").reduce((sum, s) => sum + (will(s.part.spec.method) ? s.part.spec.switches * s.quantity : 0), 0);
  const open = openEnds(build);
  if (open === ENDS.length) return levers + switches((method) => allowed.includes(method));
  return (
    switches((method) => method === "magnet switch") +
    Math.min(
      ENDS.length - open,
      switches((method) => method === "pressure switch"),
    ) +
    Math.min(open, levers + switches((method) => method === "cable switch" && allowed.includes(method)))
  );
}

/**
 * Levers in the build that no brake here is worked by, as the check of their pull says: they stay in the box, and nobody fits them. None
 * while it is not known what levers the bike has.
 */
function idleLevers(build: Build): readonly Supplied<PartOf<"brake-lever">>[] {
  const lever = build.donor.leverKind?.value as keyof typeof LEVER_CUT_OFFS | undefined;
  if (lever === undefined) return [];
  const { fluid, methods } = LEVER_CUT_OFFS[lever];
  const onBar = fluid || (methods as readonly CutOffMethod[]).includes("switched lever");
  const isFilled = (end: End) => {
    const put = lastAt(build, "brake", end);
    if (["none", "coaster"].includes(String(brakeIn(end, build)))) return false;
    return put ? put.spec.style === "disc hydraulic" : fluid;
  };
  const works = ({ spec: { pull } }: PartOf<"brake-lever">, end: End): boolean => {
    const wants = isFilled(end) ? "fluid" : pullAt(end, build);
    if (pull === "mineral oil" || pull === "DOT") return wants === "fluid";
    // Which pull the bike's own brake wants may not be looked at yet.
    return wants === undefined || wants === pull;
  };
  return suppliedOf(build, "brake-lever").filter(({ part }) => !onBar || !ENDS.some((end) => works(part, end)));
}

/** Switches in the build that go on none of the levers that will be there: one for pressure finds none in a cable. */
function idleSwitches(build: Build): readonly Supplied<PartOf<"cut-off">>[] {
  const lever = build.donor.leverKind?.value as keyof typeof LEVER_CUT_OFFS | undefined;
  if (lever === undefined) return [];
  const open = openEnds(build);
  const goes: readonly CutOffMethod[] = [
    ...(open > 0 ? LEVER_CUT_OFFS[lever].methods : []),
    ...(open < ENDS.length ? FILLED : []),
  ];
  return suppliedOf(build, "cut-off").filter(({ part }) => !goes.includes(part.spec.method));
}

/** What came for the bar and goes on none of its levers, and why: it stays in the box. */
export const idleAtLevers = (build: Build): readonly { readonly supplied: Supplied; readonly why: string }[] => [
  ...idleLevers(build).map((supplied) => ({ supplied, why: "no brake of this bike is worked by it" })),
  ...idleSwitches(build).map((supplied) => ({ supplied, why: "it goes on none of the levers that will be there" })),
];

/** The same, to ask of one part. */
export const idleOf = (build: Build): ReadonlySet<Supplied> => new Set(idleAtLevers(build).map(({ supplied }) => supplied));
