import { DEFAULT_HOUSE_RULES } from "@/core/house/defaults";
import { dice } from "../../tests/dice";
import { market } from "../../tests/market";
import { SEARCH_STEPS, type SearchStep } from "@/core/supply/searchStep";
import { daysKey, searchBuying, type Searched, type SearchInput } from "./buyingSearch";
import { searchFor, searchHere, searchOn, stopSearch, type UnderWay } from "./searches";

function inputOf(lines: number, suppliers: number, seed: number, at: number | null): SearchInput {
  const { catalogue, wants } = market(lines, suppliers, seed);
  const parts = [...catalogue.parts.values()];
  return {
    wants,
    parts,
    suppliers: [...catalogue.suppliers.values()],
    day: "2026-12-01",
    house: DEFAULT_HOUSE_RULES,
    days: Object.fromEntries(parts.flatMap((part) => part.offers.map((one) => [daysKey(one), one.leadDays]))),
    at,
    apart: wants.map((want) => [want]),
  };
}
const totalOf = ({ chosen }: Searched) =>
  chosen!.plan.orders.reduce((sum, order) => sum + order.goodsMinor + order.carriageMinor, 0);
const bought = ({ chosen }: Searched) => {
  const pieces: Record<string, number> = {};
  for (const line of chosen!.plan.orders.flatMap((order) => order.lines))
    pieces[line.part.id] = (pieces[line.part.id] ?? 0) + line.quantity;
  return pieces;
};

test("stopped at any moment, a search has bought everything that is wanted, claims no more than it weighed, and whole it never costs more", async () => {
  const roll = dice(51);
  for (let round = 0; round < 12; round += 1) {
    const input = inputOf(roll(1, 9), roll(1, 6), round * 31 + 1, roll(0, 2) === 0 ? null : roll(1, 30));
    // One that may ask often is stopped late: after every answer once.
    for (let patience = 0; ; patience += 1) {
      let asked = 0;
      const told: SearchStep[] = [];
      const watch = { told: (step: SearchStep) => told.push(step), stopped: () => (asked += 1) > patience };
      // Another order of the parts is another question: nothing is known of it yet.
      const fresh = { ...input, parts: [...input.parts, { ...input.parts[0]!, id: `gone-${round}-${patience}` }] };
      const cut = await searchBuying(fresh, watch);
      const whole = await searchBuying(fresh);
      expect(bought(cut)).toEqual(Object.fromEntries(input.wants.map((want) => [want.partId, want.quantity])));
      expect(totalOf(whole)).toBeLessThanOrEqual(totalOf(cut));
      if (cut.chosen!.plan.proved) expect(totalOf(whole)).toBe(totalOf(cut));
      expect(whole.stopped).toBe(false);
      expect(cut.apartMinor === null).toBe(cut.stopped);
      for (const [i, point] of cut.points.entries())
        if (i > 0) expect(point.totalMinor).toBeLessThan(cut.points[i - 1]!.totalMinor);
      // What is told goes forward, step by step.
      const at = told.map((step) => SEARCH_STEPS.indexOf(step.what) * 1e6 + step.done);
      expect(at).toEqual([...at].sort((a, b) => a - b));
      for (const step of told) expect(step.done).toBeLessThanOrEqual(step.of);
      if (!cut.stopped) break;
      expect(patience).toBeLessThan(200);
    }
  }
});

test("of one frontier another day is found again: the same points, whichever day was asked for first", async () => {
  const all = await searchBuying(inputOf(8, 5, 977, null));
  expect(all.points.length).toBeGreaterThan(3);
  for (const { days, totalMinor } of all.points) {
    const at = await searchBuying(inputOf(8, 5, 977, days));
    expect(at.points).toEqual(all.points);
    expect([at.chosen!.days, totalOf(at), at.apartMinor]).toEqual([days, totalMinor, all.apartMinor]);
  }
});

describe("a search under way", () => {
  const input = inputOf(3, 2, 5, null);
  const STEP: SearchStep = { what: "days", done: 2, of: 9, leastMinor: 100 };
  let begun = 0;
  let end: (stopped: boolean) => Promise<void>;
  const slow = (): UnderWay => {
    begun += 1;
    let finish: (found: Searched) => void = () => undefined;
    const done = new Promise<Searched>((resolve) => (finish = resolve));
    end = async (stopped) => finish({ ...(await searchHere(input).done)!, stopped });
    return { done, step: () => STEP, stop: () => void end(true) };
  };
  beforeEach(() => (begun = 0));

  test("is one for all who ask, tells how far it is, and its answer is kept", async () => {
    const first = await searchFor("a", () => input, slow, 1);
    expect(first).toEqual({ found: null, searching: { id: "a", ...STEP } });
    const waiting = searchFor("a", () => input, slow, Infinity);
    await end(false);
    expect((await waiting).found!.stopped).toBe(false);
    expect((await searchFor("a", () => input, slow, 1)).found).not.toBeNull();
    expect(begun).toBe(1);
  });
  test("ends with what stands when it is stopped; asked for on, it begins anew", async () => {
    await searchFor("b", () => input, slow, 1);
    stopSearch("b");
    expect((await searchFor("b", () => input, slow, Infinity)).found!.stopped).toBe(true);
    searchOn("b");
    await searchFor("b", () => input, slow, 1);
    expect(begun).toBe(2);
    await end(false);
    // One that is whole is not thrown away, and nobody stops what is not under way.
    expect((await searchFor("b", () => input, slow, Infinity)).found!.stopped).toBe(false);
    searchOn("b");
    stopSearch("b");
    stopSearch("never begun");
    expect((await searchFor("b", () => input, slow, Infinity)).found!.stopped).toBe(false);
    expect(begun).toBe(2);
  });
  test("that nobody asks for any more is stopped, and what it had is not taken for the whole", async () => {
    jest.useFakeTimers();
    try {
      const asked = searchFor("c", () => input, slow, 1);
      await jest.advanceTimersByTimeAsync(10);
      expect((await asked).searching).not.toBeNull();
      await jest.advanceTimersByTimeAsync(60_000);
    } finally {
      jest.useRealTimers();
    }
    await new Promise((resolve) => setTimeout(resolve, 50));
    await searchFor("c", () => input, slow, 1);
    expect(begun).toBe(2);
    await end(false);
  });
});
