export type Corner = { readonly x: number; readonly y: number };
export type BayInput = {
  bay: readonly Corner[];
  rail: { from: Corner; to: Corner };
  pack: { lengthMm: number; heightMm: number; cradleMm: number };
  slideMm: number;
  clearanceMm: number;
  bossesMm: readonly number[];
  slotsMm: readonly (readonly [from: number, to: number])[];
};
export type BayAnswer = {
  fits: boolean;
  fromMm: number | null;
  toMm: number | null;
  bestMm: number | null;
  clearanceMm: number | null;
  bossesUsable: number | null;
  shortMm: number | null;
};

/** A side of the bay in the rail's own axes: u along it from `from`, v up into the bay, mm. */
type Side = { readonly a: Corner; readonly b: Corner };
type Span = readonly [from: number, to: number];

/** Sides so near to the rail's line are the tube that the pack rides on, mm. */
const ON_RAIL_MM = 0.5;
const TIE_MM = 0.001;
const TINY = 1e-9;
/** Halvings of a span of a metre that come to well under a thousandth of a millimetre. */
const HALVINGS = 44;
/** As many as come to a tenth of one. */
const COARSE_HALVINGS = 13;

/**
 * Where along a rail a pack goes into an open space, and where best: exact, no sampling.
 * For a rectangle that moves along the rail, each side of the bay forbids one interval of starts (two convex shapes meet for an
 * interval of shifts); what is left is where it goes. Between two forbidden intervals the distance to each side only grows or only
 * shrinks, so the best place is a crossing, found by halving.
 * @param p lengths in mm; bay counter-clockwise, simple; the rail with the bay on its left
 * @returns places as contracted, within 1e−6 mm; nulls where it does not fit
 */
export function batteryBay(p: BayInput): BayAnswer {
  const { sides, railMm } = inRailAxes(p);
  const heightMm = p.pack.cradleMm + p.pack.heightMm;
  const spans = startsFor(sides, railMm, p.pack.lengthMm, heightMm, p);
  if (spans.length === 0)
    return {
      fits: false,
      fromMm: null,
      toMm: null,
      bestMm: null,
      clearanceMm: null,
      bossesUsable: null,
      shortMm: shortening(sides, railMm, heightMm, p),
    };
  const best = bestStart(sides, spans, heightMm, p);
  return { fits: true, fromMm: spans[0]![0], toMm: spans.at(-1)![1], ...best, shortMm: 0 };
}

/** What is free between a pack at rest at a given place and the nearest side, mm; 0 where it meets one. @param startMm its lower end along the rail */
export function clearanceAtMm(p: BayInput, startMm: number): number {
  const { sides } = inRailAxes(p);
  const heightMm = p.pack.cradleMm + p.pack.heightMm;
  const near = sides.filter((side) => !isRail(side));
  const meets = near.some((side) => {
    const span = forbiddenBy(side, p.pack.lengthMm, heightMm, 0);
    return span !== null && startMm > span[0] && startMm < span[1];
  });
  return meets ? 0 : Math.min(...near.map((side) => distanceMm(side, startMm, startMm + p.pack.lengthMm, heightMm)));
}

/** How far a pack with its slide can be moved along the rail, mm; negative: how much too long it is, to a tenth, its whole length where it is too high. */
export function playMm(p: BayInput): number {
  const { sides, railMm } = inRailAxes(p);
  const heightMm = p.pack.cradleMm + p.pack.heightMm;
  const spans = startsFor(sides, railMm, p.pack.lengthMm, heightMm, p);
  if (spans.length > 0) return spans.at(-1)![1] - spans[0]![0];
  return -(shortening(sides, railMm, heightMm, p, COARSE_HALVINGS) ?? p.pack.lengthMm);
}

/** The most bosses that meet the cradle's slots wherever the pack goes in; null where it does not. */
export function mostBosses(p: BayInput): number | null {
  const { sides, railMm } = inRailAxes(p);
  const spans = startsFor(sides, railMm, p.pack.lengthMm, p.pack.cradleMm + p.pack.heightMm, p);
  return spans.length === 0 ? null : Math.max(...piecesBySlots(spans, p).map((piece) => piece.bosses));
}

/** The free spans cut where a boss enters or leaves a slot, each piece with the bosses that it meets. */
function piecesBySlots(spans: readonly Span[], p: BayInput): { span: Span; bosses: number }[] {
  const usable = (s: number) =>
    p.bossesMm.filter((boss) => p.slotsMm.some(([from, to]) => boss - s >= from - TINY && boss - s <= to + TINY)).length;
  const edges = p.bossesMm.flatMap((boss) => p.slotsMm.flatMap(([from, to]) => [boss - to, boss - from]));
  const pieces = spans.flatMap(([from, to]) => {
    const cuts = [...new Set([from, ...edges.filter((s) => s > from && s < to), to])].sort((a, b) => a - b);
    const points = cuts.map((s): Span => [s, s]);
    return [...points, ...cuts.slice(1).map((s, i): Span => [cuts[i]!, s])];
  });
  return pieces.map((span) => ({ span, bosses: usable((span[0] + span[1]) / 2) }));
}

function inRailAxes(p: BayInput): { sides: Side[]; railMm: number } {
  const { from, to } = p.rail;
  const railMm = Math.hypot(to.x - from.x, to.y - from.y);
  const [ux, uy] = [(to.x - from.x) / railMm, (to.y - from.y) / railMm];
  const turn = (c: Corner): Corner => ({
    x: (c.x - from.x) * ux + (c.y - from.y) * uy,
    y: (c.y - from.y) * ux - (c.x - from.x) * uy,
  });
  const corners = p.bay.map(turn);
  return { sides: corners.map((a, i) => ({ a, b: corners[(i + 1) % corners.length]! })), railMm };
}

const isRail = ({ a, b }: Side) => Math.abs(a.y) <= ON_RAIL_MM + TINY && Math.abs(b.y) <= ON_RAIL_MM + TINY;

/** All starts at which the pack and its sweep keep the clearance, as closed spans in order. */
function startsFor(sides: readonly Side[], railMm: number, lengthMm: number, heightMm: number, p: BayInput): Span[] {
  if (lengthMm > railMm + TINY) return [];
  const widthMm = lengthMm + p.slideMm;
  const forbidden = sides
    .filter((side) => !isRail(side))
    .map((side) => forbiddenBy(side, widthMm, heightMm, p.clearanceMm))
    .filter((span): span is Span => span !== null)
    .sort((a, b) => a[0] - b[0]);
  let free: Span[] = [];
  let from = 0;
  const end = Math.max(0, railMm - lengthMm);
  for (const [low, high] of forbidden) {
    if (low > end) break;
    if (low >= from - TINY) free.push([from, Math.max(from, low)]);
    from = Math.max(from, high);
  }
  if (from <= end + TINY) free.push([from, Math.max(from, end)]);
  free = free.map(([a, b]): Span => [Math.min(a, end), Math.min(b, end)]);
  return free.filter(([a, b]) => isInside(sides, (a + b) / 2 + widthMm / 2, heightMm / 2));
}

/** The open interval of starts at which a rectangle, grown by the clearance, would meet a side; null when it never does. */
function forbiddenBy({ a, b }: Side, widthMm: number, heightMm: number, clearanceMm: number): Span | null {
  const reach = (v: number) => {
    const out = v < 0 ? -v : v > heightMm ? v - heightMm : 0;
    return Math.sqrt(Math.max(0, clearanceMm ** 2 - out ** 2));
  };
  const [low, high] = [-clearanceMm, heightMm + clearanceMm];
  const [du, dv] = [b.x - a.x, b.y - a.y];
  if (Math.min(a.y, b.y) >= high - TINY || Math.max(a.y, b.y) <= low + TINY) return null;
  const at = (v: number) => (dv === 0 ? 0 : (v - a.y) / dv);
  const [t0, t1] = dv === 0 ? [0, 1] : [at(low), at(high)].sort((x, y) => x - y);
  const [first, last] = [Math.max(0, t0!), Math.min(1, t1!)];
  const length = Math.hypot(du, dv) || 1;
  // Where the side is tangent to one of the grown rectangle's round corners.
  const lean = (clearanceMm * du) / length;
  const candidates = [first, last, at(0), at(heightMm), at(lean), at(-lean), at(heightMm + lean), at(heightMm - lean)].filter(
    (t) => t >= first && t <= last,
  );
  const points = candidates.map((t) => ({ u: a.x + t * du, w: reach(a.y + t * dv) }));
  const from = Math.min(...points.map(({ u, w }) => u - w)) - widthMm;
  const to = Math.max(...points.map(({ u, w }) => u + w));
  return to - from <= 2 * TINY ? null : [from + TINY, to - TINY];
}

/** Even-odd test of a point of the rectangle that no side comes near. */
function isInside(sides: readonly Side[], u: number, v: number): boolean {
  let inside = false;
  for (const { a, b } of sides) if (a.y > v !== b.y > v && u < a.x + ((v - a.y) / (b.y - a.y)) * (b.x - a.x)) inside = !inside;
  return inside;
}

function bestStart(sides: readonly Side[], spans: readonly Span[], heightMm: number, p: BayInput) {
  const counted = piecesBySlots(spans, p);
  const bossesUsable = Math.max(...counted.map((piece) => piece.bosses));
  const near = sides.filter((side) => !isRail(side));
  const distances = near.map((side) => (s: number) => distanceMm(side, s, s + p.pack.lengthMm, heightMm));
  const clearanceAt = (s: number) => Math.min(...distances.map((distance) => distance(s)));
  const turns = spans.flatMap((span) => turningPoints(span, distances));
  const tops = counted
    .filter((piece) => piece.bosses === bossesUsable)
    .flatMap(({ span }) => monotone(span, turns).map((part) => highest(part, distances, clearanceAt)));
  const most = Math.max(...tops.map((top) => top.clearanceMm));
  const bestMm = Math.min(...tops.map((top) => top.earliest(most - TIE_MM)));
  return { bestMm, clearanceMm: clearanceAt(bestMm), bossesUsable };
}

/** Distance between the pack at rest and a side that does not meet it, mm: between a corner of the one and the other. */
function distanceMm({ a, b }: Side, from: number, to: number, heightMm: number): number {
  const toPack = (u: number, v: number) => Math.sqrt(Math.max(from - u, 0, u - to) ** 2 + Math.max(-v, 0, v - heightMm) ** 2);
  const [du, dv] = [b.x - a.x, b.y - a.y];
  const square = du ** 2 + dv ** 2 || 1;
  const toSide = (u: number, v: number) => {
    const t = Math.min(1, Math.max(0, ((u - a.x) * du + (v - a.y) * dv) / square));
    return Math.sqrt((a.x + t * du - u) ** 2 + (a.y + t * dv - v) ** 2);
  };
  return Math.min(
    toPack(a.x, a.y),
    toPack(b.x, b.y),
    toSide(from, 0),
    toSide(to, 0),
    toSide(from, heightMm),
    toSide(to, heightMm),
  );
}

/** Where in a span a distance is lowest: it shrinks before and grows after. */
function turningPoints([from, to]: Span, distances: readonly ((s: number) => number)[]): number[] {
  if (to - from <= TINY) return [];
  return distances.map((distance) => {
    let [low, high] = [from, to];
    for (let i = 0; i < HALVINGS; i += 1) {
      const [l, r] = [low + (high - low) / 3, high - (high - low) / 3];
      if (distance(l) <= distance(r)) high = r;
      else low = l;
    }
    return (low + high) / 2;
  });
}

/** Cuts a span at the turning points, so that within a part each distance only grows or only shrinks. */
function monotone([from, to]: Span, turns: readonly number[]): Span[] {
  if (to - from <= TINY) return [[from, to]];
  const all = [...new Set([from, ...turns.filter((s) => s > from + 1e-6 && s < to - 1e-6), to])].sort((x, y) => x - y);
  return all.slice(1).map((s, i): Span => [all[i]!, s]);
}

/** The highest clearance in a part, and the earliest start in it that comes to a wanted one. */
function highest(
  [from, to]: Span,
  distances: readonly ((s: number) => number)[],
  clearanceAt: (s: number) => number,
): { clearanceMm: number; earliest: (wanted: number) => number } {
  if (to - from <= TINY) {
    const here = clearanceAt(from);
    return { clearanceMm: here, earliest: (wanted) => (here < wanted - TINY ? Infinity : from) };
  }
  const growing = distances.filter((distance) => distance(to) >= distance(from));
  const shrinking = distances.filter((distance) => distance(to) < distance(from));
  const least = (some: readonly ((s: number) => number)[], s: number) =>
    Math.min(Infinity, ...some.map((distance) => distance(s)));
  const top = halved(from, to, (s) => least(growing, s) >= least(shrinking, s));
  const clearanceMm = Math.max(clearanceAt(from), clearanceAt(to), clearanceAt(top));
  return {
    clearanceMm,
    earliest: (wanted) => (clearanceMm < wanted - TINY ? Infinity : halved(from, to, (s) => least(growing, s) >= wanted - TINY)),
  };
}

/** The first place from which a condition that once true stays true is so, `to` when it never is. */
function halved(from: number, to: number, isSo: (s: number) => boolean): number {
  if (isSo(from)) return from;
  let [low, high] = [from, to];
  for (let i = 0; i < HALVINGS; i += 1) {
    const mid = (low + high) / 2;
    if (isSo(mid)) high = mid;
    else low = mid;
  }
  return high;
}

/** The least shortening at equal height with which it would go in; null when no length does. A shorter pack goes wherever a longer did. */
function shortening(sides: readonly Side[], railMm: number, heightMm: number, p: BayInput, halvings = HALVINGS): number | null {
  const fits = (lengthMm: number) => startsFor(sides, railMm, lengthMm, heightMm, p).length > 0;
  let [fitting, failing] = [p.pack.lengthMm * 1e-6, p.pack.lengthMm];
  if (!fits(fitting)) return null;
  for (let i = 0; i < halvings; i += 1) {
    const mid = (fitting + failing) / 2;
    if (fits(mid)) fitting = mid;
    else failing = mid;
  }
  return p.pack.lengthMm - fitting;
}

/** Twice the signed area: positive when the corners run counter-clockwise. */
export const signedArea2 = (corners: readonly Corner[]) =>
  corners.reduce((sum, a, i) => {
    const b = corners[(i + 1) % corners.length]!;
    return sum + a.x * b.y - b.x * a.y;
  }, 0);

/** Whether two sides of a bay cross, or one folds back on its neighbour. */
export function crossesItself(corners: readonly Corner[]): boolean {
  const side = (p: Corner, q: Corner, r: Corner) => Math.sign((q.x - p.x) * (r.y - p.y) - (q.y - p.y) * (r.x - p.x));
  const n = corners.length;
  for (let i = 0; i < n; i += 1) {
    const [a, b, after] = [corners[i]!, corners[(i + 1) % n]!, corners[(i + 2) % n]!];
    const back = (b.x - a.x) * (after.x - b.x) + (b.y - a.y) * (after.y - b.y);
    if (side(a, b, after) === 0 && back < 0) return true;
    for (let j = i + 2; j < n; j += 1) {
      if (i === 0 && j === n - 1) continue;
      const [c, d] = [corners[j]!, corners[(j + 1) % n]!];
      if (side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0) return true;
    }
  }
  return false;
}
