import { controller, fitCase, mid, on, partOf, settled, SOUND } from "../../../../../tests/bench.fixture";
import { display } from "../controls/controls.fixture";
import { speedometer } from "./speedometer";

const THREE = { asked: { where: "US, class 3" } };

describe("law/speedometer", () => {
  // US class 3 asks for a speedometer in the states that have the class (from memory: the state's text governs).
  test("a class that asks for one is not clear with a display that shows none, or with no display", () => {
    expect(on(speedometer, [mid(), controller(), display()], {}, THREE).verdict).toBe("clear");
    for (const parts of [[display({ showsSpeed: false })], []])
      expect(on(speedometer, [mid(), controller(), ...parts], {}, THREE)).toMatchObject({
        verdict: "adapt",
        safety: true,
        caution: "law",
      });
  });
  test("offered is a display that shows it and has the controller's plug; one of its own on the bar is acknowledged", () => {
    const [levels, other, right] = [
      display({ showsSpeed: false }),
      partOf("display", { plug: "round pins", clampMm: 22.2, showsSpeed: true, barMm: 28, leadMm: 900 }),
      display(),
    ];
    const bike = [mid(), controller(), levels];
    const more = { ...THREE, shelf: [other, right] };
    const finding = on(speedometer, bike, {}, more);
    expect(finding.remedies[0]!.parts.map(({ partId }) => partId)).toEqual([right.id]);
    expect(settled(speedometer, bike, {}, `buy-${right.id}`, more).verdict).toBe("clear");
    expect(settled(speedometer, bike, {}, "acknowledge", more).settled).toBe(true);
  });
  test.each(["EU, public roads", "US, public roads", "Private land", ""])("elsewhere it is not asked: “%s”", (where) =>
    expect(fitCase({ donor: {}, parts: [mid(), controller()], asked: { where } }, [speedometer]).findings).toEqual([]),
  );
  test("nothing of the survey is wanted for it", () =>
    expect(on(speedometer, [mid(), controller(), display()], SOUND, THREE).settle).toEqual([]));
});
