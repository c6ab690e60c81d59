import type { DonorKey } from "../donor/items";
import { piecesOf, type Asked, type Build, type Supplied } from "./build";
import { EFFECT_NUMBERS, type EffectNumber, type Geometry } from "./effect";
import type { Finding } from "./finding";
import type { Rule } from "./rule";

/** The bike as it was surveyed, the wish and the books that answers were given for. */
type For = Pick<Build, "donor" | "house" | "catalogue" | "asked" | "readings" | "found">;

/** What a rule answered: what it read of all that a remedy may change, and which items of the survey it looked at. */
type Answer = { readonly findings: readonly Finding[]; readonly saw: ReadonlySet<string>; readonly reads: ReadonlySet<DonorKey> };

/** What each rule answered on one build. */
export type Known = {
  readonly for: For;
  readonly build: Build;
  readonly byRule: ReadonlyMap<Rule, Answer>;
};

/** Read by who goes through the parts, whatever their kind. */
const PARTS = "the parts";
/** Read by who goes through what is so, whatever it is. */
const FLAGS = "the flags";

/** Whether answers for one bike hold for another: the very same survey, rules and books, and nothing else asked. */
export const knowsOf = (known: Known, given: For): boolean =>
  known.for.donor === given.donor &&
  known.for.house === given.house &&
  known.for.catalogue === given.catalogue &&
  known.for.readings === given.readings &&
  known.for.found === given.found &&
  (Object.keys(known.for.asked) as (keyof Asked)[]).every((key) => known.for.asked[key] === given.asked[key]);

/** Asks each rule once on a build, and notes what it looks at. */
export function learn(
  given: For,
  build: Build,
  ask: (build: Build, rule: Rule, reads: Set<DonorKey>) => readonly Finding[],
  rules: readonly Rule[],
): Known {
  const byRule = new Map<Rule, Answer>();
  for (const rule of rules) {
    const [saw, reads] = [new Set<string>(), new Set<DonorKey>()];
    // A build of its own for each: what one rule worked out and kept beside it is not another's to read unseen.
    const findings = ask(
      watched(build, (what) => saw.add(what)),
      rule,
      reads,
    );
    byRule.set(rule, { findings, saw, reads });
  }
  return { for: given, build, byRule };
}

/** A rule's answer of before, where nothing that it looked at is another. */
export function stillKnown(known: Known, rule: Rule, changed: ReadonlySet<string>): Answer | undefined {
  const answer = known.byRule.get(rule);
  if (!answer) return undefined;
  for (const what of changed) if (answer.saw.has(what)) return undefined;
  return answer;
}

/** What differs between two builds of one bike, by the names under which it is read. */
export function changedBetween(a: Build, b: Build): Set<string> {
  const changed = new Set<string>();
  for (const name of EFFECT_NUMBERS) if (a.geometry.numbers[name] !== b.geometry.numbers[name]) changed.add(name);
  for (const [one, other] of [
    [a, b],
    [b, a],
  ] as const)
    for (const flag of one.geometry.flags) if (!other.geometry.flags.has(flag)) changed.add(flagName(flag)).add(FLAGS);
  const [mine, theirs] = [a.supplied, b.supplied];
  if (!alike(mine, theirs) || !alike(a.spare ?? [], b.spare ?? [])) changed.add(PARTS);
  for (const { part } of [...mine, ...theirs]) {
    const { kind } = part;
    if (!changed.has(kind) && !alike(mine.filter(of(kind)), theirs.filter(of(kind)))) changed.add(kind);
  }
  return changed;
}

const flagName = (flag: string) => `so: ${flag}`;
const of = (kind: string) => (supplied: Supplied) => supplied.part.kind === kind;

/** Whether the same parts come in the same order, as many and from the same hand. */
const alike = (a: readonly Supplied[], b: readonly Supplied[]): boolean =>
  a.length === b.length &&
  a.every((one, i) => {
    const other = b[i]!;
    return one === other || (one.part === other.part && one.quantity === other.quantity && sameOrigin(one.origin, other.origin));
  });

const sameOrigin = (a: Supplied["origin"], b: Supplied["origin"]): boolean =>
  a === b || (Object.keys(a) as (keyof typeof a)[]).every((key) => a[key] === b[key]);

/** A build that tells what is read of it. Its fields are its own, so that a copy of it has them, read to be copied. */
function watched(build: Build, saw: (what: string) => void): Build {
  const { donor, house, catalogue, asked, doubts = [], readings = {}, found = [], off = [] } = build;
  const sortedBefore = build.memo?.of;
  const seen: Build = {
    donor,
    house,
    catalogue,
    asked,
    doubts,
    readings,
    found,
    off,
    geometry: watchedGeometry(build.geometry, saw),
    // Sorted by kind they are the same parts, of which each kind that is asked for is told.
    memo: { ...(sortedBefore && { of: sortedBefore }), watch: { of: () => seen, supplied: piecesOf(build), saw } },
    get supplied() {
      saw(PARTS);
      return build.supplied;
    },
    get spare() {
      saw(PARTS);
      return build.spare ?? [];
    },
  };
  return seen;
}

function watchedGeometry({ numbers, flags }: Geometry, saw: (what: string) => void): Geometry {
  const seen = new Proxy(numbers, {
    get: (all, name: EffectNumber) => {
      saw(name);
      return all[name];
    },
  });
  return { numbers: seen, flags: new WatchedFlags(flags, saw) };
}

/** Flags of which one is asked for by its name. */
class WatchedFlags extends Set<string> {
  constructor(
    flags: ReadonlySet<string>,
    private readonly saw: (what: string) => void,
  ) {
    super(flags);
  }
  override has(flag: string): boolean {
    this.saw(flagName(flag));
    return super.has(flag);
  }
  /** Who counts them or goes through them looks at each. */
  override get size(): number {
    this.saw(FLAGS);
    return super.size;
  }
  override [Symbol.iterator](): SetIterator<string> {
    this.saw(FLAGS);
    return super[Symbol.iterator]();
  }
  override forEach(each: (flag: string, same: string, all: Set<string>) => void): void {
    this.saw(FLAGS);
    super.forEach(each);
  }
}
