import {
  LAW_KNOWN,
  LEGAL_CLASSES,
  type LegalClass,
  legalClassOf,
  othersOf,
  strictLimitKmh,
  UNDER_LIMIT_KMH,
} from "../../../standards/law";
import { atMost } from "../../../units/atLeast";
import { formatNumber } from "../../../units/formatQuantity";
import { batteryOf, type Build, controllersOf, type Motor, motorsOf, voltsOf } from "../../build";
import type { Outcome } from "../../finding";
import { operation } from "../../remedies";
import { acknowledge, asked, defineRule } from "../../rule";
import { onceABike } from "../subjects";
import { kmhIn, throttleRides } from "./limitToSet";

/** Over this no road class is meant any more, km/h. */
const OFF_ROAD_KMH = 60;

export const legalClass = defineRule<Motor>({
  ...onceABike,
  id: "law/class",
  title: "Legal class where it is ridden",
  why: "Rated power, speed and throttle decide what the bike is in law; no program says that it is legal.",
  basis: LEGAL_CLASSES.flatMap((row) => row.basis),
  place: () => "kit",
  needs: () => [],
  check(_motor, _survey, build): Outcome {
    const where = asked(build, "where");
    const row = legalClassOf(where, throttleRides(build));
    const figures = [
      { label: "ridden", value: where },
      { label: "law as known in", value: LAW_KNOWN },
    ];
    if (row === undefined)
      return {
        verdict: "measure",
        says: `No class is known for “${where}”: confirm locally what it must meet.`,
        figures,
        asks: true,
        caution: "law",
      };
    if (row === null)
      return {
        verdict: "clear",
        says: `Private land: road law usually does not apply; consent, insurance and product safety do.${(build.asked.assistKmh ?? 0) > OFF_ROAD_KMH ? ` Over ${OFF_ROAD_KMH} km/h it is for off the road only.` : ""}`,
        figures,
        caution: "law",
      };
    return byClass(row, build, figures);
  },
});

/** What else the build breaks: the first breach never hides the others. */
const breaksToo = (row: LegalClass, throttle: boolean, kmh: number, strictKmh: number): string =>
  [
    throttle && row.throttle !== "allowed" ? " Nor does the class allow a throttle beyond walking pace." : "",
    atMost(kmh, strictKmh)
      ? ""
      : ` And the assist is to end at ${formatNumber(kmh, 1)} km/h, the class at ${formatNumber(row.assistKmh, 1)}.`,
  ].join("");

function byClass(row: LegalClass, build: Build, given: Outcome["figures"]): Outcome {
  const ratedW = motorsOf(build).reduce((sum, motor) => sum + motor.spec.ratedW, 0);
  const strictKmh = strictLimitKmh(row);
  const kmh = kmhIn(row, build);
  const kmhMargin = { value: strictKmh - kmh, unit: "km/h", plusMinus: 0 };
  const throttle = throttleRides(build);
  const figures = [
    ...given,
    { label: "class", value: `${row.id}: ${row.says}` },
    { label: "rated power", value: ratedW, unit: "W" },
    { label: "class allows", value: row.ratedW, unit: "W" },
    { label: "assist ends at", value: kmh, unit: "km/h" },
    { label: "class allows", value: row.assistKmh, unit: "km/h" },
    { label: "throttle", value: throttle ? "fitted" : "none, or to 6 km/h" },
    { label: "to be marked", value: row.marks },
    ...othersOf(row).map((other) => ({ label: `also there: ${other.id}`, value: `${other.says}; ${other.marks}` })),
  ];
  const common = { figures, basis: row.basis, caution: "law" as const };
  const tooStrong = ratedW > row.ratedW;
  // What is settled in writing comes last: it stands for the power alone, and must not cover a speed or a throttle.
  const power = tooStrong ? ` And ${ratedW} W are rated, the class ends at ${row.ratedW}.` : "";
  const margin = { value: row.ratedW - ratedW, unit: "W", plusMinus: 0 };
  if (tooStrong && row.settingsDoNotCount)
    return {
      verdict: "stop",
      says: `${ratedW} W rated; ${row.id} ends at ${row.ratedW}. It may not be ridden there.${breaksToo(row, throttle, kmh, strictKmh)}`,
      margin,
      lifts: `motors of ${row.ratedW} W together, or private land; a setting does not change what is printed on the motor`,
      ...common,
    };
  if (!atMost(kmh, strictKmh)) {
    const settable = controllersOf(build).every((controller) => controller.speedSettable);
    const set = Math.floor((row.assistKmh - UNDER_LIMIT_KMH) * 10) / 10;
    return settable
      ? {
          verdict: "adapt",
          safety: true,
          says: `The assist is to end at ${formatNumber(kmh, 1)} km/h, ${row.id} at ${formatNumber(row.assistKmh, 1)}.${power}`,
          remedies: [
            {
              id: `set-${set}`,
              title: `Set the assist to end at ${formatNumber(set, 1)} km/h`,
              says: "read back and written on the work order",
              parts: [],
              tasks: ["setSpeed"],
              effect: { numbers: { speedLimitKmh: set } },
              caution: "law",
            },
          ],
          margin: kmhMargin,
          ...common,
        }
      : {
          verdict: "stop",
          says: `The assist ends at ${formatNumber(kmh, 1)} km/h and cannot be set; ${row.id} ends at ${formatNumber(row.assistKmh, 1)}.${power}`,
          lifts: "a controller whose limit can be set",
          margin: kmhMargin,
          ...common,
        };
  }
  if (throttle && row.throttle !== "allowed")
    return {
      verdict: "adapt",
      safety: true,
      says: `${row.id} allows no throttle beyond walking pace.${power}`,
      remedies: [
        operation(
          "throttle-walks",
          "Limit the throttle to 6 km/h",
          "walk assist only; or leave it off the bike",
          ["setSpeed"],
          "throttle walks",
          "law",
        ),
      ],
      ...common,
    };
  const volts = batteryOf(build) ? voltsOf(batteryOf(build)!).nominal : 0;
  const overV =
    row.nominalV !== null && volts > row.nominalV + 0.1 ? { value: row.nominalV - volts, unit: "V", plusMinus: 0 } : null;
  const unsure = [
    ...(!tooStrong && row.ratedUnsureOverW && ratedW > row.ratedUnsureOverW
      ? [`${ratedW} W lies between two texts (${row.ratedUnsureOverW} and ${row.ratedW} W)`]
      : []),
    ...(overV ? [`${formatNumber(volts, 1)} V nominal is over the ${row.nominalV} V that the class's standard covers`] : []),
  ];
  if (unsure.length > 0)
    return {
      verdict: "measure",
      says: `${unsure.join("; ")}: confirm locally.${power}`,
      asks: true,
      ...(overV && unsure.length === 1 && { margin: overV }),
      ...common,
    };
  if (tooStrong)
    return {
      verdict: "adapt",
      safety: true,
      says: `${ratedW} W rated; ${row.id} ends at ${row.ratedW}. A stronger motor limited by its settings is a school that many laws do not accept.`,
      margin,
      remedies: [
        acknowledge(
          "law/class bike",
          `the customer has it in writing: ${ratedW} W are printed on the motor, and it is for them to confirm that settings count`,
        ),
      ],
      ...common,
    };
  return {
    verdict: "clear",
    says: `Within the figures of ${row.id} as known in ${LAW_KNOWN}; confirm locally, mark it: ${row.marks}.`,
    margin: kmhMargin,
    ...common,
  };
}
