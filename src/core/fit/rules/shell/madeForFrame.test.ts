import { findingOf, fitCase, hub, partOf } from "../../../../../tests/bench.fixture";
import { madeForFrame } from "./madeForFrame";

test("shell/made-for-frame: a frame motor goes only where a seat was built for it", () => {
  const motor = partOf("frame-motor", {
    frameInterface: "four bolts, level",
    ratedW: 250,
    peakTorqueNm: 80,
    pedalSensor: "torque",
  });
  expect(findingOf(madeForFrame, { donor: { shellStandard: "iso" }, parts: [motor] })).toMatchObject({
    verdict: "stop",
    safety: true,
  });
  const at = (motorSeat: string) => findingOf(madeForFrame, { donor: { shellStandard: "made", motorSeat }, parts: [motor] });
  expect(at("four bolts, level").verdict).toBe("clear");
  expect(at("six bolts")).toMatchObject({ verdict: "stop", safety: true });
  expect(findingOf(madeForFrame, { donor: { shellStandard: "made" }, parts: [motor] })).toMatchObject({
    verdict: "measure",
    settle: ["motorSeat"],
  });
  expect(fitCase({ parts: [hub()] }, [madeForFrame]).findings).toEqual([]);
});
