import { hub, on, partOf, settled } from "../../../../../tests/bench.fixture";
import { trackEnd } from "./trackEnd";

describe("axle/track-end", () => {
  test("a track end wants stops", () => {
    const stops = partOf("consumable", { use: "axle stops" });
    const rear = [hub({ end: "rear" })];
    expect(on(trackEnd, rear).verdict).toBe("clear");
    expect(on(trackEnd, rear, { rearDropout: "track end" }, { shelf: [stops] })).toMatchObject({
      verdict: "adapt",
      safety: true,
    });
    expect(settled(trackEnd, rear, { rearDropout: "track end" }, "axle-stops", { shelf: [stops] }).verdict).toBe("clear");
  });
});
