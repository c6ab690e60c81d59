import { batteryOf, lastOf, motorsOf, voltsOf, type Build } from "../fit/build";
import { throttleRides, limitToSet } from "../fit/rules/law/limitToSet";
import { chargeTimeHours } from "../power/chargeTime";
import type { Chemistry } from "../power/batteryPack";
import { coldShare } from "../ride/forecast";
import { LAW_KNOWN, legalClassOf } from "../standards/law";
import { VISITS } from "../standards/visits";
import { daysAfter } from "../units/days";
import { formatNumber } from "../units/formatQuantity";

/** What the rider is given to read: by heading, a line each; the label's text; and when the bike comes back. */
export type RiderSheet = {
  readonly sections: readonly { readonly title: string; readonly lines: readonly string[] }[];
  /** What the label on the bike says, and what the law here wants on it; null where no class is known. */
  readonly label: { readonly text: string; readonly wants: string } | null;
  readonly visits: readonly { readonly when: string; readonly day: string | null; readonly what: string }[];
};

const CELLS: Readonly<Record<Chemistry, string>> = {
  nmc: "lithium cells",
  lipo: "lithium cells in pouches",
  lfp: "lithium iron phosphate cells",
  "lead-acid": "lead-acid blocks",
};

/** A charger loses so much between plug and cell (common practice). */
const CHARGER_EFFICIENCY = 0.85;

/**
 * The rider's sheet of a build: charging, cold, wash, carrying and keeping of the pack, the law as it is known, what not to do (common
 * practice throughout; Linden and Reddy, Handbook of Batteries, 2011, for temperatures of lithium cells).
 * @param from ISO day of the hand-over
 */
export function riderSheetOf(build: Build, from: string): RiderSheet {
  const battery = batteryOf(build);
  const front = motorsOf(build).some((motor) => motor.kind === "hub-motor" && motor.spec.end === "front");
  const regenerates = motorsOf(build).some((motor) => motor.kind === "hub-motor" && motor.spec.regenerates);
  return {
    sections: [
      { title: "Charging", lines: chargingOf(build) },
      ...(battery && battery.spec.chemistry !== "lead-acid" ? [{ title: "Cold and heat", lines: coldOf(build) }] : []),
      {
        title: "Rain and washing",
        lines: [
          "Rain is no harm, a jet is: never a pressure washer, nor a hose at hubs, motor, plugs or display.",
          "Wash with a sponge, the pack off and its contacts covered; dry the contacts before it goes back.",
          "After a fall into water: switch off, take the pack off if that is safe, and bring both.",
        ],
      },
      {
        title: "Carrying and keeping the pack",
        lines: [
          "On a car or a train: the pack off the bike, inside, its contacts covered, held fast. Ask the carrier first: by air it is refused as a rule.",
          "Unused for more than a month: at 30 to 60 % of its charge, dry, at 10 to 25 °C, away from the way out; look at it every three months.",
          "A dented, swollen, wet or smelling pack: outdoors, away from what burns, and a call to us. Never open it. At its end it goes to a collection point, its contacts taped.",
        ],
      },
      { title: "What the law says here", lines: lawOf(build) },
      {
        title: "What not to do",
        lines: [
          "No settings but those on the settings sheet: a higher limit makes it another vehicle in law, and is more than these brakes were checked for.",
          ...(front ? ["The front wheel pulls: on gravel, wet leaves and rails ease the help before the bend."] : []),
          ...(regenerates ? ["The motor brakes no more when the pack is full: use the brakes."] : []),
          "Long hills down: brake hard and let go, not gently all the way; stop when they smell.",
          "Nobody works at wheel nuts, torque arms or plugs but us or who knows how: the nuts are torqued and marked.",
          "Not over the loads that frame, rack and tyres are made for.",
        ],
      },
      {
        title: "Stop",
        lines: [
          "Smell, smoke, heat that you cannot touch, a new noise, a lever that does not stop the motor, a mark at the axle that has moved: stop, switch off, take the pack off if that is safe, do not ride, call us.",
          "Fire: leave, shut the door, call the fire service.",
        ],
      },
    ],
    label: labelOf(build),
    visits: visitsFrom(from),
  };
}

function chargingOf(build: Build): string[] {
  const battery = batteryOf(build);
  if (!battery) return ["This build has no pack of its own."];
  const { chemistry, series, capacityAh } = battery.spec;
  const charger = lastOf(build, "charger");
  const full = voltsOf(battery).full;
  const hours =
    charger &&
    chargeTimeHours({
      capacityAh,
      chargerA: charger.spec.outputA,
      efficiency: CHARGER_EFFICIENCY,
      fromPercent: 0,
      toPercent: 100,
    });
  return [
    `The pack: ${CELLS[chemistry]}, ${series} cells in a row, ${formatNumber(capacityAh, 1)} Ah, ${formatNumber(full, 1)} V when full.`,
    charger
      ? `Only with the charger that is its own: ${charger.name}, ${formatNumber(charger.spec.outputV, 1)} V, ${formatNumber(charger.spec.outputA, 1)} A; from empty to full about ${formatNumber(hours!, 1)} h.`
      : `Only with a charger made for it: ${formatNumber(full, 1)} V.`,
    "On a hard floor that does not burn, a smoke alarm in the room, somebody awake in the house; not in the way out.",
    "To 80 or 90 % every day makes it last; full once a month. Not left empty: charge it within a day.",
    "Never a charger that is warm at rest, has a cut lead or was wet. Never open it.",
  ];
}

function coldOf(build: Build): string[] {
  const coldest = build.asked.coldestC;
  return [
    "Never charged below 0 °C or hot from the ride: bring it in, wait until it is as warm as the room.",
    ...(coldest !== null && coldest < 15
      ? [
          `At ${formatNumber(coldest, 0)} °C it gives about ${formatNumber((100 * coldShare(coldest)) / coldShare(25), 0)} % of what it gives in summer, and the bike is slower on the hill.`,
        ]
      : ["In frost it gives four fifths of what it gives in summer, and the bike is slower on the hill."]),
    "Not left in the sun behind glass.",
  ];
}

function lawOf(build: Build): string[] {
  const row = legalClassOf(build.asked.where, throttleRides(build));
  const limit = limitToSet(build);
  const set = limit === null ? [] : [`The help ends at ${formatNumber(limit.kmh, 1)} km/h, ${limit.why}.`];
  const confirm = `As it is known to us (${LAW_KNOWN}), and no advice: confirm with the authority of the place before you ride on a road.`;
  if (row === null) return [...set, "Built for private land: on a road it is no bicycle in law.", confirm];
  if (row === undefined) return [...set, "The law of this place is not known to us.", confirm];
  return [
    `${row.where}: ${row.says}. Rated power at most ${formatNumber(row.ratedW, 0)} W, help to ${formatNumber(row.assistKmh, 1)} km/h${row.throttle === "none" ? ", no throttle" : row.throttle === "walk" ? ", a throttle to walking pace only" : ""}.`,
    ...set,
    `It wants on the bike: ${row.marks}.`,
    confirm,
  ];
}

/** What is printed on the label: what it is, its motor, where its help ends, its volts. */
function labelOf(build: Build): RiderSheet["label"] {
  const row = legalClassOf(build.asked.where, throttleRides(build));
  const battery = batteryOf(build);
  if (!row || motorsOf(build).length === 0) return null;
  const limit = limitToSet(build)?.kmh ?? row.assistKmh;
  return {
    text: [
      row.says.split(":")[0]!.replace(/^./, (c) => c.toUpperCase()),
      ratedWords(motorsOf(build).map(({ spec }) => spec.ratedW)),
      `${formatNumber(limit, 1)} km/h`,
      ...(battery ? [`${formatNumber(voltsOf(battery).nominal, 0)} V`] : []),
    ].join(", "),
    wants: row.marks,
  };
}

/** Rated powers as a label has them. @example ratedWords([250, 250, 350]) // => "2 × 250 W + 350 W" */
const ratedWords = (watts: readonly number[]): string =>
  [...new Set(watts)]
    .map((each) => {
      const count = watts.filter((one) => one === each).length;
      return `${count > 1 ? `${count} × ` : ""}${formatNumber(each, 0)} W`;
    })
    .join(" + ");

/** When the bike is looked at again. */
const visitsFrom = (from: string): RiderSheet["visits"] =>
  VISITS.map(({ when, afterDays, what }) => ({ when, day: afterDays === null ? null : daysAfter(from, afterDays), what }));
