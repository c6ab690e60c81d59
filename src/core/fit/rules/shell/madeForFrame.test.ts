import { findingOf, fitCase, hub, partOf } from "../../../../../tests/bench.fixture";
import { madeForFrame } from "./madeForFrame";

test("shell/made-for-frame: a frame motor goes only where a seat was built for it", () => {
  const motor = partOf("frame-motor", { frameInterface: "four bolts", ratedW: 250, peakTorqueNm: 80, pedalSensor: "torque" });
  expect(findingOf(madeForFrame, { donor: { shellStandard: "iso" }, parts: [motor] })).toMatchObject({
    verdict: "stop",
    safety: true,
  });
  expect(findingOf(madeForFrame, { donor: { shellStandard: "made" }, parts: [motor] }).verdict).toBe("clear");
  expect(fitCase({ parts: [hub()] }, [madeForFrame]).findings).toEqual([]);
});
