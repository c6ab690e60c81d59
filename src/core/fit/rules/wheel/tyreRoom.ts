import { PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import { judge } from "../../judge";
import { anyOf } from "../../remedies";
import { defineRule } from "../../rule";
import { type End, keysOfEnd, wheelPlace } from "../subjects";
import { rimSizeAt } from "./rimAt";
import { tyreAt, tyredEnds } from "./tyreAt";
import { TYRE_ROOM_MM, againstTyre } from "./tyreGoes";

export const tyreRoom = defineRule<End>({
  // No wider than what runs there, on a rim of the same size, it has the room that there is.
  subjects: (build) => tyredEnds(build, { rim: (mm, ownMm) => mm !== ownMm, tyre: (mm, ownMm) => mm > ownMm }),
  key: (end) => end,
  place: wheelPlace,
  id: "wheel/tyre-room",
  title: "Room for the tyre",
  why: "A tyre that just passes takes a stone with it into the fork or stays.",
  basis: [PRACTICE],
  needs: (end) => [keysOfEnd(end).tyreRoom, keysOfEnd(end).mudguard],
  check(end, survey, build) {
    const tyre = tyreAt(end, survey, build);
    const room = survey.number(keysOfEnd(end).tyreRoom);
    const guard = survey.choice(keysOfEnd(end).mudguard) === "yes";
    const least = guard ? TYRE_ROOM_MM.mudguard : TYRE_ROOM_MM.bare;
    const freeMm = (room.value - tyre.mm) / 2;
    return judge({
      room: freeMm - least,
      unit: "mm",
      plusMinus: Math.hypot(room.plusMinus, tyre.plusMinus) / 2,
      figures: [
        { label: "between", value: room.value, unit: "mm", plusMinus: room.plusMinus },
        { label: "tyre", value: tyre.mm, unit: "mm" },
        { label: "free a side", value: freeMm, unit: "mm" },
        { label: guard ? "wanted with a mudguard" : "wanted", value: least, unit: "mm" },
      ],
      settle: [keysOfEnd(end).tyreRoom],
      clear: `${formatNumber(freeMm, 1)} mm free on each side of the tyre.`,
      short: () => {
        const size = rimSizeAt(end, survey, build);
        const most = room.value - 2 * least;
        return {
          verdict: "adapt",
          says: `${formatNumber(freeMm, 1)} mm free on each side of the tyre, ${least} wanted.`,
          remedies: [
            ...anyOf(build, "tyre", {
              title: "Narrower tyre",
              says: `${formatNumber(most, 0)} mm or narrower, for ${size}`,
              will: (spec) => spec.beadSeatMm === size && spec.widthMm <= most,
              passes: (spec) => againstTyre(spec, end, build) === 0,
              tasks: ["moveTyre"],
              most: 1,
              flag: `has ${end} tyre`,
            }),
          ],
        };
      },
    });
  },
});
