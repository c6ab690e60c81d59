import { PRACTICE } from "../../../basis";
import type { Remedy } from "../../finding";
import { anyOf } from "../../remedies";
import type { Build, HubMotor } from "../../build";
import { defineRule } from "../../rule";
import { lastAt } from "../perEnd";
import { brakePlace, endKey, endKeys, hubMotors } from "../subjects";
import { goesWithHub, kindOfBrake, SEAT_OF } from "./brakeAt";

export const brakeLost = defineRule<HubMotor>({
  id: "brakes/lost-with-hub",
  title: "The brake in the old hub",
  why: "A back-pedal or drum brake goes with the hub that the motor takes the place of: without another one a wheel has none.",
  basis: [PRACTICE],
  subjects: (build) => hubMotors(build).filter((motor) => goesWithHub(motor.spec.end, build)),
  key: endKey,
  place: (motor) => brakePlace(motor.spec.end),
  needs: (motor) => [endKeys(motor).brake, endKeys(motor).brakeSeat],
  check(motor, survey, build) {
    const { end } = motor.spec;
    const keys = endKeys(motor);
    const old = survey.choice(keys.brake);
    const seat = survey.choice(keys.brakeSeat);
    const figures = [
      { label: "brake in the hub", value: old },
      { label: "place for another", value: seat },
    ];
    const says = `The ${old === "coaster" ? "back-pedal" : "drum or roller"} brake goes with the old ${end} hub.`;
    const put = lastAt(build, "brake", end);
    if (put && SEAT_OF[kindOfBrake(put.spec.style)] === seat)
      return {
        verdict: "clear",
        says: `${says} ${put.name} takes its place${kindOfBrake(put.spec.style) === "disc" ? "" : ", on a rim with a braking face"}.`,
        figures,
      };
    const remedies = brakesFor(end, seat, build);
    return remedies.length > 0
      ? { verdict: "adapt", safety: true, says, figures, remedies, caution: "brakes" }
      : {
          verdict: "stop",
          safety: true,
          says: `${says} Nothing there holds another one.`,
          figures,
          lifts:
            end === "rear" ? "a motor in the front wheel, or at the crank and made for back-pedal brakes" : "a motor elsewhere",
          caution: "brakes",
        };
  },
});

const brakesFor = (end: "front" | "rear", seat: string, build: Build): Remedy[] =>
  Object.values(SEAT_OF).includes(seat)
    ? anyOf(build, "brake", {
        title: `A ${end} hand brake`,
        says: "with its own lever and cable: it depends on nothing of the other brake",
        will: (spec) => SEAT_OF[kindOfBrake(spec.style)] === seat,
        tasks: ["brakeUpgrade"],
      })
    : [];
