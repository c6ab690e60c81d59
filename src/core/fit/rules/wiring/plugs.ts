import { PRACTICE } from "../../../basis";
import { batteryOf, type Build, controllersOf, lastOf } from "../../build";
import { driveOf } from "../../drives";
import type { Outcome, Remedy } from "../../finding";
import { anyOf, bought, consumable, isDone } from "../../remedies";
import { defineRule, type Survey } from "../../rule";
import { hubMotors } from "../subjects";

/** Plugs that meet: what each side has. */
type Pair = {
  /** Of its finding: the first pair of a kind by what it is, a further controller's by that controller too. */
  readonly key: string;
  readonly what: string;
  readonly a: string;
  readonly aName: string;
  readonly b: string;
  readonly bName: string;
  readonly power: boolean;
};

function pairs(build: Build): Pair[] {
  const battery = batteryOf(build);
  const list: Pair[] = [];
  for (const controller of controllersOf(build)) {
    if (battery && controller.plug !== null)
      list.push({
        key: list.some(({ what }) => what === "battery") ? `battery ${controller.id}` : "battery",
        what: "battery",
        a: battery.spec.plug,
        aName: battery.name,
        b: controller.plug,
        bName: controller.name,
        power: true,
      });
    const display = lastOf(build, "display");
    if (display && controller.controlPlug)
      list.push({
        key: "display",
        what: "display",
        a: display.spec.plug,
        aName: display.name,
        b: controller.controlPlug,
        bName: controller.name,
        power: false,
      });
  }
  const hubs = hubMotors(build);
  for (const motor of hubs) {
    const fed = driveOf(motor, build)?.controller;
    if (motor.spec.plug && fed?.motorPlug)
      list.push({
        key: hubs.length > 1 ? `motor ${motor.spec.end}` : "motor",
        what: hubs.length > 1 ? `motor ${motor.spec.end}` : "motor",
        a: motor.spec.plug,
        aName: motor.name,
        b: fed.motorPlug,
        bName: fed.name,
        power: true,
      });
  }
  // One display goes to one controller; a pack meets each of them, those with the same plug alike.
  return list.filter(
    (pair, i) => list.findIndex((other) => other.what === pair.what && (pair.what !== "battery" || other.b === pair.b)) === i,
  );
}

export const plugs = defineRule<Pair>({
  id: "wiring/plugs",
  title: (pair) => (pair.key === pair.what ? `Plug of the ${pair.what}` : `Plug of the ${pair.what} at ${pair.bName}`),
  why: "Two plugs that do not meet stop the job on the last evening.",
  basis: [PRACTICE],
  subjects: pairs,
  key: (pair) => pair.key,
  place: () => "wiring",
  needs: () => [],
  check(pair, _survey: Survey, build): Outcome {
    const figures = [
      { label: pair.aName, value: pair.a },
      { label: pair.bName, value: pair.b },
    ];
    if (pair.a === pair.b) return { verdict: "clear", says: `Both ${pair.a}.`, figures };
    const flag = `plug made ${pair.key}`;
    if (isDone(build, flag)) return { verdict: "clear", says: `A ${pair.a} end is made on the ${pair.b} side.`, figures };
    const says = `${pair.a} on one side, ${pair.b} on the other.`;
    if (!pair.power)
      return {
        verdict: "stop",
        says: `${says} Signals of two makers do not meet.`,
        figures,
        lifts: `a ${pair.what} with ${pair.b}, or a controller with ${pair.a}`,
      };
    const make: Remedy = bought(
      "make-plug",
      build.house.powerLeads === "plugs"
        ? `New ${pair.a} plug on the controller's lead`
        : "Solder the leads, shrink and strain relief",
      build.house.powerLeads === "plugs"
        ? "crimped with its die; shrouded half on the source"
        : "no plug to come loose; wick kept out of the flexing part",
      build.house.powerLeads === "plugs"
        ? anyOf(build, "connector", {
            title: "Plug",
            says: `${pair.a} plug pair`,
            will: (spec) => spec.family === pair.a,
            most: 1,
          })[0]!.parts
        : [consumable(build, "shrink tube", 1)],
      ["harness"],
      flag,
    );
    return { verdict: "adapt", says, figures, remedies: [make] };
  },
});
