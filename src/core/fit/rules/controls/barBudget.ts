import { PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import { type Build, lastOf, motorsOf, suppliedOf } from "../../build";
import type { Outcome, Remedy } from "../../finding";
import { judge } from "../../judge";
import { bought, consumable, isDone, operation } from "../../remedies";
import { acknowledge, defineRule, stated, type Survey } from "../../rule";

type Half = "left" | "right";

/** A thing on the bar; `kind` where it may as well go on the other half. */
export type OnBar = { readonly name: string; readonly mm: number; readonly kind?: string };

const other = (half: Half): Half => (half === "left" ? "right" : "left");

/** That a kind of thing goes on the half where it usually does not. */
const movedFlag = (kind: string, to: Half) => `${kind} on the ${to}`;

/**
 * What the build adds to each half of the bar: throttle and a new shifter right, remote or display, bell left (common practice). All but
 * the shifter and a twist throttle, which are made for the right hand, may go on the other half.
 */
export function addedToBar(build: Build): Record<Half, OnBar[]> {
  const items: Record<Half, OnBar[]> = { left: [], right: [] };
  const put = (
    usual: Half,
    part: { id: string; name: string; kind: string; spec: { barMm: number | null } } | undefined,
    says: string,
    moves: boolean,
  ) => {
    if (!part) return;
    const half = moves && isDone(build, movedFlag(part.kind, other(usual))) ? other(usual) : usual;
    items[half].push({ name: part.name, mm: stated(part, part.spec.barMm, says), ...(moves && { kind: part.kind }) });
  };
  put("left", lastOf(build, "display"), "how much bar its remote or clamp takes", true);
  const throttle = lastOf(build, "throttle");
  // A thumb throttle goes on either half; a twist one is a piece of the right grip.
  put("right", throttle, "how much bar it takes", throttle?.spec.style === "thumb");
  put("right", lastOf(build, "shifter"), "how much bar it takes", false);
  put("left", lastOf(build, "bell"), "how much bar it takes", true);
  for (const { part, quantity } of suppliedOf(build, "light"))
    if (part.spec.end === "front") for (let i = 0; i < quantity; i += 1) put("right", part, "how much bar it takes", true);
  return items;
}

const KEYS = {
  left: { straight: "barLeftMm", taken: "barTakenLeftMm" },
  right: { straight: "barRightMm", taken: "barTakenRightMm" },
} as const;

/** What is left of a half of the bar with everything on it, mm. */
function halfOf(half: Half, survey: Survey, build: Build) {
  const straight = survey.number(KEYS[half].straight);
  const taken = survey.number(KEYS[half].taken);
  const grip = survey.number("gripMm");
  const gripMm = isDone(build, "short grips") ? Math.min(grip.value, 90) : grip.value;
  const added = addedToBar(build)[half];
  const twist = half === "right" && lastOf(build, "throttle")?.spec.style === "twist";
  // A twist throttle replaces a part of the grip that it is as long as.
  const gripLeftMm = twist ? Math.max(0, gripMm - 60) : gripMm;
  const freeMm = straight.value - gripLeftMm - taken.value - added.reduce((sum, item) => sum + item.mm, 0);
  return {
    straight,
    taken,
    grip,
    gripLeftMm,
    added,
    freeMm,
    plusMinus: Math.hypot(straight.plusMinus, grip.plusMinus, taken.plusMinus),
  };
}

/** One thing moved to the other half, where that makes this one right and leaves the other so. */
function movable(half: Half, added: readonly OnBar[], roomMm: number, survey: Survey, build: Build): Remedy[] {
  const things = added.filter(({ kind, mm }) => kind !== undefined && roomMm + mm >= -1e-9);
  if (things.length === 0) return [];
  const there = halfOf(other(half), survey, build);
  return things
    .filter(({ mm }) => there.freeMm - mm >= there.plusMinus - 1e-9)
    .map(({ kind, mm, name }) =>
      operation(
        `${kind}-${other(half)}`,
        `${name} on the ${other(half)}`,
        `${formatNumber(mm, 0)} mm won here; ${formatNumber(there.freeMm - mm, 0)} mm stay free there`,
        ["barLayout"],
        movedFlag(kind!, other(half)),
      ),
    );
}

const SHORT_GRIP_MM = 90;

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
    const { straight, taken, grip, gripLeftMm, added, freeMm, plusMinus } = halfOf(half, survey, build);
    return judge({
      room: freeMm,
      unit: "mm",
      plusMinus,
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
        const remedies = movable(half, added, freeMm - plusMinus, survey, build);
        const told = acknowledge(
          `controls/bar-budget ${half}`,
          "remote or bell goes on the stem or a bar extension; the customer has seen where",
          "barLayout",
        );
        const wonMm = grip.value - SHORT_GRIP_MM;
        if (!isDone(build, "short grips") && wonMm > 0) {
          const isEnough = freeMm + wonMm >= plusMinus;
          const grips = bought(
            "short-grips",
            `Short grips of ${SHORT_GRIP_MM} mm${isEnough ? "" : ", and remote or bell on the stem"}`,
            `${formatNumber(wonMm, 0)} mm won on each side${isEnough ? "" : `; ${formatNumber(-freeMm - wonMm, 0)} mm are still too little: the customer has seen where the rest goes`}`,
            [consumable(build, "short grips", 1)],
            ["barLayout"],
          );
          remedies.push({ ...grips, effect: { flags: ["short grips", ...(isEnough ? [] : (told.effect.flags ?? []))] } });
        }
        remedies.push(told);
        return { verdict: "adapt", says: `${formatNumber(-freeMm, 0)} mm too little bar on the ${half}.`, remedies };
      },
    });
  },
});
