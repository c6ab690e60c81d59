import { LEGAL_CLASSES, legalClassOf } from "../../../standards/law";
import { controllersOf, lastOf, type Build, type Motor } from "../../build";
import type { Outcome } from "../../finding";
import { anyOf } from "../../remedies";
import { acknowledge, defineRule } from "../../rule";
import { firstMotor, onceABike } from "../subjects";
import { throttleRides } from "./limitToSet";

const classOf = (build: Build) => (build.asked.where === "" ? null : legalClassOf(build.asked.where, throttleRides(build)));

export const speedometer = defineRule<Motor>({
  ...onceABike,
  id: "law/speedometer",
  title: "Speedometer that the class asks for",
  why: "Some classes are ridden with the speed in sight; a display that shows steps of help alone is no speedometer.",
  basis: LEGAL_CLASSES.flatMap((row) => (row.speedometer ? row.basis : [])),
  subjects: (build) => (classOf(build)?.speedometer ? firstMotor(build) : []),
  place: () => "bar",
  needs: () => [],
  check(_motor, _survey, build): Outcome {
    const display = lastOf(build, "display");
    const figures = [
      { label: "class", value: classOf(build)!.id },
      { label: "display", value: display?.name ?? "none" },
      { label: "shows the speed", value: display?.spec.showsSpeed ? "yes" : "no" },
    ];
    if (display?.spec.showsSpeed) return { verdict: "clear", says: `${display.name} shows the speed.`, figures, caution: "law" };
    const plug = controllersOf(build)[0]?.controlPlug ?? null;
    return {
      verdict: "adapt",
      safety: true,
      says: `The class is ridden with a speedometer, and ${display ? `${display.name} shows no speed` : "there is no display"}.`,
      figures,
      remedies: [
        ...anyOf(build, "display", {
          title: "Display that shows the speed",
          says: "with the controller's own plug",
          will: (spec) => spec.showsSpeed && (plug === null || spec.plug === plug),
          passes: (spec) => display === undefined || spec.clampMm === display.spec.clampMm,
          most: 1,
        }),
        acknowledge(
          "law/speedometer bike",
          "a speedometer of its own is on the bar, and was read against the display or another",
        ),
      ],
      caution: "law",
    };
  },
});
