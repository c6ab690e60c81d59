import type { Spec } from "../../../parts/specs";
import { batteryOf, type Build, voltsOf } from "../../build";

/** Whether a converter stands the full pack; without a pack nothing speaks against it. */
export function converterTakes(spec: Pick<Spec<"converter">, "maxV">, build: Build): boolean {
  const battery = batteryOf(build);
  return battery === undefined || spec.maxV >= voltsOf(battery).full - 1e-9;
}
