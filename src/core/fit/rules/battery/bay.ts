import { derived, PRACTICE } from "../../../basis";
import type { BayAnswer } from "../../../bay/batteryBay";
import { formatNumber } from "../../../units/formatQuantity";
import type { Build } from "../../build";
import type { Figure, Outcome } from "../../finding";
import { judge } from "../../judge";
import { defineRule, type Survey } from "../../rule";
import { bossesMm, PACK_ROOM_MM, packIn, type Room, roomOf, type Spread, spreadOf } from "./frameRoom";
import { type Battery, perPack, shortBy } from "./pack";

const heightOf = ({ spec }: Battery) => spec.heightMm + spec.cradleMm;

/** One place that is not the triangle, as a plain box: what is free there, mm. */
function otherRoom(
  battery: Battery,
  survey: Survey,
): { says: string; lengthMm: number; depthMm: number; widthMm: number | null; plusMinus: number } | string {
  const place = survey.choice("otherBay");
  const { mount } = battery.spec;
  if (mount === "rack") {
    if (place !== "rack") return "This pack goes on a rack and the bike has none.";
    const length = survey.number("rackLengthMm");
    return { says: "rack", lengthMm: length.value, depthMm: Infinity, widthMm: null, plusMinus: length.plusMinus };
  }
  if (mount === "box" || mount === "bag") {
    if (place !== "box") return `This pack goes in a ${mount} and the bike has none.`;
    const length = survey.number("boxLengthMm");
    return {
      says: "box",
      lengthMm: length.value,
      depthMm: survey.number("boxHeightMm").value,
      widthMm: survey.number("boxWidthMm").value,
      plusMinus: length.plusMinus,
    };
  }
  if (place !== mount)
    return mount === "seat tube"
      ? "This pack goes behind the seat tube and there is no room there."
      : "There is no triangle, and no room under the down tube was measured.";
  const length = survey.number("otherBayLengthMm");
  return {
    says: mount === "seat tube" ? "behind the seat tube" : "under the down tube",
    lengthMm: length.value,
    depthMm: survey.number("otherBayDepthMm").value,
    widthMm: null,
    plusMinus: length.plusMinus,
  };
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
  basis: [derived("pack against the taped frame"), PRACTICE],
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
  const spare = [
    { what: "long", mm: room.lengthMm - battery.spec.lengthMm - 2 * PACK_ROOM_MM },
    { what: "high", mm: room.depthMm - heightOf(battery) - PACK_ROOM_MM },
    { what: "wide", mm: (room.widthMm ?? Infinity) - battery.spec.widthMm - 2 * PACK_ROOM_MM },
  ];
  const worst = spare.reduce((a, b) => (b.mm < a.mm ? b : a));
  return judge({
    room: worst.mm,
    unit: "mm",
    plusMinus: room.plusMinus,
    figures: [
      ...size,
      {
        label: room.says,
        value: [room.lengthMm, room.depthMm, room.widthMm ?? Infinity]
          .filter(Number.isFinite)
          .map((mm) => formatNumber(mm, 0))
          .join(" × "),
        unit: "mm",
      },
    ],
    settle:
      room.says === "rack"
        ? ["rackLengthMm"]
        : room.says === "box"
          ? ["boxLengthMm", "boxHeightMm", "boxWidthMm"]
          : ["otherBayLengthMm", "otherBayDepthMm"],
    clear: `It goes on or in the ${room.says} with ${formatNumber(worst.mm, 0)} mm to spare.`,
    short: () => ({
      verdict: "stop",
      says: `It is ${formatNumber(-worst.mm, 0)} mm too ${worst.what} for the place: ${room.says}.`,
      lifts: `a smaller pack: ${smaller(build, battery.spec.series, (part) => part.spec.lengthMm <= room.lengthMm - 2 * PACK_ROOM_MM && heightOf(part) <= room.depthMm)}`,
    }),
  });
}
