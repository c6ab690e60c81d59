import { PRACTICE } from "../../../basis";
import { legalClassOf, strictLimitKmh } from "../../../standards/law";
import { formatNumber } from "../../../units/formatQuantity";
import { wheelTurnMm } from "../../../wheel/wheelTurn";
import { type Build, motorsOf } from "../../build";
import { defineRule, wasTaken } from "../../rule";
import { knownWheelAt } from "../wheel/tyreAt";
import { throttleRides } from "./limitToSet";

const KMH_PER_MPH = 1.609344;

/** How far the speed that is truly reached may be from the one that is wished, km/h (common practice). */
const OFF_KMH = 1;

export const limitSetting = defineRule<"setting">({
  id: "law/setting",
  title: "Speed limit as it is set",
  why: "A limit in the other unit, or a wheel of another size in the controller, and the help ends somewhere else than anybody meant.",
  basis: [PRACTICE],
  subjects: (build) =>
    motorsOf(build).length > 0 && (wasTaken(build, "limitSettingKmh") || wasTaken(build, "wheelSetMm")) ? ["setting"] : [],
  key: () => "controller",
  place: () => "kit",
  needs: () => ["limitSettingKmh"],
  check(_setting, survey, build) {
    const setKmh = survey.number("limitSettingKmh").value;
    const turnMm = wheelTurnOf(build);
    const inControllerMm = survey.seen("wheelSetMm")?.value ?? null;
    const trueKmh = turnMm === null || inControllerMm === null ? setKmh : (setKmh * turnMm) / inControllerMm;
    const wished = build.asked.assistKmh;
    const figures = [
      { label: "set", value: setKmh, unit: "km/h" },
      {
        label: "wheel in the controller",
        value: inControllerMm ?? "not read back",
        ...(inControllerMm !== null && { unit: "mm" }),
      },
      { label: "wheel on the bike", value: turnMm ?? "not known", ...(turnMm !== null && { unit: "mm" }) },
      { label: "help truly ends at", value: trueKmh, unit: "km/h" },
      ...(wished === null ? [] : [{ label: "wished", value: wished, unit: "km/h" }]),
    ];
    const row = legalClassOf(build.asked.where, throttleRides(build));
    const over = row ? trueKmh - strictLimitKmh(row) : 0;
    const says = `It ends at ${formatNumber(trueKmh, 2)} km/h, ${formatNumber(trueKmh / KMH_PER_MPH, 2)} mph.`;
    if ((wished !== null && Math.abs(trueKmh - wished) > OFF_KMH) || over > 1e-9)
      return {
        verdict: "measure",
        says: `${says} ${wished === null ? "" : `${formatNumber(wished, 1)} km/h are wished: `}roll one turn with the rider on, set the wheel and the unit, read both back.`,
        figures,
        settle: ["wheelSetMm", "limitSettingKmh"],
        caution: "law",
      };
    return { verdict: "clear", says, figures, caution: "law" };
  },
});

/** One turn of the driven wheel with the rider on, mm; null while its size is not known. */
export function wheelTurnOf(build: Build): number | null {
  const motor = motorsOf(build)[0]!;
  const { beadSeatMm, tyreMm } = knownWheelAt(motor.kind === "hub-motor" ? motor.spec.end : "rear", build);
  return beadSeatMm === undefined || tyreMm === undefined ? null : wheelTurnMm({ beadSeatMm, tyreMm });
}
