import { PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import { type Build, lastOf, motorsOf, partsOf } from "../../build";
import type { Outcome, Remedy } from "../../finding";
import { judge } from "../../judge";
import { bought, consumable, isDone } from "../../remedies";
import { acknowledge, defineRule, stated } from "../../rule";

type Half = "left" | "right";

export type OnBar = { readonly name: string; readonly mm: number };

/** What the build adds to each half of the bar: throttle right, remote or display and bell left, a new shifter right (common practice). */
export function addedToBar(build: Build): Record<Half, OnBar[]> {
  const items: Record<Half, OnBar[]> = { left: [], right: [] };
  const put = (half: Half, part: { id: string; name: string; spec: { barMm: number | null } } | undefined, says: string) => {
    if (part) items[half].push({ name: part.name, mm: stated(part, part.spec.barMm, says) });
  };
  const display = lastOf(build, "display");
  put("left", display, "how much bar its remote or clamp takes");
  put(lastOf(build, "throttle")?.spec.style === "twist" ? "right" : "right", lastOf(build, "throttle"), "how much bar it takes");
  put("right", lastOf(build, "shifter"), "how much bar it takes");
  put("left", lastOf(build, "bell"), "how much bar it takes");
  for (const light of partsOf(build, "light").filter((part) => part.spec.end === "front"))
    put("right", light, "how much bar it takes");
  return items;
}

export const barBudget = defineRule<Half>({
  id: "controls/bar-budget",
  title: (half) => `Room on the bar, ${half}`,
  why: "Lever, shifter, throttle, remote and bell all want their millimetres; the last one ends up where no thumb reaches.",
  basis: [PRACTICE],
  subjects: (build) => (motorsOf(build).length > 0 ? ["left", "right"] : []),
  key: (half) => half,
  place: () => "bar",
  needs: (half) => [
    half === "left" ? "barLeftMm" : "barRightMm",
    "gripMm",
    half === "left" ? "barTakenLeftMm" : "barTakenRightMm",
  ],
  check(half, survey, build): Outcome {
    const straight = survey.number(half === "left" ? "barLeftMm" : "barRightMm");
    const taken = survey.number(half === "left" ? "barTakenLeftMm" : "barTakenRightMm");
    const grip = survey.number("gripMm");
    const gripMm = isDone(build, "short grips") ? Math.min(grip.value, 90) : grip.value;
    const added = addedToBar(build)[half];
    const addedMm = added.reduce((sum, item) => sum + item.mm, 0);
    const twist = half === "right" && lastOf(build, "throttle")?.spec.style === "twist";
    // A twist throttle replaces a part of the grip that it is as long as.
    const gripLeftMm = twist ? Math.max(0, gripMm - 60) : gripMm;
    const freeMm = straight.value - gripLeftMm - taken.value - addedMm;
    return judge({
      room: freeMm,
      unit: "mm",
      plusMinus: Math.hypot(straight.plusMinus, grip.plusMinus, taken.plusMinus),
      figures: [
        { label: "straight bar", value: straight.value, unit: "mm", plusMinus: straight.plusMinus },
        { label: "grip", value: gripLeftMm, unit: "mm" },
        { label: "taken now", value: taken.value, unit: "mm" },
        ...added.map((item) => ({ label: item.name, value: item.mm, unit: "mm" })),
        { label: "left over", value: freeMm, unit: "mm" },
      ],
      settle: [half === "left" ? "barLeftMm" : "barRightMm", half === "left" ? "barTakenLeftMm" : "barTakenRightMm", "gripMm"],
      clear: `${formatNumber(freeMm, 0)} mm left over on the ${half}.`,
      short: () => {
        const remedies: Remedy[] = [];
        if (!isDone(build, "short grips") && grip.value > 90)
          remedies.push(
            bought(
              "short-grips",
              "Short grips of 90 mm",
              `${formatNumber(grip.value - 90, 0)} mm won on each side`,
              [consumable(build, "short grips", 1)],
              ["barLayout"],
              "short grips",
            ),
          );
        remedies.push(
          acknowledge(
            `controls/bar-budget ${half}`,
            "remote or bell goes on the stem or a bar extension; the customer has seen where",
          ),
        );
        return { verdict: "adapt", says: `${formatNumber(-freeMm, 0)} mm too little bar on the ${half}.`, remedies };
      },
    });
  },
});
