import { PRACTICE } from "../../basis";
import { formatNumber } from "../../units/formatQuantity";
import type { MidMotor } from "../build";
import { judge } from "../judge";
import { isDone, operation } from "../remedies";
import { defineRule, stated } from "../rule";
import { midMotors } from "./subjects";

const shared = {
  basis: [PRACTICE],
  subjects: midMotors,
  key: (motor: MidMotor) => motor.id,
  place: () => "shell" as const,
};

/** Out of round and out of parallel that a motor's tube and nuts still take, mm; and the most that may be dressed away. */
const ROUND_MM = { least: 0.1, dress: 0.3 };
const FACE_MM = 0.1;

export const shellRound = defineRule<MidMotor>({
  ...shared,
  id: "shell/round",
  title: "Shell's roundness",
  why: "A bore that is oval or sucked in at a weld pinches the tube at its tightest place.",
  needs: () => ["shellRoundMm", "frameMaterial"],
  check(_motor, survey, build) {
    const out = survey.number("shellRoundMm");
    const done = isDone(build, "shell dressed");
    return judge({
      room: done ? ROUND_MM.dress - out.value : ROUND_MM.least - out.value,
      unit: "mm",
      plusMinus: out.plusMinus,
      figures: [
        { label: "out of round", value: out.value, unit: "mm", plusMinus: out.plusMinus },
        { label: "allowed", value: ROUND_MM.least, unit: "mm" },
      ],
      settle: ["shellRoundMm"],
      clear: done
        ? "The high spots are dressed."
        : `${formatNumber(out.value, 2)} mm out of round; the tightest place governs the bore.`,
      short: () =>
        out.value > ROUND_MM.dress || survey.choice("frameMaterial") === "carbon"
          ? {
              verdict: "stop",
              says: `${formatNumber(out.value, 2)} mm out of round is more than may be dressed away.`,
              lifts: "a shell that a frame builder has reamed true",
            }
          : {
              verdict: "adapt",
              says: `${formatNumber(out.value, 2)} mm out of round.`,
              remedies: [
                operation(
                  "dress-shell",
                  "Dress the high spots",
                  "with a round file, then measure the bore again; no bore is cut over 0.2 mm",
                  ["cleanShell"],
                  "shell dressed",
                ),
              ],
            },
    });
  },
});

export const shellFacing = defineRule<MidMotor>({
  ...shared,
  id: "shell/facing",
  title: "Shell's faces",
  why: "Nuts on faces that are not parallel, or on paint, work loose and let the motor turn.",
  needs: () => ["shellFaceMm"],
  check(_motor, survey, build) {
    const out = survey.number("shellFaceMm");
    if (isDone(build, "shell faced"))
      return { verdict: "clear", says: "The faces are cut parallel.", figures: [{ label: "was", value: out.value, unit: "mm" }] };
    return judge({
      room: FACE_MM - out.value,
      unit: "mm",
      plusMinus: out.plusMinus,
      figures: [
        { label: "out of parallel", value: out.value, unit: "mm", plusMinus: out.plusMinus },
        { label: "allowed", value: FACE_MM, unit: "mm" },
      ],
      settle: ["shellFaceMm"],
      clear: `${formatNumber(out.value, 2)} mm out of parallel; take the paint off in the clamp ring.`,
      short: () => ({
        verdict: "adapt",
        says: `The faces are ${formatNumber(out.value, 2)} mm out of parallel.`,
        remedies: [operation("face-shell", "Face the shell", "both sides, parallel to 0.1 mm", ["faceShell"], "shell faced")],
      }),
    });
  },
});

export const guideBolt = defineRule<MidMotor>({
  ...shared,
  id: "shell/guide-bolt",
  title: "Guide bolt in the shell",
  why: "The cable guide's screw under the shell stands in the way of the motor's tube.",
  needs: () => ["guideBoltMm"],
  check(_motor, survey, build) {
    const bolt = survey.number("guideBoltMm");
    const figures = [{ label: "stands in", value: bolt.value, unit: "mm", plusMinus: bolt.plusMinus }];
    if (bolt.value === 0 || isDone(build, "guide bolt shortened"))
      return { verdict: "clear", says: bolt.value === 0 ? "Nothing stands into the bore." : "The bolt is cut flush.", figures };
    return {
      verdict: "adapt",
      says: `The guide's bolt stands ${formatNumber(bolt.value, 1)} mm into the bore.`,
      figures,
      margin: { value: -bolt.value, unit: "mm", plusMinus: 0 },
      remedies: [
        operation(
          "shorten-bolt",
          "Cut the bolt flush",
          "or refit the guide with a rivet or glue",
          ["clearShell"],
          "guide bolt shortened",
        ),
      ],
    };
  },
});

export const shellInside = defineRule<MidMotor>({
  ...shared,
  id: "shell/inside",
  title: "Inside the shell",
  why: "The motor's tube fills the bore: a cable, hose or wire that runs through it must go elsewhere.",
  needs: () => ["shellInside"],
  check(_motor, survey, build) {
    const inside = survey.choice("shellInside");
    const figures = [{ label: "inside", value: inside === "clear" ? "nothing" : inside }];
    if (inside === "clear" || isDone(build, "shell emptied"))
      return {
        verdict: "clear",
        says: inside === "clear" ? "Nothing runs through it." : `The ${inside} goes round it.`,
        figures,
      };
    return {
      verdict: "adapt",
      says: `A ${inside} runs through the shell.`,
      figures,
      remedies: [
        operation(
          "empty-shell",
          `Take the ${inside} round the shell`,
          inside === "hose"
            ? "a longer hose, new ends, bled"
            : "outside the frame, or through its own hole if the frame has one; never drilled",
          inside === "hose" ? ["clearShell", "hose"] : ["clearShell"],
          "shell emptied",
        ),
      ],
    };
  },
});

/** Room that a mid-drive's case keeps to whatever is behind the shell while it is pushed in, mm. */
const BEHIND_MM = 2;

export const behindShell = defineRule<MidMotor>({
  ...shared,
  id: "shell/behind",
  title: "Room behind the shell",
  why: "The motor and its screws swing past the chainstay bridge, stand plate or mudguard boss while they go in.",
  place: () => "stay",
  needs: () => ["behindShellMm"],
  check(motor, survey) {
    const free = survey.number("behindShellMm");
    const wantsMm = stated(motor, motor.spec.behindMm, "the room it wants behind the crank axle");
    return judge({
      room: free.value - wantsMm - BEHIND_MM,
      unit: "mm",
      plusMinus: free.plusMinus,
      figures: [
        { label: "free behind the axle", value: free.value, unit: "mm", plusMinus: free.plusMinus },
        { label: "motor wants", value: wantsMm, unit: "mm" },
        { label: "and", value: BEHIND_MM, unit: "mm" },
      ],
      settle: ["behindShellMm"],
      clear: `${formatNumber(free.value - wantsMm, 1)} mm left behind the motor.`,
      short: () => ({
        verdict: "stop",
        says: `The motor wants ${formatNumber(wantsMm + BEHIND_MM - free.value, 1)} mm more behind the axle.`,
        lifts: "a bolted stand plate or boss taken off, or a motor with a smaller case; a bridge is never cut",
      }),
    });
  },
});
