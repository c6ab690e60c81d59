import { donorOf } from "../../../tests/bench.fixture";
import { DEFAULT_HOUSE_RULES } from "../house/defaults";
import type { Finding } from "../fit/finding";
import { contingencyOf, contingencyTitle } from "./contingency";

const open = (verdict: Finding["verdict"], over: Partial<Finding> = {}) =>
  ({ verdict, applied: [], ...over }) as unknown as Finding;
const at = (donor: Parameters<typeof donorOf>[0], findings: readonly Finding[] = [], kinds: readonly string[] = []) =>
  contingencyOf(
    { donor: donorOf(donor), supplied: kinds.map((kind) => ({ part: { kind }, quantity: 1 })) } as never,
    findings,
    DEFAULT_HOUSE_RULES,
  );

// Common practice: 5 % on a known bike, 10–15 % where it is not measured or was converted before, 15–25 % from a frame.
test.each([
  ["a known bike, measured", at({}, [open("clear"), open("adapt")]), 5],
  ["one that came as a bike", at({ cameAs: "bike" }), 5],
  ["a check that waits for a measure", at({}, [open("measure")]), 10],
  ["an old conversion", at({ cameAs: "converted" }), 10],
  ["a bare frame", at({ cameAs: "frame" }, [open("measure")]), 15],
  ["a motor made for the frame", at({}, [], ["frame-motor"]), 15],
])("%s", (_state, told, percent) => expect(told).toEqual({ percent, why: expect.stringMatching(/[a-z]{3}/) }));

test("says how many checks wait", () => {
  expect(at({}, [open("measure")]).why).toBe("1 check waits for a measure");
  expect(at({}, [open("measure"), open("measure")]).why).toBe("2 checks wait for a measure");
});

test("its line names share and state; a sheet of before knows neither", () => {
  expect(contingencyTitle({ contingencyPercent: 12.5, contingencyWhy: "an old conversion comes off" })).toBe(
    "Contingency, 12.5 %: an old conversion comes off",
  );
  expect(contingencyTitle({ contingencyPercent: null, contingencyWhy: "" })).toBe("Contingency");
});
