import { derived, PRACTICE } from "../../basis";
import type { BayAnswer } from "../../bay/batteryBay";
import type { PartOf } from "../../parts/part";
import { formatNumber } from "../../units/formatQuantity";
import { batteryOf, motorsOf, partsOf, type Build } from "../build";
import type { Figure, Margin, Outcome } from "../finding";
import { judge } from "../judge";
import { anyOf, isDone, operation } from "../remedies";
import { acknowledge, asked, defineRule, stated, type Survey } from "../rule";
import { bossesMm, PACK_ROOM_MM, packIn, roomOf, spreadOf, type Room, type Spread } from "./frameRoom";

type Battery = PartOf<"battery">;
const packs = (build: Build) => (batteryOf(build) && motorsOf(build).length > 0 ? [batteryOf(build)!] : []);
const each = { subjects: packs, key: () => "pack", place: () => "battery" as const };
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
  ...each,
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

/** A margin whose uncertainty is worked out when it is looked at: what would clear it asks a thousand times, and only for clear ones. */
const shortBy = (mm: number, spread: () => Spread): Margin => ({
  value: -mm,
  unit: "mm",
  get plusMinus() {
    return spread().plusMinus;
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

export const batterySlide = defineRule<Battery>({
  id: "battery/slide",
  title: "Battery slides out",
  why: "A pack that goes in before the cradle and never comes out again is charged on the pavement.",
  basis: [derived("pack's sweep against the taped frame")],
  key: () => "pack",
  place: () => "battery",
  subjects: (build) => packs(build).filter((pack) => pack.spec.mount === "down tube" && build.donor.triangleBy?.value !== "none"),
  needs: () => ["triangleBy"],
  check(battery, survey, build): Outcome {
    const slideMm = stated(battery, battery.spec.slideMm, "how far it slides to come out");
    const figures: Figure[] = [{ label: "slides", value: slideMm, unit: "mm" }];
    if (slideMm === 0) return { verdict: "clear", says: "It lifts out and needs no slide.", figures };
    const room = roomOf(survey);
    if (typeof room === "string") return { verdict: "measure", says: room, figures, settle: ["downTubeMm"] };
    const answer = packIn(room, battery, bossesMm(survey), slideMm);
    const spread = () => spreadOf("slide", room, battery, survey, slideMm);
    if (answer.fits) {
      const { plusMinus, settle } = spread();
      return {
        verdict: "clear",
        says: `It slides ${formatNumber(slideMm, 0)} mm free of head and top tube.`,
        figures,
        margin: { value: answer.toMm! - answer.fromMm!, unit: "mm", plusMinus },
        settle,
      };
    }
    if (isDone(build, "pack lifts")) return { verdict: "clear", says: "Its cradle lets it lift out sideways.", figures };
    return {
      verdict: "adapt",
      says: `It is ${answer.shortMm === null ? "" : `${formatNumber(answer.shortMm, 0)} mm `}short of room to slide ${formatNumber(slideMm, 0)} mm out.`,
      figures,
      ...(answer.shortMm !== null && { margin: shortBy(answer.shortMm, spread) }),
      get settle() {
        return spread().settle;
      },
      remedies: [
        ...anyOf(build, "battery-mount", {
          title: "Cradle that lets it out sideways",
          says: "clamp band or side-release cradle",
          will: (spec) => spec.style === "clamp band",
          most: 1,
          tasks: ["cradle"],
          flag: "pack lifts",
        }),
        acknowledge("battery/slide pack", "charged on the bike; taken out with the cradle by the shop"),
      ],
    };
  },
});

/** Over this a pack on bottle bosses wants them reinforced, kg; and so many bosses at least (common practice). */
const REINFORCE_KG = 3;
const LEAST_BOSSES = 2;

export const batteryBosses = defineRule<Battery>({
  id: "battery/bosses",
  title: "What the cradle is screwed to",
  why: "Bosses in the wrong place, or two rivet nuts alone under a heavy pack, tear out on rough ground.",
  basis: [PRACTICE],
  key: () => "pack",
  place: () => "battery",
  subjects: (build) => packs(build).filter((pack) => pack.spec.mount === "down tube" && build.donor.triangleBy?.value !== "none"),
  needs: () => ["bossKind", "frameMaterial"],
  check(battery, survey, build): Outcome {
    const bands = partsOf(build, "battery-mount").some((part) => part.spec.style === "clamp band");
    const kind = survey.choice("bossKind");
    const massKg = battery.massKg;
    const room = roomOf(survey);
    const bosses = bossesMm(survey);
    const answer = typeof room === "string" ? null : packIn(room, battery, bosses, 0);
    const usable = answer?.bossesUsable ?? 0;
    const figures: Figure[] = [
      { label: "bosses", value: kind === "none" ? 0 : bosses.length },
      { label: "meet the cradle's slots", value: usable },
      { label: "pack", value: massKg ?? "not stated", ...(massKg !== null && { unit: "kg" }) },
    ];
    const bandRemedy = () =>
      anyOf(build, "battery-mount", {
        title: "Clamp bands round the tube",
        says: "two bands under the cradle, no hole drilled; under the brake line, not over it",
        will: (spec) => spec.style === "clamp band",
        most: 1,
        tasks: ["cradle"],
      });
    const set = () =>
      operation(
        "rivet-nuts",
        "Set rivet nuts",
        "in a straight, unloaded part of a metal tube, reinforced",
        ["bosses"],
        "bosses set",
        "drilling",
      );
    const material = survey.choice("frameMaterial");
    const drillable = material === "steel" || material === "aluminium";
    const spread = typeof room === "string" || kind === "none" ? null : spreadOf("bosses", room, battery, survey);
    const common = {
      figures,
      margin: { value: usable - LEAST_BOSSES, unit: "bosses", plusMinus: spread?.plusMinus ?? 0 },
      settle: spread?.settle ?? [],
    };
    if (bands || isDone(build, "bosses set"))
      return {
        verdict: "clear",
        says: bands ? "Clamp bands hold the cradle." : "Rivet nuts are set where the slots are.",
        figures,
      };
    if (usable < LEAST_BOSSES) {
      if (material === "carbon")
        return {
          verdict: "stop",
          safety: true,
          says: `${usable} of the bosses meet the cradle, and carbon takes neither bands nor new holes.`,
          lifts: "a pack whose slots meet the moulded bosses, or a rack",
          caution: "carbon",
          ...common,
        };
      return {
        verdict: "adapt",
        says: `${usable} boss${usable === 1 ? "" : "es"} meet the cradle's slots, ${LEAST_BOSSES} are wanted.`,
        remedies: drillable ? [...bandRemedy(), set()] : bandRemedy(),
        caution: "drilling",
        ...common,
      };
    }
    if ((massKg ?? 0) > REINFORCE_KG && !isDone(build, "bosses reinforced"))
      return {
        verdict: "adapt",
        says: `${formatNumber(massKg!, 1)} kg on ${usable} ${kind === "rivet" ? "rivet nuts" : "bosses"}: over ${REINFORCE_KG} kg they are reinforced.`,
        remedies: [
          ...bandRemedy(),
          operation(
            "reinforce",
            "Reinforce the bosses",
            "a plate under the cradle, a third screw or a strap",
            ["bosses"],
            "bosses reinforced",
          ),
        ],
        ...common,
      };
    return { verdict: "clear", says: `${usable} bosses meet the cradle.`, ...common };
  },
});

export const batteryGuides = defineRule<Battery>({
  id: "battery/guides",
  title: "Cable guides under the cradle",
  why: "Guides on the down tube stand under the cradle: it rocks, or pinches a cable.",
  basis: [PRACTICE],
  key: () => "pack",
  place: () => "battery",
  subjects: (build) => packs(build).filter((pack) => pack.spec.mount === "down tube" && build.donor.triangleBy?.value !== "none"),
  needs: () => ["guideUpMm"],
  check(battery, survey, build): Outcome {
    const guide = survey.number("guideUpMm");
    const figures: Figure[] = [{ label: "guides stand up", value: guide.value, unit: "mm", plusMinus: guide.plusMinus }];
    if (guide.value === 0 || isDone(build, "guides moved"))
      return { verdict: "clear", says: guide.value === 0 ? "No guides in the way." : "The cables go another way.", figures };
    const reliefMm = stated(battery, battery.spec.reliefMm, "what guide its cradle bridges");
    return judge({
      room: reliefMm - guide.value,
      unit: "mm",
      plusMinus: guide.plusMinus,
      figures: [...figures, { label: "cradle bridges", value: reliefMm, unit: "mm" }],
      settle: ["guideUpMm"],
      clear: `The cradle bridges guides of ${formatNumber(reliefMm, 1)} mm.`,
      short: () => ({
        verdict: "adapt",
        says: `The guides stand ${formatNumber(guide.value - reliefMm, 1)} mm too high for the cradle.`,
        remedies: [
          operation(
            "move-guides",
            "Re-route the cables in full casing",
            "beside the cradle; the guides stay or come off with heatless tools",
            ["reroute"],
            "guides moved",
          ),
        ],
      }),
    });
  },
});

/** Free on each side of a pack beside the cranks, and the width that knees still pass, mm (common practice). */
const CRANK_ROOM_MM = 8;
const KNEES_MM = 120;

export const batteryWidth = defineRule<Battery>({
  id: "battery/width",
  title: "Pack between cranks and knees",
  why: "A wide pack meets the crank arms, or the rider's knees on every turn.",
  basis: [PRACTICE],
  key: () => "pack",
  place: () => "battery",
  subjects: (build) => packs(build).filter((pack) => pack.spec.mount === "down tube"),
  needs: () => ["crankRoomMm"],
  check(battery, survey): Outcome {
    const between = survey.number("crankRoomMm");
    const free = (between.value - battery.spec.widthMm) / 2 - CRANK_ROOM_MM;
    const knees = KNEES_MM - battery.spec.widthMm;
    return judge({
      room: Math.min(free, knees),
      unit: "mm",
      plusMinus: free < knees ? between.plusMinus / 2 : 0,
      figures: [
        { label: "pack", value: battery.spec.widthMm, unit: "mm" },
        { label: "between the cranks", value: between.value, unit: "mm", plusMinus: between.plusMinus },
        { label: "knees pass", value: KNEES_MM, unit: "mm" },
      ],
      settle: ["crankRoomMm"],
      clear: `${formatNumber(battery.spec.widthMm, 0)} mm wide between cranks ${formatNumber(between.value, 0)} apart.`,
      short: () => ({
        verdict: "stop",
        says:
          free < knees
            ? "The cranks would meet the pack."
            : `At ${formatNumber(battery.spec.widthMm, 0)} mm the rider's knees meet it.`,
        lifts: `a pack of ${formatNumber(Math.min(between.value - 2 * CRANK_ROOM_MM, KNEES_MM), 0)} mm or less, or one on a rack`,
      }),
    });
  },
});

export const rackLoad = defineRule<Battery>({
  id: "battery/rack-load",
  title: "Pack and load on the rack",
  why: "A rack's limit counts the pack too; an overloaded rack breaks at its foot, on the wheel.",
  basis: [PRACTICE],
  key: () => "rack",
  place: () => "battery",
  subjects: (build) => packs(build).filter((pack) => pack.spec.mount === "rack"),
  needs: () => ["otherBay", "rackLimitKg"],
  check(battery, survey, build): Outcome {
    const limit = survey.number("rackLimitKg");
    const massKg = stated(battery, battery.massKg, "its mass");
    const loadKg = asked(build, "loadKg");
    return judge({
      room: limit.value - massKg - loadKg,
      unit: "kg",
      plusMinus: 0,
      figures: [
        { label: "rack", value: limit.value, unit: "kg" },
        { label: "pack", value: massKg, unit: "kg" },
        { label: "customer's load", value: loadKg, unit: "kg" },
      ],
      settle: ["rackLimitKg"],
      caution: "overload",
      clear: `${formatNumber(massKg + loadKg, 1)} kg of the ${formatNumber(limit.value, 0)} that the rack takes.`,
      short: () => ({
        verdict: massKg > limit.value ? "stop" : "adapt",
        safety: true,
        says: `Pack and load are ${formatNumber(massKg + loadKg, 1)} kg, the rack takes ${formatNumber(limit.value, 0)}.`,
        lifts: "a stronger rack, or a pack in the frame",
        remedies:
          massKg > limit.value
            ? []
            : [
                acknowledge(
                  "battery/rack-load rack",
                  `no more than ${formatNumber(limit.value - massKg, 0)} kg of load on the rack, marked on it`,
                ),
              ],
      }),
    });
  },
});

export const batteryReach = defineRule<Battery>({
  ...each,
  id: "battery/reach",
  title: "Lock and charge port in reach",
  why: "A charge port against the seat tube or a lock behind the chain is found on the first evening.",
  basis: [PRACTICE],
  needs: () => [],
  check(battery): Outcome {
    const lock = stated(battery, battery.spec.lockSide, "on which side its lock is");
    const charge = stated(battery, battery.spec.chargeSide, "where its charge port is");
    const figures: Figure[] = [
      { label: "lock", value: lock },
      { label: "charge port", value: charge },
    ];
    if (charge === "end" && battery.spec.mount === "down tube")
      return {
        verdict: "adapt",
        says: "The charge port is at its end, where the frame closes: the pack comes out to be charged.",
        figures,
        remedies: [acknowledge("battery/reach pack", "the customer charges it off the bike")],
      };
    return {
      verdict: "clear",
      says: `Lock on the ${lock}, charge port ${charge === "top" ? "on top" : `on the ${charge}`}: both in reach.`,
      figures,
    };
  },
});

export const batteryCold = defineRule<Battery>({
  id: "battery/cold",
  title: "Pack in the cold",
  why: "A cold pack gives less and sags more; below freezing it must not be charged.",
  basis: [PRACTICE],
  key: () => "pack",
  place: () => "battery",
  subjects: (build) => (build.asked.coldestC === null ? [] : packs(build)),
  needs: () => [],
  check(battery, _survey, build): Outcome {
    const coldest = asked(build, "coldestC");
    const least = stated(battery, battery.spec.coldC, "how cold it may work");
    return judge({
      room: coldest - least,
      unit: "°C",
      figures: [
        { label: "coldest ride", value: coldest, unit: "°C" },
        { label: "pack works down to", value: least, unit: "°C" },
      ],
      caution: "cold",
      clear:
        coldest < 0
          ? `It works at ${formatNumber(coldest, 0)} °C with less range; it is charged indoors, warm.`
          : `${formatNumber(coldest, 0)} °C is within its range.`,
      short: () => ({
        verdict: "adapt",
        says: `It works down to ${formatNumber(least, 0)} °C and is to be ridden at ${formatNumber(coldest, 0)}.`,
        remedies: [acknowledge("battery/cold pack", "kept indoors, carried out warm, not ridden below its limit")],
      }),
    });
  },
});
