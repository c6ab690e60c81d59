import * as fc from "fast-check";
import { partId } from "../record";
import { usedId } from "./taken";

const letters = fc.constantFrom(..."abcdefghijklmnopqrstuvwxyz0123456789-".split(""));
const ids = fc.string({ unit: letters, minLength: 1, maxLength: 60 }).filter((id) => partId.safeParse(id).success);

test("a used part has a number of its own that the books take, used again it keeps it, and two parts never share one", () => {
  fc.assert(
    fc.property(ids, ids, (a, b) => {
      const used = usedId(a);
      expect([partId.safeParse(used).success, used.length <= 60, usedId(used)]).toEqual([true, true, used]);
      fc.pre(!a.endsWith("-used") && !b.endsWith("-used"));
      expect(usedId(a) === usedId(b)).toBe(a === b);
    }),
    { numRuns: 500 },
  );
});

test("two long numbers that are alike for fifty-five letters are told apart", () => {
  const long = "rack-battery-thirty-six-volts-thirteen-ampere-hours-lock-";
  expect(long.length).toBeGreaterThan(55);
  expect(usedId(`${long}a`)).not.toBe(usedId(`${long}b`));
});
