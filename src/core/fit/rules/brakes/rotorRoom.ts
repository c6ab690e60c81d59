import { PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import type { HubMotor } from "../../build";
import { judge } from "../../judge";
import { anyOf } from "../../remedies";
import { defineRule, stated } from "../../rule";
import { brakeIn, rotorAt, rotorOpen } from "./brakeAt";
import { brakePlace, endKey, endKeys, hubMotors } from "../subjects";

/** The least rotor that keeps a calliper clear of a motor's cover of up to so much, mm (common practice). */
const LEAST_ROTOR = [
  { coverMm: 170, rotorMm: 160 },
  { coverMm: 220, rotorMm: 180 },
  { coverMm: Infinity, rotorMm: 203 },
] as const;

export const rotorRoom = defineRule<HubMotor>({
  id: "brakes/rotor-room",
  title: "Calliper beside the motor",
  why: "A large motor's cover reaches under the calliper: a 160 rotor does not clear it.",
  basis: [PRACTICE],
  subjects: (build) => hubMotors(build).filter((motor) => brakeIn(motor.spec.end, build) === "disc"),
  key: endKey,
  place: (motor) => brakePlace(motor.spec.end),
  needs: () => [],
  check(motor, survey, build) {
    const coverMm = stated(motor, motor.spec.coverDiameterMm, "its body's diameter");
    const keys = endKeys(motor);
    const rotorMm = rotorAt(motor.spec.end, survey, build);
    const open = rotorOpen(motor.spec.end, survey, build);
    const leastMm = LEAST_ROTOR.find((row) => coverMm <= row.coverMm)!.rotorMm;
    return judge({
      room: rotorMm - leastMm,
      unit: "mm",
      plusMinus: open.plusMinus,
      figures: [
        { label: "motor's body", value: coverMm, unit: "mm" },
        { label: "rotor", value: rotorMm, unit: "mm" },
        { label: "least rotor", value: leastMm, unit: "mm" },
      ],
      settle: open.settle,
      clear: `A ${formatNumber(rotorMm, 0)} rotor keeps the calliper clear of a ${formatNumber(coverMm, 0)} motor.`,
      short: () => ({
        verdict: "adapt",
        says: `A ${formatNumber(rotorMm, 0)} rotor leaves the calliper on the motor's cover of ${formatNumber(coverMm, 0)}.`,
        remedies: anyOf(build, "rotor", {
          title: "Larger rotor",
          says: "keeps the calliper clear of the cover",
          will: (spec) => spec.diameterMm >= leastMm && spec.mount === "six-bolt",
          tasks: ["brakeUpgrade"],
          most: 1,
        }).map((r) => {
          const part = r.parts[0]?.partId === null || !r.parts[0] ? undefined : build.catalogue.parts.get(r.parts[0].partId!);
          return part?.kind === "rotor" ? { ...r, effect: { numbers: { [keys.rotorEffect]: part.spec.diameterMm } } } : r;
        }),
      }),
    });
  },
});
