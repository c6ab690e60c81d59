import type { Donor } from "../../../donor/donor";
import type { Spec } from "../../../parts/specs";
import type { HubMotor } from "../../build";
import { endKeys } from "../subjects";

/** Whether an arm is for this axle. */
export const armForAxle = (spec: Spec<"torque-arm">, motor: HubMotor) =>
  Math.abs(spec.axleDiameterMm - motor.spec.axleDiameterMm) < 0.2 && Math.abs(spec.axleFlatsMm - motor.spec.axleFlatsMm) <= 0.1;

/** What of the seat was found: a kind, how far it is from the axle with its uncertainty, and the tube there. */
export type ArmSeat = { seat: string; fromMm: number; plusMinusMm: number; tube: () => Tube };
type Tube = { readonly value: number; readonly plusMinus: number };

/** Whether a clamp goes round a tube, whatever its reading leaves open. */
const within = ({ value, plusMinus }: Tube, [least, most]: readonly [number, number]): boolean =>
  value - plusMinus >= least - 1e-9 && value + plusMinus <= most + 1e-9;

/** Whether an arm for the axle finds something to clamp to on this seat. */
export function armGoes(spec: Spec<"torque-arm">, { seat, fromMm, plusMinusMm, tube }: ArmSeat): boolean {
  if (spec.clamps === "clamping plates") return true;
  if (fromMm + plusMinusMm > spec.armMm) return false;
  if (spec.clamps === "bolted saddle") return seat === "round" || seat === "boss" || seat === "flat";
  return seat === "round" && (spec.tubeMm === null || within(tube(), spec.tubeMm));
}

/** The same from what was measured so far; where that leaves it open, nothing speaks against the arm. */
export function armMayGo(spec: Spec<"torque-arm">, motor: HubMotor, donor: Donor): boolean {
  const keys = endKeys(motor);
  const [seat, from, tube] = [donor[keys.armSeat]?.value, donor[keys.armFrom], donor[keys.leg]];
  if (typeof seat !== "string" || typeof from?.value !== "number") return true;
  if (seat === "round" && spec.clamps === "hose clamp" && typeof tube?.value !== "number") return true;
  return armGoes(spec, {
    seat,
    fromMm: from.value,
    plusMinusMm: from.plusMinus,
    tube: () => ({ value: Number(tube?.value), plusMinus: tube?.plusMinus ?? 0 }),
  });
}
