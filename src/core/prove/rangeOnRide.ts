import { openCircuitV } from "../power/openCircuit";
import { packAt, RESERVE_PERCENT, type ForecastInput } from "../ride/forecast";
import { formatNumber } from "../units/formatQuantity";
import { sum } from "../units/sum";
import { percentAt, type learnPack } from "./learnPack";
import type { RideLog } from "./rideLogSchema";
import { NO_WIND, P95, type Proved, type Windless } from "./windless";

/** What a counted current is off by, as a share: a meter's own (common practice). */
const COUNTED = 0.02;
/** Rides of one road on one day differ by so much, as a share: starts, lights, gusts (from memory). */
const LIKE_THE_RIDE = 0.01;
/** What a cell's volts at rest are off by against the table, V, at the middle of its charge. */
const REST_CELL_V = 0.02;
/**
 * How far the pack would have gone, by its counted charge and by its volts at rest; what both say together. A road takes power, not
 * current: the lower the pack the more charge each km takes, and the more of it stays in the pack as heat. So it is work that is compared,
 * what the pack gives from full to the reserve with what it gave on this ride.
 */
export function rangeOnRide(
  log: RideLog,
  p: ForecastInput,
  pack: ReturnType<typeof learnPack>,
  riddenKm: number,
  wind: Windless | null,
): { range: (Proved & { by: string[] }) | null; not: string | null } {
  if (wind === null)
    return {
      range: null,
      not: "In the wind that was noted the bike would not come along this way: the range is not proved by it.",
    };
  // In still air the same charge carries so much further, or less far.
  const km = riddenKm * wind.times;
  const { chemistry, series } = p.battery;
  const ohm = pack.figures.find(({ id }) => id === "resistance")?.after.mean ?? packAt(p, log.airC).internalOhm;
  const gives = workOf(log, { chemistry, series, ohm });
  const full = gives(RESERVE_PERCENT, 100);
  const [before, after] = log.restV.map((v) => (v === null ? null : percentAt(chemistry, v / series))) as [
    number | null,
    number | null,
  ];
  const ways: { km: number; sd: number; says: string }[] = [];
  const capacity = pack.figures.find(({ id }) => id === "capacity");
  if (capacity && pack.usedAh > 0) {
    const from = before ?? 100;
    const used = (100 * pack.usedAh) / capacity.after.mean;
    const reach = (km * full) / gives(from - used, from);
    const sd = reach * Math.hypot(COUNTED, capacity.after.sd / capacity.after.mean, LIKE_THE_RIDE);
    ways.push({ km: reach, sd, says: `${pack.usedAh.toFixed(1)} Ah counted of ${capacity.after.mean.toFixed(1)}` });
  }
  if (before !== null && after !== null && before - after > 5) {
    const reach = (km * full) / gives(after, before);
    // What the table may be off by, at each end, as charge.
    const off = log.restV.map((v) => {
      const cell = v! / series;
      return (percentAt(chemistry, cell + REST_CELL_V) - percentAt(chemistry, cell - REST_CELL_V)) / 2;
    });
    const sd = reach * Math.hypot(Math.hypot(...off) / (before - after), LIKE_THE_RIDE);
    ways.push({ km: reach, sd, says: `${before.toFixed(0)} to ${after.toFixed(0)} % by its volts at rest` });
  }
  if (ways.length === 0)
    return { range: null, not: "The file says nothing of the pack's charge: the range is not proved by it." };
  const weight = ways.reduce((total, { sd }) => total + 1 / sd ** 2, 0);
  const value = ways.reduce((total, one) => total + one.km / one.sd ** 2, 0) / weight;
  // Where the two do not agree, what is left open reaches from one to the other.
  const apart = ways.length > 1 ? Math.abs(ways[0]!.km - ways[1]!.km) / 2 : 0;
  const sd = Math.hypot(1 / Math.sqrt(weight), (value * wind.sd) / wind.times);
  const by = [
    ...ways.map(({ says }) => says),
    ...(wind === NO_WIND ? [] : [`${formatNumber(100 * (wind.times - 1), 0)} % more for the wind put right`]),
  ];
  return { range: { value, plusMinus: Math.max(P95 * sd, apart), by }, not: null };
}

/** Steps in which a pack's charge is gone through. */
const CHARGE_STEPS = 60;

/** Work that a pack gives between two states of charge, %, in any unit, at the power that this ride took while it took any. */
function workOf(
  log: RideLog,
  { chemistry, series, ohm }: { chemistry: ForecastInput["battery"]["chemistry"]; series: number; ohm: number },
): (low: number, high: number) => number {
  const watts = log.motorW.length > 0 ? log.motorW : log.packA.map((a, i) => a * (log.packV[i] ?? 0));
  const taken = watts.filter((w) => w > 0);
  const mean = sum(taken) > 0 ? sum(taken.map((w) => w * w)) / sum(taken) : 0;
  return (low, high) => {
    let work = 0;
    for (let i = 0; i < CHARGE_STEPS; i += 1) {
      const open = series * openCircuitV(chemistry, low + ((i + 0.5) / CHARGE_STEPS) * (high - low));
      // Of the two currents that carry one power the smaller holds; past the pack's greatest it gives half of it.
      const spare = open * open - 4 * mean * ohm;
      work += spare > 0 ? (open + Math.sqrt(spare)) / 2 : open / 2;
    }
    return (work * (high - low)) / CHARGE_STEPS;
  };
}
