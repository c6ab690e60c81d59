import { PRACTICE } from "../../../basis";
import { lastOf, type CrankMotor } from "../../build";
import { anyOf } from "../../remedies";
import { acknowledge, defineRule } from "../../rule";
import { hasHubGear } from "./gears";
import { hasDerailleur } from "./rearCogs";
import { crankMotors } from "../subjects";

/** Torque over which a motor should let go while the chain climbs, N·m (common practice). */
const GEAR_SENSOR_NM = 80;

export const gearSensor = defineRule<CrankMotor>({
  id: "chain/gear-sensor",
  title: "Motor lets go while it shifts",
  why: "A chain that climbs a cog under a motor's full pull breaks, or breaks the cog.",
  basis: [PRACTICE],
  subjects: (build) => crankMotors(build).filter(() => hasDerailleur(build) || hasHubGear(build)),
  key: (motor) => motor.id,
  place: () => "cluster",
  needs: () => ["shiftCable", "gears"],
  check(motor, survey, build) {
    const cable = survey.choice("shiftCable");
    const sensor = lastOf(build, "gear-sensor");
    const figures = [
      { label: "shifts by", value: cable },
      { label: "gear sensor", value: sensor?.name ?? "none" },
      { label: "torque at the crank", value: motor.spec.peakTorqueNm, unit: "N·m" },
    ];
    if (cable === "none") return { verdict: "clear", says: "Nothing is shifted.", figures };
    if (cable === "electronic")
      return {
        verdict: "adapt",
        says: "Electronic shifting has no cable for a sensor: the rider must ease off, or the motor's shift input is wired.",
        figures,
        remedies: [acknowledge(`chain/gear-sensor ${motor.id}`, "the rider is told in writing to ease off while it shifts")],
      };
    const goes = sensor && (cable !== "two-way" || sensor.spec.twoWay);
    if (goes)
      return {
        verdict: "clear",
        says: `${sensor.name} in the ${cable === "two-way" ? "loop of cables" : "shift cable"}.`,
        figures,
      };
    if (!sensor && motor.spec.peakTorqueNm < GEAR_SENSOR_NM)
      return { verdict: "clear", says: `Under ${GEAR_SENSOR_NM} N·m it can do without; a sensor is advised.`, figures };
    return {
      verdict: "adapt",
      says: sensor
        ? `${sensor.name} reads one cable, and this hub gear has a loop of two.`
        : `${motor.spec.peakTorqueNm} N·m and nothing tells the motor that it shifts.`,
      figures,
      remedies: [
        ...anyOf(build, "gear-sensor", {
          title: "Gear sensor",
          says: "in the rear shift cable, on a straight run",
          will: (spec) => cable !== "two-way" || spec.twoWay,
          most: 1,
        }),
        acknowledge(`chain/gear-sensor ${motor.id}`, "the rider is told in writing to ease off while it shifts"),
      ],
    };
  },
});
