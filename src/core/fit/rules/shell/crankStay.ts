import { PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import { type Build, motorsOf } from "../../build";
import { judge } from "../../judge";
import { defineRule, wasTaken } from "../../rule";

/** What a crank arm keeps from the stay, mm: less where it was measured with a load on the pedal, which bends all of it already. */
const FREE_MM = 4;
const LOADED_MM = 2;

type Side = "left" | "right";
const KEYS = { left: "crankLeftStayMm", right: "crankRightStayMm" } as const;

/** Only the dry fit can tell: while nobody measured it, it is a line of the motor's step. */
const measured = (build: Build): Side[] =>
  motorsOf(build).length > 0 ? (["left", "right"] as const).filter((side) => wasTaken(build, KEYS[side])) : [];

export const crankStay = defineRule<Side>({
  id: "shell/crank-stay",
  title: (side) => `Crank to stay, ${side}`,
  why: "A crank that clears the stay on the stand meets it under a rider, and bends or breaks there.",
  basis: [PRACTICE],
  subjects: measured,
  key: (side) => side,
  place: () => "stay",
  needs: (side) => [KEYS[side]],
  check(side, survey, build) {
    const free = survey.number(KEYS[side]);
    const loaded = build.donor.crankLoaded?.value === "loaded";
    const leastMm = loaded ? LOADED_MM : FREE_MM;
    return judge({
      room: free.value - leastMm,
      unit: "mm",
      plusMinus: free.plusMinus,
      figures: [
        { label: "crank to stay", value: free.value, unit: "mm", plusMinus: free.plusMinus },
        { label: loaded ? "least, a load on the pedal" : "least, nothing on the pedal", value: leastMm, unit: "mm" },
      ],
      settle: [KEYS[side], "crankLoaded"],
      clear: `${formatNumber(free.value, 1)} mm between crank and stay, ${leastMm} wanted.`,
      short: () => ({
        verdict: "stop",
        says: `${formatNumber(free.value, 1)} mm between crank and stay, ${leastMm} wanted.`,
        lifts:
          side === "left"
            ? "cranks with more offset, or less spacer on the drive side, and measured again; a stay is never filed or dented"
            : "cranks with more offset, or more spacer on the drive side, and measured again; a stay is never filed or dented",
      }),
    });
  },
});
