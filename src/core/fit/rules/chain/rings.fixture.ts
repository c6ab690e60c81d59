import { mid, partOf } from "../../../../../tests/bench.fixture";

export const motor = [mid({ peakTorqueNm: 100 })];

export const ring = (teeth: number, offsetMm: number, narrowWide = false, mount = "test") =>
  partOf("chainring", { teeth, mount, offsetMm, narrowWide });
