import { derived, memory, PRACTICE } from "../../../basis";
import type { BayAnswer } from "../../../bay/batteryBay";
import type { NumberKey } from "../../../donor/items";
import type { Measured } from "../../../donor/reading";
import { formatNumber } from "../../../units/formatQuantity";
import type { Build } from "../../build";
import type { Figure, Outcome } from "../../finding";
import { judge } from "../../judge";
import { defineRule, type Survey } from "../../rule";
import { bossesMm, PACK_ROOM_MM, packIn, type Room, roomOf, type Spread, spreadOf } from "./frameRoom";
import { type Battery, perPack, shortBy } from "./pack";

const heightOf = ({ spec }: Battery) => spec.heightMm + spec.cradleMm;

/** How far a pack may stand over each rail of a rack, mm: further out it meets heels and bags, and rocks (from memory). */
const OVER_RAILS_MM = 25;

/** A place that is not the triangle, as a plain box: what is free there; null where nothing bounds it. */
type Place = {
  readonly says: string;
  readonly length: Measured;
  readonly depth: Measured | null;
  readonly width: Measured | null;
  /** Free on each side of the pack, mm; under 0 where it may stand over. */
  readonly besideMm: number;
  readonly settle: readonly NumberKey[];
};

/** Where a pack that is not in the triangle goes, or why there is no such place. */
function otherRoom({ spec: { mount } }: Battery, survey: Survey): Place | string {
  const place = survey.choice("otherBay");
  if (mount === "rack") {
    if (place !== "rack") return "This pack goes on a rack and the bike has none.";
    return {
      says: "rack",
      length: survey.number("rackLengthMm"),
      depth: null,
      width: survey.number("rackWidthMm"),
      besideMm: -OVER_RAILS_MM,
      settle: ["rackLengthMm", "rackWidthMm"],
    };
  }
  if (mount === "box" || mount === "bag") {
    if (place !== "box") return `This pack goes in a ${mount} and the bike has none.`;
    return {
      says: "box",
      length: survey.number("boxLengthMm"),
      depth: survey.number("boxHeightMm"),
      width: survey.number("boxWidthMm"),
      besideMm: PACK_ROOM_MM,
      settle: ["boxLengthMm", "boxHeightMm", "boxWidthMm"],
    };
  }
  if (place !== mount)
    return mount === "seat tube"
      ? "This pack goes behind the seat tube and there is no room there."
      : "There is no triangle, and no room under the down tube was measured.";
  return {
    says: mount === "seat tube" ? "behind the seat tube" : "under the down tube",
    length: survey.number("otherBayLengthMm"),
    depth: survey.number("otherBayDepthMm"),
    width: null,
    besideMm: 0,
    settle: ["otherBayLengthMm", "otherBayDepthMm"],
  };
}

/** What is left of a place each way with a pack in it, and what its tape leaves open, mm. */
function spareOf(battery: Battery, { length, depth, width, besideMm }: Place) {
  const left = (what: string, free: Measured | null, takes: number) =>
    free ? [{ what, mm: free.value - takes, plusMinus: free.plusMinus }] : [];
  return [
    ...left("long", length, battery.spec.lengthMm + 2 * PACK_ROOM_MM),
    ...left("high", depth, heightOf(battery) + PACK_ROOM_MM),
    ...left("wide", width, battery.spec.widthMm + 2 * besideMm),
  ];
}

/** The way that decides: one that is too short for sure, else the one that may be the shortest. */
function decides(spare: ReturnType<typeof spareOf>) {
  const short = spare.filter(({ mm, plusMinus }) => mm < 0 && -mm >= plusMinus);
  return short.length > 0
    ? short.reduce((a, b) => (b.mm < a.mm ? b : a))
    : spare.reduce((a, b) => (b.mm - b.plusMinus < a.mm - a.plusMinus ? b : a));
}

/** Other packs of the same cells in series that would go in, for the words of a stop. */
function smaller(build: Build, series: number, goes: (part: Battery) => boolean): string {
  const names = build.catalogue
    .distinct("battery")
    .filter((part) => part.spec.series === series && goes(part))
    .slice(0, 2)
    .map((part) => part.name);
  return names.length > 0 ? `${names.join(" or ")}, chosen in Drive` : "no pack in the catalogue would go";
}

const inTriangle = (battery: Battery, survey: Survey) =>
  battery.spec.mount === "down tube" && survey.choice("triangleBy") !== "none";

export const batteryBayRule = defineRule<Battery>({
  ...perPack,
  id: "battery/bay",
  title: "Room for the battery",
  why: "The pack does not go in the triangle: found out with the pack in hand, after cutting or filing.",
  basis: [derived("pack against the taped frame"), PRACTICE, memory("how far a pack may stand over a rack's rails")],
  needs: (battery) => (battery.spec.mount === "down tube" ? ["triangleBy"] : ["otherBay"]),
  check(battery, survey, build): Outcome {
    const size = [
      {
        label: "pack",
        value: `${formatNumber(battery.spec.lengthMm, 0)} × ${formatNumber(heightOf(battery), 0)} × ${formatNumber(battery.spec.widthMm, 0)}`,
        unit: "mm",
      },
    ];
    if (!inTriangle(battery, survey)) return elsewhere(battery, survey, build, size);
    const room = roomOf(survey);
    if (typeof room === "string")
      return { verdict: "measure", says: room, figures: size, settle: ["downTubeMm", "topTubeMm", "seatTubeMm", "headTubeMm"] };
    const bosses = bossesMm(survey);
    const answer = packIn(room, battery, bosses, 0);
    const spread = () => spreadOf("clearance", room, battery, survey);
    if (!answer.fits) return tooLong(battery, answer, room, build, bosses, size, spread);
    const { plusMinus, settle } = spread();
    return {
      verdict: "clear",
      says: `It goes in ${formatNumber(room.frame.railFromMm + answer.bestMm!, 0)} mm up the down tube with ${formatNumber(answer.clearanceMm!, 0)} mm to the nearest tube.`,
      figures: [
        ...size,
        { label: "from the crank axle", value: room.frame.railFromMm + answer.bestMm!, unit: "mm" },
        { label: "may stand from", value: room.frame.railFromMm + answer.fromMm!, unit: "mm" },
        { label: "to", value: room.frame.railFromMm + answer.toMm!, unit: "mm" },
        { label: "free to the nearest tube", value: answer.clearanceMm!, unit: "mm" },
        { label: "wanted", value: PACK_ROOM_MM, unit: "mm" },
      ],
      margin: { value: answer.clearanceMm! - PACK_ROOM_MM, unit: "mm", plusMinus },
      settle,
      caution: "packFire",
    };
  },
});

function tooLong(
  battery: Battery,
  answer: BayAnswer,
  room: Room,
  build: Build,
  bosses: readonly number[],
  size: readonly Figure[],
  spread: () => Spread,
): Outcome {
  const short = answer.shortMm;
  return {
    verdict: "stop",
    says:
      short === null
        ? "It is too high for this triangle at any length."
        : `It is ${formatNumber(short, 0)} mm too long for this triangle.`,
    figures: [...size, ...(short === null ? [] : [{ label: "too long by", value: short, unit: "mm" }])],
    ...(short !== null && { margin: shortBy(short, spread) }),
    get settle() {
      return spread().settle;
    },
    lifts: `${short === null ? "a lower pack" : `a pack of ${formatNumber(battery.spec.lengthMm - short, 0)} mm or less`}: ${smaller(build, battery.spec.series, (part) => part.spec.mount === "down tube" && packIn(room, part, bosses, 0).fits)}; a tube is never cut`,
  };
}

function elsewhere(battery: Battery, survey: Survey, build: Build, size: Figure[]): Outcome {
  const room = otherRoom(battery, survey);
  if (typeof room === "string")
    return {
      verdict: "stop",
      says: room,
      figures: size,
      lifts: `a rack or box for it, or a pack for another place: ${smaller(build, battery.spec.series, (part) => part.spec.mount !== battery.spec.mount)}`,
    };
  const { what, mm, plusMinus } = decides(spareOf(battery, room));
  const free = [room.length, room.depth, room.width].flatMap((one) => (one ? [formatNumber(one.value, 0)] : []));
  return judge({
    room: mm,
    unit: "mm",
    plusMinus,
    figures: [...size, { label: room.says, value: free.join(" × "), unit: "mm" }],
    settle: room.settle,
    clear: `It goes on or in the ${room.says} with ${formatNumber(mm, 0)} mm to spare.`,
    short: () => ({
      verdict: "stop",
      says: `It is ${formatNumber(-mm, 0)} mm too ${what} for the place: ${room.says}.`,
      lifts: `a smaller pack: ${smaller(build, battery.spec.series, (part) => part.spec.mount === battery.spec.mount && spareOf(part, room).every((way) => way.mm >= way.plusMinus))}`,
    }),
  });
}
