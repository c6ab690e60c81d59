import { SHELLS } from "../standards/shells";
import { TYRE_MARKS } from "../standards/beadSeats";
import { formatNumber } from "../units/formatQuantity";
import type { ChoiceKey, DonorKey, NumberKey } from "./items";
import type { Reading } from "./readingSchema";

type Donor = Partial<Record<DonorKey, Reading>>;

/** Readings that cannot all be true, and what is wrong between them: none of them enters a sum before it is looked at again. */
export type Contradiction = { readonly keys: readonly DonorKey[]; readonly says: string };

/** How far a bore or a width may be from its standard's before it is another standard, mm: crests are dressed, shells faced. */
const SHELL_OFF_MM = { bore: 0.5, width: 4 };

/** 24 pitches of a chain that is new, and of one worn past all use, mm: anything else is another count of pitches. */
const PITCHES_24_MM = { least: 304, most: 314 };

const figure = (donor: Donor, key: NumberKey) => {
  const reading = donor[key];
  return typeof reading?.value === "number" ? { value: reading.value } : undefined;
};
const answer = (donor: Donor, key: ChoiceKey) => {
  const value = donor[key]?.value;
  return typeof value === "string" ? value : undefined;
};

/** All that contradicts itself in a survey; a figure that somebody looked at again and confirmed is believed. */
export function contradictionsIn(donor: Donor): Contradiction[] {
  return [...shell(donor), ...tyres(donor), ...cogs(donor), ...chain(donor), ...order(donor)].filter(
    ({ keys }) => !keys.some((key) => donor[key]?.confirmed),
  );
}

function shell(donor: Donor): Contradiction[] {
  const row = SHELLS.find(({ id }) => id === answer(donor, "shellStandard"));
  // A frame made for a motor has no standard to compare with.
  if (!row || row.id === "made") return [];
  const found: Contradiction[] = [];
  const bore = figure(donor, "shellBoreMm");
  const [least, most] = row.boreMm;
  if (bore && most > 0 && (bore.value < least - SHELL_OFF_MM.bore || bore.value > most + SHELL_OFF_MM.bore))
    found.push({
      keys: ["shellStandard", "shellBoreMm"],
      says: `A shell “${row.says}” is bored ${least} to ${most} mm, ${formatNumber(bore.value, 2)} was measured`,
    });
  const width = figure(donor, "shellWidthMm");
  const widths = row.widthsMm as readonly number[];
  if (width && widths.length > 0 && widths.every((mm) => Math.abs(mm - width.value) > SHELL_OFF_MM.width))
    found.push({
      keys: ["shellStandard", "shellWidthMm"],
      says: `A shell “${row.says}” is ${widths.join(", ")} mm wide, ${formatNumber(width.value, 1)} was measured`,
    });
  return found;
}

const tyres = (donor: Donor): Contradiction[] =>
  (["front", "rear"] as const).flatMap((end) => {
    const mark = answer(donor, `${end}TyreMark`);
    const seat = figure(donor, `${end}BeadSeatMm`);
    const mm = mark === undefined ? undefined : TYRE_MARKS[mark as keyof typeof TYRE_MARKS];
    return seat && mm && mm !== seat.value
      ? [
          {
            keys: [`${end}TyreMark`, `${end}BeadSeatMm`] as const,
            says: `A ${end} tyre marked ${mark} sits on ${mm} mm, the bead seat is given as ${formatNumber(seat.value, 0)}: read the rim`,
          },
        ]
      : [];
  });

function cogs(donor: Donor): Contradiction[] {
  const [count, least, most] = [figure(donor, "cogCount"), figure(donor, "smallestCogTeeth"), figure(donor, "largestCogTeeth")];
  if (!count || !least || !most) return [];
  const between = most.value - least.value + 1;
  return count.value > between
    ? [
        {
          keys: ["cogCount", "smallestCogTeeth", "largestCogTeeth"],
          says: `${count.value} cogs were counted, from ${least.value} to ${most.value} teeth there are at most ${Math.max(0, between)}`,
        },
      ]
    : [];
}

function chain(donor: Donor): Contradiction[] {
  const pitches = figure(donor, "chain24Mm");
  if (!pitches) return [];
  const mm = pitches.value;
  return mm < PITCHES_24_MM.least || mm > PITCHES_24_MM.most
    ? [
        {
          keys: ["chain24Mm"],
          says: `24 pitches are ${PITCHES_24_MM.least} to ${PITCHES_24_MM.most} mm, ${formatNumber(mm, 1)} was measured: count them`,
        },
      ]
    : [];
}

/** Pairs of which the first cannot be the greater. */
const ORDERED: readonly (readonly [NumberKey, NumberKey, string])[] = [
  ["saddleLowMm", "saddleHighMm", "The saddle's lowest place is above its highest"],
  ["stayNearRadiusMm", "stayFarRadiusMm", "The stay's first point is further behind the axle than its second"],
  ["ringSmallTeeth", "ringLargeTeeth", "The smallest chainring has more teeth than the largest"],
];

const order = (donor: Donor): Contradiction[] =>
  ORDERED.flatMap(([low, high, says]) => {
    const [a, b] = [figure(donor, low), figure(donor, high)];
    return a && b && a.value > b.value ? [{ keys: [low, high], says }] : [];
  });
