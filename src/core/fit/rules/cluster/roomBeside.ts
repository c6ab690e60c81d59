import { clusterStackMm, COG_TO_DROPOUT_MM } from "../../../standards/clusters";
import type { HubMotor } from "../../build";

/** Room between the smallest cog's chain and the frame with a cluster of so many cogs, the rings on the drive side among it, mm. */
export const roomBesideMm = (motor: HubMotor, cogs: number, rightRingMm: number): number | undefined => {
  const stack = clusterStackMm(cogs);
  return stack === undefined || motor.spec.clusterRoomMm === null
    ? undefined
    : motor.spec.clusterRoomMm + rightRingMm - stack - COG_TO_DROPOUT_MM;
};
