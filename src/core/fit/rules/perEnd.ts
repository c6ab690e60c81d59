import type { Part, PartOf } from "../../parts/part";
import type { PartKind } from "../../parts/kinds";
import type { Spec } from "../../parts/specs";
import { type Build, piecesOf, type Supplied, suppliedOf } from "../build";
import { type End, ENDS, hubMotors } from "./subjects";

/**
 * The end of the bike that a part is for: that of the finding whose remedy brought it, or of the motor it came in a kit with.
 * @returns null where nothing says so: it then serves either
 */
export function endServed({ origin }: Supplied<Part>, build: Build): End | null {
  if (origin.type === "remedy") {
    const subject = origin.finding.slice(origin.finding.indexOf(" ") + 1);
    const named = ENDS.find((end) => subject === end || subject.startsWith(`${end} `));
    return named ?? hubMotors(build).find((motor) => motor.id === subject)?.spec.end ?? null;
  }
  return origin.type === "kit" ? endOfKit(origin.kitId, build) : null;
}

/** Many rules ask for the end of every part of a kit: it is looked up once for what is supplied. */
const kitEnds = new WeakMap<readonly Supplied<Part>[], Map<string, End | null>>();

function endOfKit(kitId: string, build: Build): End | null {
  // Asked for each time, also where the answer is known: whoever watches hears what it rests on.
  const hubs = suppliedOf(build, "hub-motor");
  const pieces = piecesOf(build);
  const known = kitEnds.get(pieces) ?? new Map<string, End | null>();
  kitEnds.set(pieces, known);
  const before = known.get(kitId);
  if (before !== undefined) return before;
  const ends = new Set(hubs.flatMap((s) => (s.origin.type === "kit" && s.origin.kitId === kitId ? [s.part.spec.end] : [])));
  const end = ends.size === 1 ? [...ends][0]! : null;
  known.set(kitId, end);
  return end;
}

/** Kinds that are for a hub motor's axle only: no other end asks for them. */
const ON_AXLES: ReadonlySet<PartKind> = new Set(["torque-arm", "washer", "axle-nut"]);

/** Where a part that is for neither end may go, the first choice first: at the motor's wheel before the other, the front before the rear. */
function endsFor(kind: PartKind, build: Build): readonly End[] {
  const hubs = hubMotors(build);
  let known = build.memo?.ends;
  if (known?.of !== hubs) {
    const motored = ENDS.filter((end) => hubs.some((motor) => motor.spec.end === end));
    known = { of: hubs, motored, all: [...motored, ...ENDS.filter((end) => !motored.includes(end))] };
    if (build.memo) build.memo.ends = known;
  }
  return ON_AXLES.has(kind) ? known.motored : known.all;
}

/**
 * Parts of a kind that serve one end, with how many of them do. What is for neither end is dealt out piece by piece among those that
 * will have it, so that one piece never counts at both.
 * @param will whether a part goes at an end
 */
export function suppliedAt<K extends PartKind>(
  build: Build,
  kind: K,
  end: End,
  will: (spec: Spec<K>, end: End) => boolean = () => true,
): { part: PartOf<K>; quantity: number; origin: Supplied["origin"] }[] {
  const ends = endsFor(kind, build);
  let dealt = 0;
  return suppliedOf(build, kind).flatMap((s) => {
    const served = endServed(s as unknown as Supplied<Part>, build);
    if (served !== null) return served === end && will(s.part.spec, end) ? [s] : [];
    const takers = ends.filter((one) => will(s.part.spec, one));
    const turn = takers.indexOf(end);
    if (turn < 0) return [];
    if (takers.length === 1) return [s];
    const first = (turn + dealt) % 2 === 0;
    const mine = Math.floor((s.quantity + (first ? 1 : 0)) / 2);
    dealt += s.quantity;
    return mine > 0 ? [{ part: s.part, quantity: mine, origin: s.origin }] : [];
  });
}

type Will<K extends PartKind> = (spec: Spec<K>, end: End) => boolean;

export const countAt = <K extends PartKind>(build: Build, kind: K, end: End, will?: Will<K>): number =>
  suppliedAt(build, kind, end, will).reduce((sum, s) => sum + s.quantity, 0);

/** Of the parts of a kind at an end the one in force: what a remedy brought last, else what was chosen or came in the kit. */
export function lastAt<K extends PartKind>(build: Build, kind: K, end: End, will?: Will<K>): PartOf<K> | undefined {
  const all = suppliedAt(build, kind, end, will);
  return (all.findLast((s) => s.origin.type === "remedy") ?? all[0])?.part;
}
