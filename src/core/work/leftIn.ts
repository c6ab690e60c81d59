import type { Supplied } from "../fit/build";
import type { LeftIn } from "../fit/leftIn";
import { calledPart } from "../parts/calledPart";
import type { Part } from "../parts/part";
import { minutesOff } from "./minutesOff";

type Pieced = {
  readonly id: string;
  readonly minutes: number;
  readonly parts: readonly (Pick<Supplied, "quantity"> & {
    readonly part: Pick<Part, "id" | "name" | "kind" | "massKg" | "used">;
  })[];
};
/** A step's parts that stay on the bike. */
const staying = ({ parts }: Pieced) => parts.filter(({ part }) => part.kind !== "consumable");
const piecesOf = (step: Pieced): Map<string, number> => {
  const all = new Map<string, number>();
  for (const { part, quantity } of staying(step)) all.set(part.id, (all.get(part.id) ?? 0) + quantity);
  return all;
};

/** The step of a work order in which that comes out whose own step is gone. */
export const TAKE_OUT = "takeOut";

/** How many of them are to come out. */
const tooMany = ({ quantity, again, out }: LeftIn): number => (out ? 0 : quantity - again);

const isStray = ({ step }: LeftIn, has: (step: string) => boolean): boolean => step === TAKE_OUT || !has(step);

/** What comes out in a step of its own, done or not. @param has whether a step is in the work */
export const strays = (all: readonly LeftIn[], has: (step: string) => boolean): LeftIn[] =>
  all.filter((one) => isStray(one, has) && (one.out || tooMany(one) > 0));

/** As it is said of pieces: how many, and what. */
export const countedOf = (one: LeftIn): string => {
  const count = one.out ? one.quantity : tooMany(one);
  return count === 1 ? one.says : `${count} × ${one.says}`;
};

/** What an open step takes out of the bike and puts in; empty where nothing comes out and nothing is missing. */
export function outAndIn(step: Pieced, all: readonly LeftIn[]): string {
  const out = all.filter((one) => one.step === step.id && tooMany(one) > 0).map(countedOf);
  const into = [...piecesOf(step)].flatMap(([id, quantity]) => {
    const there = all.reduce((sum, one) => sum + (one.partId === id ? one.again : 0), 0);
    const { name } = step.parts.find(({ part }) => part.id === id)!.part;
    return quantity <= there ? [] : [quantity - there === 1 ? name : `${quantity - there} × ${name}`];
  });
  if (out.length === 0) return into.length > 0 ? `put in ${into.join("; ")}` : "";
  return `take out ${out.join("; ")}${into.length > 0 ? `. Put in ${into.join("; ")}` : ""}`;
}

/**
 * What is in the bike beside its finished steps once an edit is made.
 *
 * @param before the same before the edit   @param was the steps before it   @param is the steps after it
 * @param wasDone whether a step was done before   @param isDone whether it is after it, what is open again left out
 */
export function leftInAfter(p: {
  before: readonly LeftIn[];
  was: readonly Pieced[];
  is: readonly Pieced[];
  wasDone: (id: string) => boolean;
  isDone: (id: string) => boolean;
}): LeftIn[] {
  const has = new Set<string>(p.is.map(({ id }) => id));
  let all: LeftIn[] = [...p.before];
  for (const step of p.was) {
    if (!p.wasDone(step.id) || (p.isDone(step.id) && has.has(step.id))) continue;
    for (const [id, quantity] of piecesOf(step)) {
      const { part } = step.parts.find((one) => one.part.id === id)!;
      const minutes = minutesOff(step, id);
      all.push({ partId: id, says: calledPart(part), quantity, again: 0, out: false, step: step.id, minutes });
    }
  }
  for (const step of p.is) {
    if (!p.isDone(step.id) || p.wasDone(step.id)) continue;
    all = step.id === TAKE_OUT ? takenOut(all, (id) => has.has(id)) : doneAgain(all, step);
  }
  // A step that is done does nothing more: what it left for another, and that one does not want any more, is nobody's.
  const homes = all.map((one) => (!one.out && p.isDone(one.step) ? { ...one, step: TAKE_OUT } : one));
  return wantedAgain(inOnePlace(homes), p.is, p.isDone);
}

/**
 * What came out stands with its step, until there is more to come out or the piece's own step is in the work again.
 *
 * @param isTicked whether the step that takes out is done   @param has the steps in the work
 * @returns what is kept, and whether that step is no longer done
 */
export function outAgain(
  all: readonly LeftIn[],
  isTicked: boolean,
  has: ReadonlySet<string>,
): { readonly leftIn: LeftIn[]; readonly isOpen: boolean } {
  const more = strays(all, (id) => has.has(id)).some((one) => !one.out);
  const leftIn = all.filter((one) => !one.out || (!more && isStray(one, (id) => has.has(id))));
  return { leftIn, isOpen: isTicked && (more || !leftIn.some((one) => one.out)) };
}

/** A step was done: what stood against it is out, and what it wanted of the rest is its own now. */
function doneAgain(all: readonly LeftIn[], step: Pieced): LeftIn[] {
  const wants = piecesOf(step);
  // Its own first: what another step left in is taken where it has none.
  const own = (one: LeftIn) => (one.step === step.id ? 0 : 1);
  const left = [...all]
    .sort((a, b) => own(a) - own(b))
    .map((one) => {
      const has = one.out ? 0 : Math.min(one.quantity, wants.get(one.partId) ?? 0);
      wants.set(one.partId, (wants.get(one.partId) ?? 0) - has);
      return { ...one, quantity: one.quantity - has, again: Math.max(0, one.again - has) };
    });
  return left.flatMap((one) => {
    const stays = one.step === step.id && !one.out ? one.again : one.quantity;
    return stays > 0 ? [{ ...one, quantity: stays }] : [];
  });
}

/** What came out stands as that; what the build wants again stays. */
const takenOut = (all: readonly LeftIn[], has: (step: string) => boolean): LeftIn[] =>
  all.flatMap((one) => {
    const count = isStray(one, has) ? tooMany(one) : 0;
    if (count === 0) return [one];
    const gone = { ...one, quantity: count, again: 0, out: true };
    return one.again > 0 ? [gone, { ...one, quantity: one.again }] : [gone];
  });

/** Pieces of one part and step in one entry. */
function inOnePlace(all: readonly LeftIn[]): LeftIn[] {
  const places = new Map<string, LeftIn>();
  for (const one of all) {
    const place = `${one.out} ${one.step} ${one.partId}`;
    const there = places.get(place);
    places.set(place, there ? { ...there, quantity: there.quantity + one.quantity } : one);
  }
  return [...places.values()];
}

/** What steps that are not done want of the pieces that are there: each of its own first. */
function wantedAgain(all: readonly LeftIn[], is: readonly Pieced[], isDone: (id: string) => boolean): LeftIn[] {
  const open = is.filter(({ id }) => !isDone(id)).map((step) => ({ id: step.id, wants: piecesOf(step) }));
  const left = all.map((one) => ({ ...one, again: 0 }));
  for (const own of [true, false])
    for (const { id, wants } of open)
      for (const one of left) {
        if (one.out || (one.step === id) !== own) continue;
        const more = Math.min(one.quantity - one.again, wants.get(one.partId) ?? 0);
        wants.set(one.partId, (wants.get(one.partId) ?? 0) - more);
        one.again += more;
      }
  return left;
}
